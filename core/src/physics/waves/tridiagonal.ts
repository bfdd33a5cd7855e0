/**
 * Eigenvalues of a small symmetric band matrix and what its eigenvectors hold: plane rotations to three diagonals
 * (H. Schwarz 1968), then QL with implicit shifts (Wilkinson and Reinsch, Handbook for Automatic Computation II, 1971).
 */
import type { Linalg } from '../../numerics/linalg/types';

const { abs, hypot } = Math;

/**
 * @param band rows of half + 1: entry [i·(half+1) + d] is the element (i, i − half + d), d = half on the diagonal; destroyed
 * @param z rows of `width` numbers (even), one a row of the matrix: each rotation turns them; starting from columns of the
 * unit matrix, row i ends as those components of eigenvector i
 * @returns eigenvalues in the order of the rows of z
 */
export function bandEigen(
  la: Linalg,
  band: Float64Array,
  n: number,
  half: number,
  z: Float64Array,
  width: number,
): Float64Array {
  const w = half + 1;
  // Room for the bulge: one more diagonal.
  const wide = half + 2;
  const a = new Float64Array(n * wide);
  for (let i = 0; i < n; i++) {
    for (let d = 0; d < w; d++) if (i - half + d >= 0) a[i * wide + d + 1] = band[i * w + d]!;
  }
  const get = (i: number, j: number) =>
    i >= j ? a[i * wide + wide - 1 - (i - j)]! : a[j * wide + wide - 1 - (j - i)]!;
  const put = (i: number, j: number, v: number) => {
    if (i >= j) a[i * wide + wide - 1 - (i - j)] = v;
    else a[j * wide + wide - 1 - (j - i)] = v;
  };
  for (let d = half; d >= 2; d--) {
    for (let start = 0; start + d < n; start++) {
      // Element (start + d, start) goes; what it throws d further down is chased out of the matrix.
      let [i, column] = [start + d, start];
      while (i < n) {
        const y = get(i, column);
        if (y === 0) break;
        const x = get(i - 1, column);
        const r = hypot(x, y);
        const [c, s] = [x / r, y / r];
        put(i - 1, column, r);
        put(i, column, 0);
        const [p, q] = [i - 1, i];
        const [app, aqq, apq] = [get(p, p), get(q, q), get(q, p)];
        put(p, p, c * c * app + 2 * c * s * apq + s * s * aqq);
        put(q, q, s * s * app - 2 * c * s * apq + c * c * aqq);
        put(q, p, (c * c - s * s) * apq + c * s * (aqq - app));
        for (let k = Math.max(column + 1, p - d); k < p; k++) {
          const [u, v] = [get(p, k), get(q, k)];
          put(p, k, c * u + s * v);
          put(q, k, c * v - s * u);
        }
        const last = Math.min(n - 1, q + d);
        for (let k = q + 1; k <= last; k++) {
          const u = k - p <= half + 1 ? get(k, p) : 0;
          const v = get(k, q);
          if (k - p <= half + 1) put(k, p, c * u + s * v);
          put(k, q, c * v - s * u);
        }
        la.rotate(z, p * width, q * width, width, c, s);
        column = p;
        i = p + 1 + d;
        // The bulge sits at (p + d + 1, p).
        if (i >= n) break;
      }
    }
  }
  const diagonal = new Float64Array(n);
  const off = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    diagonal[i] = get(i, i);
    if (i + 1 < n) off[i] = get(i + 1, i);
  }
  for (let l = 0; l < n; l++) {
    for (let round = 0; ; round++) {
      let m = l;
      for (; m < n - 1; m++) {
        const size = abs(diagonal[m]!) + abs(diagonal[m + 1]!);
        if (abs(off[m]!) <= 1e-16 * size) break;
      }
      if (m === l) break;
      if (round > 60) throw new RangeError('bandEigen: the iteration does not settle');
      let g = (diagonal[l + 1]! - diagonal[l]!) / (2 * off[l]!);
      let r = hypot(g, 1);
      g = diagonal[m]! - diagonal[l]! + off[l]! / (g + (g >= 0 ? r : -r));
      let [s, c, p] = [1, 1, 0];
      let i = m - 1;
      for (; i >= l; i--) {
        const f = s * off[i]!;
        const b = c * off[i]!;
        r = hypot(f, g);
        off[i + 1] = r;
        if (r === 0) {
          diagonal[i + 1]! -= p;
          off[m] = 0;
          break;
        }
        s = f / r;
        c = g / r;
        g = diagonal[i + 1]! - p;
        r = (diagonal[i]! - g) * s + 2 * c * b;
        p = s * r;
        diagonal[i + 1] = g + p;
        g = c * r - b;
        // Rows i + 1 and i: z_{i+1} = s z_i + c z_{i+1}, z_i = c z_i − s z_{i+1}.
        la.rotate(z, (i + 1) * width, i * width, width, c, s);
      }
      if (r === 0 && i >= l) continue;
      diagonal[l]! -= p;
      off[l] = g;
      off[m] = 0;
    }
  }
  return diagonal;
}
