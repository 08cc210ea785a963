'use client';

import Box from '@mui/material/Box';
import type { MatchedBelt, RunningSettings } from '@/core/drive';
import { useUnits } from '@/ui/units';
import { VerdictWord } from '@/ui/verdict';
import { beltName, isExact, piecesOf, runsOn } from '@/services/candidates';
import { trialsOfSize } from './trials-note';
import { rescueSentence, whySentence, type WhyContext, someOfMatched } from './messages';
import type { ShelfBelt, Trial } from '@/contract/records';

/** Out of sight and still read out. */
const HIDDEN = { position: 'absolute', width: 1, height: 1, overflow: 'hidden', clipPath: 'inset(50%)' } as const;

/** Every belt of the shelf in the place of the drive's own: a table, or cards where it is narrow. */
export function BeltTable({
  rows,
  narrow,
  chosen,
  onChoose,
  stock,
  context,
  trials,
  rescues,
  lengthAssessed,
  headed,
}: {
  rows: readonly MatchedBelt[];
  narrow: boolean;
  chosen: string | null;
  onChoose: (id: string) => void;
  stock: ReadonlyMap<string, ShelfBelt>;
  context: WhyContext;
  /** Substitutes tried on this drive before. */
  trials: readonly Trial[];
  rescues: Readonly<Record<string, readonly RunningSettings[]>>;
  lengthAssessed: boolean;
  /** False where a table above has the same columns. */
  headed: boolean;
}) {
  const units = useUnits();
  const { show } = units;
  const { drive, beltId, asksForRelease } = context;
  const where = (b: MatchedBelt) => {
    const s = stock.get(b.id)!;
    const pieces = piecesOf(drive, beltId, b);
    const count = s.quantity === 0 ? 'none left' : pieces > 1 ? someOfMatched(s.quantity, pieces) : s.quantity;
    return `${s.bin || 'no bin'} · ${count}`;
  };
  const tried = (b: MatchedBelt) =>
    trialsOfSize(trials, b.outsideMm).map((t) => `${t.worked ? 'Worked' : 'Did not work'} on job ${t.number} as ${t.belt}.`);
  const why = (b: MatchedBelt) =>
    [...tried(b), whySentence(b, units, context), rescueSentence(rescues[b.id], drive, units)].filter(Boolean).join(' ');
  const released = (b: MatchedBelt) => (b.disengaged.stretchMm > 0 ? 'none' : show(b.disengaged.slack, 'length'));
  const percent = (p: number) => (p > 0.995 && p < 1 ? '> 99%' : p > 0 && p < 0.005 ? '< 1%' : `${Math.round(p * 100)}%`);
  const tag = (b: MatchedBelt) =>
    isExact(drive, beltId, b, stock.get(b.id)?.quantity) && (
      <Box component="span" sx={{ ml: 0.75, fontSize: 12, color: 'var(--ts-work)', fontWeight: 650, fontFamily: 'Archivo Variable' }}>
        exact
      </Box>
    );
  if (narrow) {
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
                  {beltName(stock.get(b.id)!)}
                  {tag(b)}
                </Box>
                <Box sx={{ ml: 'auto' }}>
                  <VerdictWord verdict={b.verdict} reasons={b.reasons} letsGo={asksForRelease} />
                </Box>
              </Box>
              <Box sx={{ color: 'var(--ts-quiet)', fontSize: 14 }}>
                {show(b.outsideMm, 'length')} · {where(b)}
                {b.verdict === 'wrong-section' || !lengthAssessed ? '' : ` · chance ${percent(b.chance)}`}
              </Box>
              {/* A belt that runs shows its limits once it is chosen. A belt that does not run shows them immediately. */}
              <Box sx={{ fontSize: 14 }}>{b.id === chosen || !runsOn(b) ? why(b) : tried(b).join(' ')}</Box>
            </Box>
          </Box>
        ))}
      </Box>
    );
  }
  const columns = [
    { label: 'Belt, outside length, bin · in stock', width: 236 },
    { label: 'Verdict, and why', width: undefined },
    { label: asksForRelease ? 'Engaged' : 'Tension', width: 76, right: true },
    ...(asksForRelease ? [{ label: 'Slack', width: 72, right: true }] : []),
    { label: 'Likely', width: 66, right: true },
  ];
  return (
    <Box
      component="table"
      sx={{
        width: '100%',
        borderCollapse: 'collapse',
        tableLayout: 'fixed',
        fontSize: 14,
        '& td': { p: '5px 8px', borderBottom: '1px solid var(--ts-edge)', verticalAlign: 'baseline' },
      }}
    >
      <colgroup>
        {columns.map((c) => (
          <col key={c.label} style={{ width: c.width }} />
        ))}
      </colgroup>
      <thead>
        <tr>
          {columns.map((c) => (
            <Box
              component="th"
              scope="col"
              key={c.label}
              sx={
                headed
                  ? {
                      textAlign: c.right ? 'right' : 'left',
                      fontWeight: 600,
                      fontSize: 13,
                      color: 'var(--ts-quiet)',
                      p: '6px 8px',
                      borderBottom: '1px solid var(--ts-ink)',
                      whiteSpace: 'nowrap',
                    }
                  : { position: 'relative', p: 0 }
              }
            >
              {headed ? (
                c.label
              ) : (
                <Box component="span" sx={HIDDEN}>
                  {c.label}
                </Box>
              )}
            </Box>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((b) => {
          const seats = b.verdict !== 'wrong-section' && lengthAssessed;
          return (
            <Box
              component="tr"
              key={b.id}
              onClick={() => onChoose(b.id)}
              sx={{
                cursor: 'pointer',
                bgcolor: b.id === chosen ? 'var(--ts-work-soft)' : 'transparent',
                '&:hover': { bgcolor: b.id === chosen ? 'var(--ts-work-soft)' : 'var(--ts-sand)' },
              }}
            >
              <td>
                <Box
                  component="button"
                  type="button"
                  aria-pressed={b.id === chosen}
                  className="ts-mono"
                  sx={{
                    font: 'inherit',
                    fontFamily: 'Spline Sans Mono',
                    fontWeight: 600,
                    background: 'none',
                    border: 0,
                    p: 0,
                    minHeight: 24,
                    color: 'inherit',
                    cursor: 'pointer',
                    textAlign: 'left',
                  }}
                >
                  {beltName(stock.get(b.id)!)}
                  {tag(b)}
                </Box>
                <Box sx={{ color: 'var(--ts-quiet)', fontSize: 13.5, lineHeight: 1.35 }}>
                  {show(b.outsideMm, 'length')} · {where(b)}
                </Box>
              </td>
              <td>
                <VerdictWord verdict={b.verdict} reasons={b.reasons} letsGo={asksForRelease} />
                <Box
                  sx={{
                    ...{ color: 'var(--ts-quiet)', fontSize: 13.5, lineHeight: 1.35 },
                    // One line is enough to compare belts that run. The chosen belt, and a near miss, shows the whole reason.
                    ...(b.id === chosen || !runsOn(b) ? {} : { whiteSpace: 'nowrap', overflow: 'hidden', textOverflow: 'ellipsis' }),
                  }}
                >
                  {why(b)}
                </Box>
              </td>
              <Box component="td" className="ts-mono" sx={{ textAlign: 'right', whiteSpace: 'nowrap' }}>
                {seats ? show(b.engaged.tension, 'force') : ''}
              </Box>
              {asksForRelease && (
                <Box component="td" className="ts-mono" sx={{ textAlign: 'right', whiteSpace: 'nowrap' }}>
                  {seats ? released(b) : ''}
                </Box>
              )}
              <Box component="td" className="ts-mono" sx={{ textAlign: 'right', whiteSpace: 'nowrap' }}>
                {seats ? percent(b.chance) : ''}
              </Box>
            </Box>
          );
        })}
      </tbody>
    </Box>
  );
}
