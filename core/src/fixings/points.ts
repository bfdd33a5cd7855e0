/**
 * Where a piece is held: points on it, each with what it goes into and what it carries. Statics of a rigid piece; nothing here is a
 * calculation of a structure, and ratings are what to look for on a fixing maker's sheet.
 */
import { mustBePositive } from '../quantities/guard';
import type { Way } from './ways';

/** Newtons a kilogram weighs. */
export const G = 9.81;

/** A piece as it hangs; m and kg. Its lower left corner is the origin; on ceilings "low" is the edge at the wall faced. */
export interface Hung {
  width: number;
  height: number;
  /** From what it hangs on to its back, and to its front. */
  gap: number;
  standoff: number;
  mass: number;
  overhead: boolean;
}

/** What fixings meet behind the piece, in the piece's coordinates. */
export interface Behind {
  kind: 'members' | 'solid' | 'unknown';
  /** Middle lines of studs, joists or battens: across places where they run up, heights where they run across; m. */
  at: readonly number[];
  runs: 'up' | 'across';
}

export type Into = 'member' | 'solid' | 'board' | 'unknown';
export type Role = 'screw' | 'hanger' | 'hook' | 'bracket' | 'eye' | 'line' | 'strap';

export interface HeldAt {
  role: Role;
  x: number;
  y: number;
  into: Into;
  /** What it carries down (overhead: away from the ceiling), and what pulls it out of the wall; N. */
  shear: number;
  pull: number;
}

/** Rows of fixings: how far under the top, and how far in from the sides; m. */
interface Rail {
  role: Role;
  drop: number;
  inset: number;
  /** Further points at least so near to each other; null: two of them. */
  every: number | null;
}

/** Nearer to a member's middle line than this a screw finds it, m: half a stud less an edge of 1 cm. */
export const FINDS = 0.012;
/** Points of a row nearer to each other than this are one, m. */
const APART = 0.06;

const RAILS: Partial<Record<Way, Rail>> = {
  cleat: { role: 'screw', drop: 0.1, inset: 0.05, every: 0.4 },
  flush: { role: 'hanger', drop: 0.05, inset: 0.08, every: null },
  hooks: { role: 'hook', drop: 0.12, inset: 0.15, every: null },
  brackets: { role: 'bracket', drop: 0.05, inset: 0.08, every: null },
};
/** Eyes of what hangs on chains: in from the edges of the frame, and how far from one to the next at most, m. */
const EYES = { inset: 0.1, every: 1.4 };

const inset = (length: number, by: number): number => Math.min(by, length / 4);

/** Points between two, evenly, so that none is further from the next than so much. */
function between(from: number, to: number, every: number | null): number[] {
  const n = every === null ? 1 : Math.max(1, Math.ceil((to - from) / every - 1e-9));
  return Array.from({ length: n - 1 }, (_, i) => from + ((to - from) * (i + 1)) / n);
}

const straddles = (at: readonly number[], middle: number): boolean =>
  at.length > 1 && at[0]! < middle - 1e-6 && at.at(-1)! > middle + 1e-6;

/**
 * Places along a row from `from` to `to` about its middle: on members where two of them have the middle between them; where not, on
 * those there are and at the ends, and between where these lie far from each other.
 */
export function placesAlong(
  from: number,
  to: number,
  every: number | null,
  members: readonly number[],
): { at: number; onMember: boolean }[] {
  const middle = (from + to) / 2;
  const met = members.filter((m) => m >= from - FINDS && m <= to + FINDS).map((m) => Math.min(to, Math.max(from, m)));
  if (straddles(met, middle)) {
    const two = [met[0]!, met.at(-1)!];
    return (every === null ? two : met).map((at) => ({ at, onMember: true }));
  }
  const far = (at: number) => met.every((m) => Math.abs(m - at) >= APART);
  const held = [...met, ...[from, to].filter(far)].sort((a, b) => a - b);
  const rest = held.slice(1).flatMap((at, i) => between(held[i]!, at, every));
  return [...held, ...rest].sort((a, b) => a - b).map((at) => ({ at, onMember: met.includes(at) }));
}

/** Height of a row: on a batten that runs across, where one is near enough below the top; else as asked. */
function rowHeight(asked: number, low: number, high: number, { kind, runs, at }: Behind): { y: number; on: boolean } {
  if (kind !== 'members' || runs !== 'across') return { y: asked, on: false };
  const near = at.filter((m) => m >= low && m <= high).sort((a, b) => Math.abs(a - asked) - Math.abs(b - asked))[0];
  return near === undefined ? { y: asked, on: false } : { y: near, on: true };
}

const intoOf = ({ kind }: Behind, onMember: boolean): Into =>
  kind === 'members' ? (onMember ? 'member' : 'board') : kind;

