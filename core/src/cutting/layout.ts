/** How parts lie on a board: cuts from edge to edge, one inside the other, as a saw makes them. */

/** Cut across its length or across its width, `at` m from its start: the first part ends there, the second begins behind the saw. */
export type Layout =
  | { kind: 'piece'; piece: number; turned: boolean }
  | { kind: 'rest' }
  | { kind: 'cut'; across: 'length' | 'width'; at: number; first: Layout; second: Layout };

export interface Rect {
  /** Along the board's length and width, from one corner of what is used; m. */
  x: number;
  y: number;
  length: number;
  width: number;
}
export interface Lying extends Rect {
  piece: number;
  turned: boolean;
}
/** One cut: which rectangle is cut across what, and where from its start. */
export interface Sawing extends Rect {
  across: 'length' | 'width';
  at: number;
}

export const REST: Layout = { kind: 'rest' };

/** Thinner than this nothing is left, m. */
const SLIVER = 1e-6;

/** A layout on a board so large, the saw as wide as told: parts as they lie, cuts in their order, what is left. */
export function walkLayout(
  layout: Layout,
  [length, width]: readonly [number, number],
  sizes: readonly { length: number; width: number }[],
  kerf: number,
): { pieces: Lying[]; cuts: Sawing[]; rests: Rect[] } {
  const pieces: Lying[] = [];
  const cuts: Sawing[] = [];
  const rests: Rect[] = [];
  const left = (r: Rect) => {
    if (r.length > SLIVER && r.width > SLIVER) rests.push(r);
  };
  /** Cuts a rectangle; the two that come of it. */
  const saw = (r: Rect, across: 'length' | 'width', at: number): [Rect, Rect] => {
    if (at < r[across] - SLIVER) cuts.push({ ...r, across, at });
    const rest = Math.max(0, r[across] - at - kerf);
    return across === 'length'
      ? [
          { ...r, length: at },
          { ...r, x: r.x + at + kerf, length: rest },
        ]
      : [
          { ...r, width: at },
          { ...r, y: r.y + at + kerf, width: rest },
        ];
  };
  const walk = (node: Layout, r: Rect): void => {
    if (node.kind === 'rest') return left(r);
    if (node.kind === 'cut') {
      const [first, second] = saw(r, node.across, node.at);
      walk(node.first, first);
      return walk(node.second, second);
    }
    const { piece, turned } = node;
    const own = sizes[piece]!;
    const [l, w] = turned ? [own.width, own.length] : [own.length, own.width];
    const [strip, behind] = saw(r, 'length', Math.min(l, r.length));
    left(behind);
    const [lying, beside] = saw(strip, 'width', Math.min(w, strip.width));
    left(beside);
    pieces.push({ ...lying, length: l, width: w, piece, turned });
  };
  walk(layout, { x: 0, y: 0, length, width });
  return { pieces, cuts, rests };
}

/** How many of each part a layout holds. */
export function countIn(layout: Layout, parts: number): number[] {
  const counts = Array.from({ length: parts }, () => 0);
  const walk = (node: Layout): void => {
    if (node.kind === 'piece') counts[node.piece]! += 1;
    else if (node.kind === 'cut') {
      walk(node.first);
      walk(node.second);
    }
  };
  walk(layout);
  return counts;
}

/** The layout with no more of each part than are left; `left` is counted down. What is too much stays uncut. */
export function withoutExcess(layout: Layout, left: number[]): Layout {
  if (layout.kind === 'rest') return layout;
  if (layout.kind === 'piece') {
    if (left[layout.piece]! <= 0) return REST;
    left[layout.piece]! -= 1;
    return layout;
  }
  const first = withoutExcess(layout.first, left);
  const second = withoutExcess(layout.second, left);
  return first.kind === 'rest' && second.kind === 'rest' ? REST : { ...layout, first, second };
}
