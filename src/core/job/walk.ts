import { sectionOf, type Drive } from '../drive';
import {
  checksFor,
  checksOfParts,
  mainOf,
  setupsFor,
  vocabulary,
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

/** What a check is made on at this drive, with the number it bears on the drawing; null for the drive as a whole. */
export interface WalkPart {
  readonly id: string;
  readonly label: string;
  /** Station number of a pulley on the drawing. */
  readonly number: number | null;
}

export interface WalkCheck {
  readonly check: Check & { readonly id: CheckId };
  readonly parts: readonly (WalkPart | null)[];
}

/** Checks that share what has to be off for them, which is counted once. */
export interface WalkGroup {
  readonly setups: readonly Setup[];
  readonly checks: readonly WalkCheck[];
}

/** What a check is made on at a drive; `[null]` where that is the drive as a whole, or its one part. */
export function walkPartsOf(check: Check, drive: Drive | null): (WalkPart | null)[] {
  if (!drive) return [null];
  const named = (list: readonly { readonly id: string; readonly label?: string | undefined }[]): WalkPart[] =>
    list.map(({ id, label }) => ({ id, label: label ?? id, number: null }));
  const pulleys = (which: (p: Drive['pulleys'][number]) => boolean): WalkPart[] =>
    drive.pulleys.flatMap((p, i) => (which(p) ? [{ id: p.id, label: p.label ?? p.id, number: i + 1 }] : []));
  const found = {
    drive: () => [null],
    belt: () => named(drive.belts),
    pulley: () => pulleys(() => true),
    groove: () => pulleys((p) => p.face !== 'flat'),
    idler: () => pulleys((p) => p.role === 'idler'),
    spindle: () => pulleys((p) => p.role === 'driven'),
    spring: () => named(drive.springs),
    // One that is missing is drawn nowhere, and looked for all the same.
    keeper: () => (drive.keepers.length > 0 ? named(drive.keepers) : [null]),
    arm: () => named(drive.tensioners.filter((t) => !t.locked)),
  }[check.on]();
  // A single belt, arm or spring needs no name of its own.
  return found.length === 1 && found[0]?.number === null ? [null] : found;
}

/** Pulleys of a drive at which a check is made, to be shown on its drawing: what it is made on, else what its station is about; none where that is no place. */
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
/** Whether drives of a kind have what a check is about. */
export const isOfKind = (check: string, kind: DriveKind): boolean =>
  (kindsOf ??= new Map(vocabulary().checks.map((c) => [c.id, c.kinds]))).get(check)?.includes(kind) ?? false;

const STATION_ORDER = new Map<string, number>(STATIONS.map((s, i) => [s.id, i]));

const NOT_TRACED: ReadonlyMap<string, number> = new Map();

/**
 * The station walk of a secured machine: every check by hand that can tell something on this kind of drive, in groups by what has to be off, what
 * needs least off first; within a group what tells most of the complaint for its minutes first, without a complaint station by station.
 * @param absent parts that the drive lacks: nothing is checked on them
 * @param traced the place of each check by what it saves, where a fault is traced: within a group it goes before all else
 */
export function walkOf(
  kind: DriveKind,
  complaints: readonly ComplaintId[],
  drive: Drive | null,
  traced: ReadonlyMap<string, number> = NOT_TRACED,
  absent: readonly DrivePart[] = [],
): WalkGroup[] {
  const lacking = checksOfParts(absent);
  const ranked = checksFor(complaints, kind);
  const checks = (
    complaints.length > 0 ? [...ranked, ...checksFor([], kind).filter((c) => !ranked.includes(c))] : [...checksFor([], kind)]
  ).filter(
    (c) =>
      (c.state === 'secured' || c.state === 'lever') && isOfKind(c.id, kind) && !lacking.has(c.id) && mainOf(c.id as CheckId) === undefined,
  );
  if (complaints.length === 0) checks.sort((a, b) => (STATION_ORDER.get(a.station) ?? 0) - (STATION_ORDER.get(b.station) ?? 0));
  const groups = new Map<string, { setups: readonly Setup[]; checks: WalkCheck[] }>();
  for (const check of checks) {
    const parts = walkPartsOf(check, drive);
    if (parts.length === 0) continue;
    const setups = setupsFor(check.setups);
    const key = setups.map((s) => s.id).join('+');
    const group = groups.get(key) ?? { setups, checks: [] };
    // Ids of the base are of its own type.
    group.checks.push({ check: check as WalkCheck['check'], parts });
    groups.set(key, group);
  }
  const minutes = (setups: readonly Setup[]) => setups.reduce((sum, s) => sum + s.minutes, 0);
  const place = ({ check }: WalkCheck) => traced.get(check.id) ?? traced.size;
  if (traced.size > 0) for (const { checks: own } of groups.values()) own.sort((a, b) => place(a) - place(b));
  return [...groups.values()].sort((a, b) => minutes(a.setups) - minutes(b.setups));
}

/** Limits that are the shop's own: safe defaults, mm and degrees. */
export const LIMITS = { releaseSlackMm: 3, evenGapMm: 2, alignmentDegrees: 0.5 } as const;

export interface Limit {
  readonly value: number;
  /** Whether it is the most or the least that is good. */
  readonly is: 'most' | 'least';
}

/** What the number of a check is held to on this drive; null where nothing is known to hold it to. */
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

/** What a number says by its limit; null where it has none. */
export function resultBy(value: number, limit: Limit | null): Result | null {
  if (!limit) return null;
  return (limit.is === 'most' ? value > limit.value : value < limit.value) ? 'bad' : 'good';
}