/**
 * Shares of a load at `middle` on a row of points as a group of like fixings carries it: 1/n, and by their distance from the
 * group's own middle what turns it. Two points come out as by the lever.
 */
export function sharesOf(at: readonly number[], middle: number): number[] {
  const mean = at.reduce((s, x) => s + x, 0) / at.length;
  const spread = at.reduce((s, x) => s + (x - mean) ** 2, 0);
  return at.map((x) => 1 / at.length + (spread > 1e-9 ? ((middle - mean) * (x - mean)) / spread : 0));
}

/** A row of fixings near the top of what hangs on a wall: it carries the weight, and keeps the top from leaning out over the lower edge. */
function rowOn(piece: Hung, rail: Rail, behind: Behind): HeldAt[] {
  const { width, height, gap, standoff, mass } = piece;
  const side = inset(width, rail.inset);
  const asked = height - inset(height, rail.drop);
  const { y, on } = rowHeight(asked, height * 0.6, height - Math.min(0.03, height / 10), behind);
  const members = behind.kind === 'members' && behind.runs === 'up' ? behind.at : [];
  const places = placesAlong(side, width - side, rail.every, members);
  const shares = sharesOf(
    places.map((p) => p.at),
    width / 2,
  );
  const weight = mass * G;
  // About the lower edge, where it touches: the weight works half its depth before the wall.
  const out = (weight * (gap + standoff)) / 2 / y;
  return places.map(({ at, onMember }, i) => ({
    role: rail.role,
    x: at,
    y,
    into: intoOf(behind, onMember || on),
    shear: weight * shares[i]!,
    pull: out * Math.abs(shares[i]!),
  }));
}

/** Two rows of eyes or brackets under a ceiling, and a line of its own. A stiff frame rocks on two points that lie across from each other: half of them carry all. */
function overhead({ width, height, mass }: Hung, role: Role, behind: Behind): HeldAt[] {
  const [sx, sy] = [inset(width, EYES.inset), inset(height, EYES.inset)];
  const members = behind.kind === 'members' ? behind.at : [];
  const up = behind.runs === 'up';
  const across = placesAlong(sx, width - sx, width > EYES.every ? EYES.every / 2 : null, up ? members : []);
  const along = placesAlong(sy, height - sy, height > EYES.every ? EYES.every / 2 : null, up ? [] : members);
  const weight = mass * G;
  const shares = [across, along].map((row, i) =>
    sharesOf(
      row.map((p) => p.at),
      (i === 0 ? width : height) / 2,
    ).map((part) => Math.max(0, part)),
  );
  const held = along.flatMap((v, j) =>
    across.map((u, i): HeldAt => ({
      role,
      x: u.at,
      y: v.at,
      into: intoOf(behind, up ? u.onMember : v.onMember),
      shear: 0,
      pull: Math.min(1, 2 * shares[0]![i]! * shares[1]![j]!) * weight,
    })),
  );
  const [side, length] = up ? [width, height] : [height, width];
  const inside = members.filter((m) => m > 0 && m < side);
  const middle = inside.sort((a, b) => Math.abs(a - side / 2) - Math.abs(b - side / 2))[0];
  const at = middle ?? side / 2;
  const line: HeldAt = {
    role: 'line',
    x: up ? at : length / 2,
    y: up ? length / 2 : at,
    into: intoOf(behind, middle !== undefined),
    shear: 0,
    pull: weight,
  };
  return [...held, line];
}

/** What stands is kept from falling over by a strap in its upper half; what it carries is not the piece. */
function strapped({ width, height, standoff, mass }: Hung, behind: Behind): HeldAt[] {
  const members = behind.kind === 'members' && behind.runs === 'up' ? behind.at : [];
  const near = members
    .filter((m) => m > 0 && m < width)
    .sort((a, b) => Math.abs(a - width / 2) - Math.abs(b - width / 2))[0];
  const y = height * 0.8;
  // Leaning over its front edge by a tenth of its weight at the top.
  const pull = (mass * G * Math.max(0.1, standoff)) / 2 / y;
  return [{ role: 'strap', x: near ?? width / 2, y, into: intoOf(behind, near !== undefined), shear: 0, pull }];
}

/**
 * Points a piece is held at in a way; none where it needs none. Corner pieces are held by {@link cornerBrackets}.
 * Throws RangeError for sizes that are not above 0.
 */
export function pointsOf(way: Way, piece: Hung, behind: Behind): HeldAt[] {
  for (const key of ['width', 'height'] as const) mustBePositive('pointsOf', key, piece[key]);
  if (way === 'pressed') return [];
  if (way === 'feet') return strapped(piece, behind);
  if (piece.overhead) return overhead(piece, way === 'chain' ? 'eye' : 'bracket', behind);
  return rowOn(piece, RAILS[way]!, behind);
}

