/**
 * The plan: how many of which recipe where, by the exact problem of dosage/plan.ts; the same with pessimistic data, what four more
 * of each would buy, and what one left out costs.
 */
import { RATING_MIDBANDS, RATING_THIRDS } from '../absorbers/rating';
import { AIMS } from '../dosage/aims';
import {
  conflictOf,
  type Demand,
  type DoseColumn,
  type DoseProblem,
  type NeedWithin,
  relaxations,
  solveDose,
  solveRobust,
} from '../dosage/plan';
import type { IntegerSolver } from '../dosage/solver';
import { OCTAVE_MIDBANDS, OCTAVES } from '../quantities/bands';
import { billOf } from '../recipes/bill';
import { fromOctaves, recipeCurve, recipeOctaves, recipeSpread } from '../recipes/curve';
import { eyring, LOGARITHM_CAP, meanAlphaForTime } from '../reverberation/decay';
import { middleOf, schoolLimits } from '../targets/targets';
import { roomWithPieces } from './decay';
import {
  bandSurfaces,
  coveredAlpha,
  type Curve,
  curveFor,
  type DecayRoom,
  type Judged,
  type MixPiece,
} from './decayCurves';
import type {
  LeftOut,
  NextFour,
  Pieces,
  PlanAnswer,
  PlanColumn,
  PlanInputs,
  PlanOutcome,
  PlanResult,
  PlanStep,
  Totals,
} from './planTypes';
import { planWorking } from './planWorking';
import type { Study } from './types';

/** Pieces put up at a time: about so many are heard. */
export const AT_A_TIME = 4;
const MOST_STEPS = 12;
/** A step that mends less than this part of what was wrong at first buys little. */
const LITTLE = 0.05;

interface Bench {
  inputs: PlanInputs;
  room: DecayRoom;
  limits: Judged;
  recipes: PlanResult['recipes'];
  /** Aligned with inputs.columns. */
  pieces: Omit<MixPiece, 'count'>[];
  columns: DoseColumn[];
  none: number[];
  /** m² of all surfaces; ΣSα of the bare room by band, as it is and with coefficients at their low end. */
  surface: number;
  bareArea: number[];
  poorArea: number[];
}

function roomInBands(inputs: PlanInputs, panelAlpha: readonly number[]): { room: DecayRoom; mids: readonly number[] } {
  const whole = roomWithPieces(inputs.decay, panelAlpha);
  if (inputs.bands === 'octaves') return { room: whole, mids: OCTAVE_MIDBANDS };
  const spread = (values: readonly number[]) => RATING_MIDBANDS.map((f) => fromOctaves(values, f));
  return {
    mids: RATING_MIDBANDS,
    room: {
      ...whole,
      bands: RATING_THIRDS,
      mEnergy: inputs.mThirds,
      objects: spread(whole.objects),
      faces: whole.faces.map((f) => ({ ...f, alpha: spread(f.alpha) })),
    },
  };
}

function benchFor(inputs: PlanInputs): Bench & { mids: readonly number[] } {
  const { decay, prices } = inputs;
  const air = { rho0: decay.rho, c0: decay.c };
  const panel = inputs.recipes.find((r) => r.id === 'panel');
  const { room, mids } = roomInBands(inputs, panel ? recipeOctaves(panel, air) : OCTAVES.map(() => 0));
  // A third belongs to the judged range from the lower third of its octave on.
  const from = inputs.bands === 'octaves' ? decay.lowestOctave : decay.lowestOctave * 0.78;
  const limits = room.bands.map((f) => (f >= from ? schoolLimits(decay.school, decay.volume, f, decay.own) : null));
  const recipes = inputs.recipes.map((r) => ({
    id: r.id,
    name: r.name,
    alpha: inputs.bands === 'octaves' ? recipeOctaves(r, air) : recipeCurve(r, air, mids).alpha,
    bill: billOf(r, prices),
    spread: recipeSpread(r),
  }));
  const byId = new Map(recipes.map((r) => [r.id, r]));
  const faces = new Map(room.faces.map((f) => [f.id, f]));
  const pieces = inputs.columns.map((c) => {
    const r = byId.get(c.recipe)!;
    const hidden = c.parts.reduce((sum, t) => sum + t.area, 0);
    return {
      recipe: c.recipe,
      place: c.place,
      front: c.front,
      parts: c.parts,
      alpha: r.alpha.map((a) => Math.min(LOGARITHM_CAP, (a * c.front) / hidden)),
      spread: r.spread,
    };
  });
  const gainOf = (i: number, b: number, low: boolean): number =>
    pieces[i]!.parts.reduce((sum, t) => {
      const face = faces.get(t.face)!;
      const wall = Math.min(LOGARITHM_CAP, face.alpha[b]! * (low ? 1 - face.spread : 1));
      const over = pieces[i]!.alpha[b]! * (low ? 1 - pieces[i]!.spread : 1);
      return sum + t.area * (coveredAlpha(over, wall) - wall);
    }, 0);
  const columns = inputs.columns.map((c, i): DoseColumn => {
    const { bill } = byId.get(c.recipe)!;
    return {
      recipe: c.recipe,
      place: c.place,
      max: c.max,
      shares: c.shares,
      gain: room.bands.map((_, b) => gainOf(i, b, false)),
      poor: room.bands.map((_, b) => gainOf(i, b, true)),
      cost: bill.cost,
      mass: bill.mass,
      overhead: c.overhead,
      front: c.front,
      room: bill.room,
      corner: c.corner,
      covers: c.covers,
    };
  });
  const none = room.bands.map(() => 0);
  const bare = (widen: -1 | 0) =>
    room.bands.map((_, b) => bandSurfaces(room, {}, none, b, widen).reduce((sum, s) => sum + s.area * s.alpha, 0));
  return {
    inputs,
    room,
    mids,
    limits,
    recipes,
    pieces,
    columns,
    none,
    surface: room.faces.reduce((sum, f) => sum + f.area, 0),
    bareArea: bare(0),
    poorArea: bare(-1),
  };
}

