/**
 * Octave and third-octave bands, base ten (IEC 61260-1): exact midband 1000·10^(3k/10) for octaves, 1000·10^(k/10) for
 * thirds. Labels are nominal (63, 125 … 8000); formulas take the exact value.
 */

/** Nominal octave labels in Hz, the eight bands every table of this program uses. */
export const OCTAVES = [63, 125, 250, 500, 1000, 2000, 4000, 8000] as const;

/** One value for each of {@link OCTAVES}. */
export type PerOctave = readonly number[];

/** Exact octave midbands in Hz: 63.10 … 7943.3. */
export const OCTAVE_MIDBANDS: readonly number[] = OCTAVES.map((_, i) => 1000 * 10 ** (0.3 * (i - 4)));

/** Exact third-octave midband in Hz for band number k (k = 0 is 1 kHz). */
export function thirdOctaveMidband(k: number): number {
  return 1000 * 10 ** (k / 10);
}

/** Lower and upper edge in Hz of third-octave band k; the lower edge belongs to the band. */
export function thirdOctaveEdges(k: number): [lower: number, upper: number] {
  return [1000 * 10 ** ((k - 0.5) / 10), 1000 * 10 ** ((k + 0.5) / 10)];
}

const DECADE = [1, 1.25, 1.6, 2, 2.5, 3.15, 4, 5, 6.3, 8];
/** Nominal label of third-octave band k: … 31.5, 40, 50 … */
export function nominalThird(k: number): number {
  const decade = Math.floor(k / 10);
  return Number((DECADE[k - 10 * decade]! * 1000 * 10 ** decade).toPrecision(3));
}

const NOMINAL = Array.from({ length: 31 }, (_, i) => nominalThird(i - 17));
/** Nominal midbands people's tables have: octaves 31.5 Hz … 16 kHz, thirds 20 Hz … 20 kHz. */
export const nominalBands = (fraction: 1 | 3): readonly number[] =>
  fraction === 3 ? NOMINAL : NOMINAL.filter((_, i) => i % 3 === 2);

/** `count` tones spread evenly in log frequency over the octave around `mid` (Hz), each in the middle of its share. */
export function tonesInOctave(mid: number, count: number): number[] {
  return Array.from({ length: count }, (_, i) => mid * 10 ** (0.3 * ((i + 0.5) / count - 0.5)));
}

/** Label of a frequency as practitioners write it: 125, 1k, 2.5k. */
export function frequencyLabel(f: number): string {
  return f >= 1000 ? `${Number((f / 1000).toPrecision(3))}k` : `${Number(f.toPrecision(3))}`;
}
