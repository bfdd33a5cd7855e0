/** What passes between page and study worker. Types only. */
import type { ReadOutline } from '@tawny/core/formats/outlineFile';
import type { BassOutcome, BassTask } from '@tawny/core/studies/bass/types';
import type { DecayInputs, DecayResult } from '@tawny/core/studies/decay/types';
import type { OrientInputs, OrientResult } from '@tawny/core/studies/seat/orient';
import type { PlanInputs, PlanResult } from '@tawny/core/studies/dose/types';
import type { ProportionInputs, ProportionMap } from '@tawny/core/physics/modes/proportions';
import type { RecipeSheet, RecipeSheetInputs } from '@tawny/core/studies/recipes/study';
import type { SearchInputs, SearchResult } from '@tawny/core/studies/search/study';
import type { SecondOrderInputs, SecondOrderResult } from '@tawny/core/studies/marks/secondOrder';
import type { TargetCost, TargetCostInputs } from '@tawny/core/studies/decay/targetCosts';
import type { Study } from '@tawny/core/studies/types';

/** Each kind of request with its plain inputs and its result. */
export interface Studies {
  decay: { inputs: DecayInputs; result: Study<DecayResult> };
  'second-order': { inputs: SecondOrderInputs; result: SecondOrderResult };
  orient: { inputs: OrientInputs; result: OrientResult };
  plan: { inputs: PlanInputs; result: Study<PlanResult> };
  recipes: { inputs: RecipeSheetInputs; result: RecipeSheet[] };
  bass: { inputs: BassTask; result: BassOutcome };
  proportions: { inputs: ProportionInputs; result: ProportionMap };
  'target-costs': { inputs: TargetCostInputs; result: TargetCost[] };
  /** A drawing brought from elsewhere. */
  outline: { inputs: { name: string; text: string }; result: ReadOutline };
  search: { inputs: SearchInputs; result: SearchResult };
}

export type StudyKind = keyof Studies;

export type Request = {
  [K in StudyKind]: { type: 'run'; kind: K; id: number; inputs: Studies[K]['inputs'] };
}[StudyKind];

export type Answer =
  /** The worker holds the lock of its name from now on, as long as it lives. */
  | { type: 'alive'; id: 0 }
  | { type: 'progress'; id: number; part: number }
  | { type: 'result'; id: number; result: Studies[StudyKind]['result'] }
  | { type: 'failure'; id: number; message: string };
