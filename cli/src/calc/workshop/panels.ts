import { z } from 'zod';
import { cheapestPanels } from '@tawny/core/dosage/panels';
import { equalGaps } from '@tawny/core/layout/gaps';
import { CalcError, checked, has, type Topic } from '../types';

const problemSchema = z.object({
  panels: z
    .array(
      z.object({
        name: z.string().default(''),
        area: z.number().positive(),
        alpha: z.array(z.number().min(0).max(2)),
        cost: z.number().min(0),
        max: z.number().int().min(0).max(100000),
      }),
    )
    .max(200),
  need: z.array(z.number()),
  areaMax: z.number().min(0).nullish(),
});

const gapSchema = z.object({ wall: z.number().positive(), widths: z.array(z.number().positive()).max(10000) });

export const panels: Topic = async (input, context) => {
  if (has(input, 'wall')) {
    const { wall, widths } = checked(gapSchema, input);
    const { feasible, gap, left } = equalGaps(wall, widths);
    return { feasible, gap, left };
  }
  const problem = checked(problemSchema, input);
  problem.panels.forEach((p, i) => {
    if (p.alpha.length === problem.need.length) return;
    const path = `input.panels[${i}].alpha`;
    const message = `${path}: expected ${problem.need.length} values, one a band, found ${p.alpha.length}`;
    throw new CalcError('invalid-input', message, path);
  });
  return cheapestPanels(await context.solver(), { ...problem, areaMax: problem.areaMax ?? null });
};
