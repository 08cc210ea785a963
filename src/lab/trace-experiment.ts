import {
  adviseOn,
  causeProbabilities,
  computePosterior,
  setupMinutes,
  vocabulary,
  type FaultCase,
  type FaultEvent as Event,
  type Posterior,
  type Vocabulary,
} from '../core/fault';
import { answer, drawJob, runs, type SimulatedJob } from './fault-simulation';

/** A world like the base but not it: every likelihood, leak and prior moved by up to a factor of two. */
export function otherWorld(words: Vocabulary, random: () => number): Vocabulary {
  const moved = () => 2 ** (2 * random() - 1);
  const share = (p: number) => {
    const odds = (p / (1 - p)) * moved();
    return odds / (1 + odds);
  };
  const spread = (p: readonly number[]) => {
    const good = 1 - share(1 - p[0]!);
    const rest = 1 - p[0]!;
    return p.map((x, r) => (r === 0 ? good : rest > 0 ? (x / rest) * (1 - good) : 0));
  };
  const map = <T, U>(of: Readonly<Record<string, T>>, f: (value: T) => U) =>
    Object.fromEntries(Object.entries(of).map(([k, v]) => [k, f(v)]));
  return {
    ...words,
    causes: words.causes.map((c) => ({ ...c, kinds: map(c.kinds, share) })),
    likelihoods: {
      complaints: map(words.likelihoods.complaints, ({ leak, given }) => ({ leak: share(leak), given: map(given, share) })),
      checks: map(words.likelihoods.checks, ({ leak, given }) => ({ leak: spread(leak), given: map(given, spread) })),
    },
  };
}

/** Next step of a strategy: a check or a repair. */
export type Move = { readonly look: string } | { readonly repair: string };
export type Way = (words: Vocabulary, faultCase: FaultCase, posterior: Posterior) => Move;

/** As the tool advises. */
export const advised: Way = (words, faultCase, posterior) => {
  const { next, stop } = adviseOn(words, faultCase, posterior);
  if (stop) return { repair: stop.fix };
  return next[0] ? { look: next[0].check } : { repair: likeliest(posterior) };
};

function likeliest(posterior: Posterior): string {
  const chances = causeProbabilities(posterior);
  let best = 0;
  chances.forEach((p, i) => {
    if (p > chances[best]!) best = i;
  });
  return posterior.causes[best]!;
}

const SURE = 0.8;

/** Strategy: the cheapest check with its setup, among those that show a considered cause. Repairs at 80%. */
export const fixedOrder: Way = (words, faultCase, posterior) => {
  const top = likeliest(posterior);
  if (causeProbabilities(posterior)[posterior.causes.indexOf(top)]! >= SURE) return { repair: top };
  const up = new Set(faultCase.setups);
  const [first] = words.checks
    .filter((c) => c.source === 'hand' && c.kinds.includes(faultCase.kind) && !posterior.answered.has(c.id))
    .map((c) => ({ id: c.id, minutes: c.minutes + setupMinutes(words, c.setups, up).minutes }))
    .sort((a, b) => a.minutes - b.minutes);
  return first ? { look: first.id } : { repair: top };
};

/** Strategy: repairs the most likely cause, tests, and continues. */
export const likeliestFirst: Way = (_, __, posterior) => ({ repair: likeliest(posterior) });

export interface Worked {
  readonly minutes: number;
  /** Each probability stated before a check or repair, and the true outcome. */
  readonly stated: readonly { readonly chance: number; readonly there: boolean }[];
  /** Rank of the first true cause at the first repair, from 0. */
  readonly place: number;
}

/** Longest that a job is worked on, moves. */
const MOST_MOVES = 120;

/** Works a simulated job until the complaint is fixed. */
export function work(words: Vocabulary, world: Vocabulary, job: SimulatedJob, way: Way, random: () => number): Worked {
  const history: Event[] = [];
  let left = [...job.faults];
  let setups: string[] = [];
  let minutes = 0;
  let place = -1;
  const stated: { chance: number; there: boolean }[] = [];
  for (let moves = 0; moves < MOST_MOVES; moves++) {
    const faultCase: FaultCase = { kind: job.kind, complaint: job.complaint, history, setups };
    const posterior = computePosterior(words, faultCase);
    const move = way(words, faultCase, posterior);
    const chances = causeProbabilities(posterior);
    chances.forEach((chance, i) => {
      if (chance > 0.02) stated.push({ chance, there: left.includes(posterior.causes[i]!) });
    });
    if ('look' in move) {
      const check = words.checks.find((c) => c.id === move.look)!;
      const put = setupMinutes(words, check.setups, new Set(setups));
      minutes += put.minutes + check.minutes;
      setups = [...put.all];
      history.push({ check: move.look, result: answer(world, move.look, left, random) });
      continue;
    }
    if (place < 0) {
      const order = [...chances.keys()].sort((a, b) => chances[b]! - chances[a]!).map((i) => posterior.causes[i]!);
      place = order.findIndex((id) => left.includes(id));
    }
    const { fix } = words.causes.find((c) => c.id === move.repair)!;
    minutes += fix.minutes + setupMinutes(words, fix.setups, new Set(setups)).minutes + words.prove.minutes;
    setups = [];
    left = left.filter((f) => f !== move.repair);
    history.push({ fixed: move.repair });
    const prove = runs(world, job.complaint, left, random);
    history.push({ prove });
    if (prove === 'gone') break;
  }
  return { minutes, stated, place };
}

export interface TraceExperiment {
  readonly minutes: { readonly advised: number; readonly fixed: number; readonly likeliest: number };
  readonly top1: number;
  readonly top3: number;
  readonly calibration: readonly { readonly from: number; readonly to: number; readonly true: number; readonly count: number }[];
}

const BANDS: readonly (readonly [number, number])[] = [
  [0.1, 0.3],
  [0.3, 0.5],
  [0.5, 0.7],
  [0.7, 0.8],
  [0.8, 0.9],
  [0.9, 1.0001],
];

/** The same jobs worked in three ways. */
export function runTraceExperiment(jobs: number, random: () => number, words = vocabulary()): TraceExperiment {
  const sums = { advised: 0, fixed: 0, likeliest: 0 };
  let [top1, top3] = [0, 0];
  const stated: Worked['stated'][number][] = [];
  let world = otherWorld(words, random);
  for (let k = 0; k < jobs; k++) {
    if (k % 50 === 0) world = otherWorld(words, random);
    const job = drawJob(world, random);
    const own = work(words, world, job, advised, random);
    sums.advised += own.minutes;
    sums.fixed += work(words, world, job, fixedOrder, random).minutes;
    sums.likeliest += work(words, world, job, likeliestFirst, random).minutes;
    if (own.place === 0) top1++;
    if (own.place >= 0 && own.place < 3) top3++;
    stated.push(...own.stated);
  }
  return {
    minutes: { advised: sums.advised / jobs, fixed: sums.fixed / jobs, likeliest: sums.likeliest / jobs },
    top1: top1 / jobs,
    top3: top3 / jobs,
    calibration: BANDS.map(([from, to]) => {
      const inside = stated.filter((s) => s.chance >= from && s.chance < to);
      return { from, to: Math.min(1, to), true: inside.filter((s) => s.there).length / Math.max(1, inside.length), count: inside.length };
    }),
  };
}
