/**
 * The few loops the wave solver spends its time in. Two makers: `wasm.ts` (128-bit vectors) and `plain.ts`, its twin in
 * plain TypeScript, which says exactly what each loop does and is what the tests compare with.
 *
 * Arrays handed to the loops must come from the same maker; views stay valid as long as the maker is in use.
 */
export interface Linalg {
  /** Zeroed arrays. Throws RangeError when the room reserved at the start is used up. */
  f64(length: number): Float64Array;
  f32(length: number): Float32Array;
  i32(length: number): Int32Array;
  /**
   * Cholesky factor of a symmetric band matrix, in place: L, its diagonal inverted. Row i keeps column j (i − half ≤ j ≤ i)
   * at {@link bandAt}; zeros elsewhere. n a multiple of 4. Throws RangeError naming the row when the matrix is not positive.
   */
  bandFactor(a: Float64Array, n: number, w: number, half: number): void;
  /** Solves for four right-hand sides at once, x n × 4 by rows, in place. */
  bandSolve4(a: Float64Array, n: number, w: number, half: number, x: Float64Array): void;
  /** y = A x for four vectors; row i of A keeps columns from i on, its diagonal first. */
  symmetric4(a: HalfSparse, x: Float64Array, y: Float64Array): void;
  /** out (4·blocks × 4) = Vᵀ W. V: blocks of four vectors, each n × 4 by rows. */
  dots4(v: Float64Array, blocks: number, n: number, w: Float64Array, out: Float64Array): void;
  /** W −= V C. */
  take4(v: Float64Array, blocks: number, n: number, c: Float64Array, w: Float64Array): void;
  /** out (n × columns) = V Z; Z in panels of four columns, each 4·blocks × 4 by rows. n, columns multiples of 4. */
  combine(v: Float64Array, blocks: number, n: number, z: Float64Array, columns: number, out: Float32Array): void;
  /** x, y become c·x + s·y and c·y − s·x; `x` and `y` are starts in `a`, length even. */
  rotate(a: Float64Array, x: number, y: number, length: number, c: number, s: number): void;
  /** C (m × r) = A (m × k) B (k × r) by rows. m a multiple of 4, r of 8. `pack` holds 8·k. */
  gemmF32(m: number, k: number, r: number, a: Float32Array, b: Float32Array, c: Float32Array, pack: Float32Array): void;
  /** gr += br·b, gi += bi·b over `count` numbers, a multiple of 4. */
  blend(b: Float32Array, count: number, br: number, bi: number, gr: Float64Array, gi: Float64Array): void;
  /** Upper half of a complex A (n × n) −= Σ h hᵀ e over `above` rows h of n numbers; `above` even. */
  schur(
    re: Float64Array,
    im: Float64Array,
    n: number,
    hr: Float64Array,
    hi: Float64Array,
    above: number,
    er: Float64Array,
    ei: Float64Array,
  ): void;
  /** UᵀDU of a complex symmetric matrix (upper half of re, im; n × n by rows), in place. Throws RangeError on a zero pivot. */
  complexFactor(re: Float64Array, im: Float64Array, n: number): void;
  /** Solves for one right-hand side, in place. */
  complexSolve(re: Float64Array, im: Float64Array, n: number, xr: Float64Array, xi: Float64Array): void;
}

export interface HalfSparse {
  n: number;
  start: Int32Array;
  column: Int32Array;
  value: Float64Array;
}

/** Zeros kept in front of each band row, so that tiles may read past its left end. */
export const BAND_PAD = 6;
/** Stride of a band row of this half width. */
export const bandStride = (half: number): number => (half + 1 + BAND_PAD + 2) & ~1;
/** Where row i keeps column j. */
export const bandAt = (i: number, j: number, w: number, half: number): number => i * w + BAND_PAD + j - i + half;
export const roundUp = (n: number, to: number): number => Math.ceil(n / to) * to;

export function notPositive(row: number): never {
  throw new RangeError(`bandFactor: the matrix must be positive definite, row ${row} is not`);
}
export function noPivot(row: number): never {
  throw new RangeError(`complexFactor: the pivot of row ${row} vanishes`);
}
