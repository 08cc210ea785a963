'use client';

import Badge from '@mui/material/Badge';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Drawer from '@mui/material/Drawer';
import useMediaQuery from '@mui/material/useMediaQuery';
import { useState, type ReactNode } from 'react';
import { Icon } from '@/ui/icons';

/** The ticket: beside the bench, or in a drawer that a phone opens from its foot. */
export function Side({
  entries,
  setFoot,
  children,
}: {
  entries: number;
  setFoot: (node: HTMLElement | null) => void;
  children: ReactNode;
}) {
  const wide = useMediaQuery('(min-width:1100px)');
  const [open, setOpen] = useState(false);
  if (wide)
    return (
      <Box
        component="aside"
        aria-label="Ticket"
        sx={{ width: 276, flex: 'none', bgcolor: 'var(--ts-ticket)', borderLeft: '1px solid var(--ts-edge)', p: 2 }}
      >
        <Box sx={{ position: 'sticky', top: 16, maxHeight: 'calc(100dvh - 32px)', overflowY: 'auto' }}>{children}</Box>
      </Box>
    );
  return (
    <>
      <Box
        sx={{
          position: 'sticky',
          bottom: { xs: 56, sm: 0 },
          zIndex: 15,
          display: 'flex',
          gap: 1,
          p: 1,
          bgcolor: 'var(--ts-card)',
          borderTop: '1px solid var(--ts-edge)',
          alignSelf: { md: 'flex-end' },
        }}
      >
        <Badge badgeContent={entries} color="primary">
          <Button variant="outlined" startIcon={<Icon name="ticket" />} onClick={() => setOpen(true)}>
            Ticket
          </Button>
        </Badge>
        <Box ref={setFoot} sx={{ flex: 1 }} />
      </Box>
      <Drawer
        anchor="bottom"
        open={open}
        onClose={() => setOpen(false)}
        slotProps={{ paper: { sx: { maxHeight: '85dvh', p: 2, bgcolor: 'var(--ts-ticket)' } } }}
      >
        {/* What is done on the ticket is seen on the bench. */}
        <Box onClick={(e) => e.target instanceof Element && e.target.closest('[data-leaves]') && setOpen(false)}>{children}</Box>
        <Button onClick={() => setOpen(false)} sx={{ mt: 1 }}>
          Close the ticket
        </Button>
      </Drawer>
    </>
  );
}
