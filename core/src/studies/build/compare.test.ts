/** What else a recipe could cost, by hand. */
import { numbers, panelOf } from '../../testing/pieces';
import { edited, plainBox } from '../../testing/rooms';
import { ware } from '../../testing/shop';
import { buildOrBuy, uncutSizes } from './compare';
import { studyBuild } from './study';
import { workPlan } from './work';

const room = edited(
  plainBox(),
  panelOf({ width: 0.6, height: 1.2, depth: 0.1, gap: 0 }),
  numbers({ A: 3, ceiling: 1 }),
);
const compared = (p: typeof room) => {
  const { result } = studyBuild(p);
  return buildOrBuy(p, result, workPlan(p, result));
};

test('four panels built, thinner, deeper, and ready made', () => {
  const [row, ...others] = compared(room);
  expect(others).toEqual([]);
  // Fill, cloth with its turns, two stiles, two rails and a brace, sundries: by depth d of fill.
  const one = (d: number) => 0.564 * 1.164 * d * 110 + (0.7 + 2 * d) * (1.3 + 2 * d) * 9 + (2.4 + 3 * 0.564) * 2.2 + 4;
  expect(row).toMatchObject({ count: 4, each: null, ready: null, bought: false });
  expect(row!.built).toBeCloseTo(4 * one(0.1), 9);
  expect(row!.inDepth[0]).toBeCloseTo(4 * one(0.05), 9);
  expect(row!.inDepth[1]).toBeCloseTo(4 * one(0.15), 9);
  const plan = workPlan(room, studyBuild(room).result);
  expect(row!.hours).toBeCloseTo(plan.hours, 9);
  const recipe = room.treatment.cover;
  const bought = edited(room, { type: 'set-ready-made', recipe, as: { price: 75, bought: true } });
  // Bought there is nothing to do for them, and what building them would cost is still said.
  expect(compared(bought)[0]).toMatchObject({ each: 75, ready: 300, bought: true, hours: 0, built: row!.built });
  const slow = edited(room, { type: 'set-making', making: { pace: 2 } });
  expect(compared(slow)[0]!.hours).toBeCloseTo(2 * row!.hours, 9);
});

test('frames that take a slab as it is, each size once, not the one there is', () => {
  const [sheet] = studyBuild(room).result.sheets;
  expect(uncutSizes(room, sheet!)).toEqual([
    { slab: [0.6, 1.2], outside: [expect.closeTo(0.636, 12), expect.closeTo(1.236, 12)] },
  ]);
  const more = edited(room, ware('slab-100', { used: true }), ware('slab-120', { id: 'again' }));
  expect(uncutSizes(more, sheet!).map((u) => u.slab)).toEqual([
    [0.6, 1.2],
    [0.6, 1],
  ]);
  const fits = edited(room, panelOf({ width: 0.636, height: 1.236, depth: 0.1, gap: 0 }));
  expect(uncutSizes(fits, studyBuild(fits).result.sheets[0]!)).toEqual([]);
});
