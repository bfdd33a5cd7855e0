import { seeded } from '../../testing/random';
import {
  type BoxSize,
  boxModes,
  modePressure,
  schroederFrequency,
  signedModePressure,
  spacingCriterion,
  thirdOctaveCounts,
  weylCount,
} from './box';

const C = 343.2;
const ROOM: BoxSize = [5.1, 3.9, 2.6];

test('the first axial modes are c/2L', () => {
  const modes = boxModes(ROOM, C, 100);
  expect(modes[0]).toMatchObject({ n: [1, 0, 0], kind: 'axial' });
  expect(modes[0]!.f).toBeCloseTo(C / (2 * 5.1), 12);
  expect(modes.find((m) => m.n.join() === '0,1,0')!.f).toBeCloseTo(C / (2 * 3.9), 12);
});

test('no mode is missing or doubled, and they rise', () => {
  const modes = boxModes(ROOM, C, 220);
  let expected = 0;
  for (let x = 0; x < 12; x++) {
    for (let y = 0; y < 12; y++) {
      for (let z = 0; z < 12; z++) {
        const f = (C / 2) * Math.sqrt((x / 5.1) ** 2 + (y / 3.9) ** 2 + (z / 2.6) ** 2);
        if (f > 0 && f <= 220) expected += 1;
      }
    }
  }
  expect(modes).toHaveLength(expected);
  expect(new Set(modes.map((m) => m.n.join())).size).toBe(expected);
  modes.slice(1).forEach((m, i) => expect(m.f).toBeGreaterThanOrEqual(modes[i]!.f));
});

test('turning the room only renames its modes', () => {
  const a = boxModes([5.1, 3.9, 2.6], C, 200).map((m) => m.f);
  const b = boxModes([2.6, 5.1, 3.9], C, 200).map((m) => m.f);
  expect(b).toHaveLength(a.length);
  a.forEach((f, i) => expect(b[i]).toBeCloseTo(f, 9));
});

test('counts follow Weyl within a few modes', () => {
  const random = seeded(21);
  for (let i = 0; i < 20; i++) {
    const L: BoxSize = [random.between(3, 8), random.between(3, 7), random.between(2.2, 4)];
    const count = boxModes(L, C, 300).length;
    // The remainder of Weyl's series fluctuates; 6 % at some hundred modes is its usual size.
    expect(Math.abs(count - weylCount(L, C, 300)) / count).toBeLessThan(0.06);
  }
});

test('pressure is 1 in the corners, 0 on a null, and changes sign across it', () => {
  expect(modePressure(ROOM, [2, 1, 3], [0, 0, 0])).toBe(1);
  expect(modePressure(ROOM, [2, 1, 3], [5.1, 3.9, 2.6])).toBeCloseTo(1, 12);
  expect(modePressure(ROOM, [1, 0, 0], [2.55, 1, 1])).toBeCloseTo(0, 12);
  expect(signedModePressure(ROOM, [1, 0, 0], [2.5, 1, 1])).toBeGreaterThan(0);
  expect(signedModePressure(ROOM, [1, 0, 0], [2.6, 1, 1])).toBeLessThan(0);
});

test('a cube fails the spacing criterion, and says where', () => {
  const modes = boxModes([3, 3, 3], C, 220);
  const bands = thirdOctaveCounts(
    modes,
    Array.from({ length: 11 }, (_, i) => i - 17),
  );
  const spacing = spacingCriterion(modes, bands);
  expect(spacing.nonDecreasing).toBe(false);
  expect(spacing.firstDrop).not.toBeNull();
  expect(spacing.coincidentBands.length).toBeGreaterThan(0);
});

test('a mode on the lower edge of a third belongs to it', () => {
  const edge = 1000 * 10 ** ((-10 - 0.5) / 10);
  const modes = [{ f: edge, n: [1, 0, 0] as const, kind: 'axial' as const }];
  expect(thirdOctaveCounts(modes, [-11, -10]).map((b) => b.count)).toEqual([0, 1]);
});

test('Schroeder frequency and its wrong calls', () => {
  expect(schroederFrequency(0.4, 100)).toBeCloseTo(126.4911, 4);
  expect(() => schroederFrequency(0, 100)).toThrow(/decayTime must be a finite number above 0, got 0/);
  expect(() => boxModes([5, -4, 2.5], C, 100)).toThrow(/L\[1\]/);
});
