declare module 'numeric' {
  const numeric: {
    /** Inverse of a square matrix. */
    det(matrix: readonly (readonly number[])[]): number;
    inv(matrix: readonly (readonly number[])[]): number[][];
    /** Quasi-Newton (BFGS) minimiser for any smooth function. */
    uncmin(
      f: (x: number[]) => number,
      start: number[],
      tolerance?: number,
      gradient?: (x: number[]) => number[],
      maxIterations?: number,
    ): { solution: number[]; f: number };
  };
  export default numeric;
}
