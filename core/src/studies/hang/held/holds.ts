/** What holds each piece: its way of hanging, every fixing by tape, what it goes into, what it carries and what to look for. */
import { boundsOf, type Box } from '../../../geometry/clip';
import type { Vec2 } from '../../../geometry/vector';
import { speedHumid } from '../../../air/air';
import {
  type Anchor,
  anchorFor,
  type Behind,
  BRACKET_IN,
  chainOf,
  cornerBrackets,
  dropAt,
  FINDS,
  G,
  type HeldAt,
  type Into,
  pointsOf,
  type Role,
  seatOf,
} from '../../../fixings/points';
import { type Way, wayOf, WAYS_FOR } from '../../../fixings/ways';
import { billOf } from '../../../recipes/bill';
import { gapOf } from '../../../recipes/curve';
import { isCornered, type Recipe } from '../../../recipes/types';
import { stripBefore, twinOf } from '../../../room/hung/corners';
import { membersOf } from '../../../room/hung/members';
import type { PlacedPiece } from '../../../room/pieces';
import type { Setting, SettingFace } from '../../../room/setting';
import { joinsOf } from './field';
import { type HangResult, type HungPiece, middleOf } from '../study';

export interface Fixing {
  role: Role;
  /** The face it goes into: of a corner piece, either wall. */
  face: string;
  faceName: string;
  /** On that face, in its own coordinates; from its middle line, right positive; m. */
  u: number;
  v: number;
  fromMiddle: number;
  /** On the piece: from its left edge, and under its top (ceilings: from its front edge); null on the other wall of a corner. */
  onPiece: { fromLeft: number; fromTop: number } | null;
  into: Into;
  /** What it carries: along what it goes into, out of it, N; both as one mass, kg; and the rating to look for, kg. */
  shear: number;
  pull: number;
  load: number;
  rated: number;
  anchor: Anchor;
  /** Of an eye: from ceiling to back, m; whole links, and how much lower than asked it then hangs; null: too near for a chain. */
  chain: { drop: number; made: { links: number; lower: number } | null } | null;
  /** Socket or switch whose cable may run there. */
  cable: string | null;
}

export interface Hold {
  piece: string;
  label: string;
  recipe: string;
  way: Way;
  /** What it can be had by there. */
  ways: readonly Way[];
  /** kg */
  mass: number;
  overhead: boolean;
  packing: number;
  recess: number;
  /** Of a cleat on the wall: ends from the middle line and height, m. */
  cleat: { left: number; right: number; up: number } | null;
  /** Of what stands: how high its lower edge is, m. */
  feet: number | null;
  fixings: Fixing[];
}

export type HoldNote =
  | { note: 'find-out'; surface: string; name: string; pieces: string[] }
  | { note: 'batten'; piece: string; label: string; overhead: boolean; count: number }
  | { note: 'cable'; piece: string; label: string; thing: string }
  | { note: 'chain-short'; piece: string; label: string; drop: number }
  /** Clouds edge to edge: one field. */
  | { note: 'joined'; pairs: [string, string][] };

export interface HoldsResult {
  pieces: Hold[];
  notes: HoldNote[];
  /** Everything that hangs from ceilings, kg. */
  overheadMass: number;
}

/** Cables run straight up or across from sockets and switches: nearer to such a way than this a screw may meet one, m. */
const CABLE = 0.05;

function behindOf(setting: Setting, face: SettingFace, box: Pick<Box, 'left' | 'low'>): Behind {
  const framing = setting.surveyed.framing[face.surface];
  const members = membersOf(setting, face);
  if (!framing) return { kind: 'unknown', at: [], runs: 'up' };
  if (!members) return { kind: 'solid', at: [], runs: 'up' };
  const from = members.runs === 'up' ? box.left : box.low;
  return { kind: 'members', at: members.at.map((m) => m - from), runs: members.runs };
}

function cableAt(setting: Setting, face: SettingFace, u: number, v: number): string | null {
  if (!face.foot) return null;
  const near = setting.surveyed.openings.find(
    (o) =>
      o.wall === face.surface &&
      (o.kind === 'socket' || o.kind === 'switch') &&
      (Math.abs(u - o.u - o.width / 2) < o.width / 2 + CABLE ||
        Math.abs(v - o.v - o.height / 2) < o.height / 2 + CABLE),
  );
  return near?.name ?? null;
}

interface Held {
  setting: Setting;
  placed: PlacedPiece;
  face: SettingFace;
  way: Way;
  overhead: boolean;
  mass: number;
  packing: number;
}

