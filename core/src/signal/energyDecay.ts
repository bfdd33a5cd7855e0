/**
 * Decay of one band: where its noise begins, its backward integral, and lines through that (ISO 3382-1:2009 and -2:2008).
 *
 * The noise and the moment the decay meets it are found by iteration (A. Lundeby, T. E. Vigran, H. Bietz, M. Vorländer, Acustica 81 (1995) 344); the
 * noise's power is taken off, and what is missing behind that moment is put back with the late slope. Energy is taken in blocks of about half a
 * millisecond, so that every band costs the same few thousand numbers.
 */

// Bound once: looking up the global in these innermost loops is slow where code runs in a separate context.
const { abs, ceil, log10, max, min } = Math;

/** Energy so far below the largest of the band is none: the filters' own reach, −90 dB, in every block. */
const FLOOR = 1e-10;
/** Of the recording's end, as first estimate of the noise. */
const LAST_PART = 0.1;
const ROUNDS = 6;

export interface Blocks {
  /** Energy of each block, from the start of the recording. */
  energy: Float64Array;
  /** s. */
  step: number;
}

/** Energies of a signal in blocks of `size` samples. */
export function blocksOf(x: ArrayLike<number>, rate: number, size: number): Blocks {
  const count = ceil(x.length / size);
  const energy = new Float64Array(count);
  for (let b = 0, i = 0; b < count; b++) {
    let sum = 0;
    for (const end = min(x.length, i + size); i < end; i++) sum += x[i]! * x[i]!;
    energy[b] = sum;
  }
  return { energy, step: size / rate };
}

export interface NoiseKnee {
  /** First block that is left out. */
  knee: number;
  /** Energy of noise in a block. */
  noise: number;
  /** Peak of the decay over the noise, dB. */
  rangeDb: number;
  /** Late slope, dB/s (negative); 0 when there is none to read. */
  slope: number;
}

const decibels = (ratio: number) => 10 * log10(ratio);

/** Least-squares line through y over x: value = a + b·x. */
export function line(x: readonly number[], y: readonly number[]): { a: number; b: number; r2: number } {
  const n = x.length;
  const [mx, my] = [x.reduce((s, v) => s + v, 0) / n, y.reduce((s, v) => s + v, 0) / n];
  let [xx, xy, yy] = [0, 0, 0];
  for (let i = 0; i < n; i++) {
    xx += (x[i]! - mx) ** 2;
    xy += (x[i]! - mx) * (y[i]! - my);
    yy += (y[i]! - my) ** 2;
  }
  const b = xy / xx;
  return { a: my - b * mx, b, r2: yy === 0 ? 1 : (xy * xy) / (xx * yy) };
}

/** Means over `width` blocks. */
function means(energy: Float64Array, width: number): number[] {
  const out: number[] = [];
  for (let i = 0; i + width <= energy.length; i += width) {
    let sum = 0;
    for (let k = i; k < i + width; k++) sum += energy[k]!;
    out.push(sum / width);
  }
  return out;
}

/**
 * Where a decay that begins at block `start` meets its noise. `settle` is the shortest mean that is taken, s: that of the band's own fluctuation,
 * about 1/bandwidth.
 */
export function noiseKnee({ energy, step }: Blocks, start: number, settle: number): NoiseKnee {
  const count = energy.length;
  const meanOver = (from: number, to: number) => {
    let sum = 0;
    for (let i = from; i < to; i++) sum += energy[i]!;
    return sum / max(1, to - from);
  };
  const shortest = max(1, Math.round(settle / step));
  let width = max(shortest, Math.round(0.01 / step));
  let local = means(energy, width);
  let first = Math.floor(start / width);
  const peakAt = () => {
    let at = first;
    for (let i = first; i < local.length; i++) if (local[i]! > local[at]!) at = i;
    return at;
  };
  const peak = local[peakAt()] ?? 0;
  const floor = FLOOR * energy.reduce((most, e) => max(most, e), 0);
  let noise = max(meanOver(Math.floor(count * (1 - LAST_PART)), count), floor);
  let knee = count;
  let slope = 0;
  for (let round = 0; round < ROUNDS; round++) {
    const top = peakAt();
    // From the peak down to a few decibels over the noise; later rounds take the last 20 dB above that only.
    const margin = noise * 10 ** (round === 0 ? 1 : 0.7);
    const upper = round === 0 ? Infinity : noise * 10 ** 2.7;
    let last = top;
    while (last + 1 < local.length && local[last + 1]! > margin) last++;
    let from = top;
    while (from < last && local[from]! > upper) from++;
    if (last - from < 2) from = max(top, last - 4);
    if (last - from < 2) break;
    const xs = Array.from({ length: last - from + 1 }, (_, i) => (from + i + 0.5) * width * step);
    const fit = line(
      xs,
      xs.map((_, i) => decibels(local[from + i]!)),
    );
    if (!(fit.b < 0)) break;
    slope = fit.b;
    const cross = (decibels(noise) - fit.a) / fit.b / step;
    const before = knee;
    knee = min(count, max(start + 1, Math.round(cross)));
    // Noise from where the decay would lie 7 dB under it, but at least the last tenth.
    const behind = min(Math.round(knee - 7 / slope / step), Math.floor(count * (1 - LAST_PART)));
    noise = max(meanOver(behind, count), floor);
    if (abs(knee - before) * step < 0.001) break;
    // About five means in 10 dB.
    width = max(shortest, Math.round(10 / -slope / 5 / step));
    local = means(energy, width);
    first = Math.floor(start / width);
  }
  return { knee, noise, rangeDb: decibels(peak / noise), slope };
}

/** Backward integral from each block to the knee, noise taken off, the rest behind it put back; its first value is the whole energy. */
export function backwardIntegral(
  { energy, step }: Blocks,
  { knee, noise, slope }: NoiseKnee,
  start: number,
): Float64Array {
  const count = max(0, knee - start);
  const out = new Float64Array(count);
  // Beyond the knee: energy there is the noise's, falling with the slope; Σ of a geometric series.
  let sum = slope < 0 && knee < energy.length ? noise / (1 - 10 ** ((slope * step) / 10)) : 0;
  for (let i = knee - 1; i >= start; i--) {
    sum += energy[i]! - noise;
    out[i - start] = sum;
  }
  return out;
}

export interface FittedLine {
  /** Time for 60 dB, s. */
  time: number;
  /** Level at the start of the curve, dB, and slope, dB/s: what is drawn. */
  at: number;
  slope: number;
  r2: number;
}

/** Line through a decay curve (energies, the first 0 dB) between two levels, dB; null where the curve does not go so far or does not fall. */
export function fitDecay(curve: ArrayLike<number>, step: number, fromDb: number, toDb: number): FittedLine | null {
  const [xs, ys]: [number[], number[]] = [[], []];
  const whole = curve[0]!;
  if (!(whole > 0)) return null;
  let reached = false;
  for (let i = 0; i < curve.length; i++) {
    const level = curve[i]! > 0 ? decibels(curve[i]! / whole) : -Infinity;
    if (level < toDb) {
      reached = true;
      break;
    }
    if (level > fromDb) continue;
    xs.push(i * step);
    ys.push(level);
  }
  if (!reached || xs.length < 3) return null;
  const { a, b, r2 } = line(xs, ys);
  return b < 0 ? { time: -60 / b, at: a, slope: b, r2 } : null;
}
