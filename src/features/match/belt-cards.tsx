'use client';

import Box from '@mui/material/Box';
import { runsOn } from '@/services/candidates';
import { VerdictWord } from '@/ui/verdict';
import type { BeltCells, BeltListProps } from './belt-cells';

/** Belts as cards, for a phone. */
export function BeltCards({ rows, chosen, onChoose, context, cells }: BeltListProps & { readonly cells: BeltCells }) {
  return (
    <Box role="list">
      {rows.map((b) => (
        <Box key={b.id} role="listitem">
          <Box
            component="button"
            type="button"
            aria-pressed={b.id === chosen}
            onClick={() => onChoose(b.id)}
            sx={{
              display: 'block',
              width: '100%',
              font: 'inherit',
              color: 'inherit',
              textAlign: 'left',
              p: 1.5,
              border: 0,
              borderBottom: '1px solid var(--ts-edge)',
              bgcolor: b.id === chosen ? 'var(--ts-work-soft)' : 'transparent',
              cursor: 'pointer',
            }}
          >
            <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
              <Box component="span" className="ts-mono" sx={{ fontWeight: 600, fontSize: 17 }}>
                {cells.name(b)}
              </Box>
              <Box sx={{ ml: 'auto' }}>
                <VerdictWord verdict={b.verdict} reasons={b.reasons} letsGo={context.asksForRelease} />
              </Box>
            </Box>
            <Box sx={{ color: 'var(--ts-quiet)', fontSize: 14 }}>
              {cells.place(b)}
              {cells.isAssessed(b) ? ` · chance ${cells.likely(b)}` : ''}
            </Box>
            {/* A belt that runs shows its limits once it is chosen. A belt that does not run shows them immediately. */}
            <Box sx={{ fontSize: 14 }}>{b.id === chosen || !runsOn(b) ? cells.why(b) : cells.tried(b)}</Box>
          </Box>
        </Box>
      ))}
    </Box>
  );
}
