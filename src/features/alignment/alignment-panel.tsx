'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useController, useForm, useWatch, type Control } from 'react-hook-form';
import { trackAgrees, TRACKS } from '@/core/alignment';
import type { Drive } from '@/core/drive';
import { ALIGNED_WHEN, CUTS, type Aligned } from '@/core/job';
import { Choices } from '@/ui/choices';
import { FormChoices, FormNumber } from '@/ui/form-inputs';
import { NumberField } from '@/ui/number-field';
import { alignedOf, pairOf, pulleyName, startOf, worstAngle, type AlignmentFields } from './alignment-fields';
import { AlignmentResult } from './alignment-result';
import { EdgeSketch } from './edge-sketch';
import { BY_WORDS, CUT_WORDS, TRACK_WORDS, trackContradictsGaps, WHEN_WORDS } from './messages';
import { NO_GAPS, useAlignmentState } from './use-alignment';

const GAP_FIELDS = [
  ['near', 'Near rim'],
  ['far', 'Far rim'],
  ['above', 'Upper rim, if measured'],
  ['below', 'Lower rim, if measured'],
] as const;
const EDGES = ['straight-edge', 'string'] as const;

interface PanelProps {
  readonly drive: Drive;
  readonly beltId: string;
  /** The last reading of this job: it was taken by the same edge or string, at the same pulleys. */
  readonly last?: Aligned | null;
  /** Null where nothing may be written. */
  readonly onKeep: ((aligned: Aligned) => Promise<boolean>) | null;
}

/** Gaps to a straight edge, the entry angle at each span, the correction, and the saved reading. */
export function AlignmentPanel(props: PanelProps) {
  const route = props.drive.belts.find((b) => b.id === props.beltId)?.route ?? [];
  if (new Set(route.map((r) => r.pulley)).size < 2)
    return <Box sx={{ color: 'var(--ts-quiet)' }}>Its belt is drawn round less than two pulleys.</Box>;
  return <TwoPulleys {...props} />;
}

function TwoPulleys({ drive, beltId, last = null, onKeep }: PanelProps) {
  const { control, handleSubmit, setError, setValue, formState } = useForm<AlignmentFields>({
    defaultValues: startOf(drive, beltId, last),
  });
  const fields = useWatch({ control }) as AlignmentFields;
  const [edgeSide, setEdgeSide] = useState<'left' | 'right'>('right');
  const { reference } = fields;
  const pair = pairOf(drive, beltId, fields);
  const state = useAlignmentState({
    drive,
    beltId,
    reference,
    pulley: pair.pulley,
    gaps: fields.gaps,
    rim: fields.rimMm,
    wider: fields.widerByMm ?? 0,
    edgeSide,
  });
  const { read, wrong, misalignment, spans, settled } = state;
  const save = handleSubmit(async (taken) => {
    const missing = (['near', 'far'] as const).find((rim) => taken.gaps[rim] === null);
    if (missing)
      return setError(`gaps.${missing}`, { message: 'Measure the gap at the near and at the far rim first.' }, { shouldFocus: true });
    if (!read || wrong || !misalignment || !onKeep) return;
    // Typed and saved in one step: the shown result may still belong to the earlier numbers.
    const entered = settled ? spans : await state.ask();
    if (!entered) return setError('root', { message: 'It could not be calculated. Save it again.' });
    if (entered.length === 0)
      return setError('root', { message: 'The belt does not touch both of these pulleys. Choose two that it touches.' });
    if (!(await onKeep(alignedOf(drive, beltId, taken, { gaps: read, misalignment, spans: entered })))) return;
    setValue('gaps', NO_GAPS);
    setValue('track', 'none');
  });
  const problem = wrong?.problem ?? formState.errors.root?.message ?? '';
  return (
    <Box
      component="form"
      noValidate
      aria-label="Alignment"
      onSubmit={(e) => void save(e)}
      sx={{ display: 'grid', gap: 1.5, maxWidth: 860 }}
    >
      <PulleyFields control={control} drive={drive} pair={pair} />
      <EdgeSketch gaps={read ?? {}} from={pulleyName(drive, reference)} to={pulleyName(drive, pair.pulley)} />
      <GapFields control={control} rimMm={pair.rimMm} />
      {problem !== '' && (
        <Alert severity="warning" variant="outlined">
          {problem}
        </Alert>
      )}
      {misalignment && (
        <AlignmentResult {...{ drive, reference, edgeSide, misalignment }} pair={pair} state={state} onEdgeSide={setEdgeSide} />
      )}
      <ConditionFields control={control} drive={drive} within={spans.length === 0 ? null : worstAngle(spans) <= pair.limitDeg} />
      {onKeep && (
        <Box>
          <Button type="submit" variant="contained" size="large" disabled={formState.isSubmitting}>
            Save alignment
          </Button>
        </Box>
      )}
    </Box>
  );
}

