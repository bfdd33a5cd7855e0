/**
 * Pieces along one line of a wall: which free stretch takes how many of what, and where each stands. Exact.
 *
 * A stretch's arrangements are few: all its pieces with equal gaps, or pieces over the zones of its marks first and the others with equal
 * gaps in what is left; or all edge to edge. For every number of pieces the best arrangement is kept, and a dynamic programme over the
 * stretches chooses among them: fewest open zones, then most pieces, then each kind as near to the end it is drawn to, then the most even
 * gaps (least sum of their squares). All of these add up over stretches, so that the choice is proved the best there is of these arrangements.
 */

import { before } from './rank';

export interface Span {
  from: number;
  to: number;
}

export interface LineZone extends Span {
  /** What leaving it open counts; 1 for each says that none is worse than another. */
  weight: number;
}

export interface LineKind {
  /** m along the line. */
  width: number;
  /** How many are wanted, both sides of a mirror image counted. */
  count: number;
  /** Whether it may stand over a zone. */
  covers: boolean;
  /** Drawn to the start of the line (1), to its end (−1), or to neither (0, also where nothing is said). */
  drawn?: 1 | 0 | -1;
}

export interface LineStretch extends Span {
  /** Places it stands for: 2 for a stretch and its mirror image, which takes the same. */
  alike: 1 | 2;
  /** Whether it is its own mirror image, so that what stands in it must be too. */
  own: boolean;
  /** Whether its pieces stand edge to edge, as one group as near to its middle as the zones leave it. */
  tight?: boolean;
  /** What a covering piece must hold wholly; with the margin already in it, m along the line. */
  zones: readonly LineZone[];
}

export interface Standing extends Span {
  /** Index of the kind. */
  kind: number;
}

export interface LineAnswer {
  /** By stretch, from its start. */
  standing: Standing[][];
  /** By kind, both sides counted. */
  placed: number[];
  /** Weight of the zones nothing covers, both sides counted. */
  open: number;
  /** Σ gap² over all stretches, m². */
  unevenness: number;
}

/** Lengths differ by less than a tape can tell, m. */
const CRUMB = 1e-9;
/** So many orders of unlike pieces in a stretch are tried. */
const MOST_ORDERS = 400;

interface Arrangement {
  standing: Standing[];
  open: number;
  /** Σ of the middles' distances from the ends they are drawn to, but for what all arrangements have in common, m. */
  away: number;
  squares: number;
}

const awayOf = (standing: readonly Standing[], kinds: readonly LineKind[]): number =>
  standing.reduce((sum, s) => sum + ((kinds[s.kind]!.drawn ?? 0) * (s.from + s.to)) / 2, 0);

const gapsOf = (span: Span, standing: readonly Span[]): number[] => {
  let at = span.from;
  const gaps = standing.map((s) => {
    const gap = s.from - at;
    at = s.to;
    return gap;
  });
  return [...gaps, span.to - at];
};
const squaresOf = (gaps: readonly number[]): number => gaps.reduce((sum, g) => sum + g * g, 0);
const openIn = (zones: readonly LineZone[], standing: readonly Standing[], kinds: readonly LineKind[]): number =>
  zones
    .filter((z) => !standing.some((s) => kinds[s.kind]!.covers && s.from <= z.from + CRUMB && s.to >= z.to - CRUMB))
    .reduce((sum, z) => sum + z.weight, 0);

/** Pieces in an order with equal gaps. */
function equalGapped(span: Span, order: readonly number[], kinds: readonly LineKind[]): Standing[] {
  const free = span.to - span.from - order.reduce((sum, k) => sum + kinds[k]!.width, 0);
  const gap = free / (order.length + 1);
  let at = span.from;
  return order.map((kind): Standing => {
    const from = at + gap;
    at = from + kinds[kind]!.width;
    return { kind, from, to: at };
  });
}

