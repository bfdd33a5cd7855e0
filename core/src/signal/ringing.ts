/**
 * The modes that are really in an impulse response, below about 300 Hz: a sum of damped sinusoids. Poles by the matrix pencil on the signal subspace (Y. Hua and
 * T. K. Sarkar, IEEE Trans. ASSP 38 (1990) 814; R. Roy and T. Kailath, IEEE Trans. ASSP 37 (1989) 984), then polished by least squares; what
 * each is uncertain by follows from the residual. Modes nearer than about the inverse of the length cannot be told apart.
 */
import { CholeskyDecomposition, EigenvalueDecomposition, Matrix, solve } from 'ml-matrix';
import { signalOf, sizeFor, spectrumOf } from './fourier';

// Bound once: looking up the global in these innermost loops is slow where code runs in a separate context.
const { LN10, PI, atan2, ceil, cos, exp, floor, hypot, log, log10, max, min, sin, sqrt } = Math;

export interface Ring {
  f: number;
  /** Time for 60 dB, s. */
  decay: number;
  /** Amplitude at the onset, dB re the strongest. */
  levelDb: number;
  /** Standard errors: Hz, s. */
  fError: number;
  decayError: number;
}

export interface Ringing {
  rings: Ring[];
  /** Two nearer than this cannot be told apart, Hz. */
  resolution: number;
  /** What the sum leaves of the signal's energy, dB. */
  residualDb: number;
  /** Above this they lie too close together to be told apart, Hz. */
  upTo: number;
}

export interface RingingOptions {
  /** Hz; default 15 to 300. */
  lowest?: number;
  highest?: number;
  /** End of what is above the noise, s from the onset. */
  until?: number;
}

/** The first milliseconds are arrivals, not yet modes, s. */
const SKIP = 0.012;
const MOST_SAMPLES = 360;
const PENCIL = 128;
const MOST_POLES = 90;
/** Singular values so far below the first are noise, in energy. */
const SUBSPACE = 1e-9;
/** Told are rings down to so far below the strongest, dB. */
const WEAKEST_DB = -45;
/** What rings for less is the loudspeaker's own corner or no mode at all; for longer, a tone of the noise, s. */
const DECAYS = [0.1, 8] as const;
const LN1000 = 3 * LN10;

interface Pole {
  /** rad/s and 1/s. */
  w: number;
  d: number;
}

/** A response from the onset on at a lower rate: what lies above 1.5 times the highest frequency is taken away. */
function lowered(x: ArrayLike<number>, rate: number, onset: number, highest: number, seconds: number) {
  const lead = Math.round(0.1 * rate);
  const length = Math.round(seconds * rate);
  const n = sizeFor(2 * lead + length);
  const part = Float64Array.from({ length: lead + length }, (_, i) => x[onset - lead + i] ?? 0);
  const spectrum = spectrumOf(part, n);
  let size = n;
  while ((size / 2) * (rate / n) > 3 * highest) size /= 2;
  const bin = rate / n;
  const low = new Float64Array(size + 2);
  for (let k = 0; k <= size / 2; k++) {
    const over = (k * bin - highest) / (0.5 * highest);
    const part = over <= 0 ? 1 : over >= 1 ? 0 : 0.5 + 0.5 * cos(PI * over);
    low[2 * k] = (spectrum[2 * k]! * part * size) / n;
    low[2 * k + 1] = (spectrum[2 * k + 1]! * part * size) / n;
  }
  const own = (rate * size) / n;
  const from = ceil((lead / rate + SKIP) * own);
  const to = min(size, from + MOST_SAMPLES, floor((lead / rate + seconds) * own));
  return { y: signalOf(low).slice(from, to), rate: own, start: from / own - lead / rate };
}

