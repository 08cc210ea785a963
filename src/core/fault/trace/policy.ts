import type { FaultCase } from './case';
import type { Posterior } from './posterior';
import { causeProbabilities, predictResults } from './predict-results';
import type { Terms } from './terms';
import type { Vocabulary } from './vocabulary';

/** A check that could be made next. */
export interface NextCheck {
  readonly check: string;
  readonly bits: number;
  /** Its own and those of set-ups that are not up yet. */
  readonly minutes: number;
  /** Shop minutes saved per minute of the check. Above 1 the check is worthwhile. */
  readonly score: number;
}

export type StopWhy = 'proved' | 'dangerous' | 'cheaper';

export interface Advice {
  readonly next: readonly NextCheck[];
  readonly stop: { readonly fix: string; readonly why: StopWhy; readonly ask: boolean } | null;
}

/** Probability at which a cause counts as confirmed. */
const PROVED = 0.9;
/** A confirmed cause with at most these repair minutes, including setups, is repaired immediately. */
const QUICK_MINUTES = 30;
/** Stations with faults that are never postponed. */
const DANGEROUS = new Set(['brake', 'keeper', 'height-link']);
/** Number of causes considered when repairs in sequence are calculated. */
const THOUGHT_OF = 14;
/**
 * A cause that is there is quiet in a run now and then. Only so much of that is counted on: what is quiet by luck comes back.
 */
const LUCK = 0.5;
/** Smallest share of a setup that one of several checks carries. */
const LEAST_SHARE = 0.35;

/** Minutes of all setups for something, each once, including those they need. */
export function setupMinutes(words: Terms, wanted: readonly string[], up: ReadonlySet<string>): { minutes: number; all: Set<string> } {
  const all = new Set(up);
  let minutes = 0;
  const add = (id: string) => {
    if (all.has(id)) return;
    const setup = words.setups.find((s) => s.id === id)!;
    setup.needs.forEach(add);
    all.add(id);
    minutes += setup.minutes;
  };
  wanted.forEach(add);
  return { minutes, all };
}

/** Minutes of the repair of each cause without setups in place, including the test run. */
interface RepairCosts {
  readonly minutes: Float64Array;
  readonly setups: readonly (readonly string[])[];
  readonly own: Float64Array;
  /** Probability that each cause shows the complaint, and that the complaint is absent without any cause. */
  readonly explains: Float64Array;
  readonly quiet: number;
}

function repairCosts(words: Vocabulary, { causes }: Posterior, complaint: readonly string[]): RepairCosts {
  const found = causes.map((id) => words.causes.find((c) => c.id === id)!.fix);
  const own = Float64Array.from(found, (f) => f.minutes + words.prove.minutes);
  return {
    own,
    setups: found.map((f) => f.setups),
    minutes: Float64Array.from(found, (f, i) => own[i]! + setupMinutes(words, f.setups, new Set()).minutes),
    explains: Float64Array.from(causes, (id) => {
      const silent = complaint.reduce((a, c) => a * (1 - (words.likelihoods.complaints[c]!.given[id] ?? 0)), 1);
      return silent >= 1 ? 0 : 1 - LUCK * silent;
    }),
    quiet: complaint.reduce((a, c) => a * (1 - words.likelihoods.complaints[c]!.leak), 1),
  };
}

/**
 * Expected minutes of repairs in sequence without further checks. After some repairs the complaint remains with the
 * probability 1 − Π(1 − chance·explains) over the remaining causes. Faults persist: a repeat run is not independent
 * evidence, so a cheap unlikely repair and another run gain nothing. The most useful repair per minute comes first.
 * Setups in place help only the first repair, since a test run needs everything refitted.
 */
function minutesOfRepairs(
  words: Vocabulary,
  chances: Float64Array,
  repairs: RepairCosts,
  up: ReadonlySet<string>,
): { readonly minutes: number; readonly first: number } {
  const n = chances.length;
  const brings = new Float64Array(n);
  let quiet = repairs.quiet;
  for (let i = 0; i < n; i++) {
    brings[i] = 1 - Math.min(0.999, chances[i]! * repairs.explains[i]!);
    quiet *= brings[i]!;
  }
  const worth = (i: number) => -Math.log(brings[i]!) / repairs.minutes[i]!;
  const order: number[] = [];
  for (let i = 0; i < n; i++) if (brings[i]! < 1) order.push(i);
  order.sort((x, y) => worth(y) - worth(x));
  if (order.length === 0) return { minutes: 0, first: -1 };
  order.length = Math.min(order.length, THOUGHT_OF);
  const along = (first: number): number => {
    let left = 1;
    let minutes = 0;
    let gone = quiet;
    const take = (i: number, cost: number) => {
      minutes += left * cost;
      gone /= brings[i]!;
      left = Math.min(left, 1 - Math.min(1, gone));
    };
    take(first, repairs.own[first]! + setupMinutes(words, repairs.setups[first]!, up).minutes);
    for (const i of order) if (i !== first) take(i, repairs.minutes[i]!);
    return minutes;
  };
  let best = { minutes: Infinity, first: order[0]! };
  for (const first of order.slice(0, 5)) {
    const minutes = along(first);
    if (minutes < best.minutes) best = { minutes, first };
  }
  return best;
}

/**
 * Next check by shop minutes: the minutes that it saves on repairs, per minute that it takes. A setup is shared with
 * other worthwhile checks. Also decides when to stop.
 */
