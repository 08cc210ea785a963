'use client';

import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import type { ReactNode } from 'react';

interface ConfirmDialogProps {
  readonly open: boolean;
  readonly title: string;
  /** What comes of it. */
  readonly children: ReactNode;
  /** Words of the two buttons: the act, and leaving things as they are. */
  readonly act: string;
  readonly leave: string;
  /** The act takes something away. */
  readonly removes?: boolean;
  readonly onAct: () => void;
  readonly onClose: () => void;
}

/** A question before an act that is not lightly undone. */
export function ConfirmDialog({ open, title, children, act, leave, removes, onAct, onClose }: ConfirmDialogProps) {
  return (
    <Dialog open={open} onClose={onClose} fullWidth maxWidth="xs">
      <DialogTitle>{title}</DialogTitle>
      <DialogContent>{children}</DialogContent>
      <DialogActions sx={{ p: 2 }}>
        <Button onClick={onClose}>{leave}</Button>
        <Button variant="contained" color={removes ? 'error' : 'primary'} onClick={onAct}>
          {act}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
