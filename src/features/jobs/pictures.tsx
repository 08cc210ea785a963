'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import { useState } from 'react';
import { PhotoButton } from '@/ui/photo-button';
import { fileData } from '../papers/file-data';
import type { StageProps } from './stages/module';

/** What a picture is kept under: the finding or step that it belongs to. */
export const aboutFinding = (check: string, part: { readonly id: string } | null): string => `finding ${check} ${part?.id ?? ''}`.trim();
export const aboutStep = (step: string): string => `step ${step}`;

/** A recording is kept like a picture, of the reading that was taken from it. */
const SOUND = 'sound ';
export const aboutSound = (where: string): string => `${SOUND}${where}`.slice(0, 200);
export const isSound = ({ about }: { readonly about: string }): boolean => about.startsWith(SOUND);

/** Pictures of one finding or step, and the way to take one. */
export function Pictures({
  job,
  at,
  acts,
  writable,
  about,
  shows,
}: Pick<StageProps, 'job' | 'at' | 'acts' | 'writable'> & { readonly about: string; readonly shows: string }) {
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const taken = job.entries.flatMap((e) => (e.type === 'picture' && !e.withdrawn && e.body.about === about ? [e.body] : []));
  const take = async (file: File) => {
    setBusy(true);
    const read = await fileData(file);
    setProblem(read.ok ? '' : read.problem);
    if (read.ok) await acts.picture(at, { shows, about, data: read.data });
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
      {/* It never changes and stands in a list of its like: nothing is to be gained by making it anew in every size. */}
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
