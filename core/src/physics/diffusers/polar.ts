/**
 * Where a surface sends sound: far-field polar response by Fraunhofer's sum over strips, and the diffusion coefficient.
 *
 * Each strip is a piston of its own width with the phase of its depth; no coupling between wells, no obliquity factor. Coefficient:
 * ISO 17497-2, here at single frequencies (the standard takes third octaves), normalised by a flat surface of the same width.
 */
import { mustBeBetween, mustBePositive } from '../../quantities/guard';

const { abs, cos, floor, log10, PI, sin, sqrt } = Math;

/** Receivers of the coefficient: −90° to 90° in steps of 5°. */
export const RECEIVERS: readonly number[] = Array.from({ length: 37 }, (_, i) => -90 + 5 * i);
/** Polar levels are not shown below this, dB re the maximum. */
export const POLAR_FLOOR_DB = -60;

/** A strip of the surface: its middle and width along the surface, the depth behind the front, and what it reflects (0…1). */
export interface ReflectingStrip {
  x: number;
  width: number;
  depth: number;
  factor: number;
}

const radians = (deg: number): number => (deg * PI) / 180;
const sinc = (x: number): number => (abs(x) < 1e-12 ? 1 : sin(x) / x);

/** Strips of wells of one width, `periods` times over. */
export function wellStrips(depths: readonly number[], wellWidth: number, periods: number): ReflectingStrip[] {
  mustBeBetween('wellStrips', 'periods', periods, 1, 100);
  mustBePositive('wellStrips', 'wellWidth', wellWidth);
  return Array.from({ length: periods }).flatMap((_, p) =>
    depths.map((depth, n) => ({
      x: (p * depths.length + n + 0.5) * wellWidth,
      width: wellWidth,
      depth,
      factor: 1,
    })),
  );
}

/** Strips of a curved front (circular segment) of `width` and `rise`, fine enough for `frequency`: depth counts twice its cosine. */
export function curvedStrips(width: number, rise: number, frequency: number, c: number): ReflectingStrip[] {
  mustBePositive('curvedStrips', 'width', width);
  mustBeBetween('curvedStrips', 'rise', rise, 1e-6, width / 2);
  const radius = (width * width) / (8 * rise) + rise / 2;
  const count = Math.max(120, 2 * Math.ceil((width * frequency * 12) / c));
  return Array.from({ length: count }, (_, i) => {
    const x = ((i + 0.5) / count - 0.5) * width;
    return { x, width: width / count, depth: radius - sqrt(radius * radius - x * x), factor: 1 };
  });
}

/** Pressure sent towards `angle` (degrees) for sound from `from`; specular at −from. */
function pressure(
  strips: readonly ReflectingStrip[],
  k: number,
  from: number,
  angle: number,
  oblique: boolean,
): number {
  const across = sin(radians(angle)) + sin(radians(from));
  const into = oblique ? (cos(radians(angle)) + cos(radians(from))) / 2 : 1;
  let [re, im] = [0, 0];
  for (const s of strips) {
    const phase = k * s.x * across - 2 * k * s.depth * into;
    const size = s.factor * s.width * sinc((k * s.width * across) / 2);
    re += size * cos(phase);
    im += size * sin(phase);
  }
  return sqrt(re * re + im * im);
}

/** Energies towards {@link RECEIVERS}. `oblique`: depth counts with the cosine of the angle (curved fronts); in wells it does not. */
function energiesFrom(
  strips: readonly ReflectingStrip[],
  frequency: number,
  from: number,
  c: number,
  oblique: boolean,
): number[] {
  mustBePositive('diffusion', 'frequency', frequency);
  mustBeBetween('diffusion', 'from', from, -90, 90);
  const k = (2 * PI * frequency) / c;
  return RECEIVERS.map((angle) => pressure(strips, k, from, angle, oblique) ** 2);
}

/** ((Σe)² − Σe²)/((n−1) Σe²) over energies: 1 when every direction gets the same, 0 when all goes one way. */
export function diffusionCoefficient(energies: readonly number[]): number {
  const sum = energies.reduce((s, e) => s + e, 0);
  const squares = energies.reduce((s, e) => s + e * e, 0);
  return (sum * sum - squares) / ((energies.length - 1) * squares);
}

export interface Diffusion {
  polarDb: number[];
  coefficient: number;
  /** Of a flat surface as wide. */
  reference: number;
  /** (d − d_flat)/(1 − d_flat), not below 0. */
  normalised: number;
}

/** Polar response (dB re its maximum, floored) and coefficients for sound from `from` degrees. */
export function diffusion(
  strips: readonly ReflectingStrip[],
  frequency: number,
  from: number,
  c: number,
  oblique = false,
): Diffusion {
  const energies = energiesFrom(strips, frequency, from, c, oblique);
  const top = Math.max(...energies);
  const polarDb = energies.map((e) =>
    e > 0 && top > 0 ? Math.max(POLAR_FLOOR_DB, 10 * log10(e / top)) : POLAR_FLOOR_DB,
  );
  const coefficient = diffusionCoefficient(energies);
  const flat = strips.map((s) => ({ ...s, depth: 0, factor: 1 }));
  const reference = diffusionCoefficient(energiesFrom(flat, frequency, from, c, false));
  return { polarDb, coefficient, reference, normalised: Math.max(0, (coefficient - reference) / (1 - reference)) };
}

/** Directions (degrees) into which a row of periods `width` m wide concentrates sound from `from`: sin θ = mλ/P − sin ψ. */
export function lobes(width: number, frequency: number, from: number, c: number): number[] {
  mustBePositive('lobes', 'width', width);
  const step = c / frequency / width;
  const list: number[] = [];
  for (let m = -floor(2 / step) - 1; m <= floor(2 / step) + 1; m++) {
    const s = m * step - sin(radians(from));
    if (abs(s) <= 1) list.push((Math.asin(s) * 180) / PI);
  }
  return list.sort((a, b) => a - b);
}

/** Octaves 63–8000 Hz of a well diffuser built of wood, measured ones scatter by half as much again: typical, not computed. */
export const TYPICAL_WELL_ABSORPTION = [0.06, 0.1, 0.16, 0.22, 0.22, 0.18, 0.15, 0.15] as const;
/** Of a curved plywood front before an empty space: it also rings as a thin board at the bottom. */
export const TYPICAL_CURVED_ABSORPTION = [0.3, 0.28, 0.18, 0.12, 0.09, 0.08, 0.08, 0.08] as const;
