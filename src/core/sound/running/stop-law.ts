/** Steps of a table of a law. */
const STEPS = 400;

/**
 * Speed over time of blades that stop: a constant brake and a drag that is partly linear and partly quadratic.
 * dw/dt = −k(b + (1 − b)(0.3w + 0.7w²)). Time is a share of the whole. Speed is a share of the first one.
 */
export interface StopLaw {
  /** Share of the time at which half the speed is lost. */
  readonly half: number;
  readonly speedAt: (x: number) => number;
}

function lawWith(constant: number): Float64Array {
  const times = new Float64Array(STEPS + 1);
  for (let k = 1; k <= STEPS; k++) {
    const w = 1 - (k - 0.5) / STEPS;
    times[k] = times[k - 1]! + 1 / (constant + (1 - constant) * (0.3 * w + 0.7 * w * w)) / STEPS;
  }
  const whole = times[STEPS]!;
  return times.map((t) => t / whole);
}

/** Law with this share of the time at the half of the speed, 0.2 to 0.5. */
export function stopLaw(half: number): StopLaw {
  let [low, high] = [0.002, 1];
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    if (lawWith(middle)[STEPS / 2]! < half) low = middle;
    else high = middle;
  }
  const times = lawWith(low);
  const table = new Float64Array(257);
  let k = 0;
  for (let i = 0; i <= 256; i++) {
    const x = i / 256;
    while (k < STEPS - 1 && times[k + 1]! < x) k++;
    const span = times[k + 1]! - times[k]!;
    table[i] = 1 - (k + (span > 0 ? Math.min(1, (x - times[k]!) / span) : 0)) / STEPS;
  }
  return {
    half,
    speedAt: (x) => {
      if (x <= 0) return 1;
      if (x >= 1) return 0;
      const i = Math.floor(x * 256);
      return table[i]! + (x * 256 - i) * (table[i + 1]! - table[i]!);
    },
  };
}

/** Usual share of the time at half the speed: nearly straight in quick stops, less where drag alone slows the blades. */
export function usualHalf(seconds: number): number {
  const points = [
    [1, 0.475],
    [1.8, 0.453],
    [3, 0.42],
    [5, 0.397],
    [6, 0.36],
    [7, 0.34],
    [30, 0.335],
  ] as const;
  const k = Math.max(
    1,
    points.findIndex(([s]) => s >= seconds),
  );
  const [[s0, h0], [s1, h1]] = [points[k - 1]!, points[k]!];
  return h0 + (h1 - h0) * Math.min(1, Math.max(0, (seconds - s0) / (s1 - s0)));
}
