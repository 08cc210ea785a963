import { normalCumulative } from './normal';
import { digest, type Digested, type WidthMethod, type WidthReading } from './log';
import { addWidthCovariances, allowances, biasCovariance, meanWidth, PRIORS, rateOf, usedPrior, widthCovariance, type Belt } from './model';

/** Request about a log. */
export interface WearAsk {
  readonly readings: readonly WidthReading[];
  readonly minimum: number;
  /** Width when new; null where it is not stated. */
  readonly newWidth: number | null;
  /** Units of the meter ahead for which the odds of coming under the minimum are asked. */
  readonly within?: number | undefined;
}

/**
 * A reading that may be false. At most two are false together, and in a long log only the most likely ones are
 * considered.
 */
const MOST_DOUBTED = 9;
/** Readings of two different ribs that are considered both ways. In further ones the mean is used. */
const MOST_SPLIT = 4;
/** Terms that hold less than this of all there is are left away. */
const NEGLIGIBLE = 1e-5;
/** So far under the likeliest (ln) nothing adds to the whole. */
const FAR_BELOW = 25;
/** Every so manieth share of the grid is weighed first: ln of the share moves by a fifth from one to the next. */
const COARSE = 4;

/** One way in which it may all be, but for what the readings were: a belt, with the inverse covariance of all readings. */
interface Group {
  readonly belt: Belt;
  readonly inverse: Float64Array;
  readonly terms: readonly Term[];
}

/**
 * One assignment: the value of each reading, and the false readings. For one assignment, the width at any meter is
 * normal.
 */
interface Term {
  readonly weight: number;
  readonly doubted: readonly number[];
  /** P·residual, and of that what the doubted ones take: (P_DD)⁻¹·(P·residual)_D. */
  readonly alpha: Float64Array;
  readonly taken: readonly number[];
}

export interface WearPosterior {
  readonly now: number;
  /** Mean and standard deviation of the width after d more, by each term, with its weight. */
  readonly ahead: (d: number) => { readonly weight: number; readonly mean: number; readonly sd: number }[];
  /** Odds that the width after d more is under one. */
  readonly below: (d: number, width: number) => number;
  /** Posterior mean of the nominal wear, mm a unit. */
  readonly rate: number;
  /** Chance that each reading was none. */
  readonly doubt: readonly number[];
  /** Bias of each method relative to the flank lines: mean and standard deviation. */
  readonly bias: (method: WidthMethod) => { readonly mean: number; readonly sd: number };
}

/**
 * Posterior of the belt behind its log, exact and without sampling. For a fixed share of life used, the allowance and
 * the false readings, everything is jointly normal. The answer is a sum over a grid of those, each with prior × N(y; μ,
 * S). False readings are removed from the full inverse. With P = S⁻¹ and D the false ones: S_rest⁻¹ = P − P·D (P_DD)⁻¹
 * D·P, and ln|S_rest| = ln|S| + ln|P_DD|.
 * @param ask at least one reading
 */
