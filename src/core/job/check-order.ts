import { sectionOf, type Drive } from '../drive';
import {
  checksFor,
  checksOfParts,
  mainOf,
  setupsFor,
  terms,
  STATIONS,
  type Check,
  type CheckId,
  type ComplaintId,
  type DriveKind,
  type DrivePart,
  type Result,
  type Setup,
  type Station,
} from '../fault';

/** Subject of a check on this drive, with its number on the drawing. Null for the drive as a whole. */
export interface CheckPart {
  readonly id: string;
  readonly label: string;
  /** Station number of a pulley on the drawing. */
  readonly number: number | null;
}

export interface OrderedCheck {
  readonly check: Check & { readonly id: CheckId };
  readonly parts: readonly (CheckPart | null)[];
}

/** Checks with the same setups, which are counted once. */
export interface CheckGroup {
  readonly setups: readonly Setup[];
  readonly checks: readonly OrderedCheck[];
}

/** Subjects of a check on a drive. `[null]` for the drive as a whole, or its one part. */
export function checkPartsOf(check: Check, drive: Drive | null): (CheckPart | null)[] {
  if (!drive) return [null];
  const named = (list: readonly { readonly id: string; readonly label?: string | undefined }[]): CheckPart[] =>
    list.map(({ id, label }) => ({ id, label: label ?? id, number: null }));
  const pulleys = (which: (p: Drive['pulleys'][number]) => boolean): CheckPart[] =>
    drive.pulleys.flatMap((p, i) => (which(p) ? [{ id: p.id, label: p.label ?? p.id, number: i + 1 }] : []));
  const found = {
    drive: () => [null],
    belt: () => named(drive.belts),
    pulley: () => pulleys(() => true),
    groove: () => pulleys((p) => p.face !== 'flat'),
    idler: () => pulleys((p) => p.role === 'idler'),
    spindle: () => pulleys((p) => p.role === 'driven'),
    spring: () => named(drive.springs),
    // A missing part is not in the drawing, but is still checked.
    keeper: () => (drive.keepers.length > 0 ? named(drive.keepers) : [null]),
    arm: () => named(drive.tensioners.filter((t) => !t.locked)),
  }[check.on]();
  // A single belt, arm or spring needs no name of its own.
  return found.length === 1 && found[0]?.number === null ? [null] : found;
}

/** Pulleys at the place of a check, for its drawing: its subject, or else its station. Empty without a place. */
export function pulleysOf(check: Pick<Check, 'on' | 'station'>, drive: Drive): string[] {
  const of = (which: (p: Drive['pulleys'][number]) => boolean) => drive.pulleys.flatMap((p) => (which(p) ? [p.id] : []));
  const carried = (ids: readonly string[]) => drive.tensioners.flatMap((t) => (ids.includes(t.id) ? t.carries : []));
  const arms = drive.tensioners.map((t) => t.id);
  const atStation = (station: Station): string[] => {
    switch (station) {
      case 'brake':
        return carried(drive.brakes.map((b) => b.tensioner));
      case 'arm':
      case 'spring':
      case 'adjuster':
        return carried(arms);
      case 'idler':
      case 'idler-stand':
        return of((p) => p.role === 'idler');
      case 'clutch':
      case 'shaft':
        return of((p) => p.role === 'driver');
      case 'spindle':
      case 'blade':
        return of((p) => p.role === 'driven');
      default:
        return [];
    }
  };
  switch (check.on) {
    case 'pulley':
      return of(() => true);
    case 'groove':
      return of((p) => p.face !== 'flat');
    case 'idler':
      return of((p) => p.role === 'idler');
    case 'spindle':
      return of((p) => p.role === 'driven');
    case 'arm':
    case 'spring':
      return carried(arms);
    default:
      return atStation(check.station);
  }
}

let kindsOf: ReadonlyMap<string, readonly string[]> | null = null;
/** True if drives of a kind have the subject of a check. */
export const isOfKind = (check: string, kind: DriveKind): boolean =>
  (kindsOf ??= new Map(terms().checks.map((c) => [c.id, c.kinds]))).get(check)?.includes(kind) ?? false;

