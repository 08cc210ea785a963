/**
 * Names of all queries, and the queries that each command can change. After a command, the screens read these again, and
 * no others. Pure data, for the browser and the server.
 */

/** Names of the queries: the first part of the key of a cached read. */
export const QUERY_KEYS = [
  'access.log',
  'access.read',
  'belt.life',
  'belts.lasted',
  'customer.read',
  'customers.choose',
  'customers.list',
  'drive.find',
  'drive.read',
  'drives.choose',
  'drives.list',
  'drives.of-job',
  'drives.of-machine',
  'faults.of-shop',
  'find',
  'follow-ups.answered',
  'follow-ups.calendars',
  'follow-ups.due',
  'follow-ups.later',
  'follow-ups.rules',
  'here.read',
  'job.read',
  'jobs.choose-open',
  'jobs.closed',
  'jobs.new',
  'jobs.open',
  'machine.known',
  'machine.label',
  'machine.read',
  'machines.choose',
  'machines.list',
  'notebook.read',
  'notebooks.list',
  'parts.choose',
  'parts.list',
  'practice.list',
  'practice.read',
  'settings.read',
  'shelf.read',
  'shell.read',
  'stack.read',
  'tension.past',
  'ticket.read',
  'wear.fleet',
  'width.past',
] as const;
export type QueryKey = (typeof QUERY_KEYS)[number];

/**
 * Queries that the device does not store. A copy of a page holds the answers of the page. Other people at a record are
 * known only now.
 */
export const PAGE_KEYS: ReadonlySet<string> = new Set<QueryKey>([
  'access.log',
  'access.read',
  'customer.read',
  'drive.find',
  'drive.read',
  'follow-ups.answered',
  'follow-ups.calendars',
  'follow-ups.due',
  'follow-ups.later',
  'follow-ups.rules',
  'here.read',
  'jobs.new',
  'jobs.open',
  'machine.known',
  'machine.label',
  'machine.read',
  'notebook.read',
  'notebooks.list',
  'practice.list',
  'settings.read',
  'stack.read',
  'ticket.read',
  'wear.fleet',
]);

type Keys = readonly QueryKey[];

/** Open follow-ups, and pages that show or count them. */
const FOLLOW_UPS: Keys = ['follow-ups.due', 'follow-ups.later', 'jobs.open', 'machine.read'];
/** Pages and lists with a line about a job. */
const JOB: Keys = [
  'customer.read',
  'find',
  'job.read',
  'jobs.choose-open',
  'jobs.closed',
  'jobs.open',
  'machine.read',
  'machines.list',
  'stack.read',
  'ticket.read',
];
/** Records over years, computed from tickets. */
const FROM_TICKETS: Keys = [
  'belt.life',
  'belts.lasted',
  'drive.read',
  'faults.of-shop',
  'machine.known',
  'tension.past',
  'wear.fleet',
  'width.past',
];
const PARTS: Keys = ['parts.choose', 'parts.list', 'wear.fleet'];
const SHELF: Keys = ['drive.read', 'find', 'shelf.read'];
const TICKET: Keys = [...JOB, ...FROM_TICKETS, ...PARTS, ...SHELF, ...FOLLOW_UPS];
const DRIVE: Keys = [
  'belts.lasted',
  'drive.find',
  'drive.read',
  'drives.choose',
  'drives.list',
  'drives.of-job',
  'drives.of-machine',
  'find',
  'jobs.new',
  'machine.known',
  'machine.read',
  'notebook.read',
  'notebooks.list',
  'parts.list',
  'stack.read',
  'ticket.read',
  'wear.fleet',
  ...FOLLOW_UPS,
];
const MACHINE: Keys = [
  ...JOB,
  ...FOLLOW_UPS,
  'follow-ups.answered',
  'belts.lasted',
  'customers.choose',
  'customers.list',
  'drives.of-job',
  'drives.of-machine',
  'jobs.new',
  'machine.known',
  'machine.label',
  'machines.choose',
  'notebooks.list',
  'wear.fleet',
];
const FACT: Keys = [...FOLLOW_UPS, 'job.read', 'machine.known', 'machine.read', 'stack.read', 'ticket.read'];
const PAPER: Keys = ['drive.read', 'machine.read', 'stack.read'];
const NOTEBOOK: Keys = ['drive.read', 'find', 'machine.read', 'notebook.read', 'notebooks.list'];
const PRACTICE: Keys = ['practice.list', 'practice.read'];
const SHOP: Keys = [
  ...FOLLOW_UPS,
  'follow-ups.rules',
  'drive.read',
  'job.read',
  'jobs.open',
  'machine.label',
  'settings.read',
  'shell.read',
  'ticket.read',
];

/** Queries that a command can change, by the kind of the command. */
export const CHANGED_KEYS = {
  preferences: ['shell.read'],
  'own-password': ['access.read'],
  'customer.save': MACHINE,
  'customer.erase': [...MACHINE, ...TICKET, ...NOTEBOOK],
  'drive.add': DRIVE,
  'drive.save': [...DRIVE, ...FROM_TICKETS],
  'drive.remove': [...DRIVE, ...MACHINE, ...TICKET],
  'job.open': TICKET,
  'job.write': TICKET,
  'job.picture': TICKET,
  'job.fit-part': TICKET,
  'trial.answer': TICKET,
  'job.take-back': TICKET,
  'job.choose-drive': [...TICKET, 'drives.of-job'],
  'job.book': TICKET,
  'machine.save': MACHINE,
  'meter.read': MACHINE,
  'fact.set': FACT,
  'document.add': PAPER,
  'document.remove': PAPER,
  'practice.start': PRACTICE,
  'practice.move': PRACTICE,
  'practice.hint': PRACTICE,
  'practice.finish': PRACTICE,
  'shelf.add': SHELF,
  'shelf.change': SHELF,
  'shelf.count': SHELF,
  'shelf.remove': SHELF,
  'shelf.import': SHELF,
  'shelf.take-back-import': SHELF,
  'shelf.order': SHELF,
  'part.save': PARTS,
  'part.remove': PARTS,
  'shop.change': SHOP,
  'person.add': ['settings.read'],
  'person.change': ['access.read', 'settings.read', 'shell.read'],
  'person.reset-password': ['access.read', 'settings.read'],
  'session.end': ['access.read'],
  'stack.save': [...DRIVE, 'job.read'],
  'notebook.add': NOTEBOOK,
  'notebook.save': NOTEBOOK,
  'notebook.remove': NOTEBOOK,
  'notebook.make-drive': [...NOTEBOOK, ...DRIVE],
  'faults.correct': ['faults.of-shop'],
  'follow-up.answer': [...FOLLOW_UPS, 'follow-ups.answered'],
  'follow-up.undo': [...FOLLOW_UPS, 'follow-ups.answered'],
  'follow-up.rules': [...FOLLOW_UPS, 'follow-ups.rules', 'settings.read'],
  'calendar.add': ['access.read', 'follow-ups.calendars'],
  'calendar.revoke': ['access.read', 'follow-ups.calendars'],
} as const satisfies Readonly<Record<string, Keys>>;
export type CommandKind = keyof typeof CHANGED_KEYS;

/** The query that changes when people open or leave a record, which they do without a command. */
export const PRESENCE_KEYS: Keys = ['here.read'];

/** All queries that a command can change. Each is also listed in the log. A command of another version of the application can change any. */
export const changedKeys = (kind: string): Keys =>
  Object.hasOwn(CHANGED_KEYS, kind) ? [...CHANGED_KEYS[kind as CommandKind], 'access.log'] : QUERY_KEYS;
