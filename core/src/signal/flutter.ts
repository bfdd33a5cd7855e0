/**
 * Flutter: what comes back again and again at one interval. The envelope of the middle and high frequencies, freed of its decay, is compared with itself
 * later; what repeats shows at the interval and at its multiples.
 */
import { type Samples, signalOf, sizeFor, spectrumOf } from './fourier';

// Bound once: looking up the global in these innermost loops is slow where code runs in a separate context.
const { exp, floor, log, log10, max, min, round, sqrt } = Math;

export interface FlutterReading {
  /** s. */
  period: number;
  /** What repeats (its root mean square) and all that lies around it, over the latter alone, dB. */
  byDb: number;
  /** How far it stands over what chance gives, in standard deviations. */
  score: number;
}

/** Where the ear hears a flutter, Hz, and where it is looked for behind the direct sound, s. */
const BAND = [800, 7000] as const;
const FROM = 0.012;
const LONGEST = 0.3;
/** One value of the envelope, s, and what its decay is taken over. */
const STEP = 0.0002;
const AROUND = 0.03;
/** Intervals there can be: surfaces 0.7 m to 10 m apart, there and back, s. */
const PERIODS = [0.004, 0.06] as const;
/** Told from here on, in standard deviations of chance; the interval and its double alone from there on. */
const LEAST_SCORE = 7;
const LEAST_ALIKE = 2.5;
const MULTIPLES = [1, 2, 3, 4] as const;
const ALMOST = 0.75;
/** So many intervals have to fit into what is looked at. */
const TIMES = 5;

/** Power of the band, one value a step (in samples) from the onset on. */
function envelope(x: ArrayLike<number>, rate: number, onset: number, seconds: number, step: number): Samples {
  const length = min(x.length - onset, round((seconds + 0.02) * rate));
  const n = sizeFor(length);
  const spectrum = spectrumOf(
    Float64Array.from({ length }, (_, i) => x[onset + i]!),
    n,
  );
  const bin = rate / n;
  for (let k = 0; k <= n / 2; k++) {
    const f = k * bin;
    const g = f <= 0 ? 0 : exp(-0.5 * max(0, log(BAND[0] / f) / 0.2, log(f / BAND[1]) / 0.2) ** 2);
    spectrum[2 * k]! *= g;
    spectrum[2 * k + 1]! *= g;
  }
  const band = signalOf(spectrum);
  return Float64Array.from({ length: floor(min(length, seconds * rate) / step) }, (_, i) => {
    let sum = 0;
    for (let k = i * step; k < (i + 1) * step; k++) sum += band[k]! ** 2;
    return sum;
  });
}

/** Values over what lies `reach` to either side of them, less their mean, cut so that no single one decides. */
function freed(power: Samples, reach: number): Float64Array {
  const sums = new Float64Array(power.length + 1);
  power.forEach((v, i) => (sums[i + 1] = sums[i]! + v));
  const over = Float64Array.from(power, (v, i) => {
    const [a, b] = [max(0, i - reach), min(power.length, i + reach + 1)];
    return min(4, v / max(1e-300, (sums[b]! - sums[a]!) / (b - a)));
  });
  const mean = over.reduce((s, v) => s + v, 0) / max(1, over.length);
  return over.map((v) => v - mean);
}

/** What repeats behind the direct sound; `until`: where the response meets its noise, s behind the onset. null: nothing does. */
export function flutterOf(
  x: ArrayLike<number>,
  rate: number,
  onset: number,
  until: number = LONGEST,
): FlutterReading | null {
  const own = max(1, round(STEP * rate));
  const step = own / rate;
  const power = envelope(x, rate, onset, min(LONGEST, until), own);
  const r = freed(power, round(AROUND / step / 2)).subarray(round(FROM / step));
  const variance = r.reduce((s, v) => s + v * v, 0) / max(1, r.length);
  const [shortest, longest] = [round(PERIODS[0] / step), min(round(PERIODS[1] / step), floor(r.length / TIMES))];
  if (!(variance > 0) || longest <= shortest) return null;
  /** How alike it is to itself so many steps later, in standard deviations of chance. */
  const alike = Float64Array.from({ length: r.length }, (_, lag) => {
    const count = r.length - lag;
    let sum = 0;
    for (let i = 0; i < count; i++) sum += r[i]! * r[i + lag]!;
    return sum / variance / sqrt(count);
  });
  const near = (lag: number) => max(alike[lag - 1] ?? 0, alike[lag] ?? 0, alike[lag + 1] ?? 0);
  /** Of an interval with its multiples, which share what chance does; what comes only once more is no flutter. */
  const scoreOf = (lag: number) => {
    const all = MULTIPLES.map((m) => (m === 1 ? alike[lag]! : near(m * lag)));
    return min(all[0]!, all[1]!) < LEAST_ALIKE ? 0 : all.reduce((s, v) => s + v, 0) / sqrt(all.length);
  };
  const scores = Float64Array.from({ length: longest + 1 }, (_, lag) => (lag < shortest ? 0 : scoreOf(lag)));
  const most = scores.reduce((a, b) => max(a, b), 0);
  if (most < LEAST_SCORE) return null;
  // The shortest of those that do about as well: multiples of an interval repeat too.
  let best = scores.findIndex((v) => v > ALMOST * most);
  while (scores[best + 1]! > scores[best]!) best += 1;
  const [a, b, c] = [alike[best - 1]!, alike[best]!, alike[best + 1]!];
  const curve = a - 2 * b + c;
  const share = (b * variance) / sqrt(r.length - best);
  return {
    period: (best + (curve < 0 ? (0.5 * (a - c)) / curve : 0)) * step,
    byDb: 10 * log10(1 + sqrt(share)),
    score: scores[best]!,
  };
}
