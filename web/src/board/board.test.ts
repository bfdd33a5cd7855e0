import { spread } from '../charts/axis';
import { boardLayout, wideLayout, offSheet, onSheet, planLayout } from './layout';
import { areaPath, hatchPath, linePath, tapePath } from './shapes';

const ROOM = { width: 3.9, length: 5.3, height: 2.7, ahead: 0, around: 18.4 };

describe('the board’s layout', () => {
  test.each([
    [834, 660, ROOM],
    [834, 660, { width: 9, length: 4, height: 3.5, ahead: 0, around: 26 }],
    [1500, 900, ROOM],
    [620, 500, { width: 2.3, length: 8, height: 2.2, ahead: 0, around: 20.6 }],
  ])('at %i × %i nothing overlaps or leaves the sheet', (width, height, room) => {
    const { plan, ceiling, strip, aside, height: total } = boardLayout(width, height, room, true);
    const beside = ceiling.x > plan.x + room.width * plan.scale;
    const below = ceiling.y > plan.y + room.length * plan.scale;
    expect(beside || below).toBe(true);
    expect(ceiling.x + room.width * ceiling.scale).toBeLessThanOrEqual(width);
    expect(strip.y).toBeGreaterThan(ceiling.y + room.length * plan.scale);
    expect(strip.x + room.around * strip.scale).toBeLessThanOrEqual(width);
    expect(strip.y + room.height * strip.scale).toBeLessThanOrEqual(total);
    if (aside) expect(aside.x + aside.width).toBeLessThanOrEqual(width);
    expect(plan.scale).toBe(ceiling.scale);
  });

  test('a wide room is stacked, a long one stands side by side', () => {
    const wide = boardLayout(834, 660, { width: 9, length: 3, height: 2.5, ahead: 0, around: 24 }, false);
    expect(wide.ceiling.x).toBe(wide.plan.x);
    const long = boardLayout(834, 660, ROOM, false);
    expect(long.ceiling.y).toBe(long.plan.y);
  });

  test('the demo room fits the height it is given', () => {
    expect(boardLayout(834, 660, ROOM, true).height).toBeLessThanOrEqual(660);
  });

  test('metres to px and back', () => {
    const { plan } = planLayout(500, 400, ROOM);
    const [x, y] = offSheet(plan, onSheet(plan, [1.23, 4.56]));
    expect(x).toBeCloseTo(1.23, 12);
    expect(y).toBeCloseTo(4.56, 12);
  });
});

describe('shapes', () => {
  const numbers = (d: string) => [...d.matchAll(/-?\d+(\.\d+)?/g)].map((m) => Number(m[0]));

  test('tape stays inside its box and is closed', () => {
    const d = tapePath(100, 50, 24, 18);
    expect(d.endsWith('Z')).toBe(true);
    numbers(d).forEach((v, i) =>
      expect(Math.abs(v - (i % 2 === 0 ? 100 : 50))).toBeLessThanOrEqual(i % 2 === 0 ? 12 : 9),
    );
  });

  test('a deeper panel is hatched closer, and hatches stay inside', () => {
    const lines = (depth: number) => (hatchPath(0, 0, 60, 120, depth).match(/M/g) ?? []).length;
    expect(lines(0.15)).toBeGreaterThan(lines(0.05));
    numbers(hatchPath(0, 0, 60, 120, 0.1)).forEach((v, i) =>
      expect(v).toBeLessThanOrEqual(i % 2 === 0 ? 60.001 : 120.001),
    );
  });

  test('a null line leaves out the edge of the grid and joins its pieces', () => {
    const ring = [
      [0, 0],
      [0, 10],
      [5, 10],
      [5, 5],
      [5, 0],
      [0, 0],
    ];
    const d = linePath([[ring]], 10, 10, 1, 1);
    expect(d).toBe('M5.0 10.0L5.0 5.0L5.0 0.0');
    expect(areaPath([[ring]], 2, 1).startsWith('M0.0 0.0L0.0 10.0')).toBe(true);
  });
});

test('on a low board the plan stands higher than under the usual layout, and nothing lies on anything else', () => {
  for (const [width, height] of [
    [815, 350],
    [1100, 420],
  ] as const) {
    const { plan, strip, ceiling } = wideLayout(width, height, ROOM);
    expect(plan.scale).toBeGreaterThan(1.4 * boardLayout(width, height, ROOM, false).plan.scale);
    expect(plan.y + ROOM.length * plan.scale).toBeLessThanOrEqual(height);
    expect(strip.x).toBeGreaterThan(plan.x + ROOM.width * plan.scale);
    expect(strip.x + ROOM.around * strip.scale).toBeLessThanOrEqual(width);
    expect(ceiling.y).toBeGreaterThan(strip.y + ROOM.height * strip.scale);
    expect(ceiling.x).toBe(strip.x);
  }
});

test('labels are pushed apart, keep their order and stay inside', () => {
  const places = spread([50, 52, 51, 200], 15, 0, 210);
  const sorted = [...places].sort((a, b) => a - b);
  sorted.slice(1).forEach((y, i) => expect(y - sorted[i]!).toBeGreaterThanOrEqual(15 - 1e-9));
  expect(places[0]).toBeLessThan(places[2]!);
  expect(places[2]).toBeLessThan(places[1]!);
  expect(Math.max(...places)).toBeLessThanOrEqual(210);
});
