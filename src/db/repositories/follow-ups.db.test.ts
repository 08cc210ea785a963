import { describe, expect, it } from 'vitest';
import { UNPROVED } from '../../core/job/test-job';
import { USUAL_RULES } from '../../core/follow-up';
import { demoDrive } from '../../lab/survey-notebooks';
import { drives, facts, followUps, machines, meters, tickets } from '..';
import { AUTHOR, NEW_MACHINE, NOW, shopForTests, value } from '../test-database';

const shop = shopForTests('follow-ups');
const day = (days: number) => new Date(NOW.getTime() + days * 86_400_000);
const ALL = { limit: 50 };
/** Closes a job on a machine with a planned follow-up. */
async function plan(after: readonly string[], name = 'Rider', driveIds: readonly number[] = []) {
  const { id: machineId } = value(
    await machines.saveMachine(shop.db, AUTHOR, { ...NEW_MACHINE, name, customer: 'Otto Fenwick', driveIds: [...driveIds] }),
  );
  const number = await shop.openJob({ machineId, driveId: driveIds[0] ?? null });
  const look = { after, at: after.length > 0 ? ['tension', 'clamps'] : [] };
  value(
    await tickets.writeEntry(shop.db, shop.by(), number, 'book', {
      type: 'closing',
      body: { ...UNPROVED, look, next: 'Bring the bar.' },
    } as never),
  );
  return { machineId, number };
}
const due = async (days: number) =>
  (await followUps.dueFollowUps(shop.db, day(days), ALL)).rows.map((f) => [f.machine, f.source, f.due.by]);
const answer = (machineId: number, source: string, given: 'done' | 'postponed' | 'waived', until: string | null = null) =>
  followUps.answerFollowUp(
    shop.db,
    { personId: shop.owner.id, at: day(1) },
    { machineId, source, answer: given, reason: 'Checked on site', until, subject: 'Check tension.' },
  );

describe('follow-ups that are due', () => {
  it('are listed two weeks ahead, with machine, customer and content, and end with the next job', async () => {
    const { machineId, number } = await plan(['25-h']);
    expect(await due(20)).toEqual([]);
    expect((await followUps.dueFollowUps(shop.db, day(22), ALL)).rows).toMatchObject([
      {
        machineId,
        machine: 'Rider',
        customer: 'Otto Fenwick',
        job: number,
        checks: ['tension', 'clamps'],
        text: 'Bring the bar.',
        after: '25-h',
      },
    ]);
    expect(await followUps.countDue(shop.db, day(22))).toEqual({ overdue: 0, soon: 1 });
    expect(await followUps.countDue(shop.db, day(36))).toEqual({ overdue: 1, soon: 0 });
    const next = await shop.openJob({ machineId });
    expect(await due(30)).toEqual([]);
    value(await tickets.writeEntry(shop.db, shop.by(), next, 'book', { type: 'closing', body: UNPROVED } as never));
    value(await tickets.writeEntry(shop.db, shop.by(), next, 'book', { type: 'reopening', body: {} } as never));
    expect(await due(400)).toEqual([]);
  });
  it('follow the meter of the machine, and the longest overdue comes first', async () => {
    const busy = await plan(['25-h'], 'Busy');
    await plan(['first-day'], 'Quiet');
    await plan([], 'Nothing planned');
    value(await meters.readMeter(shop.db, { personId: shop.owner.id, at: day(-20) }, busy.machineId, { value: 100, unit: 'h' }));
    value(await meters.readMeter(shop.db, { personId: shop.owner.id, at: day(0) }, busy.machineId, { value: 200, unit: 'h' }));
    // 35 h a week: 25 h in five days. The other machine has an assumed use of 5 h a week.
    expect(await due(5)).toMatchObject([
      ['Busy', expect.stringMatching(/^plan:\d+:25-h$/), 'meter'],
      ['Quiet', expect.stringMatching(/^plan:\d+:first-day$/), 'assumed'],
    ]);
    expect((await followUps.dueFollowUps(shop.db, day(5), { ...ALL, find: 'quiet' })).total).toBe(1);
    expect((await followUps.laterFollowUps(shop.db, day(-30), ALL)).rows.map((f) => f.machine)).toEqual(['Busy', 'Quiet']);
  });
  it('are those of this shop', async () => {
    const { machineId } = await plan(['first-hour']);
    const other = shop.db.ofShop(999999);
    expect((await followUps.dueFollowUps(other, day(30), ALL)).total).toBe(0);
    expect(
      await followUps.answerFollowUp(
        other,
        { personId: 1, at: NOW },
        { machineId, source: 'x', answer: 'done', reason: '', until: null, subject: '' },
      ),
    ).toMatchObject({ ok: false });
    expect((await followUps.answeredFollowUps(other, ALL)).total).toBe(0);
  });
});

