/**
 * Lowest modes of K φ = κ² M φ: Lanczos in blocks of four, in the inner product of M, with every new block freed from all
 * former ones twice (once is not enough: copies of modes already found creep in).
 *
 * The operator is a Chebyshev polynomial of (K + sM)⁻¹M that stays within ±1 for every mode above the limit and grows
 * steeply below it: some 1.4 vectors a mode are then enough where the plain inverse takes three, and freeing and the small
 * eigenproblem, which grow with the square and the cube of that number, stop mattering.
 *
 * Source: G. Golub and C. Van Loan, Matrix Computations, 4th ed., §10.3 (block Lanczos); T. Ericsson and A. Ruhe, Math.
 * Comp. 35 (1980) 1251 (shift and invert); Y. Saad, Numerical Methods for Large Eigenvalue Problems, 2nd ed., ch. 7 (filters).
 */
import { uniform } from '../../numerics/random';
import { bandAt, bandStride, type HalfSparse, type Linalg, roundUp } from '../../numerics/linalg/types';
import { type Mesh, overCells } from './mesh';
import { bandEigen } from './tridiagonal';

/** Shift over the limit's κ²: makes the matrix positive, and keeps the filter's largest value near 10⁶. */
const SHIFT_PART = 0.2;
/** Degree of the filter. */
const DEGREE = 4;
/** The filter's edge over the limit's κ². */
const EDGE = 1.03;
/** A mode counts as found when its residual in the filtered problem is below this part of its value. */
const RESIDUAL = 1e-6;
const BLOCK = 4;
const HALF = 4;

export interface EigenPlan {
  /** Unknowns, rounded up to four. */
  n: number;
  half: number;
  /** Lanczos vectors at most, a multiple of four. */
  vectors: number;
  /** Modes at most. */
  modes: number;
  /** Memory all that takes, bytes. */
  bytes: number;
}

/** What solving takes, known before it starts. `expected`: modes below the limit by Weyl's formula. */
export function planEigen(size: number, half: number, expected: number): EigenPlan {
  const n = roundUp(size, 4);
  const modes = roundUp(Math.ceil(1.12 * expected + 12), 4);
  const vectors = Math.min(roundUp(Math.ceil(2.2 * expected + 80), 4), roundUp(Math.max(8, n - 8), 4));
  const entries = 14 * n;
  const bytes =
    8 * (n * bandStride(half) + 64) + // band
    12 * entries + // mass
    8 * n * (vectors + 4) + // basis
    8 * n * 4 * 5 + // work
    8 * 4 * vectors * 4 +
    8 * vectors * vectors + // small eigenvectors
    8 * vectors * modes +
    4 * n * modes +
    65536;
  return { n, half, vectors, modes, bytes };
}

export interface Matrices {
  /** K + sM. */
  band: Float64Array;
  mass: HalfSparse;
  shift: number;
}

/** K + sM as a band, s by the limit κ² ≤ `cut`; M half stored. Unknowns beyond the mesh's stand alone with 1 on the diagonal. */
export function assemble(la: Linalg, mesh: Mesh, plan: EigenPlan, cut: number): Matrices {
  const shift = SHIFT_PART * cut;
  const { n, half } = plan;
  const w = bandStride(half);
  const band = la.f64(n * w + 64);
  const massBand = new Float64Array(n * (half + 1));
  overCells(mesh, (u, m, s) => {
    for (let a = 0; a < 8; a++) {
      const i = u[a]!;
      if (i < 0) continue;
      for (let b = 0; b < 8; b++) {
        const j = u[b]!;
        if (j < 0 || j > i) continue;
        band[bandAt(i, j, w, half)]! += s[8 * a + b]! + shift * m[8 * a + b]!;
        massBand[j * (half + 1) + i - j]! += m[8 * a + b]!;
      }
    }
  });
  for (let i = mesh.size; i < n; i++) {
    band[bandAt(i, i, w, half)] = 1;
    massBand[i * (half + 1)] = 1;
  }
  let entries = 0;
  for (let i = 0; i < massBand.length; i++) if (massBand[i] !== 0) entries += 1;
  const mass: HalfSparse = { n, start: la.i32(n + 1), column: la.i32(entries), value: la.f64(entries) };
  let k = 0;
  for (let i = 0; i < n; i++) {
    for (let d = 0; d <= half; d++) {
      const v = massBand[i * (half + 1) + d]!;
      if (v === 0 && d > 0) continue;
      mass.column[k] = i + d;
      mass.value[k++] = v;
    }
    mass.start[i + 1] = k;
  }
  return { band, mass, shift };
}

