'use client';

import { useState } from 'react';
import { withMoved, type Layer, type Stack } from '@/core/stack';
import { useHistory } from '@/client/history';
import type { StoredStack } from '@/contract/records';
import { isTaken, useCommand } from '../commands/use-command';

/**
 * The stack at a pulley while it is edited: its parts, the selected part, undo, and saving.
 * @param earlier the stored stack; null if there is none yet
 */
export function useStack(driveId: number, pulley: { readonly id: string; readonly label: string }, earlier: StoredStack | null) {
  const runCommand = useCommand();
  const history = useHistory<Stack | null>(earlier?.stack ?? null);
  const [selected, select] = useState<number | null>(null);
  const [stored, setStored] = useState({ version: earlier?.version ?? 0, stack: earlier?.stack ?? null });
  const [problem, setProblem] = useState('');
  const stack = history.now;
  // A stack without changes here follows the stored one. Changes here stay, and saving reports the other version.
  if (stack === stored.stack && earlier !== null && earlier.version > stored.version) {
    setStored({ version: earlier.version, stack: earlier.stack });
    history.write(() => earlier.stack);
  }
  const write = (change: (now: Stack) => Stack, key?: string) => history.write((now) => now && change(now), key);

  const store = async (next: Stack | null): Promise<boolean> => {
    const answered = await runCommand(
      'stack.save',
      { driveId, pulley: pulley.id, version: stored.version, stack: next && { layers: [...next.layers], wantedMm: next.wantedMm } },
      { words: `Stack of ${pulley.label}`, done: next ? 'Stack saved.' : 'Stack deleted.', quiet: true },
    );
    if (isTaken(answered)) {
      setStored({ stack: next, version: answered.ok ? answered.value.version : stored.version + 1 });
      setProblem('');
    } else if (!answered.ok) {
      const isStale = answered.reason === 'stale';
      setProblem(isStale ? `${answered.problem} Save again to replace their version.` : answered.problem);
      if (isStale) setStored({ ...stored, version: answered.current.version });
    }
    return isTaken(answered);
  };
  return {
    stack,
    history,
    problem,
    selected,
    select,
    changed: stack !== stored.stack,
    /** Stores the stack if it was changed; true once it is stored, here or on the device. */
    save: () => (stack === stored.stack ? Promise.resolve(true) : store(stack)),
    start: (template: Stack) => history.write(() => template),
    remove: () => {
      if (stored.version > 0) void store(null);
      history.write(() => null);
    },
    move: (from: number, to: number) => {
      write((now) => withMoved(now, from, to));
      if (selected === from) select(to);
    },
    /** Adds a part after the selected one, or on top. */
    add: (layer: Layer) => {
      const at = selected === null ? (stack?.layers.length ?? 0) : selected + 1;
      write((now) => ({ ...now, layers: now.layers.toSpliced(at, 0, layer) }));
      select(at);
    },
    replace: (at: number, layer: Layer) => write((now) => ({ ...now, layers: now.layers.with(at, layer) }), `part-${at}`),
    takeOut: (at: number) => {
      write((now) => ({ ...now, layers: now.layers.toSpliced(at, 1) }));
      select(null);
    },
    want: (mm: number) => write((now) => ({ ...now, wantedMm: mm }), 'wanted'),
  };
}
export type EditedStack = ReturnType<typeof useStack>;
