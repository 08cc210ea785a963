'use client';

import Box from '@mui/material/Box';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { turnsAndFlats } from '@/core/alignment';
import { faultRuns, type AssessedSetting, type Recommendation, type TensionBand } from '@/core/tension';
import { placeDimension, type Drive } from '@/core/drive';
import { Icon } from '@/ui/icons';
import { useUnits } from '@/ui/units';
import { Term } from '../glossary/term';
import { advisedSetting, FAULT_WORDS, runWords, sameTensionAt } from './messages';

/** A position closer to another than this is shown as the same row, mm or degrees. */
const SAME_ROW = 0.01;

/** Every position of one adjuster and the one to set, with what each does engaged and released. */
export function SettingTable({
  drive,
  adjuster,
  rows,
  recommended,
  asTightAt,
  band,
}: {
  drive: Drive;
  adjuster: Drive['adjusters'][number];
  /** Its positions in order, and the row of the recommended one among them. */
  rows: readonly AssessedSetting[];
  recommended: { readonly advice: Recommendation; readonly row: AssessedSetting } | null;
  /** Other positions of an eccentric with the tension of the recommended one, degrees. */
  asTightAt: readonly number[];
  band: TensionBand;
}) {
  const { show, adjusterPosition } = useUnits();
  const braked = rows.some((r) => r.brakeMargin !== null);
  const runs = faultRuns(rows);
  const moved = drive.springs.filter((s) => [s.from, s.to].some((end) => end.adjuster?.id === adjuster.id));
  const springs = moved.length > 0 ? moved : drive.springs.slice(0, 1);
  const dimension = placeDimension(drive, adjuster);
  const at = (place: number) => adjusterPosition(place, dimension);
  const brakeIn = drive.tensioners.find((t) => t.id === drive.brakes[0]?.tensioner)?.kind === 'pivot' ? 'angle' : 'length';
  const margin = (past: number) => show(past, brakeIn);
  /** From its present position, by its screw. */
  const turned = (position: number) => {
    if (!adjuster.screw || Math.abs(position - adjuster.position) < SAME_ROW) return '';
    const { all } = turnsAndFlats(position - adjuster.position, adjuster.screw);
    return ` (${all > 0 ? '+' : ''}${all} flats)`;
  };
  const isBest = (position: number) => recommended !== null && Math.abs(position - recommended.advice.position) < SAME_ROW;
  const all = recommended && !rows.some((r) => isBest(r.position)) ? [...rows, recommended.row] : rows;
  const listed = [...all].sort((a, b) => a.position - b.position);
  return (
    <Box component="section" aria-label={`Settings of ${adjuster.label}`} sx={{ mt: 2 }}>
      <Typography variant="h3">{adjuster.label}</Typography>
      <Box role="status" sx={{ my: 0.75, fontSize: 15 }}>
        {advisedSetting({
          advice: recommended?.advice ?? null,
          now: adjuster.position,
          targetN: band.target,
          place: (position) => `${at(position)}${turned(position)}`,
          force: (n) => show(n, 'force'),
          margin,
        }).map((sentence, i) => (i === 0 ? <strong key={sentence}>{sentence} </strong> : <span key={sentence}>{sentence} </span>))}
        {asTightAt.length > 0 && <Box>{sameTensionAt(asTightAt.map(at).join(' and '))}</Box>}
        {runs.map((r) => (
          <Box key={r.fault + r.from} sx={{ color: 'var(--ts-copper)' }}>
            {runWords(r, at)}
          </Box>
        ))}
      </Box>
      <Box sx={{ overflowX: 'auto' }} tabIndex={0} role="group" aria-label={`All settings of ${adjuster.label}`}>
        <Table
          size="small"
          sx={{
            '& td, & th': { px: 1, py: 0.75 },
            '& td': { whiteSpace: 'nowrap' },
            '& th': { verticalAlign: 'bottom', lineHeight: 1.25 },
          }}
        >
          <TableHead>
            <TableRow>
              <TableCell>Setting</TableCell>
              <TableCell align="right">Tension</TableCell>
              {braked && <TableCell>Brake released (margin)</TableCell>}
              <TableCell align="right">
                <Term of="release-slack">Slack</Term> released
              </TableCell>
              {braked && <TableCell>Brake engaged</TableCell>}
              {band.floor > 0 && (
                <TableCell align="right">
                  % of <Term of="slip-limit">slip limit</Term>
                </TableCell>
              )}
              {band.ceiling !== null && (
                <TableCell align="right">
                  % of <Term of="bearing-limit">bearing limit</Term>
                </TableCell>
              )}
              {springs.map((s) => (
                <TableCell key={s.id} align="right">
                  {s.label ?? 'Spring'}
                </TableCell>
              ))}
            </TableRow>
          </TableHead>
          <TableBody>
            {listed.map((row) => {
              const { engaged, disengaged, faults, position, brakeMargin, slipLimitN } = row;
              const best = isBest(position);
              const share = (limitN: number | null) =>
                engaged.tension === null || limitN === null ? '–' : `${Math.round((100 * engaged.tension) / limitN)}%`;
              return (
                <TableRow key={position} selected={best} sx={{ color: faults.length > 0 ? 'var(--ts-quiet)' : undefined }}>
                  <TableCell sx={{ color: 'inherit', fontWeight: best ? 700 : 400 }}>
                    <Box component="span" sx={{ display: 'inline-flex', alignItems: 'center', gap: 0.5 }}>
                      {at(position)}
                      {turned(position)}
                      {Math.abs(position - adjuster.position) < SAME_ROW ? ' (now)' : ''}
                      {best && <Icon name="check" aria-label="recommended" aria-hidden={false} role="img" />}
                    </Box>
                  </TableCell>
                  <TableCell align="right" className="ts-mono" sx={{ color: 'inherit' }}>
                    {engaged.tension === null ? '–' : show(engaged.tension, 'force')}
                  </TableCell>
                  {braked && (
                    <TableCell sx={{ color: faults.includes('brake-stays-off') ? 'var(--ts-copper)' : 'inherit' }}>
                      {disengaged === null || brakeMargin === null
                        ? '–'
                        : disengaged.brakeOn
                          ? `on (${margin(brakeMargin)})`
                          : `off (${margin(-brakeMargin)} short)`}
                    </TableCell>
                  )}
                  <TableCell align="right" className="ts-mono" sx={{ color: 'inherit' }}>
                    {disengaged === null || disengaged.slack === null ? '–' : show(disengaged.slack, 'length')}
                  </TableCell>
                  {braked && (
                    <TableCell sx={{ color: faults.includes('brake-stays-on') ? 'var(--ts-copper)' : 'inherit' }}>
                      {engaged.brakeOn ? 'drags' : 'clear'}
                    </TableCell>
                  )}
                  {band.floor > 0 && (
                    <TableCell
                      align="right"
                      className="ts-mono"
                      sx={{ color: faults.includes('slips') ? 'var(--ts-copper)' : 'inherit' }}
                      title={faults.includes('slips') ? FAULT_WORDS.slips : undefined}
                    >
                      {share(slipLimitN)}
                    </TableCell>
                  )}
                  {band.ceiling !== null && (
                    <TableCell align="right" className="ts-mono" sx={{ color: 'inherit' }}>
                      {share(band.ceiling)}
                    </TableCell>
                  )}
                  {springs.map((s) => (
                    <TableCell key={s.id} align="right" className="ts-mono" sx={{ color: 'inherit' }}>
                      {show(engaged.lengths[s.id]!, 'length')}
                    </TableCell>
                  ))}
                </TableRow>
              );
            })}
          </TableBody>
        </Table>
      </Box>
    </Box>
  );
}
