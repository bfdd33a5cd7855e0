/** Plugs of windows: as large as the window but for the clearance that lets them in and out, pressed into its reveal. */
import type { Opening, PieceAt } from '../../document/schema/project';
import type { Recipe } from '../../recipes/types';
import { type Making, piecesFor } from '../laying';
import type { PlacedPiece } from '../pieces';
import type { Setting, SettingFace } from '../setting';

/** Left free on every side for a strip of foam, m. Practice. */
export const PLUG_CLEARANCE = 0.006;
/** A plug may stand out of its window by so much and still be in it, m. */
const CRUMB = 0.001;

/** Windows of a wall in its own coordinates. */
export const windowsOf = (setting: Setting, face: SettingFace): Opening[] =>
  face.kind === 'wall' ? setting.surveyed.openings.filter((o) => o.kind === 'window' && o.wall === face.surface) : [];

/** The window a plug is in; null where it is in none. */
export const plugged = (setting: Setting, face: SettingFace, { box }: Pick<PlacedPiece, 'box'>): Opening | null =>
  windowsOf(setting, face).find(
    (o) =>
      box.left > o.u - CRUMB &&
      box.right < o.u + o.width + CRUMB &&
      box.low > o.v - CRUMB &&
      box.high < o.v + o.height + CRUMB,
  ) ?? null;

/** A plug for a window; null for a window too small to have one. */
export function plugFor(
  setting: Setting,
  face: SettingFace,
  { u, v, width, height }: Pick<Opening, 'u' | 'v' | 'width' | 'height'>,
  recipe: Pick<Recipe, 'id' | 'name'>,
  at: Making['at'],
): PieceAt | null {
  const c = PLUG_CLEARANCE;
  if (Math.min(width, height) <= 4 * c) return null;
  const place = { left: u + c, low: v + c, width: width - 2 * c, height: height - 2 * c };
  return piecesFor(setting, face, [place], { recipe: recipe.id, name: 'Plug', at })[0] as PieceAt;
}
