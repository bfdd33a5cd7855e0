/** Whether a room is what was asked for: each wish of its brief with what is predicted and what was measured. */
import type { Project, Use } from '../../document/schema/project';

export type Outcome = 'met' | 'nearly' | 'missed' | 'unknown';

export interface Found {
  how: 'predicted' | 'measured';
  value: number;
  /** What it is known to lie within; null: not told. */
  range: readonly [low: number, high: number] | null;
  /** Of a band, Hz. */
  octave: number | null;
  /** Predicted with what the room has taught: when that was accepted; else null. */
  since: string | null;
  /** Of a measurement: when, what it is called, and whether the room is still as it was then. */
  taken: { at: string; title: string; asNow: boolean } | null;
}

export type WishKind =
  'decay' | 'swing' | 'reflections' | 'sides' | 'speech' | 'noise' | 'quiet' | 'loud' | 'budget' | 'stays';

export interface Wish {
  kind: WishKind;
  /** The uses that ask for it; none: the brief as a whole. */
  uses: Use[];
  outcome: Outcome;
  /** What is asked: at least and at most; null: no limit that way, or nothing in figures. */
  asked: readonly [least: number | null, most: number | null];
  /** What decides first. */
  found: Found[];
  /** A text of the brief, or what decides in words. */
  text: string;
}

/** What one measurement says; null: nothing of it. */
export interface Reading {
  id: string;
  at: string;
  title: string;
  /** Taken in the room as it is drawn now. */
  asNow: boolean;
  decay: readonly { octave: number; seconds: number | null }[] | null;
  swingDb: number | null;
  /** dB(A) re 20 µPa. */
  noiseDb: number | null;
  speech: number | null;
}

export interface WishParts {
  project: Project;
  volume: number;
  /** By octave 63 … 8000, as chosen; null while it is computed. */
  decay: {
    seconds: readonly (number | null)[];
    low: readonly (number | null)[];
    high: readonly (number | null)[];
    lowestOctave: number;
  } | null;
  /** Half of highest less lowest at the ears, its limit; null: not solved. */
  swing: { swingDb: number; limitDb: number } | null;
  /** Marks that matter, those of them not covered, and the loudest of these over the limit, dB. */
  marks: { all: number; bare: number; overDb: number | null };
  /** Left against right, m; null: no pair. */
  sides: number | null;
  /** Of all that is decided, in the brief's currency; null: nothing is. */
  cost: number | null;
  /** When what the room has taught was accepted, where decay and waves use it; null: they do not. */
  learnedAt: string | null;
  /** Newest first. */
  readings: readonly Reading[];
}
