import { z } from 'zod';
import { cutBars } from '@tawny/core/cutting/bars';
import { PATIENT_NODES } from '@tawny/core/cutting/ways';
import { checked, type Topic } from '../types';

const schema = z.object({
  stock: z
    .array(
      z.object({
        length: z.number().positive().max(1000),
        price: z.number().min(0),
        available: z.number().int().min(0).max(100000).nullish(),
      }),
    )
    .max(50),
  kerf: z.number().min(0).max(1).default(0),
  trim: z.number().min(0).max(10).default(0),
  pieces: z
    .array(z.object({ length: z.number().positive().max(1000), count: z.number().int().min(0).max(10000) }))
    .max(200),
});

/** Bars: least money, then fewest bars. */
export const cutting: Topic = async (input, context) => {
  const { stock, ...rest } = checked(schema, input);
  const bars = stock.map((s) => ({ ...s, available: s.available ?? null }));
  const plan = cutBars(await context.solver(), { stock: bars, ...rest }, PATIENT_NODES);
  if (!plan.feasible) return { feasible: false, cost: null, bars: null };
  const { feasible, cost, bars: count, netLength, cuts, proved, atLeast } = plan;
  return { feasible, cost, bars: count, netLength, proved, atLeast, cuts };
};