/** Pieces in an order edge to edge, in the middle or shifted as little as the zones ask. */
function edgeToEdge(stretch: LineStretch, order: readonly number[], kinds: readonly LineKind[], least: number) {
  const widths = order.map((k) => kinds[k]!.width);
  const free = stretch.to - stretch.from - widths.reduce((sum, w) => sum + w, 0);
  const at = widths.map((_, i) => widths.slice(0, i).reduce((sum, w) => sum + w, 0));
  const stand = (shift: number) =>
    order.map((kind, i): Standing => {
      const from = stretch.from + shift + at[i]!;
      return { kind, from, to: from + widths[i]! };
    });
  // What is covered changes only where an edge meets one of a zone.
  const shifts = stretch.zones.flatMap((z) =>
    order.flatMap((k, i) =>
      kinds[k]!.covers ? [z.to - widths[i]! - at[i]! - stretch.from, z.from - at[i]! - stretch.from] : [],
    ),
  );
  return [free / 2, ...shifts]
    .filter((s) => s >= least - CRUMB && s <= free - least + CRUMB)
    .map((s) => ({ standing: stand(s), rank: [openIn(stretch.zones, stand(s), kinds), Math.abs(s - free / 2)] }))
    .reduce((a, b) => (before(b.rank, a.rank) ? b : a)).standing;
}

/** An order that reads the same backwards where there is one: half of each kind, what is odd in the middle, the other half turned. */
function evenOrder(counts: readonly number[]): number[] {
  const half = counts.flatMap((n, k) => new Array<number>(Math.floor(n / 2)).fill(k));
  const odd = counts.flatMap((n, k) => (n % 2 === 1 ? [k] : []));
  return [...half, ...odd, ...half.reverse()];
}

/** The even order first, then the others; at most so many. */
function ordersOf(counts: readonly number[]): number[][] {
  const total = counts.reduce((s, n) => s + n, 0);
  const all = [evenOrder(counts)];
  const left = [...counts];
  const walk = (order: number[]) => {
    if (all.length >= MOST_ORDERS) return;
    if (order.length === total) return void all.push(order);
    left.forEach((n, k) => {
      if (n === 0) return;
      left[k] = n - 1;
      walk([...order, k]);
      left[k] = n;
    });
  };
  if (counts.filter((n) => n > 0).length > 1) walk([]);
  return all;
}

/** Neighbouring zones put together in every way a piece of a width can hold them. */
function groupings(zones: readonly Span[], width: number): number[][][] {
  const order = zones.map((_, i) => i).sort((a, b) => zones[a]!.from - zones[b]!.from || zones[a]!.to - zones[b]!.to);
  const extent = (group: readonly number[]) =>
    Math.max(...group.map((i) => zones[i]!.to)) - Math.min(...group.map((i) => zones[i]!.from));
  const walk = (at: number): number[][][] => {
    if (at === order.length) return [[]];
    const found: number[][][] = [];
    for (let end = at + 1; end <= order.length; end++) {
      const group = order.slice(at, end);
      if (extent(group) > width + CRUMB) break;
      for (const rest of walk(end)) found.push([group, ...rest]);
    }
    // A zone no piece can hold stays open; the others are still covered.
    for (const rest of walk(at + 1)) found.push(rest);
    return found;
  };
  return walk(0);
}

/** A piece over each group, as near to its middle as the others and the ends leave it; null where they do not. */
function overGroups(stretch: LineStretch, groups: readonly number[][], kind: number, width: number, least: number) {
  const ranges = groups.map((group) => {
    const [low, high] = [
      Math.min(...group.map((i) => stretch.zones[i]!.from)),
      Math.max(...group.map((i) => stretch.zones[i]!.to)),
    ];
    const a = Math.max(high - width, stretch.from + least);
    const b = Math.min(low, stretch.to - least - width);
    return { a, b, wish: (low + high - width) / 2 };
  });
  if (ranges.some((r) => r.b < r.a - CRUMB)) return null;
  const at = ranges.map((r) => Math.min(Math.max(r.wish, r.a), Math.max(r.a, r.b)));
  // Those that would meet share what they miss, and are then held in their ranges from either end.
  for (let i = 1; i < at.length; i++) {
    const short = at[i - 1]! + width + least - at[i]!;
    if (short <= 0) continue;
    at[i - 1] = Math.max(at[i - 1]! - short / 2, ranges[i - 1]!.a);
    at[i] = at[i - 1]! + width + least;
  }
  for (let i = at.length - 1; i >= 0; i--) {
    const most = i === at.length - 1 ? ranges[i]!.b : Math.min(ranges[i]!.b, at[i + 1]! - width - least);
    at[i] = Math.min(at[i]!, most);
  }
  if (at.some((v, i) => v < ranges[i]!.a - CRUMB || (i > 0 && v < at[i - 1]! + width + least - CRUMB))) return null;
  return at.map((from): Standing => ({ kind, from, to: from + width }));
}

