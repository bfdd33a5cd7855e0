import { uniform } from '../../numerics/random';
import { ringingOf } from './ringing';

const RATE = 8000;
type Told = [f: number, decay: number, level: number];
function modes(list: readonly Told[], { noise = 0, at = 800, seconds = 1.2 } = {}): Float64Array {
  const next = uniform(5);
  return Float64Array.from({ length: at + seconds * RATE }, (_, i) => {
    const t = (i - at) / RATE;
    const own =
      t < 0
        ? 0
        : list.reduce(
            (s, [f, T, a], k) => s + a * Math.exp((-3 * Math.LN10 * t) / T) * Math.sin(2 * Math.PI * f * t + k),
            0,
          );
    return own + noise * (2 * next() - 1);
  });
}
const LIST: Told[] = [
  [34.1, 0.9, 1],
  [47.6, 0.6, 0.7],
  [51.9, 0.55, 0.8],
  [68.3, 0.4, 0.6],
  [91.2, 0.5, 0.5],
  [124.7, 0.3, 0.7],
  [171.3, 0.28, 0.4],
  [233.9, 0.25, 0.3],
];

test('every mode comes back, two 4 Hz apart too', () => {
  const { rings, residualDb } = ringingOf(modes(LIST), RATE, 800);
  for (const [f, T] of LIST) {
    const found = rings.find((r) => Math.abs(r.f - f) < 0.2)!;
    expect(found).toBeDefined();
    expect(Math.abs(found.decay / T - 1)).toBeLessThan(0.02);
  }
  expect(rings.length).toBeLessThan(LIST.length + 4);
  expect(residualDb).toBeLessThan(-50);
});

test('in noise they stray by about what is told', () => {
  const { rings } = ringingOf(modes(LIST, { noise: 0.02 }), RATE, 800, { until: 0.7 });
  for (const [f, T] of LIST.slice(0, 6)) {
    const found = rings.reduce((a, b) => (Math.abs(b.f - f) < Math.abs(a.f - f) ? b : a));
    expect(Math.abs(found.f - f)).toBeLessThan(0.5);
    expect(Math.abs(found.decay / T - 1)).toBeLessThan(0.15);
    expect(Math.abs(found.f - f)).toBeLessThan(6 * found.fError + 0.02);
  }
});

test('silence and a snippet ring with nothing', () => {
  expect(ringingOf(new Float64Array(9000), RATE, 100).rings).toEqual([]);
  expect(ringingOf(new Float64Array(500).fill(1), RATE, 100).rings).toEqual([]);
});