/** A point of a piece as it is taped and bought. */
function fixingAt(
  { setting, placed, way, overhead, packing }: Held,
  face: SettingFace,
  point: Omit<HeldAt, 'x' | 'y'>,
  [u, v]: readonly [number, number],
  onPiece: Fixing['onPiece'],
): Fixing {
  const { wallFactor, overheadFactor, link, fittings } = setting.project.treatment.fixings;
  const load = Math.hypot(point.shear, point.pull) / G;
  // To a thousandth of a kilogram, so that a crumb of rounding asks for no stronger one.
  const rated = Math.ceil(load * (overhead ? overheadFactor : wallFactor) - 1e-3);
  const lining = setting.surveyed.framing[face.surface]?.lining ?? 0;
  const part = way === 'cleat' ? 0.018 : 0;
  const fall = setting.project.treatment.hanging.cloudFall;
  const { low, high } = placed.box;
  const drop = dropAt(gapOf(placed.recipe), fall, v - low, high - low);
  return {
    ...point,
    face: face.id,
    faceName: face.name,
    u,
    v,
    fromMiddle: u - middleOf(setting, face),
    onPiece,
    load,
    rated,
    anchor: anchorFor(point.into, rated, overhead, lining + packing + part),
    chain: point.role === 'eye' ? { drop, made: chainOf(drop, link, fittings) } : null,
    cable: cableAt(setting, face, u, v),
  };
}

/** A line on a face that brackets stand along: from a place of it, a unit way, m. */
interface Line {
  face: SettingFace;
  from: Vec2;
  way: Vec2;
}

/** What brackets along a line meet: members it crosses, as places along it, or one it runs along. */
function behindLine(setting: Setting, { face, from, way }: Line): { into: Into; at: number[] } {
  const behind = behindOf(setting, face, { left: 0, low: 0 });
  if (behind.kind !== 'members') return { into: behind.kind, at: [] };
  const axis = behind.runs === 'up' ? 0 : 1;
  if (Math.abs(way[axis]) > 0.1) return { into: 'board', at: behind.at.map((m) => (m - from[axis]) / way[axis]) };
  return { into: behind.at.some((m) => Math.abs(m - from[axis]) <= FINDS) ? 'member' : 'board', at: [] };
}

/** Lines of brackets across a corner or along an edge: on the piece's own face and on the other, at the edge away from where they meet. */
function bracketLines({ setting, placed, face }: Held): { own: Line; other: Line | null; length: number } {
  const { box, recipe } = placed;
  const twin = twinOf(setting, face, box, recipe);
  if (recipe.form === 'edge') {
    const [from, to] = stripBefore(face, box.left, box.right, box.high - box.low - BRACKET_IN)
      .slice(2)
      .reverse();
    const length = box.right - box.left;
    const way: Vec2 = [(to![0] - from![0]) / length, (to![1] - from![1]) / length];
    return {
      own: { face, from: [box.left, box.low + BRACKET_IN], way: [1, 0] },
      other: twin && { face: twin.face, from: from!, way },
      length,
    };
  }
  const atLeft = box.left < face.length - box.right;
  const own = atLeft ? box.right - BRACKET_IN : box.left + BRACKET_IN;
  // On the other wall the corner lies at its other end.
  const b = twin && boundsOf(twin.outline);
  return {
    own: { face, from: [own, box.low], way: [0, 1] },
    other: b && { face: twin.face, from: [atLeft ? b.left + BRACKET_IN : b.right - BRACKET_IN, box.low], way: [0, 1] },
    length: box.high - box.low,
  };
}

/** Brackets on both faces of what stands across a corner or along an edge. */
function cornerFixings(held: Held): Fixing[] {
  const { setting, placed, mass, overhead } = held;
  const { box } = placed;
  const { own, other, length } = bracketLines(held);
  return [own, ...(other ? [other] : [])].flatMap((line) => {
    const { face, from, way } = line;
    return cornerBrackets({ length, mass, overhead }, behindLine(setting, line)).map(({ along, into, load }) => {
      const at: Vec2 = [from[0] + way[0] * along, from[1] + way[1] * along];
      const onPiece = line === own ? { fromLeft: at[0] - box.left, fromTop: box.high - at[1] } : null;
      const carried = face.kind === 'ceiling' ? { shear: 0, pull: load } : { shear: load, pull: 0 };
      return fixingAt(held, face, { role: 'bracket', into, ...carried }, at, onPiece);
    });
  });
}

