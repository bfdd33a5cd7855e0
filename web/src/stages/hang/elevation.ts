/** A face as its installer sees it, on px: walls upright from the floor, ceilings with the wall faced at the top. Pure. */
import { type Box, boundsOf } from '@tawny/core/geometry/clip';
import { faceOutline } from '@tawny/core/geometry/unfold';
import type { SettingFace } from '@tawny/core/room/setting';
import type { HungPiece } from '@tawny/core/studies/hang/study';
import type { Dimension } from '../../board/dimensions';

export interface Area {
  x: number;
  y: number;
  width: number;
  height: number;
}

export interface Elevation {
  /** A wall, drawn from the floor up; else a ceiling. */
  upright: boolean;
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
    upright,
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

/** Of a piece: from the middle line above it; gaps to what is next and the way up from the floor (from the wall faced) below it. */
export function dimensionsOf(
  p: HungPiece,
  { x, y, rect, bounds, upright }: Elevation,
  figure: (m: number) => string,
): Dimension[] {
  const { y: top, height } = rect(p);
  const under = top + height;
  const across = (from: number, to: number, at: number): Dimension => ({
    x1: x(from),
    y1: at,
    x2: x(to),
    y2: at,
    text: figure(Math.abs(to - from)),
    tx: (x(from) + x(to)) / 2,
    ty: at - 4,
    anchor: 'middle',
  });
  const centre = x((p.left + p.right) / 2);
  const [from, to] = upright ? [under, y(bounds.low)] : [y(0), top];
  const list: Dimension[] = [
    across(p.left, p.left - p.fromMiddle.left, top - 10),
    across(p.left - p.gapLeft, p.left, under + 12),
    across(p.right, p.right + p.gapRight, under + 12),
    {
      x1: centre,
      y1: from,
      x2: centre,
      y2: to,
      text: figure(p.low),
      tx: centre + 5,
      ty: (from + to) / 2 + 4,
      anchor: 'start',
    },
  ];
  return list.filter((d) => Math.hypot(d.x2 - d.x1, d.y2 - d.y1) > 1);
}
