/** What could be done next in a room, each tried: what it does to every measure of the verdict, and what it takes. Plain values. */
import type { SingleCommand } from '../../document/commands/types';
import type { Project } from '../../document/schema/project';
import type { LengthSystem } from '../../quantities/lengths';
import type { MeasureId, StageId } from '../../report/verdict';

export const MOVE_KINDS = [
  'cover',
  'tilt',
  'stand',
  'curtain',
  'four',
  'enough',
  'lay-out',
  'mirror',
  'seat',
  'head',
  'pair',
  'rule',
  'wall',
  'state',
  'subs',
  'fix',
  'measure',
] as const;
export type MoveKind = (typeof MOVE_KINDS)[number];

/** What a move would do, before it is tried. */
export interface Candidate {
  /** The same for the same thing to do: moves are put aside by it. */
  id: string;
  kind: MoveKind;
  /** Where it is done or looked at by hand. */
  stage: StageId;
  /** What its sentence tells: names, counts, m, Hz. */
  says: Readonly<Record<string, string | number>>;
  /** None where the program cannot do it: something is to be repaired or measured. */
  commands: SingleCommand[];
  /** Hours beside building. */
  hours: number;
  /** Money beside what is built, null: nobody said what it costs. */
  money: number | null;
}

/** A measure of the verdict, before and after; null: nothing to measure. */
export interface Effect {
  measure: MeasureId;
  unit: string;
  digits: number;
  from: number | null;
  to: number | null;
  /** In steps that can be heard or would be minded; positive: better. */
  gain: number;
}

export interface Move extends Candidate {
  effects: Effect[];
  /** Marks that matter and are bare, before and after. */
  bare: readonly [number, number];
  /** Sum of all gains. */
  gain: number;
}

export const QUESTIONS_ASKED = ['uses', 'floor', 'walls', 'ceiling', 'openings', 'furniture', 'loudspeakers'] as const;
export type Asked = (typeof QUESTIONS_ASKED)[number];

/** Something nobody has told of the room yet. */
export interface OpenQuestion {
  id: Asked;
  stage: StageId;
  /** What it may be, with the edit that says so; by a material's or a use's id. */
  choices: { id: string; commands: SingleCommand[] }[];
  /** Mean of the decay at 500 and 1000 Hz over the choices, least and most, s; null: not of decay. */
  between: readonly [number, number] | null;
}

export interface MovesInputs {
  project: Project;
  /** Also what needs the waves, exact programmes and laying out; and the swing among the effects. */
  thorough: boolean;
  /** Of the reader: amounts are round in it. */
  system: LengthSystem;
}

export interface MovesResult {
  thorough: boolean;
  /** What is not told yet, in the order of asking. */
  questions: OpenQuestion[];
  /** Best first. */
  moves: Move[];
  /** Put aside by somebody, with why; they are not tried. */
  aside: { key: string; why: string }[];
  tried: number;
  /** Of those tried, how many would break a rule of the room, of hanging or of the budget. */
  refused: number;
  /** Nothing left is worth its effort. */
  enough: boolean;
}
