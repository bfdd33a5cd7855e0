/** Going over from one version of a sound to another without a click. */

/** Switching takes so long, s. */
export const SWITCH_S = 0.04;

/** From 0 to 1 without a corner; with its mirror image it sums to 1. */
export const fadeIn = (points: number): Float32Array<ArrayBuffer> =>
  Float32Array.from({ length: points }, (_, i) => 0.5 - 0.5 * Math.cos((Math.PI * i) / (points - 1)));

/** One channel that goes over from one version to the other at a sample. */
export function switched(from: ArrayLike<number>, to: ArrayLike<number>, at: number, rate: number): Float64Array {
  const fade = fadeIn(Math.max(2, Math.round(SWITCH_S * rate)));
  return Float64Array.from({ length: Math.min(from.length, to.length) }, (_, i) => {
    const g = i < at ? 0 : i >= at + fade.length ? 1 : fade[i - at]!;
    return (1 - g) * from[i]! + g * to[i]!;
  });
}
