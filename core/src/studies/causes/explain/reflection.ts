/** A single early arrival: the reflection of a surface comes then, and about as loud. */
import { plainly } from '../likelihood';
import type { Believed, Candidate, Finding } from '../types';

/** Five centimetres of path, s. */
const DELAY_OFF = 0.00015;
const DELAY_SPAN = 0.02;
const LEVEL_OFF = 5;
const LEVEL_SPAN = 30;
/** Spikes are read over all frequencies: their level is that of the octave at 2 kHz. */
const OCTAVE = 5;

export function reflections({ delay, sizeDb }: Finding, believed: Believed): Candidate[] {
  if (delay === null) return [];
  return believed.reflections.map(({ face, delay: meant, octavesDb }) => ({
    cause: { kind: 'reflection', face, delay: meant, levelDb: octavesDb[OCTAVE]! },
    share: 10 ** (octavesDb[OCTAVE]! / 20),
    evidence: [
      plainly('delay', 'ms', delay * 1000, meant * 1000, DELAY_OFF * 1000, DELAY_SPAN * 1000),
      plainly('level', 'dB', sizeDb, octavesDb[OCTAVE]!, LEVEL_OFF, LEVEL_SPAN),
    ],
  }));
}
