/** The room as a group of meshes: faces one-sided, so that from outside one looks through the near walls. */
import {
  BoxGeometry,
  BufferGeometry,
  DoubleSide,
  Float32BufferAttribute,
  FrontSide,
  Group,
  LineBasicMaterial,
  LineLoop,
  LineSegments,
  type Material,
  Mesh,
  MeshLambertMaterial,
  SphereGeometry,
  Vector3,
} from 'three';
import { triangles } from '@tawny/core/formats/gltf';
import type { Vec3 } from '@tawny/core/geometry/vector';
import type { Mark } from '@tawny/core/studies/marks/study';
import { apexOf } from '@tawny/core/document/place/placing';
import { aimOf } from '@tawny/core/room/fronts';
import { gapOf } from '@tawny/core/recipes/curve';
import { type PlacedPiece, turnedPlate } from '@tawny/core/room/pieces';
import type { PlacedLoudspeaker, Setting } from '@tawny/core/room/setting';
import { newell } from '@tawny/core/geometry/polygon';
import { localToFace } from '@tawny/core/geometry/unfold';
import { turnedFace } from './faces';

export interface LookModel {
  setting: Setting;
  marks: readonly Mark[];
}

/** Room coordinates as the scene has them: upwards is y. */
export const place = (v: Vec3) => new Vector3(v[0], v[2], v[1]);
function normalOf(vertices: readonly Vec3[]): Vec3 {
  const n = newell(vertices);
  const size = Math.hypot(...n);
  return [n[0] / size, n[1] / size, n[2] / size];
}

/** An outline turned so that it looks the way its face does. */
function insideTurn(outline: Vec3[], face: readonly Vec3[]): Vec3[] {
  const [a, b] = [newell(outline), newell(face)];
  return a[0] * b[0] + a[1] * b[1] + a[2] * b[2] < 0 ? outline.reverse() : outline;
}

/** A cabinet whose acoustic axis is at the middle of its front; it looks along +z, as things that are pointed at something do. */
function boxAround({ box, axisInBox }: PlacedLoudspeaker): BoxGeometry {
  return new BoxGeometry(box.width, box.height, box.depth).translate(0, box.height / 2 - axisInBox, -box.depth / 2);
}

/** A zone a little before its surface, on the loudspeaker's side, so that it does not flicker. */
function lifted(zone: readonly Vec3[], from: Vec3): Vec3[] {
  const n = normalOf(zone);
  const [p] = zone as [Vec3];
  const side = Math.sign(n[0] * (from[0] - p[0]) + n[1] * (from[1] - p[1]) + n[2] * (from[2] - p[2])) * 0.008;
  return zone.map((q): Vec3 => [q[0] + n[0] * side, q[1] + n[1] * side, q[2] + n[2] * side]);
}

/** Fronts and edges of what hangs: a plate for a board, a body from its gap to its front for the rest. */
function piecePlates(setting: Setting, piece: PlacedPiece): Vec3[][] {
  if (piece.plates.length > 0) return piece.plates.map((p) => p.vertices);
  const face = setting.faces.find((f) => f.id === piece.face)!;
  const { box } = piece;
  const middle = [(box.left + box.right) / 2, (box.low + box.high) / 2] as const;
  const size = { width: box.right - box.left, height: box.high - box.low };
  const [front, back] = [piece.standoff, gapOf(piece.recipe)].map(
    (off) => turnedPlate(face, middle, size, off, 0, 0).vertices,
  );
  const sides = front!.map((p, i): Vec3[] => {
    const k = (i + 1) % 4;
    return [back![i]!, back![k]!, front![k]!, p];
  });
  return [front!, ...sides];
}

function mesh(vertices: readonly Vec3[], material: Material): Mesh {
  const face = turnedFace(vertices, triangles(vertices));
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new Float32BufferAttribute(face.positions, 3));
  geometry.setIndex(face.indices);
  geometry.computeVertexNormals();
  return new Mesh(geometry, material);
}
function outline(vertices: readonly Vec3[], material: LineBasicMaterial): LineLoop {
  return new LineLoop(new BufferGeometry().setFromPoints(vertices.map(place)), material);
}

/** Everything that stands and hangs in a room, and its marks. */
export function roomGroup(model: LookModel, colour: (name: string) => string): Group {
  const room = new Group();
  const { setting, marks } = model;
  // One-sided: from outside one looks through the near walls into the room.
  const skin = (name: string) => new MeshLambertMaterial({ color: colour(name), side: FrontSide });
  const skins = {
    wall: skin('--sheet'),
    floor: skin('--wood'),
    ceiling: skin('--paper'),
    riser: skin('--paper-deep'),
  };
  const ink = new LineBasicMaterial({ color: colour('--ink-soft') });
  for (const f of setting.faces) {
    room.add(mesh(f.vertices, skins[f.kind]));
    room.add(outline(f.vertices, ink));
    for (const part of f.parts) {
      // On the face, lifted a little so that it does not flicker.
      const lift = 0.004;
      const n = normalOf(f.vertices);
      const at = part.outline.map((p): Vec3 => {
        const v = localToFace(f, p);
        return [v[0] + n[0] * lift, v[1] + n[1] * lift, v[2] + n[2] * lift];
      });
      const tone = part.kind === 'window' ? '--slate' : part.kind === 'door' ? '--wood-edge' : '--tape-covered';
      room.add(mesh(insideTurn(at, f.vertices), skin(tone)));
    }
  }
  const wood = new MeshLambertMaterial({ color: colour('--wood-edge'), side: DoubleSide });
  for (const o of setting.objects) {
    for (const f of o.faces) {
      room.add(mesh(f.vertices, wood));
      room.add(outline(f.vertices, ink));
    }
  }
  const box = new MeshLambertMaterial({ color: colour('--ink'), side: DoubleSide });
  for (const l of setting.loudspeakers) {
    const body = new Mesh(boxAround(l), box);
    body.position.copy(place(l.at));
    const [ax, ay] = aimOf(l, apexOf(setting.project, [setting.head[0], setting.head[1]]));
    body.lookAt(place([l.at[0] + ax, l.at[1] + ay, l.at[2] + Math.tan((l.tiltDeg * Math.PI) / 180)]));
    room.add(body);
  }
  const cloths = {
    absorber: '--teal',
    corner: '--teal',
    membrane: '--teal',
    port: '--teal',
    scatter: '--plum',
    board: '--slate',
  } as const;
  for (const piece of setting.placed) {
    const cloth = new MeshLambertMaterial({ color: colour(cloths[piece.kind]), side: DoubleSide });
    for (const plate of piecePlates(setting, piece)) {
      room.add(mesh(plate, cloth));
      room.add(outline(plate, ink));
    }
  }
  const head = new Mesh(new SphereGeometry(0.09, 20, 14), new MeshLambertMaterial({ color: colour('--tawny') }));
  head.position.copy(place(setting.head));
  room.add(head);
  const tape = new MeshLambertMaterial({ color: colour('--tape'), side: DoubleSide });
  const way = new LineBasicMaterial({ color: colour('--tawny'), transparent: true, opacity: 0.5 });
  for (const m of marks) {
    room.add(mesh(lifted(m.zone.room, m.path[0]!), tape));
    const [a, b, c] = m.path.map(place) as [Vector3, Vector3, Vector3];
    room.add(new LineSegments(new BufferGeometry().setFromPoints([a, b, b, c]), way));
  }
  return room;
}