/**
 * Brackets of what stands across a corner or along an edge, on one of its two faces: places along it; what each carries, N: of half the
 * weight its share, overhead of all of it, for a stiff frame rocks on two points that lie across from each other.
 * @param behind what they go into, and members they cross, m along it
 */
export function cornerBrackets(
  { length, mass, overhead }: { length: number; mass: number; overhead: boolean },
  behind: { into: Into; at: readonly number[] },
): { along: number; into: Into; load: number }[] {
  mustBePositive('cornerBrackets', 'length', length);
  const by = inset(length, 0.15);
  const every = length > EYES.every ? EYES.every / 2 : null;
  const places = placesAlong(by, length - by, every, behind.at);
  const shares = sharesOf(
    places.map((p) => p.at),
    length / 2,
  );
  return places.map(({ at, onMember }, i) => ({
    along: at,
    into: onMember ? 'member' : behind.into,
    load: mass * G * Math.max(0, shares[i]!) * (overhead ? 1 : 0.5),
  }));
}

/** Distance of brackets of a corner piece from the edge of its leg, m. */
export const BRACKET_IN = 0.02;

/** Thickness of what hides behind a piece, m: half a cleat, a pair of plates, a ring with its wire. */
const HIDDEN: Partial<Record<Way, number>> = { cleat: 0.018, flush: 0.006, hooks: 0.01 };

/**
 * What hidden fixings ask for: `packing` is laid under them where the piece stands further off, `recess` is let into its back where it
 * stands nearer; m.
 */
export function seatOf(way: Way, gap: number): { packing: number; recess: number } {
  const thick = HIDDEN[way];
  if (thick === undefined) return { packing: 0, recess: 0 };
  return { packing: Math.max(0, gap - thick), recess: Math.max(0, thick - gap) };
}

/** A chain: from ceiling to back m; whole links, and by how much it hangs lower than asked; null: nearer than eye and hook allow. */
export function chainOf(drop: number, link: number, fittings: number): { links: number; lower: number } | null {
  mustBePositive('chainOf', 'link', link);
  const links = Math.round((drop - fittings) / link);
  return links < 1 ? null : { links, lower: fittings + links * link - drop };
}

/** How far the back of a cloud is under its ceiling at a place along it from its front edge to its rear one; its middle stays. */
export const dropAt = (gap: number, fall: number, y: number, height: number): number => gap + fall * (0.5 - y / height);

export type Anchor =
  /** A wood screw of so much length, m: through what lies before the member and into it. */
  | { anchor: 'wood-screw'; length: number }
  /** A plug so wide, m, and its screw. */
  | { anchor: 'plug'; diameter: number }
  | { anchor: 'approved-overhead' }
  | { anchor: 'board-anchor' }
  | { anchor: 'spreading-anchor' }
  /** More than board alone should be asked for: a batten across two members. */
  | { anchor: 'batten' }
  /** Told by what is behind, which nobody has said. */
  | { anchor: 'find-out' }
  | { anchor: 'by-sheet' };

/** Bites so deep into a member, m: on walls and overhead. */
const BITE = { wall: 0.04, overhead: 0.06 };
/** Ratings up to which plugs of a width serve in sound masonry, and anchors in board; kg. Cautious, and the maker's sheet goes first. */
const PLUGS = [
  [30, 0.006],
  [60, 0.008],
  [120, 0.01],
] as const;
const BOARD = { plain: 8, spreading: 25 };

/** Screws as sold, m. */
const SCREWS = [0.03, 0.035, 0.04, 0.05, 0.06, 0.07, 0.08, 0.09, 0.1, 0.12, 0.14, 0.16, 0.18, 0.2];

/**
 * What to look for, by what a point goes into and the rating asked of it.
 * @param rated kg
 * @param before thickness of what lies before a member: lining, packing, the wall's part; m
 */
export function anchorFor(into: Into, rated: number, overheadToo: boolean, before: number): Anchor {
  if (into === 'unknown') return { anchor: 'find-out' };
  if (into === 'member') {
    const asked = before + (overheadToo ? BITE.overhead : BITE.wall);
    const length = SCREWS.find((s) => s >= asked - 1e-9);
    return length === undefined ? { anchor: 'by-sheet' } : { anchor: 'wood-screw', length };
  }
  if (into === 'solid') {
    if (overheadToo) return { anchor: 'approved-overhead' };
    const plug = PLUGS.find(([most]) => rated <= most);
    return plug ? { anchor: 'plug', diameter: plug[1] } : { anchor: 'by-sheet' };
  }
  if (overheadToo || rated > BOARD.spreading) return { anchor: 'batten' };
  return { anchor: rated > BOARD.plain ? 'spreading-anchor' : 'board-anchor' };
}