/** Its mirror image about the middle of a stretch. */
export const turned = <S extends Span>(standing: S, { from, to }: Span): S => ({
  ...standing,
  from: from + to - standing.to,
  to: from + to - standing.from,
});

const mirroredIn = ({ from, to }: Span, standing: readonly Standing[]): boolean =>
  standing.every((s) => standing.some((o) => o.kind === s.kind && Math.abs(o.from - (from + to - s.to)) < 1e-6));

const keyOf = (counts: readonly number[]): string => counts.join(' ');
const better = (a: Arrangement, b: Arrangement | undefined): boolean =>
  !b || before([a.open, a.away, a.squares], [b.open, b.away, b.squares]);
/** What is drawn to the start first, then what is to neither end, then the others; alike from both ends where nothing is drawn. */
function drawnOrder(counts: readonly number[], kinds: readonly LineKind[]): number[] {
  const drawn = (k: number) => kinds[k]!.drawn ?? 0;
  return kinds.some((k) => k.drawn) ? evenOrder(counts).sort((a, b) => drawn(b) - drawn(a)) : evenOrder(counts);
}

/** Orders worth trying: without zones all leave the same gaps, and what is drawn to an end is best sorted. */
function ordersIn({ zones }: LineStretch, counts: readonly number[], kinds: readonly LineKind[]): number[][] {
  const drawn = kinds.some((k) => k.drawn) ? [drawnOrder(counts, kinds)] : [];
  if (zones.length > 0) return [...drawn, ...ordersOf(counts)];
  return drawn.length > 0 ? drawn : [evenOrder(counts)];
}

/** The best arrangement of a stretch for every number of each kind it holds. */
function arrangementsOf(stretch: LineStretch, kinds: readonly LineKind[], least: number): Map<string, Arrangement> {
  const best = new Map<string, Arrangement>();
  const most = kinds.map((k) => Math.floor(k.count / stretch.alike));
  const offer = (counts: readonly number[], standing: Standing[]) => {
    if (stretch.own && !mirroredIn(stretch, standing)) return;
    const found = {
      standing,
      open: openIn(stretch.zones, standing, kinds),
      away: awayOf(standing, kinds),
      squares: squaresOf(gapsOf(stretch, standing)),
    };
    const key = keyOf(counts);
    if (better(found, best.get(key))) best.set(key, found);
  };
  // With equal gaps throughout, or none. Without zones all orders leave the same gaps.
  const joint = stretch.tight ? 0 : least;
  for (const counts of countsThatFit(stretch, kinds, most, joint, least))
    for (const order of ordersIn(stretch, counts, kinds))
      offer(
        counts,
        stretch.tight && order.length > 0
          ? edgeToEdge(stretch, order, kinds, least)
          : equalGapped(stretch, order, kinds),
      );
  if (stretch.zones.length === 0 || stretch.tight) return best;
  // Over the zones first, the others evenly between.
  kinds.forEach((k, kind) => {
    if (!k.covers) return;
    for (const groups of groupings(stretch.zones, k.width)) {
      if (groups.length === 0 || groups.length > most[kind]!) continue;
      const over = overGroups(stretch, groups, kind, k.width, least);
      if (!over) continue;
      const rest = most.map((n, i) => n - (i === kind ? over.length : 0));
      const ends = [stretch.from, ...over.flatMap((s) => [s.from, s.to]), stretch.to];
      const between = Array.from({ length: over.length + 1 }, (_, i) => ({ from: ends[2 * i]!, to: ends[2 * i + 1]! }));
      // Of its own mirror image one half is shared out, and what is in the middle.
      const half = between.slice(0, Math.ceil(between.length / 2));
      const spaces = stretch.own
        ? half.map((span, i) => ({ ...span, alike: i === between.length - 1 - i ? (1 as const) : (2 as const) }))
        : between.map((span) => ({ ...span, alike: 1 as const }));
      for (const { counts, parts } of shared(spaces, stretch, kinds, rest, least).values()) {
        const total = counts.map((n, i) => n + (i === kind ? over.length : 0));
        const standing = [...over, ...parts].sort((a, b) => a.from - b.from);
        offer(total, standing);
      }
    }
  });
  return best;
}

