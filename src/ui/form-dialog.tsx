'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useId, type FormEventHandler, type ReactNode } from 'react';

interface FormDialogProps {
  readonly title: string;
  /** Label of the action button. */
  readonly submit: string;
  readonly onSubmit: FormEventHandler;
  readonly busy: boolean;
  readonly onClose: () => void;
  /** Label of the button that leaves the dialog. */
  readonly leave?: string;
  /** Two columns where there is room. */
  readonly wide?: boolean;
  /** Text before the fields. */
  readonly lead?: ReactNode;
  /** Content at the other end of the button row. */
  readonly aside?: ReactNode;
  readonly children: ReactNode;
}

/** A form in a dialog: its fields, and two buttons, of which one leaves it. */
export function FormDialog({ title, submit, onSubmit, busy, onClose, leave = 'Cancel', wide, lead, aside, children }: FormDialogProps) {
  const id = useId();
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth={wide ? 'sm' : 'xs'}>
      <DialogTitle>{title}</DialogTitle>
      <DialogContent>
        {lead}
        <Box
          component="form"
          id={id}
          noValidate
          onSubmit={onSubmit}
          sx={{ display: 'grid', gap: 2, pt: 1, ...(wide && { gridTemplateColumns: { sm: '1fr 1fr' } }) }}
        >
          {children}
        </Box>
      </DialogContent>
      <DialogActions sx={{ p: 2 }}>
        {aside && <Box sx={{ mr: 'auto' }}>{aside}</Box>}
        <Button onClick={onClose}>{leave}</Button>
        <Button type="submit" form={id} variant="contained" disabled={busy}>
          {submit}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
