/** A recipe's stack as it is drawn in section and changed there: where each layer lies, how thick it may become. */
import { LIMITS } from '@tawny/core/document/schema/project';
import { type LengthSystem, lengthText } from '@tawny/core/quantities/lengths';
import type { Recipe, RecipeLayer } from '@tawny/core/recipes/types';
import { LAYER_WORDS } from '@tawny/core/words/plan';

export interface SectionLayer {
  index: number;
  type: RecipeLayer['type'];
  /** From the wall, m. */
  from: number;
  to: number;
  name: string;
  /** As text; empty where it has no thickness that counts. */
  size: string;
  /** Whether its thickness can be changed. */
  stretches: boolean;
}

/** Thickness of a layer, m; null: a cloth or a skin, which counts as having none. */
export function thicknessOf(layer: RecipeLayer): number | null {
  if (layer.type === 'porous' || layer.type === 'air') return layer.d;
  return 't' in layer ? layer.t : null;
}

/** Range and step of a layer's thickness, m: fill and air go by the millimetre, plates by its tenth. */
function measureOf(layer: RecipeLayer): { range: readonly [number, number]; grain: number } {
  const plate = layer.type !== 'porous' && layer.type !== 'air';
  return plate ? { range: LIMITS.plate, grain: 0.0001 } : { range: LIMITS.layerDepth, grain: 0.001 };
}

/** The layer that thick, kept within what a layer may be; cloth and skins stay as they are. */
export function withThickness(layer: RecipeLayer, thick: number): RecipeLayer {
  if (thicknessOf(layer) === null) return layer;
  const { range, grain } = measureOf(layer);
  const kept = Math.min(range[1], Math.max(range[0], Math.round(thick / grain) * grain));
  const clean = Number(kept.toFixed(4));
  return layer.type === 'porous' || layer.type === 'air'
    ? { ...layer, d: clean }
    : ({ ...layer, t: clean } as RecipeLayer);
}

/** Its thickness by one key press: a millimetre of fill or air, a tenth of it of a plate; ten times as much at once with Shift. */
export function nudged(layer: RecipeLayer, by: 1 | -1, far: boolean): RecipeLayer {
  const thick = thicknessOf(layer);
  return thick === null ? layer : withThickness(layer, thick + by * measureOf(layer).grain * (far ? 10 : 1));
}

/** The layers from the wall outwards. */
export function sectionLayers(recipe: Recipe, system: LengthSystem): SectionLayer[] {
  let at = 0;
  return recipe.layers.map((layer, index) => {
    const thick = thicknessOf(layer);
    const from = at;
    at += thick ?? 0;
    return {
      index,
      type: layer.type,
      from,
      to: at,
      name: LAYER_WORDS[layer.type],
      size: thick === null ? '' : lengthText(thick, system),
      stretches: thick !== null,
    };
  });
}

/** The stack with one put in front of the picked one, and where it lies then. */
export function inserted(
  layers: readonly RecipeLayer[],
  picked: number,
  layer: RecipeLayer,
): { layers: RecipeLayer[]; picked: number } {
  const at = layers.length === 0 ? 0 : Math.min(layers.length, picked + 1);
  return { layers: layers.toSpliced(at, 0, layer), picked: at };
}

/** The stack with the picked one moved by a place, towards the wall (−1) or the room. */
export function moved(
  layers: readonly RecipeLayer[],
  picked: number,
  by: 1 | -1,
): { layers: RecipeLayer[]; picked: number } {
  const to = picked + by;
  if (to < 0 || to >= layers.length) return { layers: [...layers], picked };
  return { layers: layers.toSpliced(picked, 1).toSpliced(to, 0, layers[picked]!), picked: to };
}