export function wearPosterior({ readings, minimum, newWidth }: WearAsk): WearPosterior {
  const n = readings.length;
  const digested = readings.map(digest);
  const meters = readings.map((r) => r.meter);
  const now = Math.max(...meters);
  const used = usedPrior();
  const of = allowances(newWidth === null ? null : newWidth - minimum);
  const choices = choicesOf(digested);
  const noise = noiseOf(readings, digested);
  const bias = Float64Array.from(readings, (r) => PRIORS.bias[r.method].mean);
  const sets = doubtSets(readings, digested);

  // Prior weight of each assignment of readings: the same for every belt.
  const worth = choices.map((choice) => {
    const believed = choice.chances.reduce((a, c) => a + Math.log(c), 0);
    return sets.map((doubted) =>
      doubted.reduce(
        (a, k) => a + Math.log(digested[k]!.doubt * PRIORS.outlierDensity) - Math.log(choice.chances[k]!) + LN_2PI / 2,
        believed - (n * LN_2PI) / 2,
      ),
    );
  });
  const found: Weighed[] = [];
  let top = -Infinity;
  for (const allowance of of) {
    /** Weighs the belt of one share used; answers ln of its likeliest term. */
    const weigh = (i: number): number => {
      const life = now === 0 ? 1 : now / used.share[i]!;
      const belt: Belt = { newWidth: newWidth ?? minimum + allowance, allowance, life };
      const prior = now === 0 ? 0 : Math.log(used.weight[i]!);
      const { inverse, logDet } = inverted(covarianceOf(belt, meters, noise), n);
      const mean = new Float64Array(n);
      for (let k = 0; k < n; k++) mean[k] = meanWidth(belt, meters[k]!) + bias[k]!;
      const alphas = choices.map(({ values }) => {
        const off = new Float64Array(n);
        for (let k = 0; k < n; k++) off[k] = values[k]! - mean[k]!;
        return times(inverse, off, n);
      });
      const logs = new Float64Array(choices.length * sets.length);
      let best = -Infinity;
      choices.forEach(({ values }, c) => {
        const alpha = alphas[c]!;
        let whole = 0;
        for (let k = 0; k < n; k++) whole += (values[k]! - mean[k]!) * alpha[k]!;
        for (let k = 0; k < sets.length; k++) {
          const log = prior + worth[c]![k]! - 0.5 * (logDet + restOf(inverse, alpha, whole, sets[k]!, n));
          logs[c * sets.length + k] = log;
          if (log > best) best = log;
        }
      });
      found.push({ belt, inverse, alphas, logs });
      return best;
    };
    // A belt that has not run contains no information about its life, so any value is valid.
    if (now === 0) {
      top = Math.max(top, weigh(0));
      continue;
    }
    // Riding alone spreads ln of the share by about 0.05. Between two neighbouring shares far below the most likely
    // one, nothing is missed.
    const last = used.share.length - 1;
    const coarse = new Map<number, number>();
    for (let i = 0; i <= last; i = i === last ? last + 1 : Math.min(last, i + COARSE)) coarse.set(i, weigh(i));
    top = Math.max(top, ...coarse.values());
    const ends = [...coarse.keys()];
    ends.slice(1).forEach((end, k) => {
      const from = ends[k]!;
      if (Math.max(coarse.get(from)!, coarse.get(end)!) < top - FAR_BELOW) return;
      for (let i = from + 1; i < end; i++) top = Math.max(top, weigh(i));
    });
  }
  const groups = held(found, sets, top, n);
  const together = (f: (t: Term, g: Group) => number) =>
    groups.reduce((a, g) => a + g.terms.reduce((b, t) => b + t.weight * f(t, g), 0), 0);
  return {
    now,
    below: (d, width) => groups.reduce((sum, g) => sum + belowIn(g, meters, now + d, width, n), 0),
    ahead: (d) =>
      groups.flatMap((g) => {
        const c = Float64Array.from(readings, (r) => widthCovariance(g.belt, r.meter, now + d));
        const mean = meanWidth(g.belt, now + d);
        const variance = widthCovariance(g.belt, now + d, now + d);
        return conditioned(g, c, n).map(({ weight, shift, known }) => ({
          weight,
          mean: mean + shift,
          sd: Math.sqrt(Math.max(1e-12, variance - known)),
        }));
      }),
    rate: now === 0 ? 0 : together((_, g) => rateOf(g.belt)),
    doubt: readings.map((_, k) => together((t) => (t.doubted.includes(k) ? 1 : 0))),
    bias: (method) => {
      const c = Float64Array.from(readings, (r) => biasCovariance(method, r.method));
      const each = groups.flatMap((g) => conditioned(g, c, n));
      const prior = PRIORS.bias[method].mean;
      const shift = each.reduce((a, e) => a + e.weight * e.shift, 0);
      const variance = each.reduce((a, e) => a + e.weight * (biasCovariance(method, method) - e.known + (e.shift - shift) ** 2), 0);
      return { mean: prior + shift, sd: Math.sqrt(Math.max(0, variance)) };
    },
  };
}

function covarianceOf(belt: Belt, meters: readonly number[], noise: Float64Array): Float64Array {
  const s = noise.slice();
  addWidthCovariances(belt, meters, s);
  return s;
}

const LN_2PI = Math.log(2 * Math.PI);

/** Covariance of the readings by day and method, and their own variances, mm². */
function noiseOf(readings: readonly WidthReading[], digested: readonly Digested[]): Float64Array {
  const n = readings.length;
  const s = new Float64Array(n * n);
  readings.forEach((a, i) =>
    readings.forEach((b, j) => {
      const sameDay = i === j || (a.date !== '' && a.date === b.date);
      s[i * n + j] = biasCovariance(a.method, b.method) + (sameDay ? PRIORS.daySd ** 2 : 0) + (i === j ? digested[i]!.ribVariance : 0);
    }),
  );
  return s;
}

