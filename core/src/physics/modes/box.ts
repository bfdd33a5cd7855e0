/**
 * Modes of a rigid rectangular room, closed form.
 *
 * Sources: H. Kuttruff, Room Acoustics, 6th ed. 2016, §3.2 (frequencies, counts); H. Weyl's formula with surface and
 * edge terms as printed there; O. J. Bonello, J. Audio Eng. Soc. 29 (1981) 597 (spacing criterion);
 * M. R. Schroeder 1962/1996 (2000 √(T/V)).
 */
import { thirdOctaveEdges, thirdOctaveMidband } from '../../quantities/bands';
import { mustBeBetween, mustBePositive } from '../../quantities/guard';

// Bound once, as in numerics/complex.ts.
const { cos, PI } = Math;

/** Lengths along x, y, z in m. */
export type BoxSize = readonly [number, number, number];
export type ModeNumber = readonly [number, number, number];
export type ModeKind = 'axial' | 'tangential' | 'oblique';

export interface Mode {
  f: number;
  n: ModeNumber;
  kind: ModeKind;
}

/** Modes closer than this (Hz) are one frequency: only exact coincidences, widened by rounding. */
export const COINCIDENCE_HZ = 1e-6;
const COINCIDENCE_ALLOWED_FROM = 5; // Bonello: coincident modes are tolerated in bands with at least five modes

/** Frequency in Hz of mode n: f = c/2 √(Σ (nᵢ/Lᵢ)²). `c` in m/s. */
export function modeFrequency(L: BoxSize, c: number, n: ModeNumber): number {
  return (c / 2) * Math.hypot(n[0] / L[0], n[1] / L[1], n[2] / L[2]);
}

export function modeKind(n: ModeNumber): ModeKind {
  const directions = n.filter((i) => i > 0).length;
  return directions === 1 ? 'axial' : directions === 2 ? 'tangential' : 'oblique';
}

/** All modes with 0 < f ≤ fmax, rising in frequency; equal frequencies in order of (nx, ny, nz). */
export function boxModes(L: BoxSize, c: number, fmax: number): Mode[] {
  L.forEach((l, i) => mustBePositive('boxModes', `L[${i}]`, l));
  mustBePositive('boxModes', 'c', c);
  mustBeBetween('boxModes', 'fmax', fmax, 0, 20000);
  const limit = L.map((l) => Math.floor((2 * fmax * l) / c + 1e-9));
  const modes: Mode[] = [];
  for (let x = 0; x <= limit[0]!; x++) {
    for (let y = 0; y <= limit[1]!; y++) {
      for (let z = 0; z <= limit[2]!; z++) {
        if (x + y + z === 0) continue;
        const n: ModeNumber = [x, y, z];
        const f = modeFrequency(L, c, n);
        if (f <= fmax * (1 + 1e-12)) modes.push({ f, n, kind: modeKind(n) });
      }
    }
  }
  return modes.sort((a, b) => a.f - b.f || a.n[0] - b.n[0] || a.n[1] - b.n[1] || a.n[2] - b.n[2]);
}

/** Weyl's formula with surface and edge terms: modes above 0 to expect, q = f/c in 1/m. Volume m³, surface m², edges m. */
export function weyl(volume: number, surface: number, edges: number, q: number): number {
  return ((4 * PI) / 3) * volume * q ** 3 + (PI / 4) * surface * q ** 2 + (edges / 8) * q;
}

/** Expected number of a box's modes below fmax. */
export function weylCount([x, y, z]: BoxSize, c: number, fmax: number): number {
  return weyl(x * y * z, 2 * (x * y + y * z + z * x), 4 * (x + y + z), fmax / c);
}

/** Sound pressure magnitude |Π cos(nᵢπxᵢ/Lᵢ)| of mode n at a point (m, origin in a corner); 1 at the corners. */
export function modePressure(L: BoxSize, n: ModeNumber, at: readonly [number, number, number]): number {
  return Math.abs(signedModePressure(L, n, at));
}

/** As {@link modePressure}, with the sign of the phase. */
export function signedModePressure(L: BoxSize, n: ModeNumber, at: readonly [number, number, number]): number {
  return cos((n[0] * PI * at[0]) / L[0]) * cos((n[1] * PI * at[1]) / L[1]) * cos((n[2] * PI * at[2]) / L[2]);
}

export interface BandCount {
  k: number;
  fm: number;
  count: number;
}

/** Modes per third octave for band numbers k (0 = 1 kHz); a mode on the lower edge belongs to the band. */
export function thirdOctaveCounts(modes: readonly Mode[], bandNumbers: readonly number[]): BandCount[] {
  return bandNumbers.map((k) => {
    const [lower, upper] = thirdOctaveEdges(k);
    return { k, fm: thirdOctaveMidband(k), count: modes.filter((m) => m.f >= lower && m.f < upper).length };
  });
}

export interface Spacing {
  /** Whether the count never falls from one third octave to the next. */
  nonDecreasing: boolean;
  /** Midbands (Hz) with fewer than five modes of which two coincide. */
  coincidentBands: number[];
  /** First band whose count is below the one before it. */
  firstDrop: number | null;
}

/** Bonello's two conditions on the counts per third octave. `modes` must rise in frequency. */
export function spacingCriterion(modes: readonly Mode[], bands: readonly BandCount[]): Spacing {
  let firstDrop: number | null = null;
  for (let i = 1; i < bands.length && firstDrop === null; i++) {
    if (bands[i]!.count < bands[i - 1]!.count) firstDrop = bands[i]!.fm;
  }
  const coincidentBands = bands
    .filter(({ k, count }) => {
      if (count >= COINCIDENCE_ALLOWED_FROM) return false;
      const [lower, upper] = thirdOctaveEdges(k);
      const inside = modes.filter((m) => m.f >= lower && m.f < upper);
      return inside.some((m, i) => i > 0 && m.f - inside[i - 1]!.f <= COINCIDENCE_HZ);
    })
    .map(({ fm }) => fm);
  return { nonDecreasing: firstDrop === null, coincidentBands, firstDrop };
}

/** Schroeder frequency in Hz: 2000 √(T/V), T in s, V in m³. Below it the room is a set of single modes. */
export function schroederFrequency(decayTime: number, volume: number): number {
  mustBePositive('schroederFrequency', 'decayTime', decayTime);
  mustBePositive('schroederFrequency', 'volume', volume);
  return 2000 * Math.sqrt(decayTime / volume);
}
