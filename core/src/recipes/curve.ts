/** What a recipe absorbs: per third octave or octave, from its layers, its corner or its wells. */
import type { Air } from '../air/air';
import { blockFront, CORNER_SPREAD, cornerFront, type Strip } from '../physics/absorbers/corners';
import { finiteAbsorption } from '../physics/absorbers/finite';
import { admittanceOf, atWall } from '../physics/absorbers/admittance';
import {
  bandAbsorption,
  bandMean,
  type Layer,
  layeredAbsorption,
  layersHold,
  surfaceImpedance,
} from '../physics/absorbers/layers';
import { type Complex, complex, divide } from '../numerics/complex';
import { createKept } from '../numerics/kept';
import { TYPICAL_CURVED_ABSORPTION, TYPICAL_WELL_ABSORPTION } from '../physics/diffusers/polar';
import { type HelmholtzBox, helmholtzBox, portPlaces, resonatorArea } from '../physics/absorbers/resonators';
import { OCTAVE_MIDBANDS, thirdOctaveMidband, tonesInOctave } from '../quantities/bands';
import { BOARD_ALPHA, BOARD_DENSITY } from './boxes';
import { isPlane, type Recipe, type RecipeLayer } from './types';
import { wellDepthOf } from './wells';

/** Exact third-octave midbands 25 Hz–10 kHz. */
export const THIRDS: readonly number[] = Array.from({ length: 27 }, (_, i) => thirdOctaveMidband(i - 16));

/** Relative uncertainty of a computed curve by form: model against measurement; corners and blocks by depth seen alone. */
export const recipeSpread = (recipe: Recipe): number =>
  recipe.measured
    ? 0.1
    : isPlane(recipe.form)
      ? recipe.scatterer && recipe.layers.length === 0
        ? 0.5
        : 0.1
      : CORNER_SPREAD;

function layerOf(layer: RecipeLayer): Layer {
  switch (layer.type) {
    case 'porous':
      return { type: 'porous', model: layer.model, sigma: layer.sigma, d: layer.d };
    case 'air':
      return layer;
    case 'cloth':
      return { type: 'resistive', Rs: layer.Rs };
    case 'skin':
      return { type: 'membrane', m: layer.m, Rs: 20 };
    case 'holes':
      return { type: 'perforated', d: layer.d, t: layer.t, pitch: layer.pitch, interaction: 'sqrt', viscous: 'ingard' };
    case 'slots':
      return { type: 'slot', w: layer.w, t: layer.t, pitch: layer.pitch, Rs: 5 };
    case 'micro':
      return { type: 'mpp', d: layer.d, t: layer.t, eps: layer.eps };
  }
}

/** Layers front to back, as absorbers take them. */
export const frontToBack = (layers: readonly RecipeLayer[]): Layer[] => [...layers].reverse().map(layerOf);

export const isThin = (layer: RecipeLayer): boolean => layer.type !== 'porous' && layer.type !== 'air';

/** Depth of its layers from the wall, m; thin things count their thickness. */
export const depthOf = (recipe: Pick<Recipe, 'layers'>): number =>
  recipe.layers.reduce((sum, l) => sum + ('d' in l && !isThin(l) ? l.d : 't' in l ? l.t : 0), 0);

/** Air between the wall and its back, m. */
export const gapOf = ({ layers: [wall] }: Pick<Recipe, 'layers'>): number => (wall?.type === 'air' ? wall.d : 0);

/** Thickness of a hard board, m: by the mass of its sheet. */
export const boardThickness = (recipe: Pick<Recipe, 'layers'>): number =>
  recipe.layers.reduce((sum, l) => sum + (l.type === 'skin' ? l.m / BOARD_DENSITY : 0), 0);

/** How far its front stands off the wall, m: layers, wells, or a board's thickness and the air behind it. */
export const standoffOf = (recipe: Recipe): number =>
  recipe.form === 'board'
    ? gapOf(recipe) + boardThickness(recipe)
    : depthOf(recipe) + (recipe.layers.length === 0 ? wellDepthOf(recipe) : 0);

/** Depth of fill alone, m. */
export const fillDepth = (recipe: Recipe): number =>
  recipe.layers.reduce((sum, l) => sum + (l.type === 'porous' ? l.d : 0), 0);