const STATION_ORDER = new Map<string, number>(STATIONS.map((s, i) => [s.id, i]));

const NOT_TRACED: ReadonlyMap<string, number> = new Map();

/**
 * Order of checks on a secured machine: every manual check that is useful on this kind of drive, grouped by setups,
 * fewest removed parts first. In a group, the most useful check of the complaint per minute comes first. Without a
 * complaint, they are ordered by station.
 * @param absent missing parts, without checks
 * @param traced rank of each check by tracing, which takes precedence within a group
 */
export function checkGroups(
  kind: DriveKind,
  complaints: readonly ComplaintId[],
  drive: Drive | null,
  traced: ReadonlyMap<string, number> = NOT_TRACED,
  absent: readonly DrivePart[] = [],
): CheckGroup[] {
  const lacking = checksOfParts(absent);
  const ranked = checksFor(complaints, kind);
  const checks = (
    complaints.length > 0 ? [...ranked, ...checksFor([], kind).filter((c) => !ranked.includes(c))] : [...checksFor([], kind)]
  ).filter(
    (c) =>
      (c.state === 'secured' || c.state === 'lever') && isOfKind(c.id, kind) && !lacking.has(c.id) && mainOf(c.id as CheckId) === undefined,
  );
  if (complaints.length === 0) checks.sort((a, b) => (STATION_ORDER.get(a.station) ?? 0) - (STATION_ORDER.get(b.station) ?? 0));
  const groups = new Map<string, { setups: readonly Setup[]; checks: OrderedCheck[] }>();
  for (const check of checks) {
    const parts = checkPartsOf(check, drive);
    if (parts.length === 0) continue;
    const setups = setupsFor(check.setups);
    const key = setups.map((s) => s.id).join('+');
    const group = groups.get(key) ?? { setups, checks: [] };
    // Ids of the base are of its own type.
    group.checks.push({ check: check as OrderedCheck['check'], parts });
    groups.set(key, group);
  }
  const minutes = (setups: readonly Setup[]) => setups.reduce((sum, s) => sum + s.minutes, 0);
  const place = ({ check }: OrderedCheck) => traced.get(check.id) ?? traced.size;
  if (traced.size > 0) for (const { checks: own } of groups.values()) own.sort((a, b) => place(a) - place(b));
  return [...groups.values()].sort((a, b) => minutes(a.setups) - minutes(b.setups));
}

/** Limits that are the shop's own: safe defaults, mm and degrees. */
export const LIMITS = { releaseSlackMm: 3, evenGapMm: 2, alignmentDegrees: 0.5 } as const;

export interface Limit {
  readonly value: number;
  /** True if the limit is a maximum, false if a minimum. */
  readonly is: 'most' | 'least';
}

/** Limit of the number of a check on this drive. Null if it is unknown. */
export function limitOf(check: Check, drive: Drive | null, stopLimitS: number | null): Limit | null {
  switch (check.number?.limit) {
    case 'stop-time':
      return stopLimitS === null ? null : { value: stopLimitS, is: 'most' };
    case 'belt-depth': {
      const belt = drive?.belts[0];
      return belt ? { value: sectionOf(belt).depthMm, is: 'most' } : null;
    }
    case 'release-slack':
      return { value: LIMITS.releaseSlackMm, is: 'least' };
    case 'even-gap':
      return { value: LIMITS.evenGapMm, is: 'most' };
    case 'alignment':
      return { value: LIMITS.alignmentDegrees, is: 'most' };
    case 'engage-time':
    case null:
    case undefined:
      return null;
  }
}

/** Result of a number by its limit. Null without a limit. */
export function resultBy(value: number, limit: Limit | null): Result | null {
  if (!limit) return null;
  return (limit.is === 'most' ? value > limit.value : value < limit.value) ? 'bad' : 'good';
}
