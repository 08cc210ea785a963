'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { memo, useCallback, useEffect, useRef, useState } from 'react';
import { brokenTriangles, LONGEST_TAPE_MM, proposeMeasures, type Look, type Notebook, type NotebookMeasure } from '@/core/survey';
import { Icon } from '@/ui/icons';
import { NumberField } from '@/ui/number-field';
import { useUnits } from '@/ui/units';
import { TapeDrawing } from './tape-drawing';
import { freshId } from './changes';
import { withTyped } from './kept-field';
import { Choice, entriesOf, SoftText, type StepProps } from './steps';
import {
  againstRestWords,
  SUSPECT_WORDS,
  KIND_OF_TAPE,
  measureHow,
  measureTitle,
  placeName,
  sideSentence,
  triangleSentence,
} from './words';

/** Longest path that a string is laid round, mm. */
const LONGEST_BELT_MM = 10_000;

const KIND_WORDS: Readonly<Record<NotebookMeasure['kind'], string>> = {
  centres: 'Centre to centre',
  outside: '',
  inside: '',
  'from-edge': 'From an edge',
  'along-edge': 'Along an edge',
  'in-line': 'In line',
  angle: 'Angle',
  belt: 'Round the path',
};

/** The distances, in the order of a walk round the deck; each with a drawing of where the tape goes, and how well it sits with the rest. */
export function TapeStep({
  notebook,
  look,
  write,
  mayChange,
  active,
  onActive,
}: StepProps & { active: string | null; onActive: (id: string | null) => void }) {
  const units = useUnits();
  const list = useRef<HTMLOListElement>(null);
  const [adding, setAdding] = useState(false);
  const suspects = look?.answer.suspects.slice(0, 2) ?? [];
  const asked = notebook.measures.filter((m) => m.skipped !== true);
  const still = proposeMeasures(notebook);
  const [broken] = brokenTriangles(notebook);
  const solved = new Map(look?.answer.measures.map((m) => [m.id, m]));
  const says = (m: NotebookMeasure) => {
    const at = suspects.indexOf(m.id);
    const parts =
      m.skipped === true ? ['left out'] : [SUSPECT_WORDS[at] ?? '', againstRestWords(m, solved.get(m.id), notebook.tapeSd, at >= 0, units)];
    return [KIND_WORDS[m.kind], ...parts].filter(Boolean).join(' · ');
  };
  // Rows are many and one is typed in: what they are handed stays the same, so that only those are drawn anew that read otherwise.
  const measures = useRef(notebook.measures);
  useEffect(() => {
    measures.current = notebook.measures;
  });
  const focusNext = useCallback(
    (id: string) => {
      const from = measures.current.findIndex((m) => m.id === id);
      const next = measures.current.slice(from + 1).find((m) => m.value === null && m.skipped !== true) ?? measures.current[from + 1];
      if (!next) return;
      onActive(next.id);
      list.current?.querySelector<HTMLInputElement>(`[data-at="measure:${CSS.escape(next.id)}"] input[data-dimension]`)?.focus();
    },
    [onActive],
  );
  const change = useCallback(
    (id: string, part: Partial<NotebookMeasure>, key?: string, typed?: string) =>
      write((now) => {
        const next = { ...now, measures: now.measures.map((m) => (m.id === id ? ({ ...m, ...part } as NotebookMeasure) : m)) };
        return key !== undefined && typed !== undefined ? withTyped(next, key, typed) : next;
      }, key),
    [write],
  );
  const remove = useCallback((id: string) => write((now) => ({ ...now, measures: now.measures.filter((m) => m.id !== id) })), [write]);
  return (
    <>
      <SoftText>
        {asked.filter((m) => m.value !== null).length} of {asked.length} taken. Leave the arm where it stands for all of them. Spare
        measures find mistakes; a tape is taken as good to ± {units.show(2 * notebook.tapeSd, 'length', 0)}.
      </SoftText>
      {broken && (
        <Alert severity="warning" variant="outlined" sx={{ mb: 1 }}>
          {triangleSentence(notebook, broken, units)}
        </Alert>
      )}
      <Box
        component="ol"
        ref={list}
        sx={{ listStyle: 'none', m: 0, p: 0, border: '1px solid var(--ts-edge)', borderRadius: '4px', bgcolor: 'var(--ts-card)' }}
      >
        {notebook.measures.map((m, i) => (
          <MeasureRow
            key={m.id}
            measure={m}
            typed={notebook.typed[`measure-${m.id}`] ?? null}
            number={i + 1}
            title={measureTitle(notebook, m)}
            says={says(m)}
            suspect={suspects.indexOf(m.id)}
            open={active === m.id ? { notebook, look } : null}
            mayChange={mayChange}
            onOpen={onActive}
            onNext={focusNext}
            onChange={change}
            onRemove={remove}
          />
        ))}
      </Box>
      {mayChange && (
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', mt: 1.5 }}>
          {still.length > 0 && (
            <Button variant="outlined" onClick={() => write((now) => ({ ...now, measures: [...now.measures, ...proposeMeasures(now)] }))}>
              Ask for {still.length} more that the drive needs
            </Button>
          )}
          <Button variant="outlined" startIcon={<Icon name="add" size={18} />} onClick={() => setAdding(!adding)} aria-expanded={adding}>
            Another measure
          </Button>
        </Box>
      )}
      {notebook.sides.length > 0 && <Sides notebook={notebook} write={write} mayChange={mayChange} />}
      {adding && (
        <AddMeasure
          notebook={notebook}
          onAdd={(m) => {
            write((now) => ({ ...now, measures: [...now.measures, m] }));
            setAdding(false);
            onActive(m.id);
          }}
        />
      )}
    </>
  );
}