function holdOf(setting: Setting, hung: HungPiece, massOf: (recipe: Recipe, overhead: boolean) => number): Hold {
  const { project } = setting;
  const placed = setting.placed.find((p) => p.id === hung.id)!;
  const face = setting.faces.find((f) => f.id === hung.face)!;
  const { recipe, box, standoff } = placed;
  const on = face.kind === 'ceiling' ? 'ceiling' : 'wall';
  // Along an edge half of it is under the ceiling, and all of it over heads.
  const overhead = on === 'ceiling' || recipe.form === 'edge';
  const way = wayOf(recipe.form, on, project.treatment.fixings.ways[hung.recipe]);
  const mass = massOf(recipe, overhead);
  const gap = gapOf(recipe);
  const seat = seatOf(way, gap);
  const held: Held = { setting, placed, face, way, overhead, mass, packing: seat.packing };
  const size = { width: box.right - box.left, height: box.high - box.low };
  const behind = behindOf(setting, face, box);
  const fixings =
    isCornered(recipe.form) && way === 'brackets' && on === 'wall'
      ? cornerFixings(held)
      : pointsOf(way, { ...size, gap, standoff, mass, overhead }, behind).map(({ x, y, ...point }) =>
          fixingAt(held, face, point, [box.left + x, box.low + y], {
            fromLeft: x,
            fromTop: on === 'ceiling' ? y : size.height - y,
          }),
        );
  const middle = middleOf(setting, face);
  const ends = Math.min(0.05, size.width / 4);
  return {
    piece: hung.id,
    label: hung.label,
    recipe: hung.recipe,
    way,
    ways: WAYS_FOR[recipe.form][on],
    mass,
    overhead,
    ...seat,
    cleat:
      way === 'cleat' && fixings[0]
        ? { left: box.left + ends - middle, right: box.right - ends - middle, up: fixings[0].v }
        : null,
    feet: way === 'feet' ? box.low : null,
    fixings,
  };
}

function notesOf(setting: Setting, pieces: readonly Hold[]): HoldNote[] {
  const unknown = new Map<string, { name: string; pieces: Set<string> }>();
  const notes = pieces.flatMap(({ piece, label, overhead, fixings }): HoldNote[] => {
    for (const f of fixings)
      if (f.into === 'unknown') {
        const { surface } = setting.faces.find((o) => o.id === f.face)!;
        const known = unknown.get(surface) ?? { name: f.faceName, pieces: new Set<string>() };
        unknown.set(surface, known);
        known.pieces.add(label);
      }
    const battens = fixings.filter((f) => f.anchor.anchor === 'batten').length;
    const short = fixings.find((f) => f.chain && !f.chain.made);
    const cables = [...new Set(fixings.flatMap((f) => (f.cable === null ? [] : [f.cable])))];
    return [
      ...(battens > 0 ? [{ note: 'batten' as const, piece, label, overhead, count: battens }] : []),
      ...(short ? [{ note: 'chain-short' as const, piece, label, drop: short.chain!.drop }] : []),
      ...cables.map((thing) => ({ note: 'cable' as const, piece, label, thing })),
    ];
  });
  const found = [...unknown].map(([surface, { name, pieces: held }]): HoldNote => ({
    note: 'find-out',
    surface,
    name,
    pieces: [...held],
  }));
  return [...found, ...notes];
}

export function studyHolds(setting: Setting, { pieces }: HangResult): HoldsResult {
  const {
    climate,
    buying: { workshop },
    treatment,
  } = setting.project;
  const make = { c: speedHumid(climate), workshop };
  // Pieces made alike are one recipe; overhead it may have more braces.
  const masses = [new Map<Recipe, number>(), new Map<Recipe, number>()];
  const massOf = (recipe: Recipe, overhead: boolean): number => {
    const side = masses[overhead ? 1 : 0]!;
    const known = side.get(recipe) ?? billOf(recipe, treatment.prices, { ...make, overhead }).mass;
    side.set(recipe, known);
    return known;
  };
  const holds = pieces.map((p) => holdOf(setting, p, massOf));
  const joins = joinsOf(pieces, (id) => holds.find((h) => h.piece === id)!.overhead);
  return {
    pieces: holds,
    notes: [...notesOf(setting, holds), ...(joins.length > 0 ? [{ note: 'joined' as const, pairs: joins }] : [])],
    overheadMass: holds.reduce((sum, h) => sum + (h.overhead ? h.mass : 0), 0),
  };
}
