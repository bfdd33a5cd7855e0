/** Ways of hanging a piece, and which of them a form can have where; the first is what it is hung by until another is chosen. */
import type { RecipeForm } from '../recipes/types';

/**
 * Cleat: two battens cut at 45°, one on the wall, one on the piece. Flush: pairs of plates that hook into each other. Hooks: two hooks and
 * a wire between rings. Brackets: angle brackets. Chain: eyes and chain under a ceiling. Feet: it stands. Pressed: it holds by itself.
 */
export const WAYS = ['cleat', 'flush', 'hooks', 'brackets', 'chain', 'feet', 'pressed'] as const;
export type Way = (typeof WAYS)[number];

export interface WaysOf {
  wall: readonly Way[];
  ceiling: readonly Way[];
}

const ON_WALLS = ['cleat', 'flush', 'hooks', 'feet'] as const;
const CORNERED: WaysOf = { wall: ['brackets', 'pressed', 'feet'], ceiling: ['brackets'] };

export const WAYS_FOR: Readonly<Record<RecipeForm, WaysOf>> = {
  flat: { wall: ON_WALLS, ceiling: ['brackets', 'chain'] },
  cloud: { wall: ON_WALLS, ceiling: ['chain', 'brackets'] },
  straddle: CORNERED,
  corner: CORNERED,
  edge: { wall: ['brackets'], ceiling: ['brackets'] },
  block: { wall: ['feet', 'cleat'], ceiling: ['chain'] },
  plug: { wall: ['pressed', 'brackets'], ceiling: ['brackets'] },
  board: { wall: ['brackets', 'cleat', 'hooks', 'feet'], ceiling: ['chain', 'brackets'] },
};

/** Whether a form can be hung so anywhere. */
export const hangsSo = (form: RecipeForm, way: Way): boolean =>
  WAYS_FOR[form].wall.includes(way) || WAYS_FOR[form].ceiling.includes(way);

/** The way chosen where it can be had there, else the usual one. */
export function wayOf(form: RecipeForm, on: keyof WaysOf, chosen: Way | undefined): Way {
  const can = WAYS_FOR[form][on];
  return chosen !== undefined && can.includes(chosen) ? chosen : can[0]!;
}

/** How fixings are reckoned. */
export interface Fixings {
  /** By recipe, where not the usual one. */
  ways: Record<string, Way>;
  /** Rated load over what a point carries, on walls and overhead. */
  wallFactor: number;
  overheadFactor: number;
  /** Inner length of a chain's link, and what eye and hook take up together, m. */
  link: number;
  fittings: number;
}

/** To begin with: factors of ours, twice as large over people; local codes and the fixing's maker go before them. Links of a 4 mm chain. */
export const PLAIN_FIXINGS: Fixings = { ways: {}, wallFactor: 4, overheadFactor: 8, link: 0.032, fittings: 0.06 };
