'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { placeDimension, type Drive } from '@/core/drive';
import { VerdictMark, verdictWord } from '@/ui/verdict';
import { useUnits } from '@/ui/units';
import type { MatchAnswer } from '@/services/solver';
import { useCommand } from '../commands/use-command';
import { useMayChange } from '../shell/shell-context';
import { whySentence, type WhyContext, moreStandardSizes, noLength, onOrderList, oneMoreOnOrder, putOnOrderList } from './messages';
import type { ShelfBelt } from '@/contract/records';

/** Missing sizes listed; a wide window holds dozens. */
const MISSING_SHOWN = 6;

/** Adds one of a size to the order list, or shows the ordered number. */
function OrderButton({ designation, wanted }: { designation: string; wanted: number }) {
  const runCommand = useCommand();
  const [busy, setBusy] = useState(false);
  const order = async (count: number) => {
    setBusy(true);
    const text = onOrderList(designation, count);
    await runCommand('shelf.order', { designation, count }, { words: text, done: { text, undo: () => void order(wanted) } });
    setBusy(false);
  };
  return (
    <Button size="small" disabled={busy} onClick={() => void order(wanted + 1)} aria-label={putOnOrderList(designation)}>
      {wanted > 0 ? oneMoreOnOrder(wanted) : 'Order one'}
    </Button>
  );
}

/** Standard sizes out of stock that would run, with their limits, and the effect of an adjuster. */
export function OutOfStock({
  match,
  drive,
  shelf,
  context,
}: {
  match: MatchAnswer;
  drive: Drive;
  shelf: readonly ShelfBelt[];
  context: WhyContext;
}) {
  const units = useUnits();
  const { show, adjusterPosition } = units;
  const mayChange = useMayChange();
  const toHand = new Set(shelf.filter((b) => b.quantity > 0).map((b) => b.designation));
  const missing = match.standard.filter((s) => !toHand.has(s.id));
  const wanted = new Map(shelf.flatMap((b) => (b.designation !== null && b.wanted > 0 ? [[b.designation, b.wanted] as const] : [])));
  const ends = (w: MatchAnswer['window']) => {
    if (w.releaseMinMm === null) return match.asksForRelease ? 'no length releases' : 'no length fits';
    if (w.gripMaxMm === null) return 'no length grips';
    return noLength(match.asksForRelease, show(w.releaseMinMm, 'length'), show(w.gripMaxMm, 'length'));
  };
  const range = (w: MatchAnswer['window']) =>
    w.shortestMm === null || w.longestMm === null
      ? ends(w)
      : Number.isFinite(w.shortestMm)
        ? `${show(w.shortestMm, 'length')} to ${show(w.longestMm, 'length')}`
        : `up to ${show(w.longestMm, 'length')}`;
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: '1fr 1fr' }, gap: 2, mt: 2 }}>
      <Box>
        <Typography variant="h3">Would run, not in stock</Typography>
        <Typography sx={{ fontSize: 14 }}>
          {missing.length === 0
            ? match.standard.length === 0
              ? 'No standard size of this section would run.'
              : 'Every standard size that would run is in stock.'
            : null}
        </Typography>
        <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
          {missing.slice(0, MISSING_SHOWN).map((s) => (
            <Box component="li" key={s.id} sx={{ fontSize: 14, py: 0.25 }}>
              <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, minHeight: 40 }}>
                <VerdictMark verdict={s.verdict} />
                <span className="ts-mono">{s.id}</span>
                <Box component="span" sx={{ color: 'var(--ts-quiet)', mr: 'auto' }}>
                  {show(s.outsideMm, 'length')}, {verdictWord(s.verdict).toLowerCase()}
                </Box>
                {mayChange && <OrderButton designation={s.id} wanted={wanted.get(s.id) ?? 0} />}
              </Box>
              {s.verdict === 'marginal' && <Box sx={{ color: 'var(--ts-quiet)' }}>{whySentence(s, units, context)}</Box>}
            </Box>
          ))}
        </Box>
        {missing.length > MISSING_SHOWN && (
          <Typography sx={{ fontSize: 14, color: 'var(--ts-quiet)' }}>{moreStandardSizes(missing.length - MISSING_SHOWN)}</Typography>
        )}
      </Box>
      {match.adjusters.length > 0 && (
        <Box>
          <Typography variant="h3">Effect of each adjuster</Typography>
          {match.adjusters.map((a) => {
            const adjuster = drive.adjusters.find((one) => one.id === a.id)!;
            return (
              <Box key={a.id} sx={{ fontSize: 14 }}>
                {adjuster.label ?? a.id}, now at {adjusterPosition(adjuster.position, placeDimension(drive, adjuster))}:
                <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
                  {a.windows.map((w) => (
                    <li key={w.position}>
                      at {adjusterPosition(w.position, placeDimension(drive, adjuster))}: {range(w.window)}
                    </li>
                  ))}
                </Box>
              </Box>
            );
          })}
        </Box>
      )}
    </Box>
  );
}
