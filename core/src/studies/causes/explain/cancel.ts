/** Several waves that cancel at the ears, or add up there: the room as it is drawn has a dip, or a peak, there too. */
import { type Extreme, extremesOf } from '../findings';
import { inLog, nullAt, plainly } from '../likelihood';
import { aloneEvidence, drawnLoss, LOSES_DB } from './against';
import type { Believed, Candidate, Evidence, Finding, Measured } from '../types';

/** A peak of several moves with every centimetre of the head, faster than a mode. */
const OFF = 0.035;
const SPAN = Math.log(15);
const DEPTH_OFF = 6;
const DEPTH_SPAN = 30;
const LEAST_DB = 3;

/** So many modes within one another's width, or none where the peak is, and it is of several. */
const CROWD = 3;

/** Dips each loudspeaker has by itself; those of several against each other are another cause. */
export function cancelling({ f, fError, sizeDb }: Finding, believed: Believed, measured: Measured): Candidate[] {
  return drawnAlike('dip', believed.curve, f, fError, sizeDb).flatMap(({ at, evidence }): Candidate[] => {
    const { lossDb } = drawnLoss(at.f, believed);
    if (lossDb >= LOSES_DB) return [];
    return [
      {
        cause: { kind: 'cancel', f: at.f, depthDb: at.sizeDb },
        share: -at.sizeDb,
        evidence: [...evidence, ...aloneEvidence(f!, false, measured)],
      },
    ];
  });
}

export function adding({ f, fError, sizeDb }: Finding, { curve, modes }: Believed): Candidate[] {
  const crowded = (at: number) => modes.filter((m) => Math.abs(m.f - at) < 2.2 / m.seconds).length >= CROWD;
  const nobodys = (at: number) => modes.every((m) => Math.abs(m.f / at - 1) > OFF);
  return drawnAlike('peak', curve, f, fError, sizeDb)
    .filter(({ at }) => crowded(at.f) || nobodys(at.f))
    .map(({ at, evidence }) => ({ cause: { kind: 'add', f: at.f, sizeDb: at.sizeDb }, share: at.sizeDb, evidence }));
}

function drawnAlike(
  kind: 'peak' | 'dip',
  curve: Believed['curve'],
  f: number | null,
  fError: number,
  sizeDb: number,
): { at: Extreme; evidence: Evidence[] }[] {
  if (!curve || f === null) return [];
  return extremesOf(curve.f, curve.db, kind, LEAST_DB).map((at) => ({
    at,
    evidence: [
      kind === 'dip' ? nullAt(f, fError, at.f) : inLog('frequency', 'Hz', f, at.f, Math.hypot(OFF, fError / f), SPAN),
      plainly('depth', 'dB', sizeDb, at.sizeDb, DEPTH_OFF, DEPTH_SPAN),
    ],
  }));
}
