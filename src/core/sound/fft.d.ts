declare module 'fft.js' {
  /** Complex transforms of a fixed size, a power of two; interleaved real and imaginary parts. */
  export default class FFT {
    constructor(size: number);
    createComplexArray(): number[];
    realTransform(out: number[] | Float64Array, input: ArrayLike<number>): void;
    completeSpectrum(spectrum: number[] | Float64Array): void;
    inverseTransform(out: number[] | Float64Array, input: ArrayLike<number>): void;
  }
}
