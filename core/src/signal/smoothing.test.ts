import { smoother } from './smoothing';

test('a level line stays, a peak is spread by its power over the window', () => {
  const flat = smoother(new Float64Array(1000).fill(3), 1);
  for (const axis of ['linear', 'log'] as const) {
    const mean = smoother(new Float64Array(1000).fill(3), 1, axis);
    expect(mean(100, 1)).toBeCloseTo(3, 10);
    expect(mean(37.3, 48)).toBeCloseTo(3, 10);
  }
  expect(flat(900, 1)).toBeCloseTo(3, 6);
  const peak = new Float64Array(1000);
  peak[200] = 60;
  const width = 200 * (2 ** (1 / 6) - 2 ** (-1 / 6));
  expect(smoother(peak, 1)(200, 3)).toBeCloseTo(60 / width, 6);
  expect(smoother(peak, 1)(300, 3)).toBe(0);
});

test('finer than a bin it is the straight line between bins', () => {
  const power = [0, 0, 10, 20, 20];
  expect(smoother(power, 10)(25, 48)).toBeCloseTo(15, 2);
});
