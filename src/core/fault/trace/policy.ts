import type { FaultCase } from './case';
import type { Belief } from './infer';
import { chancesOf, outlookOf } from './outlook';
import type { Vocabulary } from './vocabulary';

/** A check that could be made next. */
export interface NextCheck {
  readonly check: string;
  readonly bits: number;
  /** Its own and those of set-ups that are not up yet. */
  readonly minutes: number;
  /** Shop minutes that it saves for each that it takes; looking is worth its while above 1. */
  readonly score: number;
}

export type StopWhy = 'proved' | 'dangerous' | 'cheaper';

export interface Advice {
  readonly next: readonly NextCheck[];
  readonly stop: { readonly fix: string; readonly why: StopWhy; readonly ask: boolean } | null;
}

/** A cause so likely is taken for proved. */
const PROVED = 0.9;
/** A proved cause that is mended in so many minutes, set-ups and all, is mended at once. */
const QUICK_MINUTES = 30;
/** Stations at which a proved fault is never left for later. */
const DANGEROUS = new Set(['brake', 'keeper', 'height-link']);
/** Causes thought of when mending one after another is reckoned. */
const THOUGHT_OF = 14;
/**
 * A cause that is there is quiet in a run now and then. Only so much of that is counted on: what is quiet by luck comes back.
 */
const LUCK = 0.5;
/** Of a set-up that several checks share, one bears so much at least. */
const LEAST_SHARE = 0.35;

