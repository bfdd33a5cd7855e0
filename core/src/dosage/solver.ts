/**
 * Integer programmes with a proven optimum: minimise cost·x, lower ≤ A·x ≤ upper, 0 ≤ x ≤ max, x whole.
 *
 * HiGHS (branch and cut) finds the optimum with both gaps set to zero; its floating-point answer is rounded to whole
 * numbers and every row is checked again here in plain arithmetic. When rounding or the solver's own tolerance has let a
 * row slip, exactly that point is left out and the rest is solved again, so that an answer is never accepted on trust.
 */
import loadHighs, { type Highs } from 'highs';

export interface IntegerRow {
  name: string;
  coefficients: readonly number[];
  /** Null: no bound on that side. */
  lower: number | null;
  upper: number | null;
}

export interface IntegerProgramme {
  cost: readonly number[];
  max: readonly number[];
  rows: readonly IntegerRow[];
}

export type IntegerAnswer =
  /** `gap`: 0 when proved; else, with a budget of nodes, how far the proven bound lies below, as a part of the cost. */
  | { status: 'optimal'; x: number[]; cost: number; gap: number }
  | { status: 'infeasible' }
  | { status: 'undecided'; reason: string };

/** The same where parts of a whole are allowed: its value, and by row what one more asked for would cost (≥ 0 for lower bounds, ≤ 0 for upper). */
export type RelaxedAnswer =
  { status: 'optimal'; value: number; x: number[]; duals: number[] } | { status: 'infeasible' };

export interface IntegerSolver {
  /** @throws Error when the solver stops without an answer */
  relaxed(programme: IntegerProgramme): RelaxedAnswer;
  /** @param nodes most nodes of the search; none: until it is proved */
  solve(programme: IntegerProgramme, nodes?: number): IntegerAnswer;
}

/** A row holds when it is met to this absolute amount. */
export const ROW_TOLERANCE = 1e-9;
const SOLVER_TOLERANCE = 1e-9;
const MAX_SOLVES = 2000;

export function rowValue(row: IntegerRow, x: readonly number[]): number {
  return row.coefficients.reduce((sum, a, i) => sum + a * x[i]!, 0);
}

/** How far a row is missed on either side, 0 when it holds. */
function miss(row: IntegerRow, x: readonly number[]): { below: number; above: number } {
  const value = rowValue(row, x);
  return {
    below: row.lower === null ? 0 : Math.max(0, row.lower - value),
    above: row.upper === null ? 0 : Math.max(0, value - row.upper),
  };
}

function checkProgramme({ cost, max, rows }: IntegerProgramme): void {
  if (max.length !== cost.length)
    throw new RangeError(`solve: max must have ${cost.length} entries, got ${max.length}`);
  max.forEach((m, i) => {
    if (!(Number.isInteger(m) && m >= 0)) throw new RangeError(`solve: max[${i}] must be a whole number ≥ 0, got ${m}`);
  });
  rows.forEach((row) => {
    if (row.coefficients.length !== cost.length || row.coefficients.some((a) => !Number.isFinite(a))) {
      throw new RangeError(`solve: row ${row.name} needs ${cost.length} finite coefficients`);
    }
  });
}

interface Bounds {
  lower: readonly number[];
  upper: readonly number[];
}

/** The rows as the solver takes them, scaled to a largest coefficient of 1, so that its absolute tolerance means the same in each. */
function modelOf(highs: Highs, programme: IntegerProgramme, bounds: Bounds) {
  const columns = programme.cost.length;
  const indices: number[] = [];
  const values: number[] = [];
  const starts: number[] = [0];
  const sizes = programme.rows.map((r) => Math.max(...r.coefficients.map(Math.abs), 0) || 1);
  programme.rows.forEach((row, r) => {
    row.coefficients.forEach((a, i) => {
      if (a === 0) return;
      indices.push(i);
      values.push(a / sizes[r]!);
    });
    starts.push(values.length);
  });
  const scaled = (bound: 'lower' | 'upper', none: number) =>
    Float64Array.from(programme.rows.map((r, i) => (r[bound] === null ? none : r[bound] / sizes[i]!)));
  const model = {
    numCols: columns,
    numRows: programme.rows.length,
    matrix: {
      format: 'csr' as const,
      numRows: programme.rows.length,
      numCols: columns,
      starts: Int32Array.from(starts),
      indices: Int32Array.from(indices),
      values: Float64Array.from(values),
    },
    sense: highs.constants.objectiveSense.minimize,
    colCost: Float64Array.from(programme.cost),
    colLower: Float64Array.from(bounds.lower),
    colUpper: Float64Array.from(bounds.upper),
    rowLower: scaled('lower', -highs.infinity),
    rowUpper: scaled('upper', highs.infinity),
  };
  return { model, sizes };
}

