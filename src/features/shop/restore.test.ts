import { describe, expect, it, vi } from 'vitest';
import { restoreStepWords } from './messages';
import { restoreFrom, type RestoreStep } from './restore';

/** A server that answers with lines, in pieces of any size. */
const serverWith = (...pieces: readonly string[]) =>
  vi.spyOn(globalThis, 'fetch').mockResolvedValue(
    new Response(
      new ReadableStream<Uint8Array>({
        start(controller) {
          for (const piece of pieces) controller.enqueue(new TextEncoder().encode(piece));
          controller.close();
        },
      }),
    ),
  );
const file = new Blob(['zip']);

describe('a restore', () => {
  it('reports each step, also if a line arrives in pieces, and then its result', async () => {
    serverWith('{"step":"checked","done":1,"to', 'tal":2}\n{"step":"restored","done":2,"total":2}\n{"o', 'k":true}\n');
    const steps: RestoreStep[] = [];
    expect(await restoreFrom(file, (step) => steps.push(step))).toEqual({ ok: true });
    expect(steps.map(restoreStepWords)).toEqual(['Checking the archive: 1 of 2', 'Restoring: 2 of 2']);
  });
  it('returns the reason of a refusal, with or without a line end', async () => {
    serverWith('{"ok":false,"problem":"Nothing was restored."}');
    expect(await restoreFrom(file, () => undefined)).toEqual({ ok: false, problem: 'Nothing was restored.' });
  });
  it('that breaks off states that the shop must be checked', async () => {
    serverWith('{"step":"checked","done":1,"total":2}\n');
    expect(await restoreFrom(file, () => undefined)).toMatchObject({
      ok: false,
      problem: expect.stringContaining('Check whether the shop has its data'),
    });
  });
  it('without an answer of the server is reported', async () => {
    vi.spyOn(globalThis, 'fetch').mockRejectedValue(new TypeError('Failed to fetch'));
    expect(await restoreFrom(file, () => undefined)).toMatchObject({
      ok: false,
      problem: expect.stringContaining('The server does not answer.'),
    });
  });
});
