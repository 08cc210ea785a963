'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import { useState } from 'react';
import { PhotoButton } from '@/ui/photo-button';
import { fileData } from '../papers/file-data';
import type { StageProps } from './stages/module';

/** Pictures of one finding or step, and the way to take one. */
export function Pictures({
  job,
  at,
  commands,
  writable,
  about,
  shows,
}: Pick<StageProps, 'job' | 'at' | 'commands' | 'writable'> & { readonly about: string; readonly shows: string }) {
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const taken = job.entries.flatMap((e) => (e.type === 'picture' && !e.withdrawn && e.body.about === about ? [e.body] : []));
  const take = async (file: File) => {
    setBusy(true);
    const read = await fileData(file);
    setProblem(read.ok ? '' : read.problem);
    if (read.ok) await commands.picture(at, { shows, about, data: read.data });
    setBusy(false);
  };
  if (!writable && taken.length === 0) return null;
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1 }}>
      {taken.map((p) => (
        <PictureThumb key={p.documentId} id={p.documentId} shows={p.shows} />
      ))}
      {writable && <PhotoButton words={taken.length === 0 ? 'Picture' : 'Another'} camera disabled={busy} onFile={(f) => void take(f)} />}
      {problem !== '' && (
        <Alert severity="warning" variant="outlined" onClose={() => setProblem('')} sx={{ flexBasis: '100%' }}>
          {problem}
        </Alert>
      )}
    </Box>
  );
}

/** A picture, small; a tap shows it whole. */
export function PictureThumb({ id, shows, height = 72 }: { readonly id: number; readonly shows: string; readonly height?: number }) {
  return (
    <a href={`/api/documents/${id}`} target="_blank" rel="noreferrer" style={{ display: 'inline-block', lineHeight: 0 }}>
      {/* The image never changes and is small, so other sizes are unnecessary. */}
      {/* eslint-disable-next-line @next/next/no-img-element */}
      <img
        src={`/api/documents/${id}`}
        alt={shows}
        loading="lazy"
        style={{ height, width: 'auto', borderRadius: 4, border: '1px solid var(--ts-edge)' }}
      />
    </a>
  );
}
