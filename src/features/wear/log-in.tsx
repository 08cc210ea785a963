'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { WidthWritten } from '@/core/job';
import type { MeterUnit } from '@/core/quantity';
import { readWidthSheet, type WidthSheet } from '@/formats/width-log';
import { Icon } from '@/ui/icons';
import type { WidthBasis } from './width-form';

type Read = Extract<WidthSheet, { ok: true }>;
const DAY = /^\d{4}-\d{2}-\d{2}$/;
/** Bad rows named by themselves. */
const BAD_SHOWN = 8;

/** A log kept elsewhere, taken in from a file: good rows are kept, bad ones listed with their line and why. */
export function LogIn({
  belt,
  basis,
  unit,
  onKeep,
}: {
  belt: WidthWritten['belt'];
  basis: Pick<WidthBasis, 'fittedAt' | 'minimumMm' | 'newMm'>;
  unit: MeterUnit;
  onKeep: (width: WidthWritten) => Promise<boolean>;
}) {
  const [read, setRead] = useState<Read | null>(null);
  const [problem, setProblem] = useState('');
  const [kept, setKept] = useState(0);
  const [busy, setBusy] = useState(false);
  const { minimumMm, newMm } = basis;
  const fittedAt = basis.fittedAt ?? 0;
  const open = async (file: File) => {
    const sheet = readWidthSheet(await file.text(), unit);
    setKept(0);
    setRead(sheet.ok ? sheet : null);
    setProblem(sheet.ok ? '' : `${file.name}: ${sheet.problem}.`);
  };
  const usable = read?.readings.filter((r) => r.meter >= fittedAt && DAY.test(r.date)) ?? [];
  const left = (read?.readings.length ?? 0) - usable.length;
  const keep = async () => {
    if (minimumMm === null) return setProblem('Give the least width that the manual allows first, under Read a width.');
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
    <Box component="section" aria-label="A log from a file" sx={{ mt: 2, display: 'grid', gap: 1 }}>
      <Box>
        <Button component="label" variant="outlined" startIcon={<Icon name="upload" size={18} />} disabled={busy}>
          Take a log in
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
          CSV with date, meter ({unit}), method, widths (mm); as it is saved here.
        </Box>
      </Box>
      {problem !== '' && (
        <Alert severity="warning" variant="outlined">
          {problem} Nothing was taken in.
        </Alert>
      )}
      {read && (
        <>
          {(read.bad.length > 0 || left > 0) && (
            <Alert severity="warning" variant="outlined">
              {read.bad.slice(0, BAD_SHOWN).map((b) => (
                <Box key={b.line}>
                  Line {b.line}: {b.problem}.
                </Box>
              ))}
              {read.bad.length > BAD_SHOWN && <Box>And {read.bad.length - BAD_SHOWN} more.</Box>}
              {left > 0 && (
                <Box>
                  {left} {left === 1 ? 'reading is' : 'readings are'} left out: before this belt was fitted, or without a day as 2026-05-31.
                </Box>
              )}
            </Alert>
          )}
          {usable.length > 0 && (
            <Box>
              <Button variant="contained" disabled={busy} onClick={() => void keep()}>
                Keep {usable.length === 1 ? 'this reading' : `these ${usable.length} readings`}
              </Button>
            </Box>
          )}
        </>
      )}
      {kept > 0 && (
        <Box role="status" sx={{ fontSize: 15 }}>
          {kept} {kept === 1 ? 'reading' : 'readings'} taken in.
        </Box>
      )}
    </Box>
  );
}
