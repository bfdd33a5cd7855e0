/**
 * Boards, sheets and slabs cut from edge to edge (guillotine cuts) with the least money, then the fewest boards, and how far that can be from
 * the best.
 *
 * A saw cut is given to every part and to the board once: then a cut has no width. Few parts are solved by trying everything: of every set
 * of parts all smallest rectangles it can be cut from, then every way to share the sets among boards. More parts are cut by ways found one by
 * one (ways.ts): the best way to cut a board when any number of each part is worth something (dynamic programme over the places cuts can
 * have, Beasley 1985), and ways found by filling boards at random with what is left. Where cuts could be in too many places some of them are
 * taken for what is cut, and for the bound all lengths are rounded down to a grid: it then is lower than it could be.
 */
import type { IntegerSolver } from '../dosage/solver';
import { mustBePositive } from '../quantities/guard';
import { countIn, type Layout, REST, walkLayout, withoutExcess } from './layout';
import { tryEverything } from './fewParts';
import { fillBoards, fillWorth } from './fillBoards';
import { CRUMB, lyings, type Sheet, type Wanted } from './sheets';
import { type Job, NODES, solveWays, type Way } from './ways';

export interface BoardStock {
  /** m; grain runs along its length. */
  length: number;
  width: number;
  /** Of one, in any currency. */
  price: number;
  /** How many there are; null: as many as wanted. */
  available: number | null;
}

export interface BoardPiece {
  length: number;
  width: number;
  count: number;
  /** Whether its length must lie along the board's. */
  grain: boolean;
}

/** Boards cut alike. */
export interface CutBoards {
  /** Index into the stock, and how many of it. */
  stock: number;
  count: number;
  layout: Layout;
  /** By piece: how many are cut from one. */
  pieces: number[];
}

export type BoardPlan =
  | {
      feasible: true;
      cost: number;
      boards: number;
      /** Σ of all pieces, m². */
      netArea: number;
      cuts: CutBoards[];
      /** Whether no cheaper way can be; else the least it must cost. */
      proved: boolean;
      atLeast: number;
    }
  | { feasible: false };

/** So many parts or fewer are solved by trying everything. */
const FEW = 8;
/** Most places a cut can have along one side of a board, and steps of the grid for the bound. */
const MOST_PLACES = 120;
const GRID = 300;

/**
 * Places cuts can have: sums of lengths up to a limit. Where these are too many, those of one kind of length first, then of two, as many as
 * may be: whatever is cut at these can be cut.
 */
function placesOf(lengths: readonly number[], limit: number): { places: number[]; all: boolean } {
  const kinds = [...new Set(lengths.map((l) => Math.round(l * 1e7)))].sort((a, b) => b - a);
  const end = Math.round(limit * 1e7) + 1;
  const found = new Set([0]);
  let all = true;
  const grow = (from: Iterable<number>, steps: number): number[] => {
    const fresh: number[] = [];
    for (const p of from)
      for (const l of kinds)
        for (let at = p + l, n = 0; at <= end && n < steps; at += l, n++) {
          if (found.has(at)) continue;
          if (found.size >= MOST_PLACES) {
            all = false;
            return fresh;
          }
          found.add(at);
          fresh.push(at);
        }
    return fresh;
  };
  let fresh = grow([0], Infinity);
  while (fresh.length > 0 && all) fresh = grow(fresh, 1);
  return { places: [...found].sort((a, b) => a - b).map((p) => p / 1e7), all };
}

interface Priced {
  value: number;
  layout: Layout;
}

