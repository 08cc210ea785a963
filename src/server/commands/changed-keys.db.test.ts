import { beforeEach, describe, expect, it } from 'vitest';
import { CHANGED_KEYS, changedKeys, QUERY_KEYS, type CommandKind } from '@/contract/keys';
import { USUAL_RULES } from '@/core/follow-up';
import { FINDING, PROVED, UNPROVED } from '@/core/job/test-job';
import { STACK_TEMPLATES } from '@/core/stack';
import { measured } from '@/lab/survey-notebooks';
import { followUps } from '@/db';
import { shopForTests, SHELF_ROW } from '@/db/test-database';
import { commandsFor } from '@/db/test-commands';
import { executeCommand, executeQuery } from '@/server';
import { QUERIES } from '../queries/registry';
import { recordsForQueries } from '@/db/test-queries';
import { COMMAND_REGISTRY } from './registry';

const shop = shopForTests('changed_keys');
const { done } = commandsFor<CommandKind>(shop, (sent) => executeCommand(COMMAND_REGISTRY, sent));
type Records = Awaited<ReturnType<typeof recordsForQueries>>;
const pdf = Buffer.from('%PDF-1.4\npage 23\n%%EOF').toString('base64');
const PART = { name: 'Idler 82 mm', number: '', quantity: 3, bin: 'A1', priceCents: 2400, fitsDriveId: null, supplyDays: null };
const CUSTOMER = { name: 'Otto Fenwick Jr', contact: 'Mill Lane' };
const BELT = { ...SHELF_ROW, designation: '4L490', quantity: 4 };

