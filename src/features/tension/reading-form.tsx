'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useController, useForm, useWatch, type Control } from 'react-hook-form';
import type { Drive } from '@/core/drive';
import { isFeel, type TensionMethod } from '@/core/tension';
import { Choices } from '@/ui/choices';
import { FormCheck, FormNumber } from '@/ui/form-inputs';
import { blank, lazyPart } from '@/ui/lazy';
import { NumberField } from '@/ui/number-field';
import { useUnits, type Units } from '@/ui/units';
import { MethodSketch } from './method-sketch';
import {
  asDrawn,
  atTargetByHand,
  beltIsOff,
  isShort,
  LOWEST_HEARD_HZ,
  METHOD_HOW,
  METHOD_WORDS,
  SHORT_SPAN_DEPTHS,
  shortSpan,
  springName,
  TAP_SHORT_SPAN,
  targetPush,
  targetTap,
  tooLowForPhone,
  VALUE_FIELDS,
} from './messages';
import {
  beltName,
  methodsOf,
  NO_READING,
  placeOf,
  readingOf,
  type Answered,
  type ReadingFields,
  type ReadingPlace,
} from './reading-fields';
import type { StoredReading } from './stored-reading';

/** The tap meter loads when it is first shown. */
const TapMeter = lazyPart(async () => (await import('./tap-meter')).TapMeter, blank(160));

/** Form of a reading: method, place and value, with the expected sign at the target. */
export function ReadingForm({
  drive,
  answer,
  problem,
  onTake,
}: {
  drive: Drive;
  answer: Answered;
  /** Why what was typed cannot be; '' while nothing is wrong. */
  problem: string;
  onTake: (kept: StoredReading) => Promise<boolean>;
}) {
  const units = useUnits();
  const { control, handleSubmit, clearErrors, setError, setValue, formState } = useForm<ReadingFields>({ defaultValues: NO_READING });
  const fields = useWatch({ control }) as ReadingFields;
  const { method } = fields;
  const place = placeOf(drive, answer, fields);
  const shared = answer.shared?.belts ?? [];
  const choose = (next: TensionMethod) => {
    for (const name of ['place', 'value', 'sound'] as const) setValue(name, null);
    setValue('method', next);
    clearErrors();
  };
  const take = handleSubmit(async (taken) => {
    if (taken.value === null) return setError('value', { message: 'Enter the reading first.' }, { shouldFocus: true });
    const at = placeOf(drive, answer, taken);
    const saved = await onTake({
      reading: readingOf(taken.method, taken.value, at),
      where: at.where,
      clamped: taken.clamped,
      placeIn: at.placeIn,
      without: shared.filter((id) => taken.without.includes(id)).map((id) => ({ id, label: beltName(drive, id) })),
      sound: taken.sound,
    });
    if (!saved) return;
    setValue('value', null);
    setValue('sound', null);
  });
  return (
    <Box component="form" noValidate aria-label="A reading" onSubmit={(e) => void take(e)} sx={{ display: 'grid', gap: 1.5, mt: 1 }}>
      <MethodChoices methods={methodsOf(drive, answer)} method={method} onChoose={choose} />
      <PlaceFields {...{ control, drive, answer, method, place }} />
      {method === 'tap' && (
        <TapMeter
          key={place.span.id}
          targetHz={place.span.tapHz}
          onNote={(hz, recorded) => {
            setValue('value', hz);
            setValue('sound', recorded);
          }}
        />
      )}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, alignItems: 'start' }}>
        <Box sx={{ flex: '1 1 160px', maxWidth: 360 }}>
          <FormNumber
            key={method}
            control={control}
            name="value"
            {...VALUE_FIELDS[method]}
            {...(place.placeIn === null ? {} : { dimension: place.placeIn })}
            optional
            helperText={targetWords(method, answer, place, units)}
          />
        </Box>
        {method === 'deflection' && <PushedIn control={control} place={place} />}
        <Button type="submit" variant="contained" size="large" disabled={formState.isSubmitting} sx={{ minHeight: 56 }}>
          Save reading
        </Button>
        <Box sx={{ display: 'grid', alignContent: 'center', minHeight: 56 }}>
          <FormCheck control={control} name="clamped" label="Measured with everything tight" />
          {shared.map((id) => (
            <BeltOff key={id} control={control} id={id} label={beltIsOff(beltName(drive, id))} />
          ))}
        </Box>
      </Box>
      {problem !== '' && (
        <Alert severity="warning" variant="outlined">
          {problem}
        </Alert>
      )}
    </Box>
  );
}

/** Methods of a reading. The rough ones by feel appear on request. */
function MethodChoices({
  methods,
  method,
  onChoose,
}: {
  methods: readonly TensionMethod[];
  method: TensionMethod;
  onChoose: (method: TensionMethod) => void;
}) {
  const [byFeel, setByFeel] = useState(false);
  return (
    <Choices
      label="Method of the reading"
      value={method}
      options={methods.filter((m) => byFeel || !isFeel(m)).map((id) => ({ id, label: METHOD_WORDS[id] }))}
      onChoose={onChoose}
      more={
        !byFeel && (
          <Button onClick={() => setByFeel(true)} sx={{ minHeight: 44 }}>
            By feel…
          </Button>
        )
      }
    />
  );
}

