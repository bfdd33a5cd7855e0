/** Rooms for the wave solver, solved. Tests only. */
import type { CeilingShape, Strip } from '../geometry/shape';
import type { Vec2 } from '../geometry/vector';
import { loadLinalg } from '../numerics/linalg/load';
import { type RoomModes, solveModes } from '../physics/waves/modes';
import { type Block, openAir } from '../physics/waves/openAir';

export const C = 343.2;
export type Plan = readonly Vec2[];
export const boxPlan = (x: number, y: number): Plan => [
  [0, 0],
  [x, 0],
  [x, y],
  [0, y],
];

export function airOf(
  plan: Plan,
  height: number,
  more: { ceiling?: CeilingShape; beams?: Strip[]; platforms?: Strip[]; blocks?: Block[] } = {},
) {
  return openAir(
    {
      plan: plan.map((at, i) => ({ wall: `w${i}`, at })),
      height,
      ceiling: more.ceiling ?? { shape: 'flat' },
      beams: more.beams ?? [],
      platforms: more.platforms ?? [],
    },
    more.blocks ?? [],
  );
}
export async function solve(air: ReturnType<typeof airOf>, to: number, spacing = 0.25): Promise<RoomModes> {
  const around = air.plan.reduce((s, p, i) => {
    const q = air.plan[(i + 1) % air.plan.length]!;
    return s + Math.hypot(q[0] - p[0], q[1] - p[1]);
  }, 0);
  const height = air.to[2] - air.from[2];
  const surface = (2 * air.volume) / height + around * height;
  const solved = await solveModes(air, { to, spacing, c: C, surface, edges: 2 * around + 4 * height }, loadLinalg);
  if ('refused' in solved) throw new Error(JSON.stringify(solved.refused));
  return solved.modes;
}