/** ΣSα more than bare that a decay time asks for, m². `low`: the room's own coefficients at their low end. */
function areaFor(bench: Bench, b: number, time: number, low: boolean): number {
  const { room, surface } = bench;
  const bare = (low ? bench.poorArea : bench.bareArea)[b]!;
  const things = room.objects[b]! * (low ? 1 - room.objectSpread : 1);
  const outside = room.mEnergy[b]! + things / (4 * room.volume);
  return surface * meanAlphaForTime(time, room.volume, surface, room.c, outside) - bare;
}

/** The decay time of a band when so much is added to ΣSα, s. */
function timeWith(bench: Bench, b: number, added: number): number | null {
  const { room, surface, bareArea } = bench;
  return eyring({
    volume: room.volume,
    c: room.c,
    mEnergy: room.mEnergy[b]!,
    objects: room.objects[b]!,
    surfaces: [{ area: surface, alpha: Math.min(0.999, (bareArea[b]! + added) / surface) }],
  });
}

/** Decay times with so many pieces by column, s: the same as {@link curveOf} without the rest. */
function timesOf(bench: Bench, counts: readonly number[]): (number | null)[] {
  return bench.room.bands.map((_, b) =>
    timeWith(
      bench,
      b,
      bench.columns.reduce((sum, c, i) => sum + counts[i]! * c.gain[b]!, 0),
    ),
  );
}

const hangable = (room: DecayRoom): number => room.faces.filter((f) => !f.isFloor).reduce((sum, f) => sum + f.area, 0);

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
      front: plan.coverage === null ? null : Math.max(0, plan.coverage * hangable(room) - room.hungArea),
      mass: plan.mass,
      ceilingMass: plan.ceilingMass,
    },
    marks: inputs.marks,
    alike: inputs.alike ? pairsAlike(kept.map((i) => inputs.columns[i]!)) : [],
    corners: plan.cornersFirst * inputs.cornerLength,
  };
  return { problem, kept };
}

function totalsOf(bench: Bench, counts: readonly number[]): Totals {
  const sum = (value: (c: DoseColumn) => number) => bench.columns.reduce((s, c, i) => s + counts[i]! * value(c), 0);
  return {
    pieces: sum(() => 1),
    cost: sum((c) => c.cost),
    front: sum((c) => c.front),
    mass: sum((c) => c.mass),
    ceilingMass: sum((c) => (c.overhead ? c.mass : 0)),
    room: sum((c) => c.room),
  };
}

const piecesOf = (bench: Bench, counts: readonly number[]): Pieces[] =>
  bench.inputs.columns.flatMap((c, i) =>
    counts[i]! > 0 ? [{ recipe: c.recipe, place: c.place, count: counts[i]! }] : [],
  );

function curveOf(bench: Bench, counts: readonly number[]): Curve {
  const mix = bench.pieces.flatMap((p, i) => (counts[i]! > 0 ? [{ ...p, count: counts[i]! }] : []));
  return curveFor(bench.room, {}, bench.none, bench.limits, mix);
}