/** The best way to cut a board when any number of each part is worth something; places for cuts and sizes of parts as told. */
function unlimited(
  xs: readonly number[],
  ys: readonly number[],
  parts: readonly { piece: number; turned: boolean; length: number; width: number; worth: number }[],
): Priced {
  const [n, m] = [xs.length, ys.length];
  const best = new Float64Array(n * m);
  // What was done: 0 nothing, k > 0 part k − 1, else a cut (−2a across the length at xs[a], −2a − 1 across the width).
  const done = new Int32Array(n * m);
  const firstAt = (list: readonly number[], v: number) => list.findIndex((p) => p >= v - 1e-7);
  parts.forEach((p, k) => {
    const [i0, j0] = [firstAt(xs, p.length), firstAt(ys, p.width)];
    if (i0 < 0 || j0 < 0) return;
    for (let i = i0; i < n; i++)
      for (let j = j0; j < m; j++)
        if (p.worth > best[i * m + j]!) {
          best[i * m + j] = p.worth;
          done[i * m + j] = k + 1;
        }
  });
  /** For a cut at place a of a piece that ends at place i: the last place of what is left. */
  const lefts = (list: readonly number[]) =>
    list.map((end) => {
      const row: number[] = [];
      for (let a = 1; a < list.length && list[a]! <= end / 2 + 1e-7; a++) {
        let k = list.length - 1;
        while (list[k]! > end - list[a]! + 1e-7) k -= 1;
        row.push(k);
      }
      return row;
    });
  const [leftX, leftY] = [lefts(xs), lefts(ys)];
  for (let i = 1; i < n; i++)
    for (let j = 1; j < m; j++) {
      const at = i * m + j;
      leftX[i]!.forEach((k, a) => {
        const v = best[(a + 1) * m + j]! + best[k * m + j]!;
        if (v > best[at]! + 1e-12) {
          best[at] = v;
          done[at] = -2 * (a + 1);
        }
      });
      leftY[j]!.forEach((k, a) => {
        const v = best[i * m + a + 1]! + best[i * m + k]!;
        if (v > best[at]! + 1e-12) {
          best[at] = v;
          done[at] = -2 * (a + 1) - 1;
        }
      });
    }
  const build = (i: number, j: number): Layout => {
    const what = done[i * m + j]!;
    if (what === 0) return REST;
    if (what > 0) return { kind: 'piece', piece: parts[what - 1]!.piece, turned: parts[what - 1]!.turned };
    const a = Math.floor(-what / 2);
    return -what % 2 === 0
      ? { kind: 'cut', across: 'length', at: xs[a]!, first: build(a, j), second: build(leftX[i]![a - 1]!, j) }
      : { kind: 'cut', across: 'width', at: ys[a]!, first: build(i, a), second: build(i, leftY[j]![a - 1]!) };
  };
  return { value: best[n * m - 1]!, layout: build(n - 1, m - 1) };
}

/** Parts of worth as they can lie on a board. */
const partsOn = (sheet: Sheet, wanted: readonly Wanted[], worth: readonly number[], counts: readonly number[]) =>
  wanted.flatMap((w, piece) =>
    worth[piece]! > 0 && counts[piece]! > 0
      ? lyings(w)
          .filter(([l, b]) => l <= sheet.length + CRUMB && b <= sheet.width + CRUMB)
          .map(([length, width, turned]) => ({ piece, turned, length, width, worth: worth[piece]! }))
      : [],
  );

/** A way to cut a board that is worth much, and whether none is worth more. */
function priceBoard(sheet: Sheet, wanted: readonly Wanted[], worth: readonly number[], counts: readonly number[]) {
  const parts = partsOn(sheet, wanted, worth, counts);
  const lengths = parts.map((p) => p.length);
  const widths = parts.map((p) => p.width);
  const [xs, ys] = [placesOf(lengths, sheet.length), placesOf(widths, sheet.width)];
  return { ...unlimited(xs.places, ys.places, parts), exact: xs.all && ys.all };
}

