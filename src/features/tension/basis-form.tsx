'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useController, useForm } from 'react-hook-form';
import type { Drive } from '@/core/drive';
import type { TensionBasisWritten } from '@/core/job';
import { Choices } from '@/ui/choices';
import { useUnits } from '@/ui/units';
import { LoadOf, type Load } from './load-of';
import { estimatedPower } from './messages';

interface BasisFields {
  readonly loads: readonly Load[];
  readonly newBelt: boolean;
}

/** Load assumptions of the tension: loads and a new belt. The target of the manual is passed on. */
export function BasisForm({
  drive,
  beltId,
  written,
  sprung,
  onKeep,
}: {
  drive: Drive;
  beltId: string;
  written: TensionBasisWritten | null;
  /** A spring keeps the pull, so that a new belt is set as any. */
  sprung: boolean;
  onKeep: (basis: TensionBasisWritten) => Promise<boolean>;
}) {
  const { show } = useUnits();
  const { control, handleSubmit, formState } = useForm<BasisFields>({
    defaultValues: { loads: written?.loads ?? [], newBelt: written?.newBelt ?? false },
  });
  const { field: loadsField } = useController({ control, name: 'loads' });
  const { field: newBelt } = useController({ control, name: 'newBelt' });
  const loads = loadsField.value;
  const onBelt = new Set(drive.belts.find((b) => b.id === beltId)?.route.map((r) => r.pulley));
  const driven = drive.pulleys.filter((p) => p.role === 'driven' && (onBelt.has(p.id) || p.powerKw !== undefined));
  const total = loads.reduce((a, l) => a + l.kw, 0);
  const save = handleSubmit(async (fields) => {
    const { ownTargetN, manual } = written ?? { ownTargetN: null, manual: null };
    await onKeep({ belt: beltId, loads: [...fields.loads], ownTargetN, manual, newBelt: fields.newBelt });
  });
  return (
    <Box
      component="form"
      noValidate
      aria-label="Load assumptions"
      onSubmit={(e) => void save(e)}
      sx={{ display: 'grid', gap: 2, maxWidth: 860 }}
    >
      {driven.map(({ id, label = 'Driven pulley', powerKw }) => (
        <LoadOf
          key={id}
          label={label}
          drawnKw={powerKw}
          load={loads.find((l) => l.id === id)}
          onLoad={(load) => loadsField.onChange([...loads.filter((l) => l.id !== id), ...(load ? [{ ...load, id, label }] : [])])}
        />
      ))}
      {loads.some((l) => l.guess) && (
        <Alert severity="info" variant="outlined">
          {estimatedPower(show(total, 'power'))}
        </Alert>
      )}
      {sprung ? (
        <Box sx={{ fontSize: 15, color: 'var(--ts-quiet)' }}>A spring holds its tension, so a new belt is set like a run-in belt.</Box>
      ) : (
        <Choices
          label="The belt"
          value={newBelt.value ? 'new' : 'run-in'}
          options={[
            { id: 'run-in', label: 'Run in' },
            { id: 'new', label: 'New, will seat' },
          ]}
          onChoose={(is) => newBelt.onChange(is === 'new')}
        />
      )}
      <Box>
        <Button type="submit" variant="contained" disabled={formState.isSubmitting}>
          Use these loads
        </Button>
      </Box>
    </Box>
  );
}
