'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Typography from '@mui/material/Typography';
import { useEffect, useRef, useState, type KeyboardEvent } from 'react';
import type { WidthWritten } from '@/core/job';
import { METER_UNITS, type MeterUnit } from '@/core/quantity';
import { ribsApart, WIDTH_METHODS, type WidthMethod } from '@/core/wear';
import { Choices } from '@/ui/choices';
import { NumberField } from '@/ui/number-field';
import { useUnits } from '@/ui/units';
import { WIDTH_HOW, WIDTH_METHOD_WORDS, ribsDiffer } from './messages';
import { WidthSketch } from './width-sketch';

const UNIT_WORDS: Readonly<Record<MeterUnit, string>> = { h: 'Hours', km: 'Kilometres', mi: 'Miles' };
/** Ribs usually read. */
const RIBS: Readonly<Record<WidthMethod, number>> = { 'rib-top': 5, single: 1, 'flank-line': 3 };
const MOST_RIBS = 12;

export interface WidthBasis {
  readonly meter: number | null;
  readonly unit: MeterUnit;
  readonly fittedAt: number | null;
  readonly minimumMm: number | null;
  readonly newMm: number | null;
}

/** Values besides the width: unit of the meter, value at fitting, limits. */
export type TypedBasis = Omit<WidthBasis, 'meter'>;

