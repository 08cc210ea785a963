import { EigenvalueDecomposition, LuDecomposition, Matrix } from 'ml-matrix';

/** Matrices are n × n, row by row. */
const matrixOf = (values: Float64Array, n: number): Matrix => Matrix.from1DArray(n, n, values);

/** A smaller pivot counts as 0: the matrix is singular. */
const LEAST_PIVOT = 1e-12;

/** Eigenvalues and vectors of a symmetric matrix; vectors in columns. */
export function symmetricEigen(matrix: Float64Array, n: number): { values: Float64Array; vectors: Float64Array } {
  if (n === 0) return { values: new Float64Array(0), vectors: new Float64Array(0) };
  const found = new EigenvalueDecomposition(matrixOf(matrix, n), { assumeSymmetric: true });
  return { values: Float64Array.from(found.realEigenvalues), vectors: Float64Array.from(found.eigenvectorMatrix.to1DArray()) };
}

/** LU decomposition with row exchange; null where the matrix is singular. */
function decomposed(matrix: Float64Array, n: number): LuDecomposition | null {
  const lu = new LuDecomposition(matrixOf(matrix, n));
  return lu.upperTriangularMatrix.diagonal().every((pivot) => Math.abs(pivot) > LEAST_PIVOT) ? lu : null;
}

/** Solves A·x = b; null where A is singular. */
export function solveLinear(matrix: Float64Array, right: Float64Array, n: number): Float64Array | null {
  const solved = decomposed(matrix, n)?.solve(Matrix.columnVector(right));
  return solved ? Float64Array.from(solved.to1DArray()) : null;
}

/** The inverse of A; null where A is singular. */
export function inverse(matrix: Float64Array, n: number): Float64Array | null {
  const solved = decomposed(matrix, n)?.solve(Matrix.eye(n));
  return solved ? Float64Array.from(solved.to1DArray()) : null;
}

/**
 * Solves (A + λ·diag A)·x = b for symmetric A by Cholesky; null where the matrix is not positive. The innermost loop of
 * the survey and of the tap meter: a benchmark compares it with the same steps by ml-matrix.
 */
export function solveDamped(a: Float64Array, b: Float64Array, n: number, lambda: number): Float64Array | null {
  const l = new Float64Array(n * n);
  for (let i = 0; i < n; i++) {
    for (let j = 0; j <= i; j++) {
      let sum = a[i * n + j]! + (i === j ? lambda * (a[i * n + i]! + 1e-9) : 0);
      for (let k = 0; k < j; k++) sum -= l[i * n + k]! * l[j * n + k]!;
      if (i !== j) l[i * n + j] = sum / l[j * n + j]!;
      else if (sum > 0) l[i * n + i] = Math.sqrt(sum);
      else return null;
    }
  }
  const x = b.slice();
  for (let i = 0; i < n; i++) {
    for (let k = 0; k < i; k++) x[i]! -= l[i * n + k]! * x[k]!;
    x[i]! /= l[i * n + i]!;
  }
  for (let i = n - 1; i >= 0; i--) {
    for (let k = i + 1; k < n; k++) x[i]! -= l[k * n + i]! * x[k]!;
    x[i]! /= l[i * n + i]!;
  }
  return x;
}
