/** All that is known of one recipe: its curve with what building tolerances do to it, ratings, tuning, scattering, parts. */
import type { Air } from '../../air/air';
import { cornerFront, cornerOut } from '../../physics/absorbers/corners';
import { cavityResonance } from '../../physics/absorbers/resonators';
import { bestResistivity, ruleResistivity } from '../../physics/absorbers/fills';
import { type Rating, rateAbsorption } from '../../physics/absorbers/rating';
import { SequenceRefused } from '../../physics/diffusers/sequences';
import { type Bill, billOf, type Caution, cautionsOf } from '../../recipes/bill';
import {
  areasOf,
  depthOf,
  facingCost,
  fillDepth,
  recipeCurve,
  recipeFault,
  recipeOctaves,
  recipeSpread,
  THIRDS,
} from '../../recipes/curve';
import { partsOf } from '../../recipes/parts/partsOf';
import type { Part, Workshop } from '../../recipes/parts/types';
import type { Prices, Recipe, RecipeLayer } from '../../recipes/types';
import { boardsOf, wellDepthOf } from '../../recipes/wells';
import { type Scattering, scatteringOf } from './scatter';
import { SKIN_FREE } from '../../recipes/boxes';
import { builtOff, peakOf, sheetOf, type Tuning, tuningOf } from './tuning';

export interface RecipeSheet {
  id: string;
  /** Why it cannot be computed; everything else is then empty. */
  fault: string | null;
  /** Near choices when a sequence is refused. */
  instead: number[];
  bands: number[];
  alpha: number[];
  /** Within building tolerances, for tuned ones; else within the model's worth. */
  low: number[];
  high: number[];
  /** At single angles of incidence; empty where it has no layers of its own. */
  atAngle: { angle: number; alpha: number[] }[];
  holds: boolean[];
  octaves: number[];
  rating: Rating | null;
  spread: number;
  /** From the wall to its front with everything that is built, m. */
  depth: number;
  /** Of diffusers: the deepest well or the rise, m; else 0. */
  deepest: number;
  exposed: number;
  bill: Bill;
  /** Every part of one piece, and how many of it. */
  parts: (Omit<Part, 'bodies'> & { count: number })[];
  cautions: Caution[];
  tuning: Tuning | null;
  scattering: Scattering | null;
  /** What practice would say of the stack. */
  notes: RecipeNote[];
  /** Mean absorption lost 2–10 kHz to the facing cloth. */
  facing: number | null;
  /** Of the first fill: the resistivity that absorbs most at this depth from 100 Hz, and the rule of thumb. */
  bestFill: { sigma: number; low: number; high: number; rule: number } | null;
  /** Of solid corners: mean depth with the flat face out and with the corner out, for as much fill, m. */
  corner: { faceOut: number; cornerOut: number } | null;
}

export type RecipeNote =
  /** The gap is deeper than the fill. */
  | { kind: 'gap-deep'; gap: number; fill: number }
  /** Something airtight lies behind the fill: the gap behind it is lost; α at 125 Hz open and sealed. */
  | { kind: 'sealed-back'; open: number; sealed: number }
  /** A light foil in front: mean α 2–10 kHz with and without it, and at 125 Hz. */
  | { kind: 'foil-front'; highs: number; highsWithout: number; lows: number; lowsWithout: number }
  /** Fill lies against a skin: where it rings and what it takes there, and the same with the fill moved back. */
  | { kind: 'skin-touched'; f0: number; alpha: number; free: number; freeF0: number; freeAlpha: number }
  /** Holes or slots that let little through without fill right behind them. */
  | { kind: 'undamped' };

export interface RecipeSheetInputs {
  recipes: Recipe[];
  prices: Prices;
  workshop: Workshop;
  rho: number;
  c: number;
}

/** Foils up to this count as facings rather than as skins of a box, kg/m². */
const FOIL = 0.6;