/** What no way to cut a board is worth more than: all lengths rounded down to a grid. */
function mostOf(sheet: Sheet, wanted: readonly Wanted[], worth: readonly number[]): number {
  const counts = wanted.map((w) => w.count);
  const places = Array.from({ length: GRID + 1 }, (_, i) => i);
  const down = (v: number, limit: number) => Math.max(1, Math.floor((v / limit) * GRID + 1e-9));
  const parts = partsOn(sheet, wanted, worth, counts).map((p) => ({
    ...p,
    length: down(p.length, sheet.length),
    width: down(p.width, sheet.width),
  }));
  return unlimited(places, places, parts).value;
}

function boardJob(
  solver: IntegerSolver,
  sheets: readonly Sheet[],
  wanted: readonly Wanted[],
  nodes: number,
): Job<Layout> {
  const counts = wanted.map((w) => w.count);
  const way = (stock: number, layout: Layout, left: readonly number[]): Way<Layout> => {
    const cut = withoutExcess(layout, [...left]);
    return { stock, pieces: countIn(cut, wanted.length), layout: cut };
  };
  return {
    ...{ solver, counts, nodes },
    prices: sheets.map((s) => s.price),
    available: sheets.map((s) => s.available),
    best(k, worth, left) {
      const { exact, value, layout } = priceBoard(sheets[k]!, wanted, worth, left);
      const found = way(k, layout, left);
      const gives = found.pieces.reduce((sum, n, i) => sum + n * worth[i]!, 0);
      // Where any number of each is worth something, there may be more of one than is wanted.
      const other = gives < value - CRUMB || !exact ? fillWorth(sheets[k]!, wanted, worth, left) : null;
      return {
        way: other && other.worth > gives + CRUMB ? way(k, other.layout, left) : found,
        value: exact ? value : null,
        sure: true,
      };
    },
    most(k, worth) {
      const { exact, value } = priceBoard(sheets[k]!, wanted, worth, counts);
      return exact ? value : mostOf(sheets[k]!, wanted, worth);
    },
    measures: [wanted.map((w) => w.length * w.width)],
    every: () => null,
    only(k, part, left) {
      const worth = wanted.map((_, i) => (i === part ? 1 : 0));
      const { value, layout } = priceBoard(sheets[k]!, wanted, worth, left);
      return value > 0 ? way(k, layout, left) : null;
    },
  };
}

/** A cut is told from the start of what is cut to where the part ends: without the saw's width. */
const sawn = (layout: Layout, kerf: number): Layout =>
  layout.kind === 'cut'
    ? { ...layout, at: layout.at - kerf, first: sawn(layout.first, kerf), second: sawn(layout.second, kerf) }
    : layout;

/**
 * The cheapest way found to cut pieces from boards, and of these the one with the fewest boards.
 * @param kerf saw cut; trim: taken off every edge before the board is used; m
 * @throws RangeError for sizes not above 0, counts or prices below 0
 */
