/**
 * Bars cut with the least money, then the fewest bars, and the proof of it (ways.ts).
 *
 * On one bar Σ (length + saw cut) ≤ bar − trim + saw cut: the cut behind the last piece may fall outside.
 */
import type { IntegerSolver } from '../dosage/solver';
import { mustBePositive } from '../quantities/guard';
import { CRUMB, linearJob } from './linear';
import { type Answer, NODES, solveWays } from './ways';

export interface BarStock {
  /** m */
  length: number;
  /** Of one, in any currency. */
  price: number;
  /** How many there are; null: as many as wanted. */
  available: number | null;
}

export interface BarPiece {
  /** m */
  length: number;
  count: number;
}

/** Bars cut alike. */
export interface CutBars {
  /** Index into the stock, and how many of it. */
  stock: number;
  count: number;
  /** By piece: how many are cut from one. */
  pieces: number[];
  /** What is left of one, m. */
  rest: number;
}

export type CutPlan =
  | {
      feasible: true;
      cost: number;
      bars: number;
      /** Σ of all pieces, m. */
      netLength: number;
      cuts: CutBars[];
      /** Whether no cheaper way can be; else the least it must cost. */
      proved: boolean;
      atLeast: number;
    }
  | { feasible: false };

/**
 * The cheapest way to cut pieces from bars, and of these the one with the fewest bars.
 * @param kerf saw cut; trim: taken off every bar before it is used; m
 * @param nodes how long the proof is searched for
 * @throws RangeError for lengths not above 0, counts or prices below 0
 */
export function cutBars(
  solver: IntegerSolver,
  {
    stock,
    pieces,
    kerf,
    trim,
  }: { stock: readonly BarStock[]; pieces: readonly BarPiece[]; kerf: number; trim: number },
  nodes = NODES.last,
): CutPlan {
  stock.forEach((s) => {
    mustBePositive('cutBars', 'stock length', s.length);
    if (!(s.price >= 0)) throw new RangeError(`cutBars: price must not be below 0, got ${s.price}`);
    if (s.available !== null && !(Number.isInteger(s.available) && s.available >= 0))
      throw new RangeError(`cutBars: available must be a whole number or null, got ${s.available}`);
  });
  pieces.forEach((p) => {
    mustBePositive('cutBars', 'piece length', p.length);
    if (!(Number.isInteger(p.count) && p.count >= 0))
      throw new RangeError(`cutBars: count must be a whole number, got ${p.count}`);
  });
  if (!(kerf >= 0 && trim >= 0))
    throw new RangeError(`cutBars: kerf and trim must not be below 0, got ${kerf}, ${trim}`);
  const netLength = pieces.reduce((sum, p) => sum + p.length * p.count, 0);
  const lengths = [...new Set(pieces.filter((p) => p.count > 0).map((p) => p.length))].sort((a, b) => b - a);
  if (lengths.length === 0) return { feasible: true, cost: 0, bars: 0, netLength, cuts: [], proved: true, atLeast: 0 };
  const wanted = lengths.map((length) => ({
    length,
    count: pieces.reduce((sum, p) => sum + (p.length === length ? p.count : 0), 0),
  }));
  const takes = wanted.map((p) => p.length + kerf);
  const lines = stock.map(({ length, price, available }) => ({ room: length - trim + kerf, price, available, takes }));
  const reach = Math.max(0, ...lines.filter((l) => l.available !== 0).map((l) => l.room));
  if (takes[0]! > reach + CRUMB) return { feasible: false };
  const counts = wanted.map((p) => p.count);
  const answer = solveWays(linearJob(solver, lines, counts, nodes));
  if (!answer) return { feasible: false };
  const { cost, count: bars, proved, atLeast } = answer;
  return {
    feasible: true,
    cost,
    bars,
    netLength,
    cuts: asCut(stock, pieces, wanted, answer, { kerf, trim }),
    proved,
    atLeast,
  };
}

/** Bars cut alike together, the longest first; what would be cut in excess stays on the bar. */
function asCut(
  stock: readonly BarStock[],
  pieces: readonly BarPiece[],
  wanted: readonly BarPiece[],
  { taken }: Answer<null>,
  { kerf, trim }: { kerf: number; trim: number },
): CutBars[] {
  const left = pieces.map((p) => p.count);
  const alike = new Map<string, CutBars>();
  taken.forEach(({ way, count }) => {
    for (let n = 0; n < count; n++) {
      const cut = pieces.map(() => 0);
      wanted.forEach(({ length }, i) => {
        let more = way.pieces[i]!;
        pieces.forEach((p, k) => {
          if (p.length !== length) return;
          cut[k] = Math.min(more, left[k]!);
          left[k]! -= cut[k];
          more -= cut[k];
        });
      });
      const used = pieces.reduce((sum, p, k) => sum + cut[k]! * (p.length + kerf), 0);
      const key = `${way.stock} ${cut.join(' ')}`;
      const same = alike.get(key);
      if (same) same.count += 1;
      else
        alike.set(key, {
          stock: way.stock,
          count: 1,
          pieces: cut,
          rest: Math.max(0, stock[way.stock]!.length - trim - used),
        });
    }
  });
  return [...alike.values()].sort(
    (a, b) => stock[b.stock]!.length - stock[a.stock]!.length || b.count - a.count || a.rest - b.rest,
  );
}