interface Choice {
  readonly values: readonly number[];
  readonly chances: readonly number[];
}

/** Every assignment of readings with two different ribs. */
function choicesOf(digested: readonly Digested[]): Choice[] {
  let splits = 0;
  return digested.reduce<Choice[]>(
    (all, { values, doubt }) => {
      const followed = values.length > 1 && splits < MOST_SPLIT;
      if (followed) splits++;
      const taken = followed ? values : [{ width: values.reduce((a, v) => a + v.width, 0) / values.length, chance: 1 - doubt }];
      return all.flatMap((c) => taken.map((v) => ({ values: [...c.values, v.width], chances: [...c.chances, v.chance] })));
    },
    [{ values: [], chances: [] }],
  );
}

/** Sets of false readings: none, any one, and any two of those that differ most from their neighbours. */
function doubtSets(readings: readonly WidthReading[], digested: readonly Digested[]): readonly (readonly number[])[] {
  const off = readings.map((r, k) => {
    const { width } = digested[k]!.values[0]!;
    const near = readings
      .map((o, i) => ({ i, far: Math.abs(o.meter - r.meter) }))
      .filter(({ i }) => i !== k)
      .sort((a, b) => a.far - b.far)
      .slice(0, 4)
      .map(({ i }) => digested[i]!.values[0]!.width);
    return { k, off: near.length === 0 ? 0 : Math.min(...near.map((w) => Math.abs(w - width))) };
  });
  const may = off
    .sort((a, b) => b.off - a.off)
    .slice(0, MOST_DOUBTED)
    .map(({ k }) => k);
  const sets: number[][] = [[]];
  may.forEach((a, i) => {
    sets.push([a]);
    for (const b of may.slice(i + 1)) sets.push([a, b]);
  });
  return sets;
}

/** A belt of the grid with its readings' covariance, and ln of what each choice and set is worth. */
interface Weighed {
  readonly belt: Belt;
  readonly inverse: Float64Array;
  readonly alphas: readonly Float64Array[];
  readonly logs: Float64Array;
}

/** Terms that hold what there is, their weights together 1. */
function held(found: readonly Weighed[], sets: readonly (readonly number[])[], top: number, n: number): Group[] {
  let all = 0;
  for (const { logs } of found) for (const log of logs) if (log > top - FAR_BELOW) all += Math.exp(log - top);
  const least = top + Math.log(NEGLIGIBLE * all);
  let sum = 0;
  const groups = found.flatMap(({ belt, inverse, alphas, logs }) => {
    const terms: Term[] = [];
    logs.forEach((log, i) => {
      if (log < least) return;
      const alpha = alphas[Math.floor(i / sets.length)]!;
      const doubted = sets[i % sets.length]!;
      const weight = Math.exp(log - top);
      sum += weight;
      const taken =
        doubted.length === 0
          ? []
          : solveSmall(
              inverse,
              doubted,
              doubted.map((k) => alpha[k]!),
              n,
            );
      terms.push({ weight, doubted, alpha, taken });
    });
    return terms.length === 0 ? [] : [{ belt, inverse, terms }];
  });
  return groups.map((g) => ({ ...g, terms: g.terms.map((t) => ({ ...t, weight: t.weight / sum })) }));
}

/** Weight of a belt's terms by which the width at a meter is under one. As `conditioned`, without making anything: it is asked for very often. */
function belowIn({ belt, inverse, terms }: Group, meters: readonly number[], m: number, width: number, n: number): number {
  const c = new Float64Array(n);
  for (let i = 0; i < n; i++) c[i] = widthCovariance(belt, meters[i]!, m);
  const p = times(inverse, c, n);
  const off = width - meanWidth(belt, m);
  const variance = widthCovariance(belt, m, m) - dot(p, c);
  let sum = 0;
  for (const { weight, doubted, alpha, taken } of terms) {
    let left = off - dot(c, alpha);
    let spread = variance;
    const [a, b] = doubted;
    if (a !== undefined) {
      const [pa, paa] = [p[a]!, inverse[a * n + a]!];
      left += pa * taken[0]!;
      if (b === undefined) spread += (pa * pa) / paa;
      else {
        const [pb, pbb, pab] = [p[b]!, inverse[b * n + b]!, inverse[a * n + b]!];
        left += pb * taken[1]!;
        spread += (pbb * pa * pa - 2 * pab * pa * pb + paa * pb * pb) / (paa * pbb - pab * pab);
      }
    }
    sum += weight * normalCumulative(left / Math.sqrt(Math.max(1e-12, spread)));
  }
  return sum;
}