/** One width: how, rib after rib, at which meter, against which minimum. */
export function WidthForm({
  belt,
  basis,
  firstByPerson,
  onTyped,
  onKeep,
}: {
  belt: { readonly id: string; readonly label: string };
  /** Known values: from the last reading, the meter of the machine, and the drive. */
  basis: WidthBasis;
  /** Nothing of this belt was read by this person in two ways on one day yet. */
  firstByPerson: boolean;
  /** Receives the typed values, so that an imported log is saved with them. */
  onTyped?: (typed: TypedBasis) => void;
  onKeep: (width: WidthWritten) => Promise<boolean>;
}) {
  const { fine } = useUnits();
  const [method, setMethod] = useState<WidthMethod>('rib-top');
  const [ribs, setRibs] = useState<readonly (number | null)[]>(Array.from({ length: RIBS['rib-top'] }, () => null));
  const [zero, setZero] = useState(0);
  const [meter, setMeter] = useState(basis.meter);
  const [unit, setUnit] = useState(basis.unit);
  const [fresh, setFresh] = useState(false);
  const [fittedAt, setFittedAt] = useState(basis.fittedAt);
  const [minimum, setMinimum] = useState(basis.minimumMm);
  const [isNew, setIsNew] = useState(basis.newMm);
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const box = useRef<HTMLDivElement>(null);
  const tell = useRef(onTyped);
  useEffect(() => {
    tell.current = onTyped;
  });
  useEffect(() => tell.current?.({ unit, fittedAt, minimumMm: minimum, newMm: isNew }), [unit, fittedAt, minimum, isNew]);
  const choose = (next: WidthMethod) => {
    setMethod(next);
    setRibs(Array.from({ length: RIBS[next] }, () => null));
  };
  const widths = ribs.filter((r): r is number => r !== null).map((r) => r - zero);
  const apart = ribsApart(widths);
  const spread = widths.length > 1 ? Math.max(...widths) - Math.min(...widths) : null;
  const mean = widths.length > 0 ? widths.reduce((a, w) => a + w, 0) / widths.length : null;
  /** Enter moves to the next rib. A caliper that types into the field ends each value with Enter. */
  const next = (i: number) => (e: KeyboardEvent) => {
    if (e.key !== 'Enter') return;
    e.preventDefault();
    if (i === ribs.length - 1 && method !== 'single' && ribs.length < MOST_RIBS) setRibs([...ribs, null]);
    requestAnimationFrame(() => box.current?.querySelectorAll('input')[i + 1]?.focus());
  };
  const keep = async () => {
    const on = fresh ? meter : fittedAt;
    const missing =
      widths.length === 0
        ? 'Enter a width first.'
        : method === 'rib-top' && widths.length < 2
          ? 'Measure another rib, or choose “One rib”.'
          : meter === null
            ? 'Enter the meter.'
            : on === null
              ? 'Enter the meter reading at which this belt was fitted, or state that it has not run.'
              : meter < on
                ? 'The meter shows less than when the belt was fitted. If it was replaced, correct the meter at fitting.'
                : minimum === null
                  ? 'Enter the minimum width from the manual.'
                  : isNew !== null && isNew <= minimum
                    ? 'The new width must be greater than the minimum width.'
                    : '';
    setProblem(missing);
    if (missing !== '' || meter === null || on === null || minimum === null) return;
    setBusy(true);
    if (await onKeep({ belt, meter, fittedAt: on, unit, method, widths, zeroMm: zero, minimumMm: minimum, newMm: isNew, on: null })) {
      setRibs(ribs.map(() => null));
      setFittedAt(on);
      setFresh(false);
    }
    setBusy(false);
  };
  return (
    <Box
      component="form"
      aria-label="A width"
      onSubmit={(e) => (e.preventDefault(), void keep())}
      sx={{ display: 'grid', gap: 1.5, mt: 2 }}
    >
      <Typography variant="h3">Measure a width</Typography>
      <Choices
        label="Method"
        big
        value={method}
        options={WIDTH_METHODS.map((id) => ({ id, label: WIDTH_METHOD_WORDS[id] }))}
        onChoose={choose}
      />
      <Box sx={{ display: 'flex', flexDirection: { xs: 'column', sm: 'row' }, gap: 2, alignItems: { sm: 'center' } }}>
        <WidthSketch method={method} />
        <Box sx={{ fontSize: 15, color: 'var(--ts-quiet)' }}>{WIDTH_HOW[method]}</Box>
      </Box>
      {firstByPerson && (
        <Alert severity="info" variant="outlined">
          This is your first measurement of this belt. Measure it by two methods today. Then the log can correct for your hand.
        </Alert>
      )}
      <Box sx={{ maxWidth: 260 }}>
        <NumberField
          dimension="length"
          label="Closed, the caliper shows"
          value={zero}
          onValue={(v) => setZero(v ?? 0)}
          min={-5}
          max={5}
          helperText="Wipe the jaws and close them. The value is subtracted from each rib."
        />
      </Box>
      <Box
        ref={box}
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: '1fr 1fr', sm: 'repeat(3, 1fr)', md: 'repeat(5, 1fr)' },
          gap: 1.5,
          alignItems: 'start',
        }}
      >
        {ribs.map((r, i) => (
          <NumberField
            key={`${method} ${i}`}
            dimension="length"
            label={method === 'single' ? 'Rib' : method === 'rib-top' ? `Rib ${i + 1}` : `Reading ${i + 1}`}
            value={r}
            onValue={(v) => setRibs((all) => all.map((x, k) => (k === i ? v : x)))}
            onKeyDown={next(i)}
            min={5}
            max={200}
            optional
          />
        ))}
      </Box>
      {mean !== null && (
        <Box role="status" sx={{ fontSize: 15 }}>
          Mean <strong className="ts-mono">{fine(mean)}</strong>
          {spread === null ? '' : `, spread ${fine(spread)} over ${widths.length}`}
        </Box>
      )}
      {apart.length > 0 && (
        <Alert severity="warning" variant="outlined">
          {ribsDiffer(apart.map((i) => fine(widths[i]!)))}
        </Alert>
      )}
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' }, gap: 1.5, alignItems: 'start' }}>
        <NumberField dimension="number" label="The meter shows" value={meter} onValue={setMeter} min={0} max={1e6} optional />
        <Choices
          label="Unit of the meter"
          value={unit}
          options={METER_UNITS.map((id) => ({ id, label: UNIT_WORDS[id] }))}
          onChoose={setUnit}
        />
        {!fresh && (
          <NumberField
            dimension="number"
            label="Meter when this belt was fitted"
            value={fittedAt}
            onValue={setFittedAt}
            min={0}
            max={1e6}
            optional
          />
        )}
        <FormControlLabel
          control={<Checkbox checked={fresh} onChange={(e) => setFresh(e.target.checked)} />}
          label="A new belt, measured before it runs"
        />
        <NumberField
          dimension="length"
          label="Minimum width by the manual"
          value={minimum}
          onValue={setMinimum}
          min={5}
          max={200}
          optional
        />
        <NumberField dimension="length" label="Width when new, if known" value={isNew} onValue={setIsNew} min={5} max={200} optional />
      </Box>
      {problem !== '' && (
        <Alert severity="warning" variant="outlined">
          {problem}
        </Alert>
      )}
      <Box>
        <Button type="submit" variant="contained" size="large" disabled={busy}>
          Save width
        </Button>
      </Box>
    </Box>
  );
}
