import type { Drive } from '../../drive';
import type { DriveKind } from '../../fault';
import { driveKindOf, factsOfDrive, stopLimitOf, type Facts, type ShopLimits } from '../../machine';
import { cautionsFor, type Caution } from '../cautions';
import type { RecordLine } from '../kind';
import type { NextCheck, RunListOf } from './known';

/** Stored job, with its machine and drive. */
export interface StoredJob {
  readonly lines: readonly RecordLine[];
  /** As its file states it; null where none is chosen. */
  readonly drive: Drive | null;
  readonly beltId: string | null;
  readonly facts: { readonly machine: Facts; readonly drive: Facts };
  readonly limits: ShopLimits;
  readonly closed: boolean;
}

/** Known facts about the machine of a job. */
export interface KnownMachine {
  /** Facts of machine and drive, with those of the drive file. */
  readonly facts: Facts;
  readonly kind: DriveKind | null;
  /** Limit of the stop time, s; null where the machine has none. */
  readonly stopLimitS: number | null;
  /** The safety lines that it needs. */
  readonly cautions: readonly Caution[];
}

export function knownMachine({
  drive,
  facts: { machine, drive: ofDrive },
  limits,
}: Pick<StoredJob, 'drive' | 'facts' | 'limits'>): KnownMachine {
  const told = { ...ofDrive, ...machine };
  const facts = { ...(drive ? factsOfDrive(drive) : {}), ...told };
  const kind = drive ? driveKindOf(drive, facts) : null;
  return { facts, kind, stopLimitS: stopLimitOf(told, limits), cautions: cautionsFor('full', facts, { kind }) };
}

/**
 * Inputs of the run list of a stored job.
 * @param safe true if the machine is safe now, by the day of the shop; null to use only the ticket
 */
export function runListInput(
  { lines, drive, beltId, closed }: Omit<StoredJob, 'facts' | 'limits'>,
  { facts, kind, stopLimitS, cautions }: KnownMachine,
  { safe = null, next = null }: { readonly safe?: boolean | null; readonly next?: NextCheck | null } = {},
): RunListOf {
  return { lines, drive, beltId, kind, facts, stopLimitS, cautions: cautions.map((c) => c.id), safe, next, closed };
}
