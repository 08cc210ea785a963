'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import Typography from '@mui/material/Typography';
import { useCallback, useEffect, useRef, useState } from 'react';
import { brokenTriangles, proposeMeasures, type Notebook, type NotebookMeasure } from '@/core/survey';
import { Icon } from '@/ui/icons';
import { useUnits } from '@/ui/units';
import { AddMeasure } from './add-measure';
import { withTyped } from './saved-field';
import { MeasureRow } from './measure-row';
import { SoftText, type StepProps } from './steps';
import { againstRestWords, SUSPECT_WORDS, measureTitle, sideSentence, triangleSentence, addMeasurements, tapeProgress } from './messages';

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

/** Distances in the order of a walk round the deck. Each has a drawing of the tape and its agreement with the others. */
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
      m.skipped === true ? ['excluded'] : [SUSPECT_WORDS[at] ?? '', againstRestWords(m, solved.get(m.id), notebook.tapeSd, at >= 0, units)];
    return [KIND_WORDS[m.kind], ...parts].filter(Boolean).join(' · ');
  };
  // There are many rows and one is edited. Their props stay the same objects, so that only changed rows render.
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
        {tapeProgress(asked.filter((m) => m.value !== null).length, asked.length, units.show(2 * notebook.tapeSd, 'length', 0))}
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
              {addMeasurements(still.length)}
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

/** Answers of left and right, with buttons to reverse or undo them. */
function Sides({ notebook, write, mayChange }: Omit<StepProps, 'look'>) {
  const change = (at: number, next: Notebook['sides'][number] | null) =>
    write((now) => ({ ...now, sides: now.sides.flatMap((s, i) => (i !== at ? [s] : next ? [next] : [])) }));
  return (
    <Box component="section" sx={{ mt: 2 }}>
      <Typography variant="h3">Left or right, as entered</Typography>
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
              <IconButton aria-label={`Delete: ${sideSentence(notebook, s)}`} onClick={() => change(i, null)}>
                <Icon name="close" size={16} />
              </IconButton>
            )}
          </Box>
        ))}
      </Box>
    </Box>
  );
}
