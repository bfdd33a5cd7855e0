/** Air and modes of rigid rooms. */
import { readFileSync } from 'node:fs';
import { boxModes } from '../modes/box';
import type { Vec2, Vec3 } from '../../geometry/vector';
import type { Strip } from '../../geometry/shape';
import { loadLinalg } from '../../numerics/linalg/load';
import { plainLinalg } from '../../numerics/linalg/plain';
import { seeded } from '../../testing/random';
import { cellMatrices, FULL } from './moments';
import { expectedModes, shapeAt, shapesAt, solveModes } from './modes';
import { type Block } from './openAir';
import { airOf, boxPlan, C, type Plan, solve } from '../../testing/waveRooms';

const spread = (got: ArrayLike<number>, want: ArrayLike<number>) => {
  const errors = Array.from({ length: want.length }, (_, i) => got[i]! / want[i]! - 1);
  return {
    most: Math.max(...errors.map(Math.abs)),
    rms: Math.sqrt(errors.reduce((s, e) => s + e * e, 0) / errors.length),
  };
};

test('a whole cell: mass and stiffness are products of h/12·[[5, 1], [1, 5]] and 1/h·[[1, −1], [−1, 1]]', () => {
  const h = [0.3, 0.25, 0.2] as const;
  const [mass, stiffness] = [new Float64Array(64), new Float64Array(64)];
  cellMatrices(FULL, ...h, mass, stiffness);
  const m = (i: number, a: number, b: number) => (h[i]! / 12) * (a === b ? 5 : 1);
  const k = (i: number, a: number, b: number) => (1 / h[i]!) * (a === b ? 1 : -1);
  const bit = (a: number, i: number) => (a >> i) & 1;
  for (let a = 0; a < 8; a++) {
    for (let b = 0; b < 8; b++) {
      const [x, y, z] = [0, 1, 2].map((i) => [m(i, bit(a, i), bit(b, i)), k(i, bit(a, i), bit(b, i))] as const);
      expect(mass[8 * a + b]).toBeCloseTo(x![0] * y![0] * z![0], 14);
      const want = x![1] * y![0] * z![0] + x![0] * y![1] * z![0] + x![0] * y![0] * z![1];
      expect(stiffness[8 * a + b]).toBeCloseTo(want, 12);
    }
  }
});

describe('open air', () => {
  test('volumes: pitched ceiling, beam, platform and wardrobe', () => {
    const plan = boxPlan(4, 5);
    expect(airOf(plan, 2.4, { ceiling: { shape: 'pitch', along: 'w0', top: 3 } }).volume).toBeCloseTo(20 * 2.7, 9);
    const beam: Strip = { id: 'b', along: 'w0', from: 1, width: 0.4, span: null, level: 2 };
    const platform: Strip = { id: 'p', along: 'w0', from: 3, width: 2, span: null, level: 0.3 };
    const wardrobe: Block = {
      outline: [
        [0, 0],
        [1, 0],
        [1, 0.6],
        [0, 0.6],
      ],
      low: 0,
      high: 2,
    };
    const air = airOf(plan, 2.4, { beams: [beam], platforms: [platform], blocks: [wardrobe] });
    expect(air.volume).toBeCloseTo(48 - 4 * 0.4 * 0.4 - 4 * 2 * 0.3 - 1.2, 9);
    // Something hanging free, and one thing standing inside another: neither is taken off twice.
    const hanging: Block = { outline: wardrobe.outline, low: 1.5, high: 2.2 };
    expect(airOf(plan, 2.4, { blocks: [wardrobe, hanging] }).volume).toBeCloseTo(48 - 0.6 * 2.2, 9);
  });

  test('a thing under a slope is cut where the ceiling passes its top', () => {
    const cupboard: Block = { outline: boxPlan(4, 1), low: 0, high: 2 };
    const air = airOf(boxPlan(4, 4), 1.6, { ceiling: { shape: 'pitch', along: 'w0', top: 3.2 }, blocks: [cupboard] });
    // Over y 0…1 the ceiling rises from 1.6 to 2.0: all of it is filled.
    expect(air.volume).toBeCloseTo(4 * 4 * 2.4 - 4 * 1.8, 6);
  });
});

