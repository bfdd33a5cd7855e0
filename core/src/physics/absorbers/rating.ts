/**
 * Single numbers for a curve of absorption: weighted coefficient αw with its shape indicators and class (ISO 11654:1997), noise
 * reduction coefficient (ASTM C423, nearest 0.05) and sound absorption average (nearest 0.01).
 *
 * Everything is counted in whole hundredths, so that 0.925 does not become 0.92 by the way computers write fractions.
 */
import { thirdOctaveMidband } from '../../quantities/bands';

/** Third octaves a rating needs: 100 Hz to 5 kHz, nominal. */
export const RATING_THIRDS = [
  100, 125, 160, 200, 250, 315, 400, 500, 630, 800, 1000, 1250, 1600, 2000, 2500, 3150, 4000, 5000,
] as const;

/** Exact midbands of {@link RATING_THIRDS}. */
export const RATING_MIDBANDS: readonly number[] = RATING_THIRDS.map((_, i) => thirdOctaveMidband(i - 10));

export interface Rating {
  /** Practical coefficients, octaves 125–4000 Hz. */
  alphaP: number[];
  alphaW: number;
  /** Of L, M and H. */
  indicators: string;
  /** A … E; null below 0.15. */
  absorptionClass: string | null;
  /** Reference curve where it came to rest, octaves 250–4000 Hz. */
  shiftedReference: number[];
  nrc: number;
  saa: number;
}

/** ISO 11654, in hundredths, 250–4000 Hz. */
const REFERENCE = [80, 100, 100, 100, 90];
const CLASSES: [from: number, name: string][] = [
  [90, 'A'],
  [80, 'B'],
  [60, 'C'],
  [30, 'D'],
  [15, 'E'],
];

/** Sum of coefficients in millionths: whole, so that means and ties come out as on paper. */
const millionths = (values: readonly number[]): number => values.reduce((sum, v) => sum + Math.round(v * 1e6), 0);
/** Mean in whole hundredths, half upwards. */
const hundredths = (values: readonly number[]): number =>
  Math.floor((millionths(values) / values.length + 5000) / 10000);
const toTwentieth = (h: number): number => Math.floor((h + 2.5) / 5) * 5;

/**
 * Rating of 18 third-octave coefficients, 100 Hz to 5 kHz.
 * @throws RangeError when there are not 18, or one is not a number from 0 to 2
 */
export function rateAbsorption(alpha: readonly number[]): Rating {
  if (alpha.length !== RATING_THIRDS.length)
    throw new RangeError(`rateAbsorption: alpha must have ${RATING_THIRDS.length} thirds, got ${alpha.length}`);
  alpha.forEach((a, i) => {
    if (!(a >= 0 && a <= 2))
      throw new RangeError(`rateAbsorption: alpha at ${RATING_THIRDS[i]} Hz must lie between 0 and 2, got ${a}`);
  });
  const practical = Array.from({ length: 6 }, (_, o) =>
    Math.min(100, toTwentieth(hundredths(alpha.slice(3 * o, 3 * o + 3)))),
  );
  const judged = practical.slice(1);
  let shift = 0;
  const deficit = () => judged.reduce((sum, p, i) => sum + Math.max(0, REFERENCE[i]! - shift - p), 0);
  while (deficit() > 10) shift += 5;
  const shifted = REFERENCE.map((r) => Math.max(0, r - shift));
  const alphaW = shifted[1]!;
  const exceeds = (i: number) => judged[i]! - shifted[i]! >= 25;
  const indicators = `${exceeds(0) ? 'L' : ''}${exceeds(1) || exceeds(2) ? 'M' : ''}${exceeds(3) || exceeds(4) ? 'H' : ''}`;
  const four = [4, 7, 10, 13].map((i) => alpha[i]!);
  return {
    alphaP: practical.map((p) => p / 100),
    alphaW: alphaW / 100,
    indicators,
    absorptionClass: CLASSES.find(([from]) => alphaW >= from)?.[1] ?? null,
    shiftedReference: shifted.map((r) => r / 100),
    // The mean of four in 1/20: half upwards.
    nrc: Math.floor((millionths(four) / 4 + 25000) / 50000) / 20,
    saa: hundredths(alpha.slice(3, 15)) / 100,
  };
}
