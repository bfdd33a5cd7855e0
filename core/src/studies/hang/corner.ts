/** Pieces in corners: stacked from the floor up, and corners that hold some more. */
import { boundsOf } from '../../geometry/clip';
import { type PlanPlace, spreadOver, tooShortFor } from '../../room/places';
import type { Setting } from '../../room/setting';
import type { LaidPiece, Wanted, WayOut } from './types';

/** Stacked in a corner from the floor up, one on the other. */
export function inCorner(setting: Setting, place: PlanPlace, wanted: Wanted): { pieces: LaidPiece[]; left: number } {
  const [strip] = spreadOver(setting, place, wanted.recipe);
  if (!strip || strip.outline.length < 3) return { pieces: [], left: wanted.count };
  const box = boundsOf(strip.outline);
  const pieces: LaidPiece[] = [];
  for (const [from, to] of place.spans) {
    let low = from;
    while (pieces.length < wanted.count && low + wanted.size.height <= to + 1e-9) {
      pieces.push({
        face: strip.face.id,
        recipe: wanted.recipe.id,
        left: box.left,
        low,
        ...wanted.size,
        covers: [],
        decided: wanted.decided,
      });
      low += wanted.size.height;
    }
  }
  return { pieces, left: wanted.count - pieces.length };
}

/** Corners that hold some more beside what is decided for them. */
export function otherCorners(
  setting: Setting,
  places: ReadonlyMap<string, PlanPlace>,
  wanted: readonly Wanted[],
  { on, size, recipe }: Wanted,
  missing: number,
): WayOut[] {
  return [...places.values()].flatMap((place): WayOut[] => {
    const { id: face, name, spans } = place;
    if (place.class !== 'corners' || face === on || tooShortFor(setting, place, recipe)) return [];
    const taken = wanted.filter((w) => w.on === face).reduce((sum, w) => sum + w.count * w.size.height, 0);
    const fit = spans.reduce((sum, [from, to]) => sum + Math.floor((to - from + 1e-9) / size.height), 0);
    const count = fit - Math.ceil(taken / size.height - 1e-9);
    return count > 0 ? [{ way: 'wall', face, name, count: Math.min(missing, count) }] : [];
  });
}
