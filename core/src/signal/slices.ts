/**
 * How the spectrum dies away. As slices: the response from later and later moments on, each through a window of the same length. As a map: the envelope in
 * bands of even width in octaves, Gaussian in the logarithm's neighbourhood, at even steps of time; its resolution in time is told with it.
 */
import { complexTransform, sizeFor, spectrumOf } from './fourier';
import { lowered } from './modes/lower';
import { smoother } from './smoothing';

// Bound once: looking up the global in these innermost loops is slow where code runs in a separate context.
const { PI, ceil, cos, exp, floor, log10, log2, max, min, round } = Math;

export interface Slices {
  grid: number[];
  /** Moments the slices begin at, s from the onset. */
  times: number[];
  /** dB re the largest of the first slice, a list of the grid's length for each moment. */
  levelsDb: Float32Array[];
  /** Finest step in frequency the window lets through, Hz. */
  resolution: number;
}

export interface SliceOptions {
  /** Between slices, s; how many; length of the window, s; rise at its start, s. */
  step?: number;
  count?: number;
  window?: number;
  rise?: number;
  /** 1/n octave. */
  fraction?: number;
}

const FINER = 4;

/** Slices of a response over a grid of frequencies. */
export function slicesOf(
  x: ArrayLike<number>,
  rate: number,
  onset: number,
  grid: readonly number[],
  { step = 0.01, count = 41, window = 0.3, rise = 0.01, fraction = 24 }: SliceOptions = {},
): Slices {
  // At as low a rate as the grid needs, with room about it for the first window's rise.
  const lead = round(2 * rise * rate);
  const whole = new Float64Array(lead + round((step * (count - 1) + window) * rate));
  for (let i = max(0, lead - onset); i < whole.length; i++) whole[i] = x[onset - lead + i] ?? 0;
  const low = lowered(spectrumOf(whole, sizeFor(whole.length + lead)), rate, 1.1 * max(...grid));
  const length = round(window * low.rate);
  const up = max(1, round(rise * low.rate));
  // Bins a few times finer than the window resolves: power runs straight between them.
  const n = sizeFor(max(FINER * (length + up), (2 ** 14 * low.rate) / rate));
  const times = Array.from({ length: count }, (_, i) => i * step);
  const part = new Float64Array(length + up);
  const shape = Float64Array.from(part, (_, i) => {
    const at = i - up;
    const fadeIn = at < 0 ? 0.5 + 0.5 * cos((PI * at) / up) : 1;
    return fadeIn * (at > length / 2 ? 0.5 + 0.5 * cos((PI * (at - length / 2)) / (length / 2)) : 1);
  });
  const power = new Float64Array(n / 2 + 1);
  const rows = times.map((t) => {
    const start = round((lead / rate + t) * low.rate) - up;
    for (let i = 0; i < part.length; i++) part[i] = (low.samples[start + i] ?? 0) * shape[i]!;
    const spectrum = spectrumOf(part, n);
    for (let k = 0; k < power.length; k++) power[k] = spectrum[2 * k]! ** 2 + spectrum[2 * k + 1]! ** 2;
    const mean = smoother(power, low.rate / n);
    return Float32Array.from(grid, (f) => 10 * log10(max(1e-24, mean(f, fraction))));
  });
  const top = rows[0]!.reduce((m, v) => max(m, v), -Infinity);
  return { grid: [...grid], times, levelsDb: rows.map((r) => r.map((v) => v - top)), resolution: 1 / window };
}

/** When each tone has fallen so far from its first slice, s; null: not within what was sliced. */
export function fallenBy({ levelsDb, times }: Slices, dropDb: number): (number | null)[] {
  return Array.from(levelsDb[0]!, (first, k) => {
    const i = levelsDb.findIndex((levels) => levels[k]! < first - dropDb);
    return i < 0 ? null : times[i]!;
  });
}

export interface TimeMap {
  /** Hz, even in octaves, and s from the onset. */
  frequencies: number[];
  times: number[];
  /** dB re the largest of its row's start … of the whole map, [row·times + column]. */
  levelsDb: Float32Array;
  /** Resolution of each row in time, s. */
  spread: number[];
}

export interface TimeMapOptions {
  lowest?: number;
  highest?: number;
  perOctave?: number;
  /** From `before` the onset to `seconds` behind it, in `columns`. */
  before?: number;
  seconds?: number;
  columns?: number;
  /** Width of a band, octaves (standard deviation of its Gaussian). */
  width?: number;
}

/** Level over time and frequency. */
export function timeMapOf(x: ArrayLike<number>, rate: number, onset: number, options: TimeMapOptions = {}): TimeMap {
  const { lowest = 20, before = 0.01, seconds = 0.4, columns = 200, perOctave = 24, width = 1 / 12 } = options;
  const highest = min(options.highest ?? 20000, 0.42 * rate);
  const lead = round(0.1 * rate);
  const length = lead + round((seconds + 0.1) * rate);
  const n = sizeFor(length);
  const spectrum = spectrumOf(
    Float64Array.from({ length }, (_, i) => x[onset - lead + i] ?? 0),
    n,
  );
  const rows = max(1, floor(perOctave * log2(highest / lowest)) + 1);
  const frequencies = Array.from({ length: rows }, (_, i) => lowest * 2 ** (i / perOctave));
  const times = Array.from({ length: columns }, (_, i) => -before + ((seconds + before) * i) / (columns - 1));
  const levelsDb = new Float32Array(rows * columns);
  const bin = rate / n;
  let top = -Infinity;
  frequencies.forEach((f, row) => {
    const sigma = f * (2 ** width - 1);
    const [from, to] = [max(1, floor((f - 4 * sigma) / bin)), min(n / 2 - 1, ceil((f + 4 * sigma) / bin))];
    // The band's bins alone, moved down to 0 Hz: its envelope at as low a rate as holds it.
    const size = max(sizeFor(to - from + 1), 16);
    const [band, out] = [new Float64Array(2 * size), new Float64Array(2 * size)];
    for (let k = from; k <= to; k++) {
      const g = exp(-0.5 * ((k * bin - f) / sigma) ** 2);
      band[2 * (k - from)] = (spectrum[2 * k]! * g * 2 * size) / n;
      band[2 * (k - from) + 1] = (spectrum[2 * k + 1]! * g * 2 * size) / n;
    }
    complexTransform(size).inverseTransform(out, band);
    const own = bin * size;
    times.forEach((t, column) => {
      const at = (lead / rate + t) * own;
      const i = max(0, min(size - 2, floor(at)));
      const part = at - i;
      const power = (k: number) => out[2 * k]! ** 2 + out[2 * k + 1]! ** 2;
      // Re the band's width: an even spectrum is even here too.
      const level = 10 * log10(max(1e-24, (power(i) * (1 - part) + power(i + 1) * part) / sigma ** 2));
      levelsDb[row * columns + column] = level;
      top = max(top, level);
    });
  });
  for (let i = 0; i < levelsDb.length; i++) levelsDb[i]! -= top;
  return { frequencies, times, levelsDb, spread: frequencies.map((f) => 1 / (2 * PI * f * (2 ** width - 1))) };
}
