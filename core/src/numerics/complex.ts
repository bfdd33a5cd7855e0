/** The few complex operations transfer-matrix acoustics needs. Values are plain `{re, im}`; nothing is mutated. */

// Bound once: looking up the global in these innermost loops is slow where code runs in a separate context.
const { cos, exp, hypot, sin, sqrt } = Math;

export interface Complex {
  readonly re: number;
  readonly im: number;
}

export const complex = (re: number, im = 0): Complex => ({ re, im });
export const add = (a: Complex, b: Complex): Complex => ({ re: a.re + b.re, im: a.im + b.im });
export const subtract = (a: Complex, b: Complex): Complex => ({ re: a.re - b.re, im: a.im - b.im });
export const scale = (a: Complex, s: number): Complex => ({ re: a.re * s, im: a.im * s });
export const multiply = (a: Complex, b: Complex): Complex => ({
  re: a.re * b.re - a.im * b.im,
  im: a.re * b.im + a.im * b.re,
});
export const magnitudeSquared = (a: Complex): number => a.re * a.re + a.im * a.im;

export function divide(a: Complex, b: Complex): Complex {
  const d = magnitudeSquared(b);
  return { re: (a.re * b.re + a.im * b.im) / d, im: (a.im * b.re - a.re * b.im) / d };
}

/** Principal square root (real part ≥ 0). */
export function squareRoot(a: Complex): Complex {
  const r = hypot(a.re, a.im);
  const re = sqrt((r + a.re) / 2);
  const im = sqrt((r - a.re) / 2);
  return { re, im: a.im < 0 ? -im : im };
}

/**
 * Cotangent, stable for any imaginary part: cot z = j (1 + w)/(1 − w)·s with |w| ≤ 1, where w = e^{∓2jz} is taken so
 * that it decays (the plain sin/cos form overflows for lossy, deep layers).
 */
export function cotangent(z: Complex): Complex {
  // e^{-2jz} has magnitude e^{2 Im z}: use it when Im z ≤ 0, else its reciprocal.
  const down = z.im <= 0;
  const angle = down ? -2 * z.re : 2 * z.re;
  const size = exp(-2 * Math.abs(z.im));
  const w = { re: size * cos(angle), im: size * sin(angle) };
  const ratio = divide({ re: 1 + w.re, im: w.im }, { re: 1 - w.re, im: -w.im });
  // cot z = j (1 + e^{-2jz})/(1 − e^{-2jz}); with the reciprocal exponential the sign turns.
  return down ? { re: -ratio.im, im: ratio.re } : { re: ratio.im, im: -ratio.re };
}
