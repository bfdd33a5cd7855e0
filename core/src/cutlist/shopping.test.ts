import { seeded } from '../testing/random';
import { DEFAULT_HABITS, shoppingFor, stockLengths } from './shopping';

const BATCH = { count: 4, width: 0.6, height: 1.2, depth: 0.1 };

test('one batch by hand', () => {
  const s = shoppingFor(BATCH);
  const inner = (0.6 - 0.036) * (1.2 - 0.036);
  expect(s.fillArea).toBeCloseTo(4 * inner, 12);
  expect(s.fillAreaWithWaste).toBeCloseTo(4 * inner * 1.1, 12);
  expect(s.fillPacks).toBe(1);
  expect(s.timberLength).toBeCloseTo(8 * 1.2 + 8 * 0.564 + 4 * 0.564, 12);
  // 0.9 m across (panel and depth and turn on both sides), one a row on a 1.5 m roll; 1.5 m along it is the same the other way.
  expect(s.clothLength).toBeCloseTo(4 * 0.9 * 1.1, 12);
});

test('two pieces of half a length do not fit one length once the saw has had its cut', () => {
  const pieces = [{ name: 'stile' as const, length: 1.2, count: 4 }];
  expect(stockLengths(pieces, 2.4, 0.003)).toBe(4);
  expect(stockLengths(pieces, 2.4, 0)).toBe(2);
});

test('stock never falls short of the sum nor holds a piece longer than itself', () => {
  const random = seeded(8);
  for (let i = 0; i < 40; i++) {
    const pieces = Array.from({ length: 3 }, () => ({
      name: 'rail' as const,
      length: random.between(0.2, 2),
      count: random.whole(0, 9),
    }));
    const total = pieces.reduce((s, p) => s + p.length * p.count, 0);
    const stock = stockLengths(pieces, 2.4, 0.003);
    expect(stock).toBeGreaterThanOrEqual(Math.ceil(total / 2.4));
    expect(stock).toBeLessThanOrEqual(pieces.reduce((s, p) => s + p.count, 0));
  }
  expect(() => stockLengths([{ name: 'stile', length: 3, count: 1 }], 2.4, 0)).toThrow(
    /longer than the stock of 2.4 m/,
  );
});

test('more panels never need less of anything; none need nothing', () => {
  let before = shoppingFor({ ...BATCH, count: 0 });
  expect(before).toMatchObject({ fillPacks: 0, stockPieces: 0, clothLength: 0 });
  for (let count = 1; count < 30; count++) {
    const now = shoppingFor({ ...BATCH, count });
    expect(now.fillPacks).toBeGreaterThanOrEqual(before.fillPacks);
    expect(now.stockPieces).toBeGreaterThanOrEqual(before.stockPieces);
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
