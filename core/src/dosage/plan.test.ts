import { seeded, type Random } from '../testing/random';
import {
  conflictOf,
  type Demand,
  demandKey,
  type DoseColumn,
  type DoseProblem,
  relaxations,
  rowsOf,
  solveDose,
  solveRobust,
} from './plan';
import { type IntegerSolver, loadIntegerSolver, rowValue, ROW_TOLERANCE } from './solver';

let solver: IntegerSolver;
beforeAll(async () => {
  solver = await loadIntegerSolver();
});

const BANDS = [125, 500, 2000];
const sum = (values: readonly number[], x: readonly number[]) => values.reduce((s, v, i) => s + v * x[i]!, 0);

/** A small problem: two to four columns in two places, few of each. */
function small(random: Random): DoseProblem {
  const count = random.whole(2, 4);
  const places = ['left', 'right'];
  const columns = Array.from({ length: count }, (_, i): DoseColumn => {
    const max = random.whole(1, 4);
    const place = places[i % 2]!;
    const gain = BANDS.map(() => random.between(0.05, 0.8));
    return {
      recipe: `r${Math.floor(i / 2)}`,
      place,
      max,
      shares: [{ place, part: 1 / max }],
      gain,
      poor: gain.map((g) => g * 0.85),
      cost: random.whole(5, 60),
      mass: random.between(2, 12),
      overhead: random.whole(0, 3) === 0,
      front: 0.72,
      room: random.between(0.05, 0.3),
      corner: random.whole(0, 2) === 0 ? 1.2 : 0,
      covers: true,
    };
  });
  const least = BANDS.map(() => random.between(0, 1.7));
  return {
    columns,
    bands: BANDS.map((label, b) => ({
      label,
      least: least[b]!,
      poor: least[b]! * 1.05,
      most: random.whole(0, 1) === 1 ? least[b]! + random.between(0.2, 2) : null,
    })),
    caps: {
      money: random.whole(0, 2) === 0 ? random.whole(40, 250) : null,
      pieces: random.whole(0, 2) === 0 ? random.whole(1, 8) : null,
      front: random.whole(0, 2) === 0 ? random.between(1, 6) : null,
      mass: random.whole(0, 3) === 0 ? random.between(5, 60) : null,
      ceilingMass: random.whole(0, 3) === 0 ? random.between(5, 30) : null,
    },
    marks: random.whole(0, 2) === 0 ? [{ place: 'left', front: 0.72 * random.whole(1, 2) }] : [],
    alike: random.whole(0, 2) === 0 ? [{ left: [0], right: [1] }] : [],
    corners: random.whole(0, 4) === 0 ? 1.2 : 0,
  };
}

/** Every whole point of the box, one after another. */
function* points(max: readonly number[]): Generator<number[]> {
  const x = max.map(() => 0);
  for (;;) {
    yield [...x];
    let i = 0;
    while (i < x.length && x[i] === max[i]) x[i++] = 0;
    if (i === x.length) return;
    x[i]! += 1;
  }
}

const keeps = (rows: ReturnType<typeof rowsOf>, x: readonly number[]): boolean =>
  rows.every(
    (r) =>
      (r.lower === null || rowValue(r, x) >= r.lower - ROW_TOLERANCE) &&
      (r.upper === null || rowValue(r, x) <= r.upper + ROW_TOLERANCE),
  );

function bruteForce(problem: DoseProblem, objective: readonly number[], robust = false): number | null {
  const rows = rowsOf(problem, robust);
  let best: number | null = null;
  for (const x of points(problem.columns.map((c) => c.max))) {
    if (!keeps(rows, x)) continue;
    const value = sum(objective, x);
    if (best === null || value < best) best = value;
  }
  return best;
}

const none = () => BANDS.map(() => ({ least: null, most: null }));

test('200 random small problems: least money, fewest pieces, least depth and the robust answer equal brute force', () => {
  let feasible = 0;
  for (let seed = 1; seed <= 200; seed++) {
    const problem = small(seeded(seed));
    const objectives = {
      cost: problem.columns.map((c) => c.cost),
      pieces: problem.columns.map(() => 1),
      depth: problem.columns.map((c) => c.room),
    };
    for (const aim of ['cost', 'pieces', 'depth'] as const) {
      const best = bruteForce(problem, objectives[aim]);
      const answer = solveDose(solver, problem, aim, none);
      expect({ seed, aim, status: answer.status }).toEqual({
        seed,
        aim,
        status: best === null ? 'infeasible' : 'optimal',
      });
      if (answer.status !== 'optimal') continue;
      feasible += 1;
      expect(keeps(rowsOf(problem), answer.x)).toBe(true);
      expect(sum(objectives[aim], answer.x)).toBeCloseTo(best!, 6);
    }
    const robust = solveRobust(solver, problem);
    const best = bruteForce(problem, objectives.cost, true);
    expect(robust.status).toBe(best === null ? 'infeasible' : 'optimal');
    if (robust.status === 'optimal') expect(sum(objectives.cost, robust.x)).toBeCloseTo(best!, 6);
  }
  // Neither kind is rare, so that both are tried.
  expect(feasible).toBeGreaterThan(150);
  expect(feasible).toBeLessThan(550);
});

