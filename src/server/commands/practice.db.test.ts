import { describe, expect, it } from 'vitest';
import { vocabulary } from '@/core/fault';
import { drawMachine, nextByTracing, replayed, type Move } from '@/core/practice';
import { faults, jobLists, practice, people } from '@/db';
import { readable, shopForTests, value } from '@/db/test-database';
import { seen } from '@/db/test-seen';
import { commandsFor } from '@/db/test-commands';
import { executeCommand } from '@/server';
import { COMMAND_REGISTRY, type COMMANDS } from './registry';

const shop = shopForTests('practice');
const { send, done, person } = commandsFor<keyof typeof COMMANDS>(shop, (sent) => executeCommand(COMMAND_REGISTRY, sent));
const words = vocabulary();
const CODE = 'OR 4AC 6CA';
const session = async (id: number) => readable(await practice.findPracticeSession(shop.db, person().id, id));
const start = async () => (await done('practice.start', { code: CODE }))['id'] as number;
const move = (id: number, at: number, made: Move) => send('practice.move', { id, at, move: made });

describe('a round of practice', () => {
  it('starts the machine of a code, the same for everyone, and refuses an invalid code', async () => {
    const [mine, again] = [await start(), (await done('practice.start', { code: 'or4ac6ca' }))['id'] as number];
    expect((await session(again)).machine).toEqual((await session(mine)).machine);
    expect((await session(mine)).machine).toEqual(drawMachine(words, 'deck-lever', (await session(mine)).machine.seed));
    expect(await send('practice.start', { code: 'OR 4AC 6CB' })).toMatchObject({
      ok: false,
      reason: 'invalid',
      problem: expect.stringContaining('is wrong'),
    });
    expect(await practice.practiceSessionsOf(shop.db, person().id)).toHaveLength(2);
  });
  it('takes moves in order with what the machine answers; one made on what has moved on, or that it has nothing of, changes nothing', async () => {
    const id = await start();
    expect(await move(id, 0, { look: 'idler-lean' })).toMatchObject({ ok: true });
    expect(await move(id, 0, { look: 'brake-released' })).toMatchObject({
      ok: false,
      problem: expect.stringContaining('continued on another device'),
    });
    expect(await move(id, 1, { look: 'cvt-width' })).toMatchObject({
      ok: false,
      problem: expect.stringContaining('no such part to check'),
    });
    expect(await send('practice.move', { id, at: 1, move: { fly: true } })).toMatchObject({ ok: false, reason: 'invalid' });
    const kept = await session(id);
    expect(kept.played.map((p) => [p.move, typeof p.result])).toEqual([[{ look: 'idler-lean' }, 'string']]);
  });
  it('ends with a result compared with tracing, and accepts nothing more', async () => {
    const id = await start();
    for (let at = 0; at < 60; at++) {
      const { machine, played } = await session(id);
      const now = replayed(words, machine, played);
      if (now.gone) break;
      expect(await move(id, at, nextByTracing(words, now.now))).toMatchObject({ ok: true });
    }
    await done('practice.hint', { id });
    await done('practice.finish', { id });
    const { result, helped, finishedAt, machine } = await session(id);
    expect(helped).toBe(true);
    expect(finishedAt).not.toBeNull();
    // By tracing's own moves it takes what tracing takes.
    expect(result!.minutes).toBeCloseTo(result!.ownMinutes, 9);
    expect(result!.found + result!.leftIn).toBe(machine.faults.length);
    for (const late of [await move(id, 99, { prove: true }), await send('practice.finish', { id }), await send('practice.hint', { id })])
      expect(late).toMatchObject({ ok: false, problem: expect.stringContaining('is finished') });
  }, 30_000);
  it('belongs to its learner alone, and is open to viewers', async () => {
    const id = await start();
    const other = value(
      await people.addPerson(shop.db, {
        name: 'Wren',
        email: 'wren@quaybay.example',
        role: 'viewer',
        passwordHash: 'x',
      }),
    );
    expect(await practice.findPracticeSession(shop.db, other.id, id)).toBeNull();
    seen.person = { ...person(), role: 'viewer' };
    expect(await move(id, 0, { look: 'idler-lean' })).toMatchObject({ ok: true });
    expect(await move(id + 100, 0, { look: 'idler-lean' })).toMatchObject({
      ok: false,
      problem: expect.stringContaining('does not exist'),
    });
  });
  it('is not a job: it is in no list of jobs, and teaches the shop nothing', async () => {
    const id = await start();
    const { machine } = await session(id);
    await move(id, 0, { mend: machine.faults[0]! });
    await move(id, 1, { prove: true });
    await done('practice.finish', { id });
    expect((await jobLists.openJobs(shop.db, { find: '', limit: 9 })).rows).toEqual([]);
    expect(await faults.confirmedCauses(shop.db)).toEqual([]);
  });
  it('one that no longer reads is shown as such, and nothing is written over it', async () => {
    const id = await start();
    await shop.db.sequelize.query(`UPDATE practice_rounds SET document = '{"form": 1, "round": {"played": 7}}'`);
    expect(await practice.findPracticeSession(shop.db, person().id, id)).toMatchObject({ unreadable: true });
    expect(await move(id, 0, { prove: true })).toMatchObject({ ok: false });
    expect(await practice.practiceSessionsOf(shop.db, person().id)).toHaveLength(1);
  });
});
