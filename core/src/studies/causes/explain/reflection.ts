/** A single early arrival: the reflection of a surface comes then, and about as loud. */
import { plainly } from '../likelihood';
import type { Believed, Candidate, Evidence, Finding, Measured } from '../types';

/** Five centimetres of path, s. */
const DELAY_OFF = 0.00015;
const DELAY_SPAN = 0.02;
const LEVEL_OFF = 5;
const LEVEL_SPAN = 30;
/** Spikes are read over all frequencies: their level is that of the octave at 2 kHz. */
const OCTAVE = 5;

/** Where teeth of a comb are looked at, Hz: over 1/48 octave they are seen as long as they lie further apart than this part of their frequency. */
const COMB = { from: 500, to: 5000, apart: 0.04 } as const;
const COMB_OFF = 2.5;
const COMB_SPAN = 15;

/** How far the response goes up and down in even steps of 1/delay, dB (amplitude of the wave its levels make over frequency); null: not to be seen. */
export function combOf({ f, db }: Measured['levels'], delay: number): number | null {
  const to = Math.min(COMB.to, 1 / (delay * COMB.apart));
  if (to < 2 * COMB.from) return null;
  let [weight, mean] = [0, 0];
  const list = f.flatMap((v, i) => {
    if (v < COMB.from || v > to || i === 0 || !Number.isFinite(db[i])) return [];
    const share = v - f[i - 1]!;
    weight += share;
    mean += share * db[i]!;
    return [{ v, level: db[i]!, share }];
  });
  if (!(weight > 0)) return null;
  mean /= weight;
  let [re, im] = [0, 0];
  for (const { v, level, share } of list) {
    re += share * (level - mean) * Math.cos(2 * Math.PI * v * delay);
    im += share * (level - mean) * Math.sin(2 * Math.PI * v * delay);
  }
  return (2 * Math.hypot(re, im)) / weight;
}

/** One reflection a times as loud as the direct sound makes its level go up and down by (20/ln 10) a. */
function combEvidence(delay: number, levelDb: number, { levels }: Measured): Evidence[] {
  const found = combOf(levels, delay);
  const meant = (20 / Math.LN10) * Math.min(0.9, 10 ** (levelDb / 20));
  return found === null ? [] : [plainly('comb', 'dB', found, meant, COMB_OFF, COMB_SPAN)];
}

export function reflections({ delay, sizeDb }: Finding, believed: Believed, measured: Measured): Candidate[] {
  if (delay === null) return [];
  return believed.reflections.map(({ face, delay: meant, octavesDb }) => ({
    cause: { kind: 'reflection', face, delay: meant, levelDb: octavesDb[OCTAVE]! },
    share: 10 ** (octavesDb[OCTAVE]! / 20),
    evidence: [
      plainly('delay', 'ms', delay * 1000, meant * 1000, DELAY_OFF * 1000, DELAY_SPAN * 1000),
      plainly('level', 'dB', sizeDb, octavesDb[OCTAVE]!, LEVEL_OFF, LEVEL_SPAN),
      ...combEvidence(delay, octavesDb[OCTAVE]!, measured),
    ],
  }));
}
