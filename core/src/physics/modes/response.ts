/**
 * Response of a box room as a sum over its modes.
 *
 * G = Σ εₙψₙ(r)ψₙ(r₀) / (V·(kₙ² − k² + 2jkδₙ/c)), εₙ = Π(1|2), (0,0,0) included, e^{+jωt}; level 20 lg|4πG|, which is
 * re the free field at 1 m. Source: P. Morse and R. Bolt, Rev. Mod. Phys. 16 (1944) 69; Kuttruff, Room Acoustics, ch. 3.
 * Damping constants from random-incidence coefficients in the limit of small wall admittance, α = 8 Re β.
 */
import { mustBePositive } from '../../quantities/guard';
import { type BoxSize, boxModes, type ModeNumber, signedModePressure } from './box';

const { PI } = Math;

/** Coefficients of the walls at 0 and L of each axis. */
export interface BoxAlpha {
  x: readonly [number, number];
  y: readonly [number, number];
  z: readonly [number, number];
}

export interface DampedMode {
  n: ModeNumber;
  /** Hz; 0 for the even pressure (0,0,0). */
  f: number;
  /** Damping constant, 1/s; the decay time is 6.9078/δ. */
  delta: number;
}

/** δₙ = c/(8V)·Σ wᵢSᵢαᵢ; walls along which the mode does not vary count half. */
export function modeDamping([lx, ly, lz]: BoxSize, n: ModeNumber, alpha: BoxAlpha, c: number): number {
  const areas = [ly * lz, lx * lz, lx * ly];
  const pairs = [alpha.x, alpha.y, alpha.z];
  const sum = pairs.reduce((s, [a, b], i) => s + (n[i]! > 0 ? 1 : 0.5) * areas[i]! * (a + b), 0);
  return (c / (8 * lx * ly * lz)) * sum;
}

/** All modes to `fcut` Hz with their damping, (0,0,0) first. `damping`: one constant for all, or by mode. */
export function dampedModes(
  L: BoxSize,
  c: number,
  fcut: number,
  damping: number | ((n: ModeNumber) => number),
): DampedMode[] {
  const delta = (n: ModeNumber) => (typeof damping === 'number' ? damping : damping(n));
  const still: ModeNumber = [0, 0, 0];
  return [
    { n: still, f: 0, delta: delta(still) },
    ...boxModes(L, c, fcut).map((m) => ({ n: m.n, f: m.f, delta: delta(m.n) })),
  ];
}

export interface ModalOptions {
  /** Adds the second-order term of a complex wave number, k − jδ/c: exact for one δ for all modes. */
  exactShift?: boolean;
}

/** 4πG at one frequency: real and imaginary part. */
export function modalPressure(
  L: BoxSize,
  modes: readonly DampedMode[],
  source: readonly [number, number, number],
  receiver: readonly [number, number, number],
  frequency: number,
  c: number,
  { exactShift = false }: ModalOptions = {},
): { re: number; im: number } {
  mustBePositive('modalPressure', 'frequency', frequency);
  const k = (2 * PI * frequency) / c;
  const volume = L[0] * L[1] * L[2];
  let re = 0;
  let im = 0;
  for (const { n, f, delta } of modes) {
    const kn = (2 * PI * f) / c;
    const weight = weightOf(n) * signedModePressure(L, n, source) * signedModePressure(L, n, receiver);
    // (k − jδ/c)² = k² − 2jkδ/c − (δ/c)²
    const dRe = kn * kn - k * k + (exactShift ? (delta / c) ** 2 : 0);
    const dIm = (2 * k * delta) / c;
    const size = dRe * dRe + dIm * dIm;
    re += (weight * dRe) / size;
    im -= (weight * dIm) / size;
  }
  const scale = (4 * PI) / volume;
  return { re: re * scale, im: im * scale };
}

/** εₙ: 2 for each index that is not 0. */
export const weightOf = (n: ModeNumber): number => n.reduce<number>((e, i) => e * (i > 0 ? 2 : 1), 1);

/** dB re the free field at 1 m. */
export const levelOfPressure = ({ re, im }: { re: number; im: number }): number =>
  10 * Math.log10(Math.max(re * re + im * im, 1e-30));
