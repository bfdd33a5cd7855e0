/**
 * The room opened out on the board: plan, reflected ceiling plan and the wall strip (all walls side by side on one floor
 * line). Board units are metres, y down the sheet. Each transform stands beside its inverse.
 */
import type { Vec2, Vec3 } from './vector';
import { planeAt } from './levels';
import { outlineArea } from './polygon';
import type { Face, Solid } from './solid';

export interface WallPlace {
  wall: string;
  /** Left end of the wall on the strip, m from the strip's left end. */
  left: number;
  length: number;
}

/** Where each wall stands on the strip, in walking order. */
export function wallStrip(solid: Solid): WallPlace[] {
  let left = 0;
  return solid.faces
    .filter((f) => f.kind === 'wall')
    .map((f) => {
      const place = { wall: f.id, left, length: f.length };
      left += f.length;
      return place;
    });
}

function footOf(face: Face): [Vec2, Vec2] {
  if (!face.foot) throw new RangeError(`unfold: face must stand upright, got ${face.id}`);
  return face.foot;
}

/** Point of an upright face (room coordinates) → place on it: u from its left end, v up from the floor. */
export function wallToLocal(face: Face, p: Vec3): Vec2 {
  const [right, left] = footOf(face);
  const u = ((p[0] - left[0]) * (right[0] - left[0]) + (p[1] - left[1]) * (right[1] - left[1])) / face.length;
  return [u, p[2]];
}

/** Inverse of {@link wallToLocal}. */
export function localToWall(face: Face, [u, v]: Vec2): Vec3 {
  const [right, left] = footOf(face);
  const t = u / face.length;
  return [left[0] + t * (right[0] - left[0]), left[1] + t * (right[1] - left[1]), v];
}

/** Place on a wall → place on the strip (y down, ceiling line at 0). */
export function localToStrip(place: WallPlace, height: number, [u, v]: Vec2): Vec2 {
  return [place.left + u, height - v];
}

/** Inverse of {@link localToStrip}. */
export function stripToLocal(place: WallPlace, height: number, [x, y]: Vec2): Vec2 {
  return [x - place.left, height - y];
}

/**
 * Point on any face → its local place: (u, v) on upright faces, (x, y) of the plan on floors and ceilings. The ceiling is
 * drawn as mirrored in the floor, so that left stays left.
 */
export function faceToLocal(face: Face, p: Vec3): Vec2 {
  return face.foot ? wallToLocal(face, p) : [p[0], p[1]];
}

/** Inverse of {@link faceToLocal}. */
export function localToFace(face: Face, p: Vec2): Vec3 {
  if (!face.plane) return localToWall(face, p);
  return [p[0], p[1], planeAt(face.plane, p)];
}

const outlines = new WeakMap<Face, readonly Vec2[]>();

/** A face's outline in its local places, positively walked; the same one each time. */
export function faceOutline(face: Face): readonly Vec2[] {
  const known = outlines.get(face);
  if (known) return known;
  const walked = face.vertices.map((v) => faceToLocal(face, v));
  const outline = outlineArea(walked) < 0 ? walked.reverse() : walked;
  outlines.set(face, outline);
  return outline;
}

/** True area of a face over the area of its local outline: 1, more on sloped ceilings. */
export function faceStretch(face: Face): number {
  return face.plane ? Math.hypot(1, face.plane.slope[0], face.plane.slope[1]) : 1;
}
