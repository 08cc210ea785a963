'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { PhotoButton } from '@/ui/photo-button';
import { useUnits } from '@/ui/units';
import { freshId } from './changes';
import { PhotoMarking } from './photo-marking';
import { bentPhoto, photoExcluded } from './messages';
import { SoftText, type StepProps } from './steps';

/** Larger files are refused before they are sent. */
const LARGEST_BYTES = 20 * 1024 * 1024;
const NO_ANSWER =
  'The server does not answer. The photo was not saved; all other entries were. Choose the photo again when the network is back.';

/**
 * A photo of the deck: a known length or rectangle sets its scale. Circles and crosses are measurements next to those
 * of the tape.
 */
export function PhotoStep({ notebook, look, write, mayChange, notebookId }: StepProps & { notebookId: number }) {
  const { show } = useUnits();
  const [chosen, setChosen] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const photo = notebook.photos.find((p) => p.id === chosen) ?? notebook.photos[0] ?? null;
  const add = async (file: File) => {
    setProblem(null);
    if (file.size > LARGEST_BYTES)
      return setProblem('This picture is larger than 20 MB. Take it at a lower resolution, or crop it. Your entries are saved.');
    setBusy(true);
    const answer = await fetch(`/api/photos?notebook=${notebookId}`, { method: 'POST', body: file })
      .then(async (r) => (await r.json()) as { ok: true; id: number; width: number; height: number } | { ok: false; problem: string })
      .catch(() => ({ ok: false as const, problem: NO_ANSWER }));
    setBusy(false);
    if (!answer.ok) return setProblem(answer.problem);
    const id = freshId(
      notebook.photos.map((p) => p.id),
      'photo',
    );
    write((now) => ({
      ...now,
      photos: [
        ...now.photos,
        {
          id,
          photo: answer.id,
          width: answer.width,
          height: answer.height,
          scale: { kind: 'rims' },
          marks: [],
          spans: [],
        },
      ],
    }));
    setChosen(id);
  };
  const bent = look?.answer.photos.find((p) => p.id === photo?.id);
  return (
    <>
      <SoftText>
        Take the photo from arm’s length with the whole drive in it. A tilt is corrected. Tap the pulleys, then the belt. One distance by
        tape sets the scale. The location is not saved.
      </SoftText>
      {mayChange && (
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', mb: 1.5 }}>
          <PhotoButton words="Take a photo" camera disabled={busy} onFile={(f) => void add(f)} />
          <PhotoButton words="Choose a photo" disabled={busy} onFile={(f) => void add(f)} />
        </Box>
      )}
      {busy && <LinearProgress aria-label="Sending the photo" sx={{ mb: 1.5 }} />}
      {problem && (
        <Alert severity="warning" variant="outlined" sx={{ mb: 1.5 }} onClose={() => setProblem(null)}>
          {problem}
        </Alert>
      )}
      {notebook.photos.length > 1 && (
        <Box sx={{ display: 'flex', gap: 0.75, mb: 1.5, flexWrap: 'wrap' }}>
          {notebook.photos.map((p, i) => (
            <Button key={p.id} size="small" variant={p.id === photo?.id ? 'contained' : 'outlined'} onClick={() => setChosen(p.id)}>
              Photo {i + 1}
            </Button>
          ))}
        </Box>
      )}
      {photo ? (
        <PhotoMarking
          key={photo.id}
          notebook={notebook}
          look={look}
          photo={photo}
          src={`/api/photos/${photo.photo}`}
          write={write}
          mayChange={mayChange}
          onRemove={() => write((now) => ({ ...now, photos: now.photos.filter((p) => p.id !== photo.id) }))}
        />
      ) : (
        <Typography sx={{ color: 'var(--ts-quiet)' }}>
          No photo yet. The distances alone are enough. A photo with a few distances saves most of the measuring.
        </Typography>
      )}
      {bent?.excluded && (
        <Alert severity="warning" variant="outlined" sx={{ mt: 1.5 }}>
          {photoExcluded(
            notebook.photos.findIndex((p) => p.id === bent.id) + 1,
            show(Math.max(...bent.marks.map((m) => m.offMm)), 'length', 1),
          )}
        </Alert>
      )}
      {bent?.bent && !bent.excluded && (
        <Alert severity="warning" variant="outlined" sx={{ mt: 1.5 }}>
          {bentPhoto(photo!.scale.kind === 'rims')}
        </Alert>
      )}
    </>
  );
}