/** Minutes of what has to be put up for something, each once, with what those need. */
export function setupMinutes(words: Vocabulary, wanted: readonly string[], up: ReadonlySet<string>): { minutes: number; all: Set<string> } {
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

/** Minutes of each cause's mend with nothing up, proving counted. */
interface Mends {
  readonly minutes: Float64Array;
  readonly setups: readonly (readonly string[])[];
  readonly own: Float64Array;
  /** How surely each brings what is complained of, and how likely that is quiet with no cause there. */
  readonly explains: Float64Array;
  readonly quiet: number;
}

function mendsOf(words: Vocabulary, { causes }: Belief, complaint: readonly string[]): Mends {
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
 * Minutes that mending one after another would take, without looking any more. After some mends it still does it with the chance that something left brings the
 * complaint: 1 − Π(1 − chance·explains) over what is not mended. What is there stays there: a run that shows the complaint is no fresh draw of it, so that nothing
 * is gained by a cheap mend of what is hardly likely, and one more run. First what does most to that for its minutes. What is up helps only the first: proving
 * takes all down.
 */
function mendingOn(
  words: Vocabulary,
  chances: Float64Array,
  mends: Mends,
  up: ReadonlySet<string>,
): { readonly minutes: number; readonly first: number } {
  const n = chances.length;
  const brings = new Float64Array(n);
  let quiet = mends.quiet;
  for (let i = 0; i < n; i++) {
    brings[i] = 1 - Math.min(0.999, chances[i]! * mends.explains[i]!);
    quiet *= brings[i]!;
  }
  const worth = (i: number) => -Math.log(brings[i]!) / mends.minutes[i]!;
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
    take(first, mends.own[first]! + setupMinutes(words, mends.setups[first]!, up).minutes);
    for (const i of order) if (i !== first) take(i, mends.minutes[i]!);
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
 * What to do next by shop minutes: each check by how many it saves of mending on, for each that it takes, a set-up shared with other worthwhile checks; and when to
 * stop looking.
 */
export function adviseOn(words: Vocabulary, { kind, complaint, setups, history }: FaultCase, belief: Belief): Advice {
  if (belief.total <= 0) return { next: [], stop: null };
  const up = new Set(setups);
  const chances = chancesOf(belief);
  const mends = mendsOf(words, belief, complaint);
  const now = mendingOn(words, chances, mends, up);
  const open = words.checks.filter((c) => c.source === 'hand' && c.kinds.includes(kind) && !belief.answered.has(c.id));
  const looks = open.map((check) => {
    const outlook = outlookOf(words, belief, check.id, true);
    const put = setupMinutes(words, check.setups, up);
    const then = outlook.chances.reduce(
      (a, p, r) => a + (p > 1e-9 ? p * mendingOn(words, outlook.after[r]!, mends, put.all).minutes : 0),
      0,
    );
    const gain = now.minutes - then;
    return { check, outlook, gain, setup: put.minutes, all: put.all, own: check.minutes };
  });
  const next = looks
    .map((look): NextCheck => {
      const { check, outlook, gain, setup, own } = look;
      // Others that the same set-up would serve bear their part of it.
      const sharers = looks.filter((o) => o !== look && o.gain > o.own && o.setup > 0 && [...o.all].every((s) => look.all.has(s)));
      const together = Math.max(0, gain) + sharers.reduce((a, o) => a + o.gain, 0);
      const share = setup === 0 ? 1 : Math.max(LEAST_SHARE, together > 0 ? Math.max(0, gain) / together : 1);
      return { check: check.id, bits: outlook.bits, minutes: own + setup, score: gain / (own + setup * share) };
    })
    .sort((a, b) => b.score - a.score || b.bits - a.bits || a.minutes - b.minutes);
  const stop = stopOf(words, belief, chances, mends, up, now.first, next[0]?.score ?? 0);
  const first =
    brakeFirst(history, next) ?? (stop?.why === 'cheaper' ? ownCheckOf(words, belief, chances, mends, up, now.first, next) : null);
  if (first === null) return { next, stop };
  const one = next.find((n) => n.check === first)!;
  // It is advised before its minutes pay: a look that settles it costs little next to a repair that may be for nothing.
  return {
    next: [{ ...one, score: Math.max(one.score, 1) }, ...next.filter((n) => n !== one)],
    stop: stop?.why === 'cheaper' ? null : stop,
  };
}

/** A repair less likely than this is not advised while the check of its own cause is open and costs less than this share of the repair. */
const EVEN = 0.5;
const CHEAP_SHARE = 1 / 3;
/** A check that shows its cause at least so often is that cause's own. */
const OWN_CHECK = 0.9;

/** Where the machine was found to run on, the brake is looked at before anything else. */
function brakeFirst(history: FaultCase['history'], next: readonly NextCheck[]): string | null {
  const since = history.slice(history.findLastIndex((e) => 'fixed' in e) + 1);
  const runsOn = since.some((e) => 'check' in e && e.check === 'stop-time' && e.result === 'bad');
  return runsOn && next.some((n) => n.check === 'brake-released') ? 'brake-released' : null;
}

/** The cheap check that would settle the cause whose repair is likeliest to pay, while that cause is less likely than not. */
function ownCheckOf(
  words: Vocabulary,
  { causes }: Belief,
  chances: Float64Array,
  mends: Mends,
  up: ReadonlySet<string>,
  first: number,
  next: readonly NextCheck[],
): string | null {
  if (first < 0 || chances[first]! >= EVEN) return null;
  const repair = mends.own[first]! - words.prove.minutes + setupMinutes(words, mends.setups[first]!, up).minutes;
  const shows = (check: string) => {
    const given = words.likelihoods.checks[check]!.given[causes[first]!];
    return given ? 1 - given[0]! : 0;
  };
  const own = next.filter((n) => shows(n.check) >= OWN_CHECK && n.minutes < CHEAP_SHARE * repair);
  return own.sort((a, b) => a.minutes - b.minutes)[0]?.check ?? null;
}

/** Whether to mend now: what is proved and quick or dangerous, and anything once looking costs more than it saves. */
function stopOf(
  words: Vocabulary,
  belief: Belief,
  chances: Float64Array,
  mends: Mends,
  up: ReadonlySet<string>,
  first: number,
  best: number,
): Advice['stop'] {
  const stop = (i: number, why: StopWhy) => ({
    fix: belief.causes[i]!,
    why,
    ask: words.causes.find((c) => c.id === belief.causes[i])!.fix.ask,
  });
  const proved = [...chances.keys()].filter((i) => chances[i]! >= PROVED).sort((x, y) => chances[y]! - chances[x]!);
  for (const i of proved) {
    const station = words.causes.find((c) => c.id === belief.causes[i])!.station;
    if (DANGEROUS.has(station)) return stop(i, 'dangerous');
    if (mends.own[i]! - words.prove.minutes + setupMinutes(words, mends.setups[i]!, up).minutes <= QUICK_MINUTES) return stop(i, 'proved');
  }
  return best < 1 && first >= 0 ? stop(first, 'cheaper') : null;
}
