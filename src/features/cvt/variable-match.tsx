'use client';

import Box from '@mui/material/Box';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { useMemo, useState } from 'react';
import { convertLength } from '@/core/belt';
import { assessVariable, shiftOf, variableOf, type Shift } from '@/core/cvt';
import { sectionOf, type Drive } from '@/core/drive';
import { NumberField } from '@/ui/number-field';
import { useUnits } from '@/ui/units';
import { VERDICT_WORDS } from '@/ui/verdict';
import { fitWords, LIMIT_WORDS, emptyFieldsOwnBelt } from './messages';

/** Assessment of another belt for a variable drive: width, angle, range of ratios, and idle slack. */
export function VariableMatch({ drive }: { drive: Drive }) {
  const { show, fine } = useUnits();
  const variable = useMemo(() => variableOf(drive), [drive]);
  const belt = drive.belts.find((b) => b.route.length > 0);
  const [lengthMm, setLength] = useState<number | null>(null);
  const [widthMm, setWidth] = useState<number | null>(null);
  const [angle, setAngle] = useState<number | null>(null);
  if (!variable.ok || !belt)
    return (
      <Box sx={{ my: 2, fontSize: 15, color: 'var(--ts-quiet)' }}>
        To assess another length, enter the sheave data of this drive under Change the drawing.
      </Box>
    );
  const { drive: pair, width } = variable;
  const section = sectionOf(belt);
  const ownOutside = convertLength(pair.pitchLength, 'pitch', 'outside', section);
  const own = shiftOf(pair, width);
  const asked = lengthMm !== null || widthMm !== null || angle !== null;
  const fit = assessVariable(
    pair,
    {
      pitchLength: convertLength(lengthMm ?? ownOutside, 'outside', 'pitch', section),
      width: widthMm ?? width,
      angle: angle ?? undefined,
      minimum: belt.measured?.minimum,
    },
    own.ok ? own.shift : null,
  );
  const rows: readonly (readonly [string, (s: Shift) => string])[] = [
    ['Idle slack', (s) => show(s.open.slack, 'length')],
    ['Mid-span deflection at idle', (s) => show(s.open.deflection, 'length')],
    ['Starts at', (s) => `${s.start.ratio.toFixed(2)} to 1`],
    ['Top', (s) => `${s.top.ratio.toFixed(2)} to 1`],
    ['It ends because', (s) => LIMIT_WORDS[s.top.limit]],
  ];
  return (
    <Box component="section" aria-label="Try a belt" sx={{ my: 2, maxWidth: 860, display: 'grid', gap: 1.5 }}>
      <Typography variant="h2">Try a belt</Typography>
      <Box sx={{ fontSize: 15, color: 'var(--ts-quiet)' }}>{emptyFieldsOwnBelt(show(ownOutside, 'length'), fine(width))}</Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: 'repeat(3, 1fr)' }, gap: 1.5, alignItems: 'start' }}>
        <NumberField dimension="length" label="Outside length" value={lengthMm} onValue={setLength} min={200} max={5000} optional />
        <NumberField dimension="length" label="Top width" value={widthMm} onValue={setWidth} min={5} max={200} optional />
        <NumberField dimension="angle" label="Angle of its flanks" value={angle} onValue={setAngle} min={10} max={60} optional />
      </Box>
      {asked && (
        <Box role="status" sx={{ fontSize: 16 }}>
          <Box sx={{ fontSize: 20, fontWeight: 650, color: fit.verdict === 'fits' ? undefined : 'var(--ts-copper)' }}>
            {VERDICT_WORDS[fit.verdict]}
          </Box>
          {fitWords(fit, (mm) => show(mm, 'length')).map((w) => (
            <Box key={w}>{w}</Box>
          ))}
        </Box>
      )}
      <Box sx={{ overflowX: 'auto' }} tabIndex={0} role="group" aria-label="Compared with the belt on the drive">
        <Table size="small" sx={{ '& td, & th': { px: 1, py: 0.75, verticalAlign: 'top' } }}>
          <TableHead>
            <TableRow>
              <TableCell />
              <TableCell>Its own belt</TableCell>
              {asked && <TableCell>This belt</TableCell>}
            </TableRow>
          </TableHead>
          <TableBody>
            {rows.map(([label, of]) => (
              <TableRow key={label}>
                <TableCell component="th" scope="row">
                  {label}
                </TableCell>
                <TableCell>{own.ok ? of(own.shift) : '–'}</TableCell>
                {asked && <TableCell>{fit.shift ? of(fit.shift) : '–'}</TableCell>}
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </Box>
    </Box>
  );
}
