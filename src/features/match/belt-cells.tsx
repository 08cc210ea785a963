'use client';

import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import type { MatchedBelt, RunningSettings } from '@/core/drive';
import type { ShelfBelt, Trial } from '@/contract/records';
import { beltName, isExact, piecesOf } from '@/services/candidates';
import { useUnits } from '@/ui/units';
import { rescueSentence, someOfMatched, whySentence, type WhyContext } from './messages';
import { trialsOfSize } from './trials-note';

export interface BeltListProps {
  readonly rows: readonly MatchedBelt[];
  readonly chosen: string | null;
  readonly onChoose: (id: string) => void;
  readonly stock: ReadonlyMap<string, ShelfBelt>;
  readonly context: WhyContext;
  /** Substitutes tried on this drive before. */
  readonly trials: readonly Trial[];
  readonly rescues: Readonly<Record<string, readonly RunningSettings[]>>;
  readonly lengthAssessed: boolean;
}

/** Text of the cells of a belt. */
export interface BeltCells {
  readonly name: (belt: MatchedBelt) => ReactNode;
  /** Length, bin and stock. */
  readonly place: (belt: MatchedBelt) => string;
  readonly why: (belt: MatchedBelt) => string;
  /** Earlier trials of this size. */
  readonly tried: (belt: MatchedBelt) => string;
  readonly engaged: (belt: MatchedBelt) => string;
  readonly released: (belt: MatchedBelt) => string;
  readonly likely: (belt: MatchedBelt) => string;
  /** True if the length of the belt was assessed. */
  readonly isAssessed: (belt: MatchedBelt) => boolean;
}

const percent = (p: number): string => (p > 0.995 && p < 1 ? '> 99%' : p > 0 && p < 0.005 ? '< 1%' : `${Math.round(p * 100)}%`);

const EXACT = (
  <Box component="span" sx={{ ml: 0.75, fontSize: 12, color: 'var(--ts-work)', fontWeight: 650, fontFamily: 'Archivo Variable' }}>
    exact
  </Box>
);

/** Cells of the belts, in the units of this person. */
export function useBeltCells({ stock, context, trials, rescues, lengthAssessed }: BeltListProps): BeltCells {
  const units = useUnits();
  const { show } = units;
  const { drive, beltId } = context;
  const trialsOf = (b: MatchedBelt) =>
    trialsOfSize(trials, b.outsideMm).map((t) => `${t.worked ? 'Worked' : 'Did not work'} on job ${t.number} as ${t.belt}.`);
  return {
    name: (b) => (
      <>
        {beltName(stock.get(b.id)!)}
        {isExact(drive, beltId, b, stock.get(b.id)?.quantity) && EXACT}
      </>
    ),
    place: (b) => {
      const { quantity, bin } = stock.get(b.id)!;
      const pieces = piecesOf(drive, beltId, b);
      const count = quantity === 0 ? 'none left' : pieces > 1 ? someOfMatched(quantity, pieces) : quantity;
      return `${show(b.outsideMm, 'length')} · ${bin || 'no bin'} · ${count}`;
    },
    why: (b) => [...trialsOf(b), whySentence(b, units, context), rescueSentence(rescues[b.id], drive, units)].filter(Boolean).join(' '),
    tried: (b) => trialsOf(b).join(' '),
    engaged: (b) => show(b.engaged.tension, 'force'),
    released: (b) => (b.disengaged.stretchMm > 0 ? 'none' : show(b.disengaged.slack, 'length')),
    likely: (b) => percent(b.chance),
    isAssessed: (b) => b.verdict !== 'wrong-section' && lengthAssessed,
  };
}
