import { billOf, cautionsOf } from './bill';
import { areasOf, depthOf, facingCost, recipeCurve, recipeFault, recipeOctaves, THIRDS } from './curve';
import { RECIPES } from './library';
import { PLAIN_PRICES, type Recipe } from './types';

const air = { rho: 1.2041, c: 343.2 };
const recipe = (id: string): Recipe => RECIPES.find((r) => r.id === id)!;
const at = (r: Recipe, f: number) => recipeCurve(r, air, [f]).alpha[0]!;

test('all curves of the library lie between nothing and all, ports aside, and none has a fault', () => {
  for (const r of RECIPES) {
    expect({ id: r.id, fault: recipeFault(r) }).toEqual({ id: r.id, fault: null });
    const { alpha } = recipeCurve(r, air);
    expect(alpha).toHaveLength(THIRDS.length);
    for (const a of alpha) {
      expect(a).toBeGreaterThanOrEqual(0);
      if (!r.ports) expect(a).toBeLessThanOrEqual(1);
    }
  }
});

test('depth and gap reach lower; tuned boxes peak where their name says', () => {
  expect(at(recipe('panel-10'), 125)).toBeGreaterThan(at(recipe('panel-5'), 125));
  expect(at(recipe('panel-5-gap'), 250)).toBeGreaterThan(at(recipe('panel-5'), 250));
  expect(at(recipe('deep-rear'), 80)).toBeGreaterThan(2 * at(recipe('panel-10'), 80));
  const peak = (r: Recipe) => {
    const { alpha } = recipeCurve(r, air);
    return THIRDS[alpha.indexOf(Math.max(...alpha))]!;
  };
  expect(peak(recipe('membrane-70'))).toBeLessThan(90);
  expect(peak(recipe('membrane-70'))).toBeGreaterThan(55);
  expect(peak(recipe('membrane-110'))).toBeGreaterThan(peak(recipe('membrane-70')));
  expect(peak(recipe('port-box-50'))).toBeGreaterThan(38);
  expect(peak(recipe('port-box-50'))).toBeLessThan(66);
});

test('an octave is the mean of its thirds; laboratory values stand as they are', () => {
  const r = recipe('panel-10');
  const thirds = [10 ** -0.1, 1, 10 ** 0.1].map((k) => at(r, 1000 * k));
  expect(recipeOctaves(r, air)[4]).toBeCloseTo(thirds.reduce((a, b) => a + b) / 3, 9);
  const measured = { ...r, measured: [0.1, 0.2, 0.5, 0.9, 1.05, 1.1, 1, 1] };
  expect(at(measured, 1000)).toBeCloseTo(1.05, 9);
});

test('faults name what is wrong', () => {
  const r = recipe('panel-10');
  expect(recipeFault({ ...r, layers: [] })).toBe('It has no layers yet.');
  expect(recipeFault({ ...r, layers: [{ type: 'skin', m: 3 }] })).toMatch(/at the wall must be fill or air/);
  expect(
    recipeFault({
      ...r,
      layers: [
        { type: 'air', d: 0.1 },
        { type: 'holes', d: 0.03, t: 0.01, pitch: 0.02 },
      ],
    }),
  ).toMatch(/wider than their pitch/);
  expect(recipeFault({ ...r, form: 'corner', layers: [{ type: 'air', d: 0.1 }] })).toMatch(/put in a layer of fill/);
});

test('facing cloth that lets sound through costs nothing; a dense one costs highs; a panel without cloth has no such figure', () => {
  const r = recipe('panel-10');
  expect(Math.abs(facingCost(r, air)!)).toBeLessThan(0.03);
  const dense = { ...r, layers: [...r.layers.slice(0, -1), { type: 'cloth' as const, Rs: 2500 }] };
  expect(facingCost(dense, air)!).toBeGreaterThan(0.2);
  expect(facingCost({ ...r, layers: r.layers.slice(0, -1) }, air)).toBeNull();
});

test('edges raise a small panel above its area; a finer model of fill below its range gives way and says so', () => {
  const r = recipe('panel-10');
  expect(at({ ...r, edges: true, maxAngle: 90 }, 1000)).toBeGreaterThan(at(r, 1000));
  const old: Recipe = {
    ...r,
    layers: [{ type: 'porous', fill: 'glass-wool', density: 30, sigma: 30000, model: 'delany-bazley', d: 0.1 }],
  };
  const curve = recipeCurve(old, air);
  expect(curve.holds[0]).toBe(false);
  expect(curve.holds[20]).toBe(true);
  expect(curve.alpha[0]).toBeGreaterThanOrEqual(0);
});

test('a bill follows sizes and prices; an own price goes before; cautions follow what it is made of', () => {
  const r = recipe('panel-10');
  const bill = billOf(r, PLAIN_PRICES);
  // Inside its frame of 18 mm; wrapped, front and turns, whether or not cloth is listed among its layers.
  expect(bill.fill).toBeCloseTo(0.564 * 1.164 * 0.1, 12);
  expect(bill.cloth).toBeCloseTo(0.9 * 1.5, 12);
  expect(billOf({ ...r, layers: r.layers.filter((l) => l.type !== 'cloth') }, PLAIN_PRICES).cost).toBe(bill.cost);
  expect(bill.cost).toBeCloseTo(bill.fill * 110 + bill.cloth * 9 + bill.timber * 2.2 + 4, 9);
  expect(billOf(r, { ...PLAIN_PRICES, fill: 220 }).cost - bill.cost).toBeCloseTo(bill.fill * 110, 9);
  expect(billOf({ ...r, price: 42 }, PLAIN_PRICES).cost).toBe(42);
  expect(() => billOf(r, { ...PLAIN_PRICES, cloth: -1 })).toThrow(/price of cloth/);
  expect(cautionsOf(r, 5)).toEqual(['fibres', 'fire']);
  expect(cautionsOf(recipe('cloud-10'), 20)).toEqual(['fibres', 'fire', 'overhead', 'heavy']);
  expect(cautionsOf(recipe('qrd-7'), 5)).toEqual([]);
  expect(depthOf(recipe('panel-10-gap'))).toBeCloseTo(0.2, 12);
  expect(areasOf(recipe('straddle-15')).covered).toBeCloseTo(0.72 * Math.SQRT2, 12);
});
