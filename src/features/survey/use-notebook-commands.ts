'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Notebook } from '@/core/survey';
import type { StoredNotebook } from '@/contract/records';
import { useCommand } from '../commands/use-command';
import { driveIsMade, makingDrive, notebookPutBack, notebookRemoved } from './messages';

/**
 * Making the drive of a notebook and deleting the notebook, each with its confirmation.
 * @param version of the notebook on the server
 */
export function useNotebookCommands(stored: StoredNotebook, notebook: Notebook, version: number) {
  const router = useRouter();
  const runCommand = useCommand();
  const [making, setMaking] = useState(false);
  /** Question that is open: whether to replace the drive that was made before, or to remove the notebook. */
  const [question, setQuestion] = useState<'replace' | 'remove' | null>(null);
  const make = async () => {
    setQuestion(null);
    setMaking(true);
    const answer = await runCommand(
      'notebook.make-drive',
      { id: stored.id, version },
      { words: makingDrive(notebook.name), done: driveIsMade(notebook.name) },
    );
    setMaking(false);
    if (answer.ok) router.push(`/drives/${answer.value.driveId}`);
  };
  const putBack = async () => {
    const back = await runCommand(
      'notebook.add',
      { document: notebook, machineId: stored.machine?.id ?? null },
      { words: notebookPutBack(notebook.name) },
    );
    if (back.ok) router.push(`/drives/measure/${back.value.id}`);
  };
  const remove = async () => {
    setQuestion(null);
    const text = notebookRemoved(notebook.name);
    const answer = await runCommand(
      'notebook.remove',
      { id: stored.id },
      { words: text, done: { text, ...(notebook.photos.length === 0 ? { undo: () => void putBack() } : {}) } },
    );
    if (answer.ok) router.push('/drives/measure');
  };
  return {
    making,
    question,
    askToMake: () => (stored.driveId === null ? void make() : setQuestion('replace')),
    askToRemove: () => setQuestion('remove'),
    cancel: () => setQuestion(null),
    make,
    remove,
  };
}
export type NotebookCommands = ReturnType<typeof useNotebookCommands>;
