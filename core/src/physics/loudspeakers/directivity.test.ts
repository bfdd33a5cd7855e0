import { besselJ1 } from '../../numerics/bessel';
import { boxFrequency, directivity, directivityFactor, directivityOctaves } from './directivity';

const c = 343.2;
const box = { width: 0.22, mount: 'free' } as const;
const deg = (d: number) => (d * Math.PI) / 180;

test('Bessel of order 1 by its series', () => {
  for (const x of [0, 0.3, 1, 2.9, 3.1, 5, 9]) {
    let [term, sum] = [x / 2, x / 2];
    for (let k = 1; k < 40; k++) {
      term *= -((x / 2) ** 2) / (k * (k + 1));
      sum += term;
    }
    expect(besselJ1(x)).toBeCloseTo(sum, 6);
    expect(besselJ1(-x)).toBeCloseTo(-sum, 6);
  }
});

test('straight ahead it is 0 dB at every tone; low notes go everywhere alike, high ones not behind', () => {
  for (const f of [30, 250, 1000, 8000]) expect(directivity(box, f, 0, c)).toBe(1);
  expect(20 * Math.log10(directivity(box, 40, Math.PI, c))).toBeGreaterThan(-0.2);
  expect(20 * Math.log10(directivity(box, 4000, Math.PI, c))).toBeLessThan(-20);
  // At its own frequency the box has half of its shadow: the side loses a quarter of the pressure, piston aside.
  const f = boxFrequency(box.width, c);
  const x = ((2 * Math.PI * f) / c) * 0.4 * box.width;
  expect(directivity(box, f, deg(90), c)).toBeCloseTo(((2 * besselJ1(x)) / x) * 0.75, 9);
});

test('further round it never gets louder, and a wider box narrows earlier', () => {
  for (const f of [63, 250, 1000, 4000]) {
    let before = Infinity;
    for (let a = 0; a <= 180; a += 5) {
      const now = directivity(box, f, deg(a), c);
      expect(now).toBeLessThanOrEqual(before + 1e-12);
      before = now;
    }
  }
  expect(directivity({ ...box, width: 0.4 }, 400, deg(120), c)).toBeLessThan(directivity(box, 400, deg(120), c));
});

test('Q: 1 where all is alike, about five for a small monitor at 1 kHz and more above; two in a wall', () => {
  expect(directivityFactor(box, 30, c)).toBeCloseTo(1, 2);
  expect(directivityFactor(box, 1000, c)).toBeGreaterThan(3);
  expect(directivityFactor(box, 1000, c)).toBeLessThan(8);
  expect(directivityFactor(box, 4000, c)).toBeGreaterThan(directivityFactor(box, 500, c));
  expect(directivityFactor({ ...box, mount: 'flush' }, 30, c)).toBeCloseTo(2, 2);
  expect(directivityOctaves(box, deg(60), c)).toHaveLength(8);
});
