'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRef, useState, type KeyboardEvent } from 'react';
import { assessMeasures, MEASURED_PARTS, type MeasuredPart } from '@/core/cvt';
import type { CvtPartMeasured } from '@/core/job';
import { Choices } from '@/ui/choices';
import { NumberField } from '@/ui/number-field';
import { assessedWords, PART_WORDS } from './messages';

const PLACES: Readonly<Record<MeasuredPart, number>> = { roller: 6, shoe: 3, 'shoe-spring': 3, slide: 3, bush: 1 };
const MOST_PLACES = 24;

/** Rollers, shoes, springs and slides, each measured at its numbered position and compared with the limit in the manual. */
export function PartsForm({
  written,
  onKeep,
}: {
  /** The last of each part on this job. */
  written: readonly CvtPartMeasured[];
  /** Null where nothing may be written. */
  onKeep: ((measured: CvtPartMeasured) => Promise<boolean>) | null;
}) {
  return (
    <Box component="section" aria-label="Parts of the drive, measured" sx={{ display: 'grid', gap: 1.5 }}>
      {written.length > 0 && (
        <Box component="ul" sx={{ m: 0, pl: 2.5, fontSize: 15 }}>
          {written.map((w) => {
            const judged = assessMeasures(w);
            return (
              <li key={w.part} style={judged.due === 'nothing' || judged.due === 'look-up' ? {} : { color: 'var(--ts-copper)' }}>
                <strong>{PART_WORDS[w.part].many}</strong>: {assessedWords(judged)}
              </li>
            );
          })}
        </Box>
      )}
      {onKeep && <OnePart written={written} onKeep={onKeep} />}
    </Box>
  );
}

function OnePart({ written, onKeep }: { written: readonly CvtPartMeasured[]; onKeep: (m: CvtPartMeasured) => Promise<boolean> }) {
  const [part, setPart] = useState<MeasuredPart>('roller');
  const before = written.find((w) => w.part === part);
  return (
    <>
      <Choices label="Part" value={part} options={MEASURED_PARTS.map((id) => ({ id, label: PART_WORDS[id].many }))} onChoose={setPart} />
      <Places key={part} part={part} before={before} onKeep={onKeep} />
    </>
  );
}

function Places({
  part,
  before,
  onKeep,
}: {
  part: MeasuredPart;
  before: CvtPartMeasured | undefined;
  onKeep: (m: CvtPartMeasured) => Promise<boolean>;
}) {
  const [values, setValues] = useState<readonly (number | null)[]>(before?.values ?? Array.from({ length: PLACES[part] }, () => null));
  const [limitMm, setLimit] = useState(before?.limitMm ?? null);
  const [page, setPage] = useState(before?.page ?? '');
  const [busy, setBusy] = useState(false);
  const box = useRef<HTMLDivElement>(null);
  const read = values.filter((v): v is number => v !== null);
  const whole = read.length === values.length;
  const next = (i: number) => (e: KeyboardEvent) => {
    if (e.key !== 'Enter') return;
    e.preventDefault();
    requestAnimationFrame(() => box.current?.querySelectorAll('input')[i + 1]?.focus());
  };
  const keep = async () => {
    setBusy(true);
    await onKeep({ part, values: read, limitMm, page: page.trim() });
    setBusy(false);
  };
  const { one, how } = PART_WORDS[part];
  return (
    <>
      <Box sx={{ fontSize: 15, color: 'var(--ts-quiet)' }}>{how}</Box>
      <Box
        ref={box}
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: '1fr 1fr', sm: 'repeat(3, 1fr)', md: 'repeat(6, 1fr)' },
          gap: 1.5,
          alignItems: 'start',
        }}
      >
        {values.map((v, i) => (
          <NumberField
            key={i}
            dimension="length"
            label={`${one} ${i + 1}`}
            value={v}
            onValue={(mm) => setValues(values.map((x, k) => (k === i ? mm : x)))}
            onKeyDown={next(i)}
            min={0}
            max={500}
            optional
          />
        ))}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        <Button disabled={values.length >= MOST_PLACES} onClick={() => setValues([...values, null])}>
          Add position
        </Button>
        <Button disabled={values.length < 2} onClick={() => setValues(values.slice(0, -1))}>
          Remove position
        </Button>
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: { sm: '1fr 1fr' }, gap: 1.5, alignItems: 'start' }}>
        <NumberField dimension="length" label="The manual’s limit" value={limitMm} onValue={setLimit} min={0} max={500} optional />
        <TextField label="On page" value={page} onChange={(e) => setPage(e.target.value)} />
      </Box>
      {read.length > 0 && (
        <Box role="status" sx={{ fontSize: 15 }}>
          {whole
            ? assessedWords(assessMeasures({ part, values: read, limitMm }))
            : `${read.length} of ${values.length} positions measured.`}
        </Box>
      )}
      <Box>
        <Button variant="contained" disabled={busy || !whole} onClick={() => void keep()}>
          Save measurements
        </Button>
      </Box>
    </>
  );
}
