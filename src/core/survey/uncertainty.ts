import { normalEquations } from './levenberg-marquardt';
import { symmetricEigen } from '../linear';
import type { Readings } from './equations';
import { diameterSdOf, type Model } from './model';
import { RANK_TOLERANCE } from './tolerances';

/** First-order properties of the free entries. */
export interface CovarianceResult {
  /** Inverse of JᵀWJ over what is held, free × free. */
  readonly inverse: Float64Array;
  /** Directions in which nothing holds. */
  readonly loose: readonly Float64Array[];
  readonly held: number;
  /** Equations in use, and what one deviation of each shifts in the free entries. */
  readonly used: readonly number[];
  readonly gain: readonly Float64Array[];
  /** Change of the free entries per mm of each pulley diameter. */
  readonly byDiameter: readonly Float64Array[];
  /** Variance of a linear reading of the full vector and of the diameters. */
  variance(by: ReadonlyMap<number, number>, diameters?: ReadonlyMap<number, number>): number;
}

const dot = (a: Float64Array, b: Float64Array) => {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!;
  return sum;
};

/** Weighs what the equations hold at a fit that has been read. */
export function computeCovariance(model: Model, readings: Readings): CovarianceResult {
  const n = model.free.length;
  const [matrix, right] = [new Float64Array(n * n), new Float64Array(n)];
  normalEquations(model, readings, matrix, right);
  const { values, vectors } = symmetricEigen(matrix, n);
  const largest = Math.max(1e-300, ...values);
  const inverse = new Float64Array(n * n);
  const loose: Float64Array[] = [];
  let held = 0;
  for (let k = 0; k < n; k++) {
    if (values[k]! <= RANK_TOLERANCE * largest) {
      loose.push(Float64Array.from({ length: n }, (_, i) => vectors[i * n + k]!));
      continue;
    }
    held++;
    for (let i = 0; i < n; i++) {
      const v = vectors[i * n + k]! / values[k]!;
      for (let j = 0; j < n; j++) inverse[i * n + j]! += v * vectors[j * n + k]!;
    }
  }
  const used = model.equations.flatMap((_, m) => (readings.known[m] === 1 ? [m] : []));
  const byDiameter = model.survey.drive.pulleys.map(() => new Float64Array(n));
  const gain = used.map((m) => {
    const out = new Float64Array(n);
    for (let a = readings.start[m]!; a < readings.start[m]! + readings.used[m]!; a++) {
      const j = model.freeAt[readings.entry[a]!]!;
      if (j >= 0) for (let i = 0; i < n; i++) out[i]! += (inverse[i * n + j]! * readings.by[a]!) / model.sds[m]!;
    }
    for (let d = readings.dStart[m]!; d < readings.dStart[m]! + readings.dUsed[m]!; d++) {
      const shift = byDiameter[readings.pulley[d]!]!;
      for (let i = 0; i < n; i++) shift[i]! -= (out[i]! * readings.byDiameter[d]!) / model.sds[m]!;
    }
    return out;
  });
  const along = (by: ReadonlyMap<number, number>) => {
    const g = new Float64Array(n);
    by.forEach((v, k) => model.freeAt[k]! >= 0 && (g[model.freeAt[k]!] = v));
    return g;
  };
  return {
    inverse,
    loose,
    held,
    used,
    gain,
    byDiameter,
    variance(by, diameters) {
      const g = along(by);
      const tape = gain.reduce((sum, row) => sum + dot(g, row) ** 2, 0);
      return byDiameter.reduce(
        (sum, shift, p) => sum + (diameterSdOf(model.survey, p) * (dot(g, shift) + (diameters?.get(p) ?? 0))) ** 2,
        tape,
      );
    },
  };
}