function polesOf(y: Float64Array, rate: number): Pole[] {
  const rows = min(PENCIL, floor(y.length / 2));
  const columns = y.length - rows + 1;
  // R = H·Hᵀ of the Hankel matrix, each entry from the one before on its diagonal.
  const r = Array.from({ length: rows }, () => new Float64Array(rows));
  for (let j = 0; j < rows; j++) {
    let sum = 0;
    for (let k = 0; k < columns; k++) sum += y[k]! * y[k + j]!;
    r[0]![j] = r[j]![0] = sum;
    for (let i = 1; i + j < rows; i++) {
      sum += y[i + columns - 1]! * y[i + j + columns - 1]! - y[i - 1]! * y[i + j - 1]!;
      r[i]![i + j] = r[i + j]![i] = sum;
    }
  }
  const eigen = new EigenvalueDecomposition(new Matrix(r.map((row) => [...row])), { assumeSymmetric: true });
  const order = eigen.realEigenvalues.map((v, i) => [v, i] as const).sort((a, b) => b[0] - a[0]);
  const kept = order
    .filter(([v]) => v > SUBSPACE * order[0]![0])
    .slice(0, MOST_POLES)
    .map(([, i]) => i);
  const space = eigen.eigenvectorMatrix.subMatrixColumn(kept);
  // Least squares of U₁·shift = U₂, U without its last and without its first row. U's columns are orthonormal: with the last row v, U₁ᵀU₁ = I − vvᵀ, whose
  // inverse is I + vvᵀ/(1 − v·v).
  const product = space
    .subMatrix(0, rows - 2, 0, kept.length - 1)
    .transpose()
    .mmul(space.subMatrix(1, rows - 1, 0, kept.length - 1));
  const v = Matrix.columnVector(space.getRow(rows - 1));
  const shift = Matrix.add(product, v.mmul(v.transpose().mmul(product)).div(max(1e-12, 1 - v.dot(v))));
  const found = new EigenvalueDecomposition(shift);
  return found.realEigenvalues.flatMap((re, i): Pole[] => {
    const im = found.imaginaryEigenvalues[i]!;
    if (!(im > 0)) return [];
    return [{ w: atan2(im, re) * rate, d: -log(hypot(re, im)) * rate }];
  });
}

/** Columns e^{−dt} cos wt, e^{−dt} sin wt of every pole over the samples. */
function waves(poles: readonly Pole[], count: number, rate: number): Float64Array[] {
  return poles.flatMap(({ w, d }) => {
    const [c, s] = [new Float64Array(count), new Float64Array(count)];
    // Each sample from the one before: turned by w and shrunk by d. Over a few hundred of them rounding stays in the last digits.
    const [re, im] = [exp(-d / rate) * cos(w / rate), exp(-d / rate) * sin(w / rate)];
    c[0] = 1;
    for (let i = 1; i < count; i++) {
      c[i] = c[i - 1]! * re - s[i - 1]! * im;
      s[i] = c[i - 1]! * im + s[i - 1]! * re;
    }
    return [c, s];
  });
}

/** Solves normal equations; where columns are so alike that rounding made them indefinite, by pivots. */
function solved(normal: Matrix, right: Matrix): Matrix {
  const factor = new CholeskyDecomposition(normal);
  return factor.isPositiveDefinite() ? factor.solve(right) : solve(normal, right);
}

