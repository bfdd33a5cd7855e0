/** What covers parts of a surface: patches, doors, windows and rugs, cut to the face, none counted twice. */
import { areaOutside, type Box, boundsOf, clipConvex } from '../geometry/clip';
import type { Frame } from '../geometry/frame';
import { outlineArea } from '../geometry/polygon';
import { type Face, surfaceOfFace } from '../geometry/solid';
import { faceOutline, faceStretch } from '../geometry/unfold';
import type { Vec2 } from '../geometry/vector';
import type { Material } from '../materials/library';
import { type Materials, materialsOf } from '../document/learned';
import type { Opening, Project } from '../document/schema/project';
import { furnitureOutline, liesFlat } from './objects';

export interface FacePart {
  id: string;
  name: string;
  kind: 'patch' | 'rug' | Opening['kind'];
  /** Null: as the face itself. */
  material: Material | null;
  /** In the face's own coordinates (walls: along and up; others: plan), cut to the face. */
  outline: Vec2[];
  /** m², without what a later part lies on. */
  area: number;
}

const rectangle = (t: { u: number; v: number; width: number; height: number }): Vec2[] => [
  [t.u, t.v],
  [t.u + t.width, t.v],
  [t.u + t.width, t.v + t.height],
  [t.u, t.v + t.height],
];

/** Parts of one face; later entries lie on earlier ones, openings on patches. */
export function partsOf(
  project: Project,
  frame: Frame,
  face: Face,
  materials: Materials = materialsOf(project),
): FacePart[] {
  const { room } = project;
  const onThis = (name: string) => surfaceOfFace(name) === face.surface && face.kind !== 'riser';
  const upright = face.kind === 'wall';
  const local = (outline: Vec2[]): Vec2[] => (upright ? outline : outline.map((p) => frame.toListener(p)));
  const placed: Omit<FacePart, 'area'>[] = [
    ...room.patches
      .filter((t) => onThis(t.face))
      .map((t) => ({
        id: t.id,
        name: t.name,
        kind: 'patch' as const,
        material: materials.of(t.id, t.material),
        outline: local(rectangle(t)),
      })),
    ...(face.kind === 'floor'
      ? room.furniture
          .filter((f) => liesFlat(f.kind))
          .map((f) => ({
            id: f.id,
            name: f.name,
            kind: 'rug' as const,
            material: materials.of(f.id, f.material),
            outline: local(furnitureOutline(f)),
          }))
      : []),
    ...room.openings
      .filter((o) => onThis(o.wall))
      .map((o) => ({
        id: o.id,
        name: o.name,
        kind: o.kind,
        material: o.material === null ? null : materials.of(o.id, o.material),
        outline: rectangle(o),
      })),
  ];
  if (placed.length === 0) return [];
  const outline = faceOutline(face);
  const stretch = faceStretch(face);
  const cut = placed
    .map((t) => ({ ...t, outline: clipConvex(outline, t.outline) }))
    .filter((t) => t.outline.length > 2 && Math.abs(outlineArea(t.outline)) > 1e-6);
  return cut.map((t, i) => ({
    ...t,
    area:
      stretch *
      areaOutside(
        t.outline,
        cut.slice(i + 1).map((o) => o.outline),
      ),
  }));
}

/** What panels on a face must keep clear of: openings with their clearance, as boxes in the face's own coordinates. */
export function blockedOn(project: Project, face: Face): Box[] {
  return project.room.openings
    .filter((o) => o.wall === face.surface && face.kind === 'wall')
    .map((o) => {
      const box = boundsOf(rectangle(o));
      const c = o.clearance;
      return { left: box.left - c, low: box.low - c, right: box.right + c, high: box.high + c };
    });
}
