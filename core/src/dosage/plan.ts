/**
 * The exact problem: how many pieces of which recipe in which place bring every judged band between its limits.
 *
 * A band's limits on T become limits on the absorption ΣSα: by Eyring T = K·V/(−S ln(1 − ΣSα/S) + 4mV + A_things) falls as
 * ΣSα rises and nothing else in it moves, so T ≤ T_max holds exactly when ΣSα ≥ S(1 − e^{−(KV/T_max − 4mV − A)/S}); air and things
 * are inside that bound. Each piece adds a fixed area to ΣSα (the wall it covers no longer counts), so all limits are linear in whole
 * numbers, and branch and cut proves the optimum.
 */
import type { Aim } from './aims';
import type { IntegerAnswer, IntegerProgramme, IntegerRow, IntegerSolver } from './solver';

export interface DoseColumn {
  recipe: string;
  place: string;
  /** Pieces that fit there when nothing else hangs. */
  max: number;
  /** Part of each place one piece takes up. */
  shares: readonly { place: string; part: number }[];
  /** What one piece adds to ΣSα in each band, m²; `poor` with coefficients at the low end of what they are worth. */
  gain: readonly number[];
  poor: readonly number[];
  cost: number;
  /** kg */
  mass: number;
  overhead: boolean;
  /** Front, m²; air taken from the room, m³. */
  front: number;
  room: number;
  /** Metres of corner one piece fills; 0 elsewhere. */
  corner: number;
  /** Whether it covers first reflections. */
  covers: boolean;
}

/** Limits on what is added to ΣSα in one band, m²; null where there is none. */
export interface BandNeed {
  label: number;
  /** So that it does not ring too long; `poor` the same with the room's own coefficients at their low end. */
  least: number | null;
  poor: number | null;
  /** So that it is not too dead. */
  most: number | null;
}

export interface DoseCaps {
  money: number | null;
  pieces: number | null;
  /** m² of front that walls and ceiling may still take. */
  front: number | null;
  mass: number | null;
  ceilingMass: number | null;
}

export interface DoseProblem {
  columns: readonly DoseColumn[];
  bands: readonly BandNeed[];
  caps: DoseCaps;
  /** Front the first reflections of a place want, m². */
  marks: readonly { place: string; front: number }[];
  /** Columns of one recipe on the left and on the right that must come to equal numbers. */
  alike: readonly { left: readonly number[]; right: readonly number[] }[];
  /** Metres of corner to fill at least. */
  corners: number;
}

/** What a row stands for: a band too long or too dead, a limit, a wish, or the room there is. */
export type Demand =
  | { kind: 'long' | 'dead'; band: number }
  | { kind: 'money' | 'pieces' | 'front' | 'mass' | 'ceilingMass' | 'alike' | 'corners' }
  | { kind: 'marks'; place: string }
  | { kind: 'space'; place: string };

export const demandKey = (d: Demand): string =>
  d.kind === 'long' || d.kind === 'dead'
    ? `${d.kind} ${d.band}`
    : d.kind === 'marks' || d.kind === 'space'
      ? `${d.kind} ${d.place}`
      : d.kind;

interface DemandRow extends IntegerRow {
  demand: Demand;
}

