/** The other face of a piece across a corner or along an edge. */
import { boundsOf, type Box, boxOutline, clipConvex } from '../../geometry/clip';
import { faceOutline } from '../../geometry/unfold';
import type { Vec2 } from '../../geometry/vector';
import type { Recipe } from '../../recipes/types';
import { faceAxes, type PlacedPiece } from '../pieces';
import type { RoomSetting, SettingFace } from '../setting';

/** A strip of another face. */
interface Twin {
  face: SettingFace;
  outline: Vec2[];
}

/** A piece's top may miss the ceiling by so much and still lie along its edge, m. */
const CRUMB = 0.02;

/** The strip of the neighbouring wall a corner piece stands before; null when its wall's end meets none. */
export function cornerTwin(setting: RoomSetting, face: SettingFace, box: Box): Twin | null {
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
  const outline = clipConvex(faceOutline(other), boxOutline({ ...box, left, right }));
  return outline.length > 2 ? { face: other, outline } : null;
}

/** A strip of the plan before a wall, between two places along it and so deep. */
export function stripBefore(face: SettingFace, left: number, right: number, depth: number): Vec2[] {
  const { u, n } = faceAxes(face);
  const from = face.foot![1];
  const at = (along: number, out: number): Vec2 => [
    from[0] + u[0] * along + n[0] * out,
    from[1] + u[1] * along + n[1] * out,
  ];
  return [at(left, 0), at(right, 0), at(right, depth), at(left, depth)];
}

/** The strip of a flat ceiling a piece along its edge hangs under; null where it does not reach it. */
function edgeTwin(setting: RoomSetting, face: SettingFace, box: Box): Twin | null {
  if (!face.foot || boundsOf(faceOutline(face)).high - box.high > CRUMB) return null;
  const strip = stripBefore(face, box.left, box.right, box.high - box.low);
  for (const other of setting.faces) {
    if (other.kind !== 'ceiling' || (other.plane && Math.hypot(...other.plane.slope) > 0)) continue;
    const outline = clipConvex(faceOutline(other), strip);
    if (outline.length > 2) return { face: other, outline };
  }
  return null;
}

/** The other face of a piece by its form; null for what lies on one face alone. */
export function twinOf(setting: RoomSetting, face: SettingFace, box: Box, { form }: Pick<Recipe, 'form'>): Twin | null {
  if (form === 'edge') return edgeTwin(setting, face, box);
  return form === 'straddle' || form === 'corner' ? cornerTwin(setting, face, box) : null;
}

/** Pieces of other faces that lie on this one too: across its corner, or along its edge. */
export const legsOn = (setting: RoomSetting, face: SettingFace): { piece: PlacedPiece; box: Box }[] =>
  setting.placed.flatMap((piece) => {
    if (piece.face === face.id || piece.kind !== 'corner') return [];
    const own = setting.faces.find((f) => f.id === piece.face)!;
    const twin = twinOf(setting, own, piece.box, piece.recipe);
    return twin?.face === face ? [{ piece, box: boundsOf(twin.outline) }] : [];
  });
