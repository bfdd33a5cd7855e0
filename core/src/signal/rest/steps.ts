/** A step in what should be steady: something that starts, stops or passes by while the room is at rest. */

export interface NoiseStep {
  /** When it begins, s. */
  at: number;
  /** Louder behind it, or quieter: dB. */
  byDb: number;
  /** How long it stays, s; null: to the end. */
  lasts: number | null;
}

/** Blocks levels are taken of, s; no more than so many. */
const BLOCK = 0.05;
const MOST_BLOCKS = 800;
/** Told from here on, dB; and so long on either side, s. */
const LEAST_DB = 6;
const LEAST_SECONDS = 0.3;
/** It comes within so many blocks: what fades slowly is no step. */
const EDGE = 3;

/** The largest step of a recording at rest; null: there is none. */
export function stepIn(x: ArrayLike<number>, rate: number): NoiseStep | null {
  const size = Math.max(1, Math.round(Math.max(BLOCK, x.length / rate / MOST_BLOCKS) * rate));
  const count = Math.floor(x.length / size);
  const block = size / rate;
  const sums = new Float64Array(count + 1);
  for (let b = 0; b < count; b++) {
    let power = 0;
    for (let i = b * size; i < (b + 1) * size; i++) power += x[i]! ** 2;
    sums[b + 1] = sums[b]! + 10 * Math.log10(Math.max(1e-24, power / size));
  }
  const mean = (from: number, to: number) => (sums[to]! - sums[from]!) / Math.max(1, to - from);
  const least = Math.ceil(LEAST_SECONDS / block);
  /** At the edge itself it is as large as over all of both sides. */
  const sharp = (at: number, byDb: number) => {
    const here = mean(at + 1, Math.min(count, at + 1 + EDGE)) - mean(Math.max(0, at - 1 - EDGE), at - 1);
    return here * Math.sign(byDb) > LEAST_DB;
  };
  let best: { from: number; to: number; byDb: number } | null = null;
  for (let from = least; from <= count - least; from++) {
    // To the end first: what stays needs no second edge.
    for (let to = count; to >= from + least; to--) {
      if (to < count && count - to < least) continue;
      const outside = (sums[from]! + sums[count]! - sums[to]!) / (from + count - to);
      const byDb = mean(from, to) - outside;
      if (Math.abs(byDb) <= Math.max(LEAST_DB, Math.abs(best?.byDb ?? 0) + 0.5)) continue;
      if (!sharp(from, byDb) || (to < count && !sharp(to, -byDb))) continue;
      best = { from, to, byDb };
    }
  }
  if (!best) return null;
  const { from, to, byDb } = best;
  return { at: from * block, byDb, lasts: to === count ? null : (to - from) * block };
}