test('a conflict cannot be kept, is a smallest one, and each relaxation is the nearest that helps', () => {
  const possible = (problem: DoseProblem, keys: ReadonlySet<string>): boolean => {
    const rows = rowsOf(problem).filter((r) => r.demand.kind === 'space' || keys.has(demandKey(r.demand)));
    for (const x of points(problem.columns.map((c) => c.max))) if (keeps(rows, x)) return true;
    return false;
  };
  let seen = 0;
  for (let seed = 1; seed <= 120 && seen < 40; seed++) {
    const problem = small(seeded(seed));
    const conflict = conflictOf(solver, problem);
    const all = new Map(rowsOf(problem).map((r): [string, Demand] => [demandKey(r.demand), r.demand]));
    const keys = [...all.keys()].filter((k) => !k.startsWith('space'));
    expect(possible(problem, new Set(keys))).toBe(conflict.length === 0);
    if (conflict.length === 0) continue;
    seen += 1;
    const named = conflict.map(demandKey);
    expect(possible(problem, new Set(named))).toBe(false);
    for (const k of named) expect(possible(problem, new Set(named.filter((o) => o !== k)))).toBe(true);
    // None smaller: no single demand, and where three are named no pair.
    if (named.length > 1) for (const k of keys) expect(possible(problem, new Set([k]))).toBe(true);
    if (named.length > 2)
      for (const a of keys) for (const b of keys) expect(possible(problem, new Set([a, b]))).toBe(true);
    for (const { demand, helps, to } of relaxations(solver, problem, conflict)) {
      if (to === null) continue;
      const key = demandKey(demand);
      const rows = rowsOf(problem);
      const own = rows.find((r) => demandKey(r.demand) === key)!;
      const rest = rows.filter((r) => (helps ? r !== own : r.demand.kind === 'space'));
      let best: number | null = null;
      for (const x of points(problem.columns.map((c) => c.max))) {
        if (!keeps(rest, x)) continue;
        const value = rowValue(own, x);
        if (best === null || (own.lower !== null ? value > best : value < best)) best = value;
      }
      expect(to).toBeCloseTo(best!, 6);
    }
  }
  expect(seen).toBe(40);
});

test('the flattest answer lies inside the narrowest width that has one', () => {
  let seen = 0;
  for (let seed = 300; seed < 340; seed++) {
    const problem = { ...small(seeded(seed)), alike: [], marks: [], corners: 0 };
    const middle = problem.bands.map((b) => b.least! + 0.6);
    const within = (w: number) => middle.map((m) => ({ least: m / (1 + w), most: m * (1 + w) }));
    const answer = solveDose(solver, problem, 'flat', within);
    if (answer.status !== 'optimal' || answer.width === null) continue;
    seen += 1;
    const added = problem.bands.map((_, b) =>
      sum(
        problem.columns.map((c) => c.gain[b]!),
        answer.x,
      ),
    );
    added.forEach((a, b) => {
      expect(a).toBeGreaterThanOrEqual(middle[b]! / (1 + answer.width!) - 1e-9);
      expect(a).toBeLessThanOrEqual(middle[b]! * (1 + answer.width!) + 1e-9);
    });
    const rows = rowsOf(problem);
    let narrowest = Infinity;
    for (const x of points(problem.columns.map((c) => c.max))) {
      if (!keeps(rows, x)) continue;
      const widths = problem.bands.map((_, b) => {
        const a = sum(
          problem.columns.map((c) => c.gain[b]!),
          x,
        );
        return Math.max(a / middle[b]!, middle[b]! / a) - 1;
      });
      narrowest = Math.min(narrowest, Math.max(...widths));
    }
    expect(answer.width - narrowest).toBeGreaterThanOrEqual(-1e-9);
    expect(answer.width - narrowest).toBeLessThanOrEqual(0.0101);
  }
  expect(seen).toBeGreaterThan(5);
});
