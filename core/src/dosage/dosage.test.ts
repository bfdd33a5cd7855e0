import { seeded } from '../testing/random';
import { cheapestPanels, type PanelProblem } from './panels';
import { type IntegerProgramme, type IntegerSolver, loadIntegerSolver, ROW_TOLERANCE, rowValue } from './solver';

let solver: IntegerSolver;
beforeAll(async () => {
  solver = await loadIntegerSolver();
});

/** Every whole-number point, one by one. */
function bruteForce({ cost, max, rows }: IntegerProgramme): number | null {
  let best: number | null = null;
  const x = cost.map(() => 0);
  const step = (i: number): void => {
    if (i === x.length) {
      const holds = rows.every((r) => {
        const v = rowValue(r, x);
        return (r.lower === null || v >= r.lower - ROW_TOLERANCE) && (r.upper === null || v <= r.upper + ROW_TOLERANCE);
      });
      const total = x.reduce((s, n, k) => s + n * cost[k]!, 0);
      if (holds && (best === null || total < best)) best = total;
      return;
    }
    for (x[i] = 0; x[i] <= max[i]!; x[i] += 1) step(i + 1);
    x[i] = 0;
  };
  step(0);
  return best;
}

test('random programmes: the same optimum as trying every point', () => {
  for (let seed = 1; seed <= 60; seed++) {
    const random = seeded(seed);
    const columns = random.whole(1, 4);
    const programme: IntegerProgramme = {
      cost: Array.from({ length: columns }, () => random.whole(1, 20) / 4),
      max: Array.from({ length: columns }, () => random.whole(0, 6)),
      rows: Array.from({ length: random.whole(1, 4) }, (_, i) => {
        const lower = random.between(0, 6);
        return {
          name: `r${i}`,
          coefficients: Array.from({ length: columns }, () => random.whole(0, 100) / 50),
          lower,
          upper: random.whole(0, 2) === 0 ? lower + random.between(0.05, 2) : null,
        };
      }),
    };
    const expected = bruteForce(programme);
    const answer = solver.solve(programme);
    const label = `seed ${seed}`;
    expect([label, answer.status]).toEqual([label, expected === null ? 'infeasible' : 'optimal']);
    if (answer.status === 'optimal') expect(answer.cost).toBeCloseTo(expected!, 9);
  }
});

test('a need met exactly, to the last rounding crumb, counts as met', () => {
  const answer = solver.solve({
    cost: [1],
    max: [20],
    rows: [{ name: 'need', coefficients: [0.1], lower: 0.3, upper: null }],
  });
  expect(answer).toMatchObject({ status: 'optimal', x: [3] });
});

test('a need missed by more than the tolerance is not met, however little', () => {
  const answer = solver.solve({
    cost: [1],
    max: [20],
    rows: [{ name: 'need', coefficients: [0.1], lower: 0.3 + 5e-9, upper: null }],
  });
  expect(answer).toMatchObject({ status: 'optimal', x: [4] });
});

test('nothing to decide, and nothing to satisfy', () => {
  expect(solver.solve({ cost: [], max: [], rows: [] })).toMatchObject({ status: 'optimal', cost: 0 });
  expect(
    solver.solve({ cost: [], max: [], rows: [{ name: 'r', coefficients: [], lower: 1, upper: null }] }).status,
  ).toBe('infeasible');
  expect(solver.solve({ cost: [3], max: [5], rows: [] })).toMatchObject({ status: 'optimal', x: [0] });
});

test('malformed programmes are wrong calls', () => {
  expect(() => solver.solve({ cost: [1], max: [1.5], rows: [] })).toThrow(/max\[0\] must be a whole number/);
  expect(() =>
    solver.solve({ cost: [1], max: [1], rows: [{ name: 'x', coefficients: [Number.NaN], lower: 0, upper: null }] }),
  ).toThrow(/row x/);
});

describe('the panel problem', () => {
  const problem: PanelProblem = {
    panels: [
      { name: 'broad', area: 0.72, alpha: [0.3, 0.9], cost: 50, max: 10 },
      { name: 'deep', area: 0.6, alpha: [0.8, 0.5], cost: 90, max: 6 },
    ],
    need: [2.4, 4],
    areaMax: null,
  };

  test('is cheaper than taking the best value panel greedily', () => {
    const answer = cheapestPanels(solver, problem);
    expect(answer.feasible).toBe(true);
    // By hand: one deep panel leaves 1.92 for 9 broad (540); two leave 1.44 for 7 (530); three 0.96 for 5 (520); four need 5 for the highs (610).
    expect(answer.cost).toBe(520);
    expect(answer.counts).toEqual([5, 3]);
    if (!answer.feasible) throw new Error('should be feasible');
    answer.achieved.forEach((a, i) => expect(a).toBeGreaterThanOrEqual(problem.need[i]! - 1e-9));
  });

  test('an area limit can make it impossible', () => {
    expect(cheapestPanels(solver, { ...problem, areaMax: 3 }).feasible).toBe(false);
  });

  test('coefficients must match the bands', () => {
    expect(() => cheapestPanels(solver, { ...problem, need: [1] })).toThrow(
      /panels\[0\].alpha must have 1 entries, got 2/,
    );
  });
});
