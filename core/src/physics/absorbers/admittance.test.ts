import { complex } from '../../numerics/complex';
import { admittanceOf, atWall, diffuseOfAdmittance, MATCHED } from './admittance';
import { absorptionAt, surfaceImpedance } from './layers';

test('the closed form is the Paris integral; it peaks at 0.951', () => {
  for (const beta of [0.003, 0.02, 0.1, 0.3, 0.638, 0.9]) {
    const n = 20000;
    let sum = 0;
    for (let i = 0; i < n; i++) {
      const angle = ((i + 0.5) / n) * (Math.PI / 2);
      sum += absorptionAt(complex(1 / beta), angle) * Math.sin(2 * angle);
    }
    expect(diffuseOfAdmittance(beta)).toBeCloseTo((sum * Math.PI) / 2 / n, 6);
  }
  expect(diffuseOfAdmittance(MATCHED)).toBeCloseTo(0.951, 3);
  expect(diffuseOfAdmittance(MATCHED + 0.01)).toBeLessThan(diffuseOfAdmittance(MATCHED));
  expect(diffuseOfAdmittance(MATCHED - 0.01)).toBeLessThan(diffuseOfAdmittance(MATCHED));
});

test('inverted, every coefficient comes back; small ones are 8β; what no wall can take is the most one can', () => {
  for (const alpha of [0, 0.01, 0.15, 0.3, 0.6, 0.9, 0.95]) {
    expect(diffuseOfAdmittance(admittanceOf(alpha))).toBeCloseTo(alpha, 9);
  }
  expect(admittanceOf(0.001) / (0.001 / 8)).toBeCloseTo(1, 2);
  // α = 8β of 0.6 would be a wall of 0.40.
  expect(diffuseOfAdmittance(0.6 / 8)).toBeCloseTo(0.4, 1);
  expect(admittanceOf(1)).toBe(MATCHED);
  expect(admittanceOf(1.2)).toBe(MATCHED);
  expect(() => admittanceOf(-0.1)).toThrow(/alpha/);
});

test('a layer of air is nothing but the wall behind it', () => {
  const air = { rho: 1.2, c: 343 };
  for (const f of [30, 80, 150]) {
    const k = (2 * Math.PI * f) / 343;
    const z = surfaceImpedance([{ type: 'air', d: 0.3 }], f, 0, air);
    const size = z.re * z.re + z.im * z.im;
    const b = atWall({ re: z.re / size, im: -z.im / size }, k, 0.3);
    expect(Math.hypot(b.re, b.im)).toBeLessThan(1e-9);
  }
});
