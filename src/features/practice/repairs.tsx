'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { CAUSES, causesIndicated, setupMinutes, UNKNOWN, vocabulary, type CheckId } from '@/core/fault';
import type { Model, Move, PracticeSession } from '@/core/practice';
import { noPartOfMachine } from './messages';

const words = vocabulary();
/** Number of visible repairs before unfolding. */
const SHOWN = 6;

/** Possible repairs: first those that bad findings support, then all of this kind of drive, by name. */
export function Repairs({
  model,
  session,
  onPlay,
  onProve,
}: {
  model: Model;
  session: PracticeSession;
  onPlay: (move: Move, words: string) => void;
  onProve: () => void;
}) {
  const [find, setFind] = useState('');
  const [all, setAll] = useState(false);
  const { history, setups } = session.now;
  const mended = new Set(history.flatMap((e) => ('fixed' in e ? [e.fixed] : [])));
  const bad = history.flatMap((e) => ('check' in e && e.result !== 'good' ? [e.check] : []));
  const told = new Set<string>(bad.flatMap((check) => causesIndicated(check as CheckId, model.kind).map((c) => c.id)));
  const open = words.causes.filter((c) => c.kinds[model.kind] !== undefined && !mended.has(c.id));
  const sought = find.trim().toLowerCase();
  const found = open
    .filter((c) => (sought === '' ? told.has(c.id) : c.label.toLowerCase().includes(sought)))
    .sort((a, b) => Number(told.has(b.id)) - Number(told.has(a.id)));
  const shown = all ? found : found.slice(0, SHOWN);
  const up = new Set(setups);
  return (
    <Box component="section" aria-label="Repair">
      {mended.size > 0 && (
        <Box sx={{ mb: 2, display: 'flex', gap: 1.5, alignItems: 'center', flexWrap: 'wrap' }}>
          <Box sx={{ flex: 1, minWidth: 200 }}>
            Repaired: {words.causes.flatMap((c) => (mended.has(c.id) ? [c.label.toLowerCase()] : [])).join(', ')}.
          </Box>
          <Button variant="contained" onClick={onProve}>
            Run the test
          </Button>
        </Box>
      )}
      <TextField
        label="Find a repair"
        value={find}
        onChange={(e) => {
          setFind(e.target.value);
          setAll(false);
        }}
        helperText={sought === '' ? 'Listed below: repairs that your bad findings support.' : ' '}
        sx={{ mb: 1, maxWidth: 360 }}
      />
      {found.length === 0 && (
        <Box sx={{ color: 'var(--ts-quiet)' }}>
          {sought === '' ? 'No check was bad yet. Type a name to repair a part without a check.' : noPartOfMachine(find.trim())}
        </Box>
      )}
      {shown.map((c) => {
        const minutes = c.fix.minutes + setupMinutes(words, c.fix.setups, up).minutes;
        const act = CAUSES.find((x) => x.id === c.id)?.repair.name ?? UNKNOWN.repair.name;
        return (
          <Box
            key={c.id}
            sx={{ borderTop: '1px solid var(--ts-edge)', py: 1, display: 'flex', alignItems: 'center', gap: 1.5, flexWrap: 'wrap' }}
          >
            <Box sx={{ flex: 1, minWidth: 200 }}>
              <Box sx={{ fontWeight: 600, fontSize: 17 }}>{c.label}</Box>
              <Box sx={{ fontSize: 14, color: 'var(--ts-quiet)' }}>
                {act}, {minutes} min
              </Box>
            </Box>
            <Button
              variant="outlined"
              aria-label={`Repair: ${c.label}`}
              onClick={() => onPlay({ mend: c.id }, `Practice: repaired ${c.label.toLowerCase()}`)}
            >
              Repair
            </Button>
          </Box>
        );
      })}
      {found.length > shown.length && <Button onClick={() => setAll(true)}>{found.length - shown.length} more</Button>}
    </Box>
  );
}