/** How far the judged bands lie outside their limits, Σ|ln(T/limit)|. */
function outsideOf(times: readonly (number | null)[], limits: Judged): number {
  return times.reduce<number>((sum, t, b) => {
    const limit = limits[b];
    if (!limit || t === null) return sum;
    if (limit.upper !== null && t > limit.upper) return sum + Math.log(t / limit.upper);
    return t < limit.lower ? sum + Math.log(limit.lower / Math.max(t, 1e-6)) : sum;
  }, 0);
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
  if (demand.kind === 'front') return (to + bench.room.hungArea) / hangable(bench.room);
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

/** Free part of every place, 0…1. */
function freeShares(bench: Bench, counts: readonly number[]): Map<string, number> {
  const free = new Map<string, number>();
  bench.inputs.columns.forEach((c, i) =>
    c.shares.forEach((s) => free.set(s.place, (free.get(s.place) ?? 1) - counts[i]! * s.part)),
  );
  return free;
}

/** So many more of a recipe, each where most is free; null when none fits. */
function more(bench: Bench, counts: readonly number[], recipe: string, n: number): number[] | null {
  const next = [...counts];
  for (let k = 0; k < n; k++) {
    const free = freeShares(bench, next);
    let best = -1;
    let most = -Infinity;
    bench.inputs.columns.forEach((c, i) => {
      if (c.recipe !== recipe || !c.allowed || next[i]! >= c.max) return;
      if (c.shares.some((s) => (free.get(s.place) ?? 1) < s.part - 1e-9)) return;
      const left = free.get(c.place) ?? 1;
      if (left > most + 1e-12) [best, most] = [i, left];
    });
    if (best < 0) return k === 0 ? null : next;
    next[best]! += 1;
  }
  return next;
}

const allowedRecipes = (bench: Bench): string[] => [
  ...new Set(bench.inputs.columns.filter((c) => c.allowed).map((c) => c.recipe)),
];

function nextFours(bench: Bench, counts: readonly number[]): NextFour[] {
  return allowedRecipes(bench).flatMap((recipe): NextFour[] => {
    const then = more(bench, counts, recipe, AT_A_TIME);
    if (!then) return [];
    const added = then.map((n, i) => n - counts[i]!);
    const curve = curveOf(bench, then);
    return [
      {
        recipe,
        pieces: piecesOf(bench, added),
        totals: totalsOf(bench, added),
        curve,
        outside: outsideOf(curve.eyring, bench.limits),
      },
    ];
  });
}

/** From the bare room on, always the four that mend most for their money. */
function stepsFrom(bench: Bench): { steps: PlanStep[]; enough: number | null } {
  const recipes = allowedRecipes(bench);
  const [low, high] = [bench.room.bands.indexOf(500), bench.room.bands.indexOf(1000)];
  const stepAt = (counts: readonly number[], recipe: string | null): PlanStep => {
    const times = timesOf(bench, counts);
    const { pieces, cost } = totalsOf(bench, counts);
    const [a, b] = [times[low] ?? null, times[high] ?? null];
    const mid = a === null || b === null ? null : (a + b) / 2;
    return { pieces, cost, recipe, outside: outsideOf(times, bench.limits), mid };
  };
  let counts = bench.inputs.columns.map(() => 0);
  const steps = [stepAt(counts, null)];
  const first = steps[0]!.outside;
  let enough: number | null = first === 0 ? 0 : null;
  while (steps.length <= MOST_STEPS && enough === null) {
    const before = steps.at(-1)!;
    const options = recipes.flatMap((recipe) => {
      const then = more(bench, counts, recipe, AT_A_TIME);
      return then ? [{ then, step: stepAt(then, recipe) }] : [];
    });
    const worth = ({ step }: (typeof options)[number]) =>
      (before.outside - step.outside) / Math.max(1, step.cost - before.cost);
    const best = options.reduce<(typeof options)[number] | null>((a, o) => (!a || worth(o) > worth(a) ? o : a), null);
    if (!best || best.step.outside >= before.outside - 1e-9) break;
    counts = best.then;
    steps.push(best.step);
    if (best.step.outside === 0 || before.outside - best.step.outside < LITTLE * first) enough = steps.length - 1;
  }
  return { steps, enough };
}

function leftOuts(bench: Bench, counts: readonly number[]): LeftOut[] {
  const recipes = [...new Set(bench.inputs.columns.flatMap((c, i) => (counts[i]! > 0 ? [c.recipe] : [])))];
  return recipes.map((recipe) => {
    // From where most of it hangs.
    const i = bench.inputs.columns.reduce(
      (best, c, k) => (c.recipe === recipe && (best < 0 || counts[k]! > counts[best]!) ? k : best),
      -1,
    );
    return { recipe, place: bench.inputs.columns[i]!.place, curve: curveOf(bench, counts.with(i, counts[i]! - 1)) };
  });
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
  const chosen = inputs.columns.map(
    (c) => inputs.chosen.find((p) => p.recipe === c.recipe && p.place === c.place)?.count ?? 0,
  );
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
