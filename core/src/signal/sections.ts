/**
 * Second-order sections: one rise or fall about a frequency, and what it does to a sound.
 *
 * Source: bilinear transform of H(s) = (s² + s A/Q + 1)/(s² + s/(A Q) + 1), A = 10^(gain/40), its middle frequency kept (R. Bristow-Johnson, Cookbook formulae
 * for audio equalizer biquad filter coefficients).
 */
import { mustBeBetween, mustBePositive } from '../quantities/guard';

// Bound once: looking up the global in these innermost loops is slow where code runs in a separate context.
const { PI, cos, log10, sin } = Math;

export interface Bell {
  /** Hz. */
  f: number;
  gainDb: number;
  q: number;
}

/** y = b0 x + b1 x₋₁ + b2 x₋₂ − a1 y₋₁ − a2 y₋₂. */
export interface Section {
  b0: number;
  b1: number;
  b2: number;
  a1: number;
  a2: number;
}

/** Throws RangeError for a frequency that is not below half the rate. */
export function sectionOf({ f, gainDb, q }: Bell, rate: number): Section {
  mustBePositive('sectionOf', 'q', q);
  mustBeBetween('sectionOf', 'f', f, 1e-6, rate / 2 - 1e-6);
  const a = 10 ** (gainDb / 40);
  const w = (2 * PI * f) / rate;
  const alpha = sin(w) / (2 * q);
  const a0 = 1 + alpha / a;
  return {
    b0: (1 + alpha * a) / a0,
    b1: (-2 * cos(w)) / a0,
    b2: (1 - alpha * a) / a0,
    a1: (-2 * cos(w)) / a0,
    a2: (1 - alpha / a) / a0,
  };
}

/** Level of a section at a frequency, dB. */
export function sectionLevel({ b0, b1, b2, a1, a2 }: Section, f: number, rate: number): number {
  const w = (2 * PI * f) / rate;
  const power = (c0: number, c1: number, c2: number) => {
    const re = c0 + c1 * cos(w) + c2 * cos(2 * w);
    const im = c1 * sin(w) + c2 * sin(2 * w);
    return re * re + im * im;
  };
  return 10 * log10(power(b0, b1, b2) / power(1, a1, a2));
}

/** A sound through sections, one after the other. */
export function filtered(x: ArrayLike<number>, sections: readonly Section[]): Float64Array {
  const y = Float64Array.from(x);
  for (const { b0, b1, b2, a1, a2 } of sections) {
    let [s, t] = [0, 0];
    for (let i = 0; i < y.length; i++) {
      const v = y[i]!;
      const out = b0 * v + s;
      s = b1 * v - a1 * out + t;
      t = b2 * v - a2 * out;
      y[i] = out;
    }
  }
  return y;
}