/** Least squares by the normal equations, held a little where columns are alike. Returns the solution and the inverse's diagonal. */
function fit(columns: readonly Float64Array[], y: Float64Array) {
  const m = columns.length;
  const scale = columns.map((c) => sqrt(energyOf(c)) || 1);
  const dot = (a: Float64Array, b: Float64Array) => {
    let s = 0;
    for (let i = 0; i < a.length; i++) s += a[i]! * b[i]!;
    return s;
  };
  const normal = Matrix.zeros(m, m);
  const put = (i: number, j: number, sum: number) => {
    const v = sum / scale[i]! / scale[j]! + (i === j ? 1e-10 : 0);
    normal.set(i, j, v);
    normal.set(j, i, v);
  };
  for (let i = 0; i < m; i++) {
    const a = columns[i]!;
    let j = i;
    // Four at once: each sample of the first is fetched once for all of them.
    for (; j + 3 < m; j += 4) {
      const [b, c, d, e] = [columns[j]!, columns[j + 1]!, columns[j + 2]!, columns[j + 3]!];
      let [p, q, r, s] = [0, 0, 0, 0];
      for (let k = 0; k < a.length; k++) {
        const v = a[k]!;
        p += v * b[k]!;
        q += v * c[k]!;
        r += v * d[k]!;
        s += v * e[k]!;
      }
      put(i, j, p);
      put(i, j + 1, q);
      put(i, j + 2, r);
      put(i, j + 3, s);
    }
    for (; j < m; j++) put(i, j, dot(a, columns[j]!));
  }
  const right = Matrix.columnVector(columns.map((c, i) => dot(c, y) / scale[i]!));
  const x = solved(normal, right)
    .to1DArray()
    .map((v, i) => v / scale[i]!);
  return { x, normal, scale };
}

/** Standard errors of frequency, Hz, and damping, 1/s, from the inverse of the normal equations. */
interface Sureness {
  normal: Matrix;
  scale: readonly number[];
  /** Column the derivatives begin at. */
  from: number;
  variance: number;
}
function errorsOf(count: number, { normal, scale, from, variance }: Sureness): { f: number; d: number }[] {
  const inverse = solved(normal, Matrix.eye(normal.rows));
  const of = (i: number) => sqrt(max(0, inverse.get(i, i)) * variance) / scale[i]!;
  return Array.from({ length: count }, (_, k) => ({ f: of(from + 2 * k) / (2 * PI), d: of(from + 2 * k + 1) }));
}

function leftOver(columns: readonly Float64Array[], x: readonly number[], y: Float64Array): Float64Array {
  const left = Float64Array.from(y);
  columns.forEach((c, k) => {
    for (let i = 0; i < left.length; i++) left[i]! -= x[k]! * c[i]!;
  });
  return left;
}
function energyOf(y: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < y.length; i++) sum += y[i]! * y[i]!;
  return sum;
}

