'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Checkbox from '@mui/material/Checkbox';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { Drive } from '@/core/drive';
import { TENSION_METHODS, usualDeflection, type TakenReading, type TensionMethod, type TensionSheet } from '@/core/tension';
import { Choices } from '@/ui/choices';
import { NumberField } from '@/ui/number-field';
import { useUnits } from '@/ui/units';
import type { KeptReading } from './kept-reading';
import { TapMeter } from './tap-meter';
import { isShort, LOWEST_HEARD_HZ, METHOD_HOW, METHOD_WORDS, SHORT_SPAN_DEPTHS, spanName, springName } from './words';

/** One more reading: how, where and what was read, with what is to be seen there at the target. */
export function ReadingForm({
  drive,
  sheet,
  problem,
  onTake,
}: {
  drive: Drive;
  sheet: TensionSheet;
  /** Why what was typed cannot be; '' while nothing is wrong. */
  problem: string;
  onTake: (kept: KeptReading) => Promise<boolean>;
}) {
  const { show } = useUnits();
  const [method, setMethod] = useState<TensionMethod>('tap');
  const longest = sheet.spans.reduce((a, s) => (s.length > a.length ? s : a), sheet.spans[0]!);
  const [place, setPlace] = useState<string | null>(null);
  const [value, setValue] = useState<number | null>(null);
  const [deflection, setDeflection] = useState<number | null>(null);
  const [clamped, setClamped] = useState(false);
  const [blank, setBlank] = useState(false);
  const [busy, setBusy] = useState(false);
  const belt = drive.belts.find((b) => b.id === sheet.belt)!;
  const spans = sheet.spans.map((s) => ({ ...s, id: `${s.from}>${s.to}`, label: spanName(drive, s.from, s.to) }));
  const span = spans.find((s) => s.id === place) ?? spans.find((s) => s.id === `${longest.from}>${longest.to}`)!;
  const spring = sheet.springs.find((s) => s.id === place) ?? sheet.springs[0];
  const pushed = deflection ?? usualDeflection(span.length);
  const methods = TENSION_METHODS.filter((m) => m !== 'spring-length' || sheet.springs.length > 0);
  const short = method !== 'spring-length' && isShort(belt, span.length);
  const tooLow = method === 'tap' && span.tapHz !== null && span.tapHz < LOWEST_HEARD_HZ;
  const choose = (next: TensionMethod) => {
    setMethod(next);
    setPlace(null);
    setValue(null);
  };
  const take = async () => {
    setBlank(value === null);
    if (value === null) return;
    const reading: TakenReading =
      method === 'spring-length'
        ? { method, at: spring!.id, lengthMm: value }
        : method === 'tap'
          ? { method, at: [span.from, span.to], hz: value }
          : { method, at: [span.from, span.to], forceN: value, deflectionMm: pushed };
    setBusy(true);
    if (await onTake({ reading, where: method === 'spring-length' ? springName(drive, spring!.id) : span.label, clamped })) setValue(null);
    setBusy(false);
  };
  return (
    <Box
      component="form"
      aria-label="A reading"
      onSubmit={(e) => {
        e.preventDefault();
        void take();
      }}
      sx={{ display: 'grid', gap: 1.5, mt: 2 }}
    >
      <Typography variant="h3">Take a reading</Typography>
      <Choices label="How" big value={method} options={methods.map((id) => ({ id, label: METHOD_WORDS[id] }))} onChoose={choose} />
      <Box sx={{ fontSize: 15, color: 'var(--ts-quiet)' }}>{METHOD_HOW[method]}</Box>
      {method === 'spring-length' ? (
        <Choices
          label="At which spring"
          value={spring!.id}
          options={sheet.springs.map((s) => ({ id: s.id, label: springName(drive, s.id) }))}
          onChoose={setPlace}
        />
      ) : (
        <Choices label="At which span" value={span.id} options={spans.map((s) => ({ id: s.id, label: s.label }))} onChoose={setPlace} />
      )}
      {short && (
        <Alert severity="warning" variant="outlined">
          {show(span.length, 'length')} is short for this belt, under {SHORT_SPAN_DEPTHS} of its depths: its own stiffness adds to what is
          read. Read a longer span if there is one.
        </Alert>
      )}
      {tooLow && (
        <Alert severity="info" variant="outlined">
          At the target it sounds at {span.tapHz!.toFixed(0)} Hz, too low to be heard by most phones: push it instead.
        </Alert>
      )}
      {method === 'tap' && <TapMeter key={span.id} targetHz={span.tapHz} onNote={setValue} />}
      <Box sx={{ display: 'grid', gridTemplateColumns: { sm: '1fr 1fr' }, gap: 1.5, alignItems: 'start' }}>
        {method === 'tap' && (
          <NumberField
            key="tap"
            dimension="number"
            label="Note of the tap, Hz"
            value={value}
            onValue={setValue}
            min={1}
            max={2000}
            optional
            helperText={span.tapHz === null ? 'The load is not known, so no target.' : `${span.tapHz.toFixed(1)} Hz at the target.`}
          />
        )}
        {method === 'deflection' && (
          <>
            <NumberField
              key="force"
              dimension="force"
              label="Push on all its belts"
              value={value}
              onValue={setValue}
              min={0.1}
              max={5000}
              optional
              helperText={
                span.force === null
                  ? 'The load is not known, so no target.'
                  : `${show(span.force, 'force')} at ${show(span.deflection, 'length')} is the target.`
              }
            />
            <NumberField
              key="deflection"
              dimension="length"
              label="Pushed in by"
              value={pushed}
              onValue={setDeflection}
              min={0.5}
              max={span.length / 4}
              helperText="A sixty-fourth of the span is usual."
            />
          </>
        )}
        {method === 'spring-length' && (
          <NumberField
            key="spring"
            dimension="length"
            label="Length as fitted"
            value={value}
            onValue={setValue}
            min={1}
            max={2000}
            optional
            helperText={`${show(spring!.length, 'length')} as the drive is drawn and set.`}
          />
        )}
      </Box>
      <FormControlLabel
        control={<Checkbox checked={clamped} onChange={(e) => setClamped(e.target.checked)} />}
        label="Read again with everything tight"
      />
      {(problem !== '' || (blank && value === null)) && (
        <Alert severity="warning" variant="outlined">
          {blank && value === null ? 'Type what was read first.' : problem}
        </Alert>
      )}
      <Box>
        <Button type="submit" variant="contained" size="large" disabled={busy}>
          Keep this reading
        </Button>
      </Box>
    </Box>
  );
}
