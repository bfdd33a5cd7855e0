/** The room's plan and wall strip as a drawing in millimetres, and its faces for a three-dimensional file. */
import { type Drawing, type DrawingItem, type LayerName, PLAN_LAYER, type Point } from '../formats/drawing';
import type { GltfFace } from '../formats/gltf';
import { faceOutline, localToStrip, wallStrip } from '../geometry/unfold';
import type { Vec2 } from '../geometry/vector';
import type { Mark } from '../studies/marks/study';
import type { Setting } from '../room/setting';
import type { DoorSwing } from '../room/doors';

/** mm between plan and strip. */
const APART = 900;
const TEXT = 80;

export interface DrawnRoom {
  setting: Setting;
  swings: readonly DoorSwing[];
  marks: readonly Mark[];
}

/** Plan above, wall strip below on one floor line, both 1:1. Origin: the plan's front left datum. */
export function roomDrawing({ setting, swings, marks }: DrawnRoom): Drawing {
  const items: DrawingItem[] = [];
  const mm = (p: Vec2): Point => [p[0] * 1000, p[1] * 1000];
  const outline = (layer: LayerName, points: readonly Vec2[], at: (p: Vec2) => Point = mm, closed = true) =>
    items.push({ type: 'polyline', layer, points: points.map(at), closed });
  const note = (layer: LayerName, at: Point, text: string, height = TEXT) =>
    items.push({ type: 'text', layer, at, height, text });

  const { solid, faces } = setting;
  outline(
    PLAN_LAYER,
    solid.plan.map((c) => c.at),
  );
  for (const f of faces) {
    if (f.kind === 'floor') {
      if (f.surface !== 'floor') outline('PLATFORMS', faceOutline(f));
      for (const t of f.parts) outline('PATCHES', t.outline);
    }
    if (f.kind === 'ceiling' && f.surface !== 'ceiling') outline('BEAMS', faceOutline(f));
    if (f.kind === 'ceiling' && f.id !== 'ceiling' && f.surface === 'ceiling') outline('CEILING', faceOutline(f));
  }
  for (const o of setting.objects) {
    if (o.kind === 'rug') continue;
    outline('FURNITURE', o.outline);
    note('NOTES', mm([(o.outline[0]![0] + o.outline[2]![0]) / 2, (o.outline[0]![1] + o.outline[2]![1]) / 2]), o.name);
  }
  for (const s of swings) outline('OPENINGS', s.outline);
  for (const o of setting.project.room.openings) {
    const face = faces.find((f) => f.id === o.wall);
    if (!face?.foot) continue;
    const [right, left] = face.foot;
    const at = (u: number): Vec2 => [
      left[0] + (u / face.length) * (right[0] - left[0]),
      left[1] + (u / face.length) * (right[1] - left[1]),
    ];
    outline('OPENINGS', [at(o.u), at(o.u + o.width)], mm, false);
  }
  const head = setting.head;
  const cross = (x: number, y: number, r: number, layer: LayerName) => {
    outline(
      layer,
      [
        [x - r, y],
        [x + r, y],
      ],
      mm,
      false,
    );
    outline(
      layer,
      [
        [x, y - r],
        [x, y + r],
      ],
      mm,
      false,
    );
  };
  cross(head[0], head[1], 0.1, 'SEAT');
  for (const l of setting.loudspeakers) {
    cross(l.at[0], l.at[1], 0.08, 'SEAT');
    note('SEAT', mm([l.at[0] + 0.1, l.at[1]]), l.letter);
  }

  // The wall strip, ceiling line at the top.
  const top = Math.max(...solid.plan.map((c) => c.at[1])) * 1000 + APART;
  for (const place of wallStrip(solid)) {
    const face = faces.find((f) => f.id === place.wall)!;
    const at = (p: Vec2): Point => {
      const [x, y] = localToStrip(place, solid.height, p);
      return [x * 1000, top + y * 1000];
    };
    outline('WALLS', faceOutline(face), at);
    for (const t of face.parts) outline(t.kind === 'patch' ? 'PATCHES' : 'OPENINGS', t.outline, at);
    const foot = at([0, 0]);
    note('NOTES', [foot[0] + 40, foot[1] + 120], `${face.name} ${face.id}`);
    note('DIMENSIONS', [foot[0] + 40, foot[1] + 230], (face.length * 1000).toFixed(0));
    for (const m of marks.filter((k) => k.face === face.id)) {
      const [x, y] = at(m.local);
      outline(
        'MARKS',
        [
          [x - 60, y],
          [x + 60, y],
        ],
        (p) => p,
        false,
      );
      outline(
        'MARKS',
        [
          [x, y - 60],
          [x, y + 60],
        ],
        (p) => p,
        false,
      );
      note('MARKS', [x + 40, y - 40], m.letter);
    }
  }
  for (const m of marks) {
    if (m.kind === 'floor' || m.kind === 'thing') {
      cross(m.at[0], m.at[1], 0.05, 'MARKS');
      note('MARKS', mm([m.at[0] + 0.06, m.at[1]]), m.letter);
    }
  }
  return { title: `${setting.project.name}: plan and walls, 1:1 in mm`, items };
}

const TONES: Record<string, GltfFace['colour']> = {
  wall: [0.93, 0.9, 0.84, 1],
  floor: [0.78, 0.66, 0.5, 1],
  ceiling: [0.97, 0.96, 0.93, 1],
  riser: [0.88, 0.84, 0.76, 1],
};

/** The closed room and the solids in it as faces. */
export function roomFaces(setting: Setting): GltfFace[] {
  return [
    ...setting.faces.map((f): GltfFace => ({ name: f.name, vertices: f.vertices, colour: TONES[f.kind]! })),
    ...setting.objects.flatMap((o) =>
      o.faces.map((f): GltfFace => ({ name: f.name, vertices: f.vertices, colour: [0.62, 0.5, 0.38, 1] })),
    ),
  ];
}
