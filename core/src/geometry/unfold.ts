/**
 * The room opened out on the board: plan, reflected ceiling plan and the wall strip (all walls side by side on one floor
 * line). Board units are metres, y down the sheet. Each transform stands beside its inverse.
 */
import type { Vec2, Vec3 } from './vector';
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

/** Point of a wall (room coordinates) → place on that wall: u from its left end, v up from the floor. */
export function wallToLocal(face: Face, p: Vec3): Vec2 {
  const [right, left] = [face.vertices[0]!, face.vertices[1]!];
  const u = ((p[0] - left[0]) * (right[0] - left[0]) + (p[1] - left[1]) * (right[1] - left[1])) / face.length;
  return [u, p[2]];
}

/** Inverse of {@link wallToLocal}. */
export function localToWall(face: Face, [u, v]: Vec2): Vec3 {
  const [right, left] = [face.vertices[0]!, face.vertices[1]!];
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
 * Point on any face → its local place: (u, v) on a wall, (x, y) of the plan on floor and ceiling. The ceiling is drawn
 * as mirrored in the floor, so that left stays left.
 */
export function faceToLocal(face: Face, p: Vec3): Vec2 {
  return face.kind === 'wall' ? wallToLocal(face, p) : [p[0], p[1]];
}

/** Inverse of {@link faceToLocal}; `height` is the ceiling's. */
export function localToFace(face: Face, p: Vec2, height: number): Vec3 {
  if (face.kind === 'wall') return localToWall(face, p);
  return [p[0], p[1], face.kind === 'floor' ? 0 : height];
}
