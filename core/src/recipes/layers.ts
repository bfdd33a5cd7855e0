/** Layers as an editor begins and changes them. */
import { type FillKind, fillResistivity, wedgeThickness } from '../physics/absorbers/fills';
import type { RecipeLayer } from './types';

type Fill = Extract<RecipeLayer, { type: 'porous' }>;

/** Flow resistivity of a kind of fill at a density, to what a maker's sheet tells: 100 Pa·s/m². Laws of Bies and Hansen and their like (fills.ts). */
export const soldResistivity = (kind: FillKind, density: number): number =>
  Math.round(fillResistivity(kind, density).sigma / 100) * 100;

/** A layer of everyday size to begin with. */
export const FRESH_LAYERS: { readonly [T in RecipeLayer['type']]: () => Extract<RecipeLayer, { type: T }> } = {
  porous: () => ({
    type: 'porous',
    fill: 'glass-wool',
    density: 30,
    sigma: soldResistivity('glass-wool', 30),
    model: 'miki',
    d: 0.1,
  }),
  air: () => ({ type: 'air', d: 0.1 }),
  cloth: () => ({ type: 'cloth', Rs: 15 }),
  skin: () => ({ type: 'skin', m: 4 }),
  holes: () => ({ type: 'holes', d: 0.006, t: 0.009, pitch: 0.024 }),
  slots: () => ({ type: 'slots', w: 0.01, t: 0.018, pitch: 0.05 }),
  micro: () => ({ type: 'micro', d: 0.0004, t: 0.001, eps: 0.012 }),
};

/** The layer with another kind or density, which bring their resistivity along, within what a document takes. */
export function withFill(
  layer: Fill,
  change: Partial<Pick<Fill, 'fill' | 'density'>>,
  [low, high]: readonly [number, number],
): Fill {
  const next = { ...layer, ...change };
  return { ...next, sigma: Math.min(high, Math.max(low, soldResistivity(next.fill, next.density))) };
}

/** Least depth of a layer, m. */
const THINNEST = 0.001;

/** Wedges by their mean thickness: m to their tips and to their base; null where that is no wedge. */
export const withWedges = (layer: Fill, toTip: number, toBase: number): Fill | null =>
  toBase <= toTip ? { ...layer, d: Math.max(THINNEST, wedgeThickness(toBase, toTip, 'wedge')) } : null;