/** Every demand as a row. Several rows may stand for one demand (left and right alike by recipe). */
export function rowsOf({ columns, bands, caps, marks, alike, corners }: DoseProblem, robust = false): DemandRow[] {
  const rows: DemandRow[] = [];
  const put = (
    demand: Demand,
    value: (c: DoseColumn, i: number) => number,
    lower: number | null,
    upper: number | null,
  ) =>
    rows.push({ demand, name: `${demandKey(demand)} ${rows.length}`, coefficients: columns.map(value), lower, upper });
  bands.forEach((b, i) => {
    if (robust && b.poor !== null) put({ kind: 'long', band: b.label }, (c) => c.poor[i]!, b.poor, null);
    if (!robust && b.least !== null) put({ kind: 'long', band: b.label }, (c) => c.gain[i]!, b.least, null);
    if (b.most !== null) put({ kind: 'dead', band: b.label }, (c) => c.gain[i]!, null, b.most);
  });
  if (caps.money !== null) put({ kind: 'money' }, (c) => c.cost, null, caps.money);
  if (caps.pieces !== null) put({ kind: 'pieces' }, () => 1, null, caps.pieces);
  if (caps.front !== null) put({ kind: 'front' }, (c) => c.front, null, caps.front);
  if (caps.mass !== null) put({ kind: 'mass' }, (c) => c.mass, null, caps.mass);
  if (caps.ceilingMass !== null) put({ kind: 'ceilingMass' }, (c) => (c.overhead ? c.mass : 0), null, caps.ceilingMass);
  for (const m of marks)
    put(
      { kind: 'marks', place: m.place },
      (c) => (c.covers && c.place === m.place ? c.front : 0),
      m.front - 1e-6,
      null,
    );
  for (const a of alike)
    put({ kind: 'alike' }, (_, i) => (a.left.includes(i) ? 1 : a.right.includes(i) ? -1 : 0), 0, 0);
  if (corners > 0) put({ kind: 'corners' }, (c) => c.corner, corners - 1e-6, null);
  const places = [...new Set(columns.flatMap((c) => c.shares.map((s) => s.place)))];
  for (const place of places) {
    const part = (c: DoseColumn) => c.shares.reduce((sum, s) => sum + (s.place === place ? s.part : 0), 0);
    // A place one recipe alone can fill is bounded by its own maximum.
    if (columns.filter((c) => part(c) > 0).length > 1) put({ kind: 'space', place }, part, null, 1 + 1e-6);
  }
  return rows;
}

const objectiveOf = (columns: readonly DoseColumn[], aim: Exclude<Aim, 'flat'>): number[] =>
  columns.map((c) => (aim === 'cost' ? c.cost : aim === 'depth' ? c.room : 1));

const programme = (problem: DoseProblem, rows: readonly IntegerRow[], cost: readonly number[]): IntegerProgramme => ({
  cost,
  max: problem.columns.map((c) => c.max),
  rows,
});

const total = (values: readonly number[], x: readonly number[]): number =>
  values.reduce((sum, v, i) => sum + v * x[i]!, 0);

/** Nodes of the search an aim may take; small problems are proved long before. */
const NODES = 1200;
/** For ties: the best found in so many is good enough, since the aim itself is held. */
const TIE_NODES = 40;
/** For each width tried on the way to the flattest. */
const FLAT_NODES = 30;
/** Fullest place is found in steps of this part of it. */
const EVEN_STEPS = 50;

/**
 * The least of one aim; among equals the least of a second; among those spread most evenly over the places.
 */
function lexicographic(
  solver: IntegerSolver,
  problem: DoseProblem,
  rows: readonly IntegerRow[],
  first: readonly number[],
  second: readonly number[],
): IntegerAnswer {
  const best = solver.solve(programme(problem, rows, first), NODES);
  if (best.status !== 'optimal') return best;
  const hold = (name: string, coefficients: readonly number[], x: readonly number[]): IntegerRow => ({
    name,
    coefficients,
    lower: null,
    upper: total(coefficients, x) + 1e-7,
  });
  const held = [...rows, hold('first', first, best.x)];
  const fine = solver.solve(programme(problem, held, second), TIE_NODES);
  let x = fine.status === 'optimal' ? fine.x : best.x;
  // A further column: the fullest place's filling, to be made as small as possible.
  const even = [...held, hold('second', second, x)].map((r) => ({ ...r, coefficients: [...r.coefficients, 0] }));
  const places = [...new Set(problem.columns.map((c) => c.place))];
  for (const place of places) {
    const fill = problem.columns.map((c) => (c.place === place ? EVEN_STEPS / c.max : 0));
    even.push({ name: `even ${place}`, coefficients: [...fill, -1], lower: null, upper: 0 });
  }
  const spread = solver.solve(
    { cost: [...problem.columns.map(() => 0), 1], max: [...problem.columns.map((c) => c.max), EVEN_STEPS], rows: even },
    TIE_NODES,
  );
  if (spread.status === 'optimal') x = spread.x.slice(0, -1);
  return { ...best, x };
}