type Pair = ReturnType<typeof pairOf>;

/** The two pulleys, and the edge or string between them. */
function PulleyFields({ control, drive, pair }: { control: Control<AlignmentFields>; drive: Drive; pair: Pair }) {
  const { field } = useController({ control, name: 'pulley' });
  const named = (ids: readonly string[]) => ids.map((id) => ({ id, label: pulleyName(drive, id) }));
  return (
    <>
      <FormChoices control={control} name="reference" label="Edge laid on" options={named(pair.all)} />
      <Choices label="Gaps measured at" value={pair.pulley} options={named(pair.others)} onChoose={field.onChange} />
      <FormChoices control={control} name="by" label="By" options={EDGES.map((id) => ({ id, label: BY_WORDS[id] }))} />
    </>
  );
}

/** Gaps at the rims, the diameter at the gaps, and the difference in width. */
function GapFields({ control, rimMm }: { control: Control<AlignmentFields>; rimMm: number }) {
  const { field } = useController({ control, name: 'rimMm' });
  return (
    <>
      <Box sx={{ fontSize: 15, color: 'var(--ts-quiet)' }}>
        Place the edge flat on the outer face of one pulley. At the other, measure from the edge to the rim. If that rim holds the edge off,
        enter the gap below 0.
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr 1fr', md: 'repeat(4, 1fr)' }, gap: 1.5, alignItems: 'start' }}>
        {GAP_FIELDS.map(([id, words]) => (
          <FormNumber key={id} control={control} name={`gaps.${id}`} dimension="length" label={words} min={-100} max={100} optional />
        ))}
        <NumberField dimension="length" label="Rim across" value={rimMm} onValue={(mm) => field.onChange(mm)} min={10} max={3000} />
        <FormNumber
          control={control}
          name="widerByMm"
          dimension="length"
          label="Wider than the other by"
          min={-500}
          max={500}
          helperText="From face to face. The groove is in the middle."
        />
      </Box>
    </>
  );
}

/** Condition in which the gaps were read, and the run with one belt alone. */
function ConditionFields({
  control,
  drive,
  within,
}: {
  control: Control<AlignmentFields>;
  drive: Drive;
  /** True if each entry angle is within its limit. Null without one. */
  within: boolean | null;
}) {
  const track = useWatch({ control, name: 'track' });
  return (
    <>
      <FormChoices control={control} name="when" label="Read" options={ALIGNED_WHEN.map((id) => ({ id, label: WHEN_WORDS[id] }))} />
      {drive.kind === 'mower-deck' && (
        <FormChoices control={control} name="cut" label="Deck at" options={CUTS.map((id) => ({ id, label: CUT_WORDS[id] }))} />
      )}
      <FormChoices
        control={control}
        name="track"
        label="One belt alone, a short run"
        options={[{ id: 'none' as const, label: 'Not run' }, ...TRACKS.map((id) => ({ id, label: TRACK_WORDS[id] }))]}
      />
      {track !== 'none' && within !== null && !trackAgrees(track, within) && (
        <Alert severity="warning" variant="outlined">
          {trackContradictsGaps(track === 'stays')}
        </Alert>
      )}
    </>
  );
}
