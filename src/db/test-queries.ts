import type { QueryKey } from '../contract/keys';
import { vocabulary } from '../core/fault';
import { drawMachine } from '../core/practice';
import { notebookFor } from '../core/survey';
import { demoDrive } from '../lab/survey-notebooks';
import { drives, machines, notebooks, parts, practice, shelf } from '.';
import { NEW_MACHINE, NOW, SHELF_ROW, value, AUTHOR, type TestShop } from './test-database';

/** First page of a list. */
const LIST = { find: '', page: 1 };

/** Records of a shop, and an input of each query about them. */
export async function recordsForQueries(shop: TestShop) {
  const { db, owner } = shop;
  const rider = demoDrive('orchard-rider');
  const { id: driveId } = await drives.addDrive(db, rider, 'Ines', NOW);
  const belt = value(await shelf.addShelfBelt(db, { ...SHELF_ROW, designation: '4L480', section: '4L' }));
  const { id: machineId } = value(
    await machines.saveMachine(db, AUTHOR, {
      ...NEW_MACHINE,
      name: 'Orchard rider',
      customer: 'Otto Fenwick',
      driveIds: [driveId],
    }),
  );
  const part = value(
    await parts.savePart(db, {
      name: 'Idler 82',
      number: '',
      quantity: 3,
      bin: 'A1',
      priceCents: 2400,
      fitsDriveId: driveId,
      supplyDays: 5,
    }),
  );
  const { id: notebookId } = await notebooks.addNotebook(db, notebookFor(rider), 'Ines', NOW, machineId);
  const session = value(await practice.startPracticeSession(db, owner.id, 'DL-1', drawMachine(vocabulary(), 'deck-lever', 1), NOW));
  const number = await shop.openJob({ machineId, driveId, beltId: rider.belts[0]!.id });
  const customerId = (await machines.findMachine(db, machineId))!.customerId!;
  const find = { find: '' };
  const inputs: Readonly<Record<QueryKey, object>> = {
    'access.log': LIST,
    'access.read': {},
    'belt.life': { driveId },
    'belts.lasted': {},
    'customer.read': { id: customerId },
    'customers.choose': find,
    'customers.list': LIST,
    'drive.find': { id: driveId },
    'drive.read': { id: driveId },
    'drives.choose': find,
    'drives.list': LIST,
    'drives.of-job': { number },
    'drives.of-machine': { machineId },
    'faults.of-shop': {},
    find: { find: 'orchard' },
    'follow-ups.answered': LIST,
    'follow-ups.calendars': {},
    'follow-ups.due': LIST,
    'follow-ups.later': LIST,
    'follow-ups.rules': {},
    'here.read': { place: `jobs/${number}` },
    'job.read': { number },
    'jobs.choose-open': find,
    'jobs.closed': LIST,
    'jobs.new': { machine: machineId },
    'jobs.open': {},
    'machine.known': { id: machineId },
    'machine.label': { id: machineId },
    'machine.read': { id: machineId },
    'machines.choose': find,
    'machines.list': LIST,
    'notebook.read': { id: notebookId },
    'notebooks.list': { machine: machineId },
    'parts.choose': find,
    'parts.list': LIST,
    'practice.list': {},
    'practice.read': { id: session.id },
    'settings.read': {},
    'shelf.read': {},
    'shell.read': {},
    'stack.read': { drive: driveId, pulley: rider.pulleys[0]!.id, job: number },
    'tension.past': { driveId },
    'ticket.read': { number },
    'wear.fleet': {},
    'width.past': { driveId },
  };
  return { inputs, rider, driveId, belt, machineId, customerId, part, notebookId, sessionId: session.id, number };
}