function notesOf(recipe: Recipe, air: Air): RecipeNote[] {
  const { layers } = recipe;
  if (layers.length === 0 || recipe.measured || recipe.ports) return [];
  const notes: RecipeNote[] = [];
  const gap = layers.reduce((sum, l) => sum + (l.type === 'air' ? l.d : 0), 0);
  const fill = fillDepth(recipe);
  const sheet = sheetOf(recipe);
  if (!sheet && fill > 0 && gap > fill + 1e-9) notes.push({ kind: 'gap-deep', gap, fill });
  const lastFill = layers.findLastIndex((l) => l.type === 'porous');
  const seal = layers.findIndex((l, i) => l.type === 'skin' && i < lastFill);
  const at = (list: RecipeLayer[], bands: number[]) => {
    const { alpha } = recipeCurve({ ...recipe, layers: list, edges: false }, air, bands);
    return alpha.reduce((sum, a) => sum + a, 0) / alpha.length;
  };
  const highs = THIRDS.filter((f) => f > 1900);
  if (seal > 0)
    notes.push({
      kind: 'sealed-back',
      sealed: at(layers, [125]),
      open: at(
        layers.filter((_, i) => i !== seal),
        [125],
      ),
    });
  const front = layers.at(-1)!;
  if (front.type === 'skin' && front.m <= FOIL && layers.length > 1) {
    const rest = layers.slice(0, -1);
    notes.push({
      kind: 'foil-front',
      highs: at(layers, highs),
      highsWithout: at(rest, highs),
      lows: at(layers, [125]),
      lowsWithout: at(rest, [125]),
    });
  }
  if (sheet && fill === 0) notes.push({ kind: 'undamped' });
  const skin = layers.findIndex((l, i) => l.type === 'skin' && l.m > FOIL && layers[i - 1]?.type === 'porous');
  if (skin > 0 && sheet) {
    const back = layers[0]!;
    const room = back.type === 'air' && back.d > SKIN_FREE + 1e-3;
    const apart: RecipeLayer[] = [
      ...layers.slice(0, skin).map((l, i) => (room && i === 0 ? { type: 'air' as const, d: back.d - SKIN_FREE } : l)),
      { type: 'air', d: SKIN_FREE },
      ...layers.slice(skin),
    ];
    const near = cavityResonance(sheet.element, sheet.cavity, air).f0Exact;
    const [now, then] = [peakOf(recipe, near, air), peakOf({ ...recipe, layers: apart }, near, air)];
    notes.push({
      kind: 'skin-touched',
      f0: now.f,
      alpha: now.alpha,
      free: SKIN_FREE,
      freeF0: then.f,
      freeAlpha: then.alpha,
    });
  }
  return notes;
}

function sheetFor(recipe: Recipe, { prices, workshop, rho, c }: RecipeSheetInputs): RecipeSheet {
  const air = { rho, c };
  const bill = billOf(recipe, prices, { c, workshop });
  const wooden = recipe.layers.length === 0;
  const nothing: RecipeSheet = {
    id: recipe.id,
    fault: null,
    instead: [],
    bands: [...THIRDS],
    alpha: [],
    low: [],
    high: [],
    atAngle: [],
    notes: [],
    holds: [],
    octaves: [],
    rating: null,
    spread: recipeSpread(recipe),
    // Wells have their bottoms and a back board behind them.
    depth: wooden ? (boardsOf(recipe, c)?.depth ?? wellDepthOf(recipe, c)) : depthOf(recipe),
    deepest: wooden ? wellDepthOf(recipe, c) : 0,
    exposed: areasOf(recipe).exposed,
    bill,
    parts: partsOf(recipe, { c, workshop }).map(({ bodies, ...p }) => ({ ...p, count: bodies.length })),
    cautions: cautionsOf(recipe, bill.mass),
    tuning: null,
    scattering: null,
    facing: null,
    bestFill: null,
    corner: null,
  };
  const fault = recipeFault(recipe);
  if (fault !== null) return { ...nothing, fault };
  let scattering: Scattering | null;
  try {
    scattering = scatteringOf(recipe, air);
  } catch (error) {
    if (error instanceof SequenceRefused) return { ...nothing, fault: `${error.reason}.`, instead: error.instead };
    throw error;
  }
  const curve = recipeCurve(recipe, air);
  const tuning = recipe.measured ? null : tuningOf(recipe, air);
  const worth = (sign: 1 | -1): number[] =>
    tuning
      ? recipeCurve(builtOff(recipe, sign), air).alpha
      : curve.alpha.map((a) => Math.max(0, Math.min(Math.max(1, a), a * (1 + sign * nothing.spread))));
  const [off, other] = [worth(-1), worth(1)];
  const fill = recipe.layers.find((l) => l.type === 'porous');
  const deep = fillDepth(recipe);
  const gap = recipe.layers.reduce((sum, l) => sum + (l.type === 'air' ? l.d : 0), 0);
  const rated = curve.alpha.slice(6, 24);
  const empty = () => [];
  return {
    ...nothing,
    alpha: curve.alpha,
    atAngle: curve.atAngle,
    notes: notesOf(recipe, air),
    holds: curve.holds,
    low: curve.alpha.map((a, i) => Math.min(a, off[i]!, other[i]!)),
    high: curve.alpha.map((a, i) => Math.max(a, off[i]!, other[i]!)),
    octaves: recipeOctaves(recipe, air),
    rating: rateAbsorption(rated.map((a) => Math.min(2, a))),
    tuning,
    scattering,
    facing: facingCost(recipe, air),
    bestFill:
      fill?.type === 'porous' && recipe.form !== 'corner' && !recipe.ports && !sheetOf(recipe)
        ? { ...bestResistivity(deep, gap, 100, air), rule: ruleResistivity(deep, air) }
        : null,
    corner:
      recipe.form === 'corner'
        ? {
            faceOut: cornerFront('solid', recipe.width, deep, empty).depth,
            cornerOut: cornerOut(recipe.width / 2, empty).depth,
          }
        : null,
  };
}

/** Sheets of several recipes; what cannot be computed says why. */
export function studyRecipes(inputs: RecipeSheetInputs, progress: (part: number) => void = () => {}): RecipeSheet[] {
  return inputs.recipes.map((r, i) => {
    const sheet = sheetFor(r, inputs);
    progress((i + 1) / inputs.recipes.length);
    return sheet;
  });
}
