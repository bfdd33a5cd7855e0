/**
 * The modes that are really in an impulse response, below about 300 Hz: a sum of damped sinusoids. Poles by the matrix pencil on the signal subspace (Y. Hua and
 * T. K. Sarkar, IEEE Trans. ASSP 38 (1990) 814; R. Roy and T. Kailath, IEEE Trans. ASSP 37 (1989) 984), then polished by least squares. What
 * each is uncertain by follows from the residual and from how far it strays when the sound is taken up later: modes too close together are told as one that
 * wanders. Modes nearer than about the inverse of the length cannot be told apart.
 */
import { EigenvalueDecomposition, Matrix } from 'ml-matrix';
import { type DampedSum, energyOf, nearer, type Pole, sumOf } from './damped';
import { sizeFor, type Spectrum, spectrumOf } from '../fourier';
import { lowered } from './lower';

// Bound once: looking up the global in these innermost loops is slow where code runs in a separate context.
const { LN10, PI, atan2, ceil, exp, floor, hypot, log, log10, max, min, sqrt } = Math;

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
const MOST_SAMPLES = 600;
const PENCIL = 128;
const MOST_POLES = 90;
/** Singular values so far below the first are noise, in energy. */
const SUBSPACE = 1e-9;
/** Told are rings down to so far below the strongest, dB. */
const WEAKEST_DB = -40;
/** What rings for less is the loudspeaker's own corner or no mode at all; for longer, a tone of the noise, s. */
const DECAYS = [0.1, 8] as const;
const ROUNDS = 4;
/** Kept are poles with so much of the strongest one's energy. */
const FAINT = 1e-6;
/** Later starts at which every pole is looked at again, parts of the stretch of time. */
const LATER = [0.06, 0.12, 0.2] as const;
/** Of a pole that has fallen by e to the minus so much nothing is learned any more. */
const FALLEN = 1.5;
/** Noise moves a pole by so many standard errors without anything being wrong. */
const NOISE_MOVES = 0.7;
/** Of a shorter one nothing is told, s. */
const LEAST_SECONDS = 0.1;
const LN1000 = 3 * LN10;

/** A response from a little before its onset on, as a spectrum: what every stretch of frequencies is taken from. */
interface Spread {
  spectrum: Spectrum;
  rate: number;
  /** s before the onset, and behind it. */
  lead: number;
  seconds: number;
}

function spreadOf(x: ArrayLike<number>, rate: number, onset: number, until: number): Spread {
  const seconds = min(until, (x.length - onset) / rate);
  const lead = Math.round(0.1 * rate);
  const part = new Float64Array(lead + Math.round(seconds * rate));
  for (let i = max(0, lead - onset); i < part.length; i++) part[i] = x[onset - lead + i] ?? 0;
  return { spectrum: spectrumOf(part, sizeFor(part.length + lead)), rate, lead: lead / rate, seconds };
}

