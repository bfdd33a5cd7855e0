/** Edits of pieces on a face: to the level line, evenly spread, mirrored about the listening axis. All give new places, none changes anything. */
import { boundsOf, freeStretches } from '../../geometry/clip';
import { CEILING, surfaceOfFace } from '../../geometry/solid';
import { faceOutline, faceToLocal, localToFace } from '../../geometry/unfold';
import type { Vec2 } from '../../geometry/vector';
import { isAt, type PieceAt } from '../../document/schema/project';
import { equalGaps } from '../../layout/gaps';
import { keepOutsOn } from '../../room/hung/keepOuts';
import { type OnFace, piecesFor } from '../../room/laying';
import { type PlacedPiece, reachOf } from '../../room/pieces';
import type { Setting, SettingFace } from '../../room/setting';
import { levelOf, lowOn } from './level';

const faceOf = (setting: Setting, id: string): SettingFace => {
  const face = setting.faces.find((f) => f.id === id);
  if (!face) throw new RangeError(`hang: face must be one of the room's, got ${id}`);
  return face;
};
const placedOf = (setting: Setting, id: string): PlacedPiece => {
  const piece = setting.placed.find((p) => p.id === id);
  if (!piece) throw new RangeError(`hang: id must be that of a piece with a place, got ${id}`);
  return piece;
};

/** A piece with its lower left corner at another place of its face, in the face's own coordinates, m. */
export function pieceMovedTo(setting: Setting, id: string, left: number, low: number): PieceAt {
  const piece = setting.project.treatment.pieces.filter(isAt).find((p) => p.id === id)!;
  const { box, face } = placedOf(setting, id);
  const { kind } = faceOf(setting, face);
  const by: Vec2 = [left - box.left, low - box.low];
  if (kind === 'wall' || kind === 'riser')
    return { ...piece, place: { ...piece.place, u: piece.place.u + by[0], v: piece.place.v + by[1] } };
  // Flat faces keep survey coordinates: the way moved is turned, not the corner.
  const [from, to] = [setting.frame.toSurvey([0, 0]), setting.frame.toSurvey(by)];
  return {
    ...piece,
    place: { ...piece.place, u: piece.place.u + to[0] - from[0], v: piece.place.v + to[1] - from[1] },
  };
}

const isLocked = (setting: Setting, id: string): boolean =>
  setting.project.treatment.pieces.some((p) => p.id === id && p.locked);

/** Several pieces as far along their faces and up them, m; what is locked stays. */
export const piecesMovedBy = (setting: Setting, ids: readonly string[], along: number, up: number): PieceAt[] =>
  ids
    .filter((id) => !isLocked(setting, id))
    .map((id) => {
      const { box } = placedOf(setting, id);
      return pieceMovedTo(setting, id, box.left + along, box.low + up);
    });

/** What of several pieces is brought into one line. */
export const IN_LINE = ['tops', 'middles', 'lows', 'lefts', 'rights'] as const;
export type InLine = (typeof IN_LINE)[number];

/** Pieces of one face brought into line with one of them, which stays, as does what is locked. */
export function linedUp(setting: Setting, with_: string, ids: readonly string[], by: InLine): PieceAt[] {
  const { box: to, face } = placedOf(setting, with_);
  return ids
    .filter((id) => id !== with_ && !isLocked(setting, id) && placedOf(setting, id).face === face)
    .map((id) => {
      const { box } = placedOf(setting, id);
      const [width, height] = [box.right - box.left, box.high - box.low];
      const low = { tops: to.high - height, middles: (to.low + to.high - height) / 2, lows: to.low };
      const left = { lefts: to.left, rights: to.right - width };
      return by in left
        ? pieceMovedTo(setting, id, left[by as keyof typeof left], box.low)
        : pieceMovedTo(setting, id, box.left, low[by as keyof typeof low]);
    });
}

/** Places nearer to each other than a tape tells are one, m. */
const SAME = 0.0005;

/**
 * A piece as it really hangs, its corner taped on its face, m: that is its place from now on, for all that is computed; where it was
 * meant to go is kept beside it.
 * @param at when it went up (ISO 8601); kept where that is known already
 */
export function hungAt(setting: Setting, id: string, left: number, low: number, at: string | null): PieceAt {
  const moved = pieceMovedTo(setting, id, left, low);
  const { place, dates, meant } = setting.project.treatment.pieces.filter(isAt).find((p) => p.id === id)!;
  const was = meant ?? { u: place.u, v: place.v };
  const there = Math.abs(moved.place.u - was.u) < SAME && Math.abs(moved.place.v - was.v) < SAME;
  return {
    ...moved,
    place: there ? { ...moved.place, ...was } : moved.place,
    state: 'hung',
    dates: { ...dates, hung: dates.hung ?? at },
    meant: there ? null : was,
  };
}

/** Height of a piece's lower edge on the level line, m; of what lies along an edge, where it meets the ceiling. */
export function onLevel(setting: Setting, id: string): number {
  const { box, face, recipe } = placedOf(setting, id);
  if (recipe.form === 'edge') return boundsOf(faceOutline(faceOf(setting, face))).high - (box.high - box.low);
  return lowOn(levelOf(setting), box.high - box.low);
}

