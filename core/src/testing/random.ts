/** Seeded random numbers for tests; the seed goes into failure messages. Tests only. */
import { uniform } from '../numerics/random';

export interface Random {
  seed: number;
  /** Uniform in [from, to). */
  between(from: number, to: number): number;
  /** Whole number, both ends included. */
  whole(from: number, to: number): number;
  pick<T>(list: readonly T[]): T;
}

export function seeded(seed: number): Random {
  const next = uniform(seed);
  return {
    seed,
    between: (from, to) => from + (to - from) * next(),
    whole: (from, to) => from + Math.floor((to - from + 1) * next()),
    pick: (list) => list[Math.floor(list.length * next())]!,
  };
}