/** Damped sinusoids up to a frequency; those under `lowest` are fitted along, and told elsewhere. */
function stretch(
  x: ArrayLike<number>,
  rate: number,
  onset: number,
  lowest: number,
  highest: number,
  until: number,
): Ringing {
  const seconds = min(until, (x.length - onset) / rate);
  const nothing = { rings: [], resolution: seconds > 0 ? 1 / seconds : Infinity, residualDb: 0, upTo: lowest };
  if (!(seconds > 0.1)) return nothing;
  const { y, rate: own, start } = lowered(x, rate, onset, highest, seconds);
  const whole = energyOf(y);
  if (!(whole > 0)) return nothing;
  let poles = polesOf(y, own).filter(({ d }) => d > LN1000 / DECAYS[1] / 2 && d < (LN1000 / DECAYS[0]) * 4);
  if (poles.length === 0) return nothing;
  const amplitudeOf = (list: readonly Pole[], coefficients: readonly number[]) =>
    list.map((p, i) => hypot(coefficients[2 * i]!, coefficients[2 * i + 1]!) * exp(p.d * start));
  const columns = waves(poles, y.length, own);
  const { x: coefficients } = fit(columns, y);
  // Weak ones only mop up what is no mode: away with them before the polish.
  const strengths = columns.map((_, i) =>
    i % 2 ? 0 : energyOf(columns[i]!) * (coefficients[i]! ** 2 + coefficients[i + 1]! ** 2),
  );
  const most = max(...strengths);
  poles = poles.filter((_, i) => strengths[2 * i]! > most * 1e-6);
  const sumOf = (list: readonly Pole[]) => {
    const of = waves(list, y.length, own);
    const { x } = fit(of, y);
    const left = leftOver(of, x, y);
    return { columns: of, coefficients: x, left, residual: energyOf(left) };
  };
  let sum = sumOf(poles);
  let sureness: Sureness | null = null;
  for (let round = 0; round < 4; round++) {
    const { columns, coefficients, left, residual } = sum;
    // Gauss–Newton: also along the derivatives by w and d.
    const slopes = poles.flatMap((_, k) => {
      const [c, s] = [columns[2 * k]!, columns[2 * k + 1]!];
      const [a, b] = [coefficients[2 * k]!, coefficients[2 * k + 1]!];
      const [byW, byD] = [new Float64Array(c.length), new Float64Array(c.length)];
      for (let i = 0; i < c.length; i++) {
        byW[i] = ((b * c[i]! - a * s[i]!) * i) / own;
        byD[i] = (-(a * c[i]! + b * s[i]!) * i) / own;
      }
      return [byW, byD];
    });
    const all = [...columns, ...slopes];
    const { x: step, normal, scale } = fit(all, left);
    const from = columns.length;
    sureness = { normal, scale, from, variance: residual / max(1, y.length - all.length) };
    const moved = poles.map(({ w, d }, k) => ({
      w: w + max(-6, min(6, step[from + 2 * k]!)),
      d: max(0.5, d + max(-0.3 * d, min(0.3 * d, step[from + 2 * k + 1]!))),
    }));
    const trial = sumOf(moved);
    if (!(trial.residual < residual)) break;
    [poles, sum] = [moved, trial];
  }
  const amplitudes = amplitudeOf(poles, sum.coefficients);
  const errors = errorsOf(poles.length, sureness!);
  const told = poles
    .map((p, i) => ({ p, a: amplitudes[i]!, e: errors[i]! }))
    .filter(({ p }) => p.w / 2 / PI >= lowest && p.w / 2 / PI <= highest)
    .filter(({ p }) => LN1000 / p.d >= DECAYS[0] && LN1000 / p.d <= DECAYS[1]);
  const rings = told
    .map(({ p, a, e }) => ({
      f: p.w / 2 / PI,
      decay: LN1000 / p.d,
      levelDb: 20 * log10(a),
      fError: e.f,
      decayError: (LN1000 / p.d ** 2) * e.d,
    }))
    .sort((a, b) => a.f - b.f);
  return { rings, resolution: own / y.length, residualDb: 10 * log10(sum.residual / whole), upTo: highest };
}

/** Stretches that are fitted one after the other, Hz: low ones are few and long, and want no more samples than they need. */
const STRETCHES = [70, 150, 300] as const;
/** A sum that leaves more than this is not what rings, dB. */
const LEFT_DB = -22;
/** Told with a better standard error than this: Hz, part of the decay. */
const SURE = { f: 0.6, decay: 0.3 };

/** Damped sinusoids of an impulse response; samples at `rate`, beginning at `onset`. An empty list where nothing rings. */
export function ringingOf(x: ArrayLike<number>, rate: number, onset: number, options: RingingOptions = {}): Ringing {
  const { lowest = 15, highest = 300, until = 1 } = options;
  const tops = [...STRETCHES.filter((f) => f < highest && f > lowest), highest];
  let told: Ringing = { rings: [], resolution: until > 0 ? 1 / until : Infinity, residualDb: 0, upTo: lowest };
  for (const [i, top] of tops.entries()) {
    const found = stretch(x, rate, onset, lowest, top, until);
    if (!(found.residualDb < LEFT_DB)) break;
    const from = i === 0 ? lowest : tops[i - 1]!;
    told = {
      // Near its end a stretch has what lies beyond in it: those between come from the next.
      rings: [...told.rings.filter((r) => r.f < from), ...found.rings.filter((r) => r.f >= from)],
      resolution: found.resolution,
      residualDb: found.residualDb,
      upTo: top,
    };
  }
  const strongest = max(...told.rings.map((r) => r.levelDb));
  const rings = told.rings
    .filter((r) => r.fError < SURE.f && r.decayError < SURE.decay * r.decay && r.levelDb - strongest >= WEAKEST_DB)
    .map((r) => ({ ...r, levelDb: r.levelDb - strongest }));
  return { ...told, rings };
}