/** So many of each kind as stand in a span with a gap before, between and after them; none of any first. */
function countsThatFit(
  span: Span,
  kinds: readonly LineKind[],
  most: readonly number[],
  joint: number,
  end = joint,
): number[][] {
  const all: number[][] = [];
  const walk = (counts: number[], room: number) => {
    const kind = counts.length;
    if (kind === most.length) return void all.push(counts);
    const each = kinds[kind]!.width + joint;
    for (let n = 0; n <= most[kind]! && n * each <= room + CRUMB; n++) walk([...counts, n], room - n * each);
  };
  // Where nothing stands there is no gap to keep.
  walk([], Math.max(0, span.to - span.from - 2 * end + joint));
  return all;
}

/** Pieces shared out among the spaces between fixed ones, each space with equal gaps: the most even way for every number. */
function shared(
  spaces: readonly (Span & { alike: 1 | 2 })[],
  whole: Span,
  kinds: readonly LineKind[],
  most: readonly number[],
  least: number,
) {
  const none = most.map(() => 0);
  let states = new Map([[keyOf(none), { counts: none, parts: [] as Standing[], away: 0, squares: 0 }]]);
  for (const { alike, ...space } of spaces) {
    const half = most.map((n) => Math.floor(n / alike));
    const fits = countsThatFit(space, kinds, half, least).map((counts) => {
      const parts = equalGapped(space, drawnOrder(counts, kinds), kinds);
      const both = [...parts, ...(alike === 2 ? parts.map((s) => turned(s, whole)) : [])];
      return { counts, parts: both, away: awayOf(both, kinds), squares: squaresOf(gapsOf(space, parts)) };
    });
    const next: typeof states = new Map();
    for (const state of states.values())
      for (const fit of fits) {
        const counts = state.counts.map((n, i) => n + alike * fit.counts[i]!);
        if (counts.some((n, i) => n > most[i]!)) continue;
        const [away, squares] = [state.away + fit.away, state.squares + alike * fit.squares];
        const known = next.get(keyOf(counts));
        if (known && !before([away, squares], [known.away, known.squares])) continue;
        next.set(keyOf(counts), { counts, parts: [...state.parts, ...fit.parts], away, squares });
      }
    states = next;
  }
  return states;
}

/**
 * The best way to stand pieces along a line.
 * @param least least gap between pieces and to the ends of a stretch, m
 * @throws RangeError for a width or a stretch without length, or a gap below 0
 */
export function alongLine(stretches: readonly LineStretch[], kinds: readonly LineKind[], least: number): LineAnswer {
  if (!(least >= 0)) throw new RangeError(`alongLine: least must not be below 0, got ${least}`);
  kinds.forEach(({ width, count }, i) => {
    if (!(width > 0)) throw new RangeError(`alongLine: kinds[${i}].width must be above 0, got ${width}`);
    if (!(Number.isInteger(count) && count >= 0))
      throw new RangeError(`alongLine: kinds[${i}].count must be a whole number, got ${count}`);
  });
  stretches.forEach((s, i) => {
    if (!(s.to > s.from))
      throw new RangeError(`alongLine: stretches[${i}] must have a length, got ${s.from} to ${s.to}`);
  });
  interface State {
    counts: number[];
    open: number;
    away: number;
    squares: number;
    chosen: Standing[][];
  }
  const none = kinds.map(() => 0);
  let states = new Map<string, State>([[keyOf(none), { counts: none, open: 0, away: 0, squares: 0, chosen: [] }]]);
  for (const stretch of stretches) {
    const ways = [...arrangementsOf(stretch, kinds, least)].map(([key, a]) => ({
      ...a,
      counts: key.split(' ').map((n) => Number(n) * stretch.alike),
    }));
    const next = new Map<string, State>();
    for (const state of states.values())
      for (const way of ways) {
        const counts = state.counts.map((n, i) => n + way.counts[i]!);
        if (counts.some((n, i) => n > kinds[i]!.count)) continue;
        const open = state.open + stretch.alike * way.open;
        const away = state.away + stretch.alike * way.away;
        const squares = state.squares + stretch.alike * way.squares;
        const known = next.get(keyOf(counts));
        if (known && !before([open, away, squares], [known.open, known.away, known.squares])) continue;
        next.set(keyOf(counts), { counts, open, away, squares, chosen: [...state.chosen, way.standing] });
      }
    states = next;
  }
  const sum = (s: State) => s.counts.reduce((a, b) => a + b, 0);
  const rank = (s: State) => [s.open, -sum(s), s.away, s.squares];
  const best = [...states.values()].reduce((a, b) => (before(rank(b), rank(a)) ? b : a));
  return { standing: best.chosen, placed: best.counts, open: best.open, unevenness: best.squares };
}
