'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { Notebook, NotebookMeasure } from '@/core/survey';
import { freshId } from './changes';
import { placeName } from './messages';

type NewKind = NotebookMeasure['kind'];

/** Additional measurements, and the places that each needs. */
const NEW_KINDS: readonly (readonly [NewKind, string, readonly string[]])[] = [
  ['centres', 'Centre to centre', ['From', 'To']],
  ['outside', 'Over the far rims', ['From', 'To']],
  ['inside', 'Between the near rims', ['From', 'To']],
  ['in-line', 'In line with two others', ['This one', 'in line with', 'and']],
  ['angle', 'Angle between two others', ['Angle at', 'from', 'to']],
  ['from-edge', 'Square to a straight edge', ['Place']],
  ['along-edge', 'Along a straight edge', ['Place']],
  ['belt', 'A string round the path of a belt', []],
];

/** A distance besides those asked for. */
export function AddMeasure({ notebook, onAdd }: { notebook: Notebook; onAdd: (m: NotebookMeasure) => void }) {
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
          ? 'Enter a name for the edge.'
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
      <TextField select label="Measurement" value={kind} onChange={(e) => setKind(e.target.value as NewKind)}>
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
        Add measurement
      </Button>
      {wanting && <Typography sx={{ fontSize: 13, color: 'var(--ts-quiet)', alignSelf: 'center' }}>{wanting}</Typography>}
    </Box>
  );
}