function relaxed(highs: Highs, programme: IntegerProgramme): RelaxedAnswer {
  checkProgramme(programme);
  const bounds = { lower: programme.cost.map(() => 0), upper: programme.max };
  const { model, sizes } = modelOf(highs, programme, bounds);
  return highs.withModel(model, (solved): RelaxedAnswer => {
    solved.options.set({ output_flag: false });
    solved.run();
    const status = solved.getModelStatus();
    if (status === highs.constants.modelStatus.infeasible) return { status: 'infeasible' };
    if (status !== highs.constants.modelStatus.optimal)
      throw new Error(`relaxed: the solver stopped with model status ${status}`);
    const { colValue, rowDual } = solved.getSolution();
    const x = Array.from(colValue);
    const value = x.reduce((sum, n, i) => sum + n * programme.cost[i]!, 0);
    return { status: 'optimal', value, x, duals: sizes.map((size, r) => rowDual[r]! / size) };
  });
}

function solveOnce(highs: Highs, programme: IntegerProgramme, bounds: Bounds, nodes: number | null): IntegerAnswer {
  const { model: taken } = modelOf(highs, programme, bounds);
  const integrality = new Int32Array(programme.cost.length).fill(highs.constants.variableType.integer);
  return highs.withModel({ ...taken, integrality }, (model): IntegerAnswer => {
    model.options.set({
      output_flag: false,
      mip_rel_gap: 0,
      mip_abs_gap: 0,
      mip_feasibility_tolerance: SOLVER_TOLERANCE,
      primal_feasibility_tolerance: SOLVER_TOLERANCE,
      ...(nodes === null ? {} : { mip_max_nodes: nodes }),
    });
    model.run();
    const status = model.getModelStatus();
    if (status === highs.constants.modelStatus.infeasible) return { status: 'infeasible' };
    const stopped = status !== highs.constants.modelStatus.optimal;
    const gap = stopped ? Number(model.info.get('mip_gap')) : 0;
    if (stopped && (nodes === null || !Number.isFinite(gap))) {
      const reason =
        nodes === null
          ? `the solver stopped with model status ${status}`
          : `the search found nothing certain in ${nodes} steps`;
      return { status: 'undecided', reason };
    }
    const x = Array.from(model.getSolution().colValue, (v, i) =>
      Math.min(bounds.upper[i]!, Math.max(bounds.lower[i]!, Math.round(v))),
    );
    return { status: 'optimal', x, cost: x.reduce((sum, n, i) => sum + n * programme.cost[i]!, 0), gap };
  });
}

function solve(highs: Highs, programme: IntegerProgramme, nodes: number | null): IntegerAnswer {
  checkProgramme(programme);
  if (programme.cost.length === 0 || programme.rows.length === 0) {
    // Without rows every column goes to the end its cost likes.
    const x = programme.cost.map((c, i) => (c < 0 && programme.rows.length === 0 ? programme.max[i]! : 0));
    const holds = programme.rows.every((r) => miss(r, x).below <= ROW_TOLERANCE && miss(r, x).above <= ROW_TOLERANCE);
    return holds
      ? { status: 'optimal', x, cost: x.reduce((sum, n, i) => sum + n * programme.cost[i]!, 0), gap: 0 }
      : { status: 'infeasible' };
  }
  const bounds = { lower: programme.cost.map(() => 0), upper: programme.max };
  return solveWithin(highs, programme, bounds, { left: MAX_SOLVES }, nodes);
}

/**
 * Solves inside bounds; when the answer breaks a row in exact arithmetic, splits the bounds into boxes that leave out
 * just that point and takes the best of them.
 */
function solveWithin(
  highs: Highs,
  programme: IntegerProgramme,
  bounds: Bounds,
  budget: { left: number },
  nodes: number | null,
): IntegerAnswer {
  if (budget.left-- <= 0) return { status: 'undecided', reason: 'rounding could not be settled' };
  const answer = solveOnce(highs, programme, bounds, nodes);
  if (answer.status !== 'optimal') return answer;
  const slipped = programme.rows.some((row) => {
    const { below, above } = miss(row, answer.x);
    return below > ROW_TOLERANCE || above > ROW_TOLERANCE;
  });
  if (!slipped) return answer;
  let best: IntegerAnswer = { status: 'infeasible' };
  const lower = [...bounds.lower];
  const upper = [...bounds.upper];
  for (let i = 0; i < answer.x.length; i++) {
    const v = answer.x[i]!;
    for (const part of [
      { lower, upper: upper.with(i, v - 1) },
      { lower: lower.with(i, v + 1), upper },
    ]) {
      if (part.lower[i]! > part.upper[i]!) continue;
      const found = solveWithin(highs, programme, part, budget, nodes);
      if (found.status === 'undecided') return found;
      if (found.status === 'optimal' && (best.status !== 'optimal' || found.cost < best.cost)) best = found;
    }
    lower[i] = v;
    upper[i] = v;
  }
  return best;
}

/**
 * Loads the solver once; the promise may be shared.
 * @param locate where its WebAssembly file is, for browsers; Node finds its own
 */
export async function loadIntegerSolver(locate?: () => string): Promise<IntegerSolver> {
  const highs = await loadHighs(locate ? { locateFile: locate } : undefined);
  return {
    solve: (programme, nodes) => solve(highs, programme, nodes ?? null),
    relaxed: (programme) => relaxed(highs, programme),
  };
}
