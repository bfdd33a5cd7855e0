/**
 * The long studies as questions: what each reads of the document and what its worker is given. An answer belongs to what was read and
 * asked; it is of the present as long as both are alike.
 */
import type { Part, Project } from '../document/schema/project';
import type { ReadOutline } from '../formats/outlineFile';
import type { BoxSize } from '../physics/modes/box';
import type { ProportionInputs, ProportionMap } from '../physics/modes/proportions';
import type { Recipe } from '../recipes/types';
import type { CutInputs, CutsResult } from '../studies/build/cuts';
import type { BassOutcome, BassTask } from '../studies/bass/types';
import { type TargetCostInputs, targetCostInputs } from '../studies/decay/targetCostInputs';
import type { TargetCost } from '../studies/decay/targetCosts';
import type { DecayInputs, DecayResult } from '../studies/decay/types';
import type { PlanInputs, PlanResult } from '../studies/dose/types';
import { type SecondOrderInputs, secondOrderInputs, type SecondOrderResult } from '../studies/marks/secondOrder';
import type { RecipeSheet, RecipeSheetInputs } from '../studies/recipes/study';
import type { SearchInputs, SearchResult, SearchWeights } from '../studies/search/study';
import type { OrientInputs, OrientResult } from '../studies/seat/orient';
import type { Study } from '../studies/types';
import type { MeasuredRoomAsked, MeasuredRoomInputs, PredictedRoom } from '../studies/listen/measuredRoom';
import type { LayOutInputs, LayOutResult } from '../studies/hang/types';
import type { Glance } from './glance';
import type { ListenOutcome, ListenTask } from './listening';
import type { MovesInputs, MovesResult } from './moves/types';
import type { Compared, ComparedInputs } from './scenarios';
import { BOUGHT, HEARD, HUNG, heardAnywhere, MOVED, partsOf, waves } from './parts';

type Shape<Asked, Inputs, Result> = { asked: Asked; inputs: Inputs; result: Result };
type Without<T, K extends string> = T extends unknown ? Omit<T, K> : never;

/** What is asked with each, what its worker is given, and what comes back. Plain values. */
export interface Long {
  decay: Shape<null, DecayInputs, Study<DecayResult>>;
  'target-costs': Shape<null, TargetCostInputs, TargetCost[]>;
  plan: Shape<null, PlanInputs, Study<PlanResult>>;
  'second-order': Shape<null, SecondOrderInputs, SecondOrderResult>;
  recipes: Shape<Recipe[], RecipeSheetInputs, RecipeSheet[]>;
  proportions: Shape<BoxSize, ProportionInputs, ProportionMap>;
  orient: Shape<null, OrientInputs, OrientResult>;
  search: Shape<SearchWeights, SearchInputs, SearchResult>;
  'lay-out': Shape<{ afresh: boolean }, LayOutInputs, LayOutResult>;
  cuts: Shape<CutInputs, CutInputs, CutsResult>;
  bass: Shape<Without<BassTask, 'project'>, BassTask, BassOutcome>;
  'measured-room': Shape<MeasuredRoomAsked, MeasuredRoomInputs, PredictedRoom | null>;
  /** Alternatives of the document, opened: they are not in the one that is open, and asked with it. */
  scenarios: Shape<ComparedInputs, ComparedInputs, Compared[]>;
  moves: Shape<Omit<MovesInputs, 'project'>, MovesInputs, MovesResult>;
}
export type LongKind = keyof Long;

export interface Question<K extends LongKind> {
  /** Of the document; compared part by part. */
  reads: (glance: Glance) => unknown;
  inputs: (glance: Glance, asked: Long[K]['asked']) => Long[K]['inputs'];
}

/** Where the worker is given exactly what was read. */
const given = <K extends LongKind>(read: (glance: Glance) => Long[K]['inputs']): Question<K> => ({
  reads: read,
  inputs: read,
});

/** Where the worker is given the whole document with what is asked. */
const whole = <K extends LongKind>(reads: (project: Project) => unknown): Question<K> => ({
  reads: ({ project }) => reads(project),
  inputs: ({ project }, asked) => ({ ...(asked as object), project }),
});
const all = (parts: readonly Part[]) => (project: Project) => partsOf(project, parts);

export const QUESTIONS: { readonly [K in LongKind]: Question<K> } = {
  decay: given((glance) => glance.decay),
  'target-costs': given(({ setting, decay }) => targetCostInputs(setting.project, setting, decay)),
  plan: given((glance) => glance.plan),
  'second-order': given(({ setting }) => secondOrderInputs(setting)),
  recipes: {
    reads: ({ project, setting }) => [project.treatment.prices, project.buying.workshop, setting.rho, setting.c],
    inputs: ({ project, setting: { rho, c } }, recipes) => ({
      recipes,
      prices: project.treatment.prices,
      workshop: project.buying.workshop,
      rho,
      c,
    }),
  },
  proportions: {
    reads: ({ setting }) => setting.c,
    inputs: ({ setting: { c } }, size) => ({ size, c }),
  },
  orient: whole(all(HEARD)),
  search: {
    reads: ({ project }) => heardAnywhere(project),
    inputs: ({ project }, weights) => ({ project, weights }),
  },
  'lay-out': whole(all(HUNG)),
  // Worked out of what is bought, which is not here with the first figures: asked with it.
  cuts: {
    reads: ({ project }) => partsOf(project, BOUGHT),
    inputs: (_, asked) => asked,
  },
  bass: whole(waves),
  'measured-room': whole((project) => [project.measured.rooms, ...partsOf(project, HEARD)]),
  scenarios: { reads: () => true, inputs: (_, asked) => asked },
  moves: whole(all(MOVED)),
};

/** Drawings and recordings brought from elsewhere are read in a worker too, though they ask nothing of a document. */
export interface Reading {
  outline: { inputs: { name: string; bytes: ArrayBuffer }; result: ReadOutline };
  listen: { inputs: ListenTask; result: ListenOutcome };
}
