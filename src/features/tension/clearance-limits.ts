import { sectionOf, type Drive } from '@/core/drive';
import { isWithin, type Clearance } from '@/core/job';
import { beltCanPass, leverTooFar, rodBent, rubsOnBelt } from './messages';

/** An over-centre lever falls home by itself over about this much at its handle, mm. A setting of the trade. */
export const LATCH_FALL_MM = { low: 25, high: 40 } as const;
/** A keeper, or an engaged belt stop, closer than this can rub, mm. A setting of the trade. */
export const LEAST_CLEAR_MM = 1.5;
/** A released belt rests on its stop: a larger gap than a feeler shows lets the driven pulley run on, mm. */
export const MOST_RELEASED_STOP_MM = 0.5;

/** Point past which a lever closes by itself: an over-centre latch. */
export const hasLatch = (drive: Drive): boolean => drive.tensioners.some((t) => t.carries.length === 0);

/** Belt stops among a drive's keepers: those last measured as one, and those labelled so and never measured as a keeper. */
export function beltStopsOf(drive: Drive, kept: readonly Clearance[]): string[] {
  return drive.keepers.flatMap((k) => {
    const last = kept.findLast((c) => c.part?.id === k.id)?.what;
    const labelled = /\bstop\b/i.test(k.label ?? '');
    return last === 'stop' || (last === undefined && labelled) ? [k.id] : [];
  });
}

export type Asked = Pick<Clearance, 'what' | 'part' | 'lever' | 'lowMm' | 'highMm'>;

/**
 * Measurements of keepers, belt stops and latch, with their limits. A keeper stays clear of the belt in both states. A
 * belt stop is clear when engaged, and touches the released belt.
 * @param stops ids of the drive's keepers that are belt stops
 */
export function clearancesOf(drive: Drive, beltId: string, stops: readonly string[] = []): Asked[] {
  const belt = drive.belts.find((b) => b.id === beltId);
  if (!belt) return [];
  const depth = sectionOf(belt).depthMm;
  const near = drive.keepers.filter((k) => belt.route.some((r) => r.pulley === k.near));
  const isStop = (id: string) => stops.includes(id);
  return [
    ...near.flatMap((k) =>
      (['engaged', 'released'] as const).map((lever): Asked => ({
        what: isStop(k.id) ? 'stop' : 'keeper',
        part: { id: k.id, label: k.label ?? (isStop(k.id) ? 'Belt stop' : 'Belt keeper') },
        lever,
        lowMm: isStop(k.id) && lever === 'released' ? null : LEAST_CLEAR_MM,
        // The slack belt may come near a keeper but must not pass it. It rests on a belt stop.
        highMm: lever === 'engaged' ? depth : isStop(k.id) ? MOST_RELEASED_STOP_MM : null,
      })),
    ),
    ...(hasLatch(drive)
      ? [{ what: 'latch-fall', part: null, lever: 'engaged', lowMm: LATCH_FALL_MM.low, highMm: LATCH_FALL_MM.high } as const]
      : []),
  ];
}

/** Key of a clearance: its part and the position of the lever. */
export const keyOf = ({ what, part, lever }: Pick<Clearance, 'what' | 'part' | 'lever'>) => `${what} ${part?.id ?? ''} ${lever}`;

export function clearanceName({ what, part, lever }: Pick<Clearance, 'what' | 'part' | 'lever'>): string {
  return what === 'latch-fall' ? 'Travel of the lever past centre, at its handle' : `${part?.label ?? 'Belt keeper'}, ${lever}`;
}

/** Result of a clearance by its limits. @param show prints mm */
export function clearanceWords(c: Clearance, show: (mm: number) => string): string {
  if (isWithin(c)) return c.what === 'stop' && c.lever === 'released' ? 'the belt rests on it' : 'within its limits';
  const low = c.lowMm !== null && c.mm < c.lowMm;
  if (c.what === 'latch-fall') return low ? rodBent(show(c.lowMm!)) : leverTooFar(show(c.highMm!));
  if (c.what === 'stop' && c.lever === 'released')
    return 'the released belt does not rest on it, so the driven pulley can run on: set the stop to touch the released belt';
  return low ? rubsOnBelt(show(c.lowMm!)) : beltCanPass(show(c.highMm!));
}

/** Limits of a clearance in words. @param show prints mm */
export function limitWords({ what, lever, lowMm, highMm }: Asked, show: (mm: number) => string): string {
  if (what === 'stop' && lever === 'released') return 'the belt must rest on it';
  return highMm === null ? `${show(lowMm ?? 0)} or more` : `${show(lowMm ?? 0)} to ${show(highMm)}`;
}
