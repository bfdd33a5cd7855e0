/** Bars of every timber section cut from the lengths the shop has: least money by the timber's price a metre, then the fewest bars. */
import { cutBars, type BarStock, type CutPlan } from '../../cutting/bars';
import type { IntegerSolver } from '../../dosage/solver';
import type { Project } from '../../document/schema/project';
import type { CutPiece } from '../../fabrication/shopping';
import type { BuildResult } from './study';

export interface TimberCuts {
  thickness: number;
  depth: number;
  pieces: Pick<CutPiece, 'name' | 'length' | 'count'>[];
}

export interface BarInputs {
  timbers: TimberCuts[];
  stock: BarStock[];
  kerf: number;
}

export interface TimberPlan extends TimberCuts {
  stock: BarStock[];
  plan: CutPlan;
}

/** What bars are to be cut for; nothing where the frames cannot be built so. */
export function barInputs(
  { buying, treatment }: Pick<Project, 'buying' | 'treatment'>,
  { shopping }: BuildResult,
): BarInputs {
  const price = (length: number) => Math.round(length * treatment.prices.timber * 100) / 100;
  const lengths = [...new Set([buying.stockLength, ...buying.otherLengths])].sort((a, b) => a - b);
  return {
    timbers: (shopping?.timbers ?? []).map(({ thickness, depth }) => ({
      ...{ thickness, depth },
      pieces: shopping!.pieces.filter((p) => Math.abs(p.depth - depth) < 1e-9 && p.count > 0),
    })),
    stock: lengths.map((length) => ({ length, price: price(length), available: null })),
    kerf: buying.kerf,
  };
}

export function studyBars(
  { timbers, stock, kerf }: BarInputs,
  solver: IntegerSolver,
  progress: (part: number) => void = () => {},
): TimberPlan[] {
  return timbers.map((timber, i) => {
    progress(i / timbers.length);
    return { ...timber, stock, plan: cutBars(solver, { stock, pieces: timber.pieces, kerf, trim: 0 }) };
  });
}
