import 'server-only';
import type { QueryKey } from '@/contract/keys';
import type { AnyQuery } from '@/server';
import { listCustomers, readCustomer } from '../customers/queries';
import { chooseDrive, chooseOpenJob, drivesOfMachine, findDrive, listDrives, readDrive } from '../drives/queries';
import { drivesOfJob, listClosedJobs, readJob, readNewJob, readOpenJobs, readTicket } from '../jobs/queries';
import { chooseCustomer, chooseMachine, listMachines, readKnown, readLabel, readMachine } from '../machines/queries';
import { listPracticeSessions, readPracticeSession } from '../practice/queries';
import { chooseParts, listParts, readShelf } from '../shelf/queries';
import { findAnything, readShell } from '../shell/queries';
import { readSettings } from '../shop/queries';
import { readStack } from '../stacks/queries';
import { listNotebooks, readNotebook } from '../survey/queries';
import { readTensionPast } from '../tension/queries';
import { readShopBase } from '../trace/queries';
import { readBeltLife, readFleet, readWidthPast } from '../wear/queries';

/** All queries by name. A name is the first part of the key of its cached reads. */
export const QUERIES = {
  'belt.life': readBeltLife,
  'customer.read': readCustomer,
  'customers.choose': chooseCustomer,
  'customers.list': listCustomers,
  'drive.find': findDrive,
  'drive.read': readDrive,
  'drives.choose': chooseDrive,
  'drives.list': listDrives,
  'drives.of-job': drivesOfJob,
  'drives.of-machine': drivesOfMachine,
  'faults.of-shop': readShopBase,
  find: findAnything,
  'job.read': readJob,
  'jobs.choose-open': chooseOpenJob,
  'jobs.closed': listClosedJobs,
  'jobs.new': readNewJob,
  'jobs.open': readOpenJobs,
  'machine.known': readKnown,
  'machine.label': readLabel,
  'machine.read': readMachine,
  'machines.choose': chooseMachine,
  'machines.list': listMachines,
  'notebook.read': readNotebook,
  'notebooks.list': listNotebooks,
  'parts.choose': chooseParts,
  'parts.list': listParts,
  'practice.list': listPracticeSessions,
  'practice.read': readPracticeSession,
  'settings.read': readSettings,
  'shelf.read': readShelf,
  'shell.read': readShell,
  'stack.read': readStack,
  'tension.past': readTensionPast,
  'ticket.read': readTicket,
  'wear.fleet': readFleet,
  'width.past': readWidthPast,
} as const satisfies Record<QueryKey, AnyQuery>;
export type Queries = typeof QUERIES;
