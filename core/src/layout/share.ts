/**
 * So many like pieces shared out among walls: as few as can be without a place, then where a school wants them, then both sides alike, then
 * every wall covered in like part. Exact: every number of pairs on the two sides is tried; over the others the sum of squares is separable
 * and convex, so that giving each piece to the wall where it adds least is the best there is.
 */
import { before } from './rank';

export interface Sharer {
  /** Pieces it must have, and the most it holds. */
  least: number;
  most: number;
  /** Area of the wall, and what of it is covered by others, m². */
  area: number;
  covered: number;
  /** Where the school wants them first: 0, then 1 … */
  turn: number;
  /** One of the two sides that should be alike. */
  side: boolean;
}

export interface Shared {
  /** By wall. */
  counts: number[];
  /** Those no wall has room for. */
  left: number;
}

const squares = (s: Sharer, n: number, each: number): number => (s.covered + n * each) ** 2 / s.area;

/** The rest to those that may have more, each piece where it adds least. */
function greedily(walls: readonly Sharer[], start: readonly number[], rest: number, each: number): Shared {
  const counts = [...start];
  let left = rest;
  for (; left > 0; left--) {
    let best: { i: number; turn: number; adds: number } | null = null;
    walls.forEach((w, i) => {
      if (counts[i]! >= w.most) return;
      const adds = squares(w, counts[i]! + 1, each) - squares(w, counts[i]!, each);
      const beats = !best || w.turn < best.turn || (w.turn === best.turn && adds < best.adds - 1e-12);
      if (beats) best = { i, turn: w.turn, adds };
    });
    if (!best) break;
    counts[(best as { i: number }).i]! += 1;
  }
  return { counts, left };
}

/** What is better counts in turn: fewer left, earlier turns, sides more alike, less sum of squares. */
export function rankOf(walls: readonly Sharer[], { counts, left }: Shared, each: number): number[] {
  const sum = (value: (w: Sharer, n: number) => number) => walls.reduce((s, w, i) => s + value(w, counts[i]!), 0);
  const sides = walls.flatMap((w, i) => (w.side ? [counts[i]!] : []));
  const unlike = sides.length === 2 ? Math.abs(sides[0]! - sides[1]!) : 0;
  return [left, sum((w, n) => w.turn * n), unlike, sum((w, n) => squares(w, n, each))];
}

/**
 * @param count all of them
 * @param each area of one, m²
 * @throws RangeError for a wall without area, or that must have more than it holds or than there are
 */
export function shareOut(walls: readonly Sharer[], count: number, each: number): Shared {
  walls.forEach((w, i) => {
    if (!(w.area > 0)) throw new RangeError(`shareOut: walls[${i}].area must be above 0, got ${w.area}`);
    if (w.least > w.most)
      throw new RangeError(`shareOut: walls[${i}].least must not be above most, got ${w.least} and ${w.most}`);
  });
  const start = walls.map((w) => w.least);
  const rest = count - start.reduce((a, b) => a + b, 0);
  if (rest < 0) throw new RangeError(`shareOut: count must hold what walls must have, got ${count}`);
  const sides = walls.flatMap((w, k) => (w.side ? [k] : []));
  const found = [greedily(walls, start, rest, each)];
  if (sides.length === 2) {
    // Both sides fixed in every way, the others shared out.
    const [a, b] = sides as [number, number];
    for (let n = walls[a]!.least; n <= walls[a]!.most; n++)
      for (let m = walls[b]!.least; m <= walls[b]!.most; m++) {
        const more = rest - (n - walls[a]!.least) - (m - walls[b]!.least);
        if (more < 0) break;
        const others = walls.map((w) => (w.side ? { ...w, most: 0 } : w));
        const from = start.map((v, i) => (i === a ? n : i === b ? m : v));
        found.push(greedily(others, from, more, each));
      }
  }
  return found.reduce((x, y) => (before(rankOf(walls, y, each), rankOf(walls, x, each)) ? y : x));
}
