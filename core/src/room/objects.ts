/** Furniture and people as physics needs them: solids that block and reflect, and what they absorb. */
import { clipConvex } from '../geometry/clip';
import { outlineArea } from '../geometry/polygon';
import type { Vec2, Vec3 } from '../geometry/vector';
import type { Material } from '../materials/library';
import { type Materials, materialsOf } from '../document/learned';
import { materialOf } from '../document/materials';
import type { Furniture, FurnitureKind, Project } from '../document/schema/project';

/** Lies flat on the floor: a patch of it, not a body. */
const FLAT: readonly FurnitureKind[] = ['rug'];
/** Counted by the piece, too soft and small to mirror sound. */
const SOFT: readonly FurnitureKind[] = ['person', 'chair'];

/** A solid narrower than this in its larger plan measure neither mirrors nor blocks the sound that marks are about, m. */
const LARGE = 0.3;

export interface ObjectFace {
  id: string;
  name: string;
  /** "top": drawn on the plan. */
  part: 'top' | 'underside' | 'side';
  vertices: Vec3[];
}

export interface RoomObject {
  id: string;
  kind: FurnitureKind;
  name: string;
  /** On the plan, positively walked, m. */
  outline: Vec2[];
  /** Ground in front of it that its clearance asks for; null when it asks for none. */
  reach: Vec2[] | null;
  low: number;
  high: number;
  material: Material;
  /** Surface it shows to the room, m². */
  exposed: number;
  /** Equivalent absorption area per octave, m²; nothing for what lies flat on the floor. */
  absorption: number[];
  /** Faces that mirror and block, outwards; none for soft or small things. */
  faces: ObjectFace[];
}

/** Corners on the plan: back left, back right, front right, front left as somebody sitting at its front sees them. */
export function furnitureOutline(f: Ground): Vec2[] {
  return turnedRectangle(f, -f.depth / 2, f.depth / 2);
}

type Ground = Pick<Furniture, 'x' | 'y' | 'turnDeg' | 'width' | 'depth'>;

/** As wide as the thing, from `back` to `front` of its middle (front positive). */
function turnedRectangle(f: Ground, back: number, front: number): Vec2[] {
  const turn = (f.turnDeg * Math.PI) / 180;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const w = f.width / 2;
  return (
    [
      [-w, back],
      [w, back],
      [w, front],
      [-w, front],
    ] as const
  ).map(([x, y]): Vec2 => [f.x + x * cos - y * sin, f.y + x * sin + y * cos]);
}

/** Surface shown to the room, m²: top and sides, and the underside when it stands clear of the floor. */
export function exposedArea(f: Pick<Furniture, 'width' | 'depth' | 'height' | 'lift'>): number {
  const sides = 2 * (f.width + f.depth) * Math.max(0, f.height - f.lift);
  return f.width * f.depth * (f.lift > 0.05 ? 2 : 1) + sides;
}

function facesOf(f: Furniture, outline: readonly Vec2[], floor: number): ObjectFace[] {
  const rise = f.depth * Math.tan((f.tiltDeg * Math.PI) / 180);
  const z = (i: number, level: number) => floor + level + (i < 2 ? rise : 0);
  const top = outline.map((p, i): Vec3 => [p[0], p[1], z(i, f.height)]);
  const bottom = outline.map((p, i): Vec3 => [p[0], p[1], z(i, f.lift)]);
  const sides = ['back', 'right side', 'front', 'left side'].map((side, i): ObjectFace => {
    const k = (i + 1) % 4;
    return {
      id: `${f.id} ${i + 2}`,
      name: `${f.name}, ${side}`,
      part: 'side',
      // Outwards: the outline is walked with its inside on the left.
      vertices: [bottom[i]!, bottom[k]!, top[k]!, top[i]!],
    };
  });
  return [
    { id: f.id, name: `${f.name}, top`, part: 'top', vertices: top },
    ...sides,
    ...(f.lift > 0.02
      ? [{ id: `${f.id} 6`, name: `${f.name}, underside`, part: 'underside' as const, vertices: [...bottom].reverse() }]
      : []),
  ];
}

/**
 * Things of a project in a frame. `floorAt` gives the height they stand on; outside the room 0.
 */
export function objectsOf(
  project: Project,
  turn: (p: Vec2) => Vec2,
  floorAt: (p: Vec2) => number | null,
  materials: Materials = materialsOf(project),
): RoomObject[] {
  return project.room.furniture.map((f): RoomObject => {
    const outline = furnitureOutline(f).map(turn);
    const material = materialOf(project, f.material);
    const exposed = FLAT.includes(f.kind) ? f.width * f.depth : exposedArea(f);
    const floor = floorAt(turn([f.x, f.y])) ?? 0;
    const solid = !FLAT.includes(f.kind) && !SOFT.includes(f.kind) && Math.max(f.width, f.depth) >= LARGE;
    return {
      id: f.id,
      kind: f.kind,
      name: f.name,
      outline,
      reach: f.clearance > 0 ? turnedRectangle(f, f.depth / 2, f.depth / 2 + f.clearance).map(turn) : null,
      low: floor + f.lift,
      high: floor + f.height,
      material,
      exposed,
      absorption: FLAT.includes(f.kind)
        ? material.alpha.map(() => 0)
        : material.alpha.map((a, b) => (material.per === 'piece' ? a : a * exposed) * materials.thing(f.id, b)),
      faces: solid ? facesOf(f, outline, floor) : [],
    };
  });
}

/** Whether a thing lies on the floor as a patch of it. */
export function liesFlat(kind: FurnitureKind): boolean {
  return FLAT.includes(kind);
}

/** Part of a thing's outline inside the room, 0…1. */
export function partInside(outline: readonly Vec2[], room: readonly Vec2[]): number {
  return Math.abs(outlineArea(clipConvex(room, outline))) / Math.abs(outlineArea(outline));
}
