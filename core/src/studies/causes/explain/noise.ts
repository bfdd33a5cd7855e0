/** The measurement itself: where little stands out of the noise, the curve goes up and down by chance. */
import { levelError } from '../findings';
import { plainly } from '../likelihood';
import type { Candidate, Finding, Measured } from '../types';

const SPAN = 30;

export function noise({ f, sizeDb }: Finding, measured: Measured): Candidate[] {
  if (f === null) return [];
  return [
    {
      cause: { kind: 'noise' },
      share: 1,
      evidence: [plainly('noise', 'dB', sizeDb, 0, levelError(measured, f), SPAN)],
    },
  ];
}
