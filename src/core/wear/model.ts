import type { WidthMethod } from './log';

/**
 * The wear of a cogged belt's top width, as stated priors: W(m) = w₀ − b·g(m) − (A − b)·m/L − r·Z(m), g = min(1, m/(c·L)), the belt ending where W is the
 * minimum. All lengths mm, m in any one unit. Each is to be replaced by a shop's own once it has belts enough.
 */
export const PRIORS = {
  /** Width when new, about what is stated. */
  newSd: 0.06,
  /** Break-in, and the share of a life by which it is over. */
  breakIn: { mean: 0.07, sd: 0.03, over: 0.035 },
  /** Variation of riding: sd of the local rate, and its correlation length as a share of a life. */
  riding: { sd: 0.17, stretch: 0.09 },
  /** Share of the life used at the last reading: mostly belts come in worn, some are young. */
  used: { worn: { share: 0.93, median: 0.7, sd: 0.6 }, from: 0.001, to: 1.6, grid: 150 },
  /** Allowance of wear over a life, if the new width is unknown. */
  allowance: { from: 0.8, to: 2.2, grid: 8 },
  daySd: 0.025,
  /** Bias of the methods relative to the flank lines. A squeezed rib is read too narrow, several ribs less so. */
  bias: {
    single: { mean: -0.15, sd: 0.058 },
    'rib-top': { mean: -0.06, sd: 0.03 },
    'flank-line': { mean: 0, sd: 0.02 },
  } satisfies Record<WidthMethod, { mean: number; sd: number }>,
  biasTogether: 0.0013,
  /** Density of a reading that is none, per mm. */
  outlierDensity: 0.3,
} as const;

/** Covariance of two methods' biases within one log, mm². */
export function biasCovariance(a: WidthMethod, b: WidthMethod): number {
  if (a === b) return PRIORS.bias[a].sd ** 2;
  return a !== 'flank-line' && b !== 'flank-line' ? PRIORS.biasTogether : 0;
}

/** One belt of the prior: its allowance and its nominal life. */
export interface Belt {
  readonly newWidth: number;
  readonly allowance: number;
  /** In the meter's unit. */
  readonly life: number;
}

/** Nominal wear, mm a unit of the meter. */
export const rateOf = ({ allowance, life }: Belt): number => (allowance - PRIORS.breakIn.mean) / life;

const brokenIn = (m: number, life: number): number => Math.min(1, m / (PRIORS.breakIn.over * life));

/** Expected width, mm. */
export function meanWidth({ newWidth, allowance, life }: Belt, m: number): number {
  const b = PRIORS.breakIn.mean;
  return newWidth - b * brokenIn(m, life) - ((allowance - b) * m) / life;
}

/** Effect of break-in on a width, per mm: −g(m), and the reduction of the rate that compensates it. */
const byBreakIn = ({ life }: Belt, m: number): number => m / life - brokenIn(m, life);

/**
 * Covariance of the riding's integral, Z: of a process of local rates with correlation exp(−|d|/θ),
 * 0.17²·[2θ·min(s,t) + θ²(e^(−s/θ) + e^(−t/θ) − 1 − e^(−|t−s|/θ))].
 */
export function ridingCovariance(s: number, t: number, life: number): number {
  const theta = PRIORS.riding.stretch * life;
  const e = (x: number) => Math.exp(-x / theta);
  return PRIORS.riding.sd ** 2 * (2 * theta * Math.min(s, t) + theta * theta * (e(s) + e(t) - 1 - e(Math.abs(t - s))));
}

/** Covariance of two widths of one belt, mm². */
export function widthCovariance(belt: Belt, s: number, t: number): number {
  const rate = rateOf(belt);
  return (
    PRIORS.newSd ** 2 + PRIORS.breakIn.sd ** 2 * byBreakIn(belt, s) * byBreakIn(belt, t) + rate * rate * ridingCovariance(s, t, belt.life)
  );
}

/**
 * Same for all pairs of several meters, added to a matrix (n × n, row by row). One exponential per meter suffices,
 * since e^(−(t−s)/θ) is a quotient. Meters stay within a few lives, so the range of doubles suffices.
 */
export function addWidthCovariances(belt: Belt, meters: readonly number[], to: Float64Array): void {
  const n = meters.length;
  const theta = PRIORS.riding.stretch * belt.life;
  const rate2 = (rateOf(belt) * PRIORS.riding.sd) ** 2;
  const e = new Float64Array(n);
  const h = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    e[i] = Math.exp(-meters[i]! / theta);
    h[i] = PRIORS.breakIn.sd * byBreakIn(belt, meters[i]!);
  }
  for (let i = 0; i < n; i++)
    for (let j = 0; j <= i; j++) {
      const [early, late] = meters[i]! < meters[j]! ? [i, j] : [j, i];
      const riding = 2 * theta * meters[early]! + theta * theta * (e[i]! + e[j]! - 1 - e[late]! / e[early]!);
      const c = PRIORS.newSd ** 2 + h[i]! * h[j]! + rate2 * riding;
      to[i * n + j]! += c;
      if (i !== j) to[j * n + i]! += c;
    }
}

/** Prior of the share of a life used, at the grid’s points, together 1. */
export const usedPrior = (): UsedPrior => (known ??= workedOut());

interface UsedPrior {
  readonly share: Float64Array;
  readonly weight: Float64Array;
}
let known: UsedPrior | null = null;

function workedOut(): UsedPrior {
  const { worn, from, to, grid } = PRIORS.used;
  const span = Math.log(to / from);
  const share = Float64Array.from({ length: grid }, (_, i) => from * Math.exp((span * i) / (grid - 1)));
  const weight = share.map((f) => {
    const z = (Math.log(f) - Math.log(worn.median)) / worn.sd;
    return (worn.share * Math.exp(-0.5 * z * z)) / (worn.sd * Math.sqrt(2 * Math.PI)) + (1 - worn.share) / span;
  });
  const sum = weight.reduce((a, w) => a + w, 0);
  return { share, weight: weight.map((w) => w / sum) };
}

/** Candidate allowances, mm: the stated one, or several with equal weight. */
export const allowances = (stated: number | null): readonly number[] => {
  const { from, to, grid } = PRIORS.allowance;
  return stated !== null ? [stated] : Array.from({ length: grid }, (_, i) => from + ((to - from) * i) / (grid - 1));
};
