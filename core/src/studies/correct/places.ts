/** Places that were measured, as a correction takes them, and what rings there through it. */
import type { Points } from '../../signal/calibration';
import type { Ring } from '../../signal/modes/ringing';
import { filtered, sectionOf } from '../../signal/sections';
import { levelsOfImpulse, ringsThrough } from '../listen/read';
import { type Table, tableCurves } from '../listen/tables';
import { corrected } from './study';
import type { Correction, CorrectPlace } from './types';

interface Impulse {
  samples: ArrayLike<number>;
  rate: number;
  /** Sample the direct sound begins at; null: there is none. */
  onset: number | null;
  rings: readonly Ring[];
}
export interface MeasuredPlace {
  title: string;
  /** What the microphone hears too much of. */
  own: Points | null;
  of: Impulse | Table<'response'>;
}

/** What rings at the first place that was recorded, before and after; s, null: it is gone. */
export type Correcting = Correction & { rings: { f: number; before: number; after: number | null }[] };

/** Two rings this near are one. */
const SAME = 0.02;

function placeOf({ title, own, of }: MeasuredPlace): CorrectPlace {
  if ('samples' in of) return { title, ...levelsOfImpulse(of, own).levels };
  const { grid, finestDb } = tableCurves(of, 24, own);
  return { title, f: grid, db: finestDb };
}

function ringsOf({ bells }: Correction, { samples, rate, onset, rings }: Impulse): Correcting['rings'] {
  const sections = bells.map((b) => sectionOf(b, rate));
  const after = onset === null ? [] : ringsThrough({ samples, rate, onset }, (x) => filtered(x, sections));
  return rings.map(({ f, decay }) => ({
    ...{ f, before: decay },
    after: after.find((r) => Math.abs(r.f / f - 1) < SAME)?.decay ?? null,
  }));
}

/** Throws RangeError where places share too little of the range (see {@link corrected}). */
export function correctedAt(places: readonly MeasuredPlace[], boosts: boolean): Correcting {
  const found = corrected(places.map(placeOf), boosts);
  const first = places.map((p) => p.of).find((of): of is Impulse => 'samples' in of);
  return { ...found, rings: first ? ringsOf(found, first) : [] };
}
