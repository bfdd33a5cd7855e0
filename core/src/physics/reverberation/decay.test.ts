import { seeded } from '../../testing/random';
import { type BandRoom, decayConstant, eyring, meanAlphaForTime, reverberationRoomAbsorption, sabine } from './decay';
import { arauPuchades, eyringObjectsInside, fitzroy, kuttruff, millington } from './formulas';

const C = 343.2;
const room = (alphas: number[], over: Partial<BandRoom> = {}): BandRoom => ({
  volume: 60,
  c: C,
  mEnergy: 0,
  objects: 0,
  surfaces: alphas.map((alpha, i) => ({
    area: [20, 20, 15, 15, 12, 12][i]!,
    alpha,
    axis: (['z', 'z', 'x', 'x', 'y', 'y'] as const)[i]!,
  })),
  ...over,
});

test('with the same coefficient everywhere all logarithmic formulas agree', () => {
  const r = room([0.2, 0.2, 0.2, 0.2, 0.2, 0.2]);
  const expected = (decayConstant(C) * 60) / (-94 * Math.log(0.8));
  for (const formula of [eyring, millington, fitzroy, arauPuchades]) expect(formula(r)).toBeCloseTo(expected, 12);
  expect(sabine(r)).toBeCloseTo((decayConstant(C) * 60) / (94 * 0.2), 12);
});

test('Sabine is never shorter than Eyring, Fitzroy never shorter than Arau-Puchades', () => {
  const random = seeded(4);
  for (let i = 0; i < 200; i++) {
    const r = room(
      Array.from({ length: 6 }, () => random.between(0.01, 0.95)),
      { mEnergy: random.between(0, 0.01) },
    );
    expect(sabine(r)!).toBeGreaterThanOrEqual(eyring(r)!);
    expect(fitzroy(r)!).toBeGreaterThanOrEqual(arauPuchades(r)! - 1e-12);
    expect(millington(r)!).toBeLessThanOrEqual(eyring(r)! + 1e-12);
    expect(kuttruff(r, 0)).toBeCloseTo(eyring(r)!, 12);
  }
});

test('air and objects shorten the decay; objects inside the logarithm shorten it more', () => {
  const plain = room([0.1, 0.1, 0.1, 0.1, 0.1, 0.1]);
  expect(eyring({ ...plain, mEnergy: 0.005 })!).toBeLessThan(eyring(plain)!);
  const furnished = { ...plain, objects: 4 };
  expect(eyring(furnished)!).toBeLessThan(eyring(plain)!);
  expect(eyringObjectsInside(furnished)!).toBeLessThan(eyring(furnished)!);
});

test('the ends of the scale: nothing absorbs, everything absorbs', () => {
  expect(sabine(room([0, 0, 0, 0, 0, 0]))).toBeNull();
  expect(eyring(room([0, 0, 0, 0, 0, 0]))).toBeNull();
  expect(fitzroy(room([0, 0, 0.5, 0.5, 0.5, 0.5]))).toBeNull();
  expect(eyring(room([1, 1, 1, 1, 1, 1]))).toBe(0);
  expect(millington(room([1, 0.1, 0.1, 0.1, 0.1, 0.1]))).toBe(0);
  expect(kuttruff(room([0.999, 0.999, 0.999, 0.999, 0.999, 0.999]))).toBeNull();
});

test('the mean coefficient for a time gives that time back', () => {
  for (const time of [0.15, 0.3, 0.8, 2]) {
    const alpha = meanAlphaForTime(time, 60, 94, C, 0.001);
    const r = room([alpha, alpha, alpha, alpha, alpha, alpha], { mEnergy: 0.001 });
    expect(eyring(r)).toBeCloseTo(time, 12);
  }
});

test('formulas by axis need to know every surface’s axis', () => {
  const r = room([0.1, 0.2, 0.3, 0.1, 0.2, 0.3]);
  const lost = { ...r, surfaces: [...r.surfaces, { area: 3, alpha: 0.2 }] };
  expect(arauPuchades(lost)).toBeNull();
  expect(fitzroy(lost)).toBeNull();
});

test('a reverberation room: the sample’s area from two decay times', () => {
  const { A, alphaS } = reverberationRoomAbsorption({ V: 200, S: 10, T1: 6, T2: 3, c1: C, c2: C, m1: 0, m2: 0 });
  expect(A).toBeCloseTo(((55.3 * 200) / C) * (1 / 3 - 1 / 6), 9);
  expect(alphaS).toBeCloseTo(A / 10, 12);
});

test('wrong calls name the parameter', () => {
  expect(() => sabine(room([0.1], { volume: 0 }))).toThrow(/volume must be a finite number above 0, got 0/);
  expect(() => eyring(room([0.1], { mEnergy: Number.NaN }))).toThrow(/mEnergy/);
});
