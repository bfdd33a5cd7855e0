/**
 * Background noise against curves, from octave levels 63 Hz … 8 kHz, dB re 20 µPa: NR (ISO/R 1996:1971, L = a + b·NR) and NC (tangent to the tabled
 * curves NC-15 … NC-65, straight between neighbours; ANSI/ASA S12.2). A-weighted sum by the closed form of IEC 61672-1:2013 at exact midbands.
 */
import { OCTAVE_MIDBANDS, OCTAVES, type PerOctave } from '../quantities/bands';

const NR_A = [35.5, 22, 12, 4.8, 0, -3.5, -6.1, -8];
const NR_B = [0.79, 0.87, 0.93, 0.974, 1, 1.015, 1.025, 1.03];

const NC_STEPS = [15, 20, 25, 30, 35, 40, 45, 50, 55, 60, 65] as const;
const NC: readonly PerOctave[] = [
  [47, 36, 29, 22, 17, 14, 12, 11],
  [51, 40, 33, 26, 22, 19, 17, 16],
  [54, 44, 37, 31, 27, 24, 22, 21],
  [57, 48, 41, 35, 31, 29, 28, 27],
  [60, 52, 45, 40, 36, 34, 33, 32],
  [64, 56, 50, 45, 41, 39, 38, 37],
  [67, 60, 54, 49, 46, 44, 43, 42],
  [71, 64, 58, 54, 51, 49, 48, 47],
  [74, 67, 62, 58, 56, 54, 53, 52],
  [77, 71, 67, 63, 61, 59, 58, 57],
  [80, 75, 71, 68, 66, 64, 63, 62],
];

/** A-weighting at a frequency, dB; 0 at 1 kHz. */
export function weightingA(f: number): number {
  const r = (x: number) =>
    (12194.217 ** 2 * x ** 4) /
    ((x * x + 20.598997 ** 2) *
      Math.sqrt((x * x + 107.65265 ** 2) * (x * x + 737.86223 ** 2)) *
      (x * x + 12194.217 ** 2));
  return 20 * Math.log10(r(f) / r(1000));
}

/** C-weighting at a frequency, dB; 0 at 1 kHz (IEC 61672-1:2013). */
export function weightingC(f: number): number {
  const r = (x: number) => (12194.217 ** 2 * x * x) / ((x * x + 20.598997 ** 2) * (x * x + 12194.217 ** 2));
  return 20 * Math.log10(r(f) / r(1000));
}

/** How a sound level meter weighs frequencies; Z: not at all. */
export const WEIGHTINGS = ['A', 'C', 'Z'] as const;
export type Weighting = (typeof WEIGHTINGS)[number];

/** Level of bands together as a meter would show it, dB. */
export function meterLevel(bands: readonly { f: number; db: number }[], weighting: Weighting): number {
  const weight = { A: weightingA, C: weightingC, Z: () => 0 }[weighting];
  return 10 * Math.log10(bands.reduce((sum, { f, db }) => sum + 10 ** ((db + weight(f)) / 10), 0));
}

/** The same of eight octaves; those that are not known count nothing. */
export const weightedLevel = (octaves: readonly (number | null)[], weighting: Weighting): number =>
  meterLevel(
    octaves.flatMap((db, i) => (db === null ? [] : [{ f: OCTAVE_MIDBANDS[i]!, db }])),
    weighting,
  );

/** Level of an NR curve in an octave of {@link OCTAVES}, dB. */
export const nrLevel = (nr: number, octave: number): number => NR_A[octave]! + NR_B[octave]! * nr;

export interface NoiseRating {
  dbA: number;
  nr: number;
  /** Rounded up. */
  nrWhole: number;
  /** Nominal octave that decides. */
  nrBand: number;
  /** null: outside the tabled curves. */
  nc: number | null;
  ncBand: number | null;
  ncOutside: 'below 15' | 'above 65' | null;
}

/** Ratings of eight octave levels, dB. Throws RangeError for other than eight finite levels. */
export function rateNoise(levels: PerOctave): NoiseRating {
  if (levels.length !== OCTAVES.length || !levels.every(Number.isFinite))
    throw new RangeError(`rateNoise: levels must be ${OCTAVES.length} finite levels, got ${JSON.stringify(levels)}`);
  const nrs = levels.map((l, i) => (l - NR_A[i]!) / NR_B[i]!);
  const nr = Math.max(...nrs);
  return {
    dbA: weightedLevel(levels, 'A'),
    nr,
    nrWhole: Math.ceil(nr - 1e-9),
    nrBand: OCTAVES[nrs.indexOf(nr)]!,
    ...tangentNc(levels),
  };
}

function tangentNc(levels: PerOctave): Pick<NoiseRating, 'nc' | 'ncBand' | 'ncOutside'> {
  const outside = (ncOutside: 'below 15' | 'above 65') => ({ nc: null, ncBand: null, ncOutside });
  if (levels.some((l, i) => l > NC.at(-1)![i]!)) return outside('above 65');
  const each = levels.map((l, i) => {
    const above = NC.findIndex((curve) => l <= curve[i]!);
    if (above === 0) return l === NC[0]![i] ? NC_STEPS[0] : -Infinity;
    const [low, high] = [NC[above - 1]![i]!, NC[above]![i]!];
    return NC_STEPS[above - 1]! + (5 * (l - low)) / (high - low);
  });
  const nc = Math.max(...each);
  return nc === -Infinity ? outside('below 15') : { nc, ncBand: OCTAVES[each.indexOf(nc)]!, ncOutside: null };
}