/** Relative width of the narrowest band around `middle` every judged band can be brought into, found by halving to this. */
const FLAT_STEP = 0.01;
const FLAT_WIDEST = 2;

/** Limits on ΣSα for every judged band within a factor 1 + w of its middle. */
export type NeedWithin = (w: number) => readonly { least: number | null; most: number | null }[];

export type DoseAnswer =
  | {
      status: 'optimal';
      x: number[];
      /** Of the flattest: how far bands lie from the middle, as a part. */
      width: number | null;
      /** 0 when proved; else how far the proven bound lies below, as a part. */
      gap: number;
    }
  | { status: 'infeasible' }
  | { status: 'undecided'; reason: string };

function flattest(solver: IntegerSolver, problem: DoseProblem, within: NeedWithin): DoseAnswer {
  const narrowed = (w: number): DoseProblem => {
    const narrow = within(w);
    const tighter = (a: number | null, b: number | null, pick: (x: number, y: number) => number) =>
      a === null ? b : b === null ? a : pick(a, b);
    return {
      ...problem,
      bands: problem.bands.map((b, i) => ({
        ...b,
        least: tighter(b.least, narrow[i]!.least, Math.max),
        most: tighter(b.most, narrow[i]!.most, Math.min),
      })),
    };
  };
  const none = problem.columns.map(() => 0);
  const feasible = (w: number) => solver.solve(programme(problem, rowsOf(narrowed(w)), none), FLAT_NODES);
  let high = FLAT_WIDEST;
  const widest = feasible(high);
  if (widest.status !== 'optimal') {
    // Wider still than the search: any point inside the limits is as flat as it gets.
    const any = cheapest(solver, problem, 'cost');
    return any.status === 'optimal' ? { ...any, width: null } : any;
  }
  let low = 0;
  let gap = 0;
  while (high - low > FLAT_STEP) {
    const w = (low + high) / 2;
    const answer = feasible(w);
    if (answer.status === 'optimal') high = w;
    else {
      low = w;
      // Not settled within its nodes: taken as impossible, and said.
      if (answer.status === 'undecided') gap = Math.max(gap, high - w);
    }
  }
  const cost = objectiveOf(problem.columns, 'cost');
  // The width is the aim: the cheapest found at it in a few nodes will do.
  const best = solver.solve(programme(problem, rowsOf(narrowed(high)), cost), TIE_NODES);
  return best.status === 'optimal' ? { status: 'optimal', x: best.x, width: high, gap } : best;
}

function cheapest(solver: IntegerSolver, problem: DoseProblem, aim: Exclude<Aim, 'flat'>, robust = false): DoseAnswer {
  const rows = rowsOf(problem, robust);
  const [first, second] = [
    objectiveOf(problem.columns, aim),
    objectiveOf(problem.columns, aim === 'cost' ? 'pieces' : 'cost'),
  ];
  const answer = lexicographic(solver, problem, rows, first, second);
  return answer.status === 'optimal' ? { status: 'optimal', x: answer.x, width: null, gap: answer.gap } : answer;
}

/** The best answer of an aim, proved; ties go to fewer pieces, or to less money. */
export function solveDose(solver: IntegerSolver, problem: DoseProblem, aim: Aim, within: NeedWithin): DoseAnswer {
  return aim === 'flat' ? flattest(solver, problem, within) : cheapest(solver, problem, aim);
}

/** The least money that still keeps every upper limit when all coefficients lie at the low end of what they are worth. */
export function solveRobust(solver: IntegerSolver, problem: DoseProblem): DoseAnswer {
  return cheapest(solver, problem, 'cost', true);
}

