import { z } from 'zod';
import {
  type BoxSize,
  boxModes,
  modePressure,
  type ModeNumber,
  schroederFrequency,
  spacingCriterion,
  thirdOctaveCounts,
  weylCount,
} from '@tawny/core/physics/modes/box';
import { CalcError, checked, type Topic } from './types';

const side = z.number().positive().max(1000);
const point = z.tuple([z.number(), z.number(), z.number()]);
const schema = z.object({
  L: z.tuple([side, side, side]),
  c: z.number().min(100).max(1000),
  fmax: z.number().positive().max(20000),
  T: z.number().positive().optional(),
  thirdOctaveK: z.array(z.number().int().min(-40).max(20)).default(Array.from({ length: 11 }, (_, i) => i - 17)),
  points: z.array(point).default([]),
});

/** Modes whose pressure the reference asks for at every point. */
const PRESSURE_MODES: readonly ModeNumber[] = [
  [1, 0, 0],
  [0, 2, 0],
  [1, 1, 0],
  [2, 1, 1],
  [3, 0, 2],
];
/** Midbands as the conventions write them: ten significant digits. They are compared for equality there. */
const tenDigits = (f: number) => Number(f.toPrecision(10));

const MOST_MODES = 2_000_000;

export const modes: Topic = (input) => {
  const { L, c, fmax, T, thirdOctaveK, points } = checked(schema, input);
  const size: BoxSize = L;
  if (weylCount(size, c, fmax) > MOST_MODES) {
    throw new CalcError('invalid-input', `input.fmax: expected fewer than ${MOST_MODES} modes below it`, 'input.fmax');
  }
  const list = boxModes(size, c, fmax);
  const bands = thirdOctaveCounts(list, thirdOctaveK);
  const { nonDecreasing, coincidentBands } = spacingCriterion(list, bands);
  const kind = (k: string) => list.filter((m) => m.kind === k).length;
  return {
    firstModes: list.slice(0, 24),
    count: list.length,
    countByKind: { axial: kind('axial'), tangential: kind('tangential'), oblique: kind('oblique') },
    weyl: weylCount(size, c, fmax),
    bands,
    thirdOctaveCounts: bands.map((b) => b.count),
    bonello: { nonDecreasing, coincidentBands: coincidentBands.map(tenDigits) },
    pressure: points.flatMap((at) => PRESSURE_MODES.map((n) => ({ n, at, magnitude: modePressure(size, n, at) }))),
    schroeder: T === undefined ? null : schroederFrequency(T, L[0] * L[1] * L[2]),
  };
};
