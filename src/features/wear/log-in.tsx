'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { WidthWritten } from '@/core/job';
import type { PastWidth, WidthReading } from '@/core/wear';
import type { WidthSheet } from '@/formats/width-log';
import { Icon } from '@/ui/icons';
import type { TypedBasis } from './width-form';
import { csvColumns, nothingImported, readingsExcluded, readingsInLog } from './messages';
import { widthSheet } from './width-sheet';

type Read = Extract<WidthSheet, { ok: true }>;
const DAY = /^\d{4}-\d{2}-\d{2}$/;
/** Bad rows named by themselves. */
const BAD_SHOWN = 8;
/** Two readings of one day and method are equal if meter and widths agree within the rounding of files. */
const SAME_METER = 0.06;
const SAME_MM = 0.006;

const isSame = (read: WidthReading, kept: PastWidth): boolean =>
  kept.taken.startsWith(read.date) &&
  kept.method === read.method &&
  Math.abs(kept.meter - read.meter) < SAME_METER &&
  kept.widths.length === read.widths.length &&
  kept.widths.every((w, i) => Math.abs(w - read.widths[i]!) < SAME_MM);

/** Import of a width log: good rows are saved, bad rows are listed with line and reason. */
export function LogIn({
  belt,
  basis,
  log,
  onKeep,
}: {
  belt: WidthWritten['belt'];
  /** As typed in the form. */
  basis: TypedBasis;
  /** Readings that the belt has already. */
  log: readonly PastWidth[];
  onKeep: (width: WidthWritten) => Promise<boolean>;
}) {
  const [read, setRead] = useState<Read | null>(null);
  const [problem, setProblem] = useState('');
  const [kept, setKept] = useState(0);
  const [busy, setBusy] = useState(false);
  const { unit, minimumMm, newMm } = basis;
  const fittedAt = basis.fittedAt ?? 0;
  const open = async (file: File) => {
    const sheet = (await widthSheet()).readWidthSheet(await file.text(), unit);
    setKept(0);
    setRead(sheet.ok ? sheet : null);
    setProblem(sheet.ok ? '' : `${file.name}: ${sheet.problem}.`);
  };
  const dated = read?.readings.filter((r) => r.meter >= fittedAt && DAY.test(r.date)) ?? [];
  const left = (read?.readings.length ?? 0) - dated.length;
  const usable = dated.filter((r) => !log.some((p) => isSame(r, p)));
  const twice = dated.length - usable.length;
  const keep = async () => {
    if (minimumMm === null) return setProblem('Enter the minimum width from the manual first, in the form above.');
    setBusy(true);
    let done = 0;
    for (const r of usable) {
      const { meter, method, widths, date } = r;
      if (!(await onKeep({ belt, meter, fittedAt, unit, method, widths: [...widths], zeroMm: 0, minimumMm, newMm, on: date }))) break;
      done += 1;
    }
    setKept(done);
    if (done === usable.length) setRead(null);
    setBusy(false);
  };
  return (
    <Box component="section" aria-label="Import a log" sx={{ mt: 2, display: 'grid', gap: 1 }}>
      <Box>
        <Button component="label" variant="outlined" startIcon={<Icon name="upload" size={18} />} disabled={busy}>
          Import log
          <input
            type="file"
            accept=".csv,text/csv"
            hidden
            aria-label="A log of widths, CSV"
            onChange={(e) => {
              const file = e.target.files?.[0];
              e.target.value = '';
              if (file) void open(file);
            }}
          />
        </Button>
        <Box component="span" sx={{ ml: 1.5, fontSize: 15, color: 'var(--ts-quiet)' }}>
          {csvColumns(unit)}
        </Box>
      </Box>
      {problem !== '' && (
        <Alert severity="warning" variant="outlined">
          {nothingImported(problem)}
        </Alert>
      )}
      {read && (
        <>
          {(read.bad.length > 0 || left > 0 || twice > 0) && (
            <Alert severity="warning" variant="outlined">
              {read.bad.slice(0, BAD_SHOWN).map((b) => (
                <Box key={b.line}>
                  Line {b.line}: {b.problem}.
                </Box>
              ))}
              {read.bad.length > BAD_SHOWN && <Box>And {read.bad.length - BAD_SHOWN} more.</Box>}
              {left > 0 && <Box>{readingsExcluded(left)}</Box>}
              {twice > 0 && <Box>{readingsInLog(twice)}</Box>}
            </Alert>
          )}
          {usable.length > 0 && (
            <Box>
              <Button variant="contained" disabled={busy} onClick={() => void keep()}>
                Save {usable.length === 1 ? 'reading' : `${usable.length} readings`}
              </Button>
            </Box>
          )}
        </>
      )}
      {kept > 0 && (
        <Box role="status" sx={{ fontSize: 15 }}>
          {kept} {kept === 1 ? 'reading' : 'readings'} imported.
        </Box>
      )}
    </Box>
  );
}
