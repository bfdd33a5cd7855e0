import { z } from 'zod';
import type { Vec2 } from '@tawny/core/geometry/vector';
import { loadLinalg } from '@tawny/core/numerics/linalg/load';
import { COARSE_SPACING, SPACING, expectedModes, solveModes } from '@tawny/core/physics/waves/modes';
import { openAir } from '@tawny/core/physics/waves/openAir';
import { CalcError, checked, type Topic } from './types';

const side = z.number().positive().max(60);
const shared = {
  h: side,
  c: z.number().min(100).max(1000),
  spacing: z.number().min(0.08).max(COARSE_SPACING).optional(),
};
const point = z.tuple([z.number(), z.number()]);
const plan = z.array(point).min(3).max(400);
const schema = z.union([
  z.object({ shape: z.literal('right isosceles triangular prism'), leg: side, ...shared }),
  z.object({ shape: z.literal('equilateral triangular prism'), side, ...shared }),
  z.object({ shape: z.literal('circular cylinder'), radius: side, ...shared }),
  z.object({ shape: z.literal('rectangular prism'), a: side, b: side, ...shared }),
  z.object({ shape: z.literal('L-shaped prism'), outerSide: side, quadrantSide: side, ...shared }),
  z.object({ shape: z.string(), plan, ...shared }),
]);

/** Sides of the polygon a circle of the same area is taken for: its frequencies are then right to 0.01 %. */
const CIRCLE = 192;
const LISTED = 20;

function planOf(input: z.infer<typeof schema>): Vec2[] {
  if ('plan' in input) return input.plan;
  if ('leg' in input) {
    return [
      [0, 0],
      [input.leg, 0],
      [0, input.leg],
    ];
  }
  if ('side' in input) {
    return [
      [0, 0],
      [input.side, 0],
      [input.side / 2, (input.side * Math.sqrt(3)) / 2],
    ];
  }
  if ('radius' in input) {
    const turn = (2 * Math.PI) / CIRCLE;
    const r = input.radius * Math.sqrt(turn / Math.sin(turn));
    return Array.from({ length: CIRCLE }, (_, i): Vec2 => [r * Math.cos(turn * i), r * Math.sin(turn * i)]);
  }
  if ('a' in input) {
    return [
      [0, 0],
      [input.a, 0],
      [input.a, input.b],
      [0, input.b],
    ];
  }
  const { outerSide: o, quadrantSide: q } = input;
  return [
    [0, 0],
    [o, 0],
    [o, q],
    [q, q],
    [q, o],
    [0, o],
  ];
}

/** The first 20 frequencies of a rigid prism, by the wave solver at its default spacing. */
export const eigen: Topic = async (input) => {
  // What has a plan is built from it, whatever the shape is called.
  const asked = checked(
    typeof input === 'object' && input !== null && 'plan' in input ? schema.options[5] : schema,
    input,
  );
  const corners = planOf(asked);
  const { h, c } = asked;
  const air = openAir({
    plan: corners.map((at, i) => ({ wall: `w${i}`, at })),
    height: h,
    ceiling: { shape: 'flat' },
    beams: [],
    platforms: [],
  });
  const around = corners.reduce((s, [x, y], i) => {
    const [u, v] = corners[(i + 1) % corners.length]!;
    return s + Math.hypot(u - x, v - y);
  }, 0);
  const surface = (2 * air.volume) / h + around * h;
  let to = 40;
  while (expectedModes(air.volume, surface, 2 * around, to, c) < 1.35 * LISTED) to += 4;
  for (; ; to *= 1.25) {
    const solved = await solveModes(
      air,
      { to, spacing: asked.spacing ?? SPACING, c, surface, edges: 2 * around },
      loadLinalg,
    );
    if ('refused' in solved)
      throw new CalcError('failed', `the room cannot be solved: ${solved.refused.reason}`, 'input');
    const { frequencies } = solved.modes;
    if (frequencies.length > LISTED) return { eigenfrequencies: Array.from(frequencies.slice(1, LISTED + 1)) };
  }
};
