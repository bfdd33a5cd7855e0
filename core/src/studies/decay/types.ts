/** What the decay study is given and what it answers; plain values, so that a worker can be sent them. */
import type { School } from '../../criteria/decayTargets';
import type { Recipe } from '../../recipes/types';
import type { DecayFormula } from '../../physics/reverberation/decay';
import type { OwnLimits } from '../../criteria/decayTargets';
import type { Curve, DecayRoom, Judged, MixPiece } from './curves';

/** Pieces of a recipe whose absorption is still to be worked out. */
export type AskedPiece = Omit<MixPiece, 'alpha' | 'recipe'> & { recipe: Recipe };

export interface Taught {
  factors: readonly number[];
  spreads: readonly number[];
}

/** Plain values a worker can be sent. */
export interface DecayInputs extends Omit<DecayRoom, 'laid'> {
  rho: number;
  /** By recipe: what pieces were found to take over what is computed, and how sure that is, per octave. */
  taught: Readonly<Record<string, Taught>>;
  /** What is counted by number. */
  recipe: Recipe;
  /** What is laid out; what it absorbs is worked out by the study. */
  laid: AskedPiece[];
  school: School;
  /** Limits of the school "own". */
  own: OwnLimits;
  lowestOctave: number;
  /** Other recipes decided on; what they absorb is worked out by the study. */
  mix: AskedPiece[];
  marksFirst: boolean;
  /** Walls on the left and on the right, when both sides must carry as many. */
  alike: [string[], string[]] | null;
}

/** Inputs with the coefficients of all pieces. */
export type DecayStudied = Omit<DecayInputs, 'laid' | 'mix'> & { laid: MixPiece[]; mix: MixPiece[] };

export type Answer =
  | { status: 'reached'; curve: Curve; fewer: Curve | null; more: Curve | null }
  /** Enough panels for the upper limits make other bands too dead. */
  | { status: 'too-dead'; curve: Curve }
  /** Even everything full does not absorb enough. */
  | { status: 'not-enough'; curve: Curve }
  /** What the marks need already goes too far, or the wish for both sides alike cannot be kept. */
  | { status: 'wishes-conflict'; curve: Curve }
  | { status: 'undecided'; reason: string };

export interface DecayResult {
  /** As they were given, with what is laid out worked out. */
  inputs: DecayStudied;
  octaves: readonly number[];
  panelAlpha: number[];
  limits: Judged;
  /** Limits before the lowest judged octave was applied, for drawing. */
  allLimits: Judged;
  midTarget: number;
  bare: Curve;
  chosen: Curve;
  answer: Answer;
  /** The same by every formula, s per octave: the bare room and what is chosen. */
  formulas: { bare: Record<DecayFormula, (number | null)[]>; chosen: Record<DecayFormula, (number | null)[]> };
  /** Pieces of other recipes among the chosen, with what they absorb. */
  mix: MixPiece[];
  /** Panels that first reflections need on usable surfaces. */
  forMarks: number;
  /** Mid-band decay after each further four panels (in halls a multiple of four), in the order they would be hung. */
  steps: { panels: number; mid: number | null; inside: boolean }[];
  schools: { school: School; bare: boolean; chosen: boolean; answer: boolean | null }[];
  /** Of the room with the panels chosen, Hz. */
  schroeder: number;
}
