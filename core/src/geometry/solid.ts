/**
 * The room as a closed solid: a plan outline with walls up to its ceiling. The ceiling may be flat, pitched, ridged or
 * stepped, and carry boxed beams; the floor may carry platforms. Faces are planar polygons whose Newell normal points into
 * the room.
 *
 * Axes: x to the listener's right, y from the front wall towards the rear, z up. Walls are walked clockwise as drawn
 * (front, right, rear, left); wall i runs from corner i to corner i+1, left to right for somebody looking at it.
 */
import { type Vec2, type Vec3, distance2 } from './vector';
import { newell, outlineArea } from './polygon';
import type { PlanCorner, RoomShape } from './shape';
import { type LevelPiece, type Plane, levelAt, levelPieces, levelRisers, pieceAt, planeAt } from './levels';

export type { CeilingShape, PlanCorner, RoomShape, Strip } from './shape';

/** "riser": an upright face that is not a wall of the plan (side of a beam, of a platform, of a ceiling step). */
export type FaceKind = 'wall' | 'floor' | 'ceiling' | 'riser';

export interface Face {
  id: string;
  /** What its material is listed under: a wall, "floor", "ceiling", a beam or a platform. */
  surface: string;
  kind: FaceKind;
  vertices: Vec3[];
  /** m² */
  area: number;
  /** For a wall or riser: its length in m along the floor. */
  length: number;
  /** Of walls and risers: right and left end on the plan, seen from the room. */
  foot: [right: Vec2, left: Vec2] | null;
  /** Of floors and ceilings: height over the plan. */
  plane: Plane | null;
}

export interface Solid {
  faces: Face[];
  /** m³ */
  volume: number;
  floorArea: number;
  surfaceArea: number;
  /** Of the highest point, m. */
  height: number;
  plan: readonly PlanCorner[];
  /** Ceiling height over the zero of the floor at a plan point; null outside. */
  ceilingAt(p: Vec2): number | null;
  /** Floor height at a plan point; null outside. */
  floorAt(p: Vec2): number | null;
}

export const FLOOR = 'floor';
export const CEILING = 'ceiling';

/** Surface a face's material is listed under: face ids are the surface's name, with a number from the second on. */
export function surfaceOfFace(face: string): string {
  return face.replace(/ \d+$/, '');
}

/** A plan with a flat ceiling. See {@link solidOf}. */
export function prism(plan: readonly PlanCorner[], height: number): Solid {
  return solidOf({ plan, height, ceiling: { shape: 'flat' }, beams: [], platforms: [] });
}

function numbered(ids: Map<string, number>, surface: string): string {
  const n = (ids.get(surface) ?? 0) + 1;
  ids.set(surface, n);
  return n === 1 ? surface : `${surface} ${n}`;
}

const areaOf = (vertices: readonly Vec3[]): number => Math.hypot(...newell(vertices)) / 2;

/** Leaves out points that repeat or lie on the line of their neighbours, keeping the first two. */
function tidy(vertices: readonly Vec3[]): Vec3[] {
  const list = vertices.filter((v, i) => {
    const w = vertices[(i + 1) % vertices.length]!;
    return i < 2 || Math.hypot(v[0] - w[0], v[1] - w[1], v[2] - w[2]) > 1e-9;
  });
  for (let i = list.length - 1; i >= 2; i--) {
    const [p, q, r] = [list[i - 1]!, list[i]!, list[(i + 1) % list.length]!];
    const a: Vec3 = [q[0] - p[0], q[1] - p[1], q[2] - p[2]];
    const b: Vec3 = [r[0] - q[0], r[1] - q[1], r[2] - q[2]];
    const n = Math.hypot(a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]);
    if (n < 1e-12) list.splice(i, 1);
  }
  return list;
}

/** Places along a wall (0…1) where the levels beside it change, with both ends. */
function breaksOn(a: Vec2, b: Vec2, pieces: readonly LevelPiece[]): number[] {
  const length = distance2(a, b);
  const d: Vec2 = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
  const ts = new Set([0, 1]);
  for (const { outline } of pieces) {
    for (const [x, y] of outline) {
      const t = ((x - a[0]) * d[0] + (y - a[1]) * d[1]) / length;
      const off = Math.abs((x - a[0]) * d[1] - (y - a[1]) * d[0]);
      if (off < 1e-6 && t > 1e-7 && t < 1 - 1e-7) ts.add(t);
    }
  }
  const sorted = [...ts].sort((p, q) => p - q);
  return sorted.filter((t, i) => i === 0 || t - sorted[i - 1]! > 1e-7);
}

