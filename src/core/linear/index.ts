/** Eigenvalues and vectors of a symmetric matrix (n × n, row by row) by cyclic Jacobi rotations; vectors in columns. Golub and Van Loan, §8.5. */
export function symmetricEigen(matrix: Float64Array, n: number): { values: Float64Array; vectors: Float64Array } {
  const a = matrix.slice();
  const v = new Float64Array(n * n);
  for (let i = 0; i < n; i++) v[i * n + i] = 1;
  for (let sweep = 0; sweep < 60; sweep++) {
    let off = 0;
    let diagonal = 0;
    for (let k = 0; k < n * n; k++) {
      if (k % (n + 1) === 0) diagonal += a[k]! ** 2;
      else off += a[k]! ** 2;
    }
    if (off <= 1e-28 * diagonal) break;
    for (let p = 0; p < n; p++) {
      for (let q = p + 1; q < n; q++) {
        const apq = a[p * n + q]!;
        if (apq === 0) continue;
        const theta = (a[q * n + q]! - a[p * n + p]!) / (2 * apq);
        const t = Math.sign(theta || 1) / (Math.abs(theta) + Math.sqrt(theta * theta + 1));
        const c = 1 / Math.sqrt(t * t + 1);
        const s = t * c;
        for (let k = 0; k < n; k++) {
          const [x, y] = [a[k * n + p]!, a[k * n + q]!];
          a[k * n + p] = c * x - s * y;
          a[k * n + q] = s * x + c * y;
        }
        for (let k = 0; k < n; k++) {
          const [x, y] = [a[p * n + k]!, a[q * n + k]!];
          a[p * n + k] = c * x - s * y;
          a[q * n + k] = s * x + c * y;
          const [vx, vy] = [v[k * n + p]!, v[k * n + q]!];
          v[k * n + p] = c * vx - s * vy;
          v[k * n + q] = s * vx + c * vy;
        }
      }
    }
  }
  return { values: Float64Array.from({ length: n }, (_, i) => a[i * n + i]!), vectors: v };
}

/** Solves (A + λ·diag A)·x = b for symmetric A by Cholesky; null where the matrix is not positive. */
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

/** Solves A·x = b (n × n, row by row) by elimination with row exchange; null where A is singular. */
export function solveLinear(matrix: Float64Array, right: Float64Array, n: number): Float64Array | null {
  const a = matrix.slice();
  const x = right.slice();
  for (let c = 0; c < n; c++) {
    let pivot = c;
    for (let r = c + 1; r < n; r++) if (Math.abs(a[r * n + c]!) > Math.abs(a[pivot * n + c]!)) pivot = r;
    if (!(Math.abs(a[pivot * n + c]!) > 1e-12)) return null;
    if (pivot !== c) {
      for (let k = 0; k < n; k++) [a[c * n + k], a[pivot * n + k]] = [a[pivot * n + k]!, a[c * n + k]!];
      [x[c], x[pivot]] = [x[pivot]!, x[c]!];
    }
    for (let r = c + 1; r < n; r++) {
      const f = a[r * n + c]! / a[c * n + c]!;
      if (f === 0) continue;
      for (let k = c; k < n; k++) a[r * n + k]! -= f * a[c * n + k]!;
      x[r]! -= f * x[c]!;
    }
  }
  for (let r = n - 1; r >= 0; r--) {
    for (let k = r + 1; k < n; k++) x[r]! -= a[r * n + k]! * x[k]!;
    x[r]! /= a[r * n + r]!;
  }
  return x;
}

/** The inverse of A (n × n, row by row) by elimination with row exchange; null where A is singular. */
export function inverse(matrix: Float64Array, n: number): Float64Array | null {
  const a = matrix.slice();
  const out = new Float64Array(n * n);
  for (let i = 0; i < n; i++) out[i * n + i] = 1;
  for (let c = 0; c < n; c++) {
    let pivot = c;
    for (let r = c + 1; r < n; r++) if (Math.abs(a[r * n + c]!) > Math.abs(a[pivot * n + c]!)) pivot = r;
    const by = a[pivot * n + c]!;
    if (!(Math.abs(by) > 1e-12)) return null;
    for (const m of [a, out]) {
      for (let k = 0; k < n; k++) {
        const top = m[pivot * n + k]! / by;
        m[pivot * n + k] = m[c * n + k]!;
        m[c * n + k] = top;
      }
    }
    for (let r = 0; r < n; r++) {
      const f = r === c ? 0 : a[r * n + c]!;
      if (f === 0) continue;
      for (let k = 0; k < n; k++) {
        a[r * n + k]! -= f * a[c * n + k]!;
        out[r * n + k]! -= f * out[c * n + k]!;
      }
    }
  }
  return out;
}
