import { type BoxSize } from './box';
import { dampedModes, levelOfPressure, modalPressure, modeDamping, weightOf } from './response';

const L: BoxSize = [5, 4, 3];
const c = 343;
const even = { x: [0.1, 0.1], y: [0.1, 0.1], z: [0.1, 0.1] } as const;

test('damping: all walls alike, oblique modes decay as by Sabine, axial ones slower', () => {
  const surface = 2 * (20 + 15 + 12);
  const sabine = (24 * Math.log(10) * 60) / (c * surface * 0.1);
  const time = (n: [number, number, number]) => (3 * Math.log(10)) / modeDamping(L, n, even, c);
  expect(time([1, 1, 1])).toBeCloseTo(sabine, 9);
  expect(time([1, 0, 0])).toBeGreaterThan(sabine);
  expect(weightOf([0, 0, 0])).toBe(1);
  expect(weightOf([2, 0, 1])).toBe(4);
});

test('source and receiver swapped give the same pressure', () => {
  const modes = dampedModes(L, c, 300, 12);
  const [p, q] = [[0.7, 1.1, 0.9] as const, [3.3, 2.2, 1.2] as const];
  for (const f of [30, 55, 121]) {
    const [a, b] = [modalPressure(L, modes, p, q, f, c), modalPressure(L, modes, q, p, f, c)];
    expect(a.re).toBeCloseTo(b.re, 9);
    expect(a.im).toBeCloseTo(b.im, 9);
  }
});

test('at a mode it peaks, and in the plane of its node it does not', () => {
  const modes = dampedModes(L, c, 300, 4);
  const f1 = c / 10; // length 5 m
  const level = (at: readonly [number, number, number], f: number) =>
    levelOfPressure(modalPressure(L, modes, [0, 0, 0], at, f, c));
  expect(level([5, 4, 3], f1)).toBeGreaterThan(level([5, 4, 3], f1 * 1.12) + 5);
  expect(level([2.5, 4, 3], f1)).toBeLessThan(level([5, 4, 3], f1) - 10);
});

test('more damping, lower peaks; a frequency of nought is refused', () => {
  const peak = (delta: number) =>
    levelOfPressure(modalPressure(L, dampedModes(L, c, 300, delta), [0, 0, 0], [5, 4, 3], c / 10, c));
  expect(peak(3)).toBeGreaterThan(peak(12) + 8);
  expect(() => modalPressure(L, [], [0, 0, 0], [1, 1, 1], 0, c)).toThrow(/frequency/);
});
