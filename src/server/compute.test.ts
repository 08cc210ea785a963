import { execFileSync } from 'node:child_process';
import { beforeAll, describe, expect, it } from 'vitest';
import { demoDrive, measured } from '@/lab/survey-notebooks';
import { assessBelt, solveNotebook } from '../workers/compute-tasks';
import { compute } from './compute';

describe('what the server computes in threads', () => {
  beforeAll(() => {
    execFileSync(process.execPath, ['scripts/build-command.mjs']);
  }, 60_000);
  const request = { drive: demoDrive('orchard-rider'), beltId: 'blade', candidate: { id: '1', designation: '4L480' }, uncertainty: null };

  it('comes out as it does without them', async () => {
    const answer = await compute('assessBelt', request);
    expect(answer).toEqual({ ok: true, value: assessBelt(request) });
    expect(answer.ok && answer.value?.belt.verdict).toBe('marginal');
  });
  it('leaves everybody else their turn', async () => {
    const notebook = measured(demoDrive('harbour-snow-thrower'));
    await compute('solveNotebook', notebook);
    let turns = 0;
    const ticking = setInterval(() => turns++, 1);
    const began = performance.now();
    const answers = await Promise.all(Array.from({ length: 6 }, () => compute('solveNotebook', notebook)));
    const took = performance.now() - began;
    clearInterval(ticking);
    expect(answers.map((a) => a.ok && a.value.ok)).toEqual(Array(6).fill(true));
    // On the event loop itself it would have had no turn at all between one computation and the next.
    expect(turns).toBeGreaterThan(took / 20);
  });
  it('is stopped at its deadline with a sentence, and the next is still computed', async () => {
    const late = await compute('solveNotebook', measured(demoDrive('harbour-snow-thrower')), 1);
    expect(late).toMatchObject({ ok: false, reason: 'refused', problem: expect.stringMatching(/was stopped\. Nothing was changed/) });
    expect(await compute('assessBelt', request)).toMatchObject({ ok: true });
  });
  it('is refused where too much waits already', async () => {
    const many = await Promise.all(Array.from({ length: 40 }, () => compute('solveNotebook', measuredOnce)));
    const problems = many.flatMap((a) => (a.ok ? [] : [a.problem]));
    expect(problems.length).toBeGreaterThan(0);
    expect(problems.length).toBeLessThan(40);
    expect(new Set(problems)).toEqual(new Set([expect.stringMatching(/The server is busy/)]));
  });
});

const measuredOnce = measured(demoDrive('orchard-rider'));

describe('the tasks', () => {
  it('say nothing of a drive that cannot be solved, and of a belt that cannot be read', () => {
    const drive = demoDrive('orchard-rider');
    expect(assessBelt({ drive, beltId: 'none', candidate: { id: '1', designation: '4L480' }, uncertainty: null })).toBeNull();
    expect(assessBelt({ drive, beltId: 'blade', candidate: { id: '1', designation: 'ZZ9' }, uncertainty: null })).toBeNull();
  });
  it('the notebook task has the result of the screen', () =>
    expect(solveNotebook(measuredOnce)).toMatchObject({ ok: true, look: { answer: { status: 'determined' } } }));
});
