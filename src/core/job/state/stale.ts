import type { Drive } from '../../drive';
import { CHECKS, type Station } from '../../fault';
import { BRAKE_CHECK, type Change, type JobEvent, type RepairedPart, type Work } from './events';

/** Aspect of an observation that a change can make stale. */
export type Aspect = 'tension' | 'engage-time' | 'stop-time' | 'released' | 'alignment';

/** The aspect of an observation; null for one that no change makes stale. Other checks are findings, which have a life of their own. */
export function aspectOf(event: JobEvent): Aspect | null {
  switch (event.type) {
    case 'reading':
      return 'tension';
    case 'time':
      return event.time === 'engage' ? 'engage-time' : 'stop-time';
    case 'seen':
      return 'released';
    case 'check':
      return event.check === BRAKE_CHECK ? 'released' : null;
    case 'aligned':
      return 'alignment';
    default:
      return null;
  }
}

const TIMES = ['engage-time', 'stop-time'] as const;
/** Tension, both times, and where brake and belt are when released. */
const SETTING = ['tension', ...TIMES, 'released'] as const;

/** Aspects that the repair or replacement of a part makes stale. */
const BY_PART: Readonly<Record<RepairedPart, readonly Aspect[]>> = {
  belt: SETTING,
  spring: SETTING,
  cable: SETTING,
  arm: SETTING,
  idler: SETTING,
  clutch: SETTING,
  pulley: [...SETTING, 'alignment'],
  brake: ['stop-time', 'released'],
};

/**
 * Aspects that work at a station makes stale: those of the part that carries the belt there, or of what else the work
 * moves.
 */
const BY_STATION: Readonly<Record<Station, readonly Aspect[]>> = {
  belt: BY_PART.belt,
  'cvt-belt': BY_PART.belt,
  spring: BY_PART.spring,
  control: BY_PART.cable,
  adjuster: BY_PART.cable,
  arm: BY_PART.arm,
  attachment: BY_PART.arm,
  idler: BY_PART.idler,
  stack: BY_PART.idler,
  'idler-stand': BY_PART.idler,
  'height-link': BY_PART.pulley,
  clutch: BY_PART.clutch,
  groove: BY_PART.pulley,
  rim: BY_PART.pulley,
  shaft: BY_PART.pulley,
  spindle: BY_PART.pulley,
  line: BY_PART.pulley,
  mounts: BY_PART.pulley,
  brake: BY_PART.brake,
  // A belt stop catches the released belt.
  keeper: ['stop-time', 'released'],
  blade: TIMES,
  whole: SETTING,
  'cvt-primary': TIMES,
  'cvt-secondary': TIMES,
  'cvt-housing': TIMES,
  switches: [],
  use: [],
};

const WORK_ANYWHERE: Readonly<Partial<Record<Work, readonly Aspect[]>>> = { freed: SETTING, cleaned: TIMES };

const stations: ReadonlyMap<string, Station> = new Map(CHECKS.map((c) => [c.id, c.station]));

/** Aspects that a change makes stale in every earlier observation. */
export function staledBy(change: Change, drive: Drive | null): ReadonlySet<Aspect> {
  switch (change.change) {
    case 'adjusted':
      return new Set(movesPowerPulley(drive, change.adjuster) ? [...SETTING, 'alignment'] : SETTING);
    case 'clamped':
      return new Set(['tension', 'alignment']);
    case 'belt':
      return new Set(BY_PART.belt);
    case 'freed':
    case 'cleaned':
    case 'repaired':
    case 'replaced': {
      const { found, on, change: work } = change;
      const anywhere = WORK_ANYWHERE[work];
      if (anywhere) return new Set(anywhere);
      const station = found ? stations.get(found.check) : undefined;
      return new Set([...(on ? BY_PART[on] : []), ...(station ? BY_STATION[station] : [])]);
    }
    default:
      return new Set();
  }
}

/** True if an adjuster moves a body with a driver or driven pulley. It then also moves the alignment. */
function movesPowerPulley(drive: Drive | null, adjuster: string): boolean {
  if (!drive) return true;
  const own = drive.adjusters.find((a) => a.id === adjuster)?.tensioner;
  const sprung = drive.springs
    .filter((s) => s.from.adjuster?.id === adjuster || s.to.adjuster?.id === adjuster)
    .flatMap((s) => [s.from.body, s.to.body]);
  const bodies = new Set([...(own === undefined ? [] : [own]), ...sprung]);
  const carried = new Set(drive.tensioners.filter((t) => bodies.has(t.id)).flatMap((t) => t.carries));
  return drive.pulleys.some((p) => carried.has(p.id) && p.role !== 'idler');
}
