'use client';

import Box from '@mui/material/Box';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { PLACES } from './places';

const SHORTCUTS: readonly [string, string][] = [
  ['Ctrl or Cmd K', 'Find a machine, job, drive or belt, or run a command'],
  [`G then ${PLACES.map((p) => p.key.toUpperCase()).join(', ')}`, `Go to ${PLACES.map((p) => p.name).join(', ')}`],
  ['B', 'In Match: use the belt on the drawing'],
  ['?', 'This list'],
  ['Arrow keys', 'On the Plate: nudge the chosen pulley 1 mm, with Shift 10 mm. In a number field: step its last digit'],
  ['Ctrl or Cmd Z, with Shift', 'In the drive editor: undo, redo'],
  ['Ctrl or Cmd S', 'In the drive editor: save'],
  ['Esc', 'Close the open panel'],
];

/** List of keyboard shortcuts. */
export function Shortcuts({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Dialog open={open} onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle>Shortcuts</DialogTitle>
      <DialogContent>
        <Box component="dl" sx={{ display: 'grid', gridTemplateColumns: 'auto 1fr', columnGap: 3, rowGap: 1.5, m: 0 }}>
          {SHORTCUTS.map(([keys, what]) => (
            <Box key={keys} sx={{ display: 'contents' }}>
              <Box component="dt" className="ts-mono" sx={{ fontSize: 13 }}>
                {keys}
              </Box>
              <Box component="dd" sx={{ m: 0 }}>
                {what}
              </Box>
            </Box>
          ))}
        </Box>
      </DialogContent>
    </Dialog>
  );
}
