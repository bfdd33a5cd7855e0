import { seeded } from '../../testing/random';
import { boundaryCurve, deepestNotch } from './boundary';
import { deepestOf, faceCurve, type NearPlane, planeNull } from './faces';

const plane = (axis: 0 | 1 | 2, R: number, offset = 0): NearPlane => ({
  id: 'xyz'[axis]!,
  normal: [axis === 0 ? 1 : 0, axis === 1 ? 1 : 0, axis === 2 ? 1 : 0],
  offset,
  R,
});

test('three square planes give what the corner’s closed form gives, at every frequency', () => {
  for (let seed = 1; seed <= 40; seed++) {
    const random = seeded(seed);
    const point = () => [random.between(0.2, 3), random.between(0.2, 3), random.between(0.2, 2)] as const;
    const [source, receiver] = [point(), point()];
    const R = random.between(0.3, 1);
    const corner = boundaryCurve({ source, receiver, planes: ['x', 'y', 'z'], c: 343, R });
    const faces = faceCurve({ source, receiver, planes: [plane(0, R), plane(1, R), plane(2, R)], c: 343 });
    expect(faces.images).toHaveLength(7);
    for (const f of [20, 63, 111, 250, 499]) {
      expect(Math.abs(faces.levelDb(f) - corner.levelDb(f))).toBeLessThan(1e-6);
    }
    expect(faces.lowFrequencyLimitDb).toBeCloseTo(corner.lowFrequencyLimitDb, 9);
    const [a, b] = [
      deepestOf(faces, 40, 300, 343, 0.5),
      deepestNotch({ source, receiver, planes: ['x', 'y', 'z'], c: 343, R }, 40, 300),
    ];
    expect(Math.abs(a.levelDb - b.levelDb)).toBeLessThan(0.05);
  }
});

test('source and listener swapped change nothing: reciprocity', () => {
  for (let seed = 1; seed <= 30; seed++) {
    const random = seeded(seed);
    const point = () => [random.between(0.3, 4), random.between(0.3, 4), random.between(0.3, 2)] as const;
    const [p, q] = [point(), point()];
    const tilted: NearPlane = { id: 't', normal: [0.6, 0, 0.8], offset: -0.5, R: 0.7 };
    const planes = [plane(0, 0.9), plane(1, 0.8), tilted];
    const [there, back] = [
      faceCurve({ source: p, receiver: q, planes, c: 343 }),
      faceCurve({ source: q, receiver: p, planes, c: 343 }),
    ];
    for (const f of [40, 90, 200]) expect(there.levelDb(f)).toBeCloseTo(back.levelDb(f), 9);
  }
});

test('one plane cancels where the detour is half a wavelength, and the rule of thumb is the far listener’s', () => {
  // 1 m before the wall, listener 200 m away on its normal: c/4a.
  const far = planeNull({ source: [1, 0, 0], receiver: [201, 0, 0], c: 340 }, plane(0, 1));
  expect(far.exactNullHz).toBeCloseTo(85, 6);
  expect(far.quarterWaveHz).toBe(85);
  const curve = faceCurve({ source: [1, 0, 0], receiver: [201, 0, 0], planes: [plane(0, 1)], c: 340 });
  expect(curve.levelDb(85)).toBeLessThan(-35);
  const near = planeNull({ source: [1, 0, 0], receiver: [1, 2, 0], c: 340 }, plane(0, 1));
  expect(near.exactNullHz).toBeCloseTo(340 / (2 * (Math.sqrt(8) - 2)), 9);
});

test('a small face reflects less below its limit, a huge one as an infinite plane', () => {
  const scene = { source: [0, 0, 0.5] as const, receiver: [1.2, 0, 0.6] as const, c: 343 };
  const desk = (size: number) => faceCurve({ ...scene, planes: [{ ...plane(2, 1), seen: [size, size] as const }] });
  const infinite = faceCurve({ ...scene, planes: [plane(2, 1)] });
  expect(desk(1000).levelDb(60)).toBeCloseTo(infinite.levelDb(60), 6);
  // In phase at low frequencies: less reflection, less gain.
  expect(desk(0.5).levelDb(60)).toBeLessThan(infinite.levelDb(60) - 3);
  expect(desk(0.5).levelDb(60)).toBeGreaterThan(0);
});

test('planes that hide source or listener are left out; wrong calls are named', () => {
  const scene = { source: [1, 1, 1] as const, receiver: [2, 1, 1] as const, c: 343 };
  expect(faceCurve({ ...scene, planes: [plane(0, 1, 1.5)] }).images).toHaveLength(0);
  expect(() => faceCurve({ ...scene, receiver: scene.source, planes: [] })).toThrow(/distance from source to receiver/);
  expect(() => deepestOf(faceCurve({ ...scene, planes: [] }), 300, 40, 343)).toThrow(/needs 0 < from < to/);
});
