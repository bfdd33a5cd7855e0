/**
 * Sums of damped sinusoids by least squares. The products of two of them over the samples are geometric series, and so are those of their derivatives by
 * frequency and damping: Σ kᵐ zᵏ in closed form instead of a walk over the samples for every pair.
 */
import { Matrix, solve } from 'ml-matrix';
import { factor, inverseDiagonal, solveFactored } from '../../numerics/cholesky';

// Bound once: looking up the global in these innermost loops is slow where code runs in a separate context.
const { cos, exp, max, min, sin, sqrt } = Math;

export interface Pole {
  /** rad/s and 1/s. */
  w: number;
  d: number;
}

/** e^{−dt} cos wt and e^{−dt} sin wt of a pole over the samples. */
type Wave = [c: Float64Array, s: Float64Array];

function waveOf({ w, d }: Pole, count: number, rate: number): Wave {
  const [c, s] = [new Float64Array(count), new Float64Array(count)];
  // Each sample from the one before: turned by w and shrunk by d. Over a few hundred of them rounding stays in the last digits.
  const [re, im] = [exp(-d / rate) * cos(w / rate), exp(-d / rate) * sin(w / rate)];
  c[0] = 1;
  for (let i = 1; i < count; i++) {
    c[i] = c[i - 1]! * re - s[i - 1]! * im;
    s[i] = c[i - 1]! * im + s[i - 1]! * re;
  }
  return [c, s];
}

/** Nearer to 1 than so much of 1/N the closed form loses digits, and the sum is walked. */
const NEAR_ONE = 0.05;

/** Σ kᵐ zᵏ over k = 0 … N − 1 for m = 0, 1, 2 as re, im into `out`, z = e^{−d + jw} of one sample. */
function powerSums(d: number, w: number, count: number, out: Float64Array): void {
  const size = exp(-d);
  const [re, im] = [size * cos(w), size * sin(w)];
  // 1/(1 − z), and z^N.
  const [ar, ai] = [1 - re, -im];
  const square = ar * ar + ai * ai;
  if (square * count * count < NEAR_ONE * NEAR_ONE) {
    out.fill(0);
    let [zr, zi] = [1, 0];
    for (let k = 0; k < count; k++) {
      out[0]! += zr;
      out[1]! += zi;
      out[2]! += k * zr;
      out[3]! += k * zi;
      out[4]! += k * k * zr;
      out[5]! += k * k * zi;
      [zr, zi] = [zr * re - zi * im, zr * im + zi * re];
    }
    return;
  }
  const [br, bi] = [ar / square, -ai / square];
  const last = exp(-d * count);
  const [lr, li] = [last * cos(w * count), last * sin(w * count)];
  const s0r = (1 - lr) * br + li * bi;
  const s0i = (1 - lr) * bi - li * br;
  // (1 − z) Σ k zᵏ = Σ zᵏ − 1 − (N − 1) z^N, and so on for the squares.
  const n1 = count - 1;
  const [p, q] = [s0r - 1 - n1 * lr, s0i - n1 * li];
  const [s1r, s1i] = [p * br - q * bi, p * bi + q * br];
  const [u, v] = [2 * s1r - s0r + 1 - n1 * n1 * lr, 2 * s1i - s0i - n1 * n1 * li];
  out[0] = s0r;
  out[1] = s0i;
  out[2] = s1r;
  out[3] = s1i;
  out[4] = u * br - v * bi;
  out[5] = u * bi + v * br;
}

/**
 * Products of all columns with one another. Column a of a pole is Re(α zᵏ kᵐ): its cosine (α = 1), its sine (−j) and, with amplitudes a − jb, the derivatives
 * by w (j(a − jb)/rate, m = 1) and d (−(a − jb)/rate, m = 1). First the cosines and sines of all poles, then the derivatives of all.
 */
function products(poles: readonly Pole[], count: number, rate: number, amplitudes: Float64Array | null): Float64Array {
  const each = amplitudes ? 4 : 2;
  const m = each * poles.length;
  const out = new Float64Array(m * m);
  const weights = poles.map((_, i) => {
    if (!amplitudes) return Float64Array.of(1, 0, 0, -1);
    const [a, b] = [amplitudes[2 * i]! / rate, amplitudes[2 * i + 1]! / rate];
    return Float64Array.of(1, 0, 0, -1, b, a, -a, b);
  });
  const [sum, difference] = [new Float64Array(6), new Float64Array(6)];
  const place = (i: number, a: number) => (a < 2 ? 2 * i + a : 2 * poles.length + 2 * i + a - 2);
  for (let i = 0; i < poles.length; i++) {
    const p = poles[i]!;
    for (let j = i; j < poles.length; j++) {
      const q = poles[j]!;
      // zᵢ zⱼ, and zᵢ times the conjugate of zⱼ.
      powerSums((p.d + q.d) / rate, (p.w + q.w) / rate, count, sum);
      powerSums((p.d + q.d) / rate, (p.w - q.w) / rate, count, difference);
      const [f, g] = [weights[i]!, weights[j]!];
      for (let a = 0; a < each; a++) {
        const [fr, fi] = [f[2 * a]!, f[2 * a + 1]!];
        const row = place(i, a);
        for (let b = i === j ? a : 0; b < each; b++) {
          const [gr, gi] = [g[2 * b]!, g[2 * b + 1]!];
          const k = 2 * ((a >> 1) + (b >> 1));
          const value =
            ((fr * gr - fi * gi) * sum[k]! -
              (fr * gi + fi * gr) * sum[k + 1]! +
              (fr * gr + fi * gi) * difference[k]! -
              (fi * gr - fr * gi) * difference[k + 1]!) /
            2;
          const column = place(j, b);
          out[row > column ? row * m + column : column * m + row] = value;
        }
      }
    }
  }
  return out;
}

