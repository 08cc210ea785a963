import FFT from 'fft.js';

/** Least power of two that is not less. */
export const powerOfTwo = (n: number): number => 2 ** Math.ceil(Math.log2(Math.max(2, n)));

const plans = new Map<number, FFT>();
function planFor(size: number): FFT {
  let plan = plans.get(size);
  if (!plan) plans.set(size, (plan = new FFT(size)));
  return plan;
}

/** Spectrum of real samples, padded with nothing to `size` (a power of two): real and imaginary parts in turn, up to half the rate and beyond. */
export function transform(samples: ArrayLike<number>, size: number): Float64Array {
  const input = new Float64Array(size);
  input.set(samples as ArrayLike<number> & Iterable<number>);
  const out = new Float64Array(2 * size);
  planFor(size).realTransform(out, input);
  return out;
}

/** Work space by size. Long recordings take thousands of spectra, and new arrays for each would fill the memory. */
const spaces = new Map<number, { readonly input: Float64Array; readonly out: Float64Array }>();
function spaceFor(size: number) {
  let space = spaces.get(size);
  if (!space) spaces.set(size, (space = { input: new Float64Array(size), out: new Float64Array(2 * size) }));
  return space;
}

/** Power in each bin up to half the rate: size/2 + 1 numbers. */
export function powers(samples: Float64Array, size: number): Float64Array {
  const { input, out: s } = spaceFor(size);
  input.fill(0);
  input.set(samples);
  planFor(size).realTransform(s, input);
  const out = new Float64Array(size / 2 + 1);
  for (let k = 0; k < out.length; k++) out[k] = s[2 * k]! * s[2 * k]! + s[2 * k + 1]! * s[2 * k + 1]!;
  return out;
}

/**
 * Filters samples with the minimum-delay filter of a specified magnitude, so that sudden onsets stay sudden. By the
 * folded cepstrum (Oppenheim and Schafer, §13).
 * @param lnGain ln of the magnitude of each of `size`/2 + 1 bins
 */
export function minimumPhaseFilter(samples: Float64Array, lnGain: Float64Array): Float64Array {
  const size = 2 * (lnGain.length - 1);
  const plan = planFor(size);
  const whole = new Float64Array(2 * size);
  for (let k = 0; k < size; k++) whole[2 * k] = lnGain[k <= size / 2 ? k : size - k]!;
  const cepstrum = new Float64Array(2 * size);
  plan.inverseTransform(cepstrum, whole);
  const folded = Float64Array.from({ length: size }, (_, i) => (i === 0 || i === size / 2 ? 1 : i < size / 2 ? 2 : 0) * cepstrum[2 * i]!);
  const ln = transform(folded, size);
  plan.completeSpectrum(ln);
  for (let k = 0; k < size; k++) {
    const loud = Math.exp(ln[2 * k]!);
    [ln[2 * k], ln[2 * k + 1]] = [loud * Math.cos(ln[2 * k + 1]!), loud * Math.sin(ln[2 * k + 1]!)];
  }
  const answer = new Float64Array(2 * size);
  plan.inverseTransform(answer, ln);
  const filter = Float64Array.from({ length: size / 2 }, (_, i) => answer[2 * i]!);
  return convolved(samples, filter);
}

function convolved(samples: Float64Array, filter: Float64Array): Float64Array {
  const size = powerOfTwo(samples.length + filter.length);
  const plan = planFor(size);
  const a = transform(samples, size);
  const b = transform(filter, size);
  for (let k = 0; k <= size / 2; k++) {
    const [ar, ai, br, bi] = [a[2 * k]!, a[2 * k + 1]!, b[2 * k]!, b[2 * k + 1]!];
    a[2 * k] = ar * br - ai * bi;
    a[2 * k + 1] = ar * bi + ai * br;
  }
  plan.completeSpectrum(a);
  const back = new Float64Array(2 * size);
  plan.inverseTransform(back, a);
  return Float64Array.from(samples, (_, i) => back[2 * i]!);
}
