import { solveDamped } from '../linear';

/** A stretch of samples, from and to (not included). */
export type Stretch = readonly [number, number];

/** Notes that mains may have, Hz, and how far the net strays. */
const MAINS = [50, 60];
const STRAYS_HZ = 0.2;
const STEP_HZ = 0.02;
/** Harmonics by which the note is found. */
const FINDING = 6;
const TOP_HZ = 1300;
/** A line counts if its power is this many times that of noise: below 1 in 1,000 by random error. */
const STANDS_OUT = 9;

/**
 * Removes steady mains lines. Their frequency is found over several distant stretches. Their amplitude and phase are
 * fitted by least squares in quiet stretches. They are then removed everywhere, since mains is continuous.
 * @param wide stretches for finding the frequency
 * @returns the samples without them, and their loudness, rms
 */
export function removeHum(
  x: Float64Array,
  rate: number,
  quiet: readonly Stretch[],
  wide: readonly Stretch[] = quiet,
): { readonly samples: Float64Array; readonly humRms: number } {
  const length = (all: readonly Stretch[]) => all.reduce((a, [from, to]) => a + to - from, 0);
  const count = length(quiet);
  if (count < 0.15 * rate) return { samples: x, humRms: 0 };
  const gainedAt = (hz: number) => {
    let gained = 0;
    for (let k = 1; k <= FINDING && k * hz < 0.45 * rate; k++) {
      const [re, im] = alike(x, rate, k * hz, wide);
      gained += (2 * (re * re + im * im)) / length(wide);
    }
    return gained;
  };
  let best = { gained: -1, hz: 0 };
  const consider = (hz: number) => {
    const gained = gainedAt(hz);
    if (gained > best.gained) best = { gained, hz };
  };
  for (const mains of MAINS) for (let hz = mains - STRAYS_HZ; hz <= mains + STRAYS_HZ + 1e-9; hz += STEP_HZ) consider(hz);
  for (let step = STEP_HZ / 2; step > STEP_HZ / 100; step /= 2) {
    const { hz } = best;
    consider(hz - step);
    consider(hz + step);
  }
  const lines = standingOut(x, rate, best.hz, quiet, count);
  if (lines.length === 0) return { samples: x, humRms: 0 };
  const fitted = fit(x, rate, lines, quiet);
  const samples = Float64Array.from(x);
  let squares = 0;
  for (let i = 0; i < x.length; i++) {
    let hum = 0;
    for (const { hz, cosine, sine } of fitted) {
      const phase = (2 * Math.PI * hz * i) / rate;
      hum += cosine * Math.cos(phase) + sine * Math.sin(phase);
    }
    samples[i]! -= hum;
    squares += hum * hum;
  }
  return { samples, humRms: Math.sqrt(squares / Math.max(1, x.length)) };
}

/** Σ x·e^(−iωt) over the stretches. */
function alike(x: Float64Array, rate: number, hz: number, quiet: readonly Stretch[]): readonly [number, number] {
  let [re, im] = [0, 0];
  const turn = (2 * Math.PI * hz) / rate;
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  for (const [from, to] of quiet) {
    let [a, b] = [Math.cos(turn * from), Math.sin(turn * from)];
    for (let i = from; i < to; i++) {
      re += x[i]! * a;
      im -= x[i]! * b;
      [a, b] = [a * c - b * s, a * s + b * c];
    }
  }
  return [re, im];
}

/** Harmonics with clearly more power than their surroundings. */
function standingOut(x: Float64Array, rate: number, mains: number, quiet: readonly Stretch[], count: number): number[] {
  const lines: number[] = [];
  const power = (hz: number) => {
    const [re, im] = alike(x, rate, hz, quiet);
    return re * re + im * im;
  };
  const apart = Math.max(4, (3 * rate) / count);
  for (let k = 1; k * mains < Math.min(TOP_HZ, 0.45 * rate); k++) {
    const hz = k * mains;
    const around = [-3, -2, -1.5, 1.5, 2, 3].map((d) => power(hz + d * apart)).sort((a, b) => a - b);
    // Half of an exponential distribution is below 0.69 of its mean.
    if (power(hz) > (STANDS_OUT * (around[2]! + around[3]!)) / 2 / 0.69) lines.push(hz);
  }
  return lines;
}

/** Size of each line by cosine and sine, by the normal equations over the quiet stretches. */
function fit(x: Float64Array, rate: number, lines: readonly number[], quiet: readonly Stretch[]) {
  const n = 2 * lines.length;
  const a = new Float64Array(n * n);
  const b = new Float64Array(n);
  const row = new Float64Array(n);
  for (const [from, to] of quiet)
    for (let i = from; i < to; i++) {
      lines.forEach((hz, k) => {
        const phase = (2 * Math.PI * hz * i) / rate;
        row[2 * k] = Math.cos(phase);
        row[2 * k + 1] = Math.sin(phase);
      });
      for (let r = 0; r < n; r++) {
        b[r]! += row[r]! * x[i]!;
        for (let c = 0; c <= r; c++) a[r * n + c]! += row[r]! * row[c]!;
      }
    }
  const sizes = solveDamped(a, b, n, 1e-9);
  return sizes ? lines.map((hz, k) => ({ hz, cosine: sizes[2 * k]!, sine: sizes[2 * k + 1]! })) : [];
}
