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
  /** Consequence. */
  readonly children: ReactNode;
  /** Labels of the two buttons: the action, and cancel. */
  readonly action: string;
  readonly leave: string;
  /** The action deletes something. */
  readonly removes?: boolean;
  readonly onConfirm: () => void;
  readonly onClose: () => void;
}

/** Confirmation of an action that cannot be undone easily. */
export function ConfirmDialog({ open, title, children, action, leave, removes, onConfirm, onClose }: ConfirmDialogProps) {
  return (
    <Dialog open={open} onClose={onClose} fullWidth maxWidth="xs">
      <DialogTitle>{title}</DialogTitle>
      <DialogContent>{children}</DialogContent>
      <DialogActions sx={{ p: 2 }}>
        <Button onClick={onClose}>{leave}</Button>
        <Button variant="contained" color={removes ? 'error' : 'primary'} onClick={onConfirm}>
          {action}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
