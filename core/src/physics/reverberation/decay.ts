/**
 * Decay time from areas and absorption coefficients, one band at a time.
 *
 * T = K·V / (A + 4mV), K = 24 ln 10 / c. Sabine A = ΣSα; Eyring −S ln(1−ᾱ); the other formulas are in formulas.ts. Source: H. Kuttruff,
 * Room Acoustics 6th ed. §5. All assume a diffuse field: not below the Schroeder frequency.
 */
import { mustBeBetween, mustBePositive } from '../../quantities/guard';

export type PairAxis = 'x' | 'y' | 'z';

export interface BandSurface {
  area: number;
  alpha: number;
  /** Pair of opposite surfaces this one belongs to; needed by Fitzroy and Arau-Puchades. */
  axis?: PairAxis | undefined;
}

export interface BandRoom {
  /** m³ */
  volume: number;
  surfaces: readonly BandSurface[];
  /** Speed of sound, m/s. */
  c: number;
  /** Energy attenuation of air, 1/m. */
  mEnergy: number;
  /** Equivalent absorption area of objects, m². Eyring and Millington add it outside the logarithm. */
  objects: number;
}

export type DecayFormula = 'sabine' | 'eyring' | 'millington' | 'fitzroy' | 'arauPuchades' | 'kuttruff';

/** Largest coefficient that enters a logarithm; laboratory values above it are capped (and said so). */
export const LOGARITHM_CAP = 0.98;

/** K of T = K V/A in s/m. */
export function decayConstant(c: number): number {
  return (24 * Math.LN10) / c;
}

/** Throws RangeError where a value of the room is out of its range. */
export function checkRoom(where: string, room: BandRoom): void {
  mustBePositive(where, 'volume', room.volume);
  mustBePositive(where, 'c', room.c);
  mustBeBetween(where, 'mEnergy', room.mEnergy, 0, 10);
  mustBeBetween(where, 'objects', room.objects, 0, 1e6);
  room.surfaces.forEach((s, i) => mustBeBetween(where, `surfaces[${i}].area`, s.area, 0, 1e6));
}

export const totalArea = (room: BandRoom): number => room.surfaces.reduce((sum, s) => sum + s.area, 0);

/** Equivalent absorption area ΣSα of the surfaces, m², without objects and air. */
export function sabineArea(surfaces: readonly BandSurface[]): number {
  return surfaces.reduce((sum, s) => sum + s.area * s.alpha, 0);
}

/** −ln(1−α); infinite for α ≥ 1. */
export function eyringExponent(alpha: number): number {
  return alpha >= 1 ? Infinity : -Math.log1p(-alpha);
}

/** K·V/(area + 4mV): 0 for infinite absorption, null when nothing absorbs. */
export function timeFor(room: BandRoom, area: number): number | null {
  const total = area + 4 * room.mEnergy * room.volume;
  if (total === Infinity) return 0;
  return total > 0 ? (decayConstant(room.c) * room.volume) / total : null;
}

/** Sabine decay time in s; null when nothing absorbs. Coefficients above 1 are used as they are. */
export function sabine(room: BandRoom): number | null {
  checkRoom('sabine', room);
  return timeFor(room, sabineArea(room.surfaces) + room.objects);
}

/** Eyring decay time in s, objects outside the logarithm; null when nothing absorbs. */
export function eyring(room: BandRoom): number | null {
  checkRoom('eyring', room);
  const S = totalArea(room);
  if (!(S > 0)) return timeFor(room, room.objects);
  return timeFor(room, S * eyringExponent(sabineArea(room.surfaces) / S) + room.objects);
}

/** Mean coefficient that gives decay time T by Eyring (objects zero): 1 − exp(−(KV/T − 4mV)/S). */
export function meanAlphaForTime(time: number, volume: number, surface: number, c: number, mEnergy: number): number {
  mustBePositive('meanAlphaForTime', 'time', time);
  mustBePositive('meanAlphaForTime', 'volume', volume);
  mustBePositive('meanAlphaForTime', 'surface', surface);
  return -Math.expm1(-((decayConstant(c) * volume) / time - 4 * mEnergy * volume) / surface);
}

/**
 * Absorption of a sample in a reverberation room, ISO 354:2003 eqs 5–8 with its printed constant 55.3.
 * T in s, V in m³, c in m/s, m in 1/m; 1 empty, 2 with the sample. Returns area in m² and coefficient (may exceed 1).
 */
export function reverberationRoomAbsorption(input: {
  V: number;
  S: number;
  T1: number;
  T2: number;
  c1: number;
  c2: number;
  m1: number;
  m2: number;
}): { A: number; alphaS: number } {
  const { V, S, T1, T2, c1, c2, m1, m2 } = input;
  for (const [name, value] of Object.entries({ V, S, T1, T2, c1, c2 })) {
    mustBePositive('reverberationRoomAbsorption', name, value);
  }
  const A = 55.3 * V * (1 / (c2 * T2) - 1 / (c1 * T1)) - 4 * V * (m2 - m1);
  return { A, alphaS: A / S };
}
