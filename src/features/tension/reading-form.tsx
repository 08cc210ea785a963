'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { placeDimension, type Drive } from '@/core/drive';
import { isFeel, TENSION_METHODS, usualDeflection, type TakenReading, type TensionMethod } from '@/core/tension';
import { Choices } from '@/ui/choices';
import { NumberField } from '@/ui/number-field';
import { useUnits, type Units } from '@/ui/units';
import type { TensionAnswer } from '@/services/tension';
import type { StoredReading } from './stored-reading';
import { MethodSketch } from './method-sketch';
import {
  isShort,
  LOWEST_HEARD_HZ,
  METHOD_HOW,
  METHOD_WORDS,
  SHORT_SPAN_DEPTHS,
  spanName,
  springName,
  VALUE_FIELDS,
  asDrawn,
  atTargetByHand,
  beltIsOff,
  shortSpan,
  targetPush,
  targetTap,
  tooLowForPhone,
} from './messages';
import { blank, lazyPart } from '@/ui/lazy';

/** The tap meter loads when it is first shown. */
const TapMeter = lazyPart(async () => (await import('./tap-meter')).TapMeter, blank(160));

type Answered = Extract<TensionAnswer, { ok: true }>;
type Span = Answered['spans'][number];

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
  const { show } = units;
  const { sheet, shared } = answer;
  const [method, setMethod] = useState<TensionMethod>('tap');
  const [place, setPlace] = useState<string | null>(null);
  const [value, setValue] = useState<number | null>(null);
  const [deflection, setDeflection] = useState<number | null>(null);
  const [clamped, setClamped] = useState(false);
  const [off, setOff] = useState<readonly string[]>([]);
  const [byFeel, setByFeel] = useState(false);
  const [sound, setSound] = useState<Blob | null>(null);
  const [blank, setBlank] = useState(false);
  const [busy, setBusy] = useState(false);
  const belt = drive.belts.find((b) => b.id === sheet.belt)!;
  const spans = answer.spans.map((s) => ({ ...s, id: `${s.from}>${s.to}`, label: spanName(drive, s.from, s.to) }));
  const longest = spans.reduce((a, s) => (s.length > a.length ? s : a), spans[0]!);
  const span = spans.find((s) => s.id === place) ?? longest;
  const spring = sheet.springs.find((s) => s.id === place) ?? sheet.springs[0];
  const adjuster = drive.adjusters.find((a) => a.id === place) ?? drive.adjusters[0];
  const placeIn = method === 'marks' && adjuster ? placeDimension(drive, adjuster) : null;
  const pushed = deflection ?? usualDeflection(span.length);
  const methods = TENSION_METHODS.filter(
    (m) => (m !== 'spring-length' || sheet.springs.length > 0) && (m !== 'marks' || drive.adjusters.length > 0),
  );
  const onSpan = method !== 'spring-length' && method !== 'marks';
  const where = onSpan ? span.label : method === 'marks' ? (adjuster?.label ?? 'Adjuster') : springName(drive, spring?.id ?? '');
  const choose = (next: TensionMethod) => {
    setMethod(next);
    setPlace(null);
    setValue(null);
    setSound(null);
  };
  const readingOf = (read: number): TakenReading => {
    const at = [span.from, span.to] as const;
    switch (method) {
      case 'tap':
        return { method, at, hz: read };
      case 'deflection':
        return { method, at, forceN: read, deflectionMm: pushed };
      case 'spring-length':
        return { method, at: spring!.id, lengthMm: read };
      case 'marks':
        return { method, at: adjuster!.id, position: read };
      default:
        return { method, at, value: read };
    }
  };
  const take = async () => {
    setBlank(value === null);
    if (value === null) return;
    setBusy(true);
    const without = (shared?.belts ?? []).filter((id) => off.includes(id)).map((id) => ({ id, label: beltName(drive, id) }));
    if (await onTake({ reading: readingOf(value), where, clamped, placeIn, without, sound })) {
      setValue(null);
      setSound(null);
    }
    setBusy(false);
  };
  const field = { ...VALUE_FIELDS[method], ...(placeIn === null ? {} : { dimension: placeIn }) };
  return (
    <Box
      component="form"
      aria-label="A reading"
      onSubmit={(e) => {
        e.preventDefault();
        void take();
      }}
      sx={{ display: 'grid', gap: 1.5, mt: 1 }}
    >
      <Choices
        label="Method of the reading"
        value={method}
        options={methods.filter((m) => byFeel || !isFeel(m)).map((id) => ({ id, label: METHOD_WORDS[id] }))}
        onChoose={choose}
        more={
          !byFeel && (
            <Button onClick={() => setByFeel(true)} sx={{ minHeight: 44 }}>
              By feel…
            </Button>
          )
        }
      />
      <Box
        sx={{ display: 'grid', gridTemplateColumns: { xs: '96px 1fr', sm: '220px 1fr' }, columnGap: 2, rowGap: 1, alignItems: 'center' }}
      >
        <Box sx={{ gridRow: { sm: 'span 2' } }}>
          <MethodSketch method={method} />
        </Box>
        <Box sx={{ fontSize: 15, color: 'var(--ts-quiet)' }}>{METHOD_HOW[method]}</Box>
        {onSpan && spans.length > 1 && (
          <TextField
            select
            size="small"
            label="Span"
            value={span.id}
            onChange={(e) => setPlace(e.target.value)}
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
          options={sheet.springs.map((s) => ({ id: s.id, label: springName(drive, s.id) }))}
          onChoose={setPlace}
        />
      )}
      {method === 'marks' && (
        <Choices
          label="At which adjuster"
          value={adjuster!.id}
          options={drive.adjusters.map((a) => ({ id: a.id, label: a.label ?? 'Adjuster' }))}
          onChoose={setPlace}
        />
      )}
      {onSpan && isShort(belt, span.length) && (
        <Alert severity="warning" variant="outlined">
          {shortSpan(show(span.length, 'length'), SHORT_SPAN_DEPTHS)}
        </Alert>
      )}
      {method === 'tap' && span.tapHz !== null && span.tapHz < LOWEST_HEARD_HZ && (
        <Alert severity="info" variant="outlined">
          {tooLowForPhone(span.tapHz.toFixed(0))}
        </Alert>
      )}
      {method === 'tap' && (
        <TapMeter
          key={span.id}
          targetHz={span.tapHz}
          onNote={(hz, recorded) => {
            setValue(hz);
            setSound(recorded);
          }}
        />
      )}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, alignItems: 'start' }}>
        <Box sx={{ flex: '1 1 160px', maxWidth: 360 }}>
          <NumberField
            key={method}
            {...field}
            value={value}
            onValue={setValue}
            optional
            helperText={targetWords(method, answer, span, units, spring?.length)}
          />
        </Box>
        {method === 'deflection' && (
          <Box sx={{ flex: '1 1 160px', maxWidth: 360 }}>
            <NumberField
              key="pushed-in"
              dimension="length"
              label="Pushed in by"
              value={pushed}
              onValue={setDeflection}
              min={0.5}
              max={span.length / 4}
              helperText="A sixty-fourth of the span is usual."
            />
          </Box>
        )}
        <Button type="submit" variant="contained" size="large" disabled={busy} sx={{ minHeight: 56 }}>
          Save reading
        </Button>
        <Box sx={{ display: 'grid', alignContent: 'center', minHeight: 56 }}>
          <FormControlLabel
            control={<Checkbox checked={clamped} onChange={(e) => setClamped(e.target.checked)} />}
            label="Measured with everything tight"
          />
          {(shared?.belts ?? []).map((id) => (
            <FormControlLabel
              key={id}
              control={
                <Checkbox
                  checked={off.includes(id)}
                  onChange={(e) => setOff(e.target.checked ? [...off, id] : off.filter((x) => x !== id))}
                />
              }
              label={beltIsOff(beltName(drive, id))}
            />
          ))}
        </Box>
      </Box>
      {(problem !== '' || (blank && value === null)) && (
        <Alert severity="warning" variant="outlined">
          {blank && value === null ? 'Enter the reading first.' : problem}
        </Alert>
      )}
    </Box>
  );
}

const beltName = (drive: Drive, id: string) => drive.belts.find((b) => b.id === id)?.label ?? 'The other belt';

/** Value of the field at the target. */
function targetWords(method: TensionMethod, { targetN, feel }: Answered, span: Span, { show }: Units, springMm = 0): string {
  if (method === 'spring-length') return asDrawn(show(springMm, 'length'));
  if (method === 'marks') return 'In the units of the adjuster’s own scale. The table above shows the position in the drawing.';
  if (targetN === null) return 'The load is unknown, so there is no target.';
  if (isFeel(method)) {
    const at = feel[method];
    return at === undefined ? '' : atTargetByHand(show(at, VALUE_FIELDS[method].dimension, 0));
  }
  return method === 'tap' ? targetTap(span.tapHz!.toFixed(1)) : targetPush(show(span.force!, 'force'), show(span.deflection, 'length'));
}