/** Fill in a plain wrapped frame: no sheet before it, no box, no wells. Bill and shopping list read it here. */
export const isFramed = (r: Recipe): boolean =>
  ['flat', 'cloud', 'straddle', 'edge', 'plug'].includes(r.form) &&
  !r.ports &&
  fillDepth(r) > 0 &&
  r.layers.every((l) => l.type === 'porous' || l.type === 'air' || l.type === 'cloth');

/** Why a stack cannot be computed, or null. */
export function recipeFault(recipe: Recipe): string | null {
  if (recipe.form === 'board')
    return boardThickness(recipe) > 0 ? null : 'A hard board is a sheet: put in a skin with its mass.';
  if (recipe.layers.length === 0) return recipe.scatterer || recipe.measured ? null : 'It has no layers yet.';
  const wall = recipe.layers[0]!;
  if (isThin(wall)) return 'The layer at the wall must be fill or air: a sheet needs something behind it.';
  if (!isPlane(recipe.form) && !recipe.layers.some((l) => l.type === 'porous'))
    return 'Corners and blocks are counted by their fill: put in a layer of fill.';
  const p = recipe.ports;
  if (p) {
    const open =
      p.shape === 'round' ? (Math.PI / 4) * p.size ** 2 : p.size * (p.shape === 'slot' ? p.slotLength : p.size);
    if (open * p.count > 0.5 * recipe.width * recipe.height) return 'The ports take more than half of the front.';
    if (recipe.layers.some(isThin))
      return 'A box with ports has its front for a sheet: leave only air and fill behind it.';
  }
  for (const l of recipe.layers) {
    if (l.type === 'holes' && l.d > l.pitch) return 'The holes are wider than their pitch.';
    if (l.type === 'slots' && l.w > l.pitch) return 'The slots are wider than their pitch.';
  }
  return null;
}

/** The stack over each part of the exposed front. A flat recipe has one strip. */
export function stripsOf(recipe: Recipe): Strip[] {
  const layers = frontToBack(recipe.layers);
  if (recipe.form === 'board') return [];
  if (isPlane(recipe.form)) return layers.length > 0 ? [{ part: 1, layers }] : [];
  const facing = layers.filter((l) => l.type !== 'porous' && l.type !== 'air');
  const porous = layers.find((l) => l.type === 'porous');
  if (porous?.type !== 'porous') return [];
  const fill = (d: number): Layer[] => [...facing, { ...porous, d }];
  const depth = fillDepth(recipe);
  if (recipe.form === 'block') return blockFront(recipe.width, depth, recipe.height, fill).strips;
  return cornerFront(recipe.form === 'corner' ? 'solid' : 'straddle', recipe.width, depth, fill).strips;
}

/** Exposed front of one piece, and the wall it hides, m². */
export function areasOf(recipe: Recipe): { exposed: number; covered: number } {
  const { width, height, form } = recipe;
  if (isPlane(form) || form === 'board') return { exposed: width * height, covered: width * height };
  if (form === 'block') {
    const depth = fillDepth(recipe);
    return { exposed: blockFront(width, Math.max(depth, 0.01), height, () => []).area, covered: width * depth };
  }
  return { exposed: width * height, covered: Math.SQRT2 * width * height };
}

const clip = (a: number): number => Math.min(1, Math.max(0, a));
const logAt = (values: readonly number[], at: readonly number[], f: number): number => {
  const i = at.findIndex((x) => x >= f);
  if (i < 0) return values.at(-1)!;
  if (i === 0) return values[0]!;
  const t = Math.log(f / at[i - 1]!) / Math.log(at[i]! / at[i - 1]!);
  return values[i - 1]! + t * (values[i]! - values[i - 1]!);
};
/** Octave values at other frequencies: linear in the logarithm of frequency, level beyond the ends. */
export const fromOctaves = (octaves: readonly number[], f: number): number => logAt(octaves, OCTAVE_MIDBANDS, f);

/** Angles of incidence shown beside the diffuse curve, degrees; the first is straight on. */
export const ANGLES_SHOWN = [0, 30, 45, 60, 75] as const;

export interface RecipeCurve {
  id: string;
  /** Exact midbands, Hz. */
  bands: number[];
  /** Per band over the exposed front: 0…1, above 1 only where edges count or a laboratory says so. */
  alpha: number[];
  /** The same at {@link ANGLES_SHOWN}; empty where it has no layers. */
  atAngle: { angle: number; alpha: number[] }[];
  /** Bands inside every model's published range. */
  holds: boolean[];
}

