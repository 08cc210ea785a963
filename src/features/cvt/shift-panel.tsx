'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Slider from '@mui/material/Slider';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import { useMemo, useState } from 'react';
import { shiftOf, shimmed, shiftStateAt, variableOf, type Shift, type VariableDrive } from '@/core/cvt';
import type { Drive } from '@/core/drive';
import { Choices } from '@/ui/choices';
import { blank, lazyPart } from '@/ui/lazy';
import { NumberField } from '@/ui/number-field';
import { useUnits } from '@/ui/units';
import { ShiftSection } from './section';
import { LIMIT_WORDS, beltDoesNotFit } from './messages';

/** Charts load when they are first shown. */
const ShiftCurves = lazyPart(async () => (await import('./shift-curves')).ShiftCurves, blank(260));

/** Shift of a variable drive, and the effect of a narrower belt and of a shim. */
export function ShiftPanel({ drive, nowMm = null }: { drive: Drive; nowMm?: number | null }) {
  const variable = useMemo(() => variableOf(drive), [drive]);
  const [share, setShare] = useState(0);
  const [which, setWhich] = useState<'new' | 'now' | 'least'>('new');
  const [shim, setShim] = useState<number | null>(null);
  const [at, setAt] = useState<'primary' | 'secondary'>('secondary');
  const { show, fine } = useUnits();
  if (!variable.ok)
    return (
      <Box sx={{ fontSize: 15, color: 'var(--ts-quiet)' }}>
        To calculate the shift, enter angle, hub, rim, opening and travel of each sheave under Change the drawing.
      </Box>
    );
  const belt = drive.belts.find((b) => b.route.length > 0);
  const least = belt?.measured?.minimum ?? null;
  const widths = [
    { id: 'new' as const, label: 'New', mm: variable.width },
    ...(nowMm === null ? [] : [{ id: 'now' as const, label: 'Now', mm: nowMm }]),
    ...(least === null ? [] : [{ id: 'least' as const, label: 'Minimum', mm: least }]),
  ];
  const shown = widths.find((w) => w.id === which) ?? widths[0]!;
  const pair = shim === null || shim === 0 ? variable.drive : shimmed(variable.drive, at, shim);
  const stand = shiftStateAt(pair, shown.mm, share);
  const name = (role: 'driver' | 'driven') =>
    drive.pulleys.find((p) => p.role === role && p.variable)?.label ?? (role === 'driver' ? 'Primary' : 'Secondary');
  return (
    <Box component="section" aria-label="How it shifts" sx={{ display: 'grid', gap: 1.5, maxWidth: 860 }}>
      {widths.length > 1 && (
        <Choices
          label="Belt"
          value={shown.id}
          options={widths.map((w) => ({ id: w.id, label: `${w.label}, ${fine(w.mm)}` }))}
          onChoose={setWhich}
        />
      )}
      {stand ? (
        <>
          <ShiftSection drive={pair} width={shown.mm} stand={stand} names={[name('driver'), name('driven')]} />
          <Box sx={{ maxWidth: 420, px: 1 }}>
            <Slider
              aria-label="Shift, from idle to full"
              value={share}
              min={0}
              max={1}
              step={0.01}
              onChange={(_, v) => setShare(v as number)}
              marks={[
                { value: 0, label: 'Idle' },
                { value: 1, label: 'Full shift' },
              ]}
            />
          </Box>
          <Box role="status" sx={{ fontSize: 16 }}>
            {stand.ratio === null ? (
              <>
                The belt hangs slack by <strong>{show(stand.slack, 'length')}</strong>: it does not drive.
              </>
            ) : (
              <>
                Ratio <strong className="ts-mono">{stand.ratio.toFixed(2)}</strong> to 1, the primary closed by {fine(stand.closing)}.
              </>
            )}
          </Box>
        </>
      ) : (
        <Alert severity="warning" variant="outlined">
          {beltDoesNotFit(fine(shown.mm), Boolean(shim))}
        </Alert>
      )}
      <Widths pair={pair} widths={widths} />
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, alignItems: 'flex-start' }}>
        <Box sx={{ width: 220 }}>
          <NumberField
            dimension="length"
            label="With a shim of"
            value={shim}
            onValue={setShim}
            min={-5}
            max={5}
            optional
            helperText="Below 0: shim removed."
          />
        </Box>
        <Choices
          label="Between the faces of"
          value={at}
          options={[
            { id: 'secondary', label: name('driven') },
            { id: 'primary', label: name('driver') },
          ]}
          onChoose={setAt}
        />
      </Box>
      <ShiftCurves pair={pair} mm={shown.mm} names={[name('driver'), name('driven')]} />
    </Box>
  );
}

/** Values for each width: idle slack, ratios, and the limit of the shift. */
function Widths({ pair, widths }: { pair: VariableDrive; widths: readonly { readonly label: string; readonly mm: number }[] }) {
  const { show, fine } = useUnits();
  const all = widths.map((w) => ({ ...w, result: shiftOf(pair, w.mm) }));
  const [fresh] = all;
  const lost = (s: Shift) =>
    fresh?.result.ok ? `${Math.max(0, Math.round(100 * (1 - fresh.result.shift.top.ratio / s.top.ratio)))}%` : '–';
  const rows: readonly (readonly [string, (s: Shift) => string])[] = [
    ['Idle slack', (s) => show(s.open.slack, 'length')],
    ['Mid-span deflection at idle', (s) => show(s.open.deflection, 'length')],
    ['Starts at', (s) => `${s.start.ratio.toFixed(2)} to 1`],
    ['Primary closes first by', (s) => fine(s.start.closing)],
    ['Top', (s) => `${s.top.ratio.toFixed(2)} to 1`],
    ['Loss of top speed compared with a new belt', (s) => lost(s)],
    ['Height above the primary hub at idle', (s) => fine(Math.max(0, s.open.primary - pair.primary.hubRadius - pair.depth))],
    ['It ends because', (s) => LIMIT_WORDS[s.top.limit]],
  ];
  return (
    <Box sx={{ overflowX: 'auto' }} tabIndex={0} role="group" aria-label="By the belt’s width">
      <Table size="small" sx={{ '& td, & th': { px: 1, py: 0.75, verticalAlign: 'top' } }}>
        <TableHead>
          <TableRow>
            <TableCell />
            {all.map((w) => (
              <TableCell key={w.label}>
                {w.label}, {fine(w.mm)}
              </TableCell>
            ))}
          </TableRow>
        </TableHead>
        <TableBody>
          {rows.map(([label, of]) => (
            <TableRow key={label}>
              <TableCell component="th" scope="row">
                {label}
              </TableCell>
              {all.map((w) => (
                <TableCell key={w.label}>{w.result.ok ? of(w.result.shift) : label === rows[0]![0] ? w.result.problem : '–'}</TableCell>
              ))}
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Box>
  );
}
