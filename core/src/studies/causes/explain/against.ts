/** Loudspeakers that play at once and take from one another: alone each gives more than all together. */
import { pointAt } from '../../../signal/calibration';
import { extremesOf } from '../findings';
import { nullAt, plainly } from '../likelihood';
import type { Believed, Candidate, Companion, Evidence, Finding, Measured } from '../types';

const DEPTH_OFF = 6;
const DB_SPAN = 30;
/** A drawn dip shows from here on, and is of two against each other where the louder one alone gives so much more, dB. */
const LEAST_DB = 3;
export const LOSES_DB = 3;

/** Of what was measured alone, a choice in which each that plays comes once; null: there is none. */
function partsOf(letters: readonly string[], parts: readonly Companion[]): Companion[] | null {
  if (letters.length === 0) return [];
  for (const part of parts) {
    if (!part.letters.includes(letters[0]!) || !part.letters.every((l) => letters.includes(l))) continue;
    const rest = partsOf(
      letters.filter((l) => !part.letters.includes(l)),
      parts,
    );
    if (rest) return [part, ...rest];
  }
  return null;
}

/** What measurements of each alone say of a dip: how much all together give over the loudest, and the two loudest; null: they were not made. */
function measuredAlone(f: number, { levels, beside }: Measured): { byDb: number; of: Companion[] } | null {
  const parts = beside && partsOf(beside.letters, beside.parts);
  if (!parts || parts.length < 2) return null;
  const alone = parts.map((p) => ({ p, db: pointAt(p.levels, f) })).sort((a, b) => b.db - a.db);
  const [first, second] = [alone[0]!, alone[1]!];
  return { byDb: pointAt(levels, f) - first.db, of: [first.p, second.p] };
}

/** What all together give over the louder alone where nothing is against: mean and deviation, dB. Where it is, anything within the span below. */
const WITH = { mean: 2.5, off: 2.5 } as const;
const OPPOSED = { from: -25, to: -2 } as const;
const UNTHOUGHT = 0.05 / DB_SPAN;
const MOST_SAID = 3;

/** Evidence of those measurements, for loudspeakers against each other or for anything all of them do. */
export function aloneEvidence(f: number, opposed: boolean, measured: Measured): Evidence[] {
  const found = measuredAlone(f, measured);
  if (!found) return [];
  const { byDb } = found;
  const z = (byDb - WITH.mean) / WITH.off;
  const even = byDb < OPPOSED.to && byDb > OPPOSED.from ? 1 / (OPPOSED.to - OPPOSED.from) : 0;
  const normal = Math.exp((-z * z) / 2) / (WITH.off * Math.sqrt(2 * Math.PI));
  const says = Math.log((even + UNTHOUGHT) / (normal + UNTHOUGHT));
  const favours = Math.max(-MOST_SAID, Math.min(opposed ? MOST_SAID : 0.5, opposed ? says : -says));
  const meant = opposed ? OPPOSED.to : WITH.mean;
  return [{ what: 'alone', unit: 'dB', found: byDb, meant, within: WITH.off, favours }];
}

/** At a frequency of the drawn curve: how much less all together give than the loudest alone, and the letters of the two loudest. */
export function drawnLoss(f: number, { curve, alone }: Believed): { lossDb: number; of: string[] } {
  if (!curve || alone.length < 2) return { lossDb: 0, of: [] };
  const list = alone
    .map(({ letter, db }) => ({ letter, db: pointAt({ f: curve.f, db }, f) }))
    .sort((a, b) => b.db - a.db);
  return { lossDb: list[0]!.db - pointAt(curve, f), of: list.slice(0, 2).map((l) => l.letter) };
}

export function against({ f, fError, sizeDb }: Finding, believed: Believed, measured: Measured): Candidate[] {
  if (f === null) return [];
  const drawn = (
    believed.curve && believed.alone.length > 1 ? extremesOf(believed.curve.f, believed.curve.db, 'dip', LEAST_DB) : []
  )
    .map((at) => ({ at, ...drawnLoss(at.f, believed) }))
    .filter(({ lossDb }) => lossDb >= LOSES_DB)
    .map(({ at, lossDb, of }): Candidate => ({
      cause: { kind: 'against', f: at.f, of, lossDb, measured: false },
      share: -at.sizeDb,
      evidence: [
        nullAt(f, fError, at.f),
        plainly('depth', 'dB', sizeDb, at.sizeDb, DEPTH_OFF, DB_SPAN),
        ...aloneEvidence(f, true, measured),
      ],
    }));
  const found = measuredAlone(f, measured);
  if (!found || found.byDb > -LOSES_DB) return drawn;
  // What was measured needs no drawing.
  const of = found.of.flatMap((p) => p.letters);
  return [
    ...drawn,
    {
      cause: { kind: 'against', f, of, lossDb: -found.byDb, measured: true },
      share: Math.abs(sizeDb),
      evidence: aloneEvidence(f, true, measured),
    },
  ];
}
