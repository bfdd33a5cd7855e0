/** What is lifted when all is laid out afresh. */
import { recipeOf } from '../../document/recipes';
import { isAt, type PieceAt, sortOfPlace } from '../../document/schema/project';
import { GOES_ON, isCornered } from '../../recipes/types';
import { placesOf, spreadOver } from '../../room/places';
import type { Setting } from '../../room/setting';
import { boundsOf, overlapping } from '../../geometry/clip';

/**
 * The face, corner or edge a piece is laid out on again: it is there in this state of the room, neither up nor locked nor turned, and a piece of
 * its form goes there by number. Null for all others, which stay where they are.
 */
export function loosePlace(setting: Setting, { id, recipe: made, state, locked, place }: PieceAt): string | null {
  const placed = setting.placed.find((p) => p.id === id);
  if (!placed || state !== 'laid-out' || locked || place.turnDeg !== 0 || place.tiltDeg !== 0) return null;
  const recipe = recipeOf(setting.project, made);
  if (!isCornered(recipe.form)) return GOES_ON[recipe.form].includes(sortOfPlace(place.face)) ? place.face : null;
  // The corner or edge whose strip of this wall it lies in.
  const sort = recipe.form === 'edge' ? 'edges' : 'corners';
  const corner = placesOf(setting).find(
    (p) =>
      p.class === sort &&
      spreadOver(setting, p, recipe).some(
        ({ face, outline }) => face.id === place.face && overlapping(boundsOf(outline), placed.box),
      ),
  );
  return corner?.id ?? null;
}

/** All of them. */
export const loosePieces = (setting: Setting): PieceAt[] =>
  setting.project.treatment.pieces.filter(isAt).filter((p) => loosePlace(setting, p) !== null);
