'use client';

import Box from '@mui/material/Box';
import Dialog from '@mui/material/Dialog';
import InputBase from '@mui/material/InputBase';
import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useState } from 'react';
import { Icon } from '@/ui/icons';
import { lengthTyped } from '../shelf/find-belts';
import { listFindable, type Findable } from './search';

export interface PaletteAct {
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

/** Every word typed must begin a word of the row, so that a few letters narrow quickly. */
function fits(row: Row, words: readonly string[]): boolean {
  const parts = `${row.kind} ${row.label} ${row.detail}`.toLowerCase().split(/[\s,]+/);
  return words.every((w) => parts.some((p) => p.startsWith(w)));
}

/** Belts within this of a length that was typed are found by it, mm. */
const NEAR_MM = 13;

/** Belts whose outside length is about what was typed, nearest first; none where that is no length. */
function byLength(query: string, index: readonly Findable[]): Findable[] {
  const mm = lengthTyped(query);
  if (mm === null) return [];
  const off = (f: Findable) => Math.abs((f.outsideMm ?? Infinity) - mm);
  return index
    .filter((f) => off(f) <= NEAR_MM)
    .sort((a, b) => off(a) - off(b))
    .slice(0, LIMIT);
}

/** Rows whose own name holds all that was typed come before those that only mention it; a shorter name before a longer. */
function nearness(row: Row, words: readonly string[]): number {
  const own = row.label.toLowerCase().split(/[\s,]+/);
  return (words.every((w) => own.some((p) => p.startsWith(w))) ? 0 : 1000) + row.label.length;
}

/** Finds machines, jobs, drives and belts, and does what can be done from anywhere. */
export function Palette({ open, onClose, acts }: { open: boolean; onClose: () => void; acts: readonly PaletteAct[] }) {
  const router = useRouter();
  const [query, setQuery] = useState('');
  const [index, setIndex] = useState<readonly Findable[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [at, setAt] = useState(0);
  useEffect(() => {
    if (!open) return;
    let wanted = true;
    listFindable(null)
      .then((r) => wanted && (r.ok ? setIndex(r.value) : setProblem(r.problem)))
      .catch(() => wanted && setProblem('The server does not answer; acts below still work.'));
    return () => {
      wanted = false;
    };
  }, [open]);
  const rows = useMemo(() => {
    const words = query.toLowerCase().trim().split(/\s+/).filter(Boolean);
    const all: Row[] = [
      ...acts.map((a) => ({ kind: 'Do', ...a })),
      ...(index ?? []).map((f) => ({ kind: f.kind, label: f.label, detail: f.detail, run: () => router.push(f.href) })),
    ];
    const near = byLength(query, index ?? []);
    const found = [
      ...near.map((f) => ({ kind: f.kind, label: f.label, detail: f.detail, run: () => router.push(f.href) })),
      ...all.filter((r) => fits(r, words)),
    ];
    if (near.length > 0) return found.slice(0, LIMIT);
    return (words.length === 0 ? found : found.sort((a, b) => nearness(a, words) - nearness(b, words))).slice(0, LIMIT);
  }, [query, index, acts, router]);
  const choose = (row: Row | undefined) => {
    if (!row) return;
    onClose();
    setQuery('');
    row.run();
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
            setAt(0);
          }}
          onKeyDown={(e) => {
            if (e.key === 'ArrowDown') setAt((i) => Math.min(rows.length - 1, i + 1));
            else if (e.key === 'ArrowUp') setAt((i) => Math.max(0, i - 1));
            else if (e.key === 'Enter') choose(rows[at]);
            else return;
            e.preventDefault();
          }}
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
          <Box
            component="li"
            key={i}
            id={`palette-${i}`}
            role="option"
            aria-selected={i === at}
            onMouseMove={() => setAt(i)}
            onClick={() => choose(row)}
            sx={{
              display: 'flex',
              gap: 2,
              alignItems: 'baseline',
              px: 1.5,
              py: 1.25,
              minHeight: 44,
              cursor: 'pointer',
              borderRadius: '4px',
              bgcolor: i === at ? 'var(--ts-work-soft)' : 'transparent',
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
        ))}
        {rows.length === 0 && (
          <Box component="li" role="presentation" sx={{ p: 2, color: 'var(--ts-quiet)' }}>
            {problem ?? (index === null ? 'Looking …' : `Nothing here is called “${query}”.`)}
          </Box>
        )}
      </Box>
    </Dialog>
  );
}
