import { describe, expect, it } from 'vitest';
import { vocabulary } from '@/core/fault';
import { findingsOf, kindOf, setupsUp } from '@/core/job';
import {
  drawMachine,
  MODELS,
  moveProblem,
  newPracticeSession,
  nextByTracing,
  playOn,
  resultOf,
  type Model,
  type Move,
  type PracticeSession,
} from '@/core/practice';
import { sessionAsJob, simulatedJobContext } from './as-job';
import { practiceDrive } from './drives';

const words = vocabulary();
const STARTED = '2026-11-20T08:00:00Z';

function played(model: Model, seed: number, moves: readonly Move[] | number) {
  const machine = drawMachine(words, model.kind, seed);
  let session: PracticeSession = newPracticeSession(machine);
  const next = (i: number): Move | undefined =>
    typeof moves === 'number' ? (i < moves ? nextByTracing(words, session.now) : undefined) : moves[i];
  for (let move = next(0), i = 0; move && !session.gone; move = next(++i)) {
    expect(moveProblem(words, session, move)).toBeNull();
    session = playOn(words, session, { move, result: resultOf(words, machine, session, move) });
  }
  return { machine, session, job: sessionAsJob(machine, session, model, practiceDrive(model.letters), { startedAt: STARTED, by: 'Wren' }) };
}
const rider = MODELS[0];

describe('a round, as a job’s stages show it', () => {
  it.each(MODELS.map((m) => [m.name, m] as const))('%s: every line is one that a ticket takes, in the order of the clock', (_, model) => {
    for (let seed = 1; seed <= 6; seed++) {
      const { job, session } = played(model, seed, 12);
      for (const line of job.entries) {
        if (line.type === 'unreadable') throw new Error('a line that cannot be read');
        // A finding is identified by its check and part here, and by its own id on a device.
        const body = line.type === 'finding' ? { ...line.body, ref: '0f8a3f5e-5c1b-4d53-9a39-2d0c5b1c7e11' } : line.body;
        expect(kindOf(line.type).form.check(body), `${line.type}, seed ${seed}`).toEqual({ ok: true, value: body });
      }
      const times = job.entries.map((e) => e.at);
      expect(times).toEqual([...times].sort());
      const last = Date.parse(STARTED) + session.minutes * 60_000;
      expect(Date.parse(times.at(-1)!)).toBeLessThanOrEqual(last + 1);
      // Parts removed on the ticket are those removed in the session.
      expect([...setupsUp(job.entries)].sort()).toEqual([...session.now.setups].sort());
    }
  });
  it('starts with the words of the customer, and names no fault', () => {
    const { job, machine } = played(rider, 4242, 0);
    expect(job.entries).toHaveLength(1);
    expect(job.entries[0]).toMatchObject({ type: 'asked', stage: 'ask', by: 'Wren', body: { complaints: machine.complaint } });
    for (const fault of machine.faults) expect(JSON.stringify(job)).not.toContain(`"${fault}"`);
    expect(job.stages).toMatchObject({ ask: 'under-way', look: 'waiting', fit: 'waiting', prove: 'waiting' });
  });
  it('has the same result each time for a check of several parts', () => {
    for (let seed = 1; seed <= 40; seed++) {
      const { job, session } = played(rider, seed, [{ look: 'idler-tip' }, { look: 'idler-tip' }]);
      const found = [...findingsOf(job.entries).values()].filter((f) => f.check === 'idler-tip');
      const said = session.steps.at(-1)!.result;
      expect(found.filter((f) => f.result === said).length).toBeGreaterThanOrEqual(1);
      if (said !== 'good') expect(found.filter((f) => f.result !== 'good')).toHaveLength(1);
    }
  });
  it('shows a thrown belt again in a failed run, and refits everything', () => {
    let seed = 1;
    while (!drawMachine(words, rider.kind, seed).complaint.some((c) => c.startsWith('thrown-'))) seed++;
    const { job } = played(rider, seed, [{ look: 'belt-length' }, { prove: true }]);
    expect(setupsUp(job.entries).size).toBe(0);
    const proof = job.entries.at(-1)!;
    expect(proof).toMatchObject({ type: 'proved', stage: 'prove', body: { belt: 'comes-off', complaint: 'still', machine: 'not-judged' } });
    expect(job.stages).toMatchObject({ look: 'under-way', fit: 'waiting', prove: 'under-way' });
  });
  it('ends with all stages done after the complaint is fixed', () => {
    const machine = drawMachine(words, rider.kind, 7);
    const { job, session } = played(rider, 7, [...machine.faults.map((mend) => ({ mend })), { prove: true }]);
    expect(session.gone).toBe(true);
    expect(job.stages).toMatchObject({ fit: 'done', prove: 'done' });
    expect(job.entries.at(-1)).toMatchObject({ type: 'proved', body: { belt: 'stays', complaint: 'gone' } });
  });
});

it('at a simulated machine nothing can happen: nothing is asked to be made safe', () => {
  const jobContext = simulatedJobContext(rider, practiceDrive(rider.letters), STARTED);
  expect(jobContext.kind).toBe('deck-lever');
  expect(jobContext.cautions).toEqual([]);
});