describe('an answered follow-up', () => {
  it('is no longer open, has a history, and an undone answer opens it again', async () => {
    const { machineId, number } = await plan(['first-day']);
    const source = `plan:${number}:first-day`;
    const { id } = value(await answer(machineId, source, 'done'));
    expect(await followUps.followUpsOf(shop.db, machineId)).toEqual([]);
    expect(await answer(machineId, source, 'done')).toMatchObject({ ok: false, reason: 'refused' });
    expect((await followUps.answeredFollowUps(shop.db, ALL)).rows).toMatchObject([
      { id, machine: 'Rider', answer: 'done', reason: 'Checked on site', by: 'Ines Tarrow', until: null },
    ]);
    value(await followUps.undoAnswer(shop.db, id));
    expect(await followUps.followUpsOf(shop.db, machineId)).toMatchObject([{ source }]);
    expect(await followUps.undoAnswer(shop.db, id)).toMatchObject({ ok: false });
  });
  it('is due at the date to which it was postponed', async () => {
    const { machineId, number } = await plan(['first-day']);
    value(await answer(machineId, `plan:${number}:first-day`, 'postponed', '2027-02-03'));
    expect(await followUps.followUpsOf(shop.db, machineId)).toMatchObject([
      { postponed: true, due: { at: '2027-02-03T12:00:00.000Z', by: 'date' } },
    ]);
  });
  it('keeps an earlier answer from being undone under a later one', async () => {
    const { machineId, number } = await plan(['first-day']);
    const source = `plan:${number}:first-day`;
    const first = value(await answer(machineId, source, 'postponed', '2027-02-03'));
    value(await answer(machineId, source, 'waived'));
    expect(await followUps.undoAnswer(shop.db, first.id)).toMatchObject({ ok: false });
  });
});

describe('rules of a shop', () => {
  it('make an interval for every machine with that kind of drive, and a fact of the drive changes its kind', async () => {
    const { id: driveId } = await drives.addDrive(shop.db, demoDrive('orchard-rider'), 'Ines', NOW);
    const { machineId } = await plan([], 'Rider', [driveId]);
    const kinds = async () => (await followUps.followUpsOf(shop.db, machineId)).map((f) => f.kind);
    expect(await kinds()).toEqual(['season']);
    const { version } = await followUps.rulesOf(shop.db);
    const rules = {
      ...USUAL_RULES,
      intervals: [{ kind: 'deck-lever' as const, every: 6, unit: 'months' as const, first: null, with: 'oil change' }],
    };
    value(await followUps.changeRules(shop.db, version, rules));
    expect((await kinds()).sort()).toEqual(['interval', 'season']);
    expect(await followUps.changeRules(shop.db, version, rules)).toMatchObject({ ok: false, reason: 'stale' });
    value(await facts.setFact(shop.db, { personId: shop.owner.id, at: NOW }, { driveId }, 'engage', 'electric-clutch'));
    expect(await kinds()).toEqual(['season']);
    value(await drives.removeDrive(shop.db, driveId));
    expect(await kinds()).toEqual([]);
  });
  it('are derived once for shops that have none derived yet', async () => {
    const { machineId } = await plan(['first-day']);
    await shop.db.sequelize.query('DELETE FROM follow_ups; UPDATE shops SET follow_ups_stale = true');
    await followUps.deriveStale(shop.db);
    expect(await followUps.followUpsOf(shop.db, machineId)).toHaveLength(1);
    await shop.db.sequelize.query('DELETE FROM follow_ups');
    await followUps.deriveStale(shop.db);
    expect(await followUps.followUpsOf(shop.db, machineId)).toEqual([]);
  });
  it('derive the same rows whether changes come together or one after the other', async () => {
    const busy = await plan(['25-h', 'season'], 'Busy');
    const reads = Array.from({ length: 6 }, (_, i) =>
      meters.readMeter(shop.db, { personId: shop.owner.id, at: day(-12 + i) }, busy.machineId, { value: 100 + 5 * i, unit: 'h' }),
    );
    for (const read of await Promise.all(reads)) value(read);
    const together = await followUps.followUpsOf(shop.db, busy.machineId);
    await followUps.deriveAll(shop.db);
    expect(await followUps.followUpsOf(shop.db, busy.machineId)).toEqual(together);
  });
});
