'use client';

import Box from '@mui/material/Box';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { turnsAndFlats } from '@/core/alignment';
import { faultRuns, type AssessedSetting, type Eccentric, type Recommendation, type TensionBand } from '@/core/tension';
import { placeDimension, type Drive } from '@/core/drive';
import { Icon } from '@/ui/icons';
import { useUnits } from '@/ui/units';
import { Term } from '../glossary/term';
import { EccentricNote } from './eccentric-note';
import { advisedSetting, FAULT_WORDS, runWords, sameTensionAt } from './messages';

/** A position closer to another than this is shown as the same row, mm or degrees. */
const SAME_ROW = 0.01;

interface SettingTableProps {
  readonly drive: Drive;
  readonly adjuster: Drive['adjusters'][number];
  /** Its positions in order, and the row of the recommended one among them. */
  readonly rows: readonly AssessedSetting[];
  readonly recommended: { readonly advice: Recommendation; readonly row: AssessedSetting } | null;
  /** Other positions of an eccentric with the tension of the recommended one, degrees. */
  readonly asTightAt: readonly number[];
  /** The eccentric that this adjuster turns, at those positions; null for any other. */
  readonly eccentric: Eccentric | null;
  readonly band: TensionBand;
}

/** Formats and columns of the table of one adjuster. */
function useColumns({ drive, adjuster, rows, band }: SettingTableProps) {
  const { show, adjusterPosition } = useUnits();
  const moved = drive.springs.filter((s) => [s.from, s.to].some((end) => end.adjuster?.id === adjuster.id));
  const brakeIn = drive.tensioners.find((t) => t.id === drive.brakes[0]?.tensioner)?.kind === 'pivot' ? 'angle' : 'length';
  return {
    hasBrake: rows.some((r) => r.brakeMargin !== null),
    hasSlipLimit: band.floor > 0,
    hasBearingLimit: band.ceiling !== null,
    springs: moved.length > 0 ? moved : drive.springs.slice(0, 1),
    show,
    at: (position: number) => adjusterPosition(position, placeDimension(drive, adjuster)),
    margin: (past: number) => show(past, brakeIn),
    /** From its present position, by its screw. */
    turned: (position: number) => {
      if (!adjuster.screw || Math.abs(position - adjuster.position) < SAME_ROW) return '';
      const { all } = turnsAndFlats(position - adjuster.position, adjuster.screw);
      return ` (${all > 0 ? '+' : ''}${all} flats)`;
    },
  };
}
type Columns = ReturnType<typeof useColumns>;