/** What was answered of left and right, to be turned over or taken back. */
function Sides({ notebook, write, mayChange }: Omit<StepProps, 'look'>) {
  const change = (at: number, next: Notebook['sides'][number] | null) =>
    write((now) => ({ ...now, sides: now.sides.flatMap((s, i) => (i !== at ? [s] : next ? [next] : [])) }));
  return (
    <Box component="section" sx={{ mt: 2 }}>
      <Typography variant="h3">Left or right, as you said</Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {notebook.sides.map((s, i) => (
          <Box
            component="li"
            key={`${s.pulley} ${s.leftOf.join(' ')}`}
            sx={{ display: 'flex', alignItems: 'center', gap: 1, borderTop: '1px solid var(--ts-edge)', fontSize: 14 }}
          >
            <span style={{ flex: 1 }}>{sideSentence(notebook, s)}</span>
            {mayChange && (
              <Button
                size="small"
                onClick={() => change(i, { pulley: s.pulley, leftOf: s.leftOf, ...(s.right === true ? {} : { right: true }) })}
              >
                Turn over
              </Button>
            )}
            {mayChange && (
              <IconButton aria-label={`Take back: ${sideSentence(notebook, s)}`} onClick={() => change(i, null)}>
                <Icon name="close" size={16} />
              </IconButton>
            )}
          </Box>
        ))}
      </Box>
    </Box>
  );
}

interface RowProps {
  readonly measure: NotebookMeasure;
  /** Its reading as it was written. */
  readonly typed: string | null;
  readonly number: number;
  readonly title: string;
  /** What kind it is, and how it sits with the rest. */
  readonly says: string;
  /** Rank among the suspects, from 0; −1 where it is none. */
  readonly suspect: number;
  /** Given where it is unfolded, with where the tape goes. */
  readonly open: { readonly notebook: Notebook; readonly look: Look | null } | null;
  readonly mayChange: boolean;
  readonly onOpen: (id: string) => void;
  readonly onNext: (id: string) => void;
  readonly onChange: (id: string, part: Partial<NotebookMeasure>, key?: string, typed?: string) => void;
  readonly onRemove: (id: string) => void;
}

const MeasureRow = memo(function MeasureRow({
  measure: m,
  typed,
  number,
  title,
  says,
  suspect,
  open,
  mayChange,
  onOpen,
  onNext,
  onChange,
  onRemove,
}: RowProps) {
  const angle = m.kind === 'angle';
  const signed = m.kind === 'from-edge' || m.kind === 'along-edge' || m.kind === 'in-line';
  const skipped = m.skipped === true;
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
            all: 'unset',
            cursor: 'pointer',
            minHeight: 44,
            display: 'flex',
            flexDirection: 'column',
            justifyContent: 'center',
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
          label={angle ? 'Angle' : 'Reading'}
          dimension={angle ? 'angle' : 'length'}
          value={m.value}
          optional
          disabled={!mayChange || skipped}
          min={signed ? -LONGEST_TAPE_MM : 0.1}
          max={angle ? 180 : m.kind === 'belt' ? LONGEST_BELT_MM : LONGEST_TAPE_MM}
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
          ariaLabel={`${angle ? 'Angle' : 'Reading'}, ${title}`}
        />
      </Box>
      {open && (
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
                  {skipped ? 'Take it in again' : 'Leave it out'}
                </Button>
                <IconButton aria-label={`Remove “${title}”`} onClick={() => onRemove(m.id)}>
                  <Icon name="close" size={18} />
                </IconButton>
                <NumberField
                  label="Good to ±"
                  dimension={angle ? 'angle' : 'length'}
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
      )}
    </Box>
  );
});

