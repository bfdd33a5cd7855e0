import { seeded } from '../testing/random';
import {
  anchorFor,
  type Behind,
  chainOf,
  cornerBrackets,
  dropAt,
  G,
  type Hung,
  placesAlong,
  pointsOf,
  seatOf,
  sharesOf,
} from './points';
import { hangsSo, wayOf, WAYS, WAYS_FOR } from './ways';

/** 10 kg, 10 cm thick before 10 cm of air. */
const panel: Hung = { width: 0.6, height: 1.2, gap: 0.1, standoff: 0.2, mass: 10, overhead: false };
const cloud: Hung = { ...panel, gap: 0.15, standoff: 0.25, overhead: true };
const studs = (...at: number[]): Behind => ({ kind: 'members', at, runs: 'up' });
const solid: Behind = { kind: 'solid', at: [], runs: 'up' };
const near = (v: number) => expect.closeTo(v, 9) as number;

describe('places along a row', () => {
  test('two studs with the middle between them take everything', () => {
    expect(placesAlong(0.05, 0.55, 0.4, [0.1, 0.5, 0.9])).toEqual([
      { at: 0.1, onMember: true },
      { at: 0.5, onMember: true },
    ]);
  });
  test('of three a row of two takes the outer ones, a cleat all', () => {
    expect(placesAlong(0, 1, null, [0.1, 0.5, 0.9]).map((p) => p.at)).toEqual([0.1, 0.9]);
    expect(placesAlong(0, 1, 0.4, [0.1, 0.5, 0.9]).map((p) => p.at)).toEqual([0.1, 0.5, 0.9]);
  });
  test('one stud is used and the ends beside it, but not where they are one with it', () => {
    expect(placesAlong(0.05, 0.55, null, [0.2])).toEqual([
      { at: 0.05, onMember: false },
      { at: 0.2, onMember: true },
      { at: 0.55, onMember: false },
    ]);
    expect(placesAlong(0.05, 0.55, null, [0.08]).map((p) => p.at)).toEqual([0.08, 0.55]);
    // Half a stud past the end a screw still finds it.
    expect(placesAlong(0.05, 0.55, null, [0.04])[0]).toEqual({ at: 0.05, onMember: true });
    expect(placesAlong(0.05, 0.55, null, [0.03])[0]).toEqual({ at: 0.05, onMember: false });
  });
  test('a long cleat has points at least every 40 cm', () => {
    const at = placesAlong(0.05, 1.45, 0.4, []).map((p) => p.at);
    expect(at).toHaveLength(5);
    expect(at[1]! - at[0]!).toBeCloseTo(0.35, 9);
  });
});

