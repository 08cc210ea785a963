import 'server-only';
import type { QueryKey } from '@/contract/keys';
import type { AnyQuery } from '@/server';
import { listCustomers, readCustomer } from './customers';
import { chooseDrive, chooseOpenJob, drivesOfMachine, findDrive, listDrives, readDrive } from './drives';
import { listAnswered, listCalendars, listDue, listLater, readRules } from './follow-ups';
import { drivesOfJob, listClosedJobs, readJob, readNewJob, readOpenJobs, readTicket } from './jobs';
import { chooseCustomer, chooseMachine, listMachines, readKnown, readLabel, readMachine } from './machines';
import { listPracticeSessions, readPracticeSession } from './practice';
import { chooseParts, listParts, readShelf } from './shelf';
import { findAnything, readHere, readShell } from './shell';
import { listCommands, readAccess, readSettings } from './shop';
import { readStack } from './stacks';
import { listNotebooks, readNotebook } from './survey';
import { readTensionPast } from './tension';
import { readShopBase } from './trace';
import { readBeltLife, readBeltsLasted, readFleet, readWidthPast } from './wear';

/** All queries by name. A name is the first part of the key of its cached reads. */
export const QUERIES = {
  'access.log': listCommands,
  'access.read': readAccess,
  'belt.life': readBeltLife,
  'belts.lasted': readBeltsLasted,
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
  'follow-ups.answered': listAnswered,
  'follow-ups.calendars': listCalendars,
  'follow-ups.due': listDue,
  'follow-ups.later': listLater,
  'follow-ups.rules': readRules,
  'here.read': readHere,
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
