/** Recipes as a project sees them: the panel of its marks, its own, and the library. */
import { RECIPES } from '../recipes/library';
import type { Recipe } from '../recipes/types';
import { PANEL_RECIPE, type Project } from './schema';

type WithRecipes = { treatment: Pick<Project['treatment'], 'panel' | 'recipes'> };

/** Density of fill the panel of the marks is weighed and priced with, kg/m³; its resistivity is its own. */
const PANEL_DENSITY = 35;

/** The panel of the marks as a recipe: fill, its gap, light cloth. */
export function panelRecipe({ treatment: { panel } }: WithRecipes): Recipe {
  return {
    id: PANEL_RECIPE,
    name: 'Panel of the marks',
    form: 'flat',
    width: panel.width,
    height: panel.height,
    layers: [
      ...(panel.gap > 0 ? [{ type: 'air' as const, d: panel.gap }] : []),
      {
        type: 'porous',
        fill: 'glass-wool',
        density: PANEL_DENSITY,
        sigma: panel.flowResistivity,
        model: 'miki',
        d: panel.depth,
      },
    ],
    reaction: 'bulk',
    maxAngle: 78,
    edges: false,
    scatterer: null,
    ports: null,
    measured: null,
    price: null,
    note: 'What first reflections are covered with.',
  };
}

/** The panel of the marks, own recipes, then the library. */
export function allRecipes(project: WithRecipes): Recipe[] {
  return [panelRecipe(project), ...project.treatment.recipes, ...RECIPES];
}

/** A recipe by id. Throws RangeError for one nobody has. */
export function recipeOf(project: WithRecipes, id: string): Recipe {
  const found = allRecipes(project).find((r) => r.id === id);
  if (!found) throw new RangeError(`recipeOf: id must be one of the project's recipes, got ${id}`);
  return found;
}
