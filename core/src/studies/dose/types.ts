/** What the plan study is given and what it answers; plain values, so that a worker can be sent them. */
import type { Workshop } from '../../recipes/parts/types';
import type { Aim, PlaceClass } from '../../dosage/aims';
import type { Demand } from '../../dosage/plan';
import type { Plan } from '../../document/schema/project';
import type { Bill } from '../../recipes/bill';
import type { Prices, Recipe } from '../../recipes/types';
import type { Curve, Judged } from '../decay/curves';
import type { DecayInputs } from '../decay/types';

/** One recipe in one place. */
export interface PlanColumn {
  recipe: string;
  place: string;
  placeName: string;
  class: PlaceClass;
  side: 'left' | 'right' | null;
  /** Pieces that fit when nothing else hangs there. */
  max: number;
  /** Front of one piece; the wall it hides by face; m². */
  front: number;
  parts: { face: string; area: number }[];
  /** Part of a place one piece takes up: its own, and of the walls beside a corner. */
  shares: { place: string; part: number }[];
  overhead: boolean;
  /** Metres of corner. */
  corner: number;
  /** Whether it covers first reflections. */
  covers: boolean;
  /** Whether the plan allows it; else it is only there because it is chosen. */
  allowed: boolean;
}

export interface PlanInputs {
  decay: DecayInputs;
  bands: 'octaves' | 'thirds';
  /** Energy attenuation of air in the thirds judged, 1/m. */
  mThirds: number[];
  recipes: Recipe[];
  columns: PlanColumn[];
  /** Pieces decided on, of every recipe. */
  chosen: { recipe: string; place: string; count: number }[];
  /** Front the first reflections want, by face, m². */
  marks: { place: string; front: number }[];
  alike: boolean;
  /** Metres of corner there are. */
  cornerLength: number;
  plan: Plan;
  prices: Prices;
  /** How frames are made and bought. */
  workshop: Workshop;
  currency: string;
}

export interface Pieces {
  recipe: string;
  place: string;
  count: number;
}

export interface Totals {
  pieces: number;
  cost: number;
  /** m² of front; kg; kg overhead; m³ of the room's air. */
  front: number;
  mass: number;
  ceilingMass: number;
  room: number;
}

export interface PlanAnswer {
  aim: Aim;
  pieces: Pieces[];
  totals: Totals;
  curve: Curve;
  /** Of the flattest: how far bands lie from the middle of their limits, as a part. */
  width: number | null;
  /** 0 when proved; else the search ended with its proven bound so far below, as a part. */
  gap: number;
}

/** A demand and what it would have to become for all others to be kept. */
export interface PlanRelaxation {
  demand: Demand;
  /** False: other demands cannot be kept either, whatever this one becomes. */
  helps: boolean;
  /** As it is asked now and as it would have to be: s, money, pieces, m² as part of walls and ceiling, kg, m; null: left out. */
  now: number | null;
  to: number | null;
  pieces: Pieces[];
  totals: Totals;
}

export type PlanOutcome =
  | { status: 'reached'; answers: PlanAnswer[] }
  | { status: 'impossible'; conflict: Demand[]; relaxations: PlanRelaxation[] }
  | { status: 'undecided'; reason: string };

/** Four more of one recipe, from what is chosen. */
export interface NextFour {
  recipe: string;
  pieces: Pieces[];
  totals: Totals;
  curve: Curve;
  /** How far all judged bands together lie outside, before and after: Σ|ln(T/limit)|. */
  outside: number;
}

export interface PlanStep {
  /** Pieces more than bare, money so far, what was put up in this step. */
  pieces: number;
  cost: number;
  recipe: string | null;
  outside: number;
  mid: number | null;
}

export interface LeftOut {
  recipe: string;
  place: string;
  curve: Curve;
}

export interface PlanResult {
  bands: number[];
  mids: number[];
  limits: Judged;
  /** Of each recipe: absorption per band over its front, what one piece takes, its worth. */
  recipes: { id: string; name: string; alpha: number[]; bill: Bill; spread: number }[];
  columns: number;
  bare: Curve;
  chosen: Curve;
  chosenTotals: Totals;
  outcome: PlanOutcome;
  /** With every coefficient at the low end of what it is worth: still inside the upper limits. */
  robust:
    | {
        status: 'reached';
        pieces: Pieces[];
        totals: Totals;
        curve: Curve;
        more: { pieces: number; cost: number } | null;
      }
    | { status: 'impossible' | 'undecided' };
  next: NextFour[];
  steps: PlanStep[];
  /** Step from which on four more buy little, or everything is inside; null when it is never reached. */
  enough: number | null;
  leftOut: LeftOut[];
}
