'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
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
  const mayChange = useMayChange();
  const [all, setAll] = useState(false);
  const rate = meterRate(log);
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
      {mayChange && <MeterForm machine={machine} />}
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

/** Present value of the meter. */
function MeterForm({ machine }: { machine: Machine }) {
  const runCommand = useCommand();
  const { control, handleSubmit, setValue, formState } = useForm<{ value: number | null; unit: Machine['meterUnit'] }>({
    defaultValues: { value: null, unit: machine.meterUnit },
  });
  const [value, unit] = useWatch({ control, name: ['value', 'unit'] });
  const [problem, setProblem] = useState<string | null>(null);
  // The field is drawn again after a reading is saved, so that its text is empty.
  const [round, setRound] = useState(0);
  const backwards = value !== null && machine.meter !== null && unit === machine.meterUnit && value < machine.meter;
  const save = handleSubmit(async (typed) => {
    if (typed.value === null || problem !== null) return;
    const words = `${machine.name}: meter at ${meterText(typed.value, typed.unit)}`;
    const input = { machineId: machine.id, value: typed.value, unit: typed.unit };
    if (!isTaken(await runCommand('meter.read', input, { words, done: `${words}.` }))) return;
    setValue('value', null);
    setRound(round + 1);
  });
  return (
    <Box
      component="form"
      noValidate
      onSubmit={(e) => void save(e)}
      sx={{ display: 'flex', gap: 1, alignItems: 'flex-start', mb: 1.5, flexWrap: 'wrap' }}
    >
      <Box sx={{ flex: '1 1 240px' }}>
        <MeterField
          key={round}
          meter={value}
          unit={unit}
          onMeter={(read, of) => {
            setValue('value', read);
            setValue('unit', of);
          }}
          onProblem={setProblem}
        />
        {backwards && (
          <Box role="status" sx={{ fontSize: 14, color: 'var(--ts-copper)', mt: 0.5 }}>
            The meter is lower than before. It is saved as a new meter, and use is counted from it.
          </Box>
        )}
      </Box>
      <Button type="submit" variant="outlined" disabled={formState.isSubmitting || value === null || problem !== null}>
        Save reading
      </Button>
    </Box>
  );
}
