/** The loudspeaker itself: what it does shows before the room answers too. */
import { smoothed } from '../../bass/judge';
import { plainly } from '../likelihood';
import type { Candidate, Evidence, Finding, Measured } from '../types';

const OFF = 2.5;
const SPAN = 30;
/** The short window means something from so much over its own limit on. */
const SURELY = 1.3;

export function loudspeaker({ f, sizeDb, kind }: Finding, { gated }: Measured): Candidate[] {
  const evidence: Evidence[] = [];
  if (kind !== 'arrival' && f !== null && gated && f > SURELY * gated.lowest) {
    const [fine, whole] = [12, 1].map((fraction) => smoothed(gated.f, gated.db, fraction)) as [
      Float64Array,
      Float64Array,
    ];
    const i = gated.f.findIndex((v) => v >= f);
    if (i >= 0) evidence.push(plainly('early', 'dB', fine[i]! - whole[i]!, sizeDb, OFF, SPAN));
  }
  return [{ cause: { kind: 'loudspeaker' }, share: 1, evidence }];
}