/** Columns are held a little where they are alike. */
const HELD = 1e-10;

/** The normal equations of `products`, its columns brought to length 1, factored; solves them, and tells what each solution is uncertain by. */
function normal(products: Float64Array, m: number) {
  const scale = Float64Array.from({ length: m }, (_, i) => sqrt(products[i * m + i]!) || 1);
  for (let i = 0; i < m; i++)
    for (let j = 0; j <= i; j++)
      products[i * m + j] = products[i * m + j]! / scale[i]! / scale[j]! + (i === j ? HELD : 0);
  const l = Float64Array.from(products);
  const positive = factor(l, m);
  // Where columns are so alike that rounding made them indefinite, by pivots.
  const pivoted = (right: Matrix) =>
    solve(
      Matrix.zeros(m, m).apply(function (i, j) {
        this.set(i, j, products[max(i, j) * m + min(i, j)]!);
      }),
      right,
    );
  return {
    solve(right: Float64Array): Float64Array {
      const b = right.map((v, i) => v / scale[i]!);
      const x = positive ? solveFactored(l, m, b) : Float64Array.from(pivoted(Matrix.columnVector(b)).to1DArray());
      return x.map((v, i) => v / scale[i]!);
    },
    /** Square roots of the diagonal of the inverse. */
    spread(): Float64Array {
      const inverse = positive ? inverseDiagonal(l, m) : pivoted(Matrix.eye(m)).diagonal();
      return Float64Array.from(inverse, (v, i) => sqrt(max(0, v)) / scale[i]!);
    },
  };
}

export function energyOf(y: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < y.length; i++) sum += y[i]! * y[i]!;
  return sum;
}
function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!;
  return sum;
}

/** The sum of given poles that is nearest to the samples. */
export interface DampedSum {
  poles: readonly Pole[];
  waves: readonly Wave[];
  /** Of cosine and sine, pole by pole. */
  amplitudes: Float64Array;
  /** What it leaves, and that one's energy. */
  left: Float64Array;
  residual: number;
}

/** Amplitudes of given poles by least squares. */
export function sumOf(poles: readonly Pole[], y: Float64Array, rate: number): DampedSum {
  const waves = poles.map((p) => waveOf(p, y.length, rate));
  const right = Float64Array.from({ length: 2 * poles.length }, (_, i) => dot(waves[i >> 1]![i & 1]!, y));
  const amplitudes = normal(products(poles, y.length, rate, null), right.length).solve(right);
  const left = Float64Array.from(y);
  waves.forEach(([c, s], k) => {
    const [a, b] = [amplitudes[2 * k]!, amplitudes[2 * k + 1]!];
    for (let i = 0; i < left.length; i++) left[i]! -= a * c[i]! + b * s[i]!;
  });
  return { poles, waves, amplitudes, left, residual: energyOf(left) };
}

/** Furthest a pole moves in one round, rad/s, and least it is damped, 1/s. */
const FURTHEST = 6;
const LEAST_DAMPED = 0.5;

/** Poles a step of Gauss and Newton nearer, and standard errors of those it began at: Hz is f's, 1/s is d's. */
export function nearer(
  { poles, waves, amplitudes, left, residual }: DampedSum,
  rate: number,
): { moved: Pole[]; errors: () => { w: number; d: number }[] } {
  const m = 4 * poles.length;
  const from = 2 * poles.length;
  const right = new Float64Array(m);
  waves.forEach(([c, s], k) => {
    const [a, b] = [amplitudes[2 * k]! / rate, amplitudes[2 * k + 1]! / rate];
    let [p, q] = [0, 0];
    for (let i = 0; i < left.length; i++) {
      p += i * c[i]! * left[i]!;
      q += i * s[i]! * left[i]!;
    }
    right.set([dot(c, left), dot(s, left)], 2 * k);
    right.set([b * p - a * q, -(a * p + b * q)], from + 2 * k);
  });
  const equations = normal(products(poles, left.length, rate, amplitudes), m);
  const step = equations.solve(right);
  const variance = residual / max(1, left.length - m);
  return {
    moved: poles.map(({ w, d }, k) => {
      const [byW, byD] = [step[from + 2 * k]!, step[from + 2 * k + 1]!];
      return {
        w: w + max(-FURTHEST, min(FURTHEST, byW)),
        d: max(LEAST_DAMPED, d + max(-0.3 * d, min(0.3 * d, byD))),
      };
    }),
    errors: () => {
      const spread = equations.spread().map((v) => v * sqrt(variance));
      return poles.map((_, k) => ({ w: spread[from + 2 * k]!, d: spread[from + 2 * k + 1]! }));
    },
  };
}
