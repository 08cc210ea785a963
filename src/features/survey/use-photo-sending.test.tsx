import { act, renderHook, waitFor } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { notebookFor, type Notebook } from '@/core/survey';
import { Stage } from '@/ui/test-shell';
import { empty } from '../drives/template-parts';
import { NOT_SENT, usePhotoSending } from './use-photo-sending';

const device = vi.hoisted(() => ({ size: null as { width: number; height: number } | null, photos: new Map<string, Blob>(), full: false }));
vi.mock('@/client/reduced-photo', () => ({ reducedPhoto: (picture: Blob) => Promise.resolve({ picture, size: device.size }) }));
vi.mock('@/client/waiting-photos', () => ({
  putWaitingPhoto: (_owner: string, _notebook: number, id: string, picture: Blob) =>
    device.full ? Promise.reject(new Error('full')) : Promise.resolve(void device.photos.set(id, picture)),
  readWaitingPhoto: (_owner: string, _notebook: number, id: string) => Promise.resolve(device.photos.get(id) ?? null),
  removeWaitingPhoto: (_owner: string, _notebook: number, id: string) => Promise.resolve(void device.photos.delete(id)),
}));

type Answer = { readonly ok: boolean; readonly id?: number; readonly width?: number; readonly height?: number; readonly problem?: string };
const SENT: Answer = { ok: true, id: 31, width: 1200, height: 900 };

/** Server of photos. Null: it is not reached. */
function photosThat(answer: Answer | null | Promise<Answer>) {
  const upload = vi.fn<typeof fetch>(async () => {
    const given = await answer;
    if (!given) throw new TypeError('no network');
    return Response.json(given);
  });
  vi.stubGlobal('fetch', upload);
  return upload;
}

const bare = notebookFor(empty('Drive from a photo', 'other'));
const photo = (id: string, number: number): Notebook['photos'][number] => ({
  id,
  photo: number,
  width: 1200,
  height: 900,
  scale: { kind: 'rims' },
  marks: [],
  spans: [],
});

function open(photos: Notebook['photos'] = []) {
  const hook = renderHook(
    () => {
      const [notebook, setNotebook] = useState<Notebook>({ ...bare, photos });
      return { notebook, ...usePhotoSending({ notebook, write: (change) => setNotebook(change), mayChange: true }, 7) };
    },
    { wrapper: ({ children }) => <Stage owner={9001}>{children}</Stage> },
  );
  return { ...hook, now: () => hook.result.current, add: (file: File) => act(() => hook.result.current.add(file)) };
}
const picture = (bytes = 5000) => new File([new Uint8Array(bytes)], 'deck.jpg', { type: 'image/jpeg' });

beforeEach(() => Object.assign(device, { size: { width: 1200, height: 900 }, photos: new Map(), full: false }));
afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

describe('a photo of a notebook', () => {
  it('is sent, and has its number and size of the server', async () => {
    photosThat(SENT);
    const hook = open();
    await hook.add(picture());
    expect(hook.now().notebook.photos).toMatchObject([{ photo: 31, width: 1200, height: 900, scale: { kind: 'rims' } }]);
    expect(hook.now()).toMatchObject({ busy: false, problem: null });
  });

  it('stays on the device without a network, and is sent when it is back', async () => {
    photosThat(null);
    const hook = open();
    const id = await hook.add(picture());
    expect(hook.now().notebook.photos).toMatchObject([{ id, photo: NOT_SENT }]);
    expect(device.photos.has(id!)).toBe(true);
    photosThat({ ...SENT, id: 44 });
    act(() => void window.dispatchEvent(new Event('online')));
    await waitFor(() => expect(hook.now().notebook.photos[0]!.photo).toBe(44));
    await waitFor(() => expect(device.photos.size).toBe(0));
  });

  it('is sent once, also if the upload outlasts the timer and the network returns twice', async () => {
    vi.useFakeTimers({ shouldAdvanceTime: true });
    let finish: (answer: Answer) => void = () => undefined;
    const upload = photosThat(new Promise<Answer>((resolve) => (finish = resolve)));
    device.photos.set('p1', picture());
    const hook = open([photo('p1', NOT_SENT)]);
    await vi.waitFor(() => expect(upload).toHaveBeenCalledTimes(1));
    await act(() => vi.advanceTimersByTimeAsync(30_000));
    act(() => void window.dispatchEvent(new Event('online')));
    act(() => void window.dispatchEvent(new Event('online')));
    await act(() => vi.advanceTimersByTimeAsync(1000));
    expect(upload).toHaveBeenCalledTimes(1);
    finish(SENT);
    await vi.waitFor(() => expect(hook.now().notebook.photos[0]!.photo).toBe(31));
  });

  it('is refused with one sentence, and the notebook is unchanged', async () => {
    const upload = photosThat(SENT);
    const six = Array.from({ length: 6 }, (_, k) => photo(`p${k}`, k + 1));
    const full = open(six);
    await full.add(picture());
    expect(full.now().problem).toBe('A notebook holds 6 photos. Delete one before you add another.');
    expect(full.now().notebook.photos).toHaveLength(6);
    const hook = open();
    await hook.add(picture(20 * 1024 * 1024 + 1));
    expect(hook.now().problem).toMatch(/^This picture is larger than 20 MB\./);
    device.size = { width: 900, height: 150 };
    await hook.add(picture());
    expect(hook.now().problem).toBe('This picture is smaller than 200 pixels. Choose a larger one.');
    expect(upload).not.toHaveBeenCalled();
    expect(hook.now().notebook.photos).toEqual([]);
  });

  it('is not added where neither the server nor the device can store it', async () => {
    photosThat(null);
    device.full = true;
    const hook = open();
    expect(await hook.add(picture())).toBeNull();
    expect(hook.now().problem).toMatch(/^The server does not answer, and this device cannot store the photo\./);
    expect(hook.now().notebook.photos).toEqual([]);
    device.full = false;
    device.size = null;
    expect(await hook.add(picture())).toBeNull();
    expect(device.photos.size).toBe(0);
  });

  it('shows the reason of the server, and clears it', async () => {
    photosThat({ ok: false, problem: 'This file is not a picture.' });
    const hook = open();
    await hook.add(picture());
    expect(hook.now().problem).toBe('This file is not a picture.');
    act(() => hook.now().clear());
    expect(hook.now().problem).toBeNull();
  });
});
