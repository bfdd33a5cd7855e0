/** What an electronic equaliser may still do, and what it is kept from. */
import type { Bell } from '../../signal/sections';

/** One place the loudspeaker was heard at: levels over frequencies that rise, dB. */
export interface CorrectPlace {
  title: string;
  f: readonly number[];
  db: ArrayLike<number>;
}

export interface LeftAlone {
  kind: 'peak' | 'dip';
  f: number;
  /** Largest of all places, dB. */
  sizeDb: number;
  places: number;
  why:
    /** A null: what is put in there cancels too. */
    | 'null'
    /** A dip: filling it is what boosts are for. */
    | 'dip'
    /** Not in every place: what helps one harms another. */
    | 'places'
    /** So small that a cut would be heard more than it. */
    | 'small'
    /** No more cuts than these. */
    | 'most';
}

export interface Correction {
  bells: Bell[];
  /** Frequencies, what all bells do there, and every place before and after over what is about it, dB. */
  f: number[];
  gainDb: number[];
  places: { title: string; before: number[]; after: number[] }[];
  /** Half of highest less lowest in the range, before and after, the worst place, dB. */
  swing: { before: number; after: number };
  /** To be taken off before, so that nothing clips, dB. */
  headroomDb: number;
  left: LeftAlone[];
}
