import { randomUUID } from 'node:crypto';
import { readFileSync, readdirSync } from 'node:fs';
import {
  drives,
  facts,
  isUnreadable,
  jobs,
  machines,
  meters,
  notebooks,
  parts,
  people,
  shelf,
  shelfImports,
  stacks,
  tickets,
  type Database,
  type ShopDatabase,
} from '../src/db';
import { CHECKS, COMPLAINTS } from '../src/core/fault';
import { STACK_TEMPLATES, withMoved, type LayerKind } from '../src/core/stack';
import { bookingOf } from '../src/services/belt-use';
import { candidateOf } from '../src/services/candidates';
import { assessBelt } from '../src/services/assess-belt';
import {
  BARE_FINDING,
  knownMachine,
  NO_FOLLOW_UP,
  NOTHING_ASKED,
  procedureOf,
  type Asked,
  type Finding,
  type FollowUp,
  type Stage,
  type Tallied,
  type RidingWritten,
  type WarrantyWritten,
  type WidthWritten,
} from '../src/core/job';
import { FACTS, factOf, factSchema } from '../src/core/machine';
import type { MeterUnit } from '../src/core/quantity';
import { hashPassword } from '../src/server/password';
import { preparePicture } from '../src/server/picture';
import { readCsv } from '../src/formats/csv';
import { validateNotebook } from '../src/core/survey';
import { readDriveFile } from '../src/formats/drive-file';
import { readShelfCsv } from '../src/formats/shelf-csv';
import { DEMO_ACCOUNTS } from './demo-accounts';
import { seedPractice } from './demo-practice';
import type { PartFields, Person } from '../src/contract/records';

interface DemoRecord {
  /** Earlier readings of a machine's meter: days ago, value. */
  readonly meters: Readonly<Record<string, readonly (readonly [number, number])[]>>;
  readonly parts: readonly (Omit<PartFields, 'fitsDriveId' | 'supplyDays'> & {
    readonly spareFor?: string;
    readonly supplyDays?: number;
  })[];
  /** Bolt-ups by template; one is built wrong. */
  readonly stacks: readonly {
    readonly drive: string;
    readonly pulley: string;
    readonly template: string;
    readonly spacerOnFarSide?: true;
  }[];
}

interface DemoProcedure {
  readonly id: string;
  readonly done: readonly string[];
  /** Readings of a step by its id: name, and value in the unit of the core. */
  readonly readings?: Readonly<Record<string, readonly (readonly [what: string, value: number | string])[]>>;
}

interface DemoJob {
  readonly machine: string;
  readonly drive: string;
  readonly belt: string;
  readonly title: string;
  readonly complaint: string;
  readonly daysAgo: number;
  /** Times as it came in, s; or why none was taken. */
  readonly found?: { readonly engagement: number; readonly stop: number } | string;
  /** A stage that waits for something. */
  readonly held?: { readonly stage: Stage; readonly why: string };
  /** All safety lines were confirmed. */
  readonly secured?: true;
  readonly widths?: readonly WidthWritten[];
  readonly riding?: RidingWritten;
  readonly warranty?: WarrantyWritten;
  readonly entries: readonly { readonly stage: Stage; readonly minutes: number; readonly text: string }[];
  /** Closing line, stop time if it has a limit, and follow-up. */
  readonly closed?: {
    readonly text: string;
    readonly stopS?: number;
    readonly slack?: true;
    readonly look?: FollowUp;
    readonly next?: string;
  };
  /** Intake answers besides the complaint. */
  readonly asked?: Partial<Asked>;
  /** By which procedure it is worked, and the steps of it that are done. */
  readonly procedure?: DemoProcedure;
  /** Work on parts. */
  readonly parts?: readonly DemoProcedure[];
  readonly counted?: readonly Tallied[];
  /** A belt of the shelf that was booked. */
  readonly booked?: { readonly designation: string; readonly reason: string };
  readonly findings?: readonly (Partial<Finding> & Pick<Finding, 'check' | 'result'>)[];
}

const folder = new URL('../demo/', import.meta.url);
const text = (name: string) => readFileSync(new URL(name, folder), 'utf8');

function orThrow<T extends { ok: boolean }>(result: T): Extract<T, { ok: true }> {
  if (!result.ok) throw new Error(`demo data: ${JSON.stringify(result)}`);
  return result as Extract<T, { ok: true }>;
}

