'use client';

import Box from '@mui/material/Box';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { turnsAndFlats } from '@/core/alignment';
import { faultRuns, type JudgedSetting, type TensionBand } from '@/core/tension';
import { placeDimension, type Drive } from '@/core/drive';
import { Icon } from '@/ui/icons';
import { useUnits } from '@/ui/units';
import { runWords } from './words';

/** Every place of one adjuster before a bolt is touched: what it gives, and what it does on release. */
export function SettingTable({
  drive,
  adjuster,
  rows,
  asTightAt,
  band,
}: {
  drive: Drive;
  adjuster: Drive['adjusters'][number];
  rows: readonly JudgedSetting[];
  /** An eccentric's other places that are as tight as the one recommended, degrees. */
  asTightAt: readonly number[];
  band: TensionBand;
}) {
  const { show } = useUnits();
  const braked = drive.brakes.length > 0;
  const best = rows.find((r) => r.recommended);
  const runs = faultRuns(rows);
  const moved = drive.springs.filter((s) => [s.from, s.to].some((end) => end.adjuster?.id === adjuster.id));
  const springs = moved.length > 0 ? moved : drive.springs.slice(0, 1);
  const dimension = placeDimension(drive, adjuster);
  const at = (position: number) => show(position, dimension);
  /** From where it stands now, by its screw. */
  const turned = (position: number) => {
    if (!adjuster.screw || position === adjuster.position) return '';
    const { all } = turnsAndFlats(position - adjuster.position, adjuster.screw);
    return ` (${all > 0 ? '+' : ''}${all} flats)`;
  };
  return (
    <Box component="section" aria-label={`Settings of ${adjuster.label}`} sx={{ mt: 2 }}>
      <Typography variant="h3">{adjuster.label}</Typography>
      <Box role="status" sx={{ my: 0.75, fontSize: 15 }}>
        {best ? (
          <>
            <strong>
              Set it to {at(best.position)}
              {turned(best.position)}
            </strong>
            : {show(best.engaged.tension!, 'force')}, nearest the target of {show(band.target!, 'force')}
            {braked ? ', and the brake lands' : ''}.
          </>
        ) : band.target === null ? (
          'Without a load no setting can be called right; the release side is told all the same.'
        ) : (
          'No setting does all of it.'
        )}
        {asTightAt.length > 0 && (
          <Box>
            As tight at {asTightAt.map(at).join(' and ')}: an eccentric stands as far out on both sides of its dead point. Use the side that
            this drive’s marks are on; it must not be able to roll over as it is clamped.
          </Box>
        )}
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
              <TableCell>Set at</TableCell>
              <TableCell align="right">Tension</TableCell>
              {band.floor > 0 && <TableCell align="right">Of slip floor</TableCell>}
              {band.ceiling !== null && <TableCell align="right">Of what bearings bear</TableCell>}
              <TableCell align="right">Slack released</TableCell>
              {braked && <TableCell>Brake released</TableCell>}
              {braked && <TableCell>Brake engaged</TableCell>}
              {springs.map((s) => (
                <TableCell key={s.id} align="right">
                  {s.label ?? 'Spring'}
                </TableCell>
              ))}
            </TableRow>
          </TableHead>
          <TableBody>
            {rows.map((row) => {
              const { engaged, disengaged, faults, recommended, position } = row;
              return (
                <TableRow key={position} selected={recommended} sx={{ color: faults.length > 0 ? 'var(--ts-quiet)' : undefined }}>
                  <TableCell sx={{ color: 'inherit', fontWeight: recommended ? 700 : 400 }}>
                    <Box component="span" sx={{ display: 'inline-flex', alignItems: 'center', gap: 0.5 }}>
                      {at(position)}
                      {turned(position)}
                      {position === adjuster.position ? ' (drawn)' : ''}
                      {recommended && <Icon name="check" aria-label="set here" aria-hidden={false} role="img" />}
                    </Box>
                  </TableCell>
                  <TableCell align="right" className="ts-mono" sx={{ color: 'inherit' }}>
                    {engaged.tension === null ? '–' : show(engaged.tension, 'force')}
                  </TableCell>
                  {band.floor > 0 && (
                    <TableCell align="right" className="ts-mono" sx={{ color: 'inherit' }}>
                      {engaged.tension === null ? '–' : `${Math.round((100 * engaged.tension) / band.floor)} %`}
                    </TableCell>
                  )}
                  {band.ceiling !== null && (
                    <TableCell align="right" className="ts-mono" sx={{ color: 'inherit' }}>
                      {engaged.tension === null ? '–' : `${Math.round((100 * engaged.tension) / band.ceiling)} %`}
                    </TableCell>
                  )}
                  <TableCell align="right" className="ts-mono" sx={{ color: 'inherit' }}>
                    {disengaged === null || disengaged.slack === null ? '–' : show(disengaged.slack, 'length')}
                  </TableCell>
                  {braked && (
                    <TableCell sx={{ color: faults.includes('brake-stays-off') ? 'var(--ts-copper)' : 'inherit' }}>
                      {disengaged === null ? '–' : disengaged.brakeOn ? 'lands' : 'stays off'}
                    </TableCell>
                  )}
                  {braked && (
                    <TableCell sx={{ color: faults.includes('brake-stays-on') ? 'var(--ts-copper)' : 'inherit' }}>
                      {engaged.brakeOn ? 'still on' : 'lifted'}
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
