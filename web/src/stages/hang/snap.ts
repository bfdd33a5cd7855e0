/** What a piece in hand catches on: the face's middle line, studs, the level line, its neighbours' edges and the even gap between two. */
import type { Box } from '@tawny/core/geometry/clip';

export interface SnapLines {
  /** m along the face: for a piece's middle, and for either edge of it. */
  middles: number[];
  edges: number[];
  /** m up the face, for its lower edge. */
  lows: number[];
}

export interface Snapped {
  left: number;
  low: number;
  /** Lines it caught on, for the drawing; null: none. */
  at: { u: number | null; v: number | null };
}

/**
 * Lines for a piece among others in its row.
 * @param level height of its lower edge on the level line, m; null: there is none
 * @param members studs or joists behind the face that run up it, m along
 */
export function snapLines(
  piece: Pick<Box, 'left' | 'right' | 'low' | 'high'>,
  others: readonly Box[],
  face: { left: number; right: number; middle: number },
  level: number | null,
  members: readonly number[] = [],
): SnapLines {
  const inRow = others.filter((o) => o.low < piece.high && o.high > piece.low).sort((a, b) => a.left - b.left);
  const ends = [face.left, ...inRow.flatMap((o) => [o.left, o.right]), face.right];
  // Half-way between what lies on either side: equal gaps.
  const between = Array.from({ length: ends.length / 2 }, (_, i) => (ends[2 * i]! + ends[2 * i + 1]!) / 2);
  return {
    middles: [face.middle, ...between, ...members],
    edges: ends,
    lows: [...(level === null ? [] : [level]), ...inRow.map((o) => o.low)],
  };
}

/** The nearest of some places within reach; null when none is. */
const nearest = (value: number, places: readonly number[], reach: number): number | null =>
  places.reduce<number | null>(
    (best, p) =>
      Math.abs(p - value) <= reach && (best === null || Math.abs(p - value) < Math.abs(best - value)) ? p : best,
    null,
  );

/** @param reach so near it catches, m */
export function snapPiece(
  place: { left: number; low: number },
  size: { width: number; height: number },
  lines: SnapLines,
  reach: number,
): Snapped {
  const lefts = [
    ...lines.middles.map((m) => ({ left: m - size.width / 2, line: m })),
    ...lines.edges.flatMap((e) => [
      { left: e, line: e },
      { left: e - size.width, line: e },
    ]),
  ];
  const left = nearest(
    place.left,
    lefts.map((l) => l.left),
    reach,
  );
  const low = nearest(place.low, lines.lows, reach);
  return {
    left: left ?? place.left,
    low: low ?? place.low,
    at: { u: left === null ? null : lefts.find((l) => l.left === left)!.line, v: low },
  };
}
