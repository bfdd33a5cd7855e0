/** What one piece of a recipe takes: materials, weight, money. */
import { mustBeBetween } from '../quantities/guard';
import { areasOf, depthOf, fillDepth } from './curve';
import type { Prices, Recipe } from './types';

/** Planed softwood and plywood, kg/m³. */
const TIMBER_DENSITY = 450;
const BOARD_DENSITY = 650;
/** Frame timber and boards of diffusers, m. */
const FRAME = 0.018;
const WELL_BOARD = 0.012;

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

function roomVolume(recipe: Recipe): number {
  const { width, height, form, scatterer } = recipe;
  if (form === 'corner' || form === 'straddle' || form === 'edge') return ((width * width) / 4) * height;
  if (form === 'block') return width * height * fillDepth(recipe);
  const wells = scatterer && recipe.layers.length === 0 ? wellDepthOf(recipe) : 0;
  return width * height * (depthOf(recipe) + wells);
}

/** Depth of wells or rise of a curve, m. */
export function wellDepthOf(recipe: Recipe): number {
  const s = recipe.scatterer;
  if (!s || s.kind === 'slats') return 0;
  if (s.kind === 'curved') return s.rise;
  // The deepest residue lies near N − 1: c/2f₀ at most.
  return ((s.N - 1) / s.N) * (343 / (2 * s.designHz));
}

/** Materials, mass and cost of one piece. A price of its own goes before the prices of its materials. */
export function billOf(recipe: Recipe, prices: Prices): Bill {
  for (const [name, value] of Object.entries(prices) as [string, number][])
    mustBeBetween('billOf', `price of ${name}`, value, 0, 1e7);
  const { width, height, layers } = recipe;
  const { exposed } = areasOf(recipe);
  const front = width * height;
  const fill = fillVolume(recipe);
  const wells = wellDepthOf(recipe);
  const wooden = layers.length === 0 && recipe.scatterer !== null;
  const cloth = layers.some((l) => l.type === 'cloth') ? exposed * 1.4 : 0;
  const timber = wooden ? 0 : 2 * (width + height);
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
    const s = recipe.scatterer!;
    // Fins and bottoms of wells, blocks of a skyline, a bent sheet with its ribs.
    const fins = 'wellWidth' in s ? (width / s.wellWidth) * wells * height : 0;
    const area = s.kind === 'curved' ? front * 1.5 : s.kind === 'skyline' ? front * 4 : 2 * front + fins;
    board += area;
    sheetMass += BOARD_DENSITY * WELL_BOARD * area;
  }
  const density = layers.reduce((d, l) => (l.type === 'porous' ? Math.max(d, l.density) : d), 0);
  const frame = wooden ? 0 : timber * FRAME * Math.max(0.05, fillDepth(recipe)) * TIMBER_DENSITY;
  const mass = fill * density + cloth * 0.3 + frame + sheetMass;
  const fromMaterials =
    fill * prices.fill + cloth * prices.cloth + timber * prices.timber + board * prices.board + prices.sundries;
  return { fill, cloth, timber, board, mass, cost: recipe.price ?? fromMaterials, room: roomVolume(recipe) };
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
