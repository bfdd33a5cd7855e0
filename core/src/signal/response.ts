/**
 * The response of an impulse: what a window lets through, as a spectrum re the onset; levels, phase, group delay and step from it. A window of T seconds
 * says nothing below about 1/T.
 */
import { type Samples, sizeFor, type Spectrum, spectrumOf } from './fourier';
import { smoother } from './smoothing';

// Bound once: looking up the global in these innermost loops is slow where code runs in a separate context.
const { PI, abs, atan2, ceil, cos, floor, log10, log2, max, min, round, sign, sqrt } = Math;

/** About the onset, s: fades in over all of `before`, out over the last half of `after`. */
export interface ResponseWindow {
  before: number;
  after: number;
}

export interface Transfer {
  /** Hz between bins. */
  bin: number;
  /** re, im; phase re the onset. */
  spectrum: Spectrum;
  /** |H|² by bin. */
  power: Samples;
  /** Σ of t·h: what group delay is read from. */
  moment: Spectrum;
  /** Below this it means nothing, Hz. */
  lowest: number;
}

/** Steps in an octave of {@link frequencyGrid}. */
export const STEPS_PER_OCTAVE = 48;
const LEAST_SIZE = 2 ** 15;
const FINER = 4;

/** Frequencies `STEPS_PER_OCTAVE` an octave from 15 Hz to 20 kHz or 0.45 of the rate, Hz; 1 kHz is one of them. */
export function frequencyGrid(rate: number): number[] {
  const top = min(20000, 0.45 * rate);
  const [first, last] = [ceil(STEPS_PER_OCTAVE * log2(15 / 1000)), floor(STEPS_PER_OCTAVE * log2(top / 1000))];
  return Array.from({ length: max(0, last - first + 1) }, (_, i) => 1000 * 2 ** ((first + i) / STEPS_PER_OCTAVE));
}

/** Weight of a window at a time from the onset, s. */
export function windowAt({ before, after }: ResponseWindow, t: number): number {
  if (t < 0) return t < -before ? 0 : 0.5 + 0.5 * cos((PI * t) / before);
  const fade = (t - after / 2) / (after / 2);
  return fade <= 0 ? 1 : fade >= 1 ? 0 : 0.5 + 0.5 * cos(PI * fade);
}

/** Transfer function of an impulse response, samples at `rate`, through a window about its onset. */
export function transferOf(x: ArrayLike<number>, rate: number, onset: number, window: ResponseWindow): Transfer {
  const lead = min(onset, ceil(window.before * rate));
  const length = min(x.length - onset, ceil(window.after * rate));
  // Power runs straight between bins only where they lie closer than the window resolves.
  const n = max(LEAST_SIZE, sizeFor(FINER * (lead + length)));
  // The onset is sample 0, what comes before it lies at the end of the circle.
  const [h, moment] = [new Float64Array(n), new Float64Array(n)];
  for (let i = -lead; i < length; i++) {
    const v = x[onset + i]! * windowAt(window, i / rate);
    h[(i + n) % n] = v;
    moment[(i + n) % n] = v * (i / rate);
  }
  const spectrum = spectrumOf(h, n);
  const power = new Float64Array(n / 2 + 1);
  for (let k = 0; k < power.length; k++) power[k] = spectrum[2 * k]! ** 2 + spectrum[2 * k + 1]! ** 2;
  return { bin: rate / n, spectrum, power, moment: spectrumOf(moment, n), lowest: 1 / (window.after || Infinity) };
}

const decibels = (power: number) => 10 * log10(max(1e-24, power));

/** Smoothed levels, dB re 1, over 1/`fraction` octave. */
export function levelsOf({ power, bin }: Transfer, grid: readonly number[], fraction: number): Float64Array {
  const mean = smoother(power, bin);
  return Float64Array.from(grid, (f) => decibels(mean(f, fraction)));
}

/** Mean of power over several responses (places), dB, and how far they spread about it: standard deviation, dB. */
export function meanLevels(all: readonly ArrayLike<number>[]): { mean: Float64Array; spread: Float64Array } {
  const count = all[0]?.length ?? 0;
  const mean = new Float64Array(count);
  const spread = new Float64Array(count);
  for (let i = 0; i < count; i++) {
    const values = all.map((levels) => levels[i]!);
    mean[i] = decibels(values.reduce((s, v) => s + 10 ** (v / 10), 0) / values.length);
    const centre = values.reduce((s, v) => s + v, 0) / values.length;
    spread[i] = sqrt(values.reduce((s, v) => s + (v - centre) ** 2, 0) / max(1, values.length - 1));
  }
  return { mean, spread };
}

