import { LIMITS } from '@tawny/core/document/schema/project';
import type { RecipeLayer } from '@tawny/core/recipes/types';
import { RECIPES } from '@tawny/core/recipes/library';
import { inserted, moved, nudged, sectionLayers, thicknessOf, withThickness } from './section';

const air: RecipeLayer = { type: 'air', d: 0.055 };
const fill: RecipeLayer = { type: 'porous', fill: 'glass-wool', density: 30, sigma: 9000, model: 'miki', d: 0.05 };
const skin: RecipeLayer = { type: 'skin', m: 4 };
const slats: RecipeLayer = { type: 'slots', w: 0.01, t: 0.018, pitch: 0.05 };

describe('a stack in section', () => {
  test('layers follow one another from the wall; what counts as having no thickness takes none', () => {
    const recipe = { ...RECIPES[0]!, layers: [air, fill, skin, slats] };
    const drawn = sectionLayers(recipe, 'metric');
    const mm = drawn.map((l) => [Math.round(l.from * 1000), Math.round(l.to * 1000)]);
    expect(mm).toEqual([
      [0, 55],
      [55, 105],
      [105, 105],
      [105, 123],
    ]);
    expect(drawn.map((l) => l.stretches)).toEqual([true, true, false, true]);
    expect(drawn[2]!.size).toBe('');
    expect(sectionLayers(recipe, 'inches')[1]!.size).toContain('″');
  });

  test('a thickness is kept within what a layer may be and to what a tape or a calliper reads', () => {
    expect(withThickness(fill, 0.07349)).toEqual({ ...fill, d: 0.073 });
    expect(withThickness(fill, -1)).toEqual({ ...fill, d: LIMITS.layerDepth[0] });
    expect(withThickness(air, 9)).toEqual({ ...air, d: LIMITS.layerDepth[1] });
    expect(withThickness(slats, 0.01234)).toEqual({ ...slats, t: 0.0123 });
    expect(withThickness(slats, 9)).toEqual({ ...slats, t: LIMITS.plate[1] });
    expect(withThickness(skin, 0.1)).toBe(skin);
    expect(thicknessOf({ type: 'micro', d: 0.0004, t: 0.001, eps: 0.012 })).toBe(0.001);
    expect(thicknessOf({ type: 'cloth', Rs: 15 })).toBeNull();
  });

  test('one key press is a millimetre of fill and a tenth of it of a plate, ten times as much with Shift, and comes back', () => {
    expect(nudged(fill, 1, false)).toEqual({ ...fill, d: 0.051 });
    expect(nudged(fill, -1, true)).toEqual({ ...fill, d: 0.04 });
    expect(nudged(slats, 1, false)).toEqual({ ...slats, t: 0.0181 });
    let layer: RecipeLayer = air;
    for (let i = 0; i < 40; i++) layer = nudged(layer, 1, false);
    for (let i = 0; i < 40; i++) layer = nudged(layer, -1, false);
    expect(layer).toEqual(air);
    expect(nudged(skin, 1, false)).toBe(skin);
  });

  test('a layer is put in front of the one in hand and moved by a place, and stays in hand', () => {
    expect(inserted([air, fill], 0, skin)).toEqual({ layers: [air, skin, fill], picked: 1 });
    expect(inserted([air, fill], 1, skin)).toEqual({ layers: [air, fill, skin], picked: 2 });
    expect(inserted([], -1, fill)).toEqual({ layers: [fill], picked: 0 });
    expect(moved([air, fill, skin], 2, -1)).toEqual({ layers: [air, skin, fill], picked: 1 });
    expect(moved([air, fill], 1, 1)).toEqual({ layers: [air, fill], picked: 1 });
  });
});
