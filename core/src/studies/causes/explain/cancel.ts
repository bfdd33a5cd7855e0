/** Several waves that cancel at the ears: the room as it is drawn has a dip there too. */
import { extremesOf } from '../findings';
import { inLog, plainly } from '../likelihood';
import type { Believed, Candidate, Finding } from '../types';

/** A null moves with every centimetre of the head, faster than a mode. */
const OFF = 0.035;
const SPAN = Math.log(15);
const DEPTH_OFF = 6;
const DEPTH_SPAN = 30;
const LEAST_DB = 3;

export function cancelling({ f, fError, sizeDb }: Finding, { curve }: Believed): Candidate[] {
  if (!curve || f === null) return [];
  return extremesOf(curve.f, curve.db, 'dip', LEAST_DB).map((d) => ({
    cause: { kind: 'cancel', f: d.f, depthDb: d.sizeDb },
    share: Math.abs(d.sizeDb),
    evidence: [
      inLog('frequency', 'Hz', f, d.f, Math.hypot(OFF, fError / f), SPAN),
      plainly('depth', 'dB', sizeDb, d.sizeDb, DEPTH_OFF, DEPTH_SPAN),
    ],
  }));
}
