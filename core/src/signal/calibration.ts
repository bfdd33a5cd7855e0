/** What a microphone hears too much of, and curves given as points. */

/** Frequencies, Hz, that rise, and a level at each, dB. */
export interface Points {
  f: ArrayLike<number>;
  db: ArrayLike<number>;
}

/** Value of points at a frequency: straight over its logarithm, held at the ends. */
export function pointAt({ f, db }: Points, at: number): number {
  let [low, high] = [0, f.length - 1];
  if (at <= f[low]!) return db[low]!;
  if (at >= f[high]!) return db[high]!;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (f[middle]! <= at) low = middle;
    else high = middle;
  }
  return db[low]! + ((db[high]! - db[low]!) * Math.log(at / f[low]!)) / Math.log(f[high]! / f[low]!);
}

/** Levels over a grid with a microphone's own taken off; without one as they are. */
export const calibrated = (levelsDb: Float64Array, grid: readonly number[], own: Points | null): Float64Array =>
  own ? levelsDb.map((v, i) => v - pointAt(own, grid[i]!)) : levelsDb;