export function adviseOn(words: Vocabulary, { kind, complaint, setups, history }: FaultCase, posterior: Posterior): Advice {
  if (posterior.total <= 0) return { next: [], stop: null };
  const up = new Set(setups);
  const chances = causeProbabilities(posterior);
  const repairs = repairCosts(words, posterior, complaint);
  const now = minutesOfRepairs(words, chances, repairs, up);
  const open = words.checks.filter((c) => c.source === 'hand' && c.kinds.includes(kind) && !posterior.answered.has(c.id));
  const looks = open.map((check) => {
    const predicted = predictResults(words, posterior, check.id, true);
    const put = setupMinutes(words, check.setups, up);
    const then = predicted.chances.reduce(
      (a, p, r) => a + (p > 1e-9 ? p * minutesOfRepairs(words, predicted.after[r]!, repairs, put.all).minutes : 0),
      0,
    );
    const gain = now.minutes - then;
    return { check, predicted, gain, setup: put.minutes, all: put.all, own: check.minutes };
  });
  const next = looks
    .map((look): NextCheck => {
      const { check, predicted, gain, setup, own } = look;
      // Other checks with the same setup carry their share of it.
      const sharers = looks.filter((o) => o !== look && o.gain > o.own && o.setup > 0 && [...o.all].every((s) => look.all.has(s)));
      const together = Math.max(0, gain) + sharers.reduce((a, o) => a + o.gain, 0);
      const share = setup === 0 ? 1 : Math.max(LEAST_SHARE, together > 0 ? Math.max(0, gain) / together : 1);
      return { check: check.id, bits: predicted.bits, minutes: own + setup, score: gain / (own + setup * share) };
    })
    .sort((a, b) => b.score - a.score || b.bits - a.bits || a.minutes - b.minutes);
  const stop = stopOf(words, posterior, chances, repairs, up, now.first, next[0]?.score ?? 0);
  const first =
    brakeFirst(history, next) ?? (stop?.why === 'cheaper' ? ownCheckOf(words, posterior, chances, repairs, up, now.first, next) : null);
  if (first === null) return { next, stop };
  const one = next.find((n) => n.check === first)!;
  // It is advised before it pays in minutes: a confirming check costs little compared with a repair that may be
  // unnecessary.
  return {
    next: [{ ...one, score: Math.max(one.score, 1) }, ...next.filter((n) => n !== one)],
    stop: stop?.why === 'cheaper' ? null : stop,
  };
}

/**
 * Limits of a repair that waits for the check of its cause: its probability, and the cost of the check as a share of its own.
 */
const EVEN = 0.5;
const CHEAP_SHARE = 1 / 3;
/** A check that shows its cause at least so often is that cause's own. */
const OWN_CHECK = 0.9;

/** If the machine runs on too long, the brake is checked first. */
function brakeFirst(history: FaultCase['history'], next: readonly NextCheck[]): string | null {
  const since = history.slice(history.findLastIndex((e) => 'fixed' in e) + 1);
  const runsOn = since.some((e) => 'check' in e && e.check === 'stop-time' && e.result === 'bad');
  return runsOn && next.some((n) => n.check === 'brake-released') ? 'brake-released' : null;
}

/** Cheap check that would settle the cause with the most worthwhile repair, while that cause is below 50%. */
function ownCheckOf(
  words: Vocabulary,
  { causes }: Posterior,
  chances: Float64Array,
  repairs: RepairCosts,
  up: ReadonlySet<string>,
  first: number,
  next: readonly NextCheck[],
): string | null {
  if (first < 0 || chances[first]! >= EVEN) return null;
  const repair = repairs.own[first]! - words.prove.minutes + setupMinutes(words, repairs.setups[first]!, up).minutes;
  const shows = (check: string) => {
    const given = words.likelihoods.checks[check]!.given[causes[first]!];
    return given ? 1 - given[0]! : 0;
  };
  const own = next.filter((n) => shows(n.check) >= OWN_CHECK && n.minutes < CHEAP_SHARE * repair);
  return own.sort((a, b) => a.minutes - b.minutes)[0]?.check ?? null;
}

/**
 * Decides whether to repair now: a confirmed cause that is quick or dangerous, or any cause once checks cost more than
 * they save.
 */
function stopOf(
  words: Vocabulary,
  posterior: Posterior,
  chances: Float64Array,
  repairs: RepairCosts,
  up: ReadonlySet<string>,
  first: number,
  best: number,
): Advice['stop'] {
  const stop = (i: number, why: StopWhy) => ({
    fix: posterior.causes[i]!,
    why,
    ask: words.causes.find((c) => c.id === posterior.causes[i])!.fix.ask,
  });
  const proved = [...chances.keys()].filter((i) => chances[i]! >= PROVED).sort((x, y) => chances[y]! - chances[x]!);
  for (const i of proved) {
    const station = words.causes.find((c) => c.id === posterior.causes[i])!.station;
    if (DANGEROUS.has(station)) return stop(i, 'dangerous');
    if (repairs.own[i]! - words.prove.minutes + setupMinutes(words, repairs.setups[i]!, up).minutes <= QUICK_MINUTES)
      return stop(i, 'proved');
  }
  return best < 1 && first >= 0 ? stop(first, 'cheaper') : null;
}
