/** Names of surfaces, and what sort of place one of them is. */
import { CEILING, FLOOR, surfaceOfFace } from '../../geometry/solid';
import type { PlaceSort } from '../../recipes/types';
import type { Room } from './shape';

/** Surface a place of a recipe belongs to: a face's own, or the wall a corner ("corner A") or edge ("edge A") begins with. */
export function surfaceOfPlace(place: string): string {
  return surfaceOfFace(place.replace(/^(corner|edge) /, ''));
}

/** What sort of place a face, corner or edge is. */
export function sortOfPlace(place: string): PlaceSort {
  if (place.startsWith('corner ')) return 'corner';
  if (place.startsWith('edge ')) return 'edge';
  return surfaceOfFace(place) === CEILING ? 'ceiling' : 'wall';
}

/** Names of every surface of the room that has a material of its own. */
export function surfacesOf(room: Room): string[] {
  return [
    ...room.corners.map((c) => c.wall),
    FLOOR,
    CEILING,
    ...[...room.beams, ...room.platforms, ...room.partitions].map((t) => t.id),
  ];
}
