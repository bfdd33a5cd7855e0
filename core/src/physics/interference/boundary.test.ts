import { boundaryCurve, type BoundaryScene, deepestNotch, firstMinimum, planeNulls } from './boundary';

const C = 343.2;
const scene = (over: Partial<BoundaryScene> = {}): BoundaryScene => ({
  source: [0.8, 2, 1.2],
  receiver: [3.4, 2, 1.2],
  planes: ['x'],
  c: C,
  R: 1,
  ...over,
});

test('on the plane’s normal the quarter-wave rule is exact', () => {
  const [n] = planeNulls(scene());
  expect(n!.quarterWaveHz).toBeCloseTo(C / 3.2, 9);
  expect(n!.exactNullHz).toBeCloseTo(C / 3.2, 9);
});

test('off the normal the true null is higher than the rule says', () => {
  const [n] = planeNulls(scene({ receiver: [1.5, 4.5, 1.2] }));
  expect(n!.exactNullHz!).toBeGreaterThan(n!.quarterWaveHz!);
});

test('the curve starts at its low-frequency limit and dips at the null by 1 − d/r', () => {
  const curve = boundaryCurve(scene());
  expect(curve.levelDb(0.01)).toBeCloseTo(curve.lowFrequencyLimitDb, 4);
  expect(curve.levelDb(C / 3.2)).toBeCloseTo(20 * Math.log10(1 - 2.6 / 4.2), 9);
});

test('swapping source and receiver changes nothing', () => {
  const a = scene({ source: [0.6, 0.9, 1.1], receiver: [2.9, 2.3, 1.2], planes: ['x', 'y', 'z'] });
  const b = { ...a, source: a.receiver, receiver: a.source };
  for (const f of [30, 77, 140, 260]) expect(boundaryCurve(a).levelDb(f)).toBeCloseTo(boundaryCurve(b).levelDb(f), 9);
});

test('a boundary that absorbs everything leaves the free field', () => {
  const curve = boundaryCurve(scene({ R: 0 }));
  for (const f of [20, 100, 500]) expect(curve.levelDb(f)).toBeCloseTo(0, 12);
  expect(firstMinimum(scene({ R: 0 }))).toBeNull();
});

test('each plane may have its own reflection factor', () => {
  const both = scene({ planes: ['x', 'z'], R: { x: 1, z: 0 } });
  expect(boundaryCurve(both).levelDb(90)).toBeCloseTo(boundaryCurve(scene()).levelDb(90), 9);
});

test('the deepest notch is a minimum of the curve, and ends of the range count', () => {
  const s = scene({ source: [0.6, 0.9, 1.1], receiver: [2.9, 2.3, 1.2], planes: ['x', 'y', 'z'] });
  const notch = deepestNotch(s, 40, 300);
  const curve = boundaryCurve(s);
  for (let f = 40; f <= 300; f += 0.25) expect(curve.levelDb(f)).toBeGreaterThanOrEqual(notch.levelDb - 1e-6);
  expect(deepestNotch(scene(), 20, 60).f).toBe(60);
});

test('positions outside the octant and equal places are wrong calls', () => {
  expect(() => boundaryCurve(scene({ source: [-0.1, 2, 1] }))).toThrow(/source x/);
  expect(() => boundaryCurve(scene({ receiver: [0.8, 2, 1.2] }))).toThrow(/distance from source to receiver/);
});
