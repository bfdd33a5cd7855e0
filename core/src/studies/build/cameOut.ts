/** Pieces that came out of the workshop in another size than drawn: entered once, everything after follows. */
import type { SingleCommand } from '../../document/commands/types';
import { doneOf } from '../../document/made';
import { freeRecipeId } from '../../document/recipes';
import type { Piece, Project } from '../../document/schema/project';
import { isCornered, type RecipeForm } from '../../recipes/types';
import type { BuildSheet } from './needs';
import type { Clerk } from './record';

/** A piece's place grown about its middle; across a corner its leg grows, along an edge its length is its width on the wall. */
function grownPlace(
  place: Piece['place'] & { kind: 'at' },
  form: RecipeForm,
  isLying: boolean,
  by: { width: number; height: number },
): Piece['place'] {
  const across = isCornered(form) ? by.width / Math.SQRT2 : by.width;
  const [dw, dh] = form === 'edge' || isLying ? [by.height, across] : [across, by.height];
  // What stands in a corner keeps to it; the others keep their middle.
  const shift = isCornered(form) ? 0 : dw / 2;
  return {
    ...place,
    u: place.u - shift,
    v: place.v - (isCornered(form) ? 0 : dh / 2),
    width: place.width + dw,
    height: place.height + dh,
  };
}

/**
 * Every piece of a build sheet is so much wider and higher than drawn, m. Where all pieces of a recipe of one's own are on this sheet the recipe
 * itself is; else they become a recipe of their own. `cut` says how many had their fill and cloth cut for the old size.
 */
export function cameOutEdit(
  project: Project,
  { recipe, units, letter }: Pick<BuildSheet, 'recipe' | 'units' | 'letter'>,
  by: { width: number; height: number },
  { at, id }: Clerk,
): { commands: SingleCommand[]; cut: number } {
  const { pieces, recipes } = project.treatment;
  const owners = new Set(units.map((u) => u.replace(/#\d+$/, '')));
  const those = pieces.filter((p) => owners.has(p.id));
  const own = recipes.find((r) => r.id === recipe.id);
  const alone = own !== undefined && pieces.every((p) => p.recipe !== recipe.id || owners.has(p.id));
  const source = own ?? recipe;
  const sized = { ...structuredClone(source), width: recipe.width + by.width, height: recipe.height + by.height };
  const next = alone ? sized : { ...sized, id: freeRecipeId(project), name: `${source.name}, as built`.slice(0, 120) };
  const moved = those.map((p): Piece => {
    if (p.place.kind === 'number') return { ...p, recipe: next.id };
    const { width, height } = p.place;
    const near = (a: number, b: number) => Math.abs(a - b) < 1e-6;
    const isLying =
      !isCornered(recipe.form) && near(width, recipe.height) && near(height, recipe.width) && !near(width, height);
    return { ...p, recipe: next.id, place: grownPlace(p.place, recipe.form, isLying, by) };
  });
  const done = doneOf(project);
  const mm = (m: number) => `${m < 0 ? '−' : '+'}${Math.abs(Math.round(m * 1e4) / 10)} mm`;
  const text = `Pieces ${letter} came out ${mm(by.width)} wide, ${mm(by.height)} high`;
  return {
    commands: [
      { type: 'put-recipe', recipe: next },
      { type: 'put-pieces', pieces: moved },
      { type: 'write-log', entry: { id: `log-${id()}`, at, kind: 'built', text, readings: {} } },
    ],
    cut: units.filter((u) => done.cut.has(u)).length,
  };
}
