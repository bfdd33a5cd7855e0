import { insideOutline } from '../../geometry/polygon';
import { distance, type Vec2, type Vec3 } from '../../geometry/vector';
import { seeded } from '../../testing/random';
import { combOf, freeZone, matters, THRESHOLD } from './thresholds';
import {
  convexApart,
  convexHull,
  heightOver,
  mirrorPoint,
  type MirrorPlane,
  movedPlane,
  partInFront,
  reflectionZone,
} from './zones';

const wall: MirrorPlane = { normal: [1, 0, 0], offset: 0 };
const onWall = (p: Vec3): Vec2 => [p[1], p[2]];

function anyPlane(random: ReturnType<typeof seeded>): MirrorPlane {
  const n = [random.between(-1, 1), random.between(-1, 1), random.between(-1, 1)] as const;
  const size = Math.hypot(...n);
  return { normal: [n[0] / size, n[1] / size, n[2] / size], offset: random.between(-3, 0) };
}
const anywhere = (random: ReturnType<typeof seeded>): Vec3 => [
  random.between(-2, 4),
  random.between(-2, 4),
  random.between(0, 3),
];

test('reciprocity: loudspeaker and head swapped give the same point, on any plane, and both legs the same angle', () => {
  for (let seed = 1; seed <= 300; seed++) {
    const random = seeded(seed);
    const plane = anyPlane(random);
    const [s, h] = [anywhere(random), anywhere(random)];
    const there = mirrorPoint(plane, s, h);
    const back = mirrorPoint(plane, h, s);
    if (heightOver(plane, s) < 0.001 || heightOver(plane, h) < 0.001) {
      expect([there, back]).toEqual([null, null]);
      continue;
    }
    expect({ seed, d: distance(there!, back!) < 1e-9 }).toEqual({ seed, d: true });
    expect(Math.abs(heightOver(plane, there!))).toBeLessThan(1e-9);
    // Law of reflection: height over way is the same for both legs.
    expect(heightOver(plane, s) / distance(s, there!)).toBeCloseTo(heightOver(plane, h) / distance(h, there!), 9);
  }
});

test('a zone holds the point of every pair inside range and front: 10,000 of each of forty planes', () => {
  for (let seed = 1; seed <= 40; seed++) {
    const random = seeded(seed);
    const plane = anyPlane(random);
    const n = plane.normal;
    // Two axes in the plane.
    const a: Vec3 = Math.abs(n[2]) < 0.9 ? [0, 0, 1] : [1, 0, 0];
    const u: Vec3 = [a[1] * n[2] - a[2] * n[1], a[2] * n[0] - a[0] * n[2], a[0] * n[1] - a[1] * n[0]];
    const v: Vec3 = [n[1] * u[2] - n[2] * u[1], n[2] * u[0] - n[0] * u[2], n[0] * u[1] - n[1] * u[0]];
    const local = (p: Vec3): Vec2 => [p[0] * u[0] + p[1] * u[1] + p[2] * u[2], p[0] * v[0] + p[1] * v[1] + p[2] * v[2]];
    const [h0, s0] = [anywhere(random), anywhere(random)];
    const heads = [0, 1].flatMap((i) =>
      [0, 1].flatMap((j) => [0, 1].map((k): Vec3 => [h0[0] + i * 0.3, h0[1] + j * 0.4, h0[2] + k * 0.5])),
    );
    const fronts: Vec3[] = [
      s0,
      [s0[0] + 0.2, s0[1], s0[2]],
      [s0[0] + 0.2, s0[1], s0[2] + 0.4],
      [s0[0], s0[1], s0[2] + 0.4],
    ];
    const zone = reflectionZone(plane, heads, fronts, local);
    const grown = zone.length > 2 ? zone : null;
    let inside = 0;
    for (let i = 0; i < 10_000; i++) {
      const h: Vec3 = [h0[0] + random.between(0, 0.3), h0[1] + random.between(0, 0.4), h0[2] + random.between(0, 0.5)];
      const s: Vec3 = [s0[0] + random.between(0, 0.2), s0[1], s0[2] + random.between(0, 0.4)];
      // The last millimetres before the plane are left to the edge of the cut.
      if (heightOver(plane, h) < 0.01 || heightOver(plane, s) < 0.01) continue;
      const p = mirrorPoint(plane, s, h)!;
      if (!grown || !insideOutline(local(p), grown)) throw new Error(`seed ${seed}: point ${i} outside its zone`);
      inside += 1;
    }
    if (grown) expect(inside).toBeGreaterThan(0);
    else expect(inside).toBe(0);
  }
});

test('a zone worked out by hand: side wall, a head that leans along it', () => {
  // Loudspeaker 1 m from the wall at y = 0, head 1 m from it, y from 2 to 2.4: mirror points half way, 1 to 1.2.
  const heads: Vec3[] = [
    [1, 2, 1.2],
    [1, 2.4, 1.2],
    [1, 2, 1.4],
    [1, 2.4, 1.4],
  ];
  const zone = reflectionZone(wall, heads, [[1, 0, 1.2]], onWall);
  expect(zone.map((p) => p.map((c) => Number(c.toFixed(9))))).toEqual([
    [1, 1.2],
    [1.2, 1.2],
    [1.2, 1.3],
    [1, 1.3],
  ]);
});

