/** Bars against every way to cut them on small jobs, by hand, and what must hold of any plan. */
import { type IntegerSolver, loadIntegerSolver } from '../dosage/solver';
import { seeded } from '../testing/random';
import { type BarPiece, type BarStock, cutBars } from './bars';

let solver: IntegerSolver;
beforeAll(async () => {
  solver = await loadIntegerSolver();
});
const bar = (length: number, price = 6.5, available: number | null = null): BarStock => ({ length, price, available });
const plan = (stock: BarStock[], pieces: BarPiece[], kerf = 0.003, trim = 0) => {
  const found = cutBars(solver, { stock, pieces, kerf, trim });
  if (!found.feasible) throw new Error('expected a plan');
  return found;
};

/** Every piece comes from exactly one bar, no bar holds more than it is long, and the money adds up. */
function mustHold(stock: BarStock[], pieces: BarPiece[], kerf: number, trim: number, found: ReturnType<typeof plan>) {
  pieces.forEach((p, i) => expect(found.cuts.reduce((n, c) => n + c.count * c.pieces[i]!, 0)).toBe(p.count));
  for (const c of found.cuts) {
    const used = c.pieces.reduce((sum, n, i) => sum + n * (pieces[i]!.length + kerf), 0);
    expect(used).toBeLessThanOrEqual(stock[c.stock]!.length - trim + kerf + 1e-9);
    expect(c.rest).toBeCloseTo(Math.max(0, stock[c.stock]!.length - trim - used), 9);
  }
  stock.forEach((s, k) => {
    const taken = found.cuts.filter((c) => c.stock === k).reduce((n, c) => n + c.count, 0);
    if (s.available !== null) expect(taken).toBeLessThanOrEqual(s.available);
  });
  expect(found.bars).toBe(found.cuts.reduce((n, c) => n + c.count, 0));
  expect(found.cost).toBeCloseTo(
    found.cuts.reduce((sum, c) => sum + c.count * stock[c.stock]!.price, 0),
    9,
  );
  expect(found.atLeast).toBeLessThanOrEqual(found.cost + 1e-9);
}

describe('by hand', () => {
  test('ten frames of 60 × 120 cm: a stile and two rails leave 6 cm of a bar, two stiles none', () => {
    // 1.2 + 2 × 0.564 + 2 cuts = 2.334 m; two of 1.2 m would be 2.403 m with one cut: one stile a bar.
    const pieces = [
      { length: 1.2, count: 20 },
      { length: 0.564, count: 20 },
    ];
    const found = plan([bar(2.4)], pieces);
    expect([found.bars, found.cost, found.proved]).toEqual([20, 130, true]);
    // On 3 m: two stiles and a rail, 2.970 m; ten such bars leave ten rails, five a bar.
    const long = plan([bar(3, 8)], pieces);
    expect([long.bars, long.cost]).toEqual([12, 96]);
    // Both in the shop: twelve of 3 m cost 96; nothing with 2.4 m is cheaper.
    expect(plan([bar(2.4), bar(3, 8)], pieces).cost).toBe(96);
  });

  test('offcuts in hand first; when they end, bars; the same length twice is one length', () => {
    const found = plan(
      [bar(2.4), bar(1.3, 0, 2)],
      [
        { length: 1.2, count: 2 },
        { length: 1.2, count: 1 },
      ],
    );
    expect([found.bars, found.cost]).toEqual([3, 6.5]);
    mustHold(
      [bar(2.4), bar(1.3, 0, 2)],
      [
        { length: 1.2, count: 2 },
        { length: 1.2, count: 1 },
      ],
      0.003,
      0,
      found,
    );
    expect(
      cutBars(solver, { stock: [bar(2.4, 1, 1)], pieces: [{ length: 2, count: 2 }], kerf: 0, trim: 0 }).feasible,
    ).toBe(false);
  });

  test('nothing to cut costs nothing; wrong calls are refused by name', () => {
    expect(plan([bar(2.4)], [{ length: 1, count: 0 }])).toMatchObject({ bars: 0, cost: 0, cuts: [], proved: true });
    const call = (stock: BarStock, piece: BarPiece, kerf = 0) =>
      cutBars(solver, { stock: [stock], pieces: [piece], kerf, trim: 0 });
    expect(() => call(bar(0), { length: 1, count: 1 })).toThrow(/stock length/);
    expect(() => call(bar(2, -1), { length: 1, count: 1 })).toThrow(/price must not be below 0/);
    expect(() => call(bar(2, 1, 0.5), { length: 1, count: 1 })).toThrow(/available must be a whole number/);
    expect(() => call(bar(2), { length: 1, count: 1.5 })).toThrow(/count must be a whole number/);
    expect(() => call(bar(2), { length: 1, count: 1 }, -1)).toThrow(/kerf and trim/);
  });
});