export interface EigenPairs {
  /** κ² rising, 1/m²; about 0 first. */
  values: Float64Array;
  /** Mode m at unknown i: vectors[i·stride + m], ∫φ² = 1. */
  vectors: Float32Array;
  stride: number;
  /** Lanczos vectors it took. */
  steps: number;
}

/** X (n × 4) times a 4 × 4, in place. */
function times4(x: Float64Array, n: number, t: Float64Array): void {
  for (let i = 0, p = 0; i < n; i++, p += 4) {
    const [a, b, c, d] = [x[p]!, x[p + 1]!, x[p + 2]!, x[p + 3]!];
    x[p] = a * t[0]! + b * t[4]! + c * t[8]! + d * t[12]!;
    x[p + 1] = a * t[1]! + b * t[5]! + c * t[9]! + d * t[13]!;
    x[p + 2] = a * t[2]! + b * t[6]! + c * t[10]! + d * t[14]!;
    x[p + 3] = a * t[3]! + b * t[7]! + c * t[11]! + d * t[15]!;
  }
}

/** G = RᵀR of a 4 × 4; R upper, and its inverse. Null when G is not positive beyond rounding. */
function upperFactor(g: Float64Array): { r: Float64Array; inverse: Float64Array } | null {
  const r = new Float64Array(16);
  for (let i = 0; i < 4; i++) {
    for (let j = i; j < 4; j++) {
      let s = g[4 * i + j]!;
      for (let k = 0; k < i; k++) s -= r[4 * k + i]! * r[4 * k + j]!;
      if (i === j) {
        if (!(s > 1e-26 * g[5 * i]!) || !(s > 1e-290)) return null;
        r[5 * i] = Math.sqrt(s);
      } else r[4 * i + j] = s / r[5 * i]!;
    }
  }
  const inverse = new Float64Array(16);
  for (let j = 0; j < 4; j++) {
    inverse[5 * j] = 1 / r[5 * j]!;
    for (let i = j - 1; i >= 0; i--) {
      let s = 0;
      for (let k = i + 1; k <= j; k++) s -= r[4 * i + k]! * inverse[4 * k + j]!;
      inverse[4 * i + j] = s / r[5 * i]!;
    }
  }
  return { r, inverse };
}

const multiply4 = (a: Float64Array, b: Float64Array): Float64Array =>
  Float64Array.from({ length: 16 }, (_, q) => {
    const [i, j] = [q >> 2, q & 3];
    return a[4 * i]! * b[j]! + a[4 * i + 1]! * b[4 + j]! + a[4 * i + 2]! * b[8 + j]! + a[4 * i + 3]! * b[12 + j]!;
  });

/**
 * All modes with κ² ≤ `cut`; null when the space the plan allows does not hold them.
 * @param progress 0…1
 */
