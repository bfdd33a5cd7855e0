/** What holds each piece: its way of hanging, every fixing by tape, what it goes into, what it carries and what to look for. */
import { boundsOf, type Box } from '../../geometry/clip';
import { speedHumid } from '../../air/air';
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
} from '../../fixings/points';
import { type Way, wayOf, WAYS_FOR } from '../../fixings/ways';
import { billOf } from '../../recipes/bill';
import { gapOf } from '../../recipes/curve';
import { isCornered, type Recipe } from '../../recipes/types';
import { cornerTwin } from '../../room/corners';
import { membersOf } from '../../room/members';
import type { PlacedPiece } from '../../room/pieces';
import type { Setting, SettingFace } from '../../room/setting';
import { type HangResult, type HungPiece, middleOf } from './study';

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
  | { note: 'chain-short'; piece: string; label: string; drop: number };

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

/** Brackets on both walls of a corner. */
function cornerFixings(held: Held): Fixing[] {
  const { setting, placed, face, mass } = held;
  const { box } = placed;
  const { heights, shear } = cornerBrackets(box.high - box.low, mass);
  const twin = cornerTwin(setting, face, box);
  const atLeft = box.left < face.length - box.right;
  const sides = [
    { on: face, u: atLeft ? box.right - BRACKET_IN : box.left + BRACKET_IN, own: true },
    ...(twin && twin.outline.length > 2
      ? [{ on: twin.face, u: edgeAway(boundsOf(twin.outline), atLeft), own: false }]
      : []),
  ];
  return sides.flatMap(({ on, u, own }) => {
    const behind = behindOf(setting, on, { left: 0, low: 0 });
    const found = behind.at.some((m) => Math.abs(m - u) <= FINDS);
    return heights.map((y) => {
      const v = box.low + y;
      const met = behind.runs === 'up' ? found : behind.at.some((m) => Math.abs(m - v) <= FINDS);
      const into: Into = behind.kind === 'members' ? (met ? 'member' : 'board') : behind.kind;
      const onPiece = own ? { fromLeft: u - box.left, fromTop: box.high - v } : null;
      return fixingAt(held, on, { role: 'bracket', into, shear, pull: 0 }, [u, v], onPiece);
    });
  });
}
/** On the other wall the corner lies at its other end. */
const edgeAway = (b: Box, atLeft: boolean): number => (atLeft ? b.left + BRACKET_IN : b.right - BRACKET_IN);

function holdOf(setting: Setting, hung: HungPiece, massOf: (recipe: Recipe) => number): Hold {
  const { project } = setting;
  const placed = setting.placed.find((p) => p.id === hung.id)!;
  const face = setting.faces.find((f) => f.id === hung.face)!;
  const { recipe, box, standoff } = placed;
  const overhead = face.kind === 'ceiling';
  const on = overhead ? 'ceiling' : 'wall';
  const way = wayOf(recipe.form, on, project.treatment.fixings.ways[hung.recipe]);
  const mass = massOf(recipe);
  const gap = gapOf(recipe);
  const seat = seatOf(way, gap);
  const held: Held = { setting, placed, face, way, overhead, mass, packing: seat.packing };
  const size = { width: box.right - box.left, height: box.high - box.low };
  const behind = behindOf(setting, face, box);
  const fixings =
    isCornered(recipe.form) && way === 'brackets' && !overhead
      ? cornerFixings(held)
      : pointsOf(way, { ...size, gap, standoff, mass, overhead }, behind).map(({ x, y, ...point }) =>
          fixingAt(held, face, point, [box.left + x, box.low + y], {
            fromLeft: x,
            fromTop: overhead ? y : size.height - y,
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
  const { climate, buying: habits, treatment } = setting.project;
  const make = { c: speedHumid(climate), habits };
  // Pieces made alike are one recipe.
  const masses = new Map<Recipe, number>();
  const massOf = (recipe: Recipe): number => {
    const known = masses.get(recipe) ?? billOf(recipe, treatment.prices, make).mass;
    masses.set(recipe, known);
    return known;
  };
  const holds = pieces.map((p) => holdOf(setting, p, massOf));
  return {
    pieces: holds,
    notes: notesOf(setting, holds),
    overheadMass: holds.reduce((sum, h) => sum + (h.overhead ? h.mass : 0), 0),
  };
}