describe('queries that a command changes', () => {
  let of: Records;
  beforeEach(async () => {
    of = await recordsForQueries(shop);
  });

  const followUpRows = async () =>
    (await shop.db.sequelize.query('SELECT machine_id, source, due_at, document FROM follow_ups ORDER BY machine_id, source'))[0];
  const answers = async () => {
    const all: Record<string, string> = {};
    for (const name of QUERY_KEYS) all[name] = JSON.stringify(await executeQuery(QUERIES, name, of.inputs[name]));
    return all;
  };
  const line = (type: string, body: unknown, stage = 'look') => ['job.write', { number: of.number, stage, entry: { type, body } }] as const;
  const existing = ({ id, version }: { readonly id: number; readonly version: number }) => ({ id, version });

  /** Commands in the order of a job. Each gets the answer of the one before. */
  const commands: readonly (readonly [string, (before: Record<string, unknown>) => readonly [CommandKind, unknown]])[] = [
    ['a customer', () => ['customer.save', { fields: CUSTOMER, existing: { id: of.customerId, version: 1 } }]],
    ['a meter', () => ['meter.read', { machineId: of.machineId, value: 412, unit: 'h' }]],
    ['a fact', () => ['fact.set', { subject: { machineId: of.machineId }, fact: 'power', value: 'petrol' }]],
    ['a fact of a drive', () => ['fact.set', { subject: { driveId: of.driveId }, fact: 'engage', value: 'lever-cable' }]],
    ['a drive', () => ['drive.add', { document: { ...of.rider, name: 'Orchard thrower' } }]],
    ['a drawing', () => ['drive.save', { id: of.driveId, version: 1, document: { ...of.rider, name: 'Orchard deck' } }]],
    [
      'a stack',
      () => ['stack.save', { driveId: of.driveId, pulley: of.rider.pulleys[0]!.id, version: 0, stack: STACK_TEMPLATES[0]!.stack }],
    ],
    ['a document', () => ['document.add', { of: { driveId: of.driveId, station: of.rider.pulleys[0]!.id }, name: 'Page 23', data: pdf }]],
    ['a deleted document', ({ id }) => ['document.remove', { id }]],
    ['a used belt', () => ['job.book', { number: of.number, shelfBeltId: of.belt.id, shelfVersion: 1, reason: 'Tried it' }]],
    ['a belt', () => ['shelf.add', { fields: BELT }]],
    ['a count', () => ['shelf.count', { id: of.belt.id, by: -1 }]],
    ['an order', () => ['shelf.order', { designation: '4L480', count: 2 }]],
    ['a part', () => ['part.save', { fields: PART, existing: existing(of.part) }]],
    ['a note', () => line('note', { text: 'Groove shiny.' })],
    ['a finding', () => line('finding', FINDING)],
    ['a part of the job', () => ['job.fit-part', { number: of.number, stage: 'fit', partId: of.part.id, quantity: 1 }]],
    ['the drive of a job', () => ['job.choose-drive', { number: of.number, driveId: of.driveId, beltId: of.rider.belts[0]!.id }]],
    ['a test run', () => line('proved', PROVED, 'prove')],
    ['a closed job', () => line('closing', UNPROVED, 'book')],
    ['a calendar', () => ['calendar.add', { name: 'Bench phone', token: 'a'.repeat(32) }]],
    ['a revoked calendar', ({ id }) => ['calendar.revoke', { id }]],
    ['rules for follow-ups', () => ['follow-up.rules', { version: 1, rules: { ...USUAL_RULES, runInHours: 4 } }]],
    [
      'an answered follow-up',
      () => [
        'follow-up.answer',
        { machineId: of.machineId, source: 'season:mowing:2027', subject: 'Season', answer: 'waived', reason: 'Sold', until: null },
      ],
    ],
    ['an undone answer', ({ id }) => ['follow-up.undo', { id }]],
    ['a new job', () => ['job.open', { machineId: of.machineId, driveId: null, beltId: null, title: 'Squeals', complaint: '' }]],
    ['an entry in a notebook', () => ['notebook.save', { id: of.notebookId, version: 1, document: measured(of.rider) }]],
    ['a notebook', () => ['notebook.add', { document: measured(of.rider), machineId: of.machineId }]],
    ['a deleted notebook', ({ id }) => ['notebook.remove', { id }]],
    ['a hint', () => ['practice.hint', { id: of.sessionId }]],
    ['a finished session', () => ['practice.finish', { id: of.sessionId }]],
    ['a corrected cause', () => ['faults.correct', { cause: 'idler-tips', subject: 'deck-lever', value: '2', because: 'Seen often' }]],
    ['settings', () => ['shop.change', { version: 2, name: 'Quay Bay Drives', timeZone: 'Europe/Lisbon' }]],
    ['a person', () => ['person.add', { name: 'Bram', email: 'bram@quaybay.example', role: 'technician', password: 'thursday-boat-48' }]],
    ['an erased customer', () => ['customer.erase', { id: of.customerId, version: 2 }]],
    ['a deleted drive', () => ['drive.remove', { id: of.driveId }]],
  ];

  it('are all declared', async () => {
    let before = await answers();
    let answer: Record<string, unknown> = {};
    const changes: Record<string, readonly string[]> = {};
    for (const [what, command] of commands) {
      const [kind, input] = command(answer);
      answer = await done(kind, input).catch((error: unknown) => {
        throw new Error(`${what}: ${String(error)}`);
      });
      const after = await answers();
      changes[what] = QUERY_KEYS.filter((name) => after[name] !== before[name] && !changedKeys(kind).includes(name));
      before = after;
      const derived = await followUpRows();
      await followUps.deriveAll(shop.db);
      expect({ [what]: derived }).toEqual({ [what]: await followUpRows() });
    }
    expect(Object.fromEntries(Object.entries(changes).filter(([, names]) => names.length > 0))).toEqual({});
  });
});

it('reads everything again after a command that is unknown to this version', () => {
  expect(changedKeys('job.sing')).toEqual(QUERY_KEYS);
  for (const keys of Object.values(CHANGED_KEYS)) for (const key of keys) expect(QUERY_KEYS).toContain(key);
});