/** Phase, degrees, followed without jumps from the lowest frequency on. */
export function phaseOf({ spectrum, bin }: Transfer, grid: readonly number[]): Float64Array {
  const out = new Float64Array(grid.length);
  let [turns, last, k] = [0, 0, 1];
  const at = (i: number) => atan2(spectrum[2 * i + 1]!, spectrum[2 * i]!);
  grid.forEach((f, i) => {
    const to = min(spectrum.length / 2 - 1, max(1, round(f / bin)));
    for (; k <= to; k++) {
      const next = at(k);
      if (next - last > PI) turns -= 2 * PI;
      if (next - last < -PI) turns += 2 * PI;
      last = next;
    }
    out[i] = ((last + turns) * 180) / PI;
  });
  return out;
}

/** Phase folded into ±180°, null where a line through it would jump. */
export const foldedPhase = (phaseDeg: ArrayLike<number>): (number | null)[] => {
  const turn = (p: number) => floor((p + 180) / 360);
  return Array.from(phaseDeg, (p, i) => (i > 0 && turn(p) !== turn(phaseDeg[i - 1]!) ? null : p - 360 * turn(p)));
};

export interface Apart {
  from: number;
  to: number;
  f: number;
  /** First less second, dB. */
  byDb: number;
}

/** Where two curves over a grid are furthest apart, in each stretch of it. */
export function furthestApart(
  a: ArrayLike<number>,
  b: ArrayLike<number>,
  grid: readonly number[],
  stretches: readonly (readonly [from: number, to: number])[],
): Apart[] {
  return stretches.map(([from, to]) => {
    let best: Apart = { from, to, f: from, byDb: 0 };
    grid.forEach((f, i) => {
      const byDb = a[i]! - b[i]!;
      if (f >= from && f < to && abs(byDb) > abs(best.byDb)) best = { from, to, f, byDb };
    });
    return best;
  });
}

/** Group delay re the onset, s: −dφ/dω, each frequency weighted by its power over 1/`fraction` octave. */
export function groupDelayOf(
  { spectrum, moment, power, bin }: Transfer,
  grid: readonly number[],
  fraction: number,
): Float64Array {
  const weighted = Float64Array.from(
    power,
    (_, k) => spectrum[2 * k]! * moment[2 * k]! + spectrum[2 * k + 1]! * moment[2 * k + 1]!,
  );
  // Signed: integrated by itself, not as a power.
  const positive = smoother(
    weighted.map((v) => max(0, v)),
    bin,
  );
  const negative = smoother(
    weighted.map((v) => max(0, -v)),
    bin,
  );
  const whole = smoother(power, bin);
  return Float64Array.from(
    grid,
    (f) => (positive(f, fraction) - negative(f, fraction)) / max(1e-300, whole(f, fraction)),
  );
}

/** Step response over the first `seconds` from the onset, re its largest. */
export function stepOf(x: ArrayLike<number>, rate: number, onset: number, seconds = 0.02): Float64Array {
  const out = new Float64Array(min(x.length - onset, round(seconds * rate)));
  let [sum, most] = [0, 0];
  for (let i = 0; i < out.length; i++) {
    sum += x[onset + i]!;
    out[i] = sum;
    most = max(most, abs(sum));
  }
  return most > 0 ? out.map((v) => v / most) : out;
}

export interface Hidden {
  f: number;
  /** Finer than the curve shown: negative for a dip, dB. */
  byDb: number;
}

/** Deepest of each run of dips and peaks that finer smoothing shows and this one hides by more than `least` dB. */
export function hiddenBy(
  shown: ArrayLike<number>,
  finer: ArrayLike<number>,
  grid: readonly number[],
  least = 3,
): Hidden[] {
  const found: Hidden[] = [];
  let best: Hidden | null = null;
  for (let i = 0; i <= grid.length; i++) {
    const byDb = i < grid.length ? finer[i]! - shown[i]! : 0;
    const beyond = abs(byDb) > least;
    if (best && (!beyond || sign(byDb) !== sign(best.byDb))) {
      found.push(best);
      best = null;
    }
    if (beyond && (!best || abs(byDb) > abs(best.byDb))) best = { f: grid[i]!, byDb };
  }
  return found;
}
