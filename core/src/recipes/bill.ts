/** What one piece of a recipe takes: materials, weight, money. */
import { mustBeBetween } from '../quantities/guard';
import { type BuyingHabits, DEFAULT_HABITS, framedParts } from '../fabrication/shopping';
import { areasOf, depthOf, fillDepth, isFramed } from './curve';
import { BOARD_DENSITY } from './boxes';
import { boardsOf, FIN, WELL_SPEED, wellDepthOf } from './wells';
import type { Prices, Recipe } from './types';

/** Planed softwood and plywood, kg/m³. */
const TIMBER_DENSITY = 450;

/** How it is made: speed of sound its wells are dimensioned with (m/s), and the habits of buying and framing. */
export interface Make {
  c: number;
  habits: BuyingHabits;
}
export const PLAIN_MAKE: Make = { c: WELL_SPEED, habits: DEFAULT_HABITS };

export interface Bill {
  /** m³ of fill, m² of cloth, m of timber, m² of board or sheet. */
  fill: number;
  cloth: number;
  timber: number;
  board: number;
  /** kg */
  mass: number;
  /** In the prices' currency. */
  cost: number;
  /** Air it takes from the room, m³. */
  room: number;
}

/** Mean width of fill behind a corner's front: the triangle's half. */
function fillVolume(recipe: Recipe): number {
  const { width, height, form } = recipe;
  if (form === 'corner') return ((width * width) / 4) * height;
  return width * height * fillDepth(recipe);
}

function roomVolume(recipe: Recipe, c: number): number {
  const { width, height, form, scatterer } = recipe;
  if (form === 'corner' || form === 'straddle' || form === 'edge') return ((width * width) / 4) * height;
  if (form === 'block') return width * height * fillDepth(recipe);
  const wells = scatterer && recipe.layers.length === 0 ? wellDepthOf(recipe, c) : 0;
  return width * height * (depthOf(recipe) + wells);
}

/**
 * Materials, mass and cost of one piece, without waste: a framed one is counted by its frame, its cloth and the fill inside, as the
 * shopping list does. A price of its own goes before the prices of its materials.
 */
export function billOf(recipe: Recipe, prices: Prices, { c, habits }: Make = PLAIN_MAKE): Bill {
  for (const [name, value] of Object.entries(prices) as [string, number][])
    mustBeBetween('billOf', `price of ${name}`, value, 0, 1e7);
  const { width, height, layers } = recipe;
  const { exposed } = areasOf(recipe);
  const front = width * height;
  const deep = fillDepth(recipe);
  const framed = isFramed(recipe) ? framedParts({ width, height, depth: deep }, habits) : null;
  const fill = framed ? framed.fill * deep : fillVolume(recipe);
  const bought = recipe.scatterer?.kind === 'bought';
  const wooden = layers.length === 0 && recipe.scatterer !== null && !bought;
  const cloth = framed ? framed.cloth : layers.some((l) => l.type === 'cloth') ? exposed * 1.4 : 0;
  const timber = wooden || bought || recipe.form === 'board' ? 0 : (framed?.timber ?? 2 * (width + height));
  let board = 0;
  let sheetMass = 0;
  for (const l of layers) {
    if (l.type === 'skin') {
      board += front;
      sheetMass += l.m * front;
    } else if (l.type === 'holes' || l.type === 'slots' || l.type === 'micro') {
      board += front;
      sheetMass += BOARD_DENSITY * l.t * front;
    }
  }
  if (recipe.ports) {
    // Front, back and sides of the box.
    const sides = front * 2 + 2 * (width + height) * depthOf(recipe);
    board += sides;
    sheetMass += BOARD_DENSITY * 0.018 * sides;
  }
  if (wooden) {
    // The boards of wells one by one; blocks of a skyline, a bent sheet with its ribs by their front.
    const boards = boardsOf(recipe, c);
    const area = boards
      ? boards.cuts.reduce((sum, k) => sum + k.count * k.width * k.length, 0)
      : front * (recipe.scatterer!.kind === 'curved' ? 1.5 : 4);
    board += area;
    sheetMass += BOARD_DENSITY * FIN * area;
  }
  const density = layers.reduce((d, l) => (l.type === 'porous' ? Math.max(d, l.density) : d), 0);
  const frame = timber * habits.frameThickness * Math.max(0.05, deep) * TIMBER_DENSITY;
  const mass = fill * density + cloth * 0.3 + frame + sheetMass;
  const fromMaterials =
    fill * prices.fill + cloth * prices.cloth + timber * prices.timber + board * prices.board + prices.sundries;
  return { fill, cloth, timber, board, mass, cost: recipe.price ?? fromMaterials, room: roomVolume(recipe, c) };
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
