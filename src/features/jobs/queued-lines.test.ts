import { describe, expect, it } from 'vitest';
import { aJob, ticketLine } from './test-job';
import { withQueuedLines } from './queued-lines';

const act = (kind: string, input: unknown, refusal: string | null = null) => ({
  id: 'a',
  kind,
  input,
  refusal,
  doneAt: '2026-11-29T09:00:00Z',
});
const note = (text: string) => ({ number: 213, stage: 'look', entry: { type: 'note', body: { text } } });

describe('lines that wait on the device', () => {
  it('come after those of the server, in order', () => {
    const job = aJob({ entries: [ticketLine('ask', 'note', { text: 'First' })] });
    const { entries } = withQueuedLines(job, [act('job.write', note('Second')), act('job.write', note('Third'))]);
    expect(entries.map((e) => (e.type === 'note' ? e.body.text : ''))).toEqual(['First', 'Second', 'Third']);
    expect(new Set(entries.map((e) => e.id)).size).toBe(3);
  });
  it('are not there once the server refused them, nor where they cannot be read', () => {
    const job = aJob();
    expect(withQueuedLines(job, [act('job.write', note('No'), 'The job is closed.')]).entries).toEqual([]);
    expect(
      withQueuedLines(job, [act('job.write', { number: 213, stage: 'look', entry: { type: 'timed', body: { seconds: -1 } } })]).entries,
    ).toEqual([]);
    expect(withQueuedLines(job, [act('job.book', { number: 213 })]).entries).toEqual([]);
  });
  it('are the server’s once it has one of that kind and time', () => {
    const there = ticketLine('look', 'note', { text: 'Second' }, { at: '2026-11-29T09:00:00.000Z' });
    expect(withQueuedLines(aJob({ entries: [there] }), [act('job.write', note('Second'))]).entries).toEqual([there]);
  });
  it('strike out what the server has', () => {
    const there = ticketLine('ask', 'note', { text: 'Wrong' });
    const { entries } = withQueuedLines(aJob({ entries: [there] }), [act('job.take-back', { number: 213, entryId: there.id })]);
    expect(entries.map((e) => e.withdrawn)).toEqual([true]);
  });
});
