import { z } from 'zod';
import { diffusion, wellStrips } from '@tawny/core/physics/diffusers/polar';
import {
  primitiveRoots,
  quadraticSquare,
  SequenceRefused,
  skyline,
  wellDepth,
  wells,
} from '@tawny/core/physics/diffusers/sequences';
import { checked, has, type Topic } from './types';

const whole = z.number().int().positive().max(10000);
const hz = z.number().positive().max(1e5);
const c = z.number().min(100).max(1000).default(343.2);
const kind = z.enum(['qrd', 'prd', 'prd2d', 'qrd2d']);
const rootsSchema = z.object({ primes: z.array(whole) });
const sequenceSchema = z.object({ kind, N: whole, root: whole.nullable().default(null) });
const designSchema = z.object({
  kind: z.enum(['qrd', 'prd']),
  N: whole,
  root: whole.nullable().default(null),
  designFrequency: hz,
  wellWidth: z.number().positive().max(10),
  c,
  periods: z.number().int().positive().max(100).default(1),
  frequencies: z.array(hz).default([500, 1000, 2000]),
  angles: z.array(z.number().min(-90).max(90)).default([0, 55]),
});
const flatSchema = z.object({
  kind: z.enum(['prd2d', 'qrd2d']),
  N: whole,
  root: whole.nullable().optional(),
  rows: whole.nullable().optional(),
  cols: whole.nullable().optional(),
  designFrequency: hz,
  c,
});

function answer(input: unknown): unknown {
  if (has(input, 'primes')) {
    const { primes } = checked(rootsSchema, input);
    return { roots: Object.fromEntries(primes.map((p) => [String(p), primitiveRoots(p)])) };
  }
  const asked = checked(sequenceSchema, input);
  if (asked.kind === 'prd2d' || asked.kind === 'qrd2d') {
    const d = checked(flatSchema, input);
    const matrix =
      d.kind === 'qrd2d' ? quadraticSquare(d.N) : skyline(d.N, d.root ?? Number.NaN, d.rows ?? 0, d.cols ?? 0);
    const depths = matrix.map((row) => row.map((s) => wellDepth(s, d.N, d.designFrequency, d.c)));
    return { matrix, depths, maxDepth: Math.max(...depths.flat()) };
  }
  // A sequence alone may be asked for: whether it can be.
  if (!has(input, 'designFrequency')) {
    const { sequence } = wells({ ...asked, kind: asked.kind, designFrequency: 1000, wellWidth: 0.05 }, 343.2);
    return { valid: true, sequence };
  }
  const d = checked(designSchema, input);
  const facts = wells(d, d.c);
  const strips = wellStrips(facts.depths, d.wellWidth, d.periods);
  return {
    valid: true,
    ...facts,
    polar: d.frequencies.flatMap((f) =>
      d.angles.map((psi) => {
        const { polarDb, coefficient, reference, normalised } = diffusion(strips, f, psi, d.c);
        return { f, psi, polarDb, diffusionCoefficient: coefficient, reference, normalised };
      }),
    ),
  };
}

export const diffusers: Topic = (input) => {
  try {
    return answer(input);
  } catch (error) {
    if (error instanceof SequenceRefused) return { valid: false, reason: error.reason, instead: error.instead };
    throw error;
  }
};
