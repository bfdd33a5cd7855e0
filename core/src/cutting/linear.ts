/** Ways to cut what is laid side by side on one line: parts along a bar, or across a roll. */
import type { IntegerSolver } from '../dosage/solver';
import type { Job, Way } from './ways';

/** Lengths nearer to each other than this are one, m. */
export const CRUMB = 1e-9;
/** Most steps of the search for one way. */
const MOST_STEPS = 3_000_000;

export interface Line {
  /** m */
  room: number;
  price: number;
  available: number | null;
  /** What each part takes of it, its cut with it, m; Infinity: it cannot come from this. */
  takes: readonly number[];
}

const fits = (room: number, take: number): number => (take > room + CRUMB ? 0 : Math.floor((room + CRUMB) / take));

/** The way of most worth: a bounded knapsack, by branch and bound in the order of worth for length. */
function bestWay({ takes, room }: Line, worth: readonly number[], counts: readonly number[]) {
  const order = takes.map((_, i) => i).filter((i) => worth[i]! > 0 && counts[i]! > 0 && takes[i]! <= room + CRUMB);
  order.sort((a, b) => worth[b]! / takes[b]! - worth[a]! / takes[a]!);
  let best = { value: 0, pieces: takes.map(() => 0) };
  const pieces = takes.map(() => 0);
  let steps = 0;
  const walk = (at: number, left: number, value: number): void => {
    if (value > best.value + CRUMB) best = { value, pieces: [...pieces] };
    const i = order[at];
    if (i === undefined || (steps += 1) > MOST_STEPS) return;
    if (value + (left * worth[i]!) / takes[i]! <= best.value + CRUMB) return;
    for (let n = Math.min(counts[i]!, fits(left, takes[i]!)); n >= 0; n--) {
      pieces[i] = n;
      walk(at + 1, left - n * takes[i]!, value + n * worth[i]!);
    }
    pieces[i] = 0;
  };
  walk(0, room, 0);
  // Given up early it may not be the best: then nothing is proved by it.
  return { ...best, sure: steps <= MOST_STEPS };
}

/** Every full way worth at least so much; null when there are more than may be. */
function waysWorth(
  { takes, room }: Line,
  worth: readonly number[],
  counts: readonly number[],
  least: number,
  limit: number,
): number[][] | null {
  const order = takes
    .map((_, i) => i)
    .filter((i) => takes[i]! <= room + CRUMB)
    .sort((a, b) => worth[b]! / takes[b]! - worth[a]! / takes[a]! || takes[b]! - takes[a]!);
  const found: number[][] = [];
  const pieces = takes.map(() => 0);
  let steps = 0;
  const walk = (at: number, left: number, value: number): boolean => {
    if ((steps += 1) > MOST_STEPS || found.length > limit) return false;
    const i = order[at];
    if (i === undefined) {
      const full = takes.every((t, k) => pieces[k]! >= counts[k]! || t > left + CRUMB);
      if (full && value >= least - CRUMB) found.push([...pieces]);
      return true;
    }
    if (value + (left * worth[i]!) / takes[i]! < least - CRUMB) return true;
    for (let n = Math.min(counts[i]!, fits(left, takes[i]!)); n >= 0; n--) {
      pieces[i] = n;
      if (!walk(at + 1, left - n * takes[i]!, value + n * worth[i]!)) return false;
    }
    pieces[i] = 0;
    return true;
  };
  return walk(0, room, 0) ? found : null;
}

/** The job of cutting so many of each part from lines. */
export function linearJob(
  solver: IntegerSolver,
  lines: readonly Line[],
  counts: readonly number[],
  nodes: number,
): Job<null> {
  const way = (stock: number, pieces: readonly number[]): Way<null> => ({ stock, pieces, layout: null });
  return {
    ...{ solver, counts, nodes },
    prices: lines.map((l) => l.price),
    available: lines.map((l) => l.available),
    best(k, worth, left) {
      const { value, pieces, sure } = bestWay(lines[k]!, worth, left);
      return { way: way(k, pieces), value, sure };
    },
    every: (k, worth, least, limit) =>
      waysWorth(lines[k]!, worth, counts, least, limit)?.map((pieces) => way(k, pieces)) ?? null,
    only(k, part, left) {
      const { room, takes } = lines[k]!;
      const count = Math.min(left[part]!, fits(room, takes[part]!));
      return count > 0
        ? way(
            k,
            takes.map((_, i) => (i === part ? count : 0)),
          )
        : null;
    },
  };
}
