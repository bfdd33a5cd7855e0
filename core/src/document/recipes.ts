/** Recipes as a project sees them: the one first reflections are covered with, its own, and the library. */
import { INCH, type LengthSystem } from '../quantities/lengths';
import { spoken } from '../quantities/measures';
import { isLibraryRecipe, RECIPES } from '../recipes/library';
import { withPlainPanel } from '../recipes/kind';
import type { Recipe } from '../recipes/types';
import { isByNumber, type OwnRecipe, type Project } from './schema/project';

type WithRecipes = { treatment: Pick<Project['treatment'], 'cover' | 'recipes'> };

/** Its own first-reflection panel, as a project has it to begin with: fill and its gap. Its frame is wrapped, as every framed one is. */
export const FIRST_COVER: OwnRecipe = withPlainPanel(
  {
    id: 'own-first-reflection',
    name: 'First-reflection panel',
    form: 'flat',
    width: 0.6,
    height: 1.2,
    layers: [{ type: 'porous', fill: 'glass-wool', density: 34, sigma: 10000, model: 'miki', d: 0.1 }],
    reaction: 'bulk',
    maxAngle: 78,
    edges: false,
    scatterer: null,
    ports: null,
    measured: null,
    price: null,
    note: 'What first reflections are covered with.',
  },
  { gap: 0.1 },
);

/** The one that covers first reflections, then the project's others, then the library. */
export function allRecipes({ treatment: { cover, recipes } }: WithRecipes): Recipe[] {
  const all = [...recipes, ...RECIPES];
  return [...all.filter((r) => r.id === cover), ...all.filter((r) => r.id !== cover)];
}

/** "Panel 5 cm" is called "Panel 2″" by who buys in inches: a name, to the nearest half; its layers say how deep it is. */
const calledInInches = (name: string): string =>
  name.replace(/(\d+) cm/g, (_, cm: string) => `${Math.round((Number(cm) * 0.02) / INCH) / 2}″`);

/** The same for a list that is read: what the library says in centimetres, in the reader's system; own names stay as typed. */
export const namedRecipes = (project: WithRecipes, system: LengthSystem): Recipe[] =>
  allRecipes(project).map((r) =>
    isLibraryRecipe(r.id) && system !== 'metric'
      ? { ...r, name: calledInInches(r.name), note: spoken(r.note, system) }
      : r,
  );

/** A recipe by id. Throws RangeError for one nobody has. */
export function recipeOf({ treatment: { recipes } }: WithRecipes, id: string): Recipe {
  const found = recipes.find((r) => r.id === id) ?? RECIPES.find((r) => r.id === id);
  if (!found) throw new RangeError(`recipeOf: id must be one of the project's recipes, got ${id}`);
  return found;
}

/** What first reflections are covered with. */
export const coverOf = (project: WithRecipes): Recipe => recipeOf(project, project.treatment.cover);

/** Own recipes that something of the project is made of: what is decided, and what first reflections are covered with. */
export const ownInUse = ({ treatment: { cover, pieces, recipes } }: Project): OwnRecipe[] =>
  recipes.filter((r) => r.id === cover || pieces.some((p) => p.recipe === r.id));

/** So many of a recipe on a face, in a corner or along an edge. */
export interface Numbers {
  recipe: string;
  on: string;
  count: number;
}

/** What is decided by number. */
export const numbersOf = ({ treatment: { pieces } }: Pick<Project, 'treatment'>): Numbers[] =>
  pieces.filter(isByNumber).map(({ recipe, place: { on, count } }) => ({ recipe, on, count }));

/** Numbers of one recipe and place put together; none where nothing is left. */
export function summed(list: readonly Numbers[]): Numbers[] {
  const sums = new Map<string, Numbers>();
  for (const { recipe, on, count } of list) {
    const key = JSON.stringify([recipe, on]);
    sums.set(key, { recipe, on, count: count + (sums.get(key)?.count ?? 0) });
  }
  return [...sums.values()].filter((n) => n.count > 0);
}

/** An id no recipe of the project has. */
export function freeRecipeId({ treatment: { recipes } }: WithRecipes): string {
  let n = 1;
  while (recipes.some((r) => r.id === `own-${n}`)) n += 1;
  return `own-${n}`;
}