/** Outside its published range Delany and Bazley's model gives way to Miki's, which stays passive. */
function sound(layers: readonly Layer[], f: number, air: Air): Layer[] {
  return layers.map((l) => (l.type === 'porous' && !layersHold([l], f, air) ? { ...l, model: 'miki' } : l));
}

/** Of one strip over a band of so many decades; with edges at its midband alone. */
function stripAbsorption(recipe: Recipe, layers: readonly Layer[], f: number, decades: number, air: Air): number {
  const now = sound(layers, f, air);
  if (recipe.edges && isPlane(recipe.form)) return finiteAbsorption(now, f, recipe.reaction, recipe, air);
  return clip(bandAbsorption(now, f, decades, recipe.maxAngle, recipe.reaction, air));
}

/** The box with all its ports, spread evenly over its front. */
export function portBox(recipe: Recipe): HelmholtzBox | null {
  const p = recipe.ports;
  if (!p) return null;
  const cavity = recipe.layers.reduce((sum, l) => sum + ('d' in l && !isThin(l) ? l.d : 0), 0);
  return {
    V: recipe.width * recipe.height * cavity,
    count: p.count,
    places: portPlaces(p.count, recipe),
    port:
      p.shape === 'round'
        ? { shape: 'round', radius: p.size / 2 }
        : p.shape === 'square'
          ? { shape: 'square', side: p.size }
          : { shape: 'slot', width: p.size, length: p.slotLength },
    length: p.neck,
    ends: ['flanged', p.tube ? 'unflanged' : 'flanged'],
    Rs: p.Rs,
  };
}

/** Of a box with ports over its front, averaged over the band; may exceed 1, as ports draw from around. */
function portAbsorption(recipe: Recipe, f: number, decades: number, air: Air): number {
  const box = helmholtzBox(portBox(recipe)!, air);
  return bandMean((t) => resonatorArea(box, t), f, decades, [box.f0], 1e-4) / (recipe.width * recipe.height);
}

/** Typical of what is not computed from layers: boards, wells, curved fronts. */
function withoutLayers(recipe: Recipe, f: number): number {
  if (recipe.form === 'board') return BOARD_ALPHA;
  if (!recipe.scatterer) return 0;
  return fromOctaves(recipe.scatterer.kind === 'curved' ? TYPICAL_CURVED_ABSORPTION : TYPICAL_WELL_ABSORPTION, f);
}

function at(recipe: Recipe, strips: readonly Strip[], f: number, decades: number, air: Air): number {
  if (recipe.measured) return fromOctaves(recipe.measured, f);
  if (recipe.ports) return portAbsorption(recipe, f, decades, air);
  if (strips.length === 0) return withoutLayers(recipe, f);
  return strips.reduce((p, strip) => p + strip.part * stripAbsorption(recipe, strip.layers, f, decades, air), 0);
}

/** Of one sound wave at so many degrees from straight on. */
const atAngle = (recipe: Recipe, strips: readonly Strip[], f: number, deg: number, air: Air): number =>
  strips.reduce((sum, { part, layers }) => {
    const alpha = layeredAbsorption(sound(layers, f, air), f, (deg * Math.PI) / 180, recipe.reaction, air);
    return sum + part * clip(alpha);
  }, 0);

/** The curve over third octaves, by default 25 Hz–10 kHz. */
export function recipeCurve(recipe: Recipe, air: Air, bands: readonly number[] = THIRDS): RecipeCurve {
  const strips = recipeFault(recipe) ? [] : stripsOf(recipe);
  return {
    id: recipe.id,
    bands: [...bands],
    alpha: bands.map((f) => at(recipe, strips, f, 0.1, air)),
    atAngle:
      strips.length === 0 || recipe.measured || recipe.ports
        ? []
        : ANGLES_SHOWN.map((angle) => ({
            angle,
            alpha: bands.map((f) => atAngle(recipe, strips, f, angle, air)),
          })),
    holds: bands.map((f) => strips.every((s) => layersHold(s.layers, f, air))),
  };
}