/** Least money, then fewest bars, by trying everything. */
function bruteForce(stock: BarStock[], pieces: BarPiece[], kerf: number, trim: number): [number, number] | null {
  const best = new Map<string, [number, number] | null>();
  const solve = (left: number[], taken: number[]): [number, number] | null => {
    if (left.every((n) => n <= 0)) return [0, 0];
    const key = `${left.join(' ')} | ${taken.join(' ')}`;
    if (best.has(key)) return best.get(key)!;
    let found: [number, number] | null = null;
    stock.forEach((s, k) => {
      if (s.available !== null && taken[k]! >= s.available) return;
      const walk = (i: number, room: number, cut: number[]) => {
        if (i === pieces.length) {
          if (cut.every((n) => n === 0)) return;
          const rest = solve(
            left.map((n, m) => n - cut[m]!),
            taken.map((n, m) => n + (m === k && s.available !== null ? 1 : 0)),
          );
          if (!rest) return;
          const here: [number, number] = [rest[0] + s.price, rest[1] + 1];
          if (!found || here[0] < found[0] - 1e-9 || (here[0] < found[0] + 1e-9 && here[1] < found[1])) found = here;
          return;
        }
        for (let n = 0; n <= left[i]! && n * (pieces[i]!.length + kerf) <= room + 1e-9; n++)
          walk(i + 1, room - n * (pieces[i]!.length + kerf), [...cut, n]);
      };
      walk(0, s.length - trim + kerf, []);
    });
    best.set(key, found);
    return found;
  };
  return solve(
    pieces.map((p) => p.count),
    stock.map(() => 0),
  );
}

test('a hundred and fifty small jobs: as cheap and as few bars as any way, proved, and every plan holds', () => {
  const random = seeded(140);
  let some = 0;
  for (let t = 0; t < 150; t++) {
    const stock = Array.from({ length: random.whole(1, 3) }, () =>
      bar(random.whole(10, 30) / 10, random.whole(0, 20) / 2, random.whole(0, 2) === 0 ? random.whole(0, 3) : null),
    );
    const pieces = Array.from({ length: random.whole(1, 3) }, () => ({
      length: random.whole(20, 130) / 100,
      count: random.whole(0, 4),
    }));
    const [kerf, trim] = [random.pick([0, 0.003]), random.pick([0, 0.01])];
    const want = bruteForce(stock, pieces, kerf, trim);
    const found = cutBars(solver, { stock, pieces, kerf, trim });
    expect([t, found.feasible]).toEqual([t, want !== null]);
    if (!found.feasible) continue;
    some += 1;
    expect([t, found.cost.toFixed(6), found.bars, found.proved]).toEqual([t, want![0].toFixed(6), want![1], true]);
    mustHold(stock, pieces, kerf, trim, found);
  }
  expect(some).toBeGreaterThan(80);
});

test('a job too large to prove says what it must cost at least, and lies within a hundredth of it', () => {
  const random = seeded(9);
  const pieces = Array.from({ length: 14 }, () => ({
    length: random.whole(250, 1500) / 1000,
    count: random.whole(2, 18),
  }));
  const stock = [bar(2.4, 6.5), bar(3, 7.9), bar(4.8, 12.4)];
  const found = plan(stock, pieces);
  mustHold(stock, pieces, 0.003, 0, found);
  expect(found.cost / found.atLeast).toBeLessThan(1.01);
});