/** Profile of a level along a wall from a to b: points with their heights. */
function profile(a: Vec2, b: Vec2, pieces: readonly LevelPiece[]): Vec3[] {
  const at = (t: number): Vec2 => [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])];
  const length = distance2(a, b);
  // A crumb into the room: left of the wall's direction in a positively walked outline.
  const inside = 1e-5;
  const n: Vec2 = [(-(b[1] - a[1]) / length) * inside, ((b[0] - a[0]) / length) * inside];
  const breaks = pieces.length === 1 ? [0, 1] : breaksOn(a, b, pieces);
  return breaks.slice(1).flatMap((t1, i): Vec3[] => {
    const t0 = breaks[i]!;
    const [mx, my] = at((t0 + t1) / 2);
    const { plane } = pieceAt(pieces, [mx + n[0], my + n[1]]);
    const [p, q] = [at(t0), at(t1)];
    return [
      [p[0], p[1], planeAt(plane, p)],
      [q[0], q[1], planeAt(plane, q)],
    ];
  });
}

/**
 * Builds the solid of a room.
 * @throws RangeError when the outline has fewer than three corners or is walked the wrong way round, and with the name of
 *   the strip or height at fault when ceiling and floor do not leave {@link LEAST_CLEARANCE} between them
 */
export function solidOf(shape: RoomShape): Solid {
  const { plan, height } = shape;
  const outline = plan.map((c) => c.at);
  const floorArea = outlineArea(outline);
  if (plan.length < 3) throw new RangeError(`prism: plan needs at least 3 corners, got ${plan.length}`);
  if (!(floorArea > 0)) throw new RangeError(`prism: plan must be walked clockwise as drawn, got area ${floorArea}`);
  if (!(height > 0)) throw new RangeError(`prism: height must be above 0, got ${height}`);
  const { ceilings, floors } = levelPieces(shape);
  const ids = new Map<string, number>();

  const walls: Face[] = plan.map(({ wall, at: a }, i) => {
    const b = outline[(i + 1) % outline.length]!;
    const vertices = tidy([...profile(a, b, floors).reverse(), ...profile(a, b, ceilings)]);
    return {
      id: wall,
      surface: wall,
      kind: 'wall',
      vertices,
      area: areaOf(vertices),
      length: distance2(a, b),
      foot: [b, a],
      plane: null,
    };
  });
  const level = (kind: 'floor' | 'ceiling', pieces: readonly LevelPiece[]): Face[] =>
    pieces.map(({ surface, outline: ring, plane }) => {
      const vertices = ring.map((p): Vec3 => [p[0], p[1], planeAt(plane, p)]);
      if (kind === 'ceiling') vertices.reverse();
      return {
        id: numbered(ids, surface),
        surface,
        kind,
        vertices,
        area: areaOf(vertices),
        length: 0,
        foot: null,
        plane,
      };
    });
  const horizontal = [...level('floor', floors), ...level('ceiling', ceilings)];
  const risers = [...levelRisers(floors, 'up'), ...levelRisers(ceilings, 'down')].map((r): Face => {
    const [right, left] = [r.vertices[0]!, r.vertices[1]!];
    return {
      id: numbered(ids, r.surface),
      surface: r.surface,
      kind: 'riser',
      vertices: tidy(r.vertices),
      area: areaOf(r.vertices),
      length: Math.hypot(right[0] - left[0], right[1] - left[1]),
      foot: [
        [right[0], right[1]],
        [left[0], left[1]],
      ],
      plane: null,
    };
  });
  const faces = [...walls, ...horizontal, ...risers];
  const integral = (pieces: readonly LevelPiece[]) => pieces.reduce((sum, p) => sum + p.area * levelAt(p), 0);
  const volume = integral(ceilings) - integral(floors);
  checkClosed(faces, volume, floorArea, { floor: floors, ceiling: ceilings });
  const among = (pieces: readonly LevelPiece[], p: Vec2): number | null => {
    const found = pieceAt(pieces, p, true);
    return found ? planeAt(found.plane, p) : null;
  };
  return {
    faces,
    volume,
    floorArea,
    surfaceArea: faces.reduce((sum, f) => sum + f.area, 0),
    height: Math.max(...faces.flatMap((f) => f.vertices.map((v) => v[2]))),
    plan,
    ceilingAt: (p) => among(ceilings, p),
    floorAt: (p) => among(floors, p),
  };
}

/** Largest part by which sums that must agree may differ. */
const AGREE = 1e-6;

/** A solid whose faces do not close, or whose pieces are not the plan, is never computed with. Throws RangeError saying which. */
function checkClosed(
  faces: readonly Face[],
  volume: number,
  floorArea: number,
  levels: Record<string, readonly LevelPiece[]>,
): void {
  for (const [name, pieces] of Object.entries(levels)) {
    const area = pieces.reduce((sum, p) => sum + p.area, 0);
    if (Math.abs(area - floorArea) > AGREE * floorArea)
      throw new RangeError(
        `room: the pieces of its ${name} come to ${area.toFixed(4)} m² over a plan of ${floorArea.toFixed(4)} m²; move a beam, platform or corner by a millimetre`,
      );
  }
  const around = volumeByDivergence(faces);
  const out: [number, number, number] = [0, 0, 0];
  for (const f of faces) newell(f.vertices).forEach((v, i) => (out[i]! += v / 2));
  const surface = faces.reduce((sum, f) => sum + f.area, 0);
  if (Math.abs(around - volume) > AGREE * volume || Math.hypot(...out) > AGREE * surface)
    throw new RangeError(
      `room: its floor, walls and ceiling do not close (${around.toFixed(4)} m³ inside the faces, ${volume.toFixed(4)} m³ over the plan); move a beam, platform or corner by a millimetre`,
    );
}

