'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import { memo } from 'react';
import { LONGEST_TAPE_MM, type NotebookSolution, type Notebook, type NotebookMeasure } from '@/core/survey';
import { Icon } from '@/ui/icons';
import { NumberField } from '@/ui/number-field';
import { Choice, entriesOf } from './steps';
import { TapeDrawing } from './tape-drawing';
import { KIND_OF_TAPE, measureHow } from './messages';

/** Longest path that a string is laid round, mm. */
const LONGEST_BELT_MM = 10_000;

interface RowProps {
  readonly measure: NotebookMeasure;
  /** Its reading as it was written. */
  readonly typed: string | null;
  readonly number: number;
  readonly title: string;
  /** Its kind, and its agreement with the other measurements. */
  readonly says: string;
  /** Rank among the suspects, from 0; −1 where it is none. */
  readonly suspect: number;
  /** Set if it is unfolded, with the drawing of the tape. */
  readonly open: { readonly notebook: Notebook; readonly look: NotebookSolution | null } | null;
  readonly mayChange: boolean;
  readonly onOpen: (id: string) => void;
  readonly onNext: (id: string) => void;
  readonly onChange: (id: string, part: Partial<NotebookMeasure>, key?: string, typed?: string) => void;
  readonly onRemove: (id: string) => void;
}

/** Distances with a sign, such as those along an edge. */
const SIGNED: ReadonlySet<NotebookMeasure['kind']> = new Set(['from-edge', 'along-edge', 'in-line']);
const dimensionOf = ({ kind }: NotebookMeasure) => (kind === 'angle' ? 'angle' : 'length');
const mostOf = ({ kind }: NotebookMeasure) => (kind === 'angle' ? 180 : kind === 'belt' ? LONGEST_BELT_MM : LONGEST_TAPE_MM);

/** One measurement of a notebook. The open one shows its drawing and its options. */
export const MeasureRow = memo(function MeasureRow(props: RowProps) {
  const { measure: m, typed, number, title, says, suspect, open, mayChange, onOpen, onNext, onChange } = props;
  const skipped = m.skipped === true;
  const label = m.kind === 'angle' ? 'Angle' : 'Reading';
  return (
    <Box
      component="li"
      data-at={`measure:${m.id}`}
      sx={{
        borderTop: number > 1 ? '1px solid var(--ts-edge)' : 0,
        p: 1,
        borderLeft: `4px solid ${suspect >= 0 ? 'var(--ts-copper)' : open ? 'var(--ts-work)' : 'transparent'}`,
      }}
    >
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: '26px minmax(0, 1fr)', sm: '26px minmax(0, 1fr) 148px' },
          gap: 1,
          alignItems: 'center',
        }}
      >
        <Box className="ts-mono" aria-hidden sx={{ fontSize: 13, color: 'var(--ts-quiet)', textAlign: 'right' }}>
          {number}
        </Box>
        <Box
          component="button"
          type="button"
          onClick={() => onOpen(m.id)}
          aria-expanded={open !== null}
          sx={{
            ...{ all: 'unset', cursor: 'pointer', minHeight: 44, display: 'flex', flexDirection: 'column', justifyContent: 'center' },
            '&:focus-visible': { outline: '3px solid var(--ts-work)' },
          }}
        >
          <Box component="span" sx={{ fontWeight: open ? 650 : 500, textDecoration: skipped ? 'line-through' : 'none' }}>
            {title}
          </Box>
          <Box component="span" sx={{ fontSize: 13, color: suspect >= 0 ? 'var(--ts-copper)' : 'var(--ts-quiet)' }}>
            {says}
          </Box>
        </Box>
        <NumberField
          label={label}
          dimension={dimensionOf(m)}
          value={m.value}
          optional
          disabled={!mayChange || skipped}
          min={SIGNED.has(m.kind) ? -LONGEST_TAPE_MM : 0.1}
          max={mostOf(m)}
          sx={{ gridColumn: { xs: '2', sm: 'auto' } }}
          onFocus={() => onOpen(m.id)}
          typed={typed}
          onValue={(value, text) => onChange(m.id, { value }, `measure-${m.id}`, text)}
          onKeyDown={(e) => {
            if (e.key === 'Enter') {
              e.preventDefault();
              onNext(m.id);
            }
          }}
          ariaLabel={`${label}, ${title}`}
        />
      </Box>
      {open && <OpenRow {...props} open={open} />}
    </Box>
  );
});

/** Drawing of the measurement, how to take it, and its options. */
function OpenRow({ measure: m, title, open, mayChange, onChange, onRemove }: RowProps & { open: NonNullable<RowProps['open']> }) {
  const skipped = m.skipped === true;
  return (
    <Box
      sx={{
        pl: { xs: 0, sm: 4.5 },
        pt: 1,
        display: 'grid',
        gridTemplateColumns: { xs: '1fr', sm: 'minmax(0, 1.2fr) minmax(0, 1fr)' },
        gap: 1.5,
      }}
    >
      <TapeDrawing notebook={open.notebook} look={open.look} measure={m} />
      <Box sx={{ fontSize: 14, display: 'flex', flexDirection: 'column', gap: 1 }}>
        <span>{measureHow(open.notebook, m)}</span>
        {(m.kind === 'centres' || m.kind === 'outside' || m.kind === 'inside') && (
          <Choice
            label="Taken"
            value={m.kind}
            options={entriesOf(KIND_OF_TAPE)}
            disabled={!mayChange}
            onChoose={(value) => onChange(m.id, { kind: value })}
          />
        )}
        {mayChange && (
          <Box sx={{ display: 'flex', gap: 0.5, flexWrap: 'wrap' }}>
            <Button size="small" onClick={() => onChange(m.id, { skipped: !skipped })}>
              {skipped ? 'Include again' : 'Exclude'}
            </Button>
            <IconButton aria-label={`Remove “${title}”`} onClick={() => onRemove(m.id)}>
              <Icon name="close" size={18} />
            </IconButton>
            <NumberField
              label="Good to ±"
              dimension={dimensionOf(m)}
              value={m.sd ?? null}
              optional
              min={0.05}
              max={100}
              sx={{ width: 118 }}
              onValue={(sd) => onChange(m.id, { sd: sd ?? undefined }, `sd-${m.id}`)}
            />
          </Box>
        )}
      </Box>
    </Box>
  );
}