test('shares carry the whole weight and turn nothing; two points share as by the lever', () => {
  expect(sharesOf([0.1, 0.5], 0.2)).toEqual([near(0.75), near(0.25)]);
  expect(sharesOf([0.3], 0.3)).toEqual([1]);
  const random = seeded(81);
  for (let i = 0; i < 200; i++) {
    const at = Array.from({ length: random.whole(2, 6) }, (_, k) => k * 0.2 + random.between(0, 0.1));
    const middle = random.between(at[0]!, at.at(-1)!);
    const shares = sharesOf(at, middle);
    expect(shares.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
    expect(shares.reduce((sum, s, k) => sum + s * at[k]!, 0)).toBeCloseTo(middle, 9);
  }
});

describe('on walls', () => {
  test('a cleat into two studs: half the weight each, and what keeps its top from leaning out', () => {
    const points = pointsOf('cleat', panel, studs(0.1, 0.5));
    expect(points).toHaveLength(2);
    // 10 kg; its middle is 15 cm before the wall and the row 1.1 m over its lower edge: 98.1 N × 0.15 / 1.1.
    for (const p of points)
      expect(p).toMatchObject({
        role: 'screw',
        y: near(1.1),
        into: 'member',
        shear: near(49.05),
        pull: near(6.6886363636),
      });
    expect(points.map((p) => p.x)).toEqual([0.1, 0.5]);
  });
  test('battens that run across are met by the height of the row', () => {
    const battens: Behind = { kind: 'members', at: [0.2, 0.6, 1.04], runs: 'across' };
    expect(pointsOf('flush', panel, battens).map((p) => [p.x, p.y, p.into])).toEqual([
      [near(0.08), 1.04, 'member'],
      [near(0.52), 1.04, 'member'],
    ]);
    // None in its upper part: where it was, in board alone.
    expect(pointsOf('flush', panel, { ...battens, at: [0.3] })[0]).toMatchObject({ y: near(1.15), into: 'board' });
  });
  test('solid and unknown walls are told as such; small pieces keep their fixings inside', () => {
    expect(pointsOf('hooks', panel, solid).every((p) => p.into === 'solid')).toBe(true);
    expect(pointsOf('hooks', panel, { ...solid, kind: 'unknown' })[0]!.into).toBe('unknown');
    const small = pointsOf('hooks', { ...panel, width: 0.2, height: 0.2 }, solid);
    expect(small.map((p) => [p.x, p.y])).toEqual([
      [near(0.05), near(0.15)],
      [near(0.15), near(0.15)],
    ]);
  });
  test('what stands is strapped once, in a stud where one is behind it; what is pressed in needs nothing', () => {
    expect(pointsOf('feet', panel, studs(0.1, 0.4))).toEqual([
      expect.objectContaining({ role: 'strap', x: 0.4, y: near(0.96), into: 'member', shear: 0 }),
    ]);
    expect(pointsOf('pressed', panel, solid)).toEqual([]);
    expect(() => pointsOf('cleat', { ...panel, width: 0 }, solid)).toThrow(/width must be/);
  });
  test('four brackets in a corner carry a quarter each; along an edge, over heads, two that lie across hold all', () => {
    const held = (overhead: boolean, into: 'solid' | 'board', ...at: number[]) =>
      cornerBrackets({ length: 1.2, mass: 8, overhead }, { into, at });
    expect(held(false, 'solid')).toEqual([
      { along: near(0.15), into: 'solid', load: near(2 * G) },
      { along: near(1.05), into: 'solid', load: near(2 * G) },
    ]);
    expect(held(true, 'board').map((b) => b.load)).toEqual([near(4 * G), near(4 * G)]);
    // Studs on both sides of the middle take both; the nearer one more, by the lever.
    const on = held(true, 'board', 0.3, 1);
    expect(on.map((b) => [b.along, b.into])).toEqual([
      [near(0.3), 'member'],
      [near(1), 'member'],
    ]);
    expect(on.map((b) => b.load)).toEqual([near((8 * G * 0.4) / 0.7), near((8 * G * 0.3) / 0.7)]);
  });
});

describe('overhead', () => {
  test('four eyes on two joists, of which two may carry all; a line of its own for the whole weight', () => {
    const points = pointsOf('chain', cloud, { kind: 'members', at: [0.1, 0.5, 0.9], runs: 'across' });
    const eyes = points.filter((p) => p.role === 'eye');
    expect(eyes.map((p) => [p.x, p.y])).toEqual([
      [near(0.1), 0.1],
      [near(0.5), 0.1],
      [near(0.1), 0.9],
      [near(0.5), 0.9],
    ]);
    // The middle, 0.6 m, lies nearer to the joist at 0.9 m: 5/8 of the weight there.
    expect(eyes.map((p) => p.pull)).toEqual([0.375, 0.375, 0.625, 0.625].map((s) => near(s * 10 * G)));
    expect(eyes.every((p) => p.into === 'member')).toBe(true);
    expect(points.at(-1)).toMatchObject({ role: 'line', y: 0.5, into: 'member', pull: near(10 * G) });
  });
  test('between joists it hangs on board alone, which is told', () => {
    const points = pointsOf('chain', cloud, { kind: 'members', at: [-0.2, 1.4], runs: 'across' });
    expect(points.every((p) => p.into === 'board')).toBe(true);
  });
  test('large clouds get points between', () => {
    expect(pointsOf('chain', { ...cloud, height: 2.4 }, solid).filter((p) => p.role === 'eye')).toHaveLength(10);
  });
});

test('hidden fixings are packed out where there is air behind and let in where there is none', () => {
  expect(seatOf('cleat', 0.1)).toEqual({ packing: near(0.082), recess: 0 });
  expect(seatOf('cleat', 0)).toEqual({ packing: 0, recess: 0.018 });
  expect(seatOf('brackets', 0)).toEqual({ packing: 0, recess: 0 });
});

test('chains have whole links; where even one is too long there is none', () => {
  expect(chainOf(0.15, 0.032, 0.06)).toEqual({ links: 3, lower: near(0.006) });
  expect(chainOf(0.4, 0.032, 0.06)).toEqual({ links: 11, lower: near(0.012) });
  expect(chainOf(0.07, 0.032, 0.06)).toBeNull();
  expect(() => chainOf(0.2, 0, 0.06)).toThrow(/link must be/);
});

test('the front edge hangs lower by the fall, the middle stays', () => {
  expect([0, 0.6, 1.2].map((y) => dropAt(0.15, 0.1, y, 1.2))).toEqual([near(0.2), near(0.15), near(0.1)]);
});

test('what to look for follows from what is met and what is asked', () => {
  // 12.5 mm of board, 82 mm of packing, 18 mm of cleat and 40 mm of wood.
  expect(anchorFor('member', 20, false, 0.1125)).toEqual({ anchor: 'wood-screw', length: 0.16 });
  expect(anchorFor('member', 20, true, 0.0125)).toEqual({ anchor: 'wood-screw', length: 0.08 });
  expect(anchorFor('member', 20, false, 0.3)).toEqual({ anchor: 'by-sheet' });
  expect([30, 31, 121].map((kg) => anchorFor('solid', kg, false, 0))).toEqual([
    { anchor: 'plug', diameter: 0.006 },
    { anchor: 'plug', diameter: 0.008 },
    { anchor: 'by-sheet' },
  ]);
  expect([8, 9, 26].map((kg) => anchorFor('board', kg, false, 0).anchor)).toEqual([
    'board-anchor',
    'spreading-anchor',
    'batten',
  ]);
  expect([anchorFor('board', 1, true, 0), anchorFor('solid', 1, true, 0), anchorFor('unknown', 1, false, 0)]).toEqual([
    { anchor: 'batten' },
    { anchor: 'approved-overhead' },
    { anchor: 'find-out' },
  ]);
});

test('every form has a usual way on walls and under ceilings; a way it cannot have there is not taken', () => {
  for (const form of Object.keys(WAYS_FOR) as (keyof typeof WAYS_FOR)[])
    for (const on of ['wall', 'ceiling'] as const) {
      expect(WAYS).toContain(wayOf(form, on, undefined));
      for (const way of WAYS) expect(WAYS_FOR[form][on]).toContain(wayOf(form, on, way));
    }
  expect(wayOf('flat', 'wall', 'hooks')).toBe('hooks');
  expect(wayOf('flat', 'ceiling', 'hooks')).toBe('brackets');
  expect([hangsSo('corner', 'pressed'), hangsSo('flat', 'pressed')]).toEqual([true, false]);
});