/** Every position of one adjuster and the one to set, with what each does engaged and released. */
export function SettingTable(props: SettingTableProps) {
  const { adjuster, rows, recommended, asTightAt, eccentric, band } = props;
  const columns = useColumns(props);
  const { at, turned, show, margin } = columns;
  const isBest = (position: number) => recommended !== null && Math.abs(position - recommended.advice.position) < SAME_ROW;
  const all = recommended && !rows.some((r) => isBest(r.position)) ? [...rows, recommended.row] : rows;
  const sentences = advisedSetting({
    advice: recommended?.advice ?? null,
    now: adjuster.position,
    targetN: band.target,
    place: (position) => `${at(position)}${turned(position)}`,
    force: (n) => show(n, 'force'),
    margin,
  });
  return (
    <Box component="section" aria-label={`Settings of ${adjuster.label}`} sx={{ mt: 2 }}>
      <Typography variant="h3">{adjuster.label}</Typography>
      <Box role="status" sx={{ my: 0.75, fontSize: 15 }}>
        {sentences.map((sentence, i) => (i === 0 ? <strong key={sentence}>{sentence} </strong> : <span key={sentence}>{sentence} </span>))}
        {eccentric ? (
          <EccentricNote eccentric={eccentric} now={adjuster.position} />
        ) : (
          asTightAt.length > 0 && <Box>{sameTensionAt(asTightAt.map(at).join(' and '))}</Box>
        )}
        {faultRuns(rows).map((r) => (
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
          <Head columns={columns} />
          <TableBody>
            {[...all]
              .sort((a, b) => a.position - b.position)
              .map((row) => (
                <SettingRow
                  key={row.position}
                  {...{ row, columns, band }}
                  isBest={isBest(row.position)}
                  isNow={Math.abs(row.position - adjuster.position) < SAME_ROW}
                />
              ))}
          </TableBody>
        </Table>
      </Box>
    </Box>
  );
}

function Head({ columns: { hasBrake, hasSlipLimit, hasBearingLimit, springs } }: { columns: Columns }) {
  return (
    <TableHead>
      <TableRow>
        <TableCell>Setting</TableCell>
        <TableCell align="right">Tension</TableCell>
        {hasBrake && <TableCell>Brake released (margin)</TableCell>}
        <TableCell align="right">
          <Term of="release-slack">Slack</Term> released
        </TableCell>
        {hasBrake && <TableCell>Brake engaged</TableCell>}
        {hasSlipLimit && (
          <TableCell align="right">
            % of <Term of="slip-limit">slip limit</Term>
          </TableCell>
        )}
        {hasBearingLimit && (
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
  );
}

/** Share of a limit, or a dash without one of the two. */
const shareOf = (tension: number | null, limitN: number | null): string =>
  tension === null || limitN === null ? '–' : `${Math.round((100 * tension) / limitN)}%`;

function brakeReleased({ disengaged, brakeMargin }: AssessedSetting, margin: (past: number) => string): string {
  if (disengaged === null || brakeMargin === null) return '–';
  return disengaged.brakeOn ? `on (${margin(brakeMargin)})` : `off (${margin(-brakeMargin)} short)`;
}

function SettingRow({
  row,
  columns: { hasBrake, hasSlipLimit, hasBearingLimit, springs, show, at, turned, margin },
  band,
  isBest,
  isNow,
}: {
  row: AssessedSetting;
  columns: Columns;
  band: TensionBand;
  isBest: boolean;
  isNow: boolean;
}) {
  const { engaged, disengaged, faults, position, slipLimitN } = row;
  const ink = (fault: AssessedSetting['faults'][number]) => ({ color: faults.includes(fault) ? 'var(--ts-copper)' : 'inherit' });
  const number = { align: 'right', className: 'ts-mono', sx: { color: 'inherit' } } as const;
  return (
    <TableRow selected={isBest} sx={{ color: faults.length > 0 ? 'var(--ts-quiet)' : undefined }}>
      <TableCell sx={{ color: 'inherit', fontWeight: isBest ? 700 : 400 }}>
        <Box component="span" sx={{ display: 'inline-flex', alignItems: 'center', gap: 0.5 }}>
          {at(position)}
          {turned(position)}
          {isNow ? ' (now)' : ''}
          {isBest && <Icon name="check" aria-label="recommended" aria-hidden={false} role="img" />}
        </Box>
      </TableCell>
      <TableCell {...number}>{engaged.tension === null ? '–' : show(engaged.tension, 'force')}</TableCell>
      {hasBrake && <TableCell sx={ink('brake-stays-off')}>{brakeReleased(row, margin)}</TableCell>}
      <TableCell {...number}>{disengaged === null || disengaged.slack === null ? '–' : show(disengaged.slack, 'length')}</TableCell>
      {hasBrake && <TableCell sx={ink('brake-stays-on')}>{engaged.brakeOn ? 'drags' : 'clear'}</TableCell>}
      {hasSlipLimit && (
        <TableCell {...number} sx={ink('slips')} title={faults.includes('slips') ? FAULT_WORDS.slips : undefined}>
          {shareOf(engaged.tension, slipLimitN)}
        </TableCell>
      )}
      {hasBearingLimit && <TableCell {...number}>{shareOf(engaged.tension, band.ceiling)}</TableCell>}
      {springs.map((s) => (
        <TableCell key={s.id} {...number}>
          {show(engaged.lengths[s.id]!, 'length')}
        </TableCell>
      ))}
    </TableRow>
  );
}
