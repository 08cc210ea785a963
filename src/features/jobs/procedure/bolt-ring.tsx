'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { ringOrder } from '@/core/job';
import { MOST_IN_RING, ringSize, type Ring, type RingEntered } from './ring-size';

const PLACE = 48;

/** A ring of fasteners to tighten one by one. The next one in order is marked, and none is missed. */
export function BoltRing({ ring, value, onValue }: { ring: Ring; value: RingEntered | null; onValue: (value: RingEntered) => void }) {
  const size = ringSize(ring, value);
  const done = (value?.done ?? []).filter((n) => n <= size);
  const next = ringOrder(size, ring.order).find((n) => !done.includes(n));
  const radius = Math.max(72, (size * (PLACE + 6)) / (2 * Math.PI));
  const across = 2 * radius + PLACE;
  const put = (change: Partial<RingEntered>) => onValue({ size: value?.size ?? String(ring.usual), done, ...change });
  return (
    <Box component="section" aria-label={ring.of} sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 2 }}>
      <Box sx={{ position: 'relative', width: across, height: across, flex: 'none' }}>
        {Array.from({ length: size }, (_, i) => i + 1).map((n) => {
          const angle = (2 * Math.PI * (n - 1)) / size - Math.PI / 2;
          const isDone = done.includes(n);
          return (
            <Button
              key={n}
              variant={n === next ? 'contained' : 'outlined'}
              aria-label={`${n}${isDone ? ', tightened' : n === next ? ', next' : ''}`}
              aria-pressed={isDone}
              onClick={() => put({ done: isDone ? done.filter((d) => d !== n) : [...done, n] })}
              sx={{
                position: 'absolute',
                left: radius + radius * Math.cos(angle),
                top: radius + radius * Math.sin(angle),
                width: PLACE,
                minWidth: PLACE,
                height: PLACE,
                p: 0,
                borderRadius: '50%',
              }}
            >
              {isDone ? '✓' : n}
            </Button>
          );
        })}
      </Box>
      <Box sx={{ flex: '1 1 180px', display: 'grid', gap: 1 }}>
        <TextField
          label={`${ring.of}, how many`}
          value={value?.size ?? String(ring.usual)}
          onChange={(e) => put({ size: e.target.value, done: [] })}
          helperText={`1 to ${MOST_IN_RING}`}
          slotProps={{ htmlInput: { inputMode: 'numeric' } }}
          sx={{ maxWidth: 180 }}
        />
        <Box role="status">
          {next === undefined ? `All ${size} are tightened.` : `Next: number ${next}. ${done.length} of ${size} are tightened.`}
        </Box>
      </Box>
    </Box>
  );
}