const physical = (d: Demand): boolean => d.kind === 'space';

/** Whether the demands alone, with the room there is, can be kept. */
function holds(
  solver: IntegerSolver,
  problem: DoseProblem,
  rows: readonly DemandRow[],
  keys: ReadonlySet<string>,
): boolean {
  const kept = rows.filter((r) => physical(r.demand) || keys.has(demandKey(r.demand)));
  return (
    solver.solve(
      programme(
        problem,
        kept,
        problem.columns.map(() => 0),
      ),
    ).status !== 'infeasible'
  );
}

/** Pairs are tried up to so many; beyond that the set is irreducible but perhaps not the smallest. */
const MOST_PAIRS = 600;

/**
 * A smallest set of demands that cannot be kept together (beside the room there is): single ones first, then pairs, else one that
 * loses its contradiction when any member is left out. Empty when everything can be kept.
 */
export function conflictOf(solver: IntegerSolver, problem: DoseProblem): Demand[] {
  const rows = rowsOf(problem);
  const demands = [
    ...new Map(rows.filter((r) => !physical(r.demand)).map((r) => [demandKey(r.demand), r.demand])).values(),
  ];
  const keys = demands.map(demandKey);
  const named = (set: Iterable<string>) => [...set].map((k) => demands[keys.indexOf(k)]!);
  if (holds(solver, problem, rows, new Set(keys))) return [];
  const alone = keys.find((k) => !holds(solver, problem, rows, new Set([k])));
  if (alone !== undefined) return named([alone]);
  // Leaving out one after the other whatever is not needed for the contradiction.
  const core = new Set(keys);
  for (const k of keys) {
    core.delete(k);
    if (holds(solver, problem, rows, core)) core.add(k);
  }
  if (core.size <= 2) return named(core);
  const wants = (k: string) => /^(long|marks|corners|alike)/.test(k);
  let tried = 0;
  for (const a of keys.filter(wants)) {
    for (const b of keys.filter((k) => k !== a && !(wants(k) && !k.startsWith('alike')))) {
      if (tried++ >= MOST_PAIRS) return named(core);
      if (!holds(solver, problem, rows, new Set([a, b]))) return named([a, b]);
    }
  }
  return named(core);
}

export interface Relaxation {
  demand: Demand;
  /** False: other demands cannot be kept either, whatever this one becomes. */
  helps: boolean;
  /** What the demand would have to be for everything else to be kept: m², money, pieces, kg, metres; null: left out altogether. */
  to: number | null;
  x: number[];
}

/**
 * For each demand of a conflict, the nearest value with which all others can be kept. When no single one helps, how near each comes
 * when it is the only one asked.
 */
export function relaxations(solver: IntegerSolver, problem: DoseProblem, conflict: readonly Demand[]): Relaxation[] {
  const rows = rowsOf(problem);
  const nearest = (demand: Demand, helps: boolean): Relaxation[] => {
    const key = demandKey(demand);
    const own = rows.filter((r) => demandKey(r.demand) === key);
    const rest = rows.filter((r) => (helps ? demandKey(r.demand) !== key : physical(r.demand)));
    // As near to the wanted side as the others allow; a wish of several rows is simply left out.
    const [only] = own;
    if (!only) return [];
    const single = own.length === 1 && (only.lower === null) !== (only.upper === null);
    const objective = single
      ? only.coefficients.map((a) => (only.lower !== null ? -a : a))
      : problem.columns.map((c) => c.cost);
    const answer = solver.solve(programme(problem, rest, objective), NODES);
    if (answer.status !== 'optimal') return [];
    return [{ demand, helps, to: single ? total(only.coefficients, answer.x) : null, x: answer.x }];
  };
  const helping = conflict.flatMap((d) => nearest(d, true));
  return helping.length > 0 ? helping : conflict.flatMap((d) => nearest(d, false));
}
