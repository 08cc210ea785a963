'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import { askRim } from '@/client/solver';
import type { NotebookPhoto } from '@/core/survey';
import { PhotoButton } from '@/ui/photo-button';
import { PhotoMarking } from './photo-marking';
import { NOT_SENT, usePhotoAddress, usePhotoSending } from './use-photo-sending';
import { bentPhoto, markExcluded, photoExcluded, photoName, placeName, within } from './messages';
import { SoftText, type StepProps } from './steps';

/** Photos of the drive. Their marks are measurements next to those of the tape. */
export function PhotoStep({ notebook, look, write, mayChange, notebookId }: StepProps & { notebookId: number }) {
  const [chosen, setChosen] = useState<string | null>(null);
  const { add, busy, problem, clear } = usePhotoSending({ notebook, write, mayChange }, notebookId);
  const photo = notebook.photos.find((p) => p.id === chosen) ?? notebook.photos[0] ?? null;
  const src = usePhotoAddress(notebookId, photo);
  // The worker is loaded before the network may be lost.
  useEffect(() => void askRim({ name: '', picture: null, tap: null, marked: [] }).catch(() => undefined), []);
  const addAndOpen = async (file: File) => {
    const id = await add(file);
    if (id !== null) setChosen(id);
  };
  return (
    <>
      <SoftText>
        Take the photo from arm’s length with the whole drive in it. A tilt is corrected. Tap the pulleys, then the belt. One distance by
        tape sets the scale. The location is not saved.
      </SoftText>
      {mayChange && (
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', mb: 1.5 }}>
          <PhotoButton words="Take a photo" camera disabled={busy} onFile={(f) => void addAndOpen(f)} />
          <PhotoButton words="Choose a photo" disabled={busy} onFile={(f) => void addAndOpen(f)} />
        </Box>
      )}
      {busy && <LinearProgress aria-label="Sending the photo" sx={{ mb: 1.5 }} />}
      {problem && (
        <Alert severity="warning" variant="outlined" sx={{ mb: 1.5 }} onClose={clear}>
          {problem}
        </Alert>
      )}
      {notebook.photos.length > 1 && (
        <Box sx={{ display: 'flex', gap: 0.75, mb: 1.5, flexWrap: 'wrap' }}>
          {notebook.photos.map((p, i) => (
            <Button key={p.id} size="small" variant={p.id === photo?.id ? 'contained' : 'outlined'} onClick={() => setChosen(p.id)}>
              {photoName(i + 1, look?.answer.photos.find((one) => one.id === p.id)?.excluded === true)}
            </Button>
          ))}
        </Box>
      )}
      {photo?.photo === NOT_SENT && (
        <Alert severity="info" variant="outlined" sx={{ mb: 1.5 }}>
          {src === ''
            ? 'This photo is on the device that took it. It is shown here as soon as that device sends it.'
            : 'This photo is saved on this device, not sent. You can mark it now.'}
        </Alert>
      )}
      {photo ? (
        <PhotoMarking
          key={photo.id}
          notebook={notebook}
          look={look}
          photo={photo}
          src={src ?? ''}
          write={write}
          mayChange={mayChange}
          onRemove={() => write((now) => ({ ...now, photos: now.photos.filter((p) => p.id !== photo.id) }))}
        />
      ) : (
        <Typography sx={{ color: 'var(--ts-quiet)' }}>
          No photo yet. The distances alone are enough. A photo with a few distances saves most of the measuring.
        </Typography>
      )}
      {photo && <PhotoWarning {...{ notebook, look, photo }} />}
    </>
  );
}

/** Disagreement of a photo with the other measurements. */
function PhotoWarning({ notebook, look, photo }: Pick<StepProps, 'notebook' | 'look'> & { readonly photo: NotebookPhoto }) {
  const solved = look?.answer.photos.find((p) => p.id === photo.id);
  const number = notebook.photos.findIndex((p) => p.id === photo.id) + 1;
  const words = () => {
    if (!solved) return null;
    if (solved.excluded) return photoExcluded(number);
    if (solved.excludedMark) return markExcluded(number, within(placeName(notebook, solved.excludedMark)));
    return solved.bent ? bentPhoto(photo.scale.kind === 'rims') : null;
  };
  const warning = words();
  return warning === null ? null : (
    <Alert severity="warning" variant="outlined" sx={{ mt: 1.5 }}>
      {warning}
    </Alert>
  );
}