/** The way from survey coordinates into the listener's frame and back. */
interface Turn {
  toListener(p: Vec2): Vec2;
  toSurvey(p: Vec2): Vec2;
  turn(d: Vec2): Vec2;
}

/** The same solid in another frame, its walls listed from `first` on. Nothing is built anew: a room is the same whichever wall is faced. */
export function turnedSolid(solid: Solid, frame: Turn, first: string): Solid {
  const at = ([x, y, z]: Vec3): Vec3 => [...frame.toListener([x, y]), z];
  const zero = frame.toSurvey([0, 0]);
  const faces = solid.faces.map((f): Face => ({
    ...f,
    vertices: f.vertices.map(at),
    foot: f.foot && [frame.toListener(f.foot[0]), frame.toListener(f.foot[1])],
    plane: f.plane && { at: planeAt(f.plane, zero), slope: frame.turn(f.plane.slope) },
  }));
  const plan = solid.plan.map((c) => ({ wall: c.wall, at: frame.toListener(c.at) }));
  const start = plan.findIndex((c) => c.wall === first);
  if (start < 0) throw new RangeError(`turnedSolid: first must be one of the walls, got ${first}`);
  const from = <T>(list: readonly T[]): T[] => [...list.slice(start), ...list.slice(0, start)];
  const walls = faces.filter((f) => f.kind === 'wall');
  return {
    ...solid,
    faces: [...from(walls), ...faces.filter((f) => f.kind !== 'wall')],
    plan: from(plan),
    ceilingAt: (p) => solid.ceilingAt(frame.toSurvey(p)),
    floorAt: (p) => solid.floorAt(frame.toSurvey(p)),
  };
}

/** Volume of a closed solid by the divergence theorem, m³: an independent check of {@link Solid.volume}. */
export function volumeByDivergence(faces: readonly Pick<Face, 'vertices'>[]): number {
  // Normals point inwards, so the flux of (x, y, z)/3 is minus the volume.
  return -faces.reduce((sum, { vertices }) => {
    const n = newell(vertices); // twice the area, along the normal
    const p = vertices[0]!;
    return sum + (n[0] * p[0] + n[1] * p[1] + n[2] * p[2]) / 6;
  }, 0);
}

/** Corners of a plan at which it turns: those in the middle of a straight side left out. */
export function turningCorners(plan: readonly PlanCorner[]): PlanCorner[] {
  return plan.filter((c, i) => {
    const p = plan[(i - 1 + plan.length) % plan.length]!.at;
    const q = plan[(i + 1) % plan.length]!.at;
    const off = Math.abs((q[0] - p[0]) * (c.at[1] - p[1]) - (q[1] - p[1]) * (c.at[0] - p[0])) / distance2(p, q);
    return off > 1e-6;
  });
}

/** The straight side a wall is part of: its ends, and the walls on it in walking order. */
export function straightSide(plan: readonly PlanCorner[], wall: string): { from: Vec2; to: Vec2; walls: string[] } {
  const n = plan.length;
  const at = plan.findIndex((c) => c.wall === wall);
  if (at < 0) throw new RangeError(`straightSide: wall must be one of the plan's, got ${wall}`);
  const turns = new Set(turningCorners(plan));
  let [first, last] = [at, at];
  // Back to the corner it begins at, on to the one it ends at; a plan turns somewhere.
  while (!turns.has(plan[first]!)) first = (first - 1 + n) % n;
  while (!turns.has(plan[(last + 1) % n]!)) last = (last + 1) % n;
  const walls: string[] = [];
  for (let i = first; ; i = (i + 1) % n) {
    walls.push(plan[i]!.wall);
    if (i === last) break;
  }
  return { from: plan[first]!.at, to: plan[(last + 1) % n]!.at, walls };
}

/** Lengths along x and y when the room is a plain box along the axes, else null. Tolerance 1 mm. */
export function boxOf(solid: Solid): readonly [number, number, number] | null {
  // A wall split on its own line is still one side of a box.
  const corners = turningCorners(solid.plan);
  const xs = corners.map((c) => c.at[0]);
  const ys = corners.map((c) => c.at[1]);
  const lx = Math.max(...xs) - Math.min(...xs);
  const ly = Math.max(...ys) - Math.min(...ys);
  const straight = Math.abs(lx * ly - solid.floorArea) < 1e-3 * Math.max(lx, ly);
  const flat = Math.abs(solid.volume - solid.floorArea * solid.height) < 1e-3 * solid.floorArea;
  return corners.length === 4 && straight && flat ? [lx, ly, solid.height] : null;
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