export function lowestModes(
  la: Linalg,
  { band, mass, shift }: Matrices,
  plan: EigenPlan,
  size: number,
  expected: number,
  cut: number,
  progress: (part: number) => void = () => {},
): EigenPairs | null {
  const { n, half } = plan;
  const w = bandStride(half);
  la.bandFactor(band, n, w, half);
  const most = plan.vectors / BLOCK;
  const basis = la.f64(n * (plan.vectors + BLOCK));
  const block = (j: number) => basis.subarray(j * 4 * n, (j + 1) * 4 * n);
  const [work, massWork] = [la.f64(4 * n), la.f64(4 * n)];
  const coefficients = la.f64(4 * plan.vectors + 16 * BLOCK);
  const gram = la.f64(16);
  const random = uniform(7);

  /** Makes `work` orthonormal in M, with M·work beside it; false when it has lost its rank. */
  const orthonormalise = (): Float64Array | null => {
    let total: Float64Array | null = null;
    for (let pass = 0; pass < 2; pass++) {
      la.symmetric4(mass, work, massWork);
      la.dots4(work, 1, n, massWork, gram);
      const factor = upperFactor(gram);
      if (!factor) return null;
      times4(work, n, factor.inverse);
      total = total ? multiply4(factor.r, total) : factor.r;
    }
    return total;
  };
  const free = (blocks: number, onto: Float64Array | null) => {
    for (let pass = 0; pass < 2; pass++) {
      la.symmetric4(mass, work, massWork);
      la.dots4(basis, blocks, n, massWork, coefficients);
      la.take4(basis, blocks, n, coefficients, work);
      if (onto) for (let i = 0; i < 16; i++) onto[i]! += coefficients[16 * (blocks - 1) + i]!;
    }
  };

  for (let i = 0; i < 4 * size; i++) work[i] = random() - 0.5;
  orthonormalise();
  block(0).set(work);
  const diagonals: Float64Array[] = [];
  const below: Float64Array[] = [];

  /** Small matrix of the first `blocks`, as a band. */
  const smallBand = (blocks: number): Float64Array => {
    const list = new Float64Array(4 * blocks * (HALF + 1));
    const put = (i: number, j: number, v: number) => (list[i * (HALF + 1) + HALF - (i - j)] = v);
    for (let b = 0; b < blocks; b++) {
      for (let i = 0; i < 4; i++) {
        for (let j = 0; j <= i; j++)
          put(4 * b + i, 4 * b + j, (diagonals[b]![4 * i + j]! + diagonals[b]![4 * j + i]!) / 2);
        if (b + 1 < blocks) for (let j = i; j < 4; j++) put(4 * b + 4 + i, 4 * b + j, below[b]![4 * i + j]!);
      }
    }
    return list;
  };
  // The filter: T_d of x = 2 θ/θ₀ − 1, θ = 1/(κ² + s), θ₀ at the edge.
  const edge = 1 / (EDGE * cut + shift);
  const kappa2 = (mu: number) => 1 / ((edge * (Math.cosh(Math.acosh(mu) / DEGREE) + 1)) / 2) - shift;
  const [former, current] = [la.f64(4 * n), la.f64(4 * n)];
  /** `work` becomes the filter times the block. */
  const filter = (of: Float64Array) => {
    current.set(of);
    for (let d = 1; d <= DEGREE; d++) {
      la.symmetric4(mass, current, work);
      la.bandSolve4(band, n, w, half, work);
      const [a, b] = d === 1 ? [2 / edge, 1] : [4 / edge, 2];
      if (d === 1) for (let i = 0; i < 4 * n; i++) work[i] = a * work[i]! - b * current[i]!;
      else for (let i = 0; i < 4 * n; i++) work[i] = a * work[i]! - b * current[i]! - former[i]!;
      if (d === DEGREE) return;
      former.set(current);
      current.set(work);
    }
  };

  let check = Math.min(most, Math.ceil((1.3 * expected + 16) / BLOCK));
  let blocks = 0;
  let found = false;
  while (!found) {
    // One more block.
    filter(block(blocks));
    const diagonal = new Float64Array(16);
    blocks += 1;
    free(blocks, diagonal);
    diagonals.push(diagonal);
    const r = orthonormalise();
    // The space is used up: what was found is all there is.
    if (!r) break;
    below.push(r);
    block(blocks).set(work);
    progress(Math.min(0.95, (0.9 * blocks) / check));
    if (blocks < check && blocks < most) continue;
    const m = 4 * blocks;
    const ends = la.f64(4 * m);
    for (let i = 0; i < 4; i++) ends[4 * (m - 4 + i) + i] = 1;
    const theta = bandEigen(la, smallBand(blocks), m, HALF, ends, 4);
    let beyond = false;
    found = true;
    theta.forEach((t, i) => {
      if (!(t > 1) || kappa2(t) > cut) {
        beyond = true;
        return;
      }
      const e = ends.subarray(4 * i, 4 * i + 4);
      const residual = Math.hypot(
        ...[0, 1, 2, 3].map(
          (q) => r[4 * q]! * e[0]! + r[4 * q + 1]! * e[1]! + r[4 * q + 2]! * e[2]! + r[4 * q + 3]! * e[3]!,
        ),
      );
      if (residual > RESIDUAL * t) found = false;
    });
    found &&= beyond;
    if (!found && blocks >= most) return null;
    check = Math.min(most, Math.ceil(blocks * 1.08 + 1));
  }

  const m = 4 * blocks;
  const z = la.f64(m * m);
  for (let i = 0; i < m; i++) z[i * m + i] = 1;
  const theta = bandEigen(la, smallBand(blocks), m, HALF, z, m);
  const chosen = Array.from(theta, (t, i) => ({ value: t > 1 ? kappa2(t) : Infinity, i }))
    .filter(({ value }) => value <= cut)
    .sort((a, b) => a.value - b.value);
  const stride = roundUp(chosen.length, 4);
  const panels = la.f64(m * stride);
  chosen.forEach(({ i }, c) => {
    const panel = (c >> 2) * 4 * m + (c & 3);
    for (let k = 0; k < m; k++) panels[panel + 4 * k] = z[i * m + k]!;
  });
  const vectors = la.f32(n * stride);
  la.combine(basis, blocks, n, panels, stride, vectors);
  progress(1);
  return { values: Float64Array.from(chosen, (c) => c.value), vectors, stride, steps: m };
}
