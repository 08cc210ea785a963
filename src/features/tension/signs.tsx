'use client';

import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { Drive } from '@/core/drive';
import { useUnits } from '@/ui/units';
import type { TensionAnswer } from '@/services/tension';
import { isShort, METHOD_WORDS, spanName, springName, VALUE_FIELDS, byFeel, springAsDrawn } from './messages';

/** Signs of each span and spring at the target, in the units of the person. */
export function Signs({ drive, answer }: { drive: Drive; answer: Extract<TensionAnswer, { ok: true }> }) {
  const { show } = useUnits();
  const { sheet, targetN, spans, feel } = answer;
  const belt = drive.belts.find((b) => b.id === sheet.belt);
  if (targetN === null || !belt) return null;
  const count = belt.count ?? 1;
  const felt = (['twist', 'hand-roll', 'thumb'] as const).flatMap((m) =>
    feel[m] === undefined ? [] : [`${METHOD_WORDS[m].toLowerCase()} ${show(feel[m], VALUE_FIELDS[m].dimension, 0)}`],
  );
  return (
    <Box component="section" aria-label="Signs at the target" sx={{ mt: 2 }}>
      <Typography variant="h3">Signs at the target</Typography>
      {spans.map((s) => (
        <Box key={`${s.from}>${s.to}`} sx={{ py: 0.75, borderBottom: '1px solid var(--ts-edge)', fontSize: 15 }}>
          {spanName(drive, s.from, s.to)}, {show(s.length, 'length')}:{' '}
          {isShort(belt, s.length) ? (
            'short and stiff: use another span'
          ) : (
            <>
              push <strong>{show(s.force!, 'force')}</strong>
              {count > 1 ? ` on all ${count} (${show(s.force! / count, 'force')} each)` : ''} at mid-span for{' '}
              <strong>{show(s.deflection, 'length')}</strong>, or tap <strong>{s.tapHz!.toFixed(1)} Hz</strong>
            </>
          )}
        </Box>
      ))}
      {sheet.springs.map((s) => (
        <Box key={s.id} sx={{ py: 0.75, borderBottom: '1px solid var(--ts-edge)', fontSize: 15 }}>
          {springAsDrawn(springName(drive, s.id), show(s.length, 'length'))}
        </Box>
      ))}
      {felt.length > 0 && <Box sx={{ py: 0.75, fontSize: 15, color: 'var(--ts-quiet)' }}>{byFeel(felt.join(', '))}</Box>}
    </Box>
  );
}
