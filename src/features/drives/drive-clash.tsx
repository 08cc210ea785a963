'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import type { Drive } from '@/core/drive';
import type { StoredDrive } from '@/db';
import { Moment } from '@/ui/when';
import { PART_LISTS } from './part-lists';

/** Two people changed one drive: both versions are shown, and one is chosen. */
export function DriveClash({
  mine,
  theirs,
  onClose,
  onTheirs,
  onMine,
}: {
  mine: Drive;
  theirs: StoredDrive | null;
  onClose: () => void;
  onTheirs: (theirs: StoredDrive) => void;
  onMine: (theirs: StoredDrive) => void;
}) {
  if (theirs === null) return null;
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle>Someone else changed this drive</DialogTitle>
      <DialogContent>
        <Typography>
          {theirs.changedBy} saved it on <Moment at={theirs.changedAt} as="dayAndTime" />, while you were drawing. Both versions are still
          here: yours on this screen, theirs in the shop.
        </Typography>
        <Box component="ul" sx={{ pl: 2.5 }}>
          {differences(mine, theirs.document).map((d) => (
            <li key={d}>{d}</li>
          ))}
        </Box>
      </DialogContent>
      <DialogActions sx={{ p: 2, flexWrap: 'wrap', gap: 1 }}>
        <Button onClick={onClose}>Go on drawing</Button>
        <Button variant="outlined" onClick={() => onTheirs(theirs)}>
          Take theirs
        </Button>
        <Button variant="contained" onClick={() => onMine(theirs)}>
          Keep mine instead
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** In what two versions of a drive differ, by part, for whoever must choose. */
function differences(mine: Drive, theirs: Drive): string[] {
  const found: string[] = [];
  if (mine.name !== theirs.name) found.push(`Name: yours “${mine.name}”, theirs “${theirs.name}”`);
  for (const [list, word] of PART_LISTS) {
    if (list === 'drive') continue;
    const own = new Map((mine[list] as readonly { id?: string; name?: string; label?: string }[]).map((p) => [p.id ?? p.name, p]));
    const other = new Map((theirs[list] as readonly { id?: string; name?: string; label?: string }[]).map((p) => [p.id ?? p.name, p]));
    for (const id of new Set([...own.keys(), ...other.keys()])) {
      const [a, b] = [own.get(id), other.get(id)];
      if (JSON.stringify(a) !== JSON.stringify(b))
        found.push(`${word}: ${(a ?? b)?.label ?? id} ${!a ? 'is only in theirs' : !b ? 'is only in yours' : 'differs'}`);
    }
  }
  return found.slice(0, 12);
}
