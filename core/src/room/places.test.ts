import type { Ceiling } from '../document/schema/project';
import { edited, plainBox } from '../testing/rooms';
import { recipeOf } from '../document/recipes';
import { RECIPES } from '../recipes/library';
import { boundsOf } from '../geometry/clip';
import { numbers } from '../testing/pieces';
import { cornerTwin, twinOf } from './hung/corners';
import { capacityOf, isUsable, numberedIn, placesOf, spreadOver } from './places';
import { settingOf } from './setting';

const panel = { width: 0.6, height: 1.2 };
const ceilingOf = (ceiling: Ceiling) => {
  const setting = settingOf(edited(plainBox(), { type: 'set-ceiling', ceiling }));
  return { setting, face: setting.faces.find((f) => f.kind === 'ceiling')! };
};

describe('panels on a ceiling of 4 by 5 m', () => {
  test('flat: rows of upright and lying ones', () => {
    const { setting, face } = ceilingOf({ shape: 'flat' });
    // 4 / 0.6 = 6 upright ones a row, 4 rows of 1.2 m; what is left, 0.2 m, takes none. Lying: 3 a row, 8 rows.
    expect(capacityOf(setting, face, panel)).toBe(24);
  });

  test.each([
    // 3 m higher over the 5 m from the front: 4 m by √(5² + 3²) = 5.83 m; 4 rows of 6 upright, one of 3 lying in the 1.03 m left.
    ['A', 27],
    // 3 m higher over the 4 m from side to side: 5 m by 5 m; 8 a row, 4 rows.
    ['B', 32],
  ])('rising from wall %s, it is as large as it is, not as the plan shows it', (along, count) => {
    const { setting, face } = ceilingOf({ shape: 'pitch', along, top: 5.5 });
    expect(face.area).toBeCloseTo(along === 'A' ? 4 * Math.hypot(5, 3) : 5 * 5, 6);
    expect(capacityOf(setting, face, panel)).toBe(count);
    // Never more than its area has room for.
    expect(count * 0.72).toBeLessThan(face.area);
  });
});

describe('what is decided by number', () => {
  test('fits its place or is cut down to it; a place this room has not is left out', () => {
    const p = edited(plainBox(), numbers({ 'corner A': 9 }, 'straddle-15'), numbers({ A: 90, C: 2 }));
    // 2.5 m of corner hold two of 1.2 m.
    const found = numberedIn(settingOf(p)).map((n) => [n.recipe.id, n.place.id, n.count]);
    expect(found).toEqual(
      expect.arrayContaining([
        ['straddle-15', 'corner A', 2],
        ['own-first-reflection', 'C', 2],
      ]),
    );
    expect(found.find(([id, on]) => id === 'own-first-reflection' && on === 'A')![2]).toBe(12);
    expect(found).toHaveLength(3);
  });

  test('decided is decided: surfaces taken out of use keep their pieces, and take no new ones from the plan', () => {
    const p = edited(plainBox(), numbers({ A: 1 }), { type: 'set-usable', usable: [] });
    const setting = settingOf(p);
    expect(numberedIn(setting)).toHaveLength(1);
    expect(placesOf(setting).filter((place) => isUsable(setting, place))).toEqual([]);
  });

  test('in a corner it is spread over a leg of either wall, along an edge over a leg of wall and ceiling', () => {
    const setting = settingOf(plainBox());
    const recipe = recipeOf(plainBox(), 'straddle-15');
    const leg = 0.6 / Math.SQRT2;
    for (const place of placesOf(setting).filter((t) => t.class === 'corners')) {
      const [one, two] = spreadOver(setting, place, recipe);
      // The other strip is the one that a piece laid out before this wall finds.
      const twin = cornerTwin(setting, one!.face, boundsOf(one!.outline))!;
      expect(twin.face.id).toBe(two!.face.id);
      const [found, spread] = [boundsOf(twin.outline), boundsOf(two!.outline)];
      for (const key of ['left', 'right', 'low', 'high'] as const) expect(found[key]).toBeCloseTo(spread[key], 9);
      expect(boundsOf(one!.outline).right - boundsOf(one!.outline).left).toBeCloseTo(leg, 9);
    }
    const edge = placesOf(setting).find((t) => t.id === 'edge B')!;
    const along = spreadOver(
      setting,
      edge,
      RECIPES.find((r) => r.id === 'edge-straddle')!,
    );
    expect(along.map((t) => [t.face.id, boundsOf(t.outline)])).toEqual([
      ['B', { left: 0, right: 5, low: expect.closeTo(2.5 - 0.5 / Math.SQRT2, 9), high: 2.5 }],
      ['ceiling', { left: expect.closeTo(4 - 0.5 / Math.SQRT2, 9), right: 4, low: 0, high: 5 }],
    ]);
    const [wall, ceiling] = along;
    const other = twinOf(setting, wall!.face, boundsOf(wall!.outline), { form: 'edge' })!;
    expect([other.face.id, boundsOf(other.outline)]).toEqual(['ceiling', boundsOf(ceiling!.outline)]);
    // What hangs lower than the ceiling, or is flat, lies on its wall alone.
    const lower = { left: 1, right: 2, low: 1, high: 2 };
    expect(twinOf(setting, wall!.face, lower, { form: 'edge' })).toBeNull();
    expect(twinOf(setting, wall!.face, { ...lower, high: 2.5 }, { form: 'flat' })).toBeNull();
  });
});
