'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { turnsAndFlats } from '@/core/alignment';
import { placeDimension, type Drive } from '@/core/drive';
import type { Changed } from '@/core/job';
import { Field } from '@/ui/form';
import { FormNumber } from '@/ui/form-inputs';
import { useUnits } from '@/ui/units';
import { positionRange } from './messages';

type Adjuster = Drive['adjusters'][number];
export type AdjusterMoved = (change: Extract<Changed, { change: 'adjusted' }>) => Promise<boolean>;

/** Turns of the screw of an adjuster from its present position. '' without a screw. */
export function turnedWords({ screw, position }: Adjuster, to: number): string {
  if (!screw || Math.abs(to - position) < 0.01) return '';
  const { all } = turnsAndFlats(to - position, screw);
  const each = screw.rods.map((r) => `${(r.label ?? 'rod').toLowerCase()} ${Math.abs(all)} flats`).join(', ');
  return `${all > 0 ? 'tighten' : 'slacken'}: ${each || `${Math.abs(all)} flats`}`;
}

const changeOf = (drive: Drive, adjuster: Adjuster, to: number, turned: string): Parameters<AdjusterMoved>[0] => ({
  change: 'adjusted',
  adjuster: { id: adjuster.id, label: adjuster.label ?? 'Adjuster' },
  to,
  placeIn: placeDimension(drive, adjuster),
  turned,
});

/** New position of an adjuster: the recommended one by one tap, or another. */
export function MovedAdjuster({
  drive,
  advised,
  onMoved,
}: {
  drive: Drive;
  advised: { readonly id: string; readonly position: number } | null;
  onMoved: AdjusterMoved;
}) {
  const { adjusterPosition } = useUnits();
  const [other, setOther] = useState(false);
  const [busy, setBusy] = useState(false);
  const named = advised && drive.adjusters.find((a) => a.id === advised.id);
  const moveAsAdvised = async (adjuster: Adjuster, to: number) => {
    setBusy(true);
    if (await onMoved(changeOf(drive, adjuster, to, turnedWords(adjuster, to)))) setOther(false);
    setBusy(false);
  };
  return (
    <Box sx={{ flex: other || named ? '1 0 100%' : 'none' }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        {named && advised && (
          <Button variant="contained" disabled={busy} onClick={() => void moveAsAdvised(named, advised.position)} sx={{ minHeight: 56 }}>
            Moved to {adjusterPosition(advised.position, placeDimension(drive, named))}
          </Button>
        )}
        <Button
          variant={named ? 'outlined' : 'text'}
          onClick={() => setOther(!other)}
          aria-expanded={other}
          sx={named ? { minHeight: 56 } : { minHeight: 44, ml: -1, my: -0.5 }}
        >
          {named ? 'Other position' : 'I moved the adjuster'}
        </Button>
      </Box>
      {other && (
        <PositionForm drive={drive} first={advised?.id ?? drive.adjusters[0]!.id} onMoved={onMoved} onClose={() => setOther(false)} />
      )}
    </Box>
  );
}

/** Another position of an adjuster, with the counted turns. */
function PositionForm({ drive, first, onMoved, onClose }: { drive: Drive; first: string; onMoved: AdjusterMoved; onClose: () => void }) {
  const { adjusterPosition } = useUnits();
  const { control, handleSubmit, setError, formState } = useForm<{ id: string; position: number | null; turned: string }>({
    defaultValues: { id: first, position: null, turned: '' },
  });
  const id = useWatch({ control, name: 'id' });
  const adjuster = drive.adjusters.find((a) => a.id === id) ?? drive.adjusters[0]!;
  const placeIn = placeDimension(drive, adjuster);
  const save = handleSubmit(async ({ position, turned }) => {
    const { min, max } = adjuster;
    if (position === null) return setError('position', { message: 'Enter the new position.' }, { shouldFocus: true });
    if (position < min || position > max)
      return setError('position', { message: positionRange(adjusterPosition(min, placeIn), adjusterPosition(max, placeIn)) });
    if (await onMoved(changeOf(drive, adjuster, position, turned))) onClose();
  });
  return (
    <Box
      component="form"
      noValidate
      aria-label="Adjuster moved"
      onSubmit={(e) => void save(e)}
      sx={{ display: 'grid', gap: 1.5, mt: 1.5, maxWidth: 420 }}
    >
      {drive.adjusters.length > 1 && (
        <Field control={control} name="id" select label="Adjuster" slotProps={{ select: { native: true } }}>
          {drive.adjusters.map((a) => (
            <option key={a.id} value={a.id}>
              {a.label ?? 'Adjuster'}
            </option>
          ))}
        </Field>
      )}
      <FormNumber
        key={id}
        control={control}
        name="position"
        dimension={placeIn}
        label={`New position, now ${adjusterPosition(adjuster.position, placeIn)}`}
        optional
      />
      <Field
        control={control}
        name="turned"
        label="Turned, as counted"
        placeholder={adjuster.screw ? 'left 19 flats, right 11 flats' : '2 holes'}
        slotProps={{ htmlInput: { maxLength: 200 } }}
      />
      <Button type="submit" variant="contained" disabled={formState.isSubmitting} sx={{ minHeight: 48 }}>
        Save new position
      </Button>
    </Box>
  );
}
