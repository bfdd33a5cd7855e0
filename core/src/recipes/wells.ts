/** What a diffuser of wells comes to once built: its true width, its deepest well, its boards. One place for sheet, bill and cuts. */
import { type DiffuserCut, diffuserCuts } from '../physics/diffusers/cuts';
import { wellDepth } from '../physics/diffusers/sequences';
import type { Recipe } from './types';

/** Fins, bottoms and back of wooden diffusers, m. */
export const FIN = 0.012;

/** Speed of sound wells are dimensioned with where no climate is at hand, m/s. */
export const WELL_SPEED = 343.2;

/** Depths of one period's wells as the sequence gives them, whether or not its numbers make a good diffuser, m. */
export function wellDepthsOf(s: NonNullable<Recipe['scatterer']>, c: number): number[] {
  if (s.kind !== 'qrd' && s.kind !== 'prd') return [];
  const numbers: number[] = [];
  if (s.kind === 'qrd') for (let n = 0; n < s.N; n++) numbers.push((n * n) % s.N);
  else for (let n = 1, power = 1; n < s.N; n++) numbers.push((power = (power * s.root) % s.N));
  return numbers.map((n) => wellDepth(n, s.N, s.designHz, c));
}

/** Depth of the deepest well or rise of a curve, m; 0 for what has neither. */
export function wellDepthOf({ scatterer: s }: Recipe, c: number = WELL_SPEED): number {
  if (!s || s.kind === 'slats') return 0;
  if (s.kind === 'curved') return s.rise;
  if (s.kind === 'bought') return s.depth;
  // Every number from 1 to N − 1 is somewhere on a skyline.
  return s.kind === 'skyline' ? wellDepth(s.N - 1, s.N, s.designHz, c) : Math.max(...wellDepthsOf(s, c));
}

/** Boards of a one-dimensional well diffuser with the size they make; null for anything else. */
export function boardsOf(
  recipe: Recipe,
  c: number = WELL_SPEED,
): { cuts: DiffuserCut[]; width: number; depth: number } | null {
  const s = recipe.scatterer;
  if (!s || (s.kind !== 'qrd' && s.kind !== 'prd')) return null;
  return diffuserCuts(wellDepthsOf(s, c), s.wellWidth, s.periods, recipe.height, FIN);
}

/** The recipe as wide as its wells and fins make it. Everything else is as wide as it says. */
export function builtWide<R extends Recipe>(recipe: R): R {
  const boards = boardsOf(recipe);
  return boards && Math.abs(boards.width - recipe.width) > 1e-9 ? { ...recipe, width: boards.width } : recipe;
}
