/**
 * The room as a closed solid: a plan outline raised to a flat ceiling. Faces are planar polygons whose Newell normal
 * points into the room.
 *
 * Axes: x to the listener's right, y from the front wall towards the rear, z up. Walls are walked clockwise as drawn
 * (front, right, rear, left); wall i runs from corner i to corner i+1, left to right for somebody looking at it.
 */
import { type Vec2, type Vec3, distance2 } from './vector';
import { newell, outlineArea } from './polygon';

export interface PlanCorner {
  /** Name of the wall that starts at this corner. */
  wall: string;
  at: Vec2;
}

export type FaceKind = 'wall' | 'floor' | 'ceiling';

export interface Face {
  id: string;
  kind: FaceKind;
  vertices: Vec3[];
  /** m² */
  area: number;
  /** For a wall: its length in m along the floor. */
  length: number;
}

export interface Solid {
  faces: Face[];
  /** m³ */
  volume: number;
  floorArea: number;
  surfaceArea: number;
  height: number;
  plan: readonly PlanCorner[];
}

export const FLOOR = 'floor';
export const CEILING = 'ceiling';

/**
 * Builds the solid of a plan with a flat ceiling.
 * @param plan corners in walking order with positive {@link outlineArea}
 * @param height m
 * @throws RangeError when the outline has fewer than three corners or is walked the wrong way round
 */
export function prism(plan: readonly PlanCorner[], height: number): Solid {
  const outline = plan.map((c) => c.at);
  const floorArea = outlineArea(outline);
  if (plan.length < 3) throw new RangeError(`prism: plan needs at least 3 corners, got ${plan.length}`);
  if (!(floorArea > 0)) throw new RangeError(`prism: plan must be walked clockwise as drawn, got area ${floorArea}`);
  if (!(height > 0)) throw new RangeError(`prism: height must be above 0, got ${height}`);
  const walls: Face[] = plan.map(({ wall, at: a }, i) => {
    const b = outline[(i + 1) % outline.length]!;
    const length = distance2(a, b);
    return {
      id: wall,
      kind: 'wall',
      vertices: [
        [b[0], b[1], 0],
        [a[0], a[1], 0],
        [a[0], a[1], height],
        [b[0], b[1], height],
      ],
      area: length * height,
      length,
    };
  });
  const floor: Face = {
    id: FLOOR,
    kind: 'floor',
    vertices: outline.map(([x, y]) => [x, y, 0]),
    area: floorArea,
    length: 0,
  };
  const ceiling: Face = {
    id: CEILING,
    kind: 'ceiling',
    vertices: [...outline].reverse().map(([x, y]) => [x, y, height]),
    area: floorArea,
    length: 0,
  };
  const faces = [...walls, floor, ceiling];
  return {
    faces,
    volume: floorArea * height,
    floorArea,
    surfaceArea: faces.reduce((sum, f) => sum + f.area, 0),
    height,
    plan,
  };
}

/** Volume of a closed solid by the divergence theorem, m³: an independent check of {@link Solid.volume}. */
export function volumeByDivergence(faces: readonly Face[]): number {
  // Normals point inwards, so the flux of (x, y, z)/3 is minus the volume.
  return -faces.reduce((sum, { vertices }) => {
    const n = newell(vertices); // twice the area, along the normal
    const p = vertices[0]!;
    return sum + (n[0] * p[0] + n[1] * p[1] + n[2] * p[2]) / 6;
  }, 0);
}

/** Lengths along x and y when the plan is a rectangle along the axes, else null. Tolerance 1 mm. */
export function boxOf(solid: Solid): readonly [number, number, number] | null {
  const xs = solid.plan.map((c) => c.at[0]);
  const ys = solid.plan.map((c) => c.at[1]);
  const lx = Math.max(...xs) - Math.min(...xs);
  const ly = Math.max(...ys) - Math.min(...ys);
  return solid.plan.length === 4 && Math.abs(lx * ly - solid.floorArea) < 1e-3 * Math.max(lx, ly)
    ? [lx, ly, solid.height]
    : null;
}

/**
 * Distance in m from a plan point along a direction to the first wall it meets, with that wall; null when it meets none
 * (the point is outside). `direction` need not be of unit length.
 */
export function wallAlong(
  plan: readonly PlanCorner[],
  from: Vec2,
  direction: Vec2,
): { wall: string; distance: number } | null {
  const size = Math.hypot(direction[0], direction[1]);
  const dx = direction[0] / size;
  const dy = direction[1] / size;
  let best: { wall: string; distance: number } | null = null;
  plan.forEach(({ wall, at: a }, i) => {
    const b = plan[(i + 1) % plan.length]!.at;
    const ex = b[0] - a[0];
    const ey = b[1] - a[1];
    const det = ex * dy - ey * dx;
    if (Math.abs(det) < 1e-12) return;
    const t = (ex * (a[1] - from[1]) - ey * (a[0] - from[0])) / det;
    const s = (dx * (a[1] - from[1]) - dy * (a[0] - from[0])) / det;
    if (s >= -1e-9 && s <= 1 + 1e-9 && t >= -1e-9 && (best === null || t < best.distance)) {
      best = { wall, distance: Math.max(t, 0) };
    }
  });
  return best;
}
