import { beforeEach, describe, expect, it, vi } from 'vitest';
import { notebookFor, type Notebook } from '@/core/survey';
import { demoDrive, measured } from '@/core/survey/sample-notebook';
import { addNotebook, makeDrive, saveNotebook } from './actions';

const shop = vi.hoisted(() => ({
  stored: null as null | { id: number; version: number; document: unknown; driveId: number | null },
  kept: [] as { id: number; drive: { name: string }; uncertainty: { paths: string[] } }[],
}));
vi.mock('next/cache', () => ({ revalidatePath: () => undefined }));
vi.mock('@/server', async () => {
  const { action } = await import('@/server/action');
  return { action };
});
// The same tasks, without their threads.
vi.mock('@/server/compute', async () => {
  const tasks = (await import('@/workers/compute-tasks')) as unknown as Record<string, (input: unknown) => unknown>;
  return { compute: async (task: string, input: unknown) => ({ ok: true, value: tasks[task]!(input) }) };
});
vi.mock('@/server/session', () => ({
  currentPerson: async () => ({ id: 1, shopId: 7, name: 'Bram', role: 'technician', sessionId: 's' }),
  includesRole: () => true,
}));
vi.mock('@/db', () => ({
  database: () => null,
  notebooks: {
    addNotebook: async (_db: unknown, _shop: number, document: unknown) => (shop.stored = { id: 3, version: 1, document, driveId: null }),
    findNotebook: async () => shop.stored,
    saveNotebook: async (_db: unknown, _shop: number, _id: number, version: number, document: unknown) =>
      version === shop.stored!.version
        ? { ok: true, value: (shop.stored = { ...shop.stored!, version: version + 1, document }) }
        : { ok: false, reason: 'stale', problem: 'stale', current: shop.stored },
    keepDrive: async (_db: unknown, _shop: number, id: number, drive: { name: string }, uncertainty: { paths: string[] }) => {
      shop.kept.push({ id, drive, uncertainty });
      return { ok: true, value: { driveId: 11 } };
    },
  },
}));

const rider = demoDrive('orchard-rider');
const whole = measured(rider);

describe('on the server', () => {
  beforeEach(() => {
    shop.stored = { id: 3, version: 4, document: whole, driveId: null };
    shop.kept = [];
  });

  it('a notebook is taken only in its shape, and the sentence says where it is not', async () => {
    expect(await addNotebook({ document: notebookFor(rider) })).toEqual({ ok: true, value: { id: 3 } });
    const bad = { ...notebookFor(rider), pulleys: [{ id: '' }] };
    expect(await addNotebook({ document: bad as unknown as Notebook })).toMatchObject({
      ok: false,
      reason: 'invalid',
      problem: expect.stringContaining('pulleys[0].id'),
    });
    expect(await saveNotebook({ id: 3, version: 4, document: 'text' as unknown as Notebook })).toMatchObject({
      ok: false,
      reason: 'invalid',
    });
  });
  it('a save answers with the new version, a late one with what stands', async () => {
    expect(await saveNotebook({ id: 3, version: 1, document: whole })).toMatchObject({
      ok: false,
      reason: 'stale',
      current: { version: 4 },
    });
    expect(await saveNotebook({ id: 3, version: 4, document: whole })).toEqual({ ok: true, value: { version: 5 } });
  });
  it('the drive is computed from what is stored, with its uncertainty', async () => {
    expect(await makeDrive({ id: 3, version: 4 })).toEqual({ ok: true, value: { driveId: 11 } });
    expect(shop.kept).toHaveLength(1);
    expect(shop.kept[0]!.drive.name).toBe(rider.name);
    expect(shop.kept[0]!.uncertainty.paths).toContain('pulleys[1].outsideDiameter');
  });
  it('it is not made from an older version, from nothing, or while something is missing', async () => {
    expect(await makeDrive({ id: 3, version: 3 })).toMatchObject({ ok: false, problem: expect.stringContaining('still on its way') });
    shop.stored = { id: 3, version: 4, document: notebookFor(rider), driveId: null };
    expect(await makeDrive({ id: 3, version: 4 })).toMatchObject({ ok: false, problem: expect.stringContaining('still missing') });
    shop.stored = null;
    expect(await makeDrive({ id: 3, version: 4 })).toMatchObject({ ok: false, problem: expect.stringContaining('removed') });
    expect(shop.kept).toEqual([]);
  });
});