/**
 * Pieces of the stretch a piece of a wall stands in, with equal gaps between what bounds them, or edge to edge in its middle; null when
 * it is no wall or they do not fit.
 */
export function spreadEvenly(setting: Setting, id: string, tight = false): PieceAt[] | null {
  const piece = placedOf(setting, id);
  const face = faceOf(setting, piece.face);
  if (face.kind !== 'wall') return null;
  const { low, high } = piece.box;
  const edge = piece.recipe.form === 'edge';
  const inRow = setting.placed.filter((p) => p.face === face.id && p.box.low < high - 1e-6 && p.box.high > low + 1e-6);
  const row = inRow.filter((p) => (p.recipe.form === 'edge') === edge && (edge || p.kind !== 'corner'));
  if (!row.includes(piece)) return null;
  const depth = Math.max(...row.map(reachOf));
  const blocked = keepOutsOn(setting, face, depth, new Set(row.map((p) => p.id)));
  const [bottom, top] = [Math.min(...row.map((p) => p.box.low)), Math.max(...row.map((p) => p.box.high))];
  const middle = (piece.box.left + piece.box.right) / 2;
  const stretch = freeStretches(faceOutline(face), blocked, bottom, top).find(([a, b]) => a <= middle && b >= middle);
  if (!stretch) return null;
  const [from, to] = stretch;
  const here = row
    .filter((p) => (p.box.left + p.box.right) / 2 > from && (p.box.left + p.box.right) / 2 < to)
    .sort((a, b) => a.box.left - b.box.left);
  const widths = here.map((p) => p.box.right - p.box.left);
  if (tight) {
    let left = (from + to - widths.reduce((sum, w) => sum + w, 0)) / 2;
    if (left < from - 1e-9) return null;
    return here.map((p, i) => {
      const moved = pieceMovedTo(setting, p.id, left, p.box.low);
      left += widths[i]!;
      return moved;
    });
  }
  const gaps = equalGaps(to - from, widths);
  if (!gaps.feasible) return null;
  return here.map((p, i) => pieceMovedTo(setting, p.id, from + gaps.left[i]!, p.box.low));
}

/** Where a piece's mirror image about the listening axis lies: on its own face, or on the one across; null where there is none. */
export function mirrorPlace(setting: Setting, id: string): (OnFace & { face: string }) | null {
  const { face: own, box } = placedOf(setting, id);
  const from = faceOf(setting, own);
  const corners: Vec2[] = [
    [box.left, box.low],
    [box.right, box.high],
  ];
  const images = corners.map((p) => {
    const [x, y, z] = localToFace(from, p);
    return [2 * setting.axis - x, y, z] as const;
  });
  for (const face of setting.faces) {
    if (face.kind !== from.kind || (face.kind === 'ceiling' && surfaceOfFace(face.id) !== CEILING)) continue;
    const local = images.map((p) => faceToLocal(face, p));
    // On the plane of that face, and within it.
    const away = images.map((p, i) => {
      const q = localToFace(face, local[i]!);
      return Math.hypot(q[0] - p[0], q[1] - p[1], q[2] - p[2]);
    });
    if (Math.max(...away) > 0.01) continue;
    const [a, b] = local as [Vec2, Vec2];
    const place = {
      left: Math.min(a[0], b[0]),
      low: Math.min(a[1], b[1]),
      width: Math.abs(b[0] - a[0]),
      height: Math.abs(b[1] - a[1]),
    };
    const edge = boundsOf(faceOutline(face));
    const inside =
      place.left > edge.left - 0.01 &&
      place.low > edge.low - 0.01 &&
      place.left + place.width < edge.right + 0.01 &&
      place.low + place.height < edge.high + 0.01;
    if (inside) return { face: face.id, ...place };
  }
  return null;
}

/** A piece's twin, as its mirror image: the one that hangs nearest to it there already, moved, or a new one. Null where there is no such wall. */
export function mirroredPiece(setting: Setting, id: string, at: string | null): PieceAt | null {
  const piece = setting.project.treatment.pieces.filter(isAt).find((p) => p.id === id)!;
  const place = mirrorPlace(setting, id);
  if (!place) return null;
  const face = faceOf(setting, place.face);
  const near = setting.placed
    .filter((p) => p.id !== id && p.face === face.id && p.recipe.id === piece.recipe)
    .map((p) => ({ id: p.id, away: Math.hypot(p.box.left - place.left, p.box.low - place.low) }))
    .filter((p) => p.away < Math.max(place.width, place.height))
    .sort((a, b) => a.away - b.away)[0];
  if (near) return pieceMovedTo(setting, near.id, place.left, place.low);
  const made = { recipe: piece.recipe, name: 'Piece', turnDeg: -piece.place.turnDeg, tiltDeg: piece.place.tiltDeg, at };
  return (piecesFor(setting, face, [place], made) as PieceAt[])[0]!;
}
