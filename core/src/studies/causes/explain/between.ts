/** Flutter: two surfaces that face each other throw the sound to and fro; on the way there and back it is heard once, or twice from the middle between them. */
import { plainly } from '../likelihood';
import type { Believed, Candidate, Finding } from '../types';

/** Of the distance of two surfaces, m, and of the sound's speed. */
const APART_OFF = 0.04;
const SPEED_OFF = 0.01;
/** Intervals lie anywhere in this, ms. */
const SPAN_MS = 56;
/** Heard from the middle less often than not. */
const HALF = 0.5;

export function between({ delay }: Finding, { facing, c }: Believed): Candidate[] {
  if (delay === null) return [];
  return facing.flatMap(({ faces, apart, alpha }) =>
    [false, true].map((half): Candidate => {
      const meant = (half ? 1 : 2) * (apart / c);
      const within = meant * Math.hypot(APART_OFF / apart, SPEED_OFF);
      return {
        cause: { kind: 'between', faces, apart, half },
        share: (half ? HALF : 1) * (1 - alpha[0]) * (1 - alpha[1]),
        evidence: [plainly('delay', 'ms', 1000 * delay, 1000 * meant, 1000 * within, SPAN_MS)],
      };
    }),
  );
}