export function cutBoards(
  solver: IntegerSolver,
  {
    stock,
    pieces,
    kerf,
    trim,
  }: { stock: readonly BoardStock[]; pieces: readonly BoardPiece[]; kerf: number; trim: number },
  nodes = NODES.last,
): BoardPlan {
  stock.forEach((s) => {
    mustBePositive('cutBoards', 'stock length', s.length);
    mustBePositive('cutBoards', 'stock width', s.width);
    if (!(s.price >= 0)) throw new RangeError(`cutBoards: price must not be below 0, got ${s.price}`);
    if (s.available !== null && !(Number.isInteger(s.available) && s.available >= 0))
      throw new RangeError(`cutBoards: available must be a whole number or null, got ${s.available}`);
  });
  pieces.forEach((p) => {
    mustBePositive('cutBoards', 'piece length', p.length);
    mustBePositive('cutBoards', 'piece width', p.width);
    if (!(Number.isInteger(p.count) && p.count >= 0))
      throw new RangeError(`cutBoards: count must be a whole number, got ${p.count}`);
  });
  if (!(kerf >= 0 && trim >= 0))
    throw new RangeError(`cutBoards: kerf and trim must not be below 0, got ${kerf}, ${trim}`);
  const netArea = pieces.reduce((sum, p) => sum + p.length * p.width * p.count, 0);
  // Pieces alike are one kind to the search.
  const keys = pieces.map((p) => `${p.length.toFixed(7)} ${p.width.toFixed(7)} ${p.grain}`);
  const kinds = [...new Set(keys)].filter((key) => pieces.some((p, i) => keys[i] === key && p.count > 0));
  if (kinds.length === 0) return { feasible: true, cost: 0, boards: 0, netArea, cuts: [], proved: true, atLeast: 0 };
  const wanted = kinds.map((key): Wanted => {
    const own = pieces.filter((_, i) => keys[i] === key);
    const { length, width, grain } = own[0]!;
    const count = own.reduce((sum, p) => sum + p.count, 0);
    return { length: length + kerf, width: width + kerf, count, turns: !grain };
  });
  const sheets = stock.map(({ length, width, price, available }): Sheet => ({
    length: length - 2 * trim + kerf,
    width: width - 2 * trim + kerf,
    ...{ price, available },
  }));
  const goes = (w: Wanted) =>
    lyings(w).some(([l, b]) => sheets.some((s) => s.available !== 0 && l <= s.length + CRUMB && b <= s.width + CRUMB));
  if (!wanted.every(goes)) return { feasible: false };
  const total = wanted.reduce((sum, w) => sum + w.count, 0);
  const few = total <= FEW;
  const answer = few
    ? tryEverything(sheets, wanted)
    : solveWays(boardJob(solver, sheets, wanted, nodes), fillBoards(sheets, wanted));
  if (!answer) return { feasible: false };
  const kindOf = pieces.map((_, i) => kinds.indexOf(keys[i]!));
  const cuts = asCut(
    answer.taken.map(({ way, count }) => ({ ...way, count, layout: sawn(way.layout, kerf) })),
    pieces,
    kindOf,
  );
  const { cost, count: boards, proved, atLeast } = answer;
  return { feasible: true, cost, boards, netArea, cuts, proved, atLeast };
}

/** Kinds become pieces again, what would be cut in excess stays uncut; boards cut alike together, the largest number first. */
function asCut(
  taken: readonly { stock: number; count: number; layout: Layout }[],
  pieces: readonly BoardPiece[],
  kindOf: readonly number[],
): CutBoards[] {
  const left = pieces.map((p) => p.count);
  const alike = new Map<string, CutBoards>();
  const named = (node: Layout): Layout => {
    if (node.kind === 'cut') {
      const [first, second] = [named(node.first), named(node.second)];
      return first.kind === 'rest' && second.kind === 'rest' ? REST : { ...node, first, second };
    }
    if (node.kind === 'rest') return node;
    const piece = pieces.findIndex((_, i) => kindOf[i] === node.piece && left[i]! > 0);
    if (piece < 0) return REST;
    left[piece]! -= 1;
    return { ...node, piece };
  };
  for (const { stock, count, layout } of taken)
    for (let n = 0; n < count; n++) {
      const own = named(layout);
      if (own.kind === 'rest') continue;
      const key = `${stock} ${JSON.stringify(own)}`;
      const same = alike.get(key);
      if (same) same.count += 1;
      else alike.set(key, { stock, count: 1, layout: own, pieces: countIn(own, pieces.length) });
    }
  return [...alike.values()].sort((a, b) => b.count - a.count || a.stock - b.stock);
}

/** Parts, cuts and what is left of a board of a plan, as it lies within its trimmed edges. */
export function boardCuts(
  { stock, layout }: Pick<CutBoards, 'stock' | 'layout'>,
  job: { stock: readonly BoardStock[]; pieces: readonly BoardPiece[]; kerf: number; trim: number },
) {
  const { length, width } = job.stock[stock]!;
  return walkLayout(layout, [length - 2 * job.trim, width - 2 * job.trim], job.pieces, job.kerf);
}
