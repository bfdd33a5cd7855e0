import { DEFAULT_HABITS, type Fill, framedParts, shoppingFor } from './shopping';

const wool: Fill = { kind: 'glass-wool', density: 27, sigma: 10000 };
const BATCH = { count: 4, width: 0.6, height: 1.2, depth: 0.1, fill: wool };

test('one batch by hand', () => {
  const s = shoppingFor(BATCH);
  const inner = (0.6 - 0.036) * (1.2 - 0.036);
  const [fill] = s.fills;
  expect(s.fills).toHaveLength(1);
  expect(fill!.area).toBeCloseTo(4 * inner, 12);
  expect(fill!.areaWithWaste).toBeCloseTo(4 * inner * 1.1, 12);
  expect(fill!.packs).toBe(1);
  expect(s.timbers).toHaveLength(1);
  expect(s.timbers[0]!.length).toBeCloseTo(8 * 1.2 + 8 * 0.564 + 4 * 0.564, 12);
  // 0.9 m across (panel and depth and turn on both sides), one a row on a 1.5 m roll; 1.5 m along it is the same the other way.
  expect(s.clothLength).toBeCloseTo(4 * 0.9 * 1.1, 12);
});

test('more panels never need less of anything; none need nothing', () => {
  let before = shoppingFor({ ...BATCH, count: 0 });
  expect(before).toMatchObject({ fills: [], timbers: [], clothLength: 0 });
  for (let count = 1; count < 30; count++) {
    const now = shoppingFor({ ...BATCH, count });
    expect(now.fills[0]!.packs).toBeGreaterThanOrEqual(before.fills[0]?.packs ?? 0);
    expect(now.timbers[0]!.length).toBeGreaterThan(before.timbers[0]?.length ?? 0);
    expect(now.clothLength).toBeGreaterThanOrEqual(before.clothLength);
    before = now;
  }
});

test('what cannot be built is a wrong call', () => {
  expect(() => shoppingFor({ ...BATCH, width: 0.03 })).toThrow(/width inside the frame/);
  expect(() => shoppingFor({ ...BATCH, count: 1.5 })).toThrow(/whole number/);
  expect(() => shoppingFor({ ...BATCH, width: 1.6, height: 1.6 }, { ...DEFAULT_HABITS, stockLength: 3 })).toThrow(
    /cloth roll/,
  );
});

test('thin and deep fill are two lines, each with timber of its own section; one bill says the same of one panel', () => {
  const s = shoppingFor([
    { ...BATCH, count: 7 },
    { ...BATCH, count: 24, depth: 0.15 },
    { ...BATCH, count: 2, width: 0.6, height: 0.6 },
    { ...BATCH, count: 1, fill: { ...wool, kind: 'stone-wool' } },
  ]);
  const inner = 0.564 * 1.164;
  expect(s.fills.map((f) => [f.fill.kind, f.depth])).toEqual([
    ['glass-wool', 0.1],
    ['stone-wool', 0.1],
    ['glass-wool', 0.15],
  ]);
  expect(s.fills[0]!.area).toBeCloseTo(7 * inner + 2 * 0.564 * 0.564, 9);
  expect(s.fills[2]!.area).toBeCloseTo(24 * inner, 9);
  expect(s.timbers.map((t) => t.depth)).toEqual([0.1, 0.15]);
  const one = framedParts(BATCH, DEFAULT_HABITS);
  expect(s.timbers[1]!.length).toBeCloseTo(24 * one.timber, 9);
  expect(one.fill).toBeCloseTo(inner, 12);
  expect(one.cloth).toBeCloseTo(0.9 * 1.5, 12);
});
