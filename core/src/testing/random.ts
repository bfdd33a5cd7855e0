/** Seeded random numbers for tests (mulberry32); the seed goes into failure messages. Tests only. */
export interface Random {
  seed: number;
  /** Uniform in [from, to). */
  between(from: number, to: number): number;
  /** Whole number, both ends included. */
  whole(from: number, to: number): number;
  pick<T>(list: readonly T[]): T;
}

export function seeded(seed: number): Random {
  let state = seed >>> 0;
  const next = (): number => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  return {
    seed,
    between: (from, to) => from + (to - from) * next(),
    whole: (from, to) => from + Math.floor((to - from + 1) * next()),
    pick: (list) => list[Math.floor(list.length * next())]!,
  };
}
