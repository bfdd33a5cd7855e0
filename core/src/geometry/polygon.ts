/** Planar polygons in space (faces) and in the plan: normal, area, inside, segments through them. */
import { type Vec2, type Vec3, between, dot } from './vector';

/** On-edge tolerance in m: a tenth of a micrometre, far below any tape, far above rounding. */
const EDGE = 1e-7;

/** Newell's vector: along the normal, its length twice the area. Robust for non-convex outlines. */
export function newell(vertices: readonly Vec3[]): Vec3 {
  let x = 0;
  let y = 0;
  let z = 0;
  vertices.forEach((a, i) => {
    const b = vertices[(i + 1) % vertices.length]!;
    x += (a[1] - b[1]) * (a[2] + b[2]);
    y += (a[2] - b[2]) * (a[0] + b[0]);
    z += (a[0] - b[0]) * (a[1] + b[1]);
  });
  return [x, y, z];
}

/** A face prepared for many tests: unit normal into the room, plane offset, and its outline in its dominant plane. */
export interface PreparedFace {
  normal: Vec3;
  /** Signed distance of a point p from the plane is dot(normal, p) − offset. */
  offset: number;
  outline: Vec2[];
  drop: 0 | 1 | 2;
  area: number;
}

function flatten(p: Vec3, drop: 0 | 1 | 2): Vec2 {
  return drop === 0 ? [p[1], p[2]] : drop === 1 ? [p[0], p[2]] : [p[0], p[1]];
}

/** Prepares a face. Throws RangeError when the outline has no area. */
export function prepareFace(vertices: readonly Vec3[]): PreparedFace {
  if (vertices.length < 3) throw new RangeError(`prepareFace: needs at least 3 vertices, got ${vertices.length}`);
  const n = newell(vertices);
  const length = Math.hypot(...n);
  if (!(length > 1e-9)) throw new RangeError('prepareFace: the outline has no area');
  const normal: Vec3 = [n[0] / length, n[1] / length, n[2] / length];
  const offset = vertices.reduce((sum, v) => sum + dot(normal, v), 0) / vertices.length;
  const size = normal.map(Math.abs);
  const drop = size[0]! >= size[1]! && size[0]! >= size[2]! ? 0 : size[1]! >= size[2]! ? 1 : 2;
  return { normal, offset, outline: vertices.map((v) => flatten(v, drop)), drop, area: length / 2 };
}

export function signedDistance(face: PreparedFace, p: Vec3): number {
  return dot(face.normal, p) - face.offset;
}

function onSegment(p: Vec2, a: Vec2, b: Vec2): boolean {
  const dx = b[0] - a[0];
  const dy = b[1] - a[1];
  const length = Math.hypot(dx, dy);
  if (length < EDGE) return Math.hypot(p[0] - a[0], p[1] - a[1]) <= EDGE;
  const t = ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / length;
  return t >= -EDGE && t <= length + EDGE && Math.abs((p[0] - a[0]) * dy - (p[1] - a[1]) * dx) / length <= EDGE;
}

/** Whether a point of the plane lies inside an outline of any shape; the edge counts as inside. */
export function insideOutline(p: Vec2, outline: readonly Vec2[]): boolean {
  let inside = false;
  for (let i = 0, j = outline.length - 1; i < outline.length; j = i++) {
    const a = outline[i]!;
    const b = outline[j]!;
    if (onSegment(p, a, b)) return true;
    if (a[1] > p[1] !== b[1] > p[1] && p[0] < ((b[0] - a[0]) * (p[1] - a[1])) / (b[1] - a[1]) + a[0]) {
      inside = !inside;
    }
  }
  return inside;
}

/** Whether a point lying in the face's plane is inside its outline. */
export function insideFace(face: PreparedFace, p: Vec3): boolean {
  return insideOutline(flatten(p, face.drop), face.outline);
}

/**
 * Whether the open segment a–b passes through the face, from either side. Two-sided on purpose: a one-sided test leaks
 * at re-entrant edges.
 */
export function segmentCrosses(face: PreparedFace, a: Vec3, b: Vec3): boolean {
  const da = signedDistance(face, a);
  const db = signedDistance(face, b);
  if ((da > 0 && db > 0) || (da < 0 && db < 0) || da === db) return false;
  const t = da / (da - db);
  const margin = 1e-9;
  if (t <= margin || t >= 1 - margin) return false;
  return insideFace(face, between(a, b, t));
}

/** Signed area of a plan outline; positive when walked with the room on the same side as (0,0)→(1,0)→(1,1). */
export function outlineArea(outline: readonly Vec2[]): number {
  return (
    outline.reduce((sum, a, i) => {
      const b = outline[(i + 1) % outline.length]!;
      return sum + a[0] * b[1] - b[0] * a[1];
    }, 0) / 2
  );
}
