/** Where the room itself lies on the board: faces, what is on them, furniture, doors. Pure: setting and sheets in, px out. */
import { faceOutline, localToStrip, type WallPlace, wallStrip } from '@tawny/core/geometry/unfold';
import type { Vec2 } from '@tawny/core/geometry/vector';
import type { RoomSetting, SettingFace } from '@tawny/core/room/setting';
import type { DoorSwing } from '@tawny/core/room/doors';
import { onSheet, type Sheet } from './layout';

export const pointsText = (points: readonly (readonly [number, number])[]): string =>
  points.map(([x, y]) => `${x.toFixed(2)},${y.toFixed(2)}`).join(' ');

export interface PlacedPart {
  id: string;
  name: string;
  kind: string;
  points: string;
  /** Bounding box, px. */
  x: number;
  y: number;
  width: number;
  height: number;
  /** Local place of its lower left corner, m; for dragging. */
  at: Vec2;
  movable: boolean;
}

export interface PlacedFace {
  id: string;
  title: string;
  /** px of the wall's left end and ceiling line; for its title. */
  x: number;
  y: number;
  width: number;
  points: string;
  parts: PlacedPart[];
}

function boundsOf(points: readonly (readonly [number, number])[]) {
  const xs = points.map((p) => p[0]);
  const ys = points.map((p) => p[1]);
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y };
}

function partsOn(setting: RoomSetting, face: SettingFace, toPx: (p: Vec2) => [number, number]): PlacedPart[] {
  return face.parts.map((part) => {
    const px = part.outline.map(toPx);
    const opening = setting.surveyed.openings.find((o) => o.id === part.id);
    const patch = setting.surveyed.patches.find((t) => t.id === part.id && face.kind === 'wall');
    const placed = opening ?? patch;
    return {
      id: part.id,
      name: part.name,
      kind: part.kind,
      points: pointsText(px),
      ...boundsOf(px),
      at: placed ? [placed.u, placed.v] : [0, 0],
      movable: placed !== undefined,
    };
  });
}

const capital = (text: string) => `${text[0]!.toUpperCase()}${text.slice(1)}`;

/** The walls side by side with their true outlines, and what is on each. */
export function wallFaces(setting: RoomSetting, strip: Sheet): PlacedFace[] {
  const top = setting.solid.height;
  return wallStrip(setting.solid).map((place: WallPlace) => {
    const face = setting.faces.find((f) => f.id === place.wall)!;
    const toPx = (p: Vec2) => onSheet(strip, localToStrip(place, top, p));
    return {
      id: face.id,
      title:
        face.kind === 'wall' && /^(front|right|rear|left)/.test(face.name)
          ? `${capital(face.name)} ${face.id}`
          : capital(face.name),
      x: strip.x + place.left * strip.scale,
      y: strip.y,
      width: place.length * strip.scale,
      points: pointsText(faceOutline(face).map(toPx)),
      parts: partsOn(setting, face, toPx),
    };
  });
}

/** Pieces of floor or ceiling on their sheet, lowest first, with patches and rugs. */
export function levelFaces(setting: RoomSetting, kind: 'floor' | 'ceiling', sheet: Sheet): PlacedFace[] {
  const toPx = (p: Vec2) => onSheet(sheet, p);
  return setting.faces
    .filter((f) => f.kind === kind)
    .map((face) => ({
      id: face.id,
      title: face.name,
      x: sheet.x,
      y: sheet.y,
      width: 0,
      points: pointsText(faceOutline(face).map(toPx)),
      parts: partsOn(setting, face, toPx),
    }));
}

export interface PlacedThing {
  id: string;
  name: string;
  kind: string;
  points: string;
  /** Ground in front that it asks for. */
  reach: string | null;
  /** Front edge, px. */
  front: [number, number, number, number];
  x: number;
  y: number;
  /** Middle, listener's frame, m. */
  at: Vec2;
  /** Room for its name inside: extent, and its shorter side, px. */
  width: number;
  height: number;
  slim: number;
}

/** Furniture on the plan. */
export function placedThings(setting: RoomSetting, plan: Sheet): PlacedThing[] {
  return setting.objects
    .filter((o) => o.kind !== 'rug')
    .map((o) => {
      const px = o.outline.map((p) => onSheet(plan, p));
      const middle: Vec2 = [(o.outline[0]![0] + o.outline[2]![0]) / 2, (o.outline[0]![1] + o.outline[2]![1]) / 2];
      const [x, y] = onSheet(plan, middle);
      const { width, height } = boundsOf(px);
      return {
        id: o.id,
        name: o.name,
        kind: o.kind,
        points: pointsText(px),
        reach: o.reach && pointsText(o.reach.map((p) => onSheet(plan, p))),
        front: [...px[3]!, ...px[2]!] as [number, number, number, number],
        x,
        y,
        at: middle,
        width,
        height,
        slim: Math.min(
          Math.hypot(px[1]![0] - px[0]![0], px[1]![1] - px[0]![1]),
          Math.hypot(px[2]![0] - px[1]![0], px[2]![1] - px[1]![1]),
        ),
      };
    });
}

