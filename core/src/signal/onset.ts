/** Where an impulse response begins, and what of a recording is at its limit. */

// Bound once: looking up the global in these innermost loops is slow where code runs in a separate context.
const { abs } = Math;

/** Onset: first sample within so much of the broadband maximum, dB (ISO 3382-1:2009, 5.3.2). */
const WITHIN_DB = 20;

/** Index of the first sample within 20 dB of the largest; null of silence. */
export function onsetOf(x: ArrayLike<number>): number | null {
  const peak = peakOf(x);
  if (!(peak > 0) || !Number.isFinite(peak)) return null;
  const least = peak * 10 ** (-WITHIN_DB / 20);
  for (let i = 0; i < x.length; i++) if (abs(x[i]!) >= least) return i;
  return null;
}

export function peakOf(x: ArrayLike<number>): number {
  let peak = 0;
  for (let i = 0; i < x.length; i++) {
    const v = abs(x[i]!);
    if (v > peak || Number.isNaN(v)) peak = v;
  }
  return peak;
}

/** Samples at or beyond full scale: `fullScale` is the largest value the file's numbers can have (1 for floating point). */
export function clippedSamples(x: ArrayLike<number>, fullScale = 1): number {
  let count = 0;
  for (let i = 0; i < x.length; i++) if (abs(x[i]!) >= fullScale) count++;
  return count;
}
