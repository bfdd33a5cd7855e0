/**
 * Arrivals: the spikes of the envelope behind the direct sound. The envelope is the magnitude of the analytic signal; a smaller spike within half
 * a millisecond of a larger one is that one's side lobe.
 */
import { envelopeOf, type Samples } from './fourier';
import { onsetOf } from './onset';

// Bound once: looking up the global in these innermost loops is slow where code runs in a separate context.
const { abs, log10, max, min, round } = Math;

export interface Arrival {
  /** Sample in the recording, with its fraction. */
  at: number;
  /** Behind the direct sound, s, and re it, dB. */
  delay: number;
  levelDb: number;
  /** Sign of the signal at the spike. */
  polarity: 1 | -1;
}

export interface Arrivals {
  list: Arrival[];
  /** dB re the direct sound, a value a sample, from `start` on. */
  envelopeDb: Float32Array;
  /** Sample the envelope begins at, and the one of the direct sound. */
  start: number;
  direct: number;
}

/** A spike so near a larger one is its side lobe, s. */
const SIDE_LOBE = 0.0005;
const LEAD = 0.002;

export interface ArrivalOptions {
  /** Weakest spike told, dB re the direct sound. */
  threshold?: number;
  /** Behind the direct sound, s. */
  within?: number;
}

/** Spikes behind (and with) the direct sound; null of silence. The direct sound is the largest spike within 2 ms of the onset. */
export function arrivalsOf(
  x: ArrayLike<number>,
  rate: number,
  { threshold = -25, within = 0.05 }: ArrivalOptions = {},
): Arrivals | null {
  const onset = onsetOf(x);
  if (onset === null) return null;
  const start = max(0, onset - round(LEAD * rate));
  const end = min(x.length, onset + round((within + LEAD) * rate));
  // A transform only of what is looked at, with room for the envelope's own skirts.
  const margin = round(0.02 * rate);
  const from = max(0, start - margin);
  const part = Float64Array.from({ length: min(x.length, end + margin) - from }, (_, i) => x[from + i]!);
  const envelope = envelopeOf(part);
  const at = (i: number) => envelope[i - from] ?? 0;
  let direct = onset;
  for (let i = onset; i < min(end, onset + LEAD * rate); i++) if (at(i) > at(direct)) direct = i;
  const least = at(direct) * 10 ** (threshold / 20);
  const peaks: number[] = [];
  for (let i = start; i < end; i++) if (at(i) >= least && at(i) > at(i - 1) && at(i) >= at(i + 1)) peaks.push(i);
  const near = SIDE_LOBE * rate;
  const kept = peaks.filter((i) => !peaks.some((k) => k !== i && abs(k - i) <= near && at(k) > at(i)));
  const exactDirect = vertex(envelope, direct - from) + from;
  const list = kept
    .filter((i) => i >= direct)
    .map((i): Arrival => {
      const exact = vertex(envelope, i - from) + from;
      return {
        at: exact,
        delay: (exact - exactDirect) / rate,
        levelDb: 20 * log10(at(i) / at(direct)),
        polarity: signAt(x, i),
      };
    });
  const envelopeDb = Float32Array.from({ length: end - start }, (_, i) =>
    max(-120, 20 * log10(at(start + i) / at(direct))),
  );
  return { list, envelopeDb, start, direct };
}

/** Loudest moment of every millisecond from the onset on, dB re the loudest of all: a whole response at a glance. */
export function outlineOf(x: ArrayLike<number>, rate: number, onset: number): { step: number; levelsDb: Float32Array } {
  const size = max(1, round(0.001 * rate));
  const levelsDb = new Float32Array(max(0, (x.length - onset) / size) | 0);
  let top = 0;
  for (let b = 0; b < levelsDb.length; b++) {
    let peak = 0;
    for (let i = onset + b * size; i < onset + (b + 1) * size; i++) peak = max(peak, abs(x[i]!));
    levelsDb[b] = peak;
    top = max(top, peak);
  }
  return { step: size / rate, levelsDb: levelsDb.map((v) => (v > 0 ? max(-120, 20 * log10(v / top)) : -120)) };
}

/** A predicted arrival is taken for a spike that comes within this of it, s. */
const SAME = 0.0003;

/** Spikes behind the direct sound, each with the loudest predicted arrival that comes when it does; null: none does. */
export const withPredicted = <P extends { delay: number; levelDb: number }>(
  list: readonly Arrival[],
  predicted: readonly P[],
): (Arrival & { predicted: P | null })[] =>
  list
    .filter((a) => a.delay > 0)
    .map((a) => {
      const near = predicted.filter((p) => abs(p.delay - a.delay) < SAME);
      return { ...a, predicted: near.sort((p, q) => q.levelDb - p.levelDb)[0] ?? null };
    });

/** Where a parabola through three values of the envelope has its top. */
function vertex(y: Samples, i: number): number {
  const [a, b, c] = [y[i - 1] ?? 0, y[i]!, y[i + 1] ?? 0];
  const curve = a - 2 * b + c;
  return curve < 0 ? i + (0.5 * (a - c)) / curve : i;
}

/** Sign of the largest sample within a few of a place. */
function signAt(x: ArrayLike<number>, i: number): 1 | -1 {
  let best = i;
  for (let k = i - 2; k <= i + 2; k++) if (abs(x[k] ?? 0) > abs(x[best]!)) best = k;
  return x[best]! < 0 ? -1 : 1;
}
