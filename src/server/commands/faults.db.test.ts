import { describe, expect, it } from 'vitest';
import { faults } from '@/db';
import { shopForTests } from '@/db/test-database';
import { seen } from '@/db/test-seen';
import { commandsFor } from '@/db/test-commands';
import { executeCommand } from '@/server';
import { COMMAND_REGISTRY, type COMMANDS } from './registry';

const shop = shopForTests('base_corrections');
const { send, done, person } = commandsFor<keyof typeof COMMANDS>(shop, (sent) => executeCommand(COMMAND_REGISTRY, sent));
const TIPS = { cause: 'idler-tips', subject: 'idler-tip', value: 'sometimes', because: 'tried with the belt on' };
const kept = () => faults.correctionsOf(shop.db);

describe('what an owner corrects of the base', () => {
  it('is stored with author and date; a later one replaces it, and null restores the supplied value', async () => {
    await done('faults.correct', TIPS);
    expect(await kept()).toMatchObject([{ ...TIPS, by: shop.owner.name, at: expect.stringMatching(/^2026-/) }]);
    await done('faults.correct', { ...TIPS, value: 'nothing' });
    await done('faults.correct', { ...TIPS, subject: 'deck-lever', value: '2' });
    expect((await kept()).map((c) => [c.subject, c.value])).toEqual([
      ['idler-tip', 'nothing'],
      ['deck-lever', '2'],
    ]);
    await done('faults.correct', { ...TIPS, value: null, because: '' });
    expect((await kept()).map((c) => c.subject)).toEqual(['deck-lever']);
  });
  it('is refused with a sentence if it is invalid or has no reason, and changes nothing', async () => {
    for (const [bad, says] of [
      [{ ...TIPS, value: 'often' }, /one of the steps/],
      [{ ...TIPS, cause: 'gremlins' }, /no such cause/],
      [{ ...TIPS, because: '  ' }, /reason/],
    ] as const)
      expect(await send('faults.correct', bad)).toMatchObject({ ok: false, reason: 'invalid', problem: expect.stringMatching(says) });
    seen.person = { ...person(), role: 'technician' };
    expect(await send('faults.correct', TIPS)).toMatchObject({ ok: false, reason: 'forbidden' });
    expect(await kept()).toEqual([]);
  });
});
