/** The panel problem in its plain form: cheapest whole numbers of panel types that give the absorption asked for. */
import type { IntegerSolver } from './solver';

export interface PanelType {
  name: string;
  /** m² each */
  area: number;
  /** One coefficient a band. */
  alpha: readonly number[];
  cost: number;
  max: number;
}

export interface PanelProblem {
  panels: readonly PanelType[];
  /** Absorption area asked for in each band, m². */
  need: readonly number[];
  /** Largest total panel area, m²; null for no limit. */
  areaMax: number | null;
}

export type PanelAnswer =
  | { feasible: true; cost: number; counts: number[]; achieved: number[] }
  | { feasible: false; cost: null; counts: null };

/**
 * Minimum cost, exactly. Coefficient and need arrays have one entry a band.
 * @throws RangeError for lengths that differ; Error when the solver could not decide
 */
export function cheapestPanels(solver: IntegerSolver, { panels, need, areaMax }: PanelProblem): PanelAnswer {
  panels.forEach((p, i) => {
    if (p.alpha.length !== need.length) {
      throw new RangeError(
        `cheapestPanels: panels[${i}].alpha must have ${need.length} entries, got ${p.alpha.length}`,
      );
    }
  });
  const rows = need.map((lower, b) => ({
    name: `band ${b}`,
    coefficients: panels.map((p) => p.area * p.alpha[b]!),
    lower,
    upper: null as number | null,
  }));
  if (areaMax !== null) {
    rows.push({ name: 'area', coefficients: panels.map((p) => p.area), lower: 0, upper: areaMax });
  }
  const answer = solver.solve({ cost: panels.map((p) => p.cost), max: panels.map((p) => p.max), rows });
  if (answer.status === 'undecided') throw new Error(`cheapestPanels: ${answer.reason}`);
  if (answer.status === 'infeasible') return { feasible: false, cost: null, counts: null };
  const achieved = need.map((_, b) => panels.reduce((sum, p, i) => sum + answer.x[i]! * p.area * p.alpha[b]!, 0));
  return { feasible: true, cost: answer.cost, counts: answer.x, achieved };
}
