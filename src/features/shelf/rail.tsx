'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { useUnits } from '@/ui/units';
import type { ShelfRowShown } from '@/services/find-belts';

/** Number of visible belts of a section at first, and per further step. */
const FIRST = 14;
const MORE = 56;

export interface ShelfCommands {
  readonly onOpen: (belt: ShelfRowShown) => void;
  readonly onCount: (belt: ShelfRowShown, by: number) => void;
}

/** One rail of the shelf: the belts of a section in order of length, each hung on its hook. */
export function Rail({
  title,
  belts,
  aside,
  commands,
}: {
  title: string;
  belts: readonly ShelfRowShown[];
  /** Text under each belt in place of its length. */
  aside?: (belt: ShelfRowShown) => string;
  commands: ShelfCommands | null;
}) {
  const [shown, setShown] = useState(FIRST);
  const longest = Math.max(1, ...belts.map((b) => b.outside).filter(Number.isFinite));
  const toHand = belts.reduce((n, b) => n + b.quantity, 0);
  return (
    <Box component="section" aria-label={title} sx={{ mb: 3 }}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1.5 }}>
        <Typography variant="h2" className="ts-mono">
          {title}
        </Typography>
        <Box sx={{ color: 'var(--ts-quiet)', fontSize: 14 }}>
          {toHand} in stock, {belts.length} {belts.length === 1 ? 'size' : 'sizes'}
        </Box>
      </Box>
      <Box
        component="ul"
        sx={{
          listStyle: 'none',
          m: 0,
          mt: 0.5,
          p: 0,
          display: 'grid',
          gridTemplateColumns: 'repeat(auto-fill, minmax(124px, 1fr))',
          borderTop: '5px solid var(--ts-ink)',
          rowGap: 1.5,
        }}
      >
        {belts.slice(0, shown).map((b) => (
          <Hung key={b.id} belt={b} drop={b.outside / longest} aside={aside?.(b)} commands={commands} />
        ))}
      </Box>
      {belts.length > shown && (
        <Button onClick={() => setShown(shown + MORE)} sx={{ mt: 1 }}>
          {Math.min(MORE, belts.length - shown)} more of {belts.length - shown}
        </Button>
      )}
    </Box>
  );
}

/** A belt on its hook, longer ones hanging lower: its number, how many, where; one more or less with a thumb. */
function Hung({
  belt,
  drop,
  aside,
  commands,
}: {
  belt: ShelfRowShown;
  drop: number;
  aside: string | undefined;
  commands: ShelfCommands | null;
}) {
  const { show } = useUnits();
  const none = belt.quantity === 0;
  const h = 34 + 34 * (Number.isFinite(drop) ? drop : 0.5);
  const stroke = none ? 'var(--ts-edge)' : 'var(--ts-belt)';
  const hung = (
    <>
      <svg width={56} height={82} viewBox="0 0 56 82" aria-hidden focusable="false" style={{ display: 'block', margin: '0 auto' }}>
        <path d="M28 0v7m-4 0h8" stroke="var(--ts-quiet)" strokeWidth={2.5} fill="none" />
        <path
          d={`M28 7C10 7 13 ${h} 28 ${h + 6}C43 ${h} 46 7 28 7Z`}
          fill="none"
          stroke={stroke}
          strokeWidth={belt.quantity > 1 ? 5 : 3}
          strokeDasharray={none ? '3 4' : 'none'}
        />
        <text x={28} y={34} textAnchor="middle" fontSize={17} fontWeight={700} fill={none ? 'var(--ts-copper)' : 'var(--ts-ink)'}>
          {belt.quantity}
        </text>
      </svg>
      <div className="ts-mono ts-hung-name">{belt.name}</div>
      <div className="ts-hung-line">{aside ?? (Number.isFinite(belt.outside) ? show(belt.outside, 'length') : 'length not read')}</div>
      <div className="ts-hung-line">
        {belt.bin || 'no bin'}
        {belt.wanted > 0 ? ` · ${belt.wanted} on order` : ''}
      </div>
    </>
  );
  return (
    <li className="ts-hung">
      {commands ? (
        <button type="button" className="ts-hung-belt" onClick={() => commands.onOpen(belt)} aria-label={`Change ${belt.name}`}>
          {hung}
        </button>
      ) : (
        <div className="ts-hung-belt">{hung}</div>
      )}
      {commands && (
        <div className="ts-hung-counts">
          <button type="button" aria-label={`One ${belt.name} less`} disabled={none} onClick={() => commands.onCount(belt, -1)}>
            −
          </button>
          <button type="button" aria-label={`One ${belt.name} more`} onClick={() => commands.onCount(belt, 1)}>
            +
          </button>
        </div>
      )}
    </li>
  );
}
