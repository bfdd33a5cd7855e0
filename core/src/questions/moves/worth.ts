/**
 * What a change of the verdict is worth, in steps: one is what can just be told apart by ear, or what a careful builder would still mend.
 * The steps are ours: they order what is proposed and never appear as a figure of the room.
 */
import type { Measure, MeasureId } from '../../report/verdict';
import { SEAT_LIMITS } from '../../studies/seat/types';

/** A step of each measure, in its unit. */
export const STEP = {
  symmetryCm: 2,
  notchDb: 3,
  swingDb: 1.5,
  markDb: 3,
  bare: 0.5,
  decay: Math.log(1.1),
  cover: 10,
} as const;
const SYMMETRY_CM = 100 * SEAT_LIMITS.pathDifference;
const MILD_DB = -5;
/** More cover than this makes a booth, %. */
const MOST_COVER = 50;
const LIKED: Record<Measure['tone'], number> = { good: 0, fair: 0.3, bad: 1.5 };

/** What decides the worth beside the measures. */
export interface Standing {
  measures: readonly Measure[];
  /** Marks that matter and are bare; the loudest over what still matters, dB (null: none). */
  bare: number;
  overDb: number | null;
  /** Mean over the octaves judged of |ln(T/limit)|, 0: all inside; null: not known. */
  outside: number | null;
  /** Most the swing may be, dB; null: not known. */
  swingLimitDb: number | null;
}

/** How far a measure is from where it should be, in steps; 0: nothing to mend. */
function wanting(m: Measure, standing: Standing): number {
  const v = m.value;
  switch (m.id) {
    case 'symmetry':
      return v === null ? 0 : Math.min(6, Math.max(0, v - SYMMETRY_CM) / STEP.symmetryCm);
    case 'seat':
      return LIKED[m.tone];
    case 'notch':
      return v === null ? 0 : Math.max(0, MILD_DB - v) / STEP.notchDb;
    case 'swing':
      return v === null ? 0 : Math.max(0, v - (standing.swingLimitDb ?? 0)) / STEP.swingDb;
    case 'bass':
      return v === null ? 0 : LIKED[m.tone];
    case 'mark':
      return standing.bare * STEP.bare + Math.max(0, standing.overDb ?? 0) / STEP.markDb;
    case 'decay':
      return (standing.outside ?? 0) / STEP.decay;
    case 'cover':
      return v === null ? 0 : Math.max(0, v - MOST_COVER) / STEP.cover;
    case 'panels':
    case 'record':
      return 0;
  }
}

export function wantings(standing: Standing): Map<MeasureId, number> {
  return new Map(standing.measures.map((m) => [m.id, wanting(m, standing)]));
}

/** An hour of one's own counts as so much money, and so much of both halves what a gain is worth. */
const AN_HOUR = 20;
const HALVES = 60;
/** What nobody knows the price of counts as this much. */
const UNKNOWN_MONEY = 200;

/** What orders moves: gain over what they take. */
export const ratingOf = (gain: number, money: number | null, hours: number): number =>
  gain / (1 + (Math.max(0, money ?? UNKNOWN_MONEY) + AN_HOUR * Math.max(0, hours)) / HALVES);

/** A move that gains less is not told. */
export const LEAST_GAIN = 0.15;
