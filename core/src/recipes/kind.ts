/** What a recipe is for: the one word drawings and lists tell apart by, what it takes from a reflection, how it is made plainly. */
import type { Air } from '../air/air';
import { fillDensity } from '../physics/absorbers/fills';
import { OCTAVE_MIDBANDS } from '../quantities/bands';
import { depthOf, fillDepth, gapOf, recipeAtAngle } from './curve';
import { isCornered, type Recipe, type RecipeLayer } from './types';

export const RECIPE_KINDS = ['absorber', 'corner', 'membrane', 'port', 'scatter', 'board'] as const;
export type RecipeKind = (typeof RECIPE_KINDS)[number];

/** By what decides how it works: its place before its front, its front before its fill. */
export function kindOf({ form, scatterer, ports, layers }: Recipe): RecipeKind {
  if (form === 'board') return 'board';
  if (isCornered(form)) return 'corner';
  if (scatterer) return 'scatter';
  if (layers.some((l) => l.type === 'skin')) return 'membrane';
  if (ports || layers.some((l) => l.type === 'holes' || l.type === 'slots' || l.type === 'micro')) return 'port';
  return 'absorber';
}

/** Thinner than this nothing covers a first reflection, m. Practice. */
const LEAST_COVER = 0.05;

/** Whether first reflections may be covered with it: flat, with fill behind a front that lets sound in. */
export const canCover = (recipe: Recipe): boolean =>
  recipe.form === 'flat' &&
  depthOf(recipe) >= LEAST_COVER &&
  recipe.layers.some((l) => l.type === 'porous') &&
  !recipe.layers.some((l) => l.type === 'skin');

/** Whether a piece of it can be given a definite place on a wall or ceiling; a plug has its window. */
export const canHang = ({ form }: Pick<Recipe, 'form'>): boolean => form !== 'block' && form !== 'plug';

/** Typical of scattering fronts: part of the energy sent elsewhere above and below the lowest frequency they are made for. */
const SCATTERED = { above: 0.8, below: 0.1 } as const;

/**
 * Lowest frequency a scattering front is made for, Hz: of wells the design frequency, of a curve the one it rises a quarter wave for, of
 * slats the one a slat is half a wave for. Null for what does not scatter.
 */
export function scattersFrom({ scatterer: s }: Pick<Recipe, 'scatterer'>, c: number): number | null {
  if (!s) return null;
  if (s.kind === 'curved') return c / (4 * s.rise);
  return s.kind === 'slats' ? c / (2 * s.slat) : s.designHz;
}

/** What it takes from a mirror-like reflection at an angle (rad from the normal), octaves 63–8000 Hz, 0…1: absorbed, or sent elsewhere. */
export function takenFromReflection(recipe: Recipe, angle: number, air: Air): number[] {
  const absorbed = recipeAtAngle(recipe, angle, air);
  const from = scattersFrom(recipe, air.c);
  if (from === null) return absorbed;
  return OCTAVE_MIDBANDS.map((mid, o) => {
    const sent = mid >= from ? SCATTERED.above : SCATTERED.below;
    return 1 - (1 - absorbed[o]!) * (1 - sent);
  });
}

/** A panel of one fill before a gap, as its fields show it: m, Pa·s/m². */
export interface PlainPanel {
  width: number;
  height: number;
  depth: number;
  gap: number;
  flowResistivity: number;
}

/** What a recipe is as a plain panel; null for what has more to it than fill, a gap behind and cloth before. */
export function plainPanelOf(recipe: Recipe): PlainPanel | null {
  const { form, layers, scatterer, ports, measured, width, height } = recipe;
  const fills = layers.filter((l) => l.type === 'porous');
  const rest = layers.slice(gapOf(recipe) > 0 ? 1 : 0).filter((l) => l.type !== 'porous' && l.type !== 'cloth');
  const [fill] = fills;
  if (form !== 'flat' || scatterer || ports || measured || fills.length !== 1 || rest.length > 0 || !fill) return null;
  return { width, height, depth: fill.d, gap: gapOf(recipe), flowResistivity: fill.sigma };
}

/** The recipe with other values of a plain panel; what they do not name stays. Another resistivity brings the density that has it. */
export function withPlainPanel<R extends Recipe>(
  recipe: R,
  { width = recipe.width, height = recipe.height, gap = gapOf(recipe), depth, flowResistivity }: Partial<PlainPanel>,
): R {
  const behind: RecipeLayer[] = gap > 0 ? [{ type: 'air', d: gap }] : [];
  const before = recipe.layers.slice(gapOf(recipe) > 0 ? 1 : 0).map((l): RecipeLayer => {
    if (l.type !== 'porous') return l;
    const sigma = flowResistivity ?? l.sigma;
    const density = sigma === l.sigma ? l.density : Math.round(fillDensity(l.fill, sigma) ?? l.density);
    return { ...l, d: depth ?? l.d, sigma, density };
  });
  return { ...recipe, width, height, layers: [...behind, ...before] };
}

/** Flow resistivity of its outermost fill, Pa·s/m²; null for what has none. */
export function fillResistivityOf(recipe: Recipe): number | null {
  const fill = recipe.layers.findLast((l) => l.type === 'porous');
  return fill?.type === 'porous' ? fill.sigma : null;
}

/** The recipe in another size: a panel cut from stock, a box built wider. The same object where the size is its own, lying or upright. */
export function inSize(recipe: Recipe, width: number, height: number): Recipe {
  const same = (a: number, b: number) => Math.abs(a - b) < 1e-6;
  if (same(recipe.width, width) && same(recipe.height, height)) return recipe;
  if (!isCornered(recipe.form) && same(recipe.width, height) && same(recipe.height, width)) return recipe;
  return { ...recipe, width, height };
}

/** A panel thinner than this reaches no bass, m: practice. */
export const isThinPanel = (recipe: Recipe): boolean => fillDepth(recipe) < 0.1 - 1e-9;
