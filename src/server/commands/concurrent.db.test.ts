import { describe, expect, it } from 'vitest';
import { demoDrive } from '@/core/drive/sample-drives';
import { drives, machines, shelf } from '@/db';
import { commandsFor } from '@/db/test-commands';
import { NEW_MACHINE, NOW, SHELF_ROW, shopForTests, value, AUTHOR } from '@/db/test-database';
import { executeCommand } from '@/server';
import { COMMAND_REGISTRY, type COMMANDS } from './registry';

const shop = shopForTests('at_once');
const { send } = commandsFor<keyof typeof COMMANDS>(shop, (sent) => executeCommand(COMMAND_REGISTRY, sent));

/** Commands of many kinds, each new at every call. */
async function kinds() {
  const { id: driveId } = await drives.addDrive(shop.db, demoDrive('orchard-rider'), 'Ines', NOW);
  const { id: machineId } = value(await machines.saveMachine(shop.db, AUTHOR, { ...NEW_MACHINE, driveIds: [driveId] }));
  const belt = value(await shelf.addShelfBelt(shop.db, { ...SHELF_ROW, designation: 'A41', section: 'A', bin: 'Z9' }));
  const number = await shop.openJob({ machineId });
  let n = 0;
  const next = () => ++n;
  return {
    'job.open': () => ({ machineId, driveId: null, beltId: null, title: `Slips ${next()}`, complaint: '' }),
    'job.write': () => ({ number, stage: 'look', entry: { type: 'note', body: { text: `Note ${next()}` } } }),
    'shelf.import': () => ({
      mode: 'add',
      rows: [
        { ...SHELF_ROW, designation: 'A42', section: 'A' },
        { ...SHELF_ROW, designation: `A${50 + (next() % 9)}`, section: 'A' },
      ],
    }),
    'shelf.order': () => ({ designation: 'A60', count: next() }),
    'shelf.count': () => ({ id: belt.id, by: 1 }),
    'customer.save': () => ({ fields: { name: `Wren Castor ${next()}`, contact: '' } }),
    'machine.save': () => ({ fields: { ...NEW_MACHINE, name: `Rider ${next()}` } }),
    'meter.read': () => ({ machineId, value: 400 + next(), unit: 'h' }),
    'fact.set': () => ({ subject: { machineId }, fact: 'class', value: next() % 2 === 0 ? 'ride-on' : 'walk-behind' }),
    'part.save': () => ({
      fields: { name: `Spring ${next()}`, number: '', bin: 'C1', quantity: 2, priceCents: null, fitsDriveId: driveId, perYear: null },
    }),
    'drive.add': () => ({ document: demoDrive('orchard-rider') }),
    'practice.start': () => ({ code: 'OR 4AC 6CA' }),
  } satisfies Partial<Record<keyof typeof COMMANDS, () => unknown>>;
}

describe('a number that no record can have', () => {
  it.each<[keyof typeof COMMANDS, object]>([
    ['shelf.count', { id: 1e12, by: 1 }],
    ['meter.read', { machineId: 1e12, value: 4, unit: 'h' }],
    ['document.remove', { id: 1e12 }],
    ['job.take-back', { number: 1, entryId: 1e12 }],
    ['trial.answer', { entryId: 1e12, worked: true, note: '' }],
    ['drive.remove', { id: 1e12 }],
  ])('is refused by %s with a sentence, not as a failure of the server', async (kind, input) => {
    expect(await send(kind, input)).toMatchObject({
      ok: false,
      reason: expect.stringMatching(/^(refused|invalid)$/),
      problem: expect.stringMatching(/\w+.*\.$/),
    });
  });
});

describe('commands of six clients together', () => {
  it('are all answered for any two kinds: none fails, and none waits forever', async () => {
    const all = Object.entries(await kinds()) as [keyof typeof COMMANDS, () => unknown][];
    const failed: string[] = [];
    for (const [i, [one, ofOne]] of all.entries())
      for (const [other, ofOther] of all.slice(i)) {
        const sent = [0, 1, 2].flatMap(() => [send(one, ofOne()), send(other, ofOther())]);
        for (const answer of (await Promise.all(sent)) as { ok: boolean; reason?: string; problem?: string }[])
          if (!answer.ok && answer.reason !== 'stale') failed.push(`${one} with ${other}: ${answer.reason} ${answer.problem}`);
      }
    expect(failed).toEqual([]);
  }, 60_000);
  it('number each job uniquely, without a gap', async () => {
    const { 'job.open': open } = await kinds();
    const answers = (await Promise.all(Array.from({ length: 12 }, () => send('job.open', open())))) as {
      ok: boolean;
      value: { number: number };
    }[];
    const numbers = answers.map((a) => a.value.number).sort((a, b) => a - b);
    expect(numbers).toEqual(Array.from({ length: 12 }, (_, k) => numbers[0]! + k));
  });
  it('order one size that is not in stock yet once', async () => {
    const answers = await Promise.all([1, 2, 3, 4].map((count) => send('shelf.order', { designation: 'A77', count })));
    expect(answers).toEqual(Array.from({ length: 4 }, () => expect.objectContaining({ ok: true })));
    const rows = (await shelf.listShelf(shop.db)).filter((b) => b.designation === 'A77');
    expect(rows).toHaveLength(1);
    expect([1, 2, 3, 4]).toContain(rows[0]!.wanted);
  });
});