describe('modes of rigid rooms', () => {
  const cases = (
    JSON.parse(readFileSync(new URL('../../../reference/eigen.json', import.meta.url), 'utf8')) as {
      cases: {
        id: string;
        input: Record<string, number> & { plan?: Plan };
        expected: { eigenfrequencies: number[] };
      }[];
    }
  ).cases;
  test.each(cases.map((c) => [c.id, c] as const))('%s at 0.25 m: at most 0.6 %, rms at most 0.15 %', async (_, c) => {
    const { leg, side, radius, a, b, h, plan } = c.input;
    const turn = Math.PI / 96;
    const corners: Plan =
      plan ??
      (leg
        ? [[0, 0], [leg, 0], [0, leg]] // prettier-ignore
        : side
          ? [[0, 0], [side, 0], [side / 2, (side * Math.sqrt(3)) / 2]] // prettier-ignore
          : radius
            ? Array.from({ length: 192 }, (__, i): Vec2 => {
                const r = radius * Math.sqrt(turn / Math.sin(turn));
                return [r * Math.cos(turn * i), r * Math.sin(turn * i)];
              })
            : boxPlan(a!, b!));
    const modes = await solve(airOf(corners, h!), 1.02 * c.expected.eigenfrequencies[19]!);
    const { most, rms } = spread(modes.frequencies.slice(1), c.expected.eigenfrequencies);
    expect(most).toBeLessThan(0.006);
    expect(rms).toBeLessThan(0.0015);
  });

  test('an L whose arms are 1.9 m wide: the plate modes by the published values within 0.3 %, wherever the edge lies in its cell', async () => {
    // Neumann eigenvalues of the L of three unit squares (M. Dauge's benchmark, to eleven figures).
    const mu = [1.47562182408, 3.53403136678, Math.PI ** 2, Math.PI ** 2, 11.3894793979];
    const want = mu.map((v) => (C * Math.sqrt(v)) / (2 * Math.PI * 1.9));
    const ell: Plan = [
      [0, 0],
      [3.8, 0],
      [3.8, 1.9],
      [1.9, 1.9],
      [1.9, 3.8],
      [0, 3.8],
    ];
    for (const spacing of [0.25, 0.4]) {
      for (const turn of [0, 0.37, 1.1]) {
        const plan = ell.map(([x, y]): Vec2 => [
          x * Math.cos(turn) - y * Math.sin(turn),
          x * Math.sin(turn) + y * Math.cos(turn),
        ]);
        // So low that only plate modes lie below 100 Hz.
        const { frequencies } = await solve(airOf(plan, 1.5), 112, spacing);
        const errors = want.map((f, i) => frequencies[i + 1]! / f - 1);
        for (const e of errors) expect(Math.abs(e)).toBeLessThan(spacing === 0.25 ? 0.002 : 0.0035);
      }
    }
  });

  test('a box to 200 Hz: every mode, once, within 0.2 %', async () => {
    const modes = await solve(airOf(boxPlan(5.1, 3.9), 2.6), 200);
    const exact = boxModes([5.1, 3.9, 2.6], C, 199.5).map((m) => m.f);
    expect(modes.count - 1).toBeGreaterThanOrEqual(exact.length);
    expect(spread(modes.frequencies.slice(1), exact).most).toBeLessThan(0.002);
  });

  test('a cube: sixfold frequencies are all found', async () => {
    const modes = await solve(airOf(boxPlan(3, 3), 3), 240);
    const exact = boxModes([3, 3, 3], C, 238).map((m) => m.f);
    expect(spread(modes.frequencies.slice(1), exact).most).toBeLessThan(0.004);
  });

  test('modes to 160 Hz are orthonormal over the room within 2 %', async () => {
    const modes = await solve(airOf(boxPlan(3.1, 2.4), 2.3), 160);
    // Midpoints of a fine grid: enough for waves this long.
    const [nx, ny, nz] = [30, 24, 24];
    const at = new Float64Array(modes.count);
    const gram = new Float64Array(modes.count ** 2);
    for (let i = 0; i < nx * ny * nz; i++) {
      const p: Vec3 = [
        (((i % nx) + 0.5) * 3.1) / nx,
        (((Math.floor(i / nx) % ny) + 0.5) * 2.4) / ny,
        ((Math.floor(i / nx / ny) + 0.5) * 2.3) / nz,
      ];
      shapesAt(modes, p, at);
      for (let m = 0; m < modes.count; m++) {
        for (let n = 0; n < modes.count; n++)
          gram[m * modes.count + n]! += (at[m]! * at[n]! * modes.volume) / (nx * ny * nz);
      }
    }
    for (let m = 0; m < modes.count; m++) {
      for (let n = 0; n < modes.count; n++) {
        expect(Math.abs(gram[m * modes.count + n]! - (m === n ? 1 : 0))).toBeLessThan(0.02);
      }
    }
  });

  test('halving the spacing divides the error: fourth order in a box, second or better with cut cells', async () => {
    const order = async (plan: Plan, h: number, exact: (f: number) => boolean, reference?: number[]) => {
      const errors: number[] = [];
      const want =
        reference ??
        boxModes([plan[1]![0], plan[2]![1], h], C, 119)
          .map((m) => m.f)
          .filter(exact);
      for (const spacing of [0.5, 0.25]) {
        const modes = await solve(airOf(plan, h), 125, spacing);
        errors.push(spread(modes.frequencies.slice(1), want).rms);
      }
      return Math.log2(errors[0]! / errors[1]!);
    };
    expect(await order(boxPlan(5, 4), 3, () => true)).toBeGreaterThan(3.5);
    const triangle = cases[0]!;
    const { leg, h } = triangle.input;
    const corners: Plan = [
      [0, 0],
      [leg!, 0],
      [0, leg!],
    ];
    expect(await order(corners, h!, () => true, triangle.expected.eigenfrequencies.slice(0, 10))).toBeGreaterThan(1.8);
  });

  test('a room turned and shifted has the same modes within 0.3 %', async () => {
    const plan: Plan = [
      [0, 0],
      [4.6, 0],
      [4.6, 3.1],
      [3.2, 3.9],
      [0, 3.9],
    ];
    const still = await solve(airOf(plan, 2.5), 150);
    const random = seeded(5);
    for (let i = 0; i < 3; i++) {
      const [turn, dx, dy] = [random.between(0, 3), random.between(-5, 5), random.between(-5, 5)];
      const moved = plan.map(([x, y]): Vec2 => [
        dx + x * Math.cos(turn) - y * Math.sin(turn),
        dy + x * Math.sin(turn) + y * Math.cos(turn),
      ]);
      const other = await solve(airOf(moved, 2.5), 152);
      expect(spread(other.frequencies.slice(1), still.frequencies.slice(1)).most).toBeLessThan(0.003);
    }
  });

  test('counts follow Weyl in rooms of odd shapes', async () => {
    const random = seeded(8);
    for (let i = 0; i < 4; i++) {
      const [x, y, h] = [random.between(3.5, 5.5), random.between(3, 4.5), random.between(2.3, 3)];
      const air = airOf(
        [
          [0, 0],
          [x, 0],
          [x - random.between(0, 0.8), y],
          [random.between(0, 0.8), y],
        ],
        h,
        { ceiling: { shape: 'pitch', along: 'w0', top: h + random.between(0.1, 0.7) } },
      );
      const modes = await solve(air, 220);
      const around = 2 * (x + y);
      const expected = expectedModes(air.volume, (2 * air.volume) / h + around * h, 2 * around + 4 * h, 220, C);
      expect(Math.abs(modes.count - expected)).toBeLessThan(0.08 * expected + 3);
    }
  });

  test('no sound leaks through a wall thinner than the grid', async () => {
    // Two rooms 2.2 m wide side by side, joined at the far end around a wall of 6 cm.
    const plan: Plan = [
      [0, 0],
      [2.2, 0],
      [2.2, 3.4],
      [2.26, 3.4],
      [2.26, 0],
      [4.46, 0],
      [4.46, 4],
      [0, 4],
    ];
    const modes = await solve(airOf(plan, 2.4), 90);
    // The folded length, about 2 × 3.6 m and the way round, gives the lowest mode far below that of the open box (38.5 Hz).
    expect(modes.frequencies[1]).toBeLessThan(26);
    // Its pressure changes sign between the two rooms.
    expect(shapeAt(modes, 1, [1, 0.3, 1]) * shapeAt(modes, 1, [3.4, 0.3, 1])).toBeLessThan(0);
    // Across the thin wall, 10 cm apart, pressure jumps.
    const [a, b] = [shapeAt(modes, 1, [2.18, 0.3, 1]), shapeAt(modes, 1, [2.28, 0.3, 1])];
    expect(Math.abs(a - b)).toBeGreaterThan(1.5 * Math.abs(shapeAt(modes, 0, [1, 1, 1])));
  });

  test('what cannot be solved is refused before it starts', async () => {
    const hall = airOf(boxPlan(60, 45), 25);
    const solved = await solveModes(hall, { to: 250, spacing: 0.25, c: C, surface: 11000, edges: 500 }, () =>
      Promise.reject(new Error('must not be asked')),
    );
    expect(solved).toMatchObject({ refused: { reason: 'memory' } });
  });

  test('the plain twin finds the same frequencies and shapes', async () => {
    const air = airOf(boxPlan(3.1, 2.4), 2.3);
    const wish = { to: 150, spacing: 0.3, c: C, surface: 40, edges: 31 };
    const [fast, plain] = await Promise.all([
      solveModes(air, wish, loadLinalg),
      solveModes(air, wish, () => Promise.resolve(plainLinalg())),
    ]);
    if ('refused' in fast || 'refused' in plain) throw new Error('refused');
    expect(fast.modes.count).toBe(plain.modes.count);
    plain.modes.frequencies.forEach((f, m) => {
      expect(fast.modes.frequencies[m]).toBeCloseTo(f, 7);
      const p: Vec3 = [0.7, 0.4, 1.1];
      expect(Math.abs(shapeAt(fast.modes, m, p))).toBeCloseTo(Math.abs(shapeAt(plain.modes, m, p)), 4);
    });
  });
});
