/** What a piece on a wall must keep clear of, by its depth: openings, door swings, furniture, pieces round the corner or under the ceiling, other pieces. */
import { type Box, boundsOf, clipConvex } from '../../geometry/clip';
import type { Vec2 } from '../../geometry/vector';
import type { Opening } from '../../document/schema/project';
import { faceOutline, faceToLocal } from '../../geometry/unfold';
import { legsOn, stripBefore } from './corners';
import { doorSwings } from '../doors';
import { liesFlat } from '../objects';
import { type PlacedPiece, reachOf } from '../pieces';
import type { Setting, SettingFace } from '../setting';

export interface KeepOut extends Box {
  /** Of the thing, and what it is called. */
  id: string;
  name: string;
  kind: Opening['kind'] | 'swing' | 'thing' | 'piece';
  /** Kept free around it, m; it is in the box already. */
  clearance: number;
}

/** Carried aside for as long as it takes, or moved with the piece: nothing keeps clear of them. */
const MOVABLE = ['person', 'chair', 'gobo'];
/** A body nearer to another than this only touches it, m. */
const TOUCH = 0.001;

/** Part of an outline on the plan within so much of a wall, as a span along it; null when there is none. */
function within(face: SettingFace, outline: readonly Vec2[], depth: number): { left: number; right: number } | null {
  const part = clipConvex([...outline], stripBefore(face, 0, face.length, depth));
  if (part.length < 3) return null;
  const along = part.map((p) => faceToLocal(face, [p[0], p[1], 0])[0]);
  const span = { left: Math.min(...along), right: Math.max(...along) };
  return span.right - span.left > TOUCH ? span : null;
}

/**
 * What is in the way of a piece so deep on a wall, in the wall's own coordinates, m.
 * @param without ids of pieces and furniture that are no obstacle: the piece itself, or what is thought away
 */
export function keepOutsOn(
  setting: Setting,
  face: SettingFace,
  depth: number,
  without: ReadonlySet<string> = new Set(),
): KeepOut[] {
  if (face.kind !== 'wall' && face.kind !== 'ceiling') return [];
  const pieces = piecesOn(setting, face, depth).filter((p) => !without.has(p.id));
  if (face.kind === 'ceiling' || !face.foot) return pieces;
  const openings = setting.surveyed.openings
    .filter((o) => o.wall === face.surface)
    .map(({ id, name, kind, clearance: c, u, v, width, height }): KeepOut => {
      const box = { left: u - c, low: v - c, right: u + width + c, high: v + height + c };
      return { id, name, kind, clearance: c, ...box };
    });
  const swings = doorSwings(setting.room).flatMap((swing): KeepOut[] => {
    const door = setting.surveyed.openings.find((o) => o.id === swing.id)!;
    // Its own wall is kept free by the door itself.
    const span = door.wall === face.surface ? null : within(face, swing.outline, depth);
    return span
      ? [{ id: door.id, name: door.name, kind: 'swing', clearance: 0, ...span, low: 0, high: door.v + door.height }]
      : [];
  });
  const things = setting.objects.flatMap((o): KeepOut[] => {
    if (liesFlat(o.kind) || MOVABLE.includes(o.kind) || without.has(o.id)) return [];
    const span = within(face, o.outline, depth - TOUCH);
    return span ? [{ id: o.id, name: o.name, kind: 'thing', clearance: 0, ...span, low: o.low, high: o.high }] : [];
  });
  const overhead = setting.placed.flatMap((p) => (without.has(p.id) ? [] : underCeiling(setting, face, p, depth)));
  return [...openings, ...swings, ...things, ...pieces, ...overhead];
}

/** A piece under a flat ceiling, where it reaches so near to a wall. */
function underCeiling(setting: Setting, face: SettingFace, piece: PlacedPiece, depth: number): KeepOut[] {
  const ceiling = setting.faces.find((f) => f.id === piece.face)!;
  if (ceiling.kind !== 'ceiling' || !ceiling.plane || Math.hypot(...ceiling.plane.slope) > 0) return [];
  const span = within(face, piece.outline, depth - TOUCH);
  if (!span) return [];
  const { id, name, standoff } = piece;
  const top = ceiling.plane.at;
  return [{ id, name, kind: 'piece', clearance: 0, ...span, low: top - standoff, high: top }];
}

/** Depth pieces are taken to have on a face that holds none yet, m. */
const USUAL_DEPTH = 0.1;

/** What keeps pieces off a face, but for other pieces, as far as it lies on the face: for drawings of it. */
export function obstaclesOn(setting: Setting, face: SettingFace): KeepOut[] {
  const depth = Math.max(USUAL_DEPTH, ...setting.placed.filter((p) => p.face === face.id).map(reachOf));
  const edge = boundsOf(faceOutline(face));
  return keepOutsOn(setting, face, depth, new Set(setting.placed.map((p) => p.id)))
    .map((k) => ({
      ...k,
      left: Math.max(k.left, edge.left),
      right: Math.min(k.right, edge.right),
      low: Math.max(k.low, edge.low),
      high: Math.min(k.high, edge.high),
    }))
    .filter((k) => k.right > k.left && k.high > k.low);
}

/** Pieces on a face, and those on another that reach before it: round the corner, along the edge, or by their depth. */
function piecesOn(setting: Setting, face: SettingFace, depth: number): KeepOut[] {
  const called = ({ id, name }: PlacedPiece) => ({ id, name, kind: 'piece' as const, clearance: 0 });
  const legs = legsOn(setting, face).map(({ piece, box }): KeepOut => ({ ...called(piece), ...box }));
  const others = setting.placed.flatMap((p): KeepOut[] => {
    if (p.face === face.id) return [{ ...called(p), ...p.box }];
    const own = setting.faces.find((f) => f.id === p.face)!;
    if (!own.foot || !face.foot || p.recipe.form === 'straddle' || p.recipe.form === 'corner') return [];
    // At the end of the next wall its depth is in the way.
    const body = stripBefore(own, p.box.left, p.box.right, reachOf(p) - TOUCH);
    const span = within(face, body, depth - TOUCH);
    return span ? [{ ...called(p), ...span, low: p.box.low, high: p.box.high }] : [];
  });
  return [...others, ...legs];
}