/** How to read by the method, and at which span, spring or adjuster. */
function PlaceFields({
  control,
  drive,
  answer,
  method,
  place,
}: {
  control: Control<ReadingFields>;
  drive: Drive;
  answer: Answered;
  method: TensionMethod;
  place: ReadingPlace;
}) {
  const { field } = useController({ control, name: 'place' });
  const { spans, span, spring, adjuster, atSpan } = place;
  return (
    <>
      <Box
        sx={{ display: 'grid', gridTemplateColumns: { xs: '96px 1fr', sm: '220px 1fr' }, columnGap: 2, rowGap: 1, alignItems: 'center' }}
      >
        <Box sx={{ gridRow: { sm: 'span 2' } }}>
          <MethodSketch method={method} />
        </Box>
        <Box sx={{ fontSize: 15, color: 'var(--ts-quiet)' }}>{METHOD_HOW[method]}</Box>
        {atSpan && spans.length > 1 && (
          <TextField
            select
            size="small"
            label="Span"
            value={span.id}
            onChange={(e) => field.onChange(e.target.value)}
            slotProps={{ select: { native: true }, inputLabel: { shrink: true } }}
            sx={{ gridColumn: { xs: '1 / -1', sm: '2' } }}
          >
            {spans.map((s) => (
              <option key={s.id} value={s.id}>
                {s.label}
              </option>
            ))}
          </TextField>
        )}
      </Box>
      {method === 'spring-length' && (
        <Choices
          label="At which spring"
          value={spring!.id}
          options={answer.sheet.springs.map((s) => ({ id: s.id, label: springName(drive, s.id) }))}
          onChoose={field.onChange}
        />
      )}
      {method === 'marks' && (
        <Choices
          label="At which adjuster"
          value={adjuster!.id}
          options={drive.adjusters.map((a) => ({ id: a.id, label: a.label ?? 'Adjuster' }))}
          onChoose={field.onChange}
        />
      )}
      {atSpan && <SpanLimits drive={drive} belt={answer.sheet.belt} method={method} span={span} />}
    </>
  );
}

/** Limits of a reading at this span: it is short, or its tap is too low to be heard. */
function SpanLimits({ drive, belt, method, span }: { drive: Drive; belt: string; method: TensionMethod; span: ReadingPlace['span'] }) {
  const { show } = useUnits();
  return (
    <>
      {isShort(
        drive.belts.find((b) => b.id === belt)!,
        span.length,
      ) && (
        <Alert severity="warning" variant="outlined">
          {shortSpan(show(span.length, 'length'), SHORT_SPAN_DEPTHS)}
          {method === 'tap' && ` ${TAP_SHORT_SPAN}`}
        </Alert>
      )}
      {method === 'tap' && span.tapHz !== null && span.tapHz < LOWEST_HEARD_HZ && (
        <Alert severity="info" variant="outlined">
          {tooLowForPhone(span.tapHz.toFixed(0))}
        </Alert>
      )}
    </>
  );
}

/** Deflection of a push. It starts with the usual one of the span. */
function PushedIn({ control, place }: { control: Control<ReadingFields>; place: ReadingPlace }) {
  const { field } = useController({ control, name: 'deflectionMm' });
  return (
    <Box sx={{ flex: '1 1 160px', maxWidth: 360 }}>
      <NumberField
        dimension="length"
        label="Pushed in by"
        value={place.pushedMm}
        onValue={(mm) => field.onChange(mm)}
        min={0.5}
        max={place.span.length / 4}
        helperText="A sixty-fourth of the span is usual."
      />
    </Box>
  );
}

/** Another belt on the same tensioner that is off the drive. */
function BeltOff({ control, id, label }: { control: Control<ReadingFields>; id: string; label: string }) {
  const { field } = useController({ control, name: 'without' });
  const off = field.value;
  return (
    <FormControlLabel
      control={
        <Checkbox
          checked={off.includes(id)}
          onChange={(e) => field.onChange(e.target.checked ? [...off, id] : off.filter((x) => x !== id))}
        />
      }
      label={label}
    />
  );
}

/** Value of the field at the target. */
function targetWords(method: TensionMethod, { targetN, feel }: Answered, { span, spring }: ReadingPlace, { show }: Units): string {
  if (method === 'spring-length') return asDrawn(show(spring?.length ?? 0, 'length'));
  if (method === 'marks') return 'In the units of the adjuster’s own scale. The table above shows the position in the drawing.';
  if (targetN === null) return 'The load is unknown, so there is no target.';
  if (isFeel(method)) {
    const at = feel[method];
    return at === undefined ? '' : atTargetByHand(show(at, VALUE_FIELDS[method].dimension, 0));
  }
  return method === 'tap' ? targetTap(span.tapHz!.toFixed(1)) : targetPush(show(span.force!, 'force'), show(span.deflection, 'length'));
}