/** Loads the island's shop, its machines, drives, shelf and jobs into an empty database. */
export async function seedDemo(all: Database, now: Date): Promise<void> {
  const [first, ...others] = DEMO_ACCOUNTS;
  const owner = orThrow(
    await people.createShop(
      all,
      'Quay Bay Repairs',
      {
        name: first.name,
        email: first.email,
        passwordHash: await hashPassword(DEMO_ACCOUNTS[0].password),
      },
      'UTC',
    ),
  ).value;
  const { shopId } = owner;
  const db = all.ofShop(shopId);
  const staff: Person[] = [owner];
  for (const { name, email, role } of others)
    staff.push(
      orThrow(await people.addPerson(db, { name, email, role, passwordHash: await hashPassword(DEMO_ACCOUNTS[0].password) })).value,
    );

  const driveIds = new Map<string, number>();
  for (const file of readdirSync(new URL('drives/', folder)).sort()) {
    const { drive } = orThrow(readDriveFile(text(`drives/${file}`)));
    driveIds.set(
      file.replace('.drive.json', ''),
      (await drives.addDrive(db, drive, owner.name, new Date(now.getTime() - 40 * 86_400_000))).id,
    );
  }
  const books = readdirSync(new URL('notebooks/', folder))
    .filter((file) => file.endsWith('.json'))
    .sort();
  for (const [i, file] of books.entries()) await addNotebook(db, staff[1 - (i % 2)]!, file, new Date(now.getTime() - (i + 1) * 7_200_000));
  orThrow(
    await shelfImports.importShelf(
      db,
      randomUUID(),
      orThrow(readShelfCsv(text('shelf.csv'), 'in')).rows.map((row) => orThrow(row).fields),
      'add',
    ),
  );

  const record = JSON.parse(text('record.json')) as DemoRecord;
  for (const { spareFor, supplyDays, ...part } of record.parts)
    orThrow(
      await parts.savePart(db, {
        ...part,
        fitsDriveId: spareFor === undefined ? null : driveIds.get(spareFor)!,
        supplyDays: supplyDays ?? null,
      }),
    );
  const by = { personId: owner.id, at: new Date(now.getTime() - 40 * 86_400_000) };
  for (const { drive, pulley, template, spacerOnFarSide } of record.stacks) {
    const usual = STACK_TEMPLATES.find((t) => t.key === template);
    if (!usual) throw new Error(`demo data: no stack ${template}`);
    const at = (kind: LayerKind) => usual.stack.layers.findIndex((l) => l.kind === kind);
    const stack = spacerOnFarSide ? withMoved(usual.stack, at('spacer'), at('wheel')) : usual.stack;
    orThrow(await stacks.saveStack(db, by, { driveId: driveIds.get(drive)!, pulley, version: 0 }, stack));
  }

  const machineIds = new Map<string, number>();
  for (const { cells } of orThrow(readCsv(text('machines.csv'))).rows) {
    const { value } = orThrow(
      await machines.saveMachine(
        db,
        { personId: null, at: now },
        {
          name: cells['name']!,
          maker: cells['maker']!,
          model: cells['model']!,
          serial: cells['serial']!,
          meter: cells['meter'] ? Number(cells['meter']) : null,
          meterUnit: (cells['unit'] || 'h') as MeterUnit,
          notes: cells['notes']!,
          customer: cells['customer']!,
          driveIds: (cells['drives'] ?? '')
            .split(' ')
            .filter(Boolean)
            .map((d) => driveIds.get(d)!),
        },
      ),
    );
    machineIds.set(cells['key']!, value.id);
    for (const [daysAgo, shown] of record.meters[cells['key']!] ?? []) {
      const at = new Date(now.getTime() - daysAgo * 86_400_000);
      orThrow(await meters.readMeter(db, { personId: staff[1]!.id, at }, value.id, { value: shown, unit: value.meterUnit }));
    }
    await db.models.Customer.update({ contact: cells['contact']! }, { where: { shopId, name: cells['customer']! } });
  }
  const known = JSON.parse(text('facts.json')) as Record<'machines' | 'drives', Record<string, Record<string, unknown>>>;
  for (const [key, answers] of Object.entries(known.machines)) await addFacts(db, by, { machineId: machineIds.get(key)! }, answers);
  for (const [key, answers] of Object.entries(known.drives)) await addFacts(db, by, { driveId: driveIds.get(key)! }, answers);
  await db.models.Shop.update({ nextJobNumber: 205 }, { where: { id: shopId } });
  const history = (JSON.parse(text('jobs.json')) as DemoJob[]).sort((a, b) => b.daysAgo - a.daysAgo);
  for (const [i, job] of history.entries())
    await addJob(db, staff[i % 2]!, job, new Date(now.getTime() - job.daysAgo * 86_400_000 - 3_600_000), machineIds, driveIds);
  await seedPractice(db, { owner, technician: staff[1]! }, now);
}

