/** The loops of types.ts in plain TypeScript: the meaning of each, the reference of the tests, and the fall-back. */
import { bandAt, type Linalg, noPivot, notPositive } from './types';

const { sqrt } = Math;

export function plainLinalg(): Linalg {
  return {
    f64: (length) => new Float64Array(length),
    f32: (length) => new Float32Array(length),
    i32: (length) => new Int32Array(length),

    bandFactor(a, n, w, half) {
      for (let i = 0; i < n; i++) {
        const first = Math.max(0, i - half);
        for (let j = first; j <= i; j++) {
          const from = Math.max(first, j - half);
          let p = bandAt(i, from, w, half);
          let q = bandAt(j, from, w, half);
          let s = 0;
          for (let k = from; k < j; k++) s += a[p++]! * a[q++]!;
          const rest = a[bandAt(i, j, w, half)]! - s;
          if (j < i) a[bandAt(i, j, w, half)] = rest * a[q]!;
          else if (rest > 0) a[bandAt(i, i, w, half)] = 1 / sqrt(rest);
          else notPositive(i);
        }
      }
    },

    bandSolve4(a, n, w, half, x) {
      for (let i = 0; i < n; i++) {
        let [s0, s1, s2, s3] = [x[4 * i]!, x[4 * i + 1]!, x[4 * i + 2]!, x[4 * i + 3]!];
        const first = Math.max(0, i - half);
        let p = bandAt(i, first, w, half);
        for (let k = first; k < i; k++) {
          const l = a[p++]!;
          s0 -= l * x[4 * k]!;
          s1 -= l * x[4 * k + 1]!;
          s2 -= l * x[4 * k + 2]!;
          s3 -= l * x[4 * k + 3]!;
        }
        const d = a[p]!;
        x[4 * i] = s0 * d;
        x[4 * i + 1] = s1 * d;
        x[4 * i + 2] = s2 * d;
        x[4 * i + 3] = s3 * d;
      }
      for (let i = n - 1; i >= 0; i--) {
        const first = Math.max(0, i - half);
        let p = bandAt(i, i, w, half);
        const d = a[p]!;
        const [s0, s1, s2, s3] = [x[4 * i]! * d, x[4 * i + 1]! * d, x[4 * i + 2]! * d, x[4 * i + 3]! * d];
        x[4 * i] = s0;
        x[4 * i + 1] = s1;
        x[4 * i + 2] = s2;
        x[4 * i + 3] = s3;
        for (let k = i - 1; k >= first; k--) {
          const l = a[--p]!;
          x[4 * k]! -= l * s0;
          x[4 * k + 1]! -= l * s1;
          x[4 * k + 2]! -= l * s2;
          x[4 * k + 3]! -= l * s3;
        }
      }
    },

    symmetric4({ n, start, column, value }, x, y) {
      y.fill(0, 0, 4 * n);
      for (let i = 0; i < n; i++) {
        for (let k = start[i]!; k < start[i + 1]!; k++) {
          const j = column[k]!;
          const m = value[k]!;
          for (let c = 0; c < 4; c++) {
            y[4 * i + c]! += m * x[4 * j + c]!;
            if (j !== i) y[4 * j + c]! += m * x[4 * i + c]!;
          }
        }
      }
    },

    dots4(v, blocks, n, w, out) {
      for (let b = 0; b < blocks; b++) {
        for (let r = 0; r < 4; r++) {
          for (let c = 0; c < 4; c++) {
            let s = 0;
            for (let i = 0, p = 4 * b * n; i < n; i++, p += 4) s += v[p + r]! * w[4 * i + c]!;
            out[16 * b + 4 * r + c] = s;
          }
        }
      }
    },

    take4(v, blocks, n, c, w) {
      for (let b = 0; b < blocks; b++) {
        for (let i = 0, p = 4 * b * n; i < n; i++, p += 4) {
          for (let q = 0; q < 4; q++) {
            w[4 * i + q]! -=
              v[p]! * c[16 * b + q]! +
              v[p + 1]! * c[16 * b + 4 + q]! +
              v[p + 2]! * c[16 * b + 8 + q]! +
              v[p + 3]! * c[16 * b + 12 + q]!;
          }
        }
      }
    },

    combine(v, blocks, n, z, columns, out) {
      for (let i = 0; i < n; i++) {
        for (let j = 0; j < columns; j++) {
          let s = 0;
          const panel = (j >> 2) * blocks * 16 + (j & 3);
          for (let b = 0; b < blocks; b++) {
            for (let r = 0; r < 4; r++) s += v[4 * (b * n + i) + r]! * z[panel + 16 * b + 4 * r]!;
          }
          out[i * columns + j] = s;
        }
      }
    },

    rotate(a, x, y, length, c, s) {
      for (let i = 0; i < length; i++) {
        const [p, q] = [a[x + i]!, a[y + i]!];
        a[x + i] = c * p + s * q;
        a[y + i] = c * q - s * p;
      }
    },

    gemmF32(m, k, r, a, b, c) {
      const line = new Float64Array(r);
      for (let i = 0; i < m; i++) {
        line.fill(0);
        for (let q = 0; q < k; q++) {
          const e = a[i * k + q]!;
          for (let j = 0, p = q * r; j < r; j++) line[j]! += e * b[p++]!;
        }
        c.set(line, i * r);
      }
    },

    blend(b, count, br, bi, gr, gi) {
      for (let i = 0; i < count; i++) {
        gr[i]! += br * b[i]!;
        gi[i]! += bi * b[i]!;
      }
    },

    schur(re, im, n, hr, hi, above, er, ei) {
      for (let h = 0; h < above; h++) {
        for (let i = 0, row = h * n; i < n; i++) {
          const mr = hr[row + i]! * er[h]! - hi[row + i]! * ei[h]!;
          const mi = hr[row + i]! * ei[h]! + hi[row + i]! * er[h]!;
          for (let j = i, o = i * n + i; j < n; j++, o++) {
            re[o]! -= mr * hr[row + j]! - mi * hi[row + j]!;
            im[o]! -= mr * hi[row + j]! + mi * hr[row + j]!;
          }
        }
      }
    },

    complexFactor(re, im, n) {
      for (let k = 0; k < n; k++) {
        const pr = re[k * n + k]!;
        const pi = im[k * n + k]!;
        const size = pr * pr + pi * pi;
        if (!(size > 0)) noPivot(k);
        const dr = pr / size;
        const di = -pi / size;
        for (let i = k + 1; i < n; i++) {
          const ur = re[k * n + i]!;
          const ui = im[k * n + i]!;
          const mr = ur * dr - ui * di;
          const mi = ur * di + ui * dr;
          for (let j = i, p = k * n + i, q = i * n + i; j < n; j++, p++, q++) {
            re[q]! -= mr * re[p]! - mi * im[p]!;
            im[q]! -= mr * im[p]! + mi * re[p]!;
          }
        }
        re[k * n + k] = dr;
        im[k * n + k] = di;
      }
    },

    complexSolve(re, im, n, xr, xi) {
      for (let k = 0; k < n; k++) {
        const [dr, di] = [re[k * n + k]!, im[k * n + k]!];
        const yr = xr[k]! * dr - xi[k]! * di;
        const yi = xr[k]! * di + xi[k]! * dr;
        xr[k] = yr;
        xi[k] = yi;
        for (let j = k + 1, p = k * n + k + 1; j < n; j++, p++) {
          xr[j]! -= yr * re[p]! - yi * im[p]!;
          xi[j]! -= yr * im[p]! + yi * re[p]!;
        }
      }
      for (let k = n - 1; k >= 0; k--) {
        let sr = 0;
        let si = 0;
        for (let j = k + 1, p = k * n + k + 1; j < n; j++, p++) {
          sr += re[p]! * xr[j]! - im[p]! * xi[j]!;
          si += re[p]! * xi[j]! + im[p]! * xr[j]!;
        }
        const [dr, di] = [re[k * n + k]!, im[k * n + k]!];
        xr[k]! -= sr * dr - si * di;
        xi[k]! -= sr * di + si * dr;
      }
    },
  };
}