export interface CeilingNote {
  id: string;
  x: number;
  y: number;
  /** Lowest and highest point of the piece, m. */
  low: number;
  high: number;
}

/** Heights of the pieces of a ceiling that is not plainly flat. */
export function ceilingNotes(setting: RoomSetting, sheet: Sheet): CeilingNote[] {
  const pieces = setting.faces.filter((f) => f.kind === 'ceiling');
  if (pieces.length === 1 && pieces[0]!.plane!.slope.every((s) => s === 0)) return [];
  return pieces.map((f) => {
    const zs = f.vertices.map((v) => v[2]);
    const xs = f.vertices.map((v) => v[0]);
    const ys = f.vertices.map((v) => v[1]);
    const [x, y] = onSheet(sheet, [(Math.min(...xs) + Math.max(...xs)) / 2, (Math.min(...ys) + Math.max(...ys)) / 2]);
    return { id: f.id, x, y, low: Math.min(...zs), high: Math.max(...zs) };
  });
}

export interface PlanOpening {
  id: string;
  kind: string;
  name: string;
  /** Ends on the wall, px. */
  line: [number, number, number, number];
  /** Unit vector into the room, px. */
  inwards: Vec2;
  swing: string | null;
  leaf: [number, number, number, number] | null;
}

/** Doors, windows and the rest where the plan cuts them. */
export function planOpenings(setting: RoomSetting, swings: readonly DoorSwing[], plan: Sheet): PlanOpening[] {
  return setting.surveyed.openings.flatMap((o): PlanOpening[] => {
    const face = setting.faces.find((f) => f.id === o.wall);
    if (!face?.foot) return [];
    const [right, left] = face.foot;
    const at = (u: number): [number, number] =>
      onSheet(plan, [
        left[0] + (u / face.length) * (right[0] - left[0]),
        left[1] + (u / face.length) * (right[1] - left[1]),
      ]);
    const [a, b] = [at(o.u), at(o.u + o.width)];
    const along: Vec2 = [(right[0] - left[0]) / face.length, (right[1] - left[1]) / face.length];
    const swing = swings.find((s) => s.id === o.id);
    const hinge = o.leaf?.hinge === 'right' ? b : a;
    const out = o.leaf?.swing === 'out' ? -1 : 1;
    // An outward leaf is only hinted at: what lies beyond the wall belongs to other drawings.
    const reach = out > 0 ? o.width * plan.scale : Math.min(16, o.width * plan.scale);
    return [
      {
        id: o.id,
        kind: o.kind,
        name: o.name,
        line: [...a, ...b],
        inwards: [-along[1], along[0]],
        swing: swing ? pointsText(swing.outline.map((p) => onSheet(plan, p))) : null,
        leaf: o.leaf ? [...hinge, hinge[0] - along[1] * reach * out, hinge[1] + along[0] * reach * out] : null,
      },
    ];
  });
}

export interface WallHandle {
  wall: string;
  name: string;
  /** Start corner and middle, listener's frame m, and px. */
  corner: Vec2;
  cornerPx: [number, number];
  middle: Vec2;
  middlePx: [number, number];
  ends: [number, number, number, number];
  length: number;
  /** Unit vector out of the room, px. */
  out: Vec2;
}

/** Corners and walls of the plan as things to take hold of. */
export function wallHandles(setting: RoomSetting, plan: Sheet): WallHandle[] {
  const { plan: corners } = setting.solid;
  return corners.map(({ wall, at: a }, i) => {
    const b = corners[(i + 1) % corners.length]!.at;
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
    const middle: Vec2 = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
    return {
      wall,
      name: setting.faces.find((f) => f.id === wall)!.name,
      corner: a,
      cornerPx: onSheet(plan, a),
      middle,
      middlePx: onSheet(plan, middle),
      ends: [...onSheet(plan, a), ...onSheet(plan, b)],
      length,
      out: [(b[1] - a[1]) / length, -(b[0] - a[0]) / length],
    };
  });
}

/** Where a face's local place is on the board, px; null for faces the board does not show flat. */
export function boardPoint(
  setting: RoomSetting,
  sheets: { plan: Sheet; ceiling: Sheet; strip: Sheet },
  face: SettingFace,
  local: Vec2,
): [number, number] | null {
  if (face.kind === 'floor') return onSheet(sheets.plan, local);
  if (face.kind === 'ceiling') return onSheet(sheets.ceiling, local);
  const place = wallStrip(setting.solid).find((w) => w.wall === face.id);
  return place ? onSheet(sheets.strip, localToStrip(place, setting.solid.height, local)) : null;
}
