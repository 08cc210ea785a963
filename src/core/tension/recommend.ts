import { overlapOf, spansOf, tryPitchLength, type Adjuster, type Matcher, type ReasonCode, type Trial } from '../drive';
import { LEAST_EFFECT_N, placesOf } from './settings-table';

/** The one position of an adjuster to set. */
export interface Recommendation {
  readonly adjuster: string;
  /** Its position, mm or degrees. */
  readonly position: number;
  /** Static belt tension engaged there, N. */
  readonly tension: number;
  /** That tension over the slip limit at that position. */
  readonly share: number;
  /** How far the brake's arm, released, is past where the brake applies, degrees or mm; null without a brake. */
  readonly brakeMargin: number | null;
  /** `met`: the target, or its nearest step. `out-of-reach`: no usable position reaches the target. */
  readonly reach: 'met' | 'out-of-reach';
  /** The position is an end of the adjuster's travel. */
  readonly atEnd: boolean;
}

/** Margin wanted past the position at which a brake applies, degrees or mm. */
const BRAKE_MARGIN = 1;
/** Positions solved along an adjuster before edges and crossings are bisected, and along each usable stretch. */
const SCAN = 97;
const WITHIN = 25;
const HALVINGS = 50;
/** Tensions within this share of the target are the same. So is an end of travel within this share. */
const SAME_SHARE = 1e-6;
/** A target missed by more than this share is out of reach. */
const REACHED_SHARE = 0.02;

/** Failures in which no tension helps, and those of the long side; slip and overload are assessed at the tension as read. */
const RELEASE_SIDE: readonly ReasonCode[] = [
  'brake-stays-off',
  'brake-stays-on',
  'still-stretched',
  'too-little-slack',
  'cannot-be-mounted',
  'collides',
  'other-belt-slips',
  'other-belt-stays-tight',
];
const LONG_SIDE: readonly ReasonCode[] = ['at-stop', 'does-not-settle'];

const free = (trial: Trial, codes: readonly ReasonCode[]): boolean => !trial.failures.some((f) => codes.includes(f));

/**
 * Recommended position of each adjuster for a target. Usable positions are those at which Match finds that the belt
 * runs: brake correct in both states, slack when released, no slip, no stop, no overload. If some of them have a margin
 * at the brake, only those count. An adjuster without steps is solved for the target. If the target is out of reach,
 * the usable position with the nearest tension is taken. An adjuster with steps takes its nearest usable step, the
 * lower tension on a tie.
 * @param targetN static belt tension, N
 * @param readShare measured tension over the computed tension; every position is assumed to differ by the same share
 * @returns at most one position for each adjuster that moves the tension of this belt
 */
export function recommendSettings(matcher: Matcher, targetN: number, readShare = 1): Recommendation[] {
  const { drive } = matcher.solver.work.compiled;
  if (!(matcher.solver.work.belts[matcher.belt]!.pitchLength > 0)) return [];
  return drive.adjusters.flatMap((adjuster) => recommend(matcher, adjuster, targetN, readShare) ?? []);
}

const trialAt = (matcher: Matcher, { id }: Adjuster, position: number) =>
  tryPitchLength(matcher, undefined, { adjusters: { [id]: position } });

const scanOf = (adjuster: Adjuster): number[] =>
  adjuster.step === undefined ? evenly(adjuster.min, adjuster.max, SCAN) : placesOf(adjuster);

const evenly = (from: number, to: number, count: number): number[] =>
  Array.from({ length: count }, (_, i) => from + ((to - from) * i) / (count - 1));

function recommend(matcher: Matcher, adjuster: Adjuster, targetN: number, readShare: number): Recommendation | null {
  const solved = new Map<number, Trial>();
  const at = (position: number): Trial => {
    const trial = solved.get(position) ?? trialAt(matcher, adjuster, position);
    solved.set(position, trial);
    return trial;
  };
  const tension = (position: number) => at(position).engaged.tension * readShare;
  const conditions: readonly ((position: number) => boolean)[] = [
    (p) => free(at(p), RELEASE_SIDE),
    (p) => free(at(p), LONG_SIDE) && tension(p) > 0 && (!at(p).engaged.loadKnown || tension(p) >= at(p).engaged.floorN),
    (p) => at(p).engaged.ceilingN === null || tension(p) <= at(p).engaged.ceilingN!,
  ];
  const hasMargin = (p: number) => (at(p).disengaged.brakeMargin ?? Infinity) >= BRAKE_MARGIN;
  const { min, max, step } = adjuster;
  const places = scanOf(adjuster);
  const tensions = places.map((p) => at(p).engaged.tension);
  if (Math.max(...tensions) - Math.min(...tensions) < LEAST_EFFECT_N) return null;

  const off = (p: number) => Math.abs(tension(p) - targetN);
  const same = SAME_SHARE * targetN;
  let best: number | undefined;
  let missedN = 0;
  if (step !== undefined) {
    const usable = places.filter((p) => conditions.every((holds) => holds(p)));
    const braked = usable.filter(hasMargin);
    const among = braked.length > 0 ? braked : usable;
    [best] = [...among].sort((a, b) => (Math.abs(off(a) - off(b)) > same ? off(a) - off(b) : tension(a) - tension(b)));
    const reached = among.map(tension);
    missedN = Math.max(Math.min(...reached) - targetN, targetN - Math.max(...reached));
  } else {
    const spans = (holds: (p: number) => boolean) => spansOf(places, places.map(holds), holds);
    const usable = conditions.map(spans).reduce(overlapOf);
    const braked = overlapOf(usable, spans(hasMargin));
    const found = (braked.length > 0 ? braked : usable).flatMap(([a, b]) =>
      nearestIn(Math.max(a, min), Math.min(b, max), tension, targetN),
    );
    const away = (p: number) => Math.abs(p - adjuster.position);
    [best] = found.sort((a, b) => (Math.abs(off(a) - off(b)) > same ? off(a) - off(b) : away(a) - away(b)));
    missedN = best === undefined ? 0 : off(best);
  }
  if (best === undefined) return null;
  const { engaged, disengaged } = at(best);
  const edge = SAME_SHARE * (max - min);
  return {
    adjuster: adjuster.id,
    position: best,
    tension: tension(best),
    share: tension(best) / engaged.floorN,
    brakeMargin: disengaged.brakeMargin,
    reach: missedN > REACHED_SHARE * targetN ? 'out-of-reach' : 'met',
    atEnd: best - min <= edge || max - best <= edge,
  };
}

/** Positions of a stretch at which f is the target, by bisection; without one, the position at which it comes nearest. */
function nearestIn(from: number, to: number, f: (x: number) => number, target: number): number[] {
  const points = to > from ? evenly(from, to, WITHIN) : [from];
  const off = (x: number) => f(x) - target;
  const crossings = points.slice(1).flatMap((b, i) => {
    const a = points[i]!;
    if (off(a) * off(b) > 0) return [];
    let [low, high] = [a, b];
    for (let k = 0; k < HALVINGS; k++) {
      const middle = (low + high) / 2;
      if (off(low) * off(middle) <= 0) high = middle;
      else low = middle;
    }
    return [(low + high) / 2];
  });
  if (crossings.length > 0) return crossings;
  let best = points.reduce((a, b) => (Math.abs(off(b)) < Math.abs(off(a)) ? b : a));
  for (let share = (to - from) / (WITHIN - 1), k = 0; k < HALVINGS; k++, share /= 2)
    for (const next of [best - share / 2, best + share / 2])
      if (next >= from && next <= to && Math.abs(off(next)) < Math.abs(off(best))) best = next;
  return [best];
}
