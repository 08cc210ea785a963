/** Strength of sudden sounds over time: energy of 10 ms over that of its surroundings, in their deviations. */
export interface Clunks {
  /** Largest strength within `reach` s of a time. */
  readonly at: (t: number, reach?: number) => number;
}

const HOP_S = 0.005;
const AROUND = 50;

export function findClunks(x: Float64Array, rate: number): Clunks {
  const hop = Math.round(HOP_S * rate);
  const frames = Math.floor(x.length / hop) - 1;
  const ln = new Float64Array(Math.max(0, frames));
  for (let k = 0; k < frames; k++) {
    let sum = 1e-20;
    for (let i = Math.max(1, k * hop); i < (k + 2) * hop; i++) sum += (x[i]! - 0.9 * x[i - 1]!) ** 2;
    ln[k] = Math.log(sum);
  }
  const strength = new Float64Array(ln.length);
  for (let k = 0; k < frames; k++) {
    const around: number[] = [];
    for (let d = -AROUND; d <= AROUND; d += 2) {
      const v = ln[k + d];
      if (v !== undefined && Math.abs(d) > 4) around.push(v);
    }
    around.sort((a, b) => a - b);
    const middle = around[around.length >> 1] ?? 0;
    const spread = Math.max(0.25, (around[Math.floor(around.length * 0.84)] ?? 0) - middle);
    // A rise counts, its decay does not.
    const before = Math.max(ln[k - 3] ?? middle, ln[k - 4] ?? middle);
    strength[k] = Math.max(0, Math.min((ln[k]! - middle) / spread, (ln[k]! - before) / (0.7 * spread)));
  }
  return {
    at: (t, reach = 0.016) => {
      let most = 0;
      const last = Math.min(frames - 1, Math.round((t + reach) / HOP_S));
      for (let k = Math.max(0, Math.round((t - reach) / HOP_S)); k <= last; k++) most = Math.max(most, strength[k]!);
      return most;
    },
  };
}

/** ln of the odds that a sudden sound of a strength is that of the lever. */
export const clunkEvidence = (strength: number): number => Math.min(4.5, Math.max(0, 1.3 * (strength - 1.8)));
