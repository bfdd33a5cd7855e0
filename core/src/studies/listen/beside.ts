/** A measured curve laid over a predicted one: what was played how loud is not known to both, so that only shapes meet. */
import { smoothed } from '../bass/judge';

export interface Beside {
  /** Measured levels at the frequencies of the prediction, shifted to meet it on the mean, dB; null: not measured there. */
  levelDb: (number | null)[];
  /** By so much it was shifted, dB. */
  shiftDb: number;
  /** How far the two then lie apart between the frequencies they meet on: root mean square, dB. */
  apartDb: number;
  from: number;
  to: number;
}

/** Both meet on their mean between these, Hz: where single modes are heard and small loudspeakers still play. */
const MEET = [40, 200] as const;
/** Both are looked at over 1/12 octave: finer ones are two temperatures. */
const FRACTION = 12;

/** Lays levels measured over a grid beside levels predicted over frequencies; null where they share too little. */
export function besidePredicted(
  predicted: { frequencies: readonly number[]; levelDb: readonly number[] },
  measured: { grid: readonly number[]; finestDb: ArrayLike<number> },
): Beside | null {
  const there = measured.grid.flatMap((_, i) => (Number.isFinite(measured.finestDb[i]) ? [i] : []));
  const grid = there.map((i) => measured.grid[i]!);
  if (grid.length < 2) return null;
  const curve = smoothed(
    grid,
    there.map((i) => measured.finestDb[i]!),
    FRACTION,
  );
  let next = 0;
  const raw = predicted.frequencies.map((f) => {
    if (f < grid[0]! || f > grid.at(-1)!) return null;
    while (next < grid.length - 2 && grid[next + 1]! < f) next++;
    const part = Math.log(f / grid[next]!) / Math.log(grid[next + 1]! / grid[next]!);
    return curve[next]! + (curve[next + 1]! - curve[next]!) * Math.min(1, Math.max(0, part));
  });
  const whole = smoothed(predicted.frequencies, predicted.levelDb, FRACTION);
  const meets = predicted.frequencies.flatMap((f, i) => (f >= MEET[0] && f <= MEET[1] && raw[i] !== null ? [i] : []));
  if (meets.length < 5) return null;
  const differences = meets.map((i) => whole[i]! - raw[i]!);
  const shiftDb = differences.reduce((s, d) => s + d, 0) / differences.length;
  const apartDb = Math.sqrt(differences.reduce((s, d) => s + (d - shiftDb) ** 2, 0) / differences.length);
  return {
    levelDb: raw.map((v) => (v === null ? null : v + shiftDb)),
    ...{ shiftDb, apartDb, from: predicted.frequencies[meets[0]!]!, to: predicted.frequencies[meets.at(-1)!]! },
  };
}

export interface PredictedMode {
  f: number;
  /** Time for 60 dB, s. */
  time: number;
  /** Pressure where the microphone stood, re the largest anywhere in the room, 0…1. */
  head: number;
}

/** Measured and predicted are one mode within so much of its frequency; a mode heard with less is not found. */
const SAME_MODE = 0.04;
const LEAST_HEARD = 0.05;

/** Rings with the mode predicted for each, every mode given once, the nearest pairs first; null: none is predicted there. */
export function withModes<R extends { f: number }>(
  rings: readonly R[],
  modes: readonly PredictedMode[],
): (R & { predicted: PredictedMode | null })[] {
  const pairs = rings
    .flatMap((ring, r) =>
      modes.map((mode, m) => ({ r, m, off: Math.abs(ring.f / mode.f - 1), loud: Math.abs(mode.head) })),
    )
    .filter((p) => p.off < SAME_MODE && p.loud > LEAST_HEARD)
    .sort((a, b) => a.off - b.off);
  const given = new Map<number, number>();
  const taken = new Set<number>();
  for (const { r, m } of pairs) {
    if (given.has(r) || taken.has(m)) continue;
    given.set(r, m);
    taken.add(m);
  }
  return rings.map((ring, r) => ({ ...ring, predicted: given.has(r) ? modes[given.get(r)!]! : null }));
}
