import { factor, inverseDiagonal, solveFactored } from '../../numerics/cholesky';
import { uniform } from '../../numerics/random';
import { nearer, type Pole, sumOf } from './damped';

const RATE = 600;
const COUNT = 300;
const POLES: Pole[] = [
  { w: 180, d: 9 },
  { w: 205, d: 14 },
  { w: 700, d: 40 },
  // So weakly damped that nothing of it dies away within the samples.
  { w: 420, d: 0.005 },
];
const AMPLITUDES = [1, 0.3, -0.6, 0.9, 0.2, -1.1, 0.4, 0.1];

const waves = (poles: readonly Pole[]) =>
  poles.flatMap(({ w, d }) =>
    [Math.cos, Math.sin].map((turn) =>
      Float64Array.from({ length: COUNT }, (_, i) => Math.exp((-d * i) / RATE) * turn((w * i) / RATE)),
    ),
  );
const summed = (poles: readonly Pole[]) =>
  Float64Array.from({ length: COUNT }, (_, i) => waves(poles).reduce((s, c, k) => s + AMPLITUDES[k]! * c[i]!, 0));

test('amplitudes of known poles come back, as the closed products say', () => {
  const { amplitudes, residual } = sumOf(POLES, summed(POLES), RATE);
  AMPLITUDES.forEach((a, k) => expect(amplitudes[k]).toBeCloseTo(a, 6));
  expect(residual).toBeLessThan(1e-12);
});

test('poles a little off are drawn to where they belong, and the errors told are those of the noise', () => {
  const next = uniform(4);
  const noise = 1e-3;
  const y = summed(POLES.slice(0, 3)).map((v) => v + noise * (2 * next() - 1));
  let sum = sumOf(
    POLES.slice(0, 3).map(({ w, d }) => ({ w: w + 0.7, d: d * 1.1 })),
    y,
    RATE,
  );
  for (let i = 0; i < 6; i++) sum = sumOf(nearer(sum, RATE).moved, y, RATE);
  expect(sum.residual / COUNT).toBeCloseTo(noise ** 2 / 3, 7);
  const errors = nearer(sum, RATE).errors();
  sum.poles.forEach(({ w, d }, k) => {
    expect(Math.abs(w - POLES[k]!.w)).toBeLessThan(4 * errors[k]!.w);
    expect(Math.abs(d - POLES[k]!.d)).toBeLessThan(4 * errors[k]!.d);
    expect(errors[k]!.w).toBeLessThan(0.5);
  });
  // Twice the noise, twice the error.
  const louder = sumOf(
    sum.poles,
    y.map((v) => v + noise * (2 * next() - 1) * Math.sqrt(3)),
    RATE,
  );
  expect(nearer(louder, RATE).errors()[0]!.w / errors[0]!.w).toBeCloseTo(2, 0);
});

test('a factor solves, gives the diagonal of the inverse, and says what is not positive', () => {
  // [[4, 2], [2, 3]]: its inverse is [[3, −2], [−2, 4]]/8.
  const a = Float64Array.of(4, Number.NaN, 2, 3);
  expect(factor(a, 2)).toBe(true);
  const x = solveFactored(a, 2, Float64Array.of(8, 8));
  expect(x[0]).toBeCloseTo(1, 12);
  expect(x[1]).toBeCloseTo(2, 12);
  const diagonal = inverseDiagonal(a, 2);
  expect(diagonal[0]).toBeCloseTo(3 / 8, 12);
  expect(diagonal[1]).toBeCloseTo(4 / 8, 12);
  expect(factor(Float64Array.of(1, 0, 2, 1), 2)).toBe(false);
});
