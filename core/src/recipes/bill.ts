/** What one piece of a recipe takes: materials, weight, money, added up over its parts. */
import { mustBeBetween } from '../quantities/guard';
import { depthOf, fillDepth } from './curve';
import { type Make, partsOf, PLAIN_MAKE } from './parts/partsOf';
import { countOf, type Part, volumeOfPart } from './parts/types';
import { wellDepthOf } from './wells';
import type { Prices, Recipe } from './types';

/** Planed softwood, kg/m³; cloth and fleece, kg/m². */
export const TIMBER_DENSITY = 450;
const ROLL_MASS = { cloth: 0.3, fleece: 0.05, foil: 0.1 } as const;

export interface Bill {
  /** m³ of fill, m² of cloth and of fleece behind it, m of timber, m² of board or sheet. */
  fill: number;
  cloth: number;
  fleece: number;
  timber: number;
  board: number;
  /** kg */
  mass: number;
  /** In the prices' currency. */
  cost: number;
  /** Air it takes from the room, m³. */
  room: number;
}

function roomVolume(recipe: Recipe, c: number): number {
  const { width, height, form, scatterer } = recipe;
  if (form === 'corner' || form === 'straddle' || form === 'edge') return ((width * width) / 4) * height;
  if (form === 'block') return width * height * fillDepth(recipe);
  const wells = scatterer && recipe.layers.length === 0 ? wellDepthOf(recipe, c) : 0;
  return width * height * (depthOf(recipe) + wells);
}

/** kg */
function massOfPart(part: Part): number {
  const { of } = part;
  switch (of.sort) {
    case 'bar':
      return volumeOfPart(part) * TIMBER_DENSITY;
    case 'board':
      return countOf(part) * part.length * part.width * of.mass;
    case 'slab':
      return volumeOfPart(part) * of.fill.density;
    case 'roll':
      return countOf(part) * part.length * part.width * ROLL_MASS[of.make];
    default:
      return 0;
  }
}

/** Materials, mass and cost of one piece, without waste. A price of its own goes before the prices of its materials. */
export function billOf(recipe: Recipe, prices: Prices, make: Make = PLAIN_MAKE): Bill {
  for (const [name, value] of Object.entries(prices) as [string, number][])
    mustBeBetween('billOf', `price of ${name}`, value, 0, 1e7);
  const bill = { fill: 0, cloth: 0, fleece: 0, timber: 0, board: 0, mass: 0 };
  for (const part of partsOf(recipe, make)) {
    const { of } = part;
    const sheet = countOf(part) * part.length * part.width;
    bill.mass += massOfPart(part);
    if (of.sort === 'bar') bill.timber += countOf(part) * part.length;
    else if (of.sort === 'board') bill.board += sheet;
    else if (of.sort === 'slab') bill.fill += volumeOfPart(part);
    else if (of.sort === 'roll') bill[of.make === 'fleece' ? 'fleece' : 'cloth'] += sheet;
  }
  const { fill, cloth, fleece, timber, board } = bill;
  const fromMaterials =
    fill * prices.fill +
    cloth * prices.cloth +
    fleece * prices.fleece +
    timber * prices.timber +
    board * prices.board +
    prices.sundries;
  return { ...bill, cost: recipe.price ?? fromMaterials, room: roomVolume(recipe, make.c) };
}

export type Caution = 'fibres' | 'fire' | 'overhead' | 'heavy' | 'airtight';

/** Which cautions a recipe carries. */
export function cautionsOf(recipe: Recipe, mass: number): Caution[] {
  const list: Caution[] = [];
  const fibres = recipe.layers.some((l) => l.type === 'porous' && l.fill !== 'foam');
  if (fibres) list.push('fibres');
  if (recipe.layers.some((l) => l.type === 'porous' || l.type === 'cloth')) list.push('fire');
  if (recipe.form === 'cloud' || recipe.form === 'edge') list.push('overhead');
  if (mass > 15) list.push('heavy');
  if (recipe.ports || recipe.layers.some((l) => l.type === 'skin')) list.push('airtight');
  return list;
}
