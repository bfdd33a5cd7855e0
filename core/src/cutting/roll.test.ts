/** Cloth by hand, and against every way to share pieces out into rows. */
import { type IntegerSolver, loadIntegerSolver } from '../dosage/solver';
import { seeded } from '../testing/random';
import { cutRoll, type RollPiece } from './roll';
import { stripsOf } from './strips';

let solver: IntegerSolver;
beforeAll(async () => {
  solver = await loadIntegerSolver();
});
const piece = (length: number, width: number, count = 1, grain = true): RollPiece => ({ length, width, count, grain });
const plan = (pieces: RollPiece[], roll: number, overlap = 0.02) => {
  const found = cutRoll(solver, { pieces, roll, overlap });
  if (!found.feasible) throw new Error('expected a plan');
  return found;
};

test('panels of 60 × 120 cm, 10 cm deep, with 5 cm turned: one a row of 150 cm cloth, lying three in 2.7 m', () => {
  // 90 × 150 cm each. Upright 1.5 m a piece; turned it is 1.5 m wide and 0.9 m long.
  expect(plan([piece(1.5, 0.9, 3)], 1.5)).toMatchObject({ length: 4.5, proved: true });
  expect(plan([piece(1.5, 0.9, 3, false)], 1.5).length).toBeCloseTo(2.7, 9);
  // On 140 cm it cannot lie any more: 1.5 m each again. On 1.8 m two stand side by side.
  expect(plan([piece(1.5, 0.9, 3, false)], 1.4).length).toBeCloseTo(4.5, 9);
  expect(plan([piece(1.5, 0.9, 3)], 1.8).length).toBeCloseTo(3, 9);
});

test('a piece wider than the roll is sewn of strips, each seam taking its overlap', () => {
  // 2.5 m wide on 1.4 m: two strips of (2.5 + 0.02) / 2.
  expect(stripsOf(2.5, 1.4, 0.02)).toEqual({ count: 2, width: expect.closeTo(1.26, 12) });
  const found = plan([piece(2, 2.5)], 1.4);
  expect(found.strips[0]).toEqual({ count: 2, width: expect.closeTo(1.26, 12) });
  expect(found.length).toBeCloseTo(4, 9);
  expect(cutRoll(solver, { pieces: [piece(1, 2)], roll: 0.02, overlap: 0.02 }).feasible).toBe(false);
  expect(() => cutRoll(solver, { pieces: [piece(0, 1)], roll: 1, overlap: 0 })).toThrow(/piece length/);
});

/** Least length in rows by every partition of the pieces. */
function fewest(pieces: { length: number; width: number; grain: boolean }[], roll: number): number {
  if (pieces.length === 0) return 0;
  const [first, ...others] = pieces;
  let best = Infinity;
  for (let set = 0; set < 1 << others.length; set++) {
    const row = [first!, ...others.filter((_, i) => (set >> i) & 1)];
    for (let turn = 0; turn < 1 << row.length; turn++) {
      const lying = row.map((p, i) => ((turn >> i) & 1 ? { ...p, length: p.width, width: p.length } : p));
      if (row.some((p, i) => p.grain && (turn >> i) & 1)) continue;
      if (lying.reduce((sum, p) => sum + p.width, 0) > roll + 1e-9) continue;
      const rest = fewest(
        others.filter((_, i) => !((set >> i) & 1)),
        roll,
      );
      best = Math.min(best, Math.max(...lying.map((p) => p.length)) + rest);
    }
  }
  return best;
}

test('sixty random jobs: as short as any way in rows, every piece once, no row wider than the roll', () => {
  const random = seeded(31);
  for (let t = 0; t < 60; t++) {
    const list = Array.from({ length: random.whole(1, 5) }, () =>
      piece(random.whole(3, 20) / 10, random.whole(2, 14) / 10, 1, random.whole(0, 1) === 0),
    );
    const found = plan(list, 1.4);
    expect([t, found.length.toFixed(6), found.proved]).toEqual([t, fewest(list, 1.4).toFixed(6), true]);
    list.forEach((_, i) =>
      expect(
        found.rows.reduce((n, r) => n + r.count * r.cuts.reduce((m, c) => m + (c.piece === i ? c.count : 0), 0), 0),
      ).toBe(1),
    );
    for (const r of found.rows) {
      expect(r.cuts.reduce((sum, c) => sum + c.count * c.width, 0)).toBeLessThanOrEqual(1.4 + 1e-9);
      for (const c of r.cuts) expect(c.length).toBeLessThanOrEqual(r.length + 1e-9);
    }
  }
});
