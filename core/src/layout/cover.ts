/**
 * Fewest panels of one size that cover a set of marks on a face, and where they go; and how many fit on a face at all.
 *
 * Exact by dynamic programming over subsets of the marks: a set can share a panel when its bounding box, grown by the
 * margin on every side, fits the panel in one of its two orientations. Twelve marks at most (two loudspeakers give two).
 */
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
  /** Extent of the face, m. */
  face: { width: number; height: number };
}

const MOST_MARKS = 12;

function orientations(panel: PanelSize): PanelSize[] {
  const upright = { width: Math.min(panel.width, panel.height), height: Math.max(panel.width, panel.height) };
  return upright.width === upright.height ? [upright] : [upright, { width: upright.height, height: upright.width }];
}

function place(marks: readonly Vec2[], members: number[], { panel, margin, face }: CoverInput): PlacedPanel | null {
  const us = members.map((i) => marks[i]![0]);
  const vs = members.map((i) => marks[i]![1]);
  const [u0, u1, v0, v1] = [Math.min(...us), Math.max(...us), Math.min(...vs), Math.max(...vs)];
  for (const { width, height } of orientations(panel)) {
    if (width > face.width + 1e-9 || height > face.height + 1e-9) continue;
    if (u1 - u0 + 2 * margin > width + 1e-9 || v1 - v0 + 2 * margin > height + 1e-9) continue;
    // Centred on its marks, pushed back inside the face. Near an edge the margin shrinks to what the wall leaves.
    const left = Math.min(Math.max((u0 + u1 - width) / 2, 0), face.width - width);
    const low = Math.min(Math.max((v0 + v1 - height) / 2, 0), face.height - height);
    return { left, low, width, height, marks: members };
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

/** Most panels of one size in one orientation that fit a rectangle edge to edge: the better of upright and lying. */
export function mostThatFit(panel: PanelSize, face: { width: number; height: number }): number {
  return Math.max(
    ...orientations(panel).map(
      ({ width, height }) => Math.floor(face.width / width + 1e-9) * Math.floor(face.height / height + 1e-9),
    ),
  );
}
