/** Build or buy, thin or deep, and sizes that take a slab as it is: what else a recipe could cost. */
import { speedHumid } from '../../air/air';
import { recipeOf } from '../../document/recipes';
import type { Project } from '../../document/schema/project';
import { billOf } from '../../recipes/bill';
import { plainPanelOf, withPlainPanel } from '../../recipes/kind';
import type { BuildSheet } from './needs';
import type { BuildResult } from './study';
import type { WorkPlan } from './work';

/** Depths of fill a plain panel is compared with, m. */
export const OTHER_DEPTHS = [0.05, 0.15] as const;

export interface BuildOrBuy {
  recipe: string;
  count: number;
  /** Materials of all pieces built, before waste and whole packs; and with the other depths, null: as it is, or no plain panel. */
  built: number;
  inDepth: (number | null)[];
  /** One person's, still to do. */
  hours: number;
  /** Of one ready made, and of all; null: nobody said. */
  each: number | null;
  ready: number | null;
  bought: boolean;
}

/** Recipe by recipe: money built and ready made, hours, and money in other depths. */
export function buildOrBuy(project: Project, { recipes }: BuildResult, work: WorkPlan): BuildOrBuy[] {
  const { prices } = project.treatment;
  const make = { c: speedHumid(project.climate), workshop: project.buying.workshop };
  const recipeOfUnit = new Map(work.units.map((u) => [u.unit, u.recipe]));
  return [...new Set(recipes.map((r) => r.recipe))].map((id): BuildOrBuy => {
    const count = recipes.reduce((sum, r) => sum + (r.recipe === id ? r.count : 0), 0);
    const recipe = recipeOf(project, id);
    const plain = plainPanelOf(recipe);
    const minutes = work.tasks.reduce((sum, t) => {
      const own = t.left.filter((u) => recipeOfUnit.get(u) === id).length;
      return own > 0 ? sum + (t.minutes * own) / t.left.length : sum;
    }, 0);
    const each = project.buying.readyMade[id]?.price ?? null;
    return {
      ...{ recipe: id, count, each },
      built: billOf(recipe, prices, make).cost * count,
      inDepth: OTHER_DEPTHS.map((depth) =>
        plain && Math.abs(plain.depth - depth) > 1e-6
          ? billOf(withPlainPanel(recipe, { depth }), prices, make).cost * count
          : null,
      ),
      hours: (minutes * project.making.pace) / 60,
      ready: each === null ? null : each * count,
      bought: project.buying.readyMade[id]?.bought ?? false,
    };
  });
}

/** Outer sizes of a frame that takes a slab of the shop uncut, other than its own; m. */
export function uncutSizes(
  { buying }: Pick<Project, 'buying'>,
  { recipe, parts }: Pick<BuildSheet, 'recipe' | 'parts'>,
): { slab: [number, number]; outside: [number, number] }[] {
  if (!parts.some((p) => p.name === 'fill' && p.cut === 'square')) return [];
  const t = buying.workshop.frameThickness;
  const found = new Map<string, { slab: [number, number]; outside: [number, number] }>();
  for (const { sort, used, length, width } of buying.catalogue) {
    if (sort !== 'slab' || !used || length === null || width === null) continue;
    const outside: [number, number] = [width + 2 * t, length + 2 * t];
    const own = [recipe.width, recipe.height].every((m, i) => Math.abs(m - outside[i]!) < 1e-6);
    if (!own) found.set(`${width} ${length}`, { slab: [width, length], outside });
  }
  return [...found.values()];
}
