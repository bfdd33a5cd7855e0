/**
 * The plan: how many of which recipe where, by the exact problem of dosage/plan.ts; the same with every coefficient at its low
 * end, what four more of each would buy, and what one left out costs.
 */
import { AIMS } from '../../dosage/aims';
import {
  conflictOf,
  type Demand,
  type DoseProblem,
  type NeedWithin,
  relaxations,
  solveDose,
  solveRobust,
} from '../../dosage/plan';
import type { IntegerSolver } from '../../dosage/solver';
import { middleOf } from '../../criteria/decayTargets';
import { areaFor, type Bench, benchFor, curveOf, hangable, laidFront, piecesOf, timeWith, totalsOf } from './bench';
import { leftOuts, nextFours, stepsFrom } from './steps';
import type { PlanAnswer, PlanColumn, PlanInputs, PlanOutcome, PlanResult } from './types';
import { planWorking } from './working';
import type { Study } from '../types';

/** Columns of one recipe on both sides, by face, corner or edge. */
function pairsAlike(columns: readonly PlanColumn[]): DoseProblem['alike'] {
  const kinds = [
    ...new Set(columns.map((c) => `${c.recipe}|${c.class === 'corners' || c.class === 'edges' ? c.class : 'walls'}`)),
  ];
  return kinds.flatMap((kind) => {
    const [recipe, where] = kind.split('|');
    const on = (side: 'left' | 'right') =>
      columns.flatMap((c, i) =>
        c.recipe === recipe &&
        c.side === side &&
        (where === 'walls' ? c.corner === 0 && c.class !== 'edges' : c.class === where)
          ? [i]
          : [],
      );
    const [left, right] = [on('left'), on('right')];
    return left.length > 0 && right.length > 0 ? [{ left, right }] : [];
  });
}

/** The problem over the columns the plan allows; `kept` are their indices among all. */
function problemOf(bench: Bench): { problem: DoseProblem; kept: number[] } {
  const { inputs, room, limits } = bench;
  const { plan } = inputs;
  const kept = inputs.columns.flatMap((c, i) => (c.allowed ? [i] : []));
  const problem: DoseProblem = {
    columns: kept.map((i) => bench.columns[i]!),
    bands: room.bands.map((label, b) => {
      const limit = limits[b];
      const upper = limit?.upper ?? null;
      return {
        label,
        least: upper === null ? null : areaFor(bench, b, upper, false),
        poor: upper === null ? null : areaFor(bench, b, upper, true),
        most: limit && limit.lower > 0 ? areaFor(bench, b, limit.lower, false) : null,
      };
    }),
    caps: {
      money: plan.money,
      pieces: plan.pieces,
      front: plan.coverage === null ? null : Math.max(0, plan.coverage * hangable(room) - laidFront(room)),
      mass: plan.mass,
      ceilingMass: plan.ceilingMass,
    },
    marks: inputs.marks,
    alike: inputs.alike ? pairsAlike(kept.map((i) => inputs.columns[i]!)) : [],
    corners: plan.cornersFirst * inputs.cornerLength,
  };
  return { problem, kept };
}

/** Counts over all columns from an answer over the allowed ones. */
const spreadOut = (bench: Bench, kept: readonly number[], x: readonly number[]): number[] => {
  const counts = bench.inputs.columns.map(() => 0);
  kept.forEach((i, k) => (counts[i] = x[k]!));
  return counts;
};

function relaxationNow(bench: Bench, demand: Demand): number | null {
  const { plan, cornerLength } = bench.inputs;
  const band = (side: 'upper' | 'lower', label: number) =>
    bench.limits[bench.room.bands.indexOf(label)]?.[side] ?? null;
  switch (demand.kind) {
    case 'long':
      return band('upper', demand.band);
    case 'dead':
      return band('lower', demand.band);
    case 'money':
      return plan.money;
    case 'pieces':
      return plan.pieces;
    case 'front':
      return plan.coverage;
    case 'mass':
      return plan.mass;
    case 'ceilingMass':
      return plan.ceilingMass;
    case 'corners':
      return plan.cornersFirst * cornerLength;
    default:
      return null;
  }
}

function relaxationTo(bench: Bench, demand: Demand, to: number | null): number | null {
  if (to === null) return null;
  if (demand.kind === 'long' || demand.kind === 'dead')
    return timeWith(bench, bench.room.bands.indexOf(demand.band), to);
  if (demand.kind === 'front') return (to + laidFront(bench.room)) / hangable(bench.room);
  return demand.kind === 'marks' || demand.kind === 'alike' ? null : to;
}