/** Octave values: means of three thirds; what is known by octaves alone stays as it is. */
export function recipeOctaves(recipe: Recipe, air: Air): number[] {
  const { measured, ports, form, layers } = recipe;
  if (measured) return [...measured];
  if (!ports && (form === 'board' || layers.length === 0)) return OCTAVE_MIDBANDS.map((f) => withoutLayers(recipe, f));
  const thirds = OCTAVE_MIDBANDS.flatMap((f) => [f * 10 ** -0.1, f, f * 10 ** 0.1]);
  const { alpha } = recipeCurve(recipe, air, thirds);
  return OCTAVE_MIDBANDS.map((_, o) => (alpha[3 * o]! + alpha[3 * o + 1]! + alpha[3 * o + 2]!) / 3);
}

/** What facing cloth takes from the highs: mean loss of absorption 2–10 kHz, without the outermost cloth against with it. */
export function facingCost(recipe: Recipe, air: Air): number | null {
  const outermost = recipe.layers.at(-1);
  if (outermost?.type !== 'cloth' || recipe.layers.length < 2 || recipeFault(recipe)) return null;
  const bands = THIRDS.filter((f) => f > 1900);
  const bare = { ...recipe, layers: recipe.layers.slice(0, -1), edges: false };
  const [without, with_] = [recipeCurve(bare, air, bands), recipeCurve({ ...recipe, edges: false }, air, bands)];
  return without.alpha.reduce((sum, a, i) => sum + a - with_.alpha[i]!, 0) / bands.length;
}

/** What its front takes of a wave that meets it straight on, 0…1. */
export function straightAbsorption(recipe: Recipe, f: number, air: Air): number {
  const strips = recipeFault(recipe) || recipe.measured || recipe.ports ? [] : stripsOf(recipe);
  return strips.length > 0 ? atAngle(recipe, strips, f, 0, air) : clip(at(recipe, strips, f, 0.01, air));
}

/** Tones an octave: enough for the ripple of a gap at one angle. */
const TONES = 6;
/** Beyond it no panel lies as flat as the sum takes it, degrees. */
const MOST_DEG = 85;
const kept = createKept<number[]>(4000);

/**
 * Absorption of its front at one angle of incidence, octaves 63–8000 Hz, 0…1: from its layers; what has none, a laboratory's curve and
 * ports stand for every angle. Rounded to whole degrees.
 * @param angle radians from the normal
 */
export function recipeAtAngle(recipe: Recipe, angle: number, air: Air): number[] {
  const deg = Math.min(MOST_DEG, Math.round((angle * 180) / Math.PI));
  return kept(recipe, [deg, air.rho, air.c], () => {
    const strips = recipeFault(recipe) || recipe.measured || recipe.ports ? [] : stripsOf(recipe);
    if (strips.length === 0) return recipeOctaves(recipe, air).map(clip);
    return OCTAVE_MIDBANDS.map((mid) => {
      const tones = tonesInOctave(mid, TONES);
      return clip(tones.reduce((s, f) => s + atAngle(recipe, strips, f, deg, air), 0) / tones.length);
    });
  });
}

/** Depth of a stack from its wall to its front, m; sheets have none. */
const stackDepth = (layers: readonly Layer[]): number =>
  layers.reduce((sum, l) => sum + (l.type === 'porous' || l.type === 'air' ? l.d : 0), 0);

/**
 * Admittance it adds to the walls it hides, at straight incidence, over 1/ρc, for each m² of them: the air of the room is counted right
 * up to the wall. Two walls of a corner look into one front. What has no layers takes the admittance of its coefficient; ports take in
 * what they do at their resonance, without their stiffness.
 */
export function recipeBeta(recipe: Recipe, air: Air): (f: number) => Complex {
  const { exposed, covered } = areasOf(recipe);
  const strips = recipeFault(recipe) || recipe.measured || recipe.ports ? [] : stripsOf(recipe);
  const front = exposed / covered;
  if (strips.length === 0) return (f) => complex(front * admittanceOf(Math.max(0, at(recipe, strips, f, 0.01, air))));
  return (f) =>
    strips.reduce((sum, { part, layers }) => {
      const face = divide(complex(1), surfaceImpedance(sound(layers, f, air), f, 0, air));
      const b = atWall(face, (2 * Math.PI * f) / air.c, stackDepth(layers));
      return { re: sum.re + front * part * b.re, im: sum.im + front * part * b.im };
    }, complex(0));
}
