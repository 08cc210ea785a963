/**
 * Standard normal distribution function, to 1e-15: by its series about 0 (Marsaglia 2004), by its continued fraction (Laplace) far out, where the series loses
 * digits.
 */
export function normalCumulative(x: number): number {
  // Beyond this the remainder is below the precision of a double.
  if (x > 38) return 1;
  if (x < -38) return 0;
  if (Math.abs(x) > 5) return x < 0 ? tail(-x) : 1 - tail(x);
  let [sum, term] = [x, x];
  for (let i = 3; Math.abs(term) > 1e-17 * Math.abs(sum); i += 2) {
    term *= (x * x) / i;
    sum += term;
  }
  return 0.5 + sum * density(x);
}

const density = (x: number): number => Math.exp(-0.5 * x * x) / Math.sqrt(2 * Math.PI);

/** Upper tail beyond x > 5. */
function tail(x: number): number {
  let f = x;
  for (let k = 40; k >= 1; k--) f = x + k / f;
  return density(x) / f;
}
