/** A possible value with ln of its probability, up to a constant. */
export interface Possible {
  readonly value: number;
  readonly ln: number;
}

/**
 * The value that most of the probability is near, and the half width around it that holds 68% of all.
 * A mean of two separate groups would be near neither.
 */
export function mostWithin(
  all: readonly Possible[],
  tolerance: (value: number) => number,
): { readonly value: number; readonly sd: number; readonly share: number } {
  const likely = all
    .filter((p) => p.ln > -12)
    .map((p) => ({ value: p.value, p: Math.exp(p.ln) }))
    .sort((a, b) => a.value - b.value);
  // Equal values are one place of a grid.
  const places: { value: number; p: number }[] = [];
  for (const { value, p } of likely) {
    const last = places.at(-1);
    if (last && value - last.value < 1e-6) last.p += p;
    else places.push({ value, p });
  }
  const whole = places.reduce((a, p) => a + p.p, 0);
  let [best, most] = [places[0]?.value ?? 0, -1];
  for (const { value } of places) {
    const reach = tolerance(value);
    let [near, moment] = [0, 0];
    for (const p of places)
      if (Math.abs(p.value - value) <= reach) {
        near += p.p;
        moment += p.p * p.value;
      }
    if (near > most) [best, most] = [moment / near, near];
  }
  const byDistance = places.map((p) => ({ d: Math.abs(p.value - best), p: p.p })).sort((a, b) => a.d - b.d);
  let sum = 0;
  const edge = byDistance.find(({ p }) => (sum += p) >= 0.68 * whole);
  return { value: best, sd: edge?.d ?? 0, share: whole > 0 ? most / whole : 0 };
}
