'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { setupOf, type SetupId } from '@/core/fault';
import { partsCount, setupsUp, type EntryBody, type StoredPart } from '@/core/job';
import { blank, lazyPart } from '@/ui/lazy';
import type { StageProps } from '../stages/module';
import type { Job } from '@/contract/records';

/** Both forms load when they are first shown. */
const AddPart = lazyPart(async () => (await import('./add-part')).AddPart, blank(80));
const PartMissing = lazyPart(async () => (await import('./part-missing')).PartMissing, null);

type Part = EntryBody<'tally'>;

/** The parts count: what is removed, what is stored, and what became of each. */
export function PartsCountPanel({ job, at, commands, writable }: Pick<StageProps, 'job' | 'at' | 'commands' | 'writable'>) {
  const { off, stored } = partsCount(job.entries);
  const up = setupsUp(job.entries);
  const [leaving, setLeaving] = useState<{ readonly item: string; readonly count: number } | null>(null);
  const write = (part: Part, words: string) =>
    commands.write(at, 'tally', part, `Job ${job.number}: ${part.count} ${part.item.toLowerCase()} ${words}`);
  const refit = (item: string, left: number) =>
    write({ item, count: Math.abs(left), way: left > 0 ? 'on' : 'off', note: '' }, left > 0 ? 'refitted' : 'removed');
  const close = (id: SetupId) =>
    commands.write(at, 'setup', { setup: id, up: false }, `Job ${job.number}: ${setupOf(id).label.toLowerCase()}, back on`);
  const allBack = async () => {
    for (const [name, left] of off) await refit(name, left);
    // The part removed last is refitted first.
    for (const id of [...up].reverse()) await close(id);
  };
  const before = job.storedParts.filter(({ item }) => !stored.has(item) && !isHandled(job.entries, item));
  /** The ticket states first that the machine arrived without the part. */
  const fromStore = async ({ item, count, note }: StoredPart) => {
    if (await write({ item, count, way: 'stored', note }, 'stored')) await refit(item, count);
  };
  const nothing = off.size + up.size === 0;
  if (!writable && nothing && stored.size + before.length === 0) return null;
  return (
    <Box component="section" aria-label="Parts removed" sx={{ mt: 2 }}>
      <Typography variant="h2">Parts removed</Typography>
      {nothing && <Box sx={{ color: 'var(--ts-quiet)' }}>None. Every part removed on this job is refitted, replaced or stored.</Box>}
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {[...off].map(([name, left]) => (
          <Line
            key={name}
            words={`${Math.abs(left)} ${name.toLowerCase()}${left < 0 ? ' more refitted than removed' : ''}`}
            writable={writable}
            onBack={() => void refit(name, left)}
            {...(left > 0 ? { onGone: () => setLeaving({ item: name, count: left }) } : {})}
          />
        ))}
        {[...up].map((id) => (
          <Line key={id} words={setupOf(id).label} writable={writable} onBack={() => void close(id)} />
        ))}
        {[...stored].map(([name, { count, note }]) => (
          <Line
            key={`stored ${name}`}
            words={`Stored: ${count} ${name.toLowerCase()}, until ${note}`}
            writable={writable}
            onBack={() => void refit(name, count)}
          />
        ))}
      </Box>
      {writable && off.size + up.size > 1 && (
        <Button variant="outlined" sx={{ minHeight: 56, mt: 1 }} onClick={() => void allBack()}>
          All parts refitted
        </Button>
      )}
      <InStore parts={before} writable={writable} onBack={(part) => void fromStore(part)} />
      {writable && <AddPart onAdd={write} />}
      {leaving && (
        <PartMissing
          {...leaving}
          onClose={() => setLeaving(null)}
          onWrite={async (part) => {
            if (await write(part, part.way === 'replaced' ? 'replaced' : 'stored')) setLeaving(null);
          }}
        />
      )}
    </Box>
  );
}

/** Parts that an earlier job put into store. */
function InStore({ parts, writable, onBack }: { parts: readonly StoredPart[]; writable: boolean; onBack: (part: StoredPart) => void }) {
  if (parts.length === 0) return null;
  return (
    <>
      <Typography variant="h3" sx={{ mt: 2 }}>
        In store since an earlier job
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {parts.map((part) => (
          <Line
            key={part.item}
            words={`${part.count} ${part.item.toLowerCase()}: ${part.note} (job ${part.job})`}
            writable={writable}
            onBack={() => onBack(part)}
          />
        ))}
      </Box>
    </>
  );
}

/** True if this job wrote a line about the part already. */
const isHandled = (entries: Job['entries'], item: string): boolean =>
  entries.some((l) => l.type === 'tally' && !l.withdrawn && l.body.item === item);

function Line({ words, writable, onBack, onGone }: { words: string; writable: boolean; onBack: () => void; onGone?: () => void }) {
  return (
    <Box component="li" sx={{ display: 'flex', alignItems: 'center', gap: 1, borderBottom: '1px solid var(--ts-edge)', minHeight: 56 }}>
      <Box sx={{ mr: 'auto' }}>{words}</Box>
      {writable && onGone && (
        <Button onClick={onGone} aria-label={`Not refitted: ${words}`} sx={{ minHeight: 56 }}>
          Not refitted
        </Button>
      )}
      {writable && (
        <Button onClick={onBack} aria-label={`Refitted: ${words}`} sx={{ minHeight: 56 }}>
          Refitted
        </Button>
      )}
    </Box>
  );
}
