'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import * as z from 'zod';
import { driveShape, type Drive } from '@/core/drive';
import { bySchema, type Form } from '@/core/stored';
import { writeDriveFile } from '@/formats/drive-file';
import { usePlace } from '@/client/device';
import { useHistory } from '@/client/history';
import { useNotice } from '@/ui/notice';
import { useCommand, useCommandId } from '../commands/use-command';
import type { StoredDrive } from '@/contract/records';

/** An unsaved drawing, and the version it is based on. It may still break rules between its parts. */
const drawingForm: Form<{ readonly drive: Drive; readonly version: number }> = {
  what: 'this drawing',
  version: 1,
  upgrades: {},
  check: bySchema(z.object({ drive: driveShape, version: z.number() })),
};

/** A drive being drawn: every change can be undone, and until it is saved it stays on this device. */
export function useDrawing(stored: StoredDrive | null, start: Drive) {
  const router = useRouter();
  const tell = useNotice();
  const runCommand = useCommand();
  const commandId = useCommandId();
  const place = usePlace(drawingForm, `drive-${stored?.id ?? 'new'}`);
  const history = useHistory(start);
  const { now: drive, write, undo } = history;
  const [version, setVersion] = useState(stored?.version ?? 0);
  const [kept, setKept] = useState(() => writeDriveFile(start));
  const [theirs, setTheirs] = useState<StoredDrive | null>(null);
  const [saving, setSaving] = useState(false);
  // While a pulley is dragged, only the drawing follows. Forms, checks and the stored draft wait until it is released.
  const [beforeDrag, setBeforeDrag] = useState<Drive | null>(null);
  const quiet = beforeDrag ?? drive;
  const text = useMemo(() => writeDriveFile(quiet), [quiet]);
  const changed = text !== kept;

  // An unsaved drawing is restored after a reload.
  const restored = useRef(false);
  useEffect(() => {
    const restore = () => {
      // A change by another person brings a new start, and no second draft.
      if (restored.current) return;
      restored.current = true;
      const draft = place.read();
      if (!draft || writeDriveFile(draft.drive) === writeDriveFile(start)) return;
      write(() => draft.drive);
      setVersion(draft.version);
      tell({ text: 'Your unsaved drawing is back.', tone: 'done', undo });
    };
    const soon = setTimeout(restore, 0);
    return () => clearTimeout(soon);
  }, [place, start, tell, write, undo]);
  useEffect(() => {
    if (changed) place.keep({ drive: quiet, version });
    else if (restored.current) place.forget();
  }, [changed, quiet, place, version]);
  useEffect(() => {
    if (!changed) return;
    const warn = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, [changed]);

  const saved = writeDriveFile(drive);
  const words = `Drawing of ${drive.name || 'a drive'}`;
  const save = async (over?: number) => {
    setSaving(true);
    if (stored) {
      const answer = await runCommand(
        'drive.save',
        { id: stored.id, version: over ?? version, document: drive },
        { words, done: 'Saved.', keep: false, quiet: true, id: commandId(`${over ?? version} ${saved}`) },
      );
      if (answer.ok) {
        setVersion(answer.value.version);
        setKept(saved);
        setTheirs(null);
      } else if (answer.reason === 'stale') setTheirs(answer.current);
      else tell({ text: answer.problem, tone: 'refused' });
    } else {
      const answer = await runCommand('drive.add', { document: drive }, { words, keep: false, id: commandId(saved) });
      if (answer.ok) {
        place.forget();
        setKept(saved);
        router.push(`/drives/${answer.value.id}`);
      }
    }
    setSaving(false);
  };
  const takeTheirs = (other: StoredDrive) => {
    write(() => other.document);
    setVersion(other.version);
    setKept(writeDriveFile(other.document));
    setTheirs(null);
  };
  const { settle } = history;
  /** Moves a pulley. `settled` is true once it is released. */
  const movePulley = useCallback(
    (id: string, x: number, y: number, settled: boolean) => {
      setBeforeDrag((held) => (settled ? null : (held ?? drive)));
      write(
        (now) => ({
          ...now,
          pulleys: now.pulleys.map((p) => (p.id === id ? { ...p, x: Math.round(x * 100) / 100, y: Math.round(y * 100) / 100 } : p)),
        }),
        `move-${id}`,
      );
      if (settled) settle();
    },
    [drive, write, settle],
  );
  const forgetClash = useCallback(() => setTheirs(null), []);
  return { history, drive, quiet, text, changed, saving, save, theirs, forgetClash, takeTheirs, movePulley };
}
