/**
 * Which reflections matter: the schools' limits on level and arrival, and what they mean for one reflection or for a seat.
 *
 * Habits of control-room design rather than standards; levels re the direct sound at the ears.
 */
export const THRESHOLDS = ['minus-10-in-15', 'minus-15-in-15', 'minus-20-in-20', 'fusion-10'] as const;
export type ThresholdId = (typeof THRESHOLDS)[number];

export interface Threshold {
  /** A reflection matters when it is louder than this, dB re direct … */
  levelDb: number;
  /** … and arrives sooner than this after the direct sound, s. */
  withinS: number;
}

export const THRESHOLD: Record<ThresholdId, Threshold> = {
  'minus-10-in-15': { levelDb: -10, withinS: 0.015 },
  'minus-15-in-15': { levelDb: -15, withinS: 0.015 },
  'minus-20-in-20': { levelDb: -20, withinS: 0.02 },
  'fusion-10': { levelDb: -20, withinS: 0.01 },
};

export interface Arrival {
  /** dB re direct; null: nothing left. */
  levelDb: number | null;
  /** s after direct. */
  delay: number;
}

export function matters({ levelDb, delay }: Arrival, { levelDb: limit, withinS }: Threshold): boolean {
  return levelDb !== null && levelDb > limit && delay < withinS;
}

/** Of a seat: from when on, and how far down, it is free of reflections. */
export interface FreeZone {
  free: boolean;
  /** s after direct until the first reflection louder than the limit; null when none is. */
  freeUntil: number | null;
  /** Loudest inside the window, dB; null when none arrives there. */
  loudestDb: number | null;
}

export function freeZone(arrivals: readonly Arrival[], threshold: Threshold): FreeZone {
  const loud = arrivals.filter((a) => a.levelDb !== null && a.levelDb > threshold.levelDb);
  const inside = arrivals.filter((a) => a.delay < threshold.withinS && a.levelDb !== null).map((a) => a.levelDb!);
  const freeUntil = loud.length > 0 ? Math.min(...loud.map((a) => a.delay)) : null;
  return {
    free: freeUntil === null || freeUntil >= threshold.withinS,
    freeUntil,
    loudestDb: inside.length > 0 ? Math.max(...inside) : null,
  };
}

export interface Comb {
  /** First dip, Hz: 1/(2t). */
  firstDipHz: number;
  /** Peaks and dips re direct alone, dB: 20 lg(1 ± a). */
  peakDb: number;
  dipDb: number;
}

/**
 * The comb one reflection makes with the direct sound: |1 + a e^{−jωt}|, a real and positive.
 * Null when nothing is left of it or it does not lag. A reflection as loud as the direct sound would cancel it wholly:
 * the dip is given no deeper than −60 dB.
 */
export function combOf({ levelDb, delay }: Arrival): Comb | null {
  if (levelDb === null || !(delay > 0)) return null;
  const a = 10 ** (levelDb / 20);
  return {
    firstDipHz: 1 / (2 * delay),
    peakDb: 20 * Math.log10(1 + a),
    dipDb: 20 * Math.log10(Math.max(1e-3, Math.abs(1 - a))),
  };
}
