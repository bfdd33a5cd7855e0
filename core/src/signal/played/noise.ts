/**
 * Pink noise: equal power in every octave.
 *
 * Sum of random steps that are renewed at 1, 1/2, 1/4 … of the sample rate, with one white part for the top octave (R. Voss and
 * J. Clarke, J. Acoust. Soc. Am. 63 (1978) 258). Even within about 1 dB per octave from fs·2⁻¹⁴ up to fs/4. Seeded: the same seed gives the
 * same noise.
 */
import { uniform } from '../../numerics/random';

// Bound once: looking up the global in these innermost loops is slow where code runs in a separate context.
const { abs, clz32, max, min } = Math;

const ROWS = 14;

/** Samples of pink noise with peak at most 1. Throws RangeError for a length that is not a whole number above 0. */
export function pinkNoise(length: number, seed: number): Float32Array<ArrayBuffer> {
  if (!(Number.isInteger(length) && length > 0)) {
    throw new RangeError(`pinkNoise: length must be a whole number above 0, got ${length}`);
  }
  const next = uniform(seed);
  const white = () => 2 * next() - 1;
  const rows = Array.from({ length: ROWS }, white);
  let sum = rows.reduce((s, v) => s + v, 0);
  const out = new Float32Array(length);
  let peak = 0;
  for (let i = 0; i < length; i++) {
    // Row k is renewed every 2^(k+1) samples: the count of trailing zeros picks it.
    const k = min(ROWS - 1, 31 - clz32((i + 1) & -(i + 1)));
    const fresh = white();
    sum += fresh - rows[k]!;
    rows[k] = fresh;
    out[i] = sum + white();
    peak = max(peak, abs(out[i]!));
  }
  for (let i = 0; i < length; i++) out[i]! /= peak;
  return out;
}
