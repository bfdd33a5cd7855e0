/**
 * Fewest panels of one size that cover a set of marks on a face, and where they go; and how many fit on a face at all.
 *
 * Exact by dynamic programming over subsets of the marks: a set can share a panel when its bounding box, grown by the
 * margin on every side, fits the panel in one of its two orientations. Twelve marks at most (two loudspeakers give two).
 */
import { type Box, boundsOf, freeStretches, overlapping } from '../geometry/clip';
import type { Vec2 } from '../geometry/vector';

export interface PanelSize {
  width: number;
  height: number;
}

export interface PlacedPanel {
  /** Left and lower edge on the face, m. */
  left: number;
  low: number;
  width: number;
  height: number;
  /** Indices of the marks it covers. */
  marks: number[];
}

export interface CoverInput {
  /** Marks on the face: (u from its left end, v up), m. */
  marks: readonly Vec2[];
  panel: PanelSize;
  /** Least distance from a mark to the panel's edge, m. */
  margin: number;
  face: HangingFace;
}

/** Where panels may hang: an outline in the face's own coordinates, m, and what they must keep clear of. */
export interface HangingFace {
  outline: readonly Vec2[];
  blocked: readonly Box[];
}

/** A plain rectangle with nothing on it. */
export function plainFace(width: number, height: number): HangingFace {
  return {
    outline: [
      [0, 0],
      [width, 0],
      [width, height],
      [0, height],
    ],
    blocked: [],
  };
}

const MOST_MARKS = 12;

function orientations(panel: PanelSize): PanelSize[] {
  const upright = { width: Math.min(panel.width, panel.height), height: Math.max(panel.width, panel.height) };
  return upright.width === upright.height ? [upright] : [upright, { width: upright.height, height: upright.width }];
}

/** Whether a panel hangs clear of everything and inside the outline. */
function hangsFree({ outline, blocked }: HangingFace, left: number, low: number, size: PanelSize): boolean {
  const box = { left, low, right: left + size.width, high: low + size.height };
  if (blocked.some((b) => overlapping(b, box))) return false;
  return freeStretches(outline, [], low, box.high).some(([from, to]) => from <= left + 1e-6 && to >= box.right - 1e-6);
}

const clamp = (v: number, low: number, high: number) => Math.min(Math.max(v, low), Math.max(low, high));

function place(marks: readonly Vec2[], members: number[], { panel, margin, face }: CoverInput): PlacedPanel | null {
  const us = members.map((i) => marks[i]![0]);
  const vs = members.map((i) => marks[i]![1]);
  const [u0, u1, v0, v1] = [Math.min(...us), Math.max(...us), Math.min(...vs), Math.max(...vs)];
  const box = boundsOf(face.outline);
  for (const size of orientations(panel)) {
    const { width, height } = size;
    if (width > box.right - box.left + 1e-9 || height > box.high - box.low + 1e-9) continue;
    if (u1 - u0 + 2 * margin > width + 1e-9 || v1 - v0 + 2 * margin > height + 1e-9) continue;
    // Centred on its marks, pushed back inside the face. Near an edge the margin shrinks to what the wall leaves.
    const left = clamp((u0 + u1 - width) / 2, box.left, box.right - width);
    const low = clamp((v0 + v1 - height) / 2, box.low, box.high - height);
    // Beside what is in the way it moves as far as its marks allow; the nearest free place wins.
    const lefts = [left, ...face.blocked.flatMap((b) => [b.right, b.left - width])].filter(
      (l) => Math.abs(l - left) < 1e-9 || (l <= u0 - margin + 1e-9 && l + width >= u1 + margin - 1e-9),
    );
    const lows = [low, ...face.blocked.flatMap((b) => [b.high, b.low - height])].filter(
      (l) => Math.abs(l - low) < 1e-9 || (l <= v0 - margin + 1e-9 && l + height >= v1 + margin - 1e-9),
    );
    const away = (p: { left: number; low: number }) => Math.hypot(p.left - left, p.low - low);
    const free = lefts
      .flatMap((l) => lows.map((w) => ({ left: l, low: w })))
      .sort((p, q) => away(p) - away(q))
      .find((p) => hangsFree(face, p.left, p.low, size));
    if (free) return { ...free, width, height, marks: members };
  }
  return null;
}

/**
 * The fewest panels that cover all marks; null when the panel fits the face in neither orientation or one mark cannot be
 * covered. Ties are broken by the order of marks, so that the answer is always the same.
 */
export function fewestCovering(input: CoverInput): PlacedPanel[] | null {
  const n = input.marks.length;
  if (n > MOST_MARKS) throw new RangeError(`fewestCovering: at most ${MOST_MARKS} marks a face, got ${n}`);
  const best: (PlacedPanel[] | null)[] = new Array<PlacedPanel[] | null>(1 << n).fill(null);
  best[0] = [];
  for (let set = 1; set < 1 << n; set++) {
    const first = set & -set;
    // Every subset holding the lowest mark is tried as one panel.
    for (let part = set; part > 0; part = (part - 1) & set) {
      if (!(part & first)) continue;
      const rest = best[set & ~part];
      if (!rest) continue;
      const current = best[set];
      if (current && rest.length + 1 >= current.length) continue;
      const members = Array.from({ length: n }, (_, i) => i).filter((i) => part & (1 << i));
      const panel = place(input.marks, members, input);
      if (panel) best[set] = [...rest, panel];
    }
  }
  return best[(1 << n) - 1]!;
}

/** Rows of one orientation, bottom up: the choice of row heights that takes most panels (weighted intervals). */
function mostInRows(face: HangingFace, { width, height }: PanelSize): number {
  const { low, high } = boundsOf(face.outline);
  if (height > high - low + 1e-9) return 0;
  // Rows start at the floor or ceiling, at the edges of what is in the way, or on or under a row that does.
  const edges = [low, high - height, ...face.blocked.flatMap((b) => [b.high, b.low - height])];
  const starts = new Set<number>();
  for (const edge of edges) {
    for (let v = edge; v <= high - height + 1e-9; v += height)
      if (v >= low - 1e-9) starts.add(Math.round(v * 1e9) / 1e9);
    for (let v = edge; v >= low - 1e-9; v -= height)
      if (v <= high - height + 1e-9) starts.add(Math.round(v * 1e9) / 1e9);
  }
  const rows = [...starts]
    .sort((p, q) => p - q)
    .map((v) => ({
      v,
      count: freeStretches(face.outline, face.blocked, v, v + height).reduce(
        (sum, [from, to]) => sum + Math.floor((to - from) / width + 1e-6),
        0,
      ),
    }));
  const best = new Array<number>(rows.length).fill(0);
  rows.forEach((row, i) => {
    let under = 0;
    for (let j = 0; j < i; j++) if (rows[j]!.v + height <= row.v + 1e-6) under = Math.max(under, best[j]!);
    best[i] = row.count + under;
  });
  return Math.max(0, ...best);
}

/**
 * Panels of one size in one orientation that fit a face edge to edge in rows, clear of what is in the way: the better of
 * upright and lying. On a plain rectangle the most possible in that orientation.
 */
export function mostThatFit(panel: PanelSize, face: HangingFace): number {
  return Math.max(...orientations(panel).map((size) => mostInRows(face, size)));
}
