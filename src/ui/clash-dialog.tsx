'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';

interface ClashDialogProps {
  readonly title: string;
  /** Who, when, and what of both is still there. */
  readonly children: ReactNode;
  /** Fields that both changed, or that differ. */
  readonly points: readonly string[];
  readonly onTheirs: () => void;
  readonly onMine: () => void;
  /** Where the choice can wait: its words. Without it one must be chosen. */
  readonly later?: { readonly words: string; readonly onClose: () => void };
}

/** Points listed at most; the rest is counted. */
const LISTED = 10;

/** Two people changed the same: one of the two is chosen. */
export function ClashDialog({ title, children, points, onTheirs, onMine, later }: ClashDialogProps) {
  return (
    <Dialog open fullWidth maxWidth="sm" {...(later ? { onClose: later.onClose } : {})}>
      <DialogTitle>{title}</DialogTitle>
      <DialogContent>
        <Typography>{children}</Typography>
        <Box component="ul" sx={{ pl: 2.5, mb: 0 }}>
          {points.slice(0, LISTED).map((point) => (
            <li key={point}>{point}</li>
          ))}
          {points.length > LISTED && <li>and {points.length - LISTED} more</li>}
        </Box>
      </DialogContent>
      <DialogActions sx={{ p: 2, flexWrap: 'wrap', gap: 1 }}>
        {later && <Button onClick={later.onClose}>{later.words}</Button>}
        <Button variant="outlined" onClick={onTheirs}>
          Use their version
        </Button>
        <Button variant="contained" onClick={onMine}>
          Save my version
        </Button>
      </DialogActions>
    </Dialog>
  );
}