async function addFacts(
  db: ShopDatabase,
  by: Parameters<typeof facts.setFact>[1],
  subject: facts.Subject,
  answers: Readonly<Record<string, unknown>>,
): Promise<void> {
  for (const { id } of FACTS)
    if (answers[id] !== undefined) orThrow(await facts.setFact(db, by, subject, id, factSchema(factOf(id)).parse(answers[id])));
}

/** A notebook with its pictures, which are files next to it, numbered from 1. */
async function addNotebook(db: ShopDatabase, by: Person, file: string, at: Date): Promise<void> {
  const { notebook } = orThrow(validateNotebook(JSON.parse(text(`notebooks/${file}`))));
  const stored = await notebooks.addNotebook(db, { ...notebook, photos: [] }, by.name, at);
  const photos = [];
  for (const photo of notebook.photos) {
    const { picture } = orThrow(
      await preparePicture(readFileSync(new URL(`notebooks/${file.replace('.notebook.json', '')}-${photo.photo}.jpg`, folder))),
    );
    photos.push({ ...photo, photo: orThrow(await notebooks.addPhoto(db, stored.id, picture, by.name, at)).value.id });
  }
  if (photos.length > 0) orThrow(await notebooks.saveNotebook(db, stored.id, stored.version, { ...notebook, photos }, by.name, at));
}

async function followProcedure(
  db: ShopDatabase,
  by: tickets.Writer,
  number: number,
  { id, done: steps, readings = {} }: DemoProcedure,
): Promise<void> {
  const procedure = procedureOf(id);
  if (!procedure) throw new Error(`demo data: no procedure ${id}`);
  const chosen = { procedure: id, name: procedure.name, why: procedure.because };
  orThrow(await tickets.writeEntry(db, by, number, 'fit', { type: 'procedure', body: chosen }));
  for (const name of steps) {
    const step = procedure.steps.find((s) => s.id === name);
    if (!step) throw new Error(`demo data: ${id} has no step ${name}`);
    const read = (readings[name] ?? []).map(([what, value]) => {
      const meant = step.reads?.find((r) => r.what === what);
      if (!meant) throw new Error(`demo data: ${id}/${name} does not read “${what}”`);
      return { what, value, in: meant.in, state: meant.state ?? null };
    });
    const body = { procedure: id, step: name, words: step.text, outcome: 'done' as const, why: '', readings: read, torque: '' };
    orThrow(await tickets.writeEntry(db, by, number, step.stage, { type: 'step', body }));
  }
}

/** Books a belt as the screen would: judged on the stored drive, with its numbers. */
async function bookBelt(
  db: ShopDatabase,
  by: tickets.Writer,
  number: number,
  { belt: beltId }: DemoJob,
  { designation, reason }: NonNullable<DemoJob['booked']>,
  driveId: number,
): Promise<void> {
  const stored = await drives.findDrive(db, driveId);
  const belt = (await shelf.listShelf(db)).find((b) => b.designation === designation);
  if (!stored || isUnreadable(stored) || !belt) throw new Error(`demo data: no ${designation} to book`);
  const judged = assessBelt({ drive: stored.document, beltId, candidate: candidateOf(belt), uncertainty: null });
  if (!judged) throw new Error(`demo data: ${designation} cannot be judged`);
  if (judged.belt.verdict !== 'fits' && judged.belt.verdict !== 'marginal')
    throw new Error(`demo data: ${designation} does not work on ${stored.document.name}`);
  orThrow(await tickets.bookBelt(db, by, number, belt.version, bookingOf({ drive: stored, beltId, belt, judged, reason })));
}

/** Refuses a complaint or check outside the vocabulary, since tracing would ignore it silently. */
function checkVocabulary({ title, asked, findings = [] }: DemoJob): void {
  const complaint = asked?.complaints?.find((id) => !COMPLAINTS.some((c) => c.id === id));
  if (complaint) throw new Error(`demo data: “${title}” names the complaint ${complaint}, which does not exist`);
  const finding = findings.find(({ check }) => !CHECKS.some((c) => c.id === check));
  if (finding) throw new Error(`demo data: “${title}” names the check ${finding.check}, which does not exist`);
}

/** Writes the times as found, or why they were skipped. */
async function timeAsFound(db: ShopDatabase, by: tickets.Writer, number: number, { found }: DemoJob): Promise<void> {
  if (typeof found === 'string')
    orThrow(
      await tickets.writeEntry(db, by, number, 'ask', {
        type: 'skipped',
        body: { line: 'times-found', words: 'Time engagement and stop as found', why: found },
      }),
    );
  else if (found)
    for (const what of ['engagement', 'stop'] as const)
      orThrow(
        await tickets.writeEntry(db, by, number, 'ask', {
          type: 'timed',
          body: { what, seconds: found[what], when: 'found', limitS: what === 'stop' ? 5 : null, how: 'stopwatch', sdS: null },
        }),
      );
}

