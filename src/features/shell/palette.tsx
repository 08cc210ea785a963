'use client';

import Box from '@mui/material/Box';
import Dialog from '@mui/material/Dialog';
import InputBase from '@mui/material/InputBase';
import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { Icon } from '@/ui/icons';
import { useDebouncedValue } from '@/client/debounced-value';
import { lengthTyped } from '@/services/find-belts';
import { requestedKind } from '@/services/requested-kind';
import { commandsStillWork } from './messages';
import { useQueryOf } from '../queries/use-query';

export interface PaletteAction {
  readonly label: string;
  readonly detail: string;
  readonly run: () => void;
}

interface Row {
  readonly kind: string;
  readonly label: string;
  readonly detail: string;
  readonly run: () => void;
}

const LIMIT = 12;
/** Typing rests for so long before the server is asked, ms. */
const REST_MS = 120;

/** Every typed word must be the start of a word in the row, so that a few letters narrow quickly. */
function fits(row: Row, words: readonly string[]): boolean {
  const parts = `${row.kind} ${row.label} ${row.detail}`.toLowerCase().split(/[\s,]+/);
  return words.every((w) => parts.some((p) => p.startsWith(w)));
}

/** Rows with all words in their name come before those that only mention them; a shorter name before a longer one. */
function nearness(row: Row, words: readonly string[]): number {
  const own = row.label.toLowerCase().split(/[\s,]+/);
  return (words.every((w) => own.some((p) => p.startsWith(w))) ? 0 : 1000) + row.label.length;
}

/** Rows for what is typed: commands and found records. `answered` once they belong to the whole text. */
function useRows(open: boolean, query: string, commands: readonly PaletteAction[]) {
  const router = useRouter();
  const sought = useDebouncedValue(query, REST_MS);
  const { value, held, problem } = useQueryOf('find', { find: sought }, { asked: open, hold: true });
  const found = useMemo(() => (value ? { of: held ? null : sought, rows: value } : null), [value, held, sought]);
  const rows = useMemo(() => {
    const words = query.toLowerCase().trim().split(/\s+/).filter(Boolean);
    const own = commands.map((a): Row => ({ kind: 'Do', ...a })).filter((r) => fits(r, words));
    const theirs = (found?.rows ?? []).map((f): Row => ({
      kind: f.kind,
      label: f.label,
      detail: f.detail,
      run: () => router.push(f.href),
    }));
    // Belts about a length come nearest first; all else by how well its own name fits.
    if (lengthTyped(requestedKind(query).find) !== null) return [...theirs.filter((r) => r.kind === 'Belt'), ...own].slice(0, LIMIT);
    // Until the answer is there, what was found before is narrowed by what is typed now.
    const all = [...own, ...(found?.of === query ? theirs : theirs.filter((r) => fits(r, words)))];
    return (words.length === 0 ? all : all.sort((a, b) => nearness(a, words) - nearness(b, words))).slice(0, LIMIT);
  }, [query, found, commands, router]);
  return { rows, problem, searching: found === null, answered: found?.of === query || problem !== null };
}

/** Finds machines, jobs, drives and belts, and does what can be done from anywhere. */
export function Palette({ open, onClose, commands }: { open: boolean; onClose: () => void; commands: readonly PaletteAction[] }) {
  const [query, setQuery] = useState('');
  // Enter came before the answer: what the answer puts first is chosen then.
  const [hasty, setHasty] = useState(false);
  const [at, setAt] = useState(0);
  const { rows, problem, searching, answered } = useRows(open, query, commands);
  const choose = (row: Row | undefined) => {
    if (!row) return;
    onClose();
    setQuery('');
    row.run();
  };
  const waited = useRef(choose);
  useEffect(() => {
    waited.current = choose;
  });
  useEffect(() => {
    if (!hasty || !answered) return;
    const soon = setTimeout(() => {
      setHasty(false);
      waited.current(rows[at]);
    }, 0);
    return () => clearTimeout(soon);
  }, [hasty, answered, rows, at]);
  const press = (event: KeyboardEvent) => {
    if (event.key === 'ArrowDown') setAt((i) => Math.min(rows.length - 1, i + 1));
    else if (event.key === 'ArrowUp') setAt((i) => Math.max(0, i - 1));
    else if (event.key === 'Enter' && !answered) setHasty(true);
    else if (event.key === 'Enter') choose(rows[at]);
    else return;
    event.preventDefault();
  };
  return (
    <Dialog
      open={open}
      onClose={onClose}
      fullWidth
      maxWidth="sm"
      aria-label="Find"
      slotProps={{ paper: { sx: { position: { sm: 'absolute' }, top: { sm: 80 } } } }}
    >
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, px: 2, borderBottom: '1px solid var(--ts-edge)' }}>
        <Icon name="find" />
        <InputBase
          autoFocus
          fullWidth
          value={query}
          placeholder="A machine, job, drive or belt"
          onChange={(e) => {
            setQuery(e.target.value);
            setHasty(false);
            setAt(0);
          }}
          onKeyDown={press}
          slotProps={{
            input: {
              'aria-label': 'Find a machine, job, drive or belt',
              role: 'combobox',
              'aria-expanded': true,
              'aria-controls': 'palette-rows',
              'aria-activedescendant': rows[at] ? `palette-${at}` : undefined,
            },
          }}
          sx={{ minHeight: 56, fontSize: 17 }}
        />
      </Box>
      <Box
        component="ul"
        id="palette-rows"
        role="listbox"
        aria-label="Found"
        sx={{ listStyle: 'none', m: 0, p: 1, minHeight: 200, maxHeight: '60vh', overflowY: 'auto' }}
      >
        {rows.map((row, i) => (
          <FoundRow key={i} index={i} row={row} isChosen={i === at} onPoint={() => setAt(i)} onChoose={() => choose(row)} />
        ))}
        {rows.length === 0 && (
          <Box component="li" role="presentation" sx={{ p: 2, color: 'var(--ts-quiet)' }}>
            {problem ? commandsStillWork(problem) : searching ? 'Searching…' : `No result for “${query}”.`}
          </Box>
        )}
      </Box>
    </Dialog>
  );
}

function FoundRow({
  index,
  row,
  isChosen,
  onPoint,
  onChoose,
}: {
  index: number;
  row: Row;
  isChosen: boolean;
  onPoint: () => void;
  onChoose: () => void;
}) {
  return (
    <Box
      component="li"
      id={`palette-${index}`}
      role="option"
      aria-selected={isChosen}
      onMouseMove={onPoint}
      onClick={onChoose}
      sx={{
        ...{ display: 'flex', gap: 2, alignItems: 'baseline', px: 1.5, py: 1.25, minHeight: 44, cursor: 'pointer', borderRadius: '4px' },
        bgcolor: isChosen ? 'var(--ts-work-soft)' : 'transparent',
      }}
    >
      <Box component="span" className="ts-narrow" sx={{ width: 62, flex: 'none', color: 'var(--ts-quiet)', fontSize: 13 }}>
        {row.kind}
      </Box>
      <Box component="span" sx={{ fontWeight: 600 }}>
        {row.label}
      </Box>
      <Box component="span" sx={{ color: 'var(--ts-quiet)', fontSize: 13, ml: 'auto', textAlign: 'right' }}>
        {row.detail}
      </Box>
    </Box>
  );
}
