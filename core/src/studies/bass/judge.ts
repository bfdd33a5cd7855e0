/** How even a low response is: smoothing, swing against what people hold it to, spread over places. */
import type { SwingVerdict, WaveMode } from './types';

export interface SwingSchool {
  id: string;
  fromHz: number;
  toHz: number;
  /** Parts of an octave the curve is smoothed over. */
  fraction: number;
  limitDb: number;
}

/**
 * ± 5 dB from 30 to 150 Hz, read at a twelfth of an octave: what builders call a good small room; ± 13 dB is common
 * without treatment. ± 3 dB in third octaves from 50 Hz on: the operational response of listening rooms (ITU-R BS.1116-3
 * §8.3.4.1), here only as far up as single modes rule.
 */
export const SWING_SCHOOLS: readonly SwingSchool[] = [
  { id: 'small-room', fromHz: 30, toHz: 150, fraction: 12, limitDb: 5 },
  { id: 'untreated', fromHz: 30, toHz: 150, fraction: 12, limitDb: 13 },
  { id: 'listening-room', fromHz: 50, toHz: 150, fraction: 3, limitDb: 3 },
];

/** Energy mean over a fraction of an octave about each frequency; the axis may be unevenly spaced. */
export function smoothed(frequencies: ArrayLike<number>, levelDb: ArrayLike<number>, fraction: number): Float64Array {
  const n = frequencies.length;
  const half = 2 ** (0.5 / fraction);
  const out = new Float64Array(n);
  // Each point stands for the stretch of log frequency about it.
  const share = Float64Array.from({ length: n }, (_, i) =>
    Math.log(frequencies[Math.min(n - 1, i + 1)]! / frequencies[Math.max(0, i - 1)]!),
  );
  const energy = Float64Array.from({ length: n }, (_, i) => share[i]! * 10 ** (levelDb[i]! / 10));
  let [from, to, sum, weight] = [0, 0, 0, 0];
  for (let i = 0; i < n; i++) {
    while (to < n && frequencies[to]! <= frequencies[i]! * half) {
      sum += energy[to]!;
      weight += share[to++]!;
    }
    while (frequencies[from]! < frequencies[i]! / half) {
      sum -= energy[from]!;
      weight -= share[from++]!;
    }
    out[i] = 10 * Math.log10(Math.max(1e-30, sum / weight));
  }
  return out;
}

export function swingOf(
  frequencies: ArrayLike<number>,
  levelDb: ArrayLike<number>,
  school: SwingSchool,
): SwingVerdict | null {
  const curve = smoothed(frequencies, levelDb, school.fraction);
  let [high, low, highHz, lowHz] = [-Infinity, Infinity, 0, 0];
  for (let i = 0; i < curve.length; i++) {
    const f = frequencies[i]!;
    if (f < school.fromHz || f > school.toHz) continue;
    if (curve[i]! > high) [high, highHz] = [curve[i]!, f];
    if (curve[i]! < low) [low, lowHz] = [curve[i]!, f];
  }
  if (high === -Infinity) return null;
  const swingDb = (high - low) / 2;
  const { id, fromHz, toHz, fraction, limitDb } = school;
  return { school: id, fromHz, toHz, fraction, limitDb, swingDb, highHz, lowHz, met: swingDb <= limitDb };
}

/** All schools; none is held against what the loudspeakers do not reach. `reach`: their lowest corner, Hz. */
export const swings = (frequencies: ArrayLike<number>, levelDb: ArrayLike<number>, reach = 0): SwingVerdict[] =>
  SWING_SCHOOLS.flatMap((s) => swingOf(frequencies, levelDb, { ...s, fromHz: Math.max(s.fromHz, reach) }) ?? []);

/** Standard deviation of the level over log frequency between two frequencies, dB. */
export function unevenness(
  frequencies: ArrayLike<number>,
  levelDb: ArrayLike<number>,
  from: number,
  to: number,
): number {
  let [sum, square, weight] = [0, 0, 0];
  for (let i = 1; i < levelDb.length; i++) {
    const f = frequencies[i]!;
    if (f < from || f > to) continue;
    const w = Math.log(f / frequencies[i - 1]!);
    sum += w * levelDb[i]!;
    square += w * levelDb[i]! ** 2;
    weight += w;
  }
  if (weight === 0) return 0;
  const mean = sum / weight;
  return Math.sqrt(Math.max(0, square / weight - mean * mean));
}

/** Mean over frequency of the standard deviation from place to place, dB. */
export function placeSpread(
  frequencies: ArrayLike<number>,
  curves: readonly ArrayLike<number>[],
  from: number,
  to: number,
): number {
  let [sum, weight] = [0, 0];
  for (let i = 1; i < frequencies.length; i++) {
    const f = frequencies[i]!;
    if (f < from || f > to) continue;
    const w = Math.log(f / frequencies[i - 1]!);
    const mean = curves.reduce((s, c) => s + c[i]!, 0) / curves.length;
    const square = curves.reduce((s, c) => s + (c[i]! - mean) ** 2, 0) / curves.length;
    sum += w * Math.sqrt(square);
    weight += w;
  }
  return weight > 0 ? sum / weight : 0;
}

/** 20 dB within 150 ms: the decay time of a mode that just does. */
export const DROP_TIME = 0.45;
/** Judged from here up, Hz. */
export const DROP_FROM_HZ = 63;
/** … and up to here: above, modes crowd and decay is the room's. */
export const DROP_TO_HZ = 200;
/** Ears below this part of a mode's largest pressure are in its null, above the other at its peak. */
export const SEAT_NULL = 0.25;
export const SEAT_PEAK = 0.7;

export const tooSlow = (m: WaveMode): boolean =>
  m.index > 0 && m.f >= DROP_FROM_HZ && m.f <= DROP_TO_HZ && m.time > DROP_TIME;

/** Modes that take longer than 150 ms to fall by 20 dB, and those of them the ears hear. */
export function slowModes(modes: readonly WaveMode[]): { slow: WaveMode[]; heard: WaveMode[] } {
  const slow = modes.filter(tooSlow);
  return { slow, heard: slow.filter((m) => Math.abs(m.head) > SEAT_NULL) };
}

/** Where evenness is judged, and where places of the head are compared, Hz. */
export const EVEN_RANGE = [30, 150] as const;
export const SPREAD_RANGE = [30, 120] as const;
/** Weight of a decibel of spread over the head's range against one of swing. */
export const SPREAD_WEIGHT = 0.7;