type NewKind = NotebookMeasure['kind'];

/** What can be measured besides what is asked for, and which places each names. */
const NEW_KINDS: readonly (readonly [NewKind, string, readonly string[]])[] = [
  ['centres', 'Centre to centre', ['From', 'To']],
  ['outside', 'Over the far rims', ['From', 'To']],
  ['inside', 'Between the near rims', ['From', 'To']],
  ['in-line', 'In line with two others', ['This one', 'in line with', 'and']],
  ['angle', 'Angle between two others', ['Angle at', 'from', 'to']],
  ['from-edge', 'Square off a straight edge', ['Place']],
  ['along-edge', 'Along a straight edge', ['Place']],
  ['belt', 'A string round the path of a belt', []],
];

function AddMeasure({ notebook, onAdd }: { notebook: Notebook; onAdd: (m: NotebookMeasure) => void }) {
  const places = [...notebook.pulleys, ...notebook.points];
  const [kind, setKind] = useState<NewKind>('centres');
  const [chosen, setChosen] = useState<readonly string[]>([places[0]?.id ?? '', places[1]?.id ?? '', places[2]?.id ?? '']);
  const [edge, setEdge] = useState('deck edge');
  const [belt, setBelt] = useState(notebook.belts[0]?.id ?? '');
  const labels = NEW_KINDS.find(([one]) => one === kind)![2];
  const onEdge = kind === 'from-edge' || kind === 'along-edge';
  const used = chosen.slice(0, labels.length);
  const wanting =
    kind === 'belt' && belt === ''
      ? 'Route a belt first.'
      : used.some((id) => !places.some((p) => p.id === id)) || new Set(used).size < labels.length
        ? `Choose ${labels.length} different places.`
        : onEdge && edge.trim() === ''
          ? 'Give the edge a name.'
          : null;
  const add = () => {
    const [a, b, c] = chosen as [string, string, string];
    const fresh = {
      id: freshId(
        notebook.measures.map((m) => m.id),
        'more',
      ),
      value: null,
    };
    switch (kind) {
      case 'in-line':
        return onAdd({ ...fresh, kind, of: a, between: [b, c] });
      case 'angle':
        return onAdd({ ...fresh, kind, at: a, between: [b, c] });
      case 'from-edge':
      case 'along-edge':
        return onAdd({ ...fresh, kind, of: a, edge: edge.trim() });
      case 'belt':
        return onAdd({ ...fresh, kind, belt, reference: 'outside' });
      default:
        return onAdd({ ...fresh, kind, between: [a, b] });
    }
  };
  return (
    <Box
      sx={{
        mt: 1.5,
        p: 1.5,
        border: '1px solid var(--ts-edge)',
        borderRadius: '4px',
        bgcolor: 'var(--ts-card)',
        display: 'grid',
        gridTemplateColumns: 'repeat(auto-fill, minmax(180px, 1fr))',
        gap: 1.5,
      }}
    >
      <TextField select label="What is measured" value={kind} onChange={(e) => setKind(e.target.value as NewKind)}>
        {NEW_KINDS.map(([value, words]) => (
          <MenuItem key={value} value={value}>
            {words}
          </MenuItem>
        ))}
      </TextField>
      {labels.map((label, i) => (
        <TextField
          key={label}
          select
          label={label}
          value={chosen[i] ?? ''}
          onChange={(e) => setChosen(chosen.map((id, k) => (k === i ? e.target.value : id)))}
        >
          {places.map((p) => (
            <MenuItem key={p.id} value={p.id}>
              {placeName(notebook, p.id)}
            </MenuItem>
          ))}
        </TextField>
      ))}
      {onEdge && <TextField label="Name of the edge" value={edge} onChange={(e) => setEdge(e.target.value)} />}
      {kind === 'belt' && (
        <TextField select label="Belt" value={belt} onChange={(e) => setBelt(e.target.value)}>
          {notebook.belts.map((b) => (
            <MenuItem key={b.id} value={b.id}>
              {b.label}
            </MenuItem>
          ))}
        </TextField>
      )}
      <Button variant="contained" disabled={wanting !== null} onClick={add}>
        Add this measure
      </Button>
      {wanting && <Typography sx={{ fontSize: 13, color: 'var(--ts-quiet)', alignSelf: 'center' }}>{wanting}</Typography>}
    </Box>
  );
}
