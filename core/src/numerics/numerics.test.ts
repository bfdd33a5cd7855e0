import { seeded } from '../testing/random';
import { complex, cotangent, divide, multiply, squareRoot } from './complex';
import { goldenMinimum } from './minimise';

describe('complex numbers', () => {
  const random = seeded(5);
  const any = () => complex(random.between(-4, 4), random.between(-4, 4));

  test('division undoes multiplication, squaring undoes the root', () => {
    for (let i = 0; i < 100; i++) {
      const [a, b] = [any(), any()];
      const back = divide(multiply(a, b), b);
      expect(back.re).toBeCloseTo(a.re, 9);
      expect(back.im).toBeCloseTo(a.im, 9);
      const root = squareRoot(a);
      expect(root.re).toBeGreaterThanOrEqual(0);
      expect(multiply(root, root).im).toBeCloseTo(a.im, 9);
    }
  });

  test('cotangent agrees with cos/sin on both sides of the real axis', () => {
    for (let i = 0; i < 100; i++) {
      const z = complex(random.between(0.2, 2.9), random.between(-3, 3));
      const cos = complex(Math.cos(z.re) * Math.cosh(z.im), -Math.sin(z.re) * Math.sinh(z.im));
      const sin = complex(Math.sin(z.re) * Math.cosh(z.im), Math.cos(z.re) * Math.sinh(z.im));
      const expected = divide(cos, sin);
      expect(cotangent(z).re).toBeCloseTo(expected.re, 8);
      expect(cotangent(z).im).toBeCloseTo(expected.im, 8);
    }
  });

  test('cotangent does not overflow for a very lossy layer: cot(−j∞) = j', () => {
    const deep = cotangent(complex(3, -900));
    expect(deep.re).toBeCloseTo(0, 12);
    expect(deep.im).toBeCloseTo(1, 12);
  });
});

describe('golden section', () => {
  test('finds the bottom of a parabola', () => {
    const { x, value } = goldenMinimum((v) => (v - 1.234) ** 2 + 5, 0, 10, 1e-7);
    // A parabola's bottom is flat: rounding of the value (1e-16·5) allows √ of it in x.
    expect(Math.abs(x - 1.234)).toBeLessThan(1e-6);
    expect(value).toBeCloseTo(5, 12);
  });

  test('an empty bracket is a wrong call', () => {
    expect(() => goldenMinimum((v) => v, 2, 2, 1e-3)).toThrow(RangeError);
  });
});
