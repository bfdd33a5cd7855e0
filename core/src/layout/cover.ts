/**
 * Fewest panels of one size that cover a set of zones on a face, and where they go; and how many fit on a face at all.
 *
 * Zones are taken by their bounding boxes. A set of zones can share a panel when the box around them, grown by the margin on
 * every side, fits the panel in one of its two orientations: exact by dynamic programming over subsets up to
 * {@link MOST_EXACT} zones, beyond that zones are joined from left to right as long as they share (an upper bound). A zone
 * too large for one panel takes a block of panels edge to edge.
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
  /** Indices of the zones it covers, or helps to cover. */
  zones: number[];
}

export interface CoverInput {
  /** On the face: u from its left end, v up, m. A point is a box without size. */
  zones: readonly Box[];
  panel: PanelSize;
  /** Least distance from a zone to the panel's edge, m. */
  margin: number;
  face: HangingFace;
  /** Height the panel's middle takes when its zones allow it (ears), m. */
  middle?: number | undefined;
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

/** Beyond so many zones on one face the answer is no longer proved to be the fewest. */
export const MOST_EXACT = 8;

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

/** The box around some of the zones. */
function around(zones: readonly Box[], members: readonly number[]): Box {
  return members.reduce<Box>(
    (box, i) => {
      const z = zones[i]!;
      return {
        left: Math.min(box.left, z.left),
        low: Math.min(box.low, z.low),
        right: Math.max(box.right, z.right),
        high: Math.max(box.high, z.high),
      };
    },
    { left: Infinity, low: Infinity, right: -Infinity, high: -Infinity },
  );
}

/** Orientations in which a block of n × m panels takes a box with its margin. */
function holds(size: PanelSize, box: Box, margin: number): boolean {
  return (
    box.right - box.left + 2 * margin <= size.width + 1e-9 && box.high - box.low + 2 * margin <= size.height + 1e-9
  );
}

/**
 * Place of a rectangle over a box: centred on it (or its middle at the height wished), pushed back inside the face, beside
 * what is in the way as far as the box allows; the nearest free place wins. Null when there is none.
 */
export function placeOver(
  box: Box,
  size: PanelSize,
  { margin, face, middle }: Pick<CoverInput, 'margin' | 'face' | 'middle'>,
): { left: number; low: number } | null {
  const { width, height } = size;
  const edge = boundsOf(face.outline);
  if (width > edge.right - edge.left + 1e-9 || height > edge.high - edge.low + 1e-9) return null;
  if (!holds(size, box, margin)) return null;
  const wished = middle === undefined ? (box.low + box.high - height) / 2 : middle - height / 2;
  // Near an edge the margin shrinks to what the wall leaves.
  const left = clamp((box.left + box.right - width) / 2, edge.left, edge.right - width);
  const low = clamp(clamp(wished, box.high + margin - height, box.low - margin), edge.low, edge.high - height);
  const lefts = [left, ...face.blocked.flatMap((b) => [b.right, b.left - width])].filter(
    (l) => Math.abs(l - left) < 1e-9 || (l <= box.left - margin + 1e-9 && l + width >= box.right + margin - 1e-9),
  );
  const lows = [low, ...face.blocked.flatMap((b) => [b.high, b.low - height])].filter(
    (l) => Math.abs(l - low) < 1e-9 || (l <= box.low - margin + 1e-9 && l + height >= box.high + margin - 1e-9),
  );
  const away = (p: { left: number; low: number }) => Math.hypot(p.left - left, p.low - low);
  return (
    lefts
      .flatMap((l) => lows.map((w) => ({ left: l, low: w })))
      .sort((p, q) => away(p) - away(q))
      .find((p) => hangsFree(face, p.left, p.low, size)) ?? null
  );
}

/** Panels over the box around some zones: one, or when a single zone is too large for one, the smallest block. */
function panelsOver(members: number[], input: CoverInput): PlacedPanel[] | null {
  const box = around(input.zones, members);
  const sizes = orientations(input.panel);
  for (const size of sizes) {
    const at = placeOver(box, size, input);
    if (at) return [{ ...at, ...size, zones: members }];
  }
  if (members.length > 1) return null;
  const blocks = sizes
    .map((size) => ({
      size,
      columns: Math.ceil((box.right - box.left + 2 * input.margin) / size.width - 1e-9),
      rows: Math.ceil((box.high - box.low + 2 * input.margin) / size.height - 1e-9),
    }))
    .filter((b) => b.columns * b.rows > 1)
    .sort((p, q) => p.columns * p.rows - q.columns * q.rows);
  for (const { size, columns, rows } of blocks) {
    const at = placeOver(box, { width: columns * size.width, height: rows * size.height }, input);
    if (!at) continue;
    return Array.from({ length: columns * rows }, (_, i) => ({
      left: at.left + (i % columns) * size.width,
      low: at.low + Math.floor(i / columns) * size.height,
      ...size,
      zones: members,
    }));
  }
  return null;
}

/**
 * The fewest panels that cover all zones; null when one zone cannot be covered. Ties are broken by the order of the zones,
 * so that the answer is always the same.
 */
export function fewestCovering(input: CoverInput): PlacedPanel[] | null {
  const n = input.zones.length;
  if (n > MOST_EXACT) return joinedFromLeft(input);
  const best: (PlacedPanel[] | null)[] = new Array<PlacedPanel[] | null>(1 << n).fill(null);
  const known = new Map<number, PlacedPanel[] | null>();
  const over = (part: number): PlacedPanel[] | null => {
    if (!known.has(part)) {
      const members = Array.from({ length: n }, (_, i) => i).filter((i) => part & (1 << i));
      known.set(part, panelsOver(members, input));
    }
    return known.get(part)!;
  };
  best[0] = [];
  for (let set = 1; set < 1 << n; set++) {
    const first = set & -set;
    // Every subset holding the lowest zone is tried as one panel.
    for (let part = set; part > 0; part = (part - 1) & set) {
      if (!(part & first)) continue;
      const rest = best[set & ~part];
      if (!rest) continue;
      const current = best[set];
      if (current && rest.length + 1 >= current.length) continue;
      const panels = over(part);
      if (panels && (!current || rest.length + panels.length < current.length)) best[set] = [...rest, ...panels];
    }
  }
  return best[(1 << n) - 1]!;
}

function joinedFromLeft(input: CoverInput): PlacedPanel[] | null {
  const order = input.zones.map((_, i) => i).sort((a, b) => input.zones[a]!.left - input.zones[b]!.left || a - b);
  const placed: PlacedPanel[] = [];
  let group: number[] = [];
  let over: PlacedPanel[] | null = [];
  for (const i of order) {
    const joined = group.length > 0 ? panelsOver([...group, i], input) : null;
    if (joined) {
      group.push(i);
      over = joined;
      continue;
    }
    placed.push(...over);
    group = [i];
    over = panelsOver(group, input);
    if (!over) return null;
  }
  return [...placed, ...over];
}

/** Rows, bottom up, each of one orientation: the choice of rows that takes most panels (weighted intervals). */
function mostInRows(face: HangingFace, sizes: readonly PanelSize[]): number {
  const { low, high } = boundsOf(face.outline);
  const fitting = sizes.filter(({ height }) => height <= high - low + 1e-9);
  if (fitting.length === 0) return 0;
  // Rows start at the floor or under the ceiling, at the edges of what is in the way, or on or under rows that do.
  const starts = new Set<number>();
  const round = (v: number) => Math.round(v * 1e6) / 1e6;
  const walk = (from: number, sign: 1 | -1) => {
    const open = [from];
    while (open.length > 0) {
      const v = round(open.pop()!);
      if (v < low - 1e-6 || v > high + 1e-6 || seen.has(v)) continue;
      seen.add(v);
      starts.add(v);
      for (const { height } of fitting) open.push(v + sign * height);
    }
  };
  let seen = new Set<number>();
  for (const edge of [low, ...face.blocked.map((b) => b.high)]) walk(edge, 1);
  seen = new Set();
  for (const edge of [high, ...face.blocked.map((b) => b.low)]) walk(edge, -1);
  const rows = [...starts].flatMap((v) =>
    fitting
      .filter(({ height }) => v + height <= high + 1e-6)
      .map(({ width, height }) => ({
        v,
        top: v + height,
        count: freeStretches(face.outline, face.blocked, v, v + height).reduce(
          (sum, [from, to]) => sum + Math.floor((to - from) / width + 1e-6),
          0,
        ),
      })),
  );
  rows.sort((p, q) => p.top - q.top || p.v - q.v);
  const best = new Array<number>(rows.length).fill(0);
  rows.forEach((row, i) => {
    let under = 0;
    for (let j = 0; j < i; j++) if (rows[j]!.top <= row.v + 1e-6) under = Math.max(under, best[j]!);
    best[i] = row.count + under;
  });
  return Math.max(0, ...best);
}

/**
 * Panels of one size that fit a face edge to edge in rows, upright or lying row by row, clear of what is in the way. No row mixes the
 * two; on a plain rectangle nothing is lost by that unless its sides are of the panel's own make.
 */
export const mostThatFit = (panel: PanelSize, face: HangingFace): number => mostInRows(face, orientations(panel));
