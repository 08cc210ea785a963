'use client';

import Box from '@mui/material/Box';
import type { MatchedBelt } from '@/core/drive';
import { runsOn } from '@/services/candidates';
import { VerdictWord } from '@/ui/verdict';
import type { BeltCells, BeltListProps } from './belt-cells';

/** Out of sight and still read out. */
const HIDDEN = { position: 'absolute', width: 1, height: 1, overflow: 'hidden', clipPath: 'inset(50%)' } as const;
const NUMBER = { textAlign: 'right', whiteSpace: 'nowrap' } as const;
const DETAIL = { color: 'var(--ts-quiet)', fontSize: 13.5, lineHeight: 1.35 } as const;

interface Column {
  readonly label: string;
  readonly width?: number;
  readonly isNumber?: boolean;
}

const columnsOf = (asksForRelease: boolean): readonly Column[] => [
  { label: 'Belt, outside length, bin · in stock', width: 236 },
  { label: 'Verdict, and why' },
  { label: asksForRelease ? 'Engaged' : 'Tension', width: 84, isNumber: true },
  ...(asksForRelease ? [{ label: 'Slack', width: 88, isNumber: true }] : []),
  { label: 'Likely', width: 74, isNumber: true },
];

/** Belts as a table. */
export function BeltRows({
  rows,
  chosen,
  onChoose,
  context: { asksForRelease },
  cells,
  headed,
}: BeltListProps & { readonly cells: BeltCells; readonly headed: boolean }) {
  const columns = columnsOf(asksForRelease);
  return (
    <Box
      component="table"
      sx={{
        width: '100%',
        borderCollapse: 'collapse',
        tableLayout: 'fixed',
        fontSize: 14,
        '& td': { p: '5px 8px', borderBottom: '1px solid var(--ts-edge)', verticalAlign: 'baseline' },
      }}
    >
      <colgroup>
        {columns.map((c) => (
          <col key={c.label} style={{ width: c.width }} />
        ))}
      </colgroup>
      <thead>
        <tr>
          {columns.map((c) => (
            <HeadCell key={c.label} column={c} headed={headed} />
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((b) => (
          <Row key={b.id} belt={b} isChosen={b.id === chosen} onChoose={() => onChoose(b.id)} {...{ asksForRelease, cells }} />
        ))}
      </tbody>
    </Box>
  );
}

function HeadCell({ column: { label, isNumber }, headed }: { column: Column; headed: boolean }) {
  if (!headed)
    return (
      <Box component="th" scope="col" sx={{ position: 'relative', p: 0 }}>
        <Box component="span" sx={HIDDEN}>
          {label}
        </Box>
      </Box>
    );
  return (
    <Box
      component="th"
      scope="col"
      sx={{
        textAlign: isNumber ? 'right' : 'left',
        fontWeight: 600,
        fontSize: 13,
        color: 'var(--ts-quiet)',
        p: '6px 8px',
        borderBottom: '1px solid var(--ts-ink)',
        whiteSpace: 'nowrap',
      }}
    >
      {label}
    </Box>
  );
}

function Row({
  belt,
  isChosen,
  onChoose,
  asksForRelease,
  cells,
}: {
  belt: MatchedBelt;
  isChosen: boolean;
  onChoose: () => void;
  asksForRelease: boolean;
  cells: BeltCells;
}) {
  const isAssessed = cells.isAssessed(belt);
  // One line is enough to compare belts that run. The chosen belt, and a near miss, shows the whole reason.
  const whole = isChosen || !runsOn(belt);
  return (
    <Box
      component="tr"
      onClick={onChoose}
      sx={{
        cursor: 'pointer',
        bgcolor: isChosen ? 'var(--ts-work-soft)' : 'transparent',
        '&:hover': { bgcolor: isChosen ? 'var(--ts-work-soft)' : 'var(--ts-sand)' },
      }}
    >
      <td>
        <Box
          component="button"
          type="button"
          aria-pressed={isChosen}
          className="ts-mono"
          sx={{
            ...{ font: 'inherit', fontFamily: 'Spline Sans Mono', fontWeight: 600, color: 'inherit', textAlign: 'left' },
            ...{ background: 'none', border: 0, p: 0, minHeight: 24, cursor: 'pointer' },
          }}
        >
          {cells.name(belt)}
        </Box>
        <Box sx={DETAIL}>{cells.place(belt)}</Box>
      </td>
      <td>
        <VerdictWord verdict={belt.verdict} reasons={belt.reasons} letsGo={asksForRelease} />
        <Box sx={{ ...DETAIL, ...(whole ? {} : { whiteSpace: 'nowrap', overflow: 'hidden', textOverflow: 'ellipsis' }) }}>
          {cells.why(belt)}
        </Box>
      </td>
      <Box component="td" className="ts-mono" sx={NUMBER}>
        {isAssessed ? cells.engaged(belt) : ''}
      </Box>
      {asksForRelease && (
        <Box component="td" className="ts-mono" sx={NUMBER}>
          {isAssessed ? cells.released(belt) : ''}
        </Box>
      )}
      <Box component="td" className="ts-mono" sx={NUMBER}>
        {isAssessed ? cells.likely(belt) : ''}
      </Box>
    </Box>
  );
}
