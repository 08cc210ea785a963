'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Drawer from '@mui/material/Drawer';
import useMediaQuery from '@mui/material/useMediaQuery';
import type { ReactNode } from 'react';
import { Icon } from '@/ui/icons';

/** True if the ticket is next to the work. Otherwise it is a drawer. */
export const useTicketBeside = (): boolean => useMediaQuery('(min-width:1100px)');

/** Opens the drawer with the ticket. */
export function TicketButton({ entries, onOpen }: { entries: number; onOpen: () => void }) {
  return (
    <Button
      variant="outlined"
      startIcon={<Icon name="ticket" />}
      onClick={onOpen}
      aria-label={`Ticket, ${entries} lines`}
      sx={{ minHeight: 44, py: 0, whiteSpace: 'nowrap' }}
    >
      {entries}
    </Button>
  );
}

/** The ticket: next to the work, or in a drawer. Controls at the bottom of a phone stay in reach of the thumb. */
export function Side({
  open,
  onOpen,
  setFoot,
  children,
}: {
  open: boolean;
  onOpen: (open: boolean) => void;
  setFoot: (node: HTMLElement | null) => void;
  children: ReactNode;
}) {
  const beside = useTicketBeside();
  if (beside)
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
        ref={setFoot}
        sx={{
          position: 'sticky',
          bottom: { xs: 56, sm: 0 },
          zIndex: 15,
          p: 1,
          bgcolor: 'var(--ts-card)',
          borderTop: '1px solid var(--ts-edge)',
          alignSelf: { md: 'flex-end' },
          '&:empty': { display: 'none' },
        }}
      />
      <Drawer
        anchor="bottom"
        open={open}
        onClose={() => onOpen(false)}
        slotProps={{ paper: { sx: { maxHeight: '85dvh', p: 2, bgcolor: 'var(--ts-ticket)' } } }}
      >
        {/* Changes on the ticket show in the work behind it. */}
        <Box onClick={(e) => e.target instanceof Element && e.target.closest('[data-leaves]') && onOpen(false)}>{children}</Box>
        <Button onClick={() => onOpen(false)} sx={{ mt: 1 }}>
          Close the ticket
        </Button>
      </Drawer>
    </>
  );
}
