'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { meterRate } from '@/core/machine';
import { meterText } from '@/core/quantity';
import { Card } from '@/ui/page';
import { Moment } from '@/ui/when';
import { isTaken, useCommand } from '../commands/use-command';
import { useMayChange } from '../shell/shell-context';
import { MeterField } from './meter-field';
import type { LoggedReading, Machine } from '@/contract/records';

/** Number of visible readings before unfolding. */
const SHOWN = 5;

/** Meter readings of a machine with dates, its use per week, and a field for the present value. */
export function MeterCard({ machine, log }: { machine: Machine; log: readonly LoggedReading[] }) {
  const runCommand = useCommand();
  const mayChange = useMayChange();
  const [all, setAll] = useState(false);
  const [typed, setTyped] = useState<{ readonly value: number | null; readonly unit: Machine['meterUnit'] }>({
    value: null,
    unit: machine.meterUnit,
  });
  const [problem, setProblem] = useState<string | null>(null);
  const [round, setRound] = useState(0);
  const rate = meterRate(log);
  const backwards = typed.value !== null && machine.meter !== null && typed.unit === machine.meterUnit && typed.value < machine.meter;
  const keep = async () => {
    if (typed.value === null || problem !== null) return;
    const words = `${machine.name}: meter at ${meterText(typed.value, typed.unit)}`;
    const answer = await runCommand(
      'meter.read',
      { machineId: machine.id, value: typed.value, unit: typed.unit },
      { words, done: `${words}.` },
    );
    if (!isTaken(answer)) return;
    setTyped({ value: null, unit: typed.unit });
    setRound(round + 1);
  };
  return (
    <Card title="Meter">
      <Box sx={{ fontSize: 26, fontWeight: 650 }} className="ts-mono">
        {machine.meter === null ? 'never read' : meterText(machine.meter, machine.meterUnit)}
      </Box>
      <Box sx={{ color: 'var(--ts-quiet)', mb: 1.5 }}>
        {rate ? (
          <>
            {meterText(rate.perWeek, rate.unit)} a week since <Moment at={rate.since} as="day" />
          </>
        ) : (
          'Enter two readings with at least a week between them to calculate the use per week.'
        )}
      </Box>
      {mayChange && (
        <Box
          component="form"
          noValidate
          onSubmit={(e) => {
            e.preventDefault();
            void keep();
          }}
          sx={{ display: 'flex', gap: 1, alignItems: 'flex-start', mb: 1.5, flexWrap: 'wrap' }}
        >
          <Box sx={{ flex: '1 1 240px' }}>
            <MeterField
              key={round}
              meter={typed.value}
              unit={typed.unit}
              onMeter={(value, unit) => setTyped({ value, unit })}
              onProblem={setProblem}
            />
            {backwards && (
              <Box role="status" sx={{ fontSize: 14, color: 'var(--ts-copper)', mt: 0.5 }}>
                The meter is lower than before. It is saved as a new meter, and use is counted from it.
              </Box>
            )}
          </Box>
          <Button type="submit" variant="outlined" disabled={typed.value === null || problem !== null}>
            Save reading
          </Button>
        </Box>
      )}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, fontSize: 14 }}>
        {log.slice(0, all ? log.length : SHOWN).map((r) => (
          <Box component="li" key={r.id} sx={{ display: 'flex', gap: 2, py: 0.5, borderTop: '1px solid var(--ts-edge)' }}>
            <span className="ts-mono" style={{ minWidth: 90 }}>
              {meterText(r.value, r.unit)}
            </span>
            <span className="ts-quiet">
              <Moment at={r.at} as="day" />
              {r.by ? `, ${r.by}` : ''}
            </span>
          </Box>
        ))}
      </Box>
      {log.length > SHOWN && !all && <Button onClick={() => setAll(true)}>All {log.length} readings</Button>}
    </Card>
  );
}
