/**
 * Dense symmetric positive systems by Cholesky's factor: n × n by rows in one array, of which the lower half counts. The same on the package's matrices of
 * lists takes several times as long, and reading a recording solves hundreds of them.
 */

// Bound once: looking up the global in these innermost loops is slow where code runs in a separate context.
const { sqrt } = Math;

/** The lower half becomes L; false where the matrix is not positive definite, and then it is of no use. */
export function factor(a: Float64Array, n: number): boolean {
  for (let i = 0; i < n; i++) {
    const row = i * n;
    let j = 0;
    // Four columns at once: each number of the row is fetched once for all of them.
    for (; j + 3 < i; j += 4) {
      const p = j * n;
      const q = p + n;
      const r = q + n;
      const t = r + n;
      let w = a[row + j]!;
      let x = a[row + j + 1]!;
      let y = a[row + j + 2]!;
      let z = a[row + j + 3]!;
      for (let k = 0; k < j; k++) {
        const v = a[row + k]!;
        w -= v * a[p + k]!;
        x -= v * a[q + k]!;
        y -= v * a[r + k]!;
        z -= v * a[t + k]!;
      }
      w /= a[p + j]!;
      x = (x - w * a[q + j]!) / a[q + j + 1]!;
      y = (y - w * a[r + j]! - x * a[r + j + 1]!) / a[r + j + 2]!;
      z = (z - w * a[t + j]! - x * a[t + j + 1]! - y * a[t + j + 2]!) / a[t + j + 3]!;
      a[row + j] = w;
      a[row + j + 1] = x;
      a[row + j + 2] = y;
      a[row + j + 3] = z;
    }
    for (; j < i; j++) {
      const other = j * n;
      let s = a[row + j]!;
      for (let k = 0; k < j; k++) s -= a[row + k]! * a[other + k]!;
      a[row + j] = s / a[other + j]!;
    }
    let s = a[row + i]!;
    for (let k = row; k < row + i; k++) s -= a[k]! * a[k]!;
    if (!(s > 0)) return false;
    a[row + i] = sqrt(s);
  }
  return true;
}

/** L Lᵀ x = b, in place of b. */
export function solveFactored(l: Float64Array, n: number, b: Float64Array): Float64Array {
  for (let i = 0; i < n; i++) {
    let s = b[i]!;
    for (let k = 0; k < i; k++) s -= l[i * n + k]! * b[k]!;
    b[i] = s / l[i * n + i]!;
  }
  for (let i = n - 1; i >= 0; i--) {
    const v = (b[i]! /= l[i * n + i]!);
    for (let k = 0; k < i; k++) b[k]! -= l[i * n + k]! * v;
  }
  return b;
}

/** Diagonal of (L Lᵀ)⁻¹: the sums of the squares down the columns of L⁻¹. */
export function inverseDiagonal(l: Float64Array, n: number): Float64Array {
  const out = new Float64Array(n);
  const column = new Float64Array(n);
  for (let j = 0; j < n; j++) {
    column[j] = 1 / l[j * n + j]!;
    out[j] = column[j]! * column[j]!;
    for (let i = j + 1; i < n; i++) {
      let s = 0;
      for (let k = j; k < i; k++) s -= l[i * n + k]! * column[k]!;
      column[i] = s / l[i * n + i]!;
      out[j]! += column[i]! * column[i]!;
    }
  }
  return out;
}