test('a plane moved into the room moves the point as the mirror on a panel does', () => {
  const s: Vec3 = [1, 0, 1.2];
  const h: Vec3 = [2, 3, 1.2];
  const bare = mirrorPoint(wall, s, h)!;
  const panel = mirrorPoint(movedPlane(wall, 0.25), s, h)!;
  expect(bare[1]).toBeCloseTo(1, 9); // 3 · 1/(1 + 2)
  expect(panel[1]).toBeCloseTo((3 * 0.75) / (0.75 + 1.75), 9);
  expect(panel[0]).toBeCloseTo(0.25, 9);
  // A loudspeaker behind the panel's plane has no point on it.
  expect(mirrorPoint(movedPlane(wall, 1.1), s, h)).toBeNull();
});

test('what lies behind the plane is cut off; hulls drop what is inside them', () => {
  const box = [-0.5, 0.5].flatMap((x) => [0, 1].flatMap((y) => [0, 1].map((z): Vec3 => [x, y, z])));
  const part = partInFront(wall, box);
  expect(Math.min(...part.map((p) => p[0]))).toBeGreaterThan(0);
  expect(Math.max(...part.map((p) => p[0]))).toBe(0.5);
  expect(partInFront(wall, [[-1, 0, 0]])).toEqual([]);
  expect(
    convexHull([
      [0, 0],
      [1, 0],
      [0.5, 0.5],
      [1, 1],
      [0, 1],
      [0.5, 0],
    ]),
  ).toHaveLength(4);
});

test('convex outlines apart: as sampling them says', () => {
  for (let seed = 1; seed <= 200; seed++) {
    const random = seeded(seed);
    const shape = (x: number) =>
      convexHull(Array.from({ length: 8 }, (): Vec2 => [x + random.between(-1, 1), random.between(-1, 1)]));
    const [a, b] = [shape(0), shape(random.between(0, 3))];
    const apart = convexApart(a, b);
    let shared = false;
    for (let i = 0; i < 400; i++) {
      const p: Vec2 = [random.between(-1, 4), random.between(-1, 1)];
      shared ||= insideOutline(p, a) && insideOutline(p, b);
    }
    if (apart) expect({ seed, shared }).toEqual({ seed, shared: false });
    if (!apart) {
      // Touching outlines have no edge that separates them: moved far away they must come apart.
      expect(
        convexApart(
          a,
          b.map(([x, y]): Vec2 => [x + 10, y]),
        ),
      ).toBe(true);
    }
  }
});

describe('what matters', () => {
  test('limits of the schools: level and arrival, ends outside', () => {
    const limit = THRESHOLD['minus-10-in-15'];
    expect(matters({ levelDb: -9.9, delay: 0.0149 }, limit)).toBe(true);
    expect(matters({ levelDb: -10, delay: 0.005 }, limit)).toBe(false);
    expect(matters({ levelDb: -3, delay: 0.015 }, limit)).toBe(false);
    expect(matters({ levelDb: null, delay: 0.002 }, limit)).toBe(false);
    expect(matters({ levelDb: -17, delay: 0.012 }, THRESHOLD['minus-20-in-20'])).toBe(true);
    expect(matters({ levelDb: -5, delay: 0.012 }, THRESHOLD['fusion-10'])).toBe(false);
  });

  test('free until the first reflection that is too loud', () => {
    const limit = THRESHOLD['minus-10-in-15'];
    const quiet = { levelDb: -14, delay: 0.002 };
    expect(freeZone([quiet, { levelDb: -6, delay: 0.018 }], limit)).toEqual({
      free: true,
      freeUntil: 0.018,
      loudestDb: -14,
    });
    expect(freeZone([quiet, { levelDb: -6, delay: 0.008 }], limit)).toMatchObject({ free: false, freeUntil: 0.008 });
    expect(freeZone([], limit)).toEqual({ free: true, freeUntil: null, loudestDb: null });
  });

  test('the comb of one reflection: its first dip is where direct and reflected cancel', () => {
    const comb = combOf({ levelDb: -6.0206, delay: 0.002 })!;
    expect(comb.firstDipHz).toBe(250);
    // |1 − 1/2| and |1 + 1/2|.
    expect(comb.dipDb).toBeCloseTo(20 * Math.log10(0.5), 4);
    expect(comb.peakDb).toBeCloseTo(20 * Math.log10(1.5), 4);
    expect(combOf({ levelDb: 0, delay: 0.001 })!.dipDb).toBe(-60);
    expect(combOf({ levelDb: null, delay: 0.001 })).toBeNull();
    expect(combOf({ levelDb: -3, delay: 0 })).toBeNull();
  });
});
