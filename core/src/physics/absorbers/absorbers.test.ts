import { seeded } from '../../testing/random';
import {
  absorptionAt,
  diffuseAbsorption,
  type Layer,
  layeredAbsorption,
  octaveAbsorption,
  surfaceImpedance,
} from './layers';
import { porousMedium, porousModelHolds } from './porous';

const AIR = { rho: 1.2041, c: 343.2 };
const porous = (d: number, sigma = 10000): Layer => ({ type: 'porous', model: 'miki', sigma, d });

test('air in front of a rigid wall absorbs nothing at any angle', () => {
  for (const angle of [0, 0.6, 1.2]) {
    expect(layeredAbsorption([{ type: 'air', d: 0.13 }], 400, angle, 'bulk', AIR)).toBeCloseTo(0, 12);
  }
});

test('a layer cut in two is the same layer', () => {
  for (const f of [60, 250, 1000, 4000]) {
    for (const angle of [0, 0.7]) {
      const whole = layeredAbsorption([porous(0.12)], f, angle, 'bulk', AIR);
      const cut = layeredAbsorption([porous(0.05), porous(0.07)], f, angle, 'bulk', AIR);
      expect(cut).toBeCloseTo(whole, 10);
    }
  }
});

test('a matched surface absorbs everything, a very hard or very soft one nothing', () => {
  expect(absorptionAt({ re: 1, im: 0 }, 0)).toBeCloseTo(1, 12);
  expect(absorptionAt({ re: 1e9, im: 0 }, 0)).toBeLessThan(1e-8);
  expect(absorptionAt({ re: 1e-9, im: 0 }, 0)).toBeLessThan(1e-8);
});

test('diffuse incidence of a real local impedance: the closed form', () => {
  // 8r/q [1 + (r²−x²)/(qx)·atan(x/(1+r)) − (r/q)·ln((1+r)²+x²)] with x = 0 in the limit: Kuttruff §2.5.
  const closed = (r: number) => (8 / r) * (1 + 1 / (1 + r) - (2 / r) * Math.log(1 + r));
  const numeric = (r: number) => {
    const n = 20000;
    let sum = 0;
    for (let i = 0; i < n; i++) {
      const angle = ((i + 0.5) / n) * (Math.PI / 2);
      sum += absorptionAt({ re: r, im: 0 }, angle) * Math.sin(2 * angle);
    }
    return (sum * Math.PI) / 2 / n;
  };
  for (const r of [0.8, 1.567, 4]) expect(numeric(r)).toBeCloseTo(closed(r), 5);
  expect(closed(1.567)).toBeCloseTo(0.951, 3);
});

test('the angular integral has settled: a hundred times finer changes it by less than 1e-4', () => {
  for (const layers of [[porous(0.1)], [porous(0.15, 6000), { type: 'air', d: 0.2 } as Layer]]) {
    for (const f of [63, 500, 4000]) {
      const fine = diffuseAbsorption(layers, f, 78, 'bulk', AIR, 1e-7);
      expect(Math.abs(diffuseAbsorption(layers, f, 78, 'bulk', AIR) - fine)).toBeLessThan(1e-4);
    }
  }
});

test('octave values have settled within 0.005 and lie between 0 and 1', () => {
  const layers: Layer[] = [porous(0.1, 8000), { type: 'air', d: 0.1 }];
  for (const mid of [63.1, 501.2, 3981]) {
    const value = octaveAbsorption(layers, mid, 'bulk', AIR);
    let sum = 0;
    for (let i = 0; i < 60; i++)
      sum += diffuseAbsorption(layers, mid * 10 ** (0.3 * ((i + 0.5) / 60 - 0.5)), 78, 'bulk', AIR, 1e-4);
    expect(Math.abs(value - sum / 60)).toBeLessThan(0.005);
    expect(value).toBeGreaterThan(0);
    expect(value).toBeLessThanOrEqual(1);
  }
});

test('what builders find: deeper takes more bass, a gap helps, and no passive layer gives energy back', () => {
  const at125 = (layers: Layer[]) => octaveAbsorption(layers, 125.9, 'bulk', AIR);
  expect(at125([porous(0.1)])).toBeGreaterThan(at125([porous(0.05)]));
  expect(at125([porous(0.1), { type: 'air', d: 0.1 }])).toBeGreaterThan(at125([porous(0.1)]));
  const random = seeded(17);
  for (let i = 0; i < 200; i++) {
    const layers: Layer[] = [
      porous(random.between(0.01, 0.3), random.between(2000, 60000)),
      { type: 'air', d: random.between(0.01, 0.4) },
    ];
    const alpha = layeredAbsorption(
      layers,
      random.between(40, 8000),
      random.between(0, 1.5),
      random.pick(['bulk', 'local'] as const),
      AIR,
    );
    expect(alpha).toBeGreaterThanOrEqual(0);
    expect(alpha).toBeLessThanOrEqual(1);
  }
});

test('porous values are lossy: Im Zc < 0 and Im k < 0; deep fill tends to its own impedance', () => {
  const { zc, k } = porousMedium('miki', 10000, 500, AIR);
  expect(zc.im).toBeLessThan(0);
  expect(k.im).toBeLessThan(0);
  const deep = surfaceImpedance([porous(8)], 500, 0, AIR);
  expect(deep.re).toBeCloseTo(zc.re, 6);
  expect(deep.im).toBeCloseTo(zc.im, 6);
});

test('the older model only claims its own range; no layers is a wrong call', () => {
  expect(porousModelHolds('delany-bazley', 20000, 100, AIR)).toBe(false);
  expect(porousModelHolds('delany-bazley', 20000, 400, AIR)).toBe(true);
  expect(porousModelHolds('miki', 20000, 30, AIR)).toBe(true);
  expect(() => surfaceImpedance([], 100, 0, AIR)).toThrow(/at least one layer/);
});