/**
 * Effect of the readings on a quantity with covariance c: the shift of its mean and the reduction of its variance, by
 * term.
 */
function conditioned(
  { inverse, terms }: Group,
  c: Float64Array,
  n: number,
): { readonly weight: number; readonly shift: number; readonly known: number }[] {
  const p = times(inverse, c, n);
  const whole = dot(p, c);
  return terms.map(({ weight, doubted, alpha, taken }) => {
    let [shift, known] = [dot(c, alpha), whole];
    if (doubted.length > 0) {
      const back = solveSmall(
        inverse,
        doubted,
        doubted.map((k) => p[k]!),
        n,
      );
      doubted.forEach((k, i) => {
        shift -= p[k]! * taken[i]!;
        known -= p[k]! * back[i]!;
      });
    }
    return { weight, shift, known };
  });
}

/** Quadratic form of what is left with some readings out, and ln|P_DD|, together. */
function restOf(inverse: Float64Array, alpha: Float64Array, whole: number, doubted: readonly number[], n: number): number {
  const [a, b] = doubted;
  if (a === undefined) return whole;
  const paa = inverse[a * n + a]!;
  if (b === undefined) return whole - alpha[a]! ** 2 / paa + Math.log(paa);
  const [pbb, pab] = [inverse[b * n + b]!, inverse[a * n + b]!];
  const det = paa * pbb - pab * pab;
  const [x, y] = [alpha[a]!, alpha[b]!];
  return whole - (pbb * x * x - 2 * pab * x * y + paa * y * y) / det + Math.log(det);
}

/** (P_DD)⁻¹·v for one or two readings. */
function solveSmall(inverse: Float64Array, doubted: readonly number[], v: readonly number[], n: number): number[] {
  const [a, b] = doubted;
  const paa = inverse[a! * n + a!]!;
  if (b === undefined) return [v[0]! / paa];
  const [pbb, pab] = [inverse[b * n + b]!, inverse[a! * n + b]!];
  const det = paa * pbb - pab * pab;
  return [(pbb * v[0]! - pab * v[1]!) / det, (paa * v[1]! - pab * v[0]!) / det];
}

/** Inverse of a covariance by Cholesky, and ln of its determinant. The covariance is worked in: it is lost. */
function inverted(l: Float64Array, n: number): { readonly inverse: Float64Array; readonly logDet: number } {
  let det = 1;
  for (let i = 0; i < n; i++) {
    const row = i * n;
    for (let j = 0; j < i; j++) {
      let sum = l[row + j]!;
      const other = j * n;
      for (let k = 0; k < j; k++) sum -= l[row + k]! * l[other + k]!;
      l[row + j] = sum / l[other + j]!;
    }
    let sum = l[row + i]!;
    for (let k = 0; k < i; k++) sum -= l[row + k]! ** 2;
    // Every reading has an error of its own, so that the covariance is positive.
    l[row + i] = Math.sqrt(Math.max(sum, 1e-15));
  }
  let logDet = 0;
  for (let i = 0; i < n; i++) {
    det *= l[i * n + i]!;
    // A product of many small numbers would run out of digits.
    if (det < 1e-100 || i === n - 1) {
      logDet += 2 * Math.log(det);
      det = 1;
    }
  }
  // Inverse of the lower half, in place, column by column.
  for (let c = 0; c < n; c++) {
    l[c * n + c] = 1 / l[c * n + c]!;
    for (let i = c + 1; i < n; i++) {
      let sum = 0;
      for (let k = c; k < i; k++) sum -= l[i * n + k]! * l[k * n + c]!;
      l[i * n + c] = sum / l[i * n + i]!;
    }
  }
  const inverse = new Float64Array(n * n);
  for (let i = 0; i < n; i++)
    for (let j = 0; j <= i; j++) {
      let sum = 0;
      for (let k = i; k < n; k++) sum += l[k * n + i]! * l[k * n + j]!;
      inverse[i * n + j] = inverse[j * n + i] = sum;
    }
  return { inverse, logDet };
}

const dot = (a: Float64Array, b: Float64Array): number => {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!;
  return sum;
};

function times(a: Float64Array, x: Float64Array, n: number): Float64Array {
  const out = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    let sum = 0;
    for (let j = 0; j < n; j++) sum += a[i * n + j]! * x[j]!;
    out[i] = sum;
  }
  return out;
}
