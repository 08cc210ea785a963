'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useCommand } from '../commands/use-command';
import type { ShelfRowShown } from '@/services/find-belts';
import { offOrderList, takeOffOrderList } from './messages';

/** Belts on the order list. */
export function OrderList({ belts, mayChange }: { belts: readonly ShelfRowShown[]; mayChange: boolean }) {
  const runCommand = useCommand();
  if (belts.length === 0) return null;
  const drop = ({ designation, name }: ShelfRowShown) => {
    if (designation === null) return;
    const done = offOrderList(name);
    void runCommand('shelf.order', { designation, count: 0 }, { words: done, done });
  };
  return (
    <Box
      component="section"
      aria-label="Order list"
      sx={{ mb: 3, p: 2, bgcolor: 'var(--ts-ticket)', border: '1px solid var(--ts-edge)', maxWidth: 560 }}
    >
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        To order
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {belts.map((b) => (
          <Box component="li" key={b.id} sx={{ display: 'flex', alignItems: 'center', gap: 2, minHeight: 44 }}>
            <Box className="ts-mono" sx={{ fontWeight: 650 }}>
              {b.wanted} × {b.name}
            </Box>
            <Box sx={{ color: 'var(--ts-quiet)', fontSize: 14, mr: 'auto' }}>{b.supplierNote}</Box>
            {mayChange && (
              <Button onClick={() => drop(b)} aria-label={takeOffOrderList(b.name)}>
                Off the list
              </Button>
            )}
          </Box>
        ))}
      </Box>
    </Box>
  );
}
