/** The other wall of a corner piece. */
import { clipConvex } from '../geometry/clip';
import { faceOutline } from '../geometry/unfold';
import type { Vec2 } from '../geometry/vector';
import type { RoomSetting, SettingFace } from './setting';

/** The strip of the neighbouring wall a corner fill stands before; null when its wall's end meets none. */
export function cornerTwin(
  setting: RoomSetting,
  face: SettingFace,
  box: { left: number; right: number; low: number; high: number },
) {
  if (!face.foot) return null;
  const atLeft = box.left < face.length - box.right;
  const corner = atLeft ? face.foot[1] : face.foot[0];
  const near = (a: Vec2, b: Vec2) => Math.hypot(a[0] - b[0], a[1] - b[1]) < 1e-6;
  const other = setting.faces.find(
    (f) => f !== face && f.kind === 'wall' && f.foot && near(f.foot[atLeft ? 0 : 1], corner),
  );
  if (!other) return null;
  const width = box.right - box.left;
  const [left, right] = atLeft ? [other.length - width, other.length] : [0, width];
  const rectangle: Vec2[] = [
    [left, box.low],
    [right, box.low],
    [right, box.high],
    [left, box.high],
  ];
  return { face: other, outline: clipConvex(faceOutline(other), rectangle) };
}
