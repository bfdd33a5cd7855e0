/**
 * Smoothing over fractions of an octave: the mean of power (never of decibels) over f·2^(±1/2n), along the frequencies as they are ('linear') or along
 * their logarithm ('log'). Power runs straight between bins.
 */

// Bound once: looking up the global in these innermost loops is slow where code runs in a separate context.
const { floor, log, log10, max, min } = Math;
export type SmoothingAxis = 'linear' | 'log';

/** Integrates a power spectrum (a value a bin from 0 Hz on, `bin` Hz apart) so that means over any stretch are two look-ups. */
export function smoother(
  power: ArrayLike<number>,
  bin: number,
  axis: SmoothingAxis = 'linear',
): (f: number, fraction: number) => number {
  const count = power.length;
  const sums = new Float64Array(count);
  // ∫ p df, or ∫ p df/f, over a bin in which p is straight: p = a + b·f.
  const over = (k: number, f0: number, f1: number) => {
    const b = (power[k + 1]! - power[k]!) / bin;
    const a = power[k]! - b * k * bin;
    return axis === 'linear' ? a * (f1 - f0) + (b * (f1 * f1 - f0 * f0)) / 2 : a * log(f1 / f0) + b * (f1 - f0);
  };
  for (let k = 1; k < count; k++)
    sums[k] = sums[k - 1]! + (k === 1 && axis === 'log' ? power[1]! : over(k - 1, (k - 1) * bin, k * bin));
  const upTo = (f: number) => {
    const k = min(count - 2, floor(f / bin));
    return k < 1 && axis === 'log' ? power[1]! * max(0, f / bin) : sums[k]! + over(k, k * bin, f);
  };
  return (f, fraction) => {
    const half = 2 ** (0.5 / fraction);
    const [f0, f1] = [f / half, min(f * half, (count - 1) * bin)];
    return max(0, (upTo(f1) - upTo(f0)) / (axis === 'linear' ? f1 - f0 : log(f1 / f0)));
  };
}

/** Means of power over stretches of a curve given as points (Hz that rise, dB), dB; NaN outside of them. Power runs straight between points. */
export function powerMeans(f: ArrayLike<number>, db: ArrayLike<number>): (at: number, fraction: number) => number {
  const [first, last] = [f[0]!, f[f.length - 1]!];
  const power = Float64Array.from(db, (v) => 10 ** (v / 10));
  const sums = new Float64Array(f.length);
  for (let k = 1; k < f.length; k++) sums[k] = sums[k - 1]! + ((power[k]! + power[k - 1]!) * (f[k]! - f[k - 1]!)) / 2;
  const upTo = (at: number) => {
    let [low, high] = [0, f.length - 1];
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if (f[middle]! <= at) low = middle;
      else high = middle;
    }
    const width = at - f[low]!;
    const slope = (power[high]! - power[low]!) / (f[high]! - f[low]!);
    return sums[low]! + width * (power[low]! + (slope * width) / 2);
  };
  return (at, fraction) => {
    if (!(at >= first && at <= last)) return Number.NaN;
    const half = 2 ** (0.5 / fraction);
    const [f0, f1] = [max(first, at / half), min(last, at * half)];
    return 10 * log10(max(1e-40, (upTo(f1) - upTo(f0)) / (f1 - f0)));
  };
}

/** Mean of power between two frequencies along their logarithm, dB; null where the curve does not reach or has a gap. */
export function meanBetween(f: readonly number[], db: ArrayLike<number>, from: number, to: number): number | null {
  let [sum, count] = [0, 0];
  for (let i = 0; i < f.length; i++) {
    if (f[i]! < from || f[i]! > to) continue;
    if (!Number.isFinite(db[i])) return null;
    sum += 10 ** (db[i]! / 10);
    count += 1;
  }
  return count > 0 ? 10 * log10(sum / count) : null;
}