/** The same at a lower rate, from where the first arrivals are over. */
function laterPart({ spectrum, rate, lead, seconds }: Spread, highest: number) {
  const { samples, rate: own } = lowered(spectrum, rate, highest);
  const from = ceil((lead + SKIP) * own);
  const to = min(samples.length, from + MOST_SAMPLES, floor((lead + seconds) * own));
  return { y: samples.slice(from, to), rate: own, start: from / own - lead };
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

/**
 * What poles are uncertain by: beside the errors of noise, how far each strays beyond them when the sound is taken up later. What is one mode is the same one a
 * moment later; two that were taken for one have parted. From a sound that has fallen by e^{−dt}, noise moves an estimate by e^{dt} times its error.
 */
function surenessOf({ poles }: DampedSum, errors: readonly Pole[], y: Float64Array, rate: number): Pole[] {
  const later = LATER.map((part) => {
    const from = floor(part * y.length);
    return { t: from / rate, moved: nearer(sumOf(poles, y.slice(from), rate), rate).moved };
  });
  return poles.map((p, i) => {
    const of = (key: keyof Pole) => {
      const beyond = later.map(({ t, moved }, k) => {
        if (k > 0 && p.d * t > FALLEN) return 0;
        const noise = NOISE_MOVES * errors[i]![key];
        return (moved[i]![key] - p[key]) ** 2 - noise * noise * (exp(2 * p.d * t) - 1);
      });
      return sqrt(errors[i]![key] ** 2 + max(0, ...beyond));
    };
    return { w: of('w'), d: of('d') };
  });
}

/** Told with a better standard error than this: Hz, part of the decay. */
const SURE = { f: 0.25, decay: 0.2 };
const isSure = (p: Pole, error: Pole): boolean => error.w / 2 / PI < SURE.f && error.d < SURE.decay * p.d;

/** What is left may grow by so much when neighbours are put together. */
const WORSE = 2.5;

interface Polished {
  sum: DampedSum;
  errors: Pole[];
}

/** Poles drawn to where the sum fits best, and what each is uncertain by. */
function polished(poles: readonly Pole[], y: Float64Array, rate: number): Polished {
  let sum = sumOf(poles, y, rate);
  let step = nearer(sum, rate);
  for (let round = 0; round < ROUNDS; round++) {
    const trial = sumOf(step.moved, y, rate);
    if (!(trial.residual < sum.residual)) break;
    sum = trial;
    if (round + 1 < ROUNDS) step = nearer(sum, rate);
  }
  return { sum, errors: surenessOf(sum, step.errors(), y, rate) };
}

/** Neighbours nearer than the inverse of the length of which one at least is not sure, put together by their energies; null: there are none. */
function joined({ sum, errors }: Polished, seconds: number): Pole[] | null {
  const list = sum.poles
    .map((p, i) => ({
      ...p,
      energy: hypot(sum.amplitudes[2 * i]!, sum.amplitudes[2 * i + 1]!) ** 2 / p.d,
      sure: isSure(p, errors[i]!),
    }))
    .sort((a, b) => a.w - b.w);
  const out: typeof list = [];
  for (const p of list) {
    const last = out.at(-1);
    if (!last || (p.sure && last.sure) || p.w - last.w > (2 * PI) / seconds) {
      out.push(p);
      continue;
    }
    const energy = p.energy + last.energy;
    const mean = (key: keyof Pole) => (p[key] * p.energy + last[key] * last.energy) / energy;
    // What has been joined is not joined again.
    out[out.length - 1] = { w: mean('w'), d: mean('d'), energy, sure: true };
  }
  return out.length < list.length ? out : null;
}

/** Damped sinusoids up to a frequency; those under `lowest` are fitted along, and told elsewhere. */
function stretch(of: Spread, lowest: number, highest: number): Ringing {
  const { y, rate: own, start } = laterPart(of, highest);
  const nothing = { rings: [], resolution: 1 / of.seconds, residualDb: 0, upTo: lowest };
  const whole = energyOf(y);
  if (!(whole > 0)) return nothing;
  const found = polesOf(y, own).filter(({ d }) => d > LN1000 / DECAYS[1] / 2 && d < (LN1000 / DECAYS[0]) * 4);
  if (found.length === 0) return nothing;
  // Weak ones only mop up what is no mode: away with them before the polish.
  const first = sumOf(found, y, own);
  const strengths = first.waves.map(
    ([c], i) => energyOf(c) * hypot(first.amplitudes[2 * i]!, first.amplitudes[2 * i + 1]!) ** 2,
  );
  const least = FAINT * max(...strengths);
  let sure = polished(
    found.filter((_, i) => strengths[i]! > least),
    y,
    own,
  );
  // Two that cannot be told apart are one to the ear as well, if that one then stands still.
  const merged = joined(sure, of.seconds);
  const again = merged && polished(merged, y, own);
  if (again && again.sum.residual < WORSE * sure.sum.residual) sure = again;
  const { sum, errors } = sure;
  const { poles, amplitudes } = sum;
  const told = poles
    .map((p, i) => ({ p, a: hypot(amplitudes[2 * i]!, amplitudes[2 * i + 1]!) * exp(p.d * start), e: errors[i]! }))
    .filter(({ p }) => p.w / 2 / PI >= lowest && p.w / 2 / PI <= highest)
    .filter(({ p }) => LN1000 / p.d >= DECAYS[0] && LN1000 / p.d <= DECAYS[1]);
  const rings = told
    .map(({ p, a, e }) => ({
      f: p.w / 2 / PI,
      decay: LN1000 / p.d,
      levelDb: 20 * log10(a),
      fError: e.w / 2 / PI,
      decayError: (LN1000 / p.d ** 2) * e.d,
    }))
    .sort((a, b) => a.f - b.f);
  return { rings, resolution: own / y.length, residualDb: 10 * log10(sum.residual / whole), upTo: highest };
}

/** Stretches that are fitted one after the other, Hz: low ones are few and long, and want no more samples than they need. */
const STRETCHES = [70, 150, 300] as const;
/** A sum that leaves more than this is not what rings, dB. */
const LEFT_DB = -22;

/** Damped sinusoids of an impulse response; samples at `rate`, beginning at `onset`. An empty list where nothing rings. */
export function ringingOf(x: ArrayLike<number>, rate: number, onset: number, options: RingingOptions = {}): Ringing {
  const { lowest = 15, highest = 300, until = 1 } = options;
  const tops = [...STRETCHES.filter((f) => f < highest && f > lowest), highest];
  const of = spreadOf(x, rate, onset, until);
  let told: Ringing = { rings: [], resolution: until > 0 ? 1 / until : Infinity, residualDb: 0, upTo: lowest };
  if (!(of.seconds > LEAST_SECONDS)) return told;
  for (const [i, top] of tops.entries()) {
    const found = stretch(of, lowest, top);
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
