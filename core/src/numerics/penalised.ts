/**
 * Penalised least squares: unknowns that are expected about nought, each within its spread, and data that depend on some of them, each within its error.
 *
 * Minimises Σ ((found − at(x))/error)² + Σ (x/spread)² by Gauss-Newton steps, halved where they would make it worse. How far whole groups of data and of
 * unknowns stray beyond what is stated of them is found along with it (D. MacKay, Neural Computation 4 (1992) 415): data that scatter more count for less,
 * and unknowns that are found to depart more than stated are held less. Neither is ever taken as better than stated.
 */
import { CholeskyDecomposition, Matrix } from 'ml-matrix';

export interface Datum {
  group: string;
  found: number;
  /** Standard error. */
  error: number;
  /** Indices of the unknowns it depends on. */
  on: readonly number[];
  at(x: ArrayLike<number>): number;
}

export interface Expected {
  group: string;
  /** Standard deviation about nought. */
  spread: number;
}

export interface PenalisedResult {
  x: Float64Array;
  /** Of x, by rows. */
  covariance: Float64Array[];
  /** Errors and spreads are so many times those stated, by group; at least 1. */
  scatter: Map<string, number>;
  widened: Map<string, number>;
}

const STEP = 1e-4;
const ROUNDS = 12;
const HALVINGS = 8;
/** Spreads are widened at most so many times, and only those of the groups named. */
const MOST_WIDENED = 3;
const SETTLED = 1e-3;

const linear = (datum: Datum, x: Float64Array): { value: number; slopes: number[] } => {
  const value = datum.at(x);
  const slopes = datum.on.map((u) => {
    const kept = x[u]!;
    x[u] = kept + STEP;
    const more = datum.at(x);
    x[u] = kept;
    return (more - value) / STEP;
  });
  return { value, slopes };
};

export interface Strays {
  /** Groups of unknowns whose spread may turn out larger than stated. */
  widen?: readonly string[];
  /** Groups of data whose errors are what they are stated to be. */
  steady?: readonly string[];
}

/**
 * `from`: an answer to nearly the same question: the search begins there, and how far groups stray is taken from it. Throws where the system is not positive
 * definite: a spread or an error that is not above nought.
 */
export function penalised(
  data: readonly Datum[],
  expected: readonly Expected[],
  { widen = [], steady = [] }: Strays = {},
  from: PenalisedResult | null = null,
): PenalisedResult {
  const n = expected.length;
  const x = from ? from.x.slice() : new Float64Array(n);
  const groups = [...new Set(data.map((d) => d.group))];
  const scatter = new Map(groups.map((g) => [g, from?.scatter.get(g) ?? 1]));
  const widened = new Map([...new Set(expected.map((e) => e.group))].map((g) => [g, from?.widened.get(g) ?? 1]));
  const errorOf = (d: Datum) => d.error * scatter.get(d.group)!;
  const spreadOf = (e: Expected) => e.spread * widened.get(e.group)!;
  const misfit = (at: Float64Array) =>
    data.reduce((s, d) => s + ((d.found - d.at(at)) / errorOf(d)) ** 2, 0) +
    expected.reduce((s, e, i) => s + (at[i]! / spreadOf(e)) ** 2, 0);
  let covariance = Matrix.eye(n, n);
  let inverse = () => covariance;
  for (let round = 0; round < ROUNDS; round++) {
    const a = new Float64Array(n * n);
    const b = new Float64Array(n);
    expected.forEach((e, i) => {
      const w = 1 / spreadOf(e) ** 2;
      a[i * n + i] = w;
      b[i] = -w * x[i]!;
    });
    const slopes = data.map((d) => {
      const l = linear(d, x);
      const w = 1 / errorOf(d) ** 2;
      d.on.forEach((u, p) => {
        b[u]! += w * l.slopes[p]! * (d.found - l.value);
        for (let q = 0; q < d.on.length; q++) a[u * n + d.on[q]!]! += w * (l.slopes[p]! * l.slopes[q]!);
      });
      return l;
    });
    const factored = new CholeskyDecomposition(Matrix.from1DArray(n, n, a));
    inverse = () => factored.solve(Matrix.eye(n, n));
    if (!from) covariance = inverse();
    const step = factored.solve(Matrix.columnVector(b)).getColumn(0);
    const before = misfit(x);
    let part = 1;
    let next = x;
    for (let halving = 0; halving <= HALVINGS; halving++, part /= 2) {
      next = x.map((v, i) => v + part * step[i]!);
      if (misfit(next) <= before + 1e-9) break;
    }
    const moved = Math.max(0, ...next.map((v, i) => Math.abs(v - x[i]!) / spreadOf(expected[i]!)));
    x.set(next);
    // What the data tell of each unknown, and what each datum tells.
    const told = from ? [] : expected.map((e, i) => 1 - covariance.get(i, i) / spreadOf(e) ** 2);
    let changed = moved;
    const settle = (kept: Map<string, number>, group: string, squares: number, free: number, most: number) => {
      const was = kept.get(group)!;
      const is = Math.min(most, Math.max(1, Math.sqrt(squares / Math.max(1, free))));
      kept.set(group, is);
      changed = Math.max(changed, Math.abs(is / was - 1));
    };
    for (const group of from ? [] : groups.filter((g) => !steady.includes(g))) {
      let [squares, free] = [0, 0];
      data.forEach((d, k) => {
        if (d.group !== group) return;
        const own = d.on.reduce(
          (s, u, p) =>
            s + d.on.reduce((t, v, q) => t + slopes[k]!.slopes[p]! * slopes[k]!.slopes[q]! * covariance.get(u, v), 0),
          0,
        );
        squares += ((d.found - d.at(x)) / d.error) ** 2;
        free += 1 - own / errorOf(d) ** 2;
      });
      settle(scatter, group, squares, free, Infinity);
    }
    for (const group of from ? [] : widen) {
      const [squares, free] = expected.reduce(
        ([s, f], e, i) => (e.group === group ? [s + (x[i]! / e.spread) ** 2, f + told[i]!] : [s, f]),
        [0, 0],
      );
      settle(widened, group, squares, free, MOST_WIDENED);
    }
    if (changed < SETTLED) break;
  }
  let told: Float64Array[] | null = null;
  const rows = (m: Matrix) => m.to2DArray().map((row) => Float64Array.from(row));
  return {
    ...{ x, scatter, widened },
    // Who asks only for x does not wait for it.
    get covariance() {
      return (told ??= rows(from ? inverse() : covariance));
    },
  };
}