/** Confirms every safety line that the job's machine needs. */
async function makeSafe(db: ShopDatabase, by: tickets.Writer, number: number): Promise<void> {
  const job = await jobs.findJob(db, number);
  const driveId = job?.driveId ?? null;
  const drive = driveId === null ? null : await drives.findDrive(db, driveId);
  if (!job || !drive || isUnreadable(drive)) throw new Error(`demo data: job ${number} has no drive`);
  const { cautions } = knownMachine({ drive: drive.document, facts: job.facts, limits: job.limits });
  const confirmed = cautions.map(({ id, words }) => ({ id, words, at: by.at.toISOString() }));
  orThrow(await tickets.writeEntry(db, by, number, 'secure', { type: 'secured', body: { list: 'full', cautions: confirmed } }));
}

async function addJob(
  db: ShopDatabase,
  by: Person,
  job: DemoJob,
  opened: Date,
  machineIds: ReadonlyMap<string, number>,
  driveIds: ReadonlyMap<string, number>,
): Promise<void> {
  checkVocabulary(job);
  const { number } = orThrow(
    await jobs.openJob(
      db,
      {
        machineId: machineIds.get(job.machine)!,
        driveId: driveIds.get(job.drive)!,
        beltId: job.belt,
        title: job.title,
        complaint: job.complaint,
      },
      opened,
    ),
  ).value;
  const at = (minutes: number) => ({
    personId: by.id,
    role: by.role,
    at: new Date(opened.getTime() + minutes * 60_000),
  });
  orThrow(
    await tickets.writeEntry(db, at(1), number, 'ask', {
      type: 'asked',
      body: { ...NOTHING_ASKED, words: job.complaint, ...job.asked },
    }),
  );
  await timeAsFound(db, at(2), number, job);
  if (job.secured) await makeSafe(db, at(4), number);
  for (const [i, found] of (job.findings ?? []).entries())
    orThrow(
      await tickets.writeEntry(db, at(8 + i), number, 'look', {
        type: 'finding',
        body: {
          part: null,
          ...BARE_FINDING,
          ...found,
          ref: randomUUID(),
        },
      }),
    );
  for (const [i, read] of (job.widths ?? []).entries())
    orThrow(await tickets.writeEntry(db, at(12 + i), number, 'look', { type: 'width', body: { ...read, on: null } }));
  if (job.riding) orThrow(await tickets.writeEntry(db, at(18), number, 'look', { type: 'riding', body: job.riding }));
  if (job.warranty) orThrow(await tickets.writeEntry(db, at(19), number, 'look', { type: 'warranty', body: job.warranty }));
  for (const done of [job.procedure ?? [], job.parts ?? []].flat()) await followProcedure(db, at(20), number, done);
  for (const body of job.counted ?? []) orThrow(await tickets.writeEntry(db, at(21), number, 'fit', { type: 'tally', body }));
  for (const { minutes, stage, text: said } of job.entries)
    orThrow(await tickets.writeEntry(db, at(minutes), number, stage, { type: 'note', body: { text: said } }));
  if (job.held)
    orThrow(await tickets.writeEntry(db, at(38), number, job.held.stage, { type: 'stage', body: { state: 'held', why: job.held.why } }));
  if (job.booked) await bookBelt(db, at(40), number, job, job.booked, driveIds.get(job.drive)!);
  const last = Math.max(0, ...job.entries.map((e) => e.minutes));
  if (!job.closed) return;
  const { stopS = null, slack, text: said, look = NO_FOLLOW_UP, next = '' } = job.closed;
  if (stopS !== null)
    orThrow(
      await tickets.writeEntry(db, at(last + 14), number, 'prove', {
        type: 'timed',
        body: { what: 'stop', seconds: stopS, when: 'proved', limitS: 5, how: 'stopwatch', sdS: null },
      }),
    );
  // A drive that was taken off the machine is not run.
  const isRun = procedureOf(job.procedure?.id ?? '')?.removesDrive === undefined;
  if (isRun)
    orThrow(
      await tickets.writeEntry(db, at(last + 16), number, 'prove', {
        type: 'proved',
        body: {
          belt: 'stays',
          complaint: 'gone',
          brake: stopS === null ? 'none' : 'lands',
          slack: slack || stopS !== null ? 'slack' : 'not-felt',
          cycles: 5,
          watched: true,
          machine: 'sound',
        },
      }),
    );
  orThrow(
    await tickets.writeEntry(db, at(last + 20), number, 'book', {
      type: 'closing',
      body: { text: said, ending: 'sound', why: '', look, next },
    }),
  );
}
