import 'server-only';
import { listCustomers } from '../customers/queries';
import { chooseDrive, chooseOpenJob, drivesOfMachine, listDrives } from '../drives/queries';
import { listClosedJobs, readJob } from '../jobs/queries';
import { chooseCustomer, chooseMachine, listMachines } from '../machines/queries';
import { readPracticeSession } from '../practice/queries';
import { chooseParts, listParts, readShelf } from '../shelf/queries';
import { findAnything } from '../shell/queries';
import { readTensionPast } from '../tension/queries';
import { readShopBase } from '../trace/queries';
import { readBeltLife, readWidthPast } from '../wear/queries';

/** All queries by name. A name is the first part of the key of its cached reads. */
export const QUERIES = {
  'belt.life': readBeltLife,
  'customers.choose': chooseCustomer,
  'customers.list': listCustomers,
  'drives.choose': chooseDrive,
  'drives.list': listDrives,
  'drives.of-machine': drivesOfMachine,
  'faults.of-shop': readShopBase,
  find: findAnything,
  'job.read': readJob,
  'jobs.choose-open': chooseOpenJob,
  'jobs.closed': listClosedJobs,
  'machines.choose': chooseMachine,
  'machines.list': listMachines,
  'parts.choose': chooseParts,
  'parts.list': listParts,
  'practice.read': readPracticeSession,
  'shelf.read': readShelf,
  'tension.past': readTensionPast,
  'width.past': readWidthPast,
} as const;
export type Queries = typeof QUERIES;
