import { type PlanCorner, prism } from '../../geometry/solid';
import { type Vec3, distance } from '../../geometry/vector';
import { seeded } from '../../testing/random';
import { reflectionPaths, type Surface } from './images';

const C = 343.2;
const box = (x: number, y: number, z: number, alpha = 0.1): Surface[] => {
  const plan: PlanCorner[] = (['front', 'right', 'rear', 'left'] as const).map((wall, i) => ({
    wall,
    at: (
      [
        [0, 0],
        [x, 0],
        [x, y],
        [0, y],
      ] as const
    )[i]!,
  }));
  return prism(plan, z).faces.map((f) => ({ id: f.id, vertices: f.vertices, alpha }));
};

test('first order in a box: six paths, each the length of the mirrored distance', () => {
  const [s, r]: [Vec3, Vec3] = [
    [1.1, 0.8, 1.2],
    [2.3, 2.9, 1.3],
  ];
  const { paths, direct } = reflectionPaths(box(4, 5, 2.6), s, r, 1, C);
  expect(direct.visible).toBe(true);
  const length = (id: string) => paths.find((p) => p.sequence[0] === id)!.length;
  expect(paths).toHaveLength(6);
  expect(length('left')).toBeCloseTo(distance([-1.1, 0.8, 1.2], r), 12);
  expect(length('right')).toBeCloseTo(distance([8 - 1.1, 0.8, 1.2], r), 12);
  expect(length('front')).toBeCloseTo(distance([1.1, -0.8, 1.2], r), 12);
  expect(length('rear')).toBeCloseTo(distance([1.1, 10 - 0.8, 1.2], r), 12);
  expect(length('floor')).toBeCloseTo(distance([1.1, 0.8, -1.2], r), 12);
  expect(length('ceiling')).toBeCloseTo(distance([1.1, 0.8, 5.2 - 1.2], r), 12);
});

test('a mark obeys the law of reflection', () => {
  const [s, r]: [Vec3, Vec3] = [
    [1.1, 0.8, 1.2],
    [2.3, 2.9, 1.3],
  ];
  const mark = reflectionPaths(box(4, 5, 2.6), s, r, 1, C).paths.find((p) => p.sequence[0] === 'left')!.points[0]!;
  expect(mark[0]).toBeCloseTo(0, 12);
  // Equal angles: rise over run is the same on both sides.
  expect((mark[1] - s[1]) / s[0]).toBeCloseTo((r[1] - mark[1]) / r[0], 12);
});

test('orders one to three of a box are 6, 18 and 38 paths from anywhere', () => {
  const random = seeded(31);
  for (let i = 0; i < 12; i++) {
    const size: Vec3 = [random.between(3, 7), random.between(3, 7), random.between(2.2, 3.5)];
    const inside = (): Vec3 => [
      random.between(0.3, size[0] - 0.3),
      random.between(0.3, size[1] - 0.3),
      random.between(0.3, size[2] - 0.3),
    ];
    const { paths } = reflectionPaths(box(...size), inside(), inside(), 3, C);
    expect([1, 2, 3].map((o) => paths.filter((p) => p.order === o).length)).toEqual([6, 18, 38]);
  }
});

test('source and receiver may change places', () => {
  const [s, r]: [Vec3, Vec3] = [
    [1.1, 0.8, 1.2],
    [2.3, 2.9, 1.3],
  ];
  const there = reflectionPaths(box(4, 5, 2.6), s, r, 2, C).paths;
  const back = reflectionPaths(box(4, 5, 2.6), r, s, 2, C).paths;
  expect(back.map((p) => p.length.toFixed(9))).toEqual(there.map((p) => p.length.toFixed(9)));
});

test('level is spreading plus absorption, none where all is absorbed; delay is the extra path', () => {
  const surfaces = box(4, 5, 2.6, 0.2).map((s) => (s.id === 'rear' ? { ...s, alpha: 1 } : s));
  const { paths, direct } = reflectionPaths(surfaces, [1, 1, 1.2], [2, 3, 1.2], 1, C);
  const left = paths.find((p) => p.sequence[0] === 'left')!;
  expect(left.level).toBeCloseTo(20 * Math.log10(direct.distance / left.length) + 10 * Math.log10(0.8), 12);
  expect(left.delay).toBeCloseTo((left.length - direct.distance) / C, 15);
  expect(paths.find((p) => p.sequence[0] === 'rear')!.level).toBeNull();
});

describe('an L-shaped room', () => {
  const plan: PlanCorner[] = (
    [
      [0, 0],
      [6, 0],
      [6, 2],
      [3, 2],
      [3, 5],
      [0, 5],
    ] as const
  ).map((at, i) => ({ wall: `w${i}`, at }));
  const surfaces = prism(plan, 2.5).faces.map((f) => ({ id: f.id, vertices: f.vertices, alpha: 0.1 }));

  test('the re-entrant walls hide what is round the corner', () => {
    const { direct } = reflectionPaths(surfaces, [5, 1, 1.2], [1, 4.5, 1.3], 1, C);
    expect(direct.visible).toBe(false);
    expect(['w2', 'w3']).toContain(direct.blocker);
  });

  test('no leg of any path passes through a wall', () => {
    const s: Vec3 = [5, 1, 1.2];
    const r: Vec3 = [1, 4.5, 1.3];
    const { paths } = reflectionPaths(surfaces, s, r, 3, C);
    expect(paths.length).toBeGreaterThan(0);
    for (const p of paths) {
      const stops = [s, ...p.points, r];
      const total = stops.slice(1).reduce((sum, q, i) => sum + distance(stops[i]!, q), 0);
      expect(total).toBeCloseTo(p.length, 9);
      // Samples along each leg stay out of the missing quarter x > 3, y > 2.
      stops.slice(1).forEach((b, i) => {
        const a = stops[i]!;
        for (let t = 0.02; t < 1; t += 0.02) {
          const [x, y] = [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])];
          expect(x > 3 + 1e-6 && y > 2 + 1e-6).toBe(false);
        }
      });
    }
  });
});

test('a screen of no thickness reflects on both faces and blocks what is behind it', () => {
  const screen: Surface = {
    id: 'screen',
    vertices: [
      [2, 1, 0.5],
      [2, 3, 0.5],
      [2, 3, 2],
      [2, 1, 2],
    ],
    alpha: 0.1,
    twoSided: true,
  };
  const surfaces = [...box(4, 5, 2.6), screen];
  const across = reflectionPaths(surfaces, [1, 2, 1.2], [3, 2, 1.2], 1, C);
  expect(across.direct).toMatchObject({ visible: false, blocker: 'screen' });
  expect(across.paths.some((p) => p.sequence[0] === 'screen')).toBe(false);
  for (const x of [1, 3]) {
    const same = reflectionPaths(surfaces, [x, 1.7, 1.2], [x, 2.3, 1.2], 1, C);
    expect(same.paths.some((p) => p.sequence[0] === 'screen')).toBe(true);
  }
});

test('wrong calls name what is wrong', () => {
  expect(() => reflectionPaths(box(4, 5, 2.6), [1, 1, 1], [1, 1, 1], 1, C)).toThrow(/distance from source to receiver/);
  expect(() => reflectionPaths(box(4, 5, 2.6), [1, 1, 1], [2, 1, 1], 9, C)).toThrow(
    /order must lie between 0 and 6, got 9/,
  );
});
