import { z } from 'zod';
import type { BoxSize, ModeNumber } from '@tawny/core/physics/modes/box';
import { dampedModes, levelOfPressure, modalPressure, modeDamping } from '@tawny/core/physics/modes/response';
import { checked, type Topic } from './types';

const side = z.number().positive().max(100);
const point = z.tuple([z.number(), z.number(), z.number()]);
const alpha = z.number().min(0).max(1);
const shared = {
  L: z.tuple([side, side, side]),
  c: z.number().min(100).max(1000),
  source: point,
  receiver: point,
  frequencies: z.array(z.number().positive().max(20000)).max(5000),
};
const schema = z.discriminatedUnion('mode', [
  z.object({
    ...shared,
    mode: z.literal('truncated'),
    fcut: z.number().positive().max(4000),
    alpha: z.object({ x0: alpha, x1: alpha, y0: alpha, y1: alpha, z0: alpha, z1: alpha }),
  }),
  z.object({ ...shared, mode: z.literal('exact'), delta: z.number().positive(), T60: z.number().positive() }),
]);

/** Modes of the converged sum go up to here, or further when the frequencies asked for do, Hz. */
const CONVERGED_HZ = 1200;

const T60_TIMES_DELTA = 3 * Math.log(10);

/** Modes the reference asks the damping of. */
const LISTED: readonly ModeNumber[] = [
  [0, 0, 0],
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
  [1, 1, 0],
  [1, 0, 2],
  [1, 1, 1],
];

export const modal: Topic = (input) => {
  const asked = checked(schema, input);
  const { c, source, receiver, frequencies } = asked;
  const L: BoxSize = asked.L;
  const exact = asked.mode === 'exact';
  const fcut = exact ? Math.max(CONVERGED_HZ, 4 * Math.max(0, ...frequencies)) : asked.fcut;
  const damping = exact
    ? asked.delta
    : (n: ModeNumber) => {
        const { x0, x1, y0, y1, z0, z1 } = asked.alpha;
        return modeDamping(L, n, { x: [x0, x1], y: [y0, y1], z: [z0, z1] }, c);
      };
  const list = dampedModes(L, c, fcut, damping);
  const pressures = frequencies.map((f) => modalPressure(L, list, source, receiver, f, c, { exactShift: exact }));
  return {
    levelDb: pressures.map(levelOfPressure),
    phaseRad: pressures.map(({ re, im }) => Math.atan2(im, re)),
    modes: LISTED.map((n) => {
      const delta = typeof damping === 'number' ? damping : damping(n);
      return { n, delta, T60: T60_TIMES_DELTA / delta };
    }),
  };
};
