import { z } from 'zod';
import { boardCuts, cutBoards } from '@tawny/core/cutting/boards';
import { PATIENT_NODES } from '@tawny/core/cutting/ways';
import { checked, type Topic } from '../types';

const side = z.number().positive().max(1000);
const schema = z.object({
  stock: z
    .array(
      z.object({
        length: side,
        width: side,
        price: z.number().min(0),
        available: z.number().int().min(0).max(100000).nullish(),
      }),
    )
    .max(50),
  kerf: z.number().min(0).max(1).default(0),
  trim: z.number().min(0).max(10).default(0),
  pieces: z
    .array(
      z.object({
        length: side,
        width: side,
        count: z.number().int().min(0).max(2000),
        grain: z.boolean().default(false),
      }),
    )
    .max(200),
});

/** Boards by guillotine cuts: least money, then fewest boards; every board with its parts as they lie and what is left. */
export const boards: Topic = async (input, context) => {
  const job = checked(schema, input);
  const stock = job.stock.map((s) => ({ ...s, available: s.available ?? null }));
  const plan = cutBoards(await context.solver(), { ...job, stock }, PATIENT_NODES);
  if (!plan.feasible) return { feasible: false, cost: null, boards: null };
  const { feasible, cost, boards: count, netArea, cuts, proved, atLeast } = plan;
  const lying = cuts.map((c) => ({ stock: c.stock, count: c.count, ...boardCuts(c, { ...job, stock }) }));
  return { feasible, cost, boards: count, netArea, proved, atLeast, cuts: lying };
};
