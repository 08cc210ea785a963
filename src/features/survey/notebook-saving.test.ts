import { describe, expect, it } from 'vitest';
import { notebookFor } from '@/core/survey';
import { demoDrive } from '@/core/drive/sample-drives';
import type { StoredNotebook } from '@/contract/records';
import { savedFrom, saveStateOf, savingAfter } from './notebook-saving';

const document = notebookFor(demoDrive('orchard-rider'));
const stored = { id: 4, document, version: 3 } as unknown as StoredNotebook;
const entered = { ...document, name: 'Orchard rider, second' };
const theirs = { ...stored, document: { ...document, name: 'Orchard rider, theirs' }, version: 4 };
const clash = { theirs, both: [['name']] };

describe('saving a notebook', () => {
  const start = savedFrom(stored);
  it('is complete until something is entered, then on its way', () => {
    expect(saveStateOf(start, document)).toBe('kept');
    expect(saveStateOf(start, entered)).toBe('keeping');
  });
  it('takes the version of the server after a save, and forgets an earlier problem', () => {
    const failed = savingAfter(start, { type: 'failed', problem: 'The server does not answer.' });
    expect(saveStateOf(failed, entered)).toBe('waiting');
    const saved = savingAfter(failed, { type: 'saved', document: entered, version: 4 });
    expect(saved).toMatchObject({ version: 4, problem: null, failed: false });
    expect(saveStateOf(saved, entered)).toBe('kept');
  });
  it('waits for a choice in a clash, and goes on from their version after it', () => {
    const clashed = savingAfter(start, { type: 'clashed', clash });
    expect(clashed).toMatchObject({ clash, version: 3 });
    expect(saveStateOf(clashed, entered)).toBe('waiting');
    const merged = savingAfter(clashed, { type: 'merged', theirs });
    expect(merged).toMatchObject({ clash: null, version: 4, document: theirs.document });
    expect(saveStateOf(merged, entered)).toBe('keeping');
  });
});
