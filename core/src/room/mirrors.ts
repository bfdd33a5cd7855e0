/** Everything that can mirror sound: faces of the room, furniture, hung boards. Prepared once a room. */
import { createKept } from '../numerics/kept';
import { type PreparedFace, prepareFace, segmentCrosses, signedDistance } from '../geometry/polygon';
import { outlineArea } from '../geometry/polygon';
import { faceOutline, faceToLocal, localToFace } from '../geometry/unfold';
import type { Vec2, Vec3 } from '../geometry/vector';
import { dot } from '../geometry/vector';
import type { Material } from '../materials/library';
import type { MirrorPlane } from '../physics/reflections/zones';
import { BOARD_ALPHA } from '../recipes/boxes';
import type { RoomObject } from './objects';
import type { RoomSetting, SettingFace, Shell } from './setting';

export interface Target {
  id: string;
  name: string;
  /** "board": a hung, turned board. */
  kind: SettingFace['kind'] | 'thing' | 'board';
  vertices: Vec3[];
  prepared: PreparedFace;
  plane: MirrorPlane;
  face: SettingFace | null;
  /** The piece of furniture or board it belongs to. */
  owner: string | null;
  material: Material | null;
  /** Octaves 63–8000 Hz, for what has no material of the library. */
  alpha: readonly number[];
  /** In its own coordinates, positively walked. */
  outline: readonly Vec2[];
  toLocal: (p: Vec3) => Vec2;
  /** Place on the target, `off` m before it. */
  toRoom: (p: Vec2, off: number) => Vec3;
}

const positive = (outline: Vec2[]): Vec2[] => (outlineArea(outline) < 0 ? outline.reverse() : outline);

/** Own coordinates of any plane polygon: plan x and y when it lies flat, along and up when it stands. */
function freeCoordinates(
  vertices: readonly Vec3[],
  { normal: n, offset }: PreparedFace,
): Pick<Target, 'toLocal' | 'toRoom'> {
  if (Math.abs(n[2]) > 0.7) {
    return {
      toLocal: (p) => [p[0], p[1]],
      toRoom: ([x, y], off) => [x, y, (offset + off - n[0] * x - n[1] * y) / n[2]],
    };
  }
  const size = Math.hypot(n[0], n[1]);
  const dir: Vec3 = [-n[1] / size, n[0] / size, 0];
  const up: Vec3 = [(-n[0] * n[2]) / size ** 2, (-n[1] * n[2]) / size ** 2, 1];
  const from = vertices[0]!;
  return {
    toLocal: (p) => [dot(dir, p) - dot(dir, from), p[2]],
    toRoom: ([u, v], off) => {
      const rise = v - from[2];
      return [0, 1, 2].map((i) => from[i]! + u * dir[i]! + rise * up[i]! + off * n[i]!) as unknown as Vec3;
    },
  };
}

function targetOf(
  values: Pick<Target, 'id' | 'name' | 'kind' | 'vertices' | 'owner' | 'material' | 'alpha'>,
  face: SettingFace | null,
): Target {
  const prepared = prepareFace(values.vertices);
  const { normal, offset } = prepared;
  const coordinates: Pick<Target, 'toLocal' | 'toRoom'> = face
    ? {
        toLocal: (p) => faceToLocal(face, p),
        toRoom: (p, off) => {
          const [x, y, z] = localToFace(face, p);
          return [x + off * normal[0], y + off * normal[1], z + off * normal[2]];
        },
      }
    : freeCoordinates(values.vertices, prepared);
  const outline = face ? faceOutline(face) : positive(values.vertices.map(coordinates.toLocal));
  return { ...values, face, prepared, plane: { normal, offset }, outline, ...coordinates };
}

const kept = createKept<Target[]>();
const keptShell = createKept<Target[]>();

const shellTargets = (shell: Shell): Target[] =>
  keptShell(shell, null, () => [
    ...shell.faces.map((f) =>
      targetOf(
        {
          id: f.id,
          name: f.name,
          kind: f.kind,
          vertices: f.vertices,
          owner: null,
          material: f.material,
          alpha: f.material.alpha,
        },
        f,
      ),
    ),
    ...shell.objects.flatMap((o) =>
      o.faces.map((f) =>
        targetOf(
          {
            id: f.id,
            name: f.name,
            kind: 'thing',
            vertices: f.vertices,
            owner: o.id,
            material: o.material,
            alpha: o.material.alpha,
          },
          null,
        ),
      ),
    ),
  ]);

/** All targets of a room: its faces first, then furniture, then boards. */
export const targetsOf = (room: RoomSetting): Target[] =>
  kept(room, null, () => [
    ...shellTargets(room.shell),
    ...room.placed.flatMap((piece) =>
      piece.plates.map((plate, i) =>
        targetOf(
          {
            id: plate.id,
            name: i === 0 ? piece.name : `${piece.name}, back`,
            kind: 'board',
            vertices: plate.vertices,
            owner: piece.id,
            material: null,
            alpha: room.mEnergy.map(() => BOARD_ALPHA),
          },
          null,
        ),
      ),
    ),
  ]);

/** Whether a point lies inside a thing whose faces look outwards. */
function contains(faces: readonly Target[], p: Vec3): boolean {
  return faces.length > 0 && faces.every((f) => signedDistance(f.prepared, p) < 1e-6);
}

/** Targets for one loudspeaker: what it or the head is inside of (a shelf, a seat) neither hides nor mirrors it. */
export function targetsFor(room: RoomSetting, source: Vec3, head: Vec3): Target[] {
  const all = targetsOf(room);
  const inside = (o: RoomObject): boolean => {
    const faces = all.filter((t) => t.owner === o.id);
    return contains(faces, source) || contains(faces, head);
  };
  const away = new Set(room.objects.filter(inside).map((o) => o.id));
  return away.size === 0 ? all : all.filter((t) => t.owner === null || !away.has(t.owner));
}

/** The first target that stands between two points; null when the way is free. */
export function blockerBetween(targets: readonly Target[], a: Vec3, b: Vec3, skip: Target | null): Target | null {
  for (const t of targets) {
    if (t === skip) continue;
    if (segmentCrosses(t.prepared, a, b)) return t;
  }
  return null;
}