/** Limits within a factor of the middle of each band's own. */
const withinOf =
  (bench: Bench): NeedWithin =>
  (w) =>
    bench.limits.map((limit, b) => {
      const middle = middleOf(limit);
      if (middle === null) return { least: null, most: null };
      return { least: areaFor(bench, b, middle * (1 + w), false), most: areaFor(bench, b, middle / (1 + w), false) };
    });

function solveAll(bench: Bench, solver: IntegerSolver, progress: (part: number) => void): PlanOutcome {
  const { problem, kept } = problemOf(bench);
  const within = withinOf(bench);
  const answers: PlanAnswer[] = [];
  for (const [k, aim] of AIMS.entries()) {
    const answer = solveDose(solver, problem, aim, within);
    progress((k + 1) / AIMS.length);
    if (answer.status === 'undecided') return answer;
    if (answer.status === 'infeasible') {
      const conflict = conflictOf(solver, problem);
      return {
        status: 'impossible',
        conflict,
        relaxations: relaxations(solver, problem, conflict).map(({ demand, helps, to, x }) => {
          const counts = spreadOut(bench, kept, x);
          return {
            demand,
            helps,
            now: relaxationNow(bench, demand),
            to: relaxationTo(bench, demand, to),
            pieces: piecesOf(bench, counts),
            totals: totalsOf(bench, counts),
          };
        }),
      };
    }
    const counts = spreadOut(bench, kept, answer.x);
    answers.push({
      aim,
      pieces: piecesOf(bench, counts),
      totals: totalsOf(bench, counts),
      curve: curveOf(bench, counts),
      width: answer.width,
      gap: answer.gap,
    });
  }
  const { aim } = bench.inputs.plan;
  return { status: 'reached', answers: [...answers].sort((a, b) => Number(b.aim === aim) - Number(a.aim === aim)) };
}

function robustOf(bench: Bench, solver: IntegerSolver, outcome: PlanOutcome): PlanResult['robust'] {
  const { problem, kept } = problemOf(bench);
  const answer = solveRobust(solver, problem);
  if (answer.status !== 'optimal') return { status: answer.status === 'infeasible' ? 'impossible' : 'undecided' };
  const counts = spreadOut(bench, kept, answer.x);
  const totals = totalsOf(bench, counts);
  const cheap = outcome.status === 'reached' ? outcome.answers.find((a) => a.aim === 'cost') : undefined;
  return {
    status: 'reached',
    pieces: piecesOf(bench, counts),
    totals,
    curve: curveOf(bench, counts),
    more: cheap ? { pieces: totals.pieces - cheap.totals.pieces, cost: totals.cost - cheap.totals.cost } : null,
  };
}

/** How many of each column are decided on. */
export const chosenCounts = ({ columns, chosen }: Pick<PlanInputs, 'columns' | 'chosen'>): number[] =>
  columns.map((c) => chosen.find((p) => p.recipe === c.recipe && p.place === c.place)?.count ?? 0);

/**
 * The study proper. Heavy: runs in a worker.
 * @param progress called with 0…1 between its parts
 */
export function studyPlan(
  inputs: PlanInputs,
  solver: IntegerSolver,
  progress: (part: number) => void = () => {},
): Study<PlanResult> {
  const bench = benchFor(inputs);
  progress(0.15);
  const bare = inputs.columns.map(() => 0);
  const chosen = chosenCounts(inputs);
  const outcome = solveAll(bench, solver, (part) => progress(0.15 + 0.6 * part));
  const robust = robustOf(bench, solver, outcome);
  progress(0.85);
  const chosenCurve = curveOf(bench, chosen);
  const result: PlanResult = {
    bands: [...bench.room.bands],
    mids: [...bench.mids],
    limits: bench.limits,
    recipes: bench.recipes,
    columns: inputs.columns.filter((c) => c.allowed).length,
    bare: curveOf(bench, bare),
    chosen: chosenCurve,
    chosenTotals: totalsOf(bench, chosen),
    outcome,
    robust,
    next: nextFours(bench, chosen).sort((a, b) => a.outside - b.outside || a.totals.cost - b.totals.cost),
    ...stepsFrom(bench),
    leftOut: leftOuts(bench, chosen),
  };
  progress(1);
  return { result, issues: [], working: planWorking(inputs, result) };
}
