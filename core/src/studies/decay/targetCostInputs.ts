/** What the worker that prices every school is given: the bill itself comes with it, late. */
import { coverOf } from '../../document/recipes';
import type { Project } from '../../document/schema/project';
import type { Workshop } from '../../recipes/parts/types';
import type { Prices, Recipe } from '../../recipes/types';
import type { Setting } from '../../room/setting';
import type { DecayInputs } from './types';

export interface TargetCostInputs {
  decay: DecayInputs;
  /** What first reflections are covered with, and what it is made and priced by. */
  cover: Recipe;
  prices: Prices;
  workshop: Workshop;
  /** Speed of sound, m/s. */
  c: number;
}

export const targetCostInputs = (
  { treatment, buying }: Project,
  { c, project }: Setting,
  decay: DecayInputs,
): TargetCostInputs => ({
  ...{ decay, c, cover: coverOf(project) },
  prices: treatment.prices,
  workshop: buying.workshop,
});
