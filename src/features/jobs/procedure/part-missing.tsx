'use client';

import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { EntryBody } from '@/core/job';

const WAYS = {
  replaced: ['Replaced by another part', 'Replaced by'],
  stored: ['Stored, refitted later', 'Stored until, and where'],
} as const;
type Way = keyof typeof WAYS;

/** Why a removed part is not refitted: another one replaced it, or it is stored. */
export function PartMissing({
  item,
  count,
  onClose,
  onWrite,
}: {
  item: string;
  count: number;
  onClose: () => void;
  onWrite: (part: EntryBody<'tally'>) => Promise<void>;
}) {
  const [way, setWay] = useState<Way>('replaced');
  const [note, setNote] = useState('');
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <form
        onSubmit={(e) => {
          e.preventDefault();
          if (note.trim() !== '') void onWrite({ item, count, way, note: note.trim() });
        }}
      >
        <DialogTitle>
          {count} {item.toLowerCase()} not refitted
        </DialogTitle>
        <DialogContent>
          <RadioGroup aria-label="Where the part is" value={way} onChange={(e) => setWay(e.target.value as Way)}>
            {(Object.keys(WAYS) as Way[]).map((id) => (
              <FormControlLabel key={id} value={id} control={<Radio />} label={WAYS[id][0]} sx={{ minHeight: 48 }} />
            ))}
          </RadioGroup>
          <TextField
            autoFocus
            fullWidth
            margin="normal"
            label={WAYS[way][1]}
            value={note}
            onChange={(e) => setNote(e.target.value)}
            slotProps={{ htmlInput: { maxLength: 200 } }}
          />
        </DialogContent>
        <DialogActions sx={{ p: 2 }}>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={note.trim() === ''}>
            Save
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
