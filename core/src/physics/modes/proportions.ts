/**
 * The room among the proportions of boxes: which of them keep the third-octave counts from falling (Bonello), where the
 * standard's range of ratios lies, and what moving a wall would change.
 *
 * Range of ratios: EBU Tech 3276 (1998) §2.1, 1.1 w/h ≤ l/h ≤ 4.5 w/h − 4, l < 3h, w < 3h, with no whole-number ratio within
 * 5 %. Width and length change places freely: the longer is l.
 */
import { type BoxSize, boxModes, type Spacing, spacingCriterion, thirdOctaveCounts } from './box';

/** Third octaves 20–200 Hz. */
const BANDS = Array.from({ length: 11 }, (_, i) => i - 17);
const TOP_HZ = 224;

export interface BoxVerdict {
  size: BoxSize;
  spacing: Spacing;
  /** Standard deviation of the gaps between neighbouring modes to 120 Hz over their mean. */
  unevenness: number;
  /** Whether it lies in the standard's range. */
  inRange: boolean;
  /** Lowest mode, Hz, and modes below 200 Hz. */
  lowest: number;
  count: number;
}

/** Whether w:h and l:h lie in the standard's range. */
export function inStandardRange(size: BoxSize): boolean {
  const [a, b, h] = size;
  const [w, l] = [Math.min(a, b) / h, Math.max(a, b) / h];
  const whole = (r: number) => Math.round(r) >= 1 && Math.abs(r / Math.round(r) - 1) < 0.05 && Math.round(r) > 1;
  return l >= 1.1 * w && l <= 4.5 * w - 4 && l < 3 && w < 3 && !whole(l) && !whole(w) && !whole(l / w);
}

/** Finer than anyone reads a ratio. */
const RATIO_STEP = 0.005;
const RATIOS = [0.9, 3.2] as const;

/** Stretches of one ratio to the height (0 width, 1 length), the other as it is, that lie in the standard's range; whole numbers left out. */
export function standardStretches(size: BoxSize, axis: 0 | 1): [from: number, to: number][] {
  const stretches: [number, number][] = [];
  const count = Math.round((RATIOS[1] - RATIOS[0]) / RATIO_STEP);
  for (let i = 0; i <= count; i++) {
    const r = RATIOS[0] + i * RATIO_STEP;
    const tried = size.map((l, k) => (k === axis ? r * size[2] : l)) as unknown as BoxSize;
    if (!inStandardRange(tried)) continue;
    const last = stretches.at(-1);
    if (last && r - last[1] < 1.5 * RATIO_STEP) last[1] = r;
    else stretches.push([r, r]);
  }
  return stretches;
}

export function boxVerdict(size: BoxSize, c: number): BoxVerdict {
  const modes = boxModes(size, c, TOP_HZ);
  const low = modes.filter((m) => m.f <= 120).map((m) => m.f);
  const gaps = low.slice(1).map((f, i) => f - low[i]!);
  const mean = gaps.reduce((s, g) => s + g, 0) / Math.max(1, gaps.length);
  const square = gaps.reduce((s, g) => s + (g - mean) ** 2, 0) / Math.max(1, gaps.length);
  return {
    size,
    spacing: spacingCriterion(modes, thirdOctaveCounts(modes, BANDS)),
    unevenness: mean > 0 ? Math.sqrt(square) / mean : 0,
    inRange: inStandardRange(size),
    lowest: modes[0]!.f,
    count: modes.filter((m) => m.f <= 200).length,
  };
}

/** The room with one measure changed. `axis` 0 width, 1 length, 2 height; `by` in m. Throws RangeError below 0.5 m. */
export function movedBox(size: BoxSize, axis: 0 | 1 | 2, by: number): BoxSize {
  const moved = size.map((l, i) => (i === axis ? l + by : l)) as unknown as BoxSize;
  if (moved[axis] < 0.5) throw new RangeError(`movedBox: by must leave at least 0.5 m, got ${by} of ${size[axis]} m`);
  return moved;
}

export interface ProportionInputs {
  size: BoxSize;
  c: number;
}
export interface ProportionMap {
  /** Ratios to the height: first value, step and number, across the width and along the length. */
  width: { from: number; step: number; count: number };
  length: { from: number; step: number; count: number };
  /** 1 when the counts never fall and no two modes coincide where there are few, 0 otherwise; by width, then length. */
  passes: number[];
}

const STEP = 0.05;

/** Boxes of the same volume over the ratios people build. */
export function proportionMap(
  { size, c }: ProportionInputs,
  progress: (part: number) => void = () => {},
): ProportionMap {
  const volume = size[0] * size[1] * size[2];
  const width = { from: 1, step: STEP, count: 33 };
  const length = { from: 1, step: STEP, count: 43 };
  const passes: number[] = [];
  for (let j = 0; j < length.count; j++) {
    for (let i = 0; i < width.count; i++) {
      const [w, l] = [width.from + i * STEP, length.from + j * STEP];
      const h = Math.cbrt(volume / (w * l));
      const { spacing } = boxVerdict([w * h, l * h, h], c);
      passes.push(spacing.nonDecreasing && spacing.coincidentBands.length === 0 ? 1 : 0);
    }
    progress((j + 1) / length.count);
  }
  return { width, length, passes };
}
