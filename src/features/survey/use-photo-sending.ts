import { useCallback, useContext, useEffect, useState } from 'react';
import { OwnerContext } from '@/client/device';
import { reducedPhoto } from '@/client/reduced-photo';
import { putWaitingPhoto, readWaitingPhoto, removeWaitingPhoto } from '@/client/waiting-photos';
import type { Notebook, NotebookPhoto } from '@/core/survey';
import { freshId } from './changes';
import type { StepProps } from './steps';

/** Number of a photo that the server does not have yet. */
export const NOT_SENT = 0;
/** Larger files are refused before they are sent. */
const LARGEST_BYTES = 20 * 1024 * 1024;
const TOO_LARGE = 'This picture is larger than 20 MB. Take it at a lower resolution, or crop it. Your entries are saved.';
const TOO_SMALL = 'This picture is smaller than 200 pixels. Choose a larger one.';
const NOT_STORED =
  'The server does not answer, and this device cannot store the photo. All other entries are saved. Choose the photo again when the network is back.';
/** Photos of a notebook, at most. */
const MOST_PHOTOS = 6;
const TOO_MANY = `A notebook holds ${MOST_PHOTOS} photos. Delete one before you add another.`;
/** Least length of a side, px. */
const LEAST_PX = 200;
const AGAIN_MS = 8000;

type Sent =
  | { readonly ok: true; readonly id: number; readonly width: number; readonly height: number }
  | { readonly ok: false; readonly problem: string };

/** Null if the server was not reached. */
const sendPhoto = (notebookId: number, picture: Blob): Promise<Sent | null> =>
  fetch(`/api/photos?notebook=${notebookId}`, { method: 'POST', body: picture })
    .then(async (r) => (await r.json()) as Sent)
    .catch(() => null);

const withPhoto = (notebook: Notebook, id: string, part: Pick<NotebookPhoto, 'photo' | 'width' | 'height'>): Notebook => ({
  ...notebook,
  photos: [...notebook.photos, { id, ...part, scale: { kind: 'rims' }, marks: [], spans: [] }],
});

/**
 * Adds photos to a notebook. Without the network a photo stays on this device and is sent later. It can be marked in the
 * meantime.
 */
export function usePhotoSending({ notebook, write, mayChange }: Pick<StepProps, 'notebook' | 'write' | 'mayChange'>, notebookId: number) {
  const owner = useContext(OwnerContext);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const waiting = notebook.photos.filter((p) => p.photo === NOT_SENT).map((p) => p.id);
  const key = waiting.join();

  useEffect(() => {
    if (key === '' || !mayChange) return;
    let ended = false;
    let sending = false;
    const sendAll = async () => {
      // An upload can outlast the timer. It must not start twice.
      if (sending) return;
      sending = true;
      for (const id of key.split(',')) {
        const picture = await readWaitingPhoto(owner, notebookId, id).catch(() => null);
        const sent = picture && !ended ? await sendPhoto(notebookId, picture) : null;
        if (ended || !sent) continue;
        if (!sent.ok) {
          setProblem(sent.problem);
          continue;
        }
        write((now) => ({ ...now, photos: now.photos.map((p) => (p.id === id ? { ...p, photo: sent.id } : p)) }));
        await removeWaitingPhoto(owner, notebookId, id).catch(() => undefined);
      }
      sending = false;
    };
    void sendAll();
    const timer = setInterval(() => void sendAll(), AGAIN_MS);
    const online = () => void sendAll();
    window.addEventListener('online', online);
    return () => {
      ended = true;
      clearInterval(timer);
      window.removeEventListener('online', online);
    };
    // `write` is new with every entry, and the timer must outlast entries.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, owner, notebookId, mayChange]);

  /** @returns id of the photo in the notebook, or null if it was refused */
  const add = useCallback(
    async (file: File): Promise<string | null> => {
      setProblem(null);
      const refused = (why: string) => {
        setProblem(why);
        return null;
      };
      if (notebook.photos.length >= MOST_PHOTOS) return refused(TOO_MANY);
      if (file.size > LARGEST_BYTES) return refused(TOO_LARGE);
      setBusy(true);
      try {
        const { picture, size } = await reducedPhoto(file);
        if (size && Math.min(size.width, size.height) < LEAST_PX) return refused(TOO_SMALL);
        const id = freshId(
          notebook.photos.map((p) => p.id),
          'photo',
        );
        const sent = await sendPhoto(notebookId, picture);
        if (sent && !sent.ok) return refused(sent.problem);
        if (sent) write((now) => withPhoto(now, id, { photo: sent.id, width: sent.width, height: sent.height }));
        else {
          if (!size) return refused(NOT_STORED);
          const stored = await putWaitingPhoto(owner, notebookId, id, picture).then(
            () => true,
            () => false,
          );
          if (!stored) return refused(NOT_STORED);
          write((now) => withPhoto(now, id, { photo: NOT_SENT, ...size }));
        }
        return id;
      } finally {
        setBusy(false);
      }
    },
    [notebook.photos, notebookId, owner, write],
  );
  return { add, busy, problem, clear: () => setProblem(null) };
}

/** Address of a photo: at the server, or of its copy on this device. Null while it is read, '' if it is on another device. */
export function usePhotoAddress(notebookId: number, photo: NotebookPhoto | null): string | null {
  const owner = useContext(OwnerContext);
  const [local, setLocal] = useState<{ readonly of: string; readonly src: string } | null>(null);
  const id = photo?.photo === NOT_SENT ? photo.id : null;
  useEffect(() => {
    if (id === null) return;
    let url: string | null = null;
    let ended = false;
    void readWaitingPhoto(owner, notebookId, id)
      .catch(() => null)
      .then((picture) => {
        if (ended) return;
        url = picture && URL.createObjectURL(picture);
        setLocal({ of: id, src: url ?? '' });
      });
    return () => {
      ended = true;
      if (url) URL.revokeObjectURL(url);
    };
  }, [id, owner, notebookId]);
  if (!photo) return null;
  if (photo.photo !== NOT_SENT) return `/api/photos/${photo.photo}`;
  return local?.of === id ? local.src : null;
}
