/** A face as its installer sees it, on px: walls upright from the floor, ceilings with the wall faced at the top. Pure. */
import { type Box, boundsOf } from '@tawny/core/geometry/clip';
import { faceOutline } from '@tawny/core/geometry/unfold';
import { keepOutsOn } from '@tawny/core/room/keepOuts';
import type { Setting, SettingFace } from '@tawny/core/room/setting';

export interface Area {
  x: number;
  y: number;
  width: number;
  height: number;
}

export interface Elevation {
  scale: number;
  bounds: Box;
  x: (u: number) => number;
  y: (v: number) => number;
  /** Inverse of both. */
  u: (x: number) => number;
  v: (y: number) => number;
  path: string;
  rect: (box: Box) => Area;
}

/** Fits a face into an area. */
export function elevationOf(face: SettingFace, area: Area): Elevation {
  const outline = faceOutline(face);
  const bounds = boundsOf(outline);
  const [w, h] = [bounds.right - bounds.left, bounds.high - bounds.low];
  const scale = Math.max(1, Math.min(area.width / w, area.height / h));
  const left = area.x + (area.width - w * scale) / 2;
  const top = area.y + (area.height - h * scale) / 2;
  const upright = face.foot !== null;
  const x = (u: number) => left + (u - bounds.left) * scale;
  const y = (v: number) => top + (upright ? bounds.high - v : v - bounds.low) * scale;
  return {
    scale,
    bounds,
    x,
    y,
    u: (px) => bounds.left + (px - left) / scale,
    v: (py) => (upright ? bounds.high - (py - top) / scale : bounds.low + (py - top) / scale),
    path: `M${outline.map(([u, v]) => `${x(u)} ${y(v)}`).join('L')}Z`,
    rect: (b) => ({
      x: x(b.left),
      y: Math.min(y(b.low), y(b.high)),
      width: (b.right - b.left) * scale,
      height: (b.high - b.low) * scale,
    }),
  };
}

/** Studs or joists behind a face: places along it (or up it) and which way they run; none where none are told. */
export function membersOf(setting: Setting, face: SettingFace): { at: number[]; runs: 'up' | 'across' } | null {
  const framing = setting.surveyed.framing[face.surface];
  if (!framing || framing.kind === 'solid') return null;
  const { left, right, low, high } = boundsOf(faceOutline(face));
  const [from, to] = framing.runs === 'up' ? [left, right] : [low, high];
  const at: number[] = [];
  for (let u = from + framing.first; u < to - 1e-6; u += framing.spacing) if (u > from + 1e-6) at.push(u);
  return { at, runs: framing.runs };
}

/** What keeps pieces off a face, but for other pieces, as far as it lies on it. */
export const obstaclesOn = (setting: Setting, face: SettingFace) => {
  const depth = Math.max(0.1, ...setting.placed.filter((p) => p.face === face.id).map((p) => p.standoff));
  const edge = boundsOf(faceOutline(face));
  return keepOutsOn(setting, face, depth, new Set(setting.placed.map((p) => p.id)))
    .map((k) => ({
      ...k,
      left: Math.max(k.left, edge.left),
      right: Math.min(k.right, edge.right),
      low: Math.max(k.low, edge.low),
      high: Math.min(k.high, edge.high),
    }))
    .filter((k) => k.right > k.left && k.high > k.low);
};
