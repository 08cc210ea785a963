'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { causesIndicated, type DriveKind } from '@/core/fault';
import { placeOfFinding, type Found, type OrderedCheck } from '@/core/job';
import { RESULT_WORDS } from '../../job-messages';
import type { Simulated } from '../simulated';

/** A check on a simulated machine: the method, and its result. */
export function SimulatedCheck({
  item: { check, parts },
  kind,
  found,
  simulated,
  writable,
  onRepair,
}: {
  item: OrderedCheck;
  kind: DriveKind;
  found: ReadonlyMap<string, Found>;
  simulated: Simulated;
  writable: boolean;
  /** Link to the repair. */
  onRepair: () => void;
}) {
  const answers = parts.flatMap((part) => found.get(placeOfFinding({ check: check.id, part })) ?? []);
  const worst = answers.find((a) => a.result === 'bad') ?? answers.find((a) => a.result === 'watch');
  const minutes = simulated.minutesOf(check.id);
  return (
    <Box>
      <Box sx={{ mb: 1 }}>{check.how}</Box>
      {check.tools.length > 0 && <Box sx={{ fontSize: 14, color: 'var(--ts-quiet)', mb: 1 }}>With: {check.tools.join(', ')}.</Box>}
      {answers.map(({ part, result }) => (
        <Box key={part?.id ?? ''} sx={{ display: 'flex', gap: 1, py: 1, borderTop: '1px solid var(--ts-edge)', fontSize: 18 }}>
          <Box sx={{ flex: 1 }}>{part?.label ?? 'It shows'}</Box>
          <Box sx={{ fontWeight: result === 'good' ? 450 : 650, color: result === 'bad' ? 'var(--ts-stop)' : 'inherit' }}>
            {result === 'not-reached' ? RESULT_WORDS[result] : (check.results[result] ?? RESULT_WORDS[result])}
          </Box>
        </Box>
      ))}
      {worst?.result === 'bad' && (
        <Box sx={{ my: 1, pl: 1.5, borderLeft: '3px solid var(--ts-copper)' }}>
          May mean:{' '}
          {causesIndicated(check.id, kind)
            .slice(0, 3)
            .map((c) => c.label.charAt(0).toLowerCase() + c.label.slice(1))
            .join('; or ')}
          .
          {writable && (
            <Button onClick={onRepair} sx={{ display: 'block' }}>
              Open possible repairs
            </Button>
          )}
        </Box>
      )}
      {writable && (
        <Button
          variant={answers.length === 0 ? 'contained' : 'outlined'}
          onClick={() => simulated.look(check.id)}
          sx={{ minHeight: 48, mt: 0.5 }}
        >
          {answers.length === 0 ? 'Check it' : 'Check again'}, {minutes} min
        </Button>
      )}
    </Box>
  );
}
