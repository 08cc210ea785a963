import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import { bench, describe } from 'vitest';
import { solveDamped } from '.';

/** Size of the normal equations of a drive with nine pulleys. */
const N = 24;
const A = Float64Array.from({ length: N * N }, (_, k) => (k % (N + 1) === 0 ? N : Math.cos(Math.abs((k % N) - Math.floor(k / N)))));
const B = Float64Array.from({ length: N }, (_, i) => Math.sin(i));

describe('damped normal equations', () => {
  bench('solveDamped', () => {
    solveDamped(A, B, N, 1e-3);
  });
  bench('ml-matrix', () => {
    const damped = Matrix.from1DArray(N, N, A);
    for (let i = 0; i < N; i++) damped.set(i, i, damped.get(i, i) * (1 + 1e-3) + 1e-12);
    new CholeskyDecomposition(damped).solve(Matrix.columnVector(B));
  });
});
