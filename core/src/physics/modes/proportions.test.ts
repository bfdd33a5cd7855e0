import { boxVerdict, inStandardRange, movedBox, proportionMap, standardStretches } from './proportions';

test('the standard’s range of ratios, either way round, and without whole numbers', () => {
  expect(inStandardRange([4.2, 5.6, 2.6])).toBe(true);
  expect(inStandardRange([5.6, 4.2, 2.6])).toBe(true);
  expect(inStandardRange([3, 3, 3])).toBe(false);
  expect(inStandardRange([2.6, 5.2, 2.6])).toBe(false);
  expect(inStandardRange([4.2, 9, 2.6])).toBe(false);
});

test('a cube is uneven and falls; a wall moved changes what it should', () => {
  const cube = boxVerdict([3, 3, 3], 343);
  const better = boxVerdict([3, 3.7, 2.5], 343);
  expect(cube.spacing.firstDrop).not.toBeNull();
  expect(better.unevenness).toBeLessThan(cube.unevenness);
  expect(movedBox([4, 5, 2.5], 1, 0.1)).toEqual([4, 5.1, 2.5]);
  expect(boxVerdict(movedBox([4, 5, 2.5], 1, 0.1), 343).lowest).toBeCloseTo(343 / 10.2, 9);
  expect(() => movedBox([4, 5, 2.5], 2, -2.2)).toThrow(/at least 0.5 m/);
});

test('the map holds what single boxes say, and tells its progress', () => {
  const told: number[] = [];
  const map = proportionMap({ size: [3.9, 5.2, 2.6], c: 343 }, (p) => told.push(p));
  expect(map.passes).toHaveLength(map.width.count * map.length.count);
  expect(told.at(-1)).toBe(1);
  const [i, j] = [10, 20];
  const [w, l] = [map.width.from + i * map.width.step, map.length.from + j * map.length.step];
  const h = Math.cbrt((3.9 * 5.2 * 2.6) / (w * l));
  const { spacing } = boxVerdict([w * h, l * h, h], 343);
  expect(map.passes[j * map.width.count + i]).toBe(
    spacing.nonDecreasing && spacing.coincidentBands.length === 0 ? 1 : 0,
  );
  expect(new Set(map.passes)).toEqual(new Set([0, 1]));
});

test('stretches of one ratio are where the standard says so, and end near whole numbers', () => {
  // Width 1.47 of the height: length from 1.1 · 1.47 to 4.5 · 1.47 − 4, but not within 5 % of 2 nor of 2 or 1 times the width.
  const size = [1.47, 2, 1] as const;
  const stretches = standardStretches(size, 1);
  expect(stretches.length).toBeGreaterThan(0);
  // Longer than wide; shorter ones are the same rooms turned round.
  for (const [from, to] of stretches.filter((t) => t[0] > 1.47)) {
    expect(from).toBeGreaterThanOrEqual(1.1 * 1.47 - 0.005);
    expect(to).toBeLessThanOrEqual(4.5 * 1.47 - 4 + 0.005);
    expect(to < 1.91 || from > 2.09).toBe(true);
  }
  // What a stretch holds is in range, what lies between stretches is not: one route with the verdict beside it.
  const within = (r: number) => stretches.some(([from, to]) => r >= from && r <= to);
  for (const r of [1.2, 1.7, 1.85, 2, 2.2, 2.5, 2.9]) expect(within(r)).toBe(inStandardRange([1.47, r, 1]));
  expect(within(2)).toBe(false);
});
