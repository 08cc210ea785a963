import { beforeEach, describe, expect, it, vi } from 'vitest';
import { demoDrive, measured } from '@/core/survey/sample-notebook';
import { lookAt } from '@/core/survey';
import { addNote, bookBelt, changeStage } from './actions';

const shop = vi.hoisted(() => ({
  job: null as unknown,
  drive: null as unknown,
  shelf: [] as unknown[],
  booked: [] as { number: number; version: number; body: Record<string, unknown> }[],
  did: [] as unknown[][],
}));
vi.mock('next/cache', () => ({ revalidatePath: () => undefined }));
vi.mock('@/server', async () => ({ action: (await import('@/server/action')).action, ...(await import('@/server/listing')) }));
// The same tasks, without their threads.
vi.mock('@/server/compute', async () => {
  const tasks = (await import('@/workers/compute-tasks')) as unknown as Record<string, (input: unknown) => unknown>;
  return { compute: async (task: string, input: unknown) => ({ ok: true, value: tasks[task]!(input) }) };
});
vi.mock('@/server/session', () => ({
  currentPerson: async () => ({
    id: 5,
    shopId: 7,
    name: 'Bram',
    role: 'technician',
    sessionId: 's',
    preferences: { system: 'inch', inchDenominator: 16 },
  }),
  includesRole: () => true,
}));
vi.mock('@/db', () => ({
  database: () => null,
  STAGES: ['secure', 'look', 'match', 'fit', 'set', 'prove', 'book'],
  STAGE_STATES: ['waiting', 'under-way', 'done', 'skipped', 'held'],
  drives: { findDrive: async () => shop.drive },
  shelf: {
    findShelfBelt: async (_db: unknown, _shop: number, id: number) => (shop.shelf as { id: number }[]).find((b) => b.id === id) ?? null,
  },
  jobs: {
    findJob: async () => shop.job,
    bookBelt: async (_db: unknown, _writer: unknown, number: number, version: number, body: Record<string, unknown>) => (
      shop.booked.push({ number, version, body }),
      { ok: true, value: null }
    ),
    addNote: async (...given: unknown[]) => (shop.did.push(given.slice(1)), { ok: true, value: null }),
    changeStage: async (...given: unknown[]) => (shop.did.push(given.slice(1)), { ok: true, value: null }),
  },
}));

const belt = (id: number, designation: string) => ({
  id,
  designation,
  section: null,
  lengthMm: null,
  lengthReference: null,
  lengthTyped: null,
  quantity: 2,
  bin: 'B2',
  priceCents: 1480,
  supplierNote: '',
  version: 3,
});
const book = (shelfBeltId: number, reason = '') => bookBelt({ number: 213, shelfBeltId, shelfVersion: 3, reason });

describe('booking a belt', () => {
  const rider = demoDrive('orchard-rider');
  beforeEach(() => {
    shop.job = { number: 213, driveId: 1, beltId: 'blade' };
    shop.drive = { document: rider, uncertainty: null };
    shop.shelf = [belt(1, '4L480'), belt(2, '4L485'), belt(3, 'B45')];
    shop.booked = [];
  });

  it('writes what the server itself computes, not what a screen says', async () => {
    expect(await book(1)).toEqual({ ok: true, value: null });
    expect(shop.booked[0]).toMatchObject({
      number: 213,
      version: 3,
      body: { belt: '4L480', bin: 'B2', verdict: 'marginal', section: '4L', substitute: false, insteadOf: null, priceCents: 1480 },
    });
    expect(shop.booked[0]!.body['engagedN'] as number).toBeGreaterThan(shop.booked[0]!.body['floorN'] as number);
  });
  it('asks why for a substitute and for one that does not run, and keeps the reason', async () => {
    shop.drive = {
      document: { ...rider, belts: rider.belts.map(({ length: _l, ...b }) => ({ ...b, designation: '4L470' })) },
      uncertainty: null,
    };
    expect(await book(1)).toMatchObject({ ok: false, reason: 'invalid', field: 'reason', problem: expect.stringContaining('substitute') });
    expect(await book(1, '  ')).toMatchObject({ ok: false, field: 'reason' });
    expect(await book(2)).toMatchObject({ ok: false, field: 'reason', problem: expect.stringContaining('does not run') });
    expect(await book(1, 'Boat comes Thursday')).toMatchObject({ ok: true });
    expect(shop.booked[0]!.body).toMatchObject({ substitute: true, insteadOf: '4L470', reason: 'Boat comes Thursday' });
  });
  it('takes what a survey knows of the drive into the chance', async () => {
    await book(1);
    const read = lookAt(measured(rider));
    if (!read.ok) throw new Error();
    shop.drive = { document: read.look.built.drive, uncertainty: read.look.uncertainty };
    expect(await book(1, 'as measured')).toMatchObject({ ok: true });
    const [sure, unsure] = shop.booked.map((b) => b.body['chance'] as number) as [number, number];
    expect(unsure).toBeLessThan(sure);
    expect(unsure).toBeGreaterThan(0.3);
  });
  it('is refused where the job, the drive or the belt is gone, and books nothing', async () => {
    expect(await book(99)).toMatchObject({ ok: false, problem: expect.stringContaining('removed meanwhile') });
    shop.drive = null;
    expect(await book(1)).toMatchObject({ ok: false, problem: expect.stringContaining('removed meanwhile') });
    shop.job = { number: 213, driveId: null, beltId: null };
    expect(await book(1)).toMatchObject({ ok: false, problem: expect.stringContaining('choose them first') });
    shop.job = null;
    expect(await book(1)).toMatchObject({ ok: false });
    shop.job = { number: 213, driveId: 1, beltId: 'blade' };
    shop.drive = { document: { ...rider, pulleys: rider.pulleys.map((p) => ({ ...p, x: 0, y: 0 })) }, uncertainty: null };
    expect(await book(1)).toMatchObject({ ok: false, problem: expect.stringContaining('cannot be solved') });
    expect(shop.booked).toEqual([]);
  });
});

describe('what is written by hand', () => {
  beforeEach(() => (shop.did = []));
  it('a note must say something, and not a book', async () => {
    expect(await addNote({ number: 213, stage: 'look', text: '   ' })).toMatchObject({ ok: false, problem: 'Write the note.' });
    expect(await addNote({ number: 213, stage: 'look', text: 'x'.repeat(4001) })).toMatchObject({
      ok: false,
      problem: expect.stringContaining('4000'),
    });
    expect(await addNote({ number: 213, stage: 'attic' as 'look', text: 'x' })).toMatchObject({ ok: false });
    expect(await addNote({ number: 213, stage: 'look', text: '  Groove shiny. ' })).toMatchObject({ ok: true });
    expect(shop.did).toEqual([[{ shopId: 7, personId: 5, now: expect.any(Date) }, 213, 'look', 'Groove shiny.']]);
  });
  it('skipping or holding a stage asks why; doing it does not', async () => {
    for (const state of ['skipped', 'held'] as const)
      expect(await changeStage({ number: 213, stage: 'fit', state, why: ' ' })).toMatchObject({ ok: false, field: 'why' });
    expect(await changeStage({ number: 213, stage: 'fit', state: 'skipped', why: 'No guard on it' })).toMatchObject({ ok: true });
    expect(await changeStage({ number: 213, stage: 'fit', state: 'done', why: '' })).toMatchObject({ ok: true });
    expect(shop.did).toHaveLength(2);
  });
});
