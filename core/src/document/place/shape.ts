/** The document's room as geometry asks for it. */
import { type PlanCorner, type RoomShape, solidOf } from '../../geometry/solid';
import type { Vec2 } from '../../geometry/vector';
import type { OutlineCorner } from './outline';

/** The part of the document's room that is shape. */
interface RoomGeometry extends Pick<RoomShape, 'height' | 'ceiling' | 'beams' | 'platforms'> {
  corners: readonly OutlineCorner[];
  /** Of a room that a partition has cut: the outline its ceiling and strips are described by. Never saved. */
  described?: readonly OutlineCorner[] | undefined;
}

/** Shape of a room; `turn` takes survey coordinates into another frame. */
export function shapeOf(room: RoomGeometry, turn: (p: Vec2) => Vec2 = (p) => p): RoomShape {
  const outline = (corners: readonly OutlineCorner[]) =>
    corners.map((c): PlanCorner => ({ wall: c.wall, at: turn([c.x, c.y]) }));
  return {
    plan: outline(room.corners),
    described: room.described && outline(room.described),
    height: room.height,
    ceiling: room.ceiling,
    beams: room.beams,
    platforms: room.platforms,
  };
}

/** Why a room of sound outline cannot be built (a ridge outside it, no height left), in a sentence; null when it can. */
export function solidFault(room: RoomGeometry): string | null {
  // Over a flat room there is nothing to go wrong.
  if (room.ceiling.shape === 'flat' && room.beams.length === 0 && room.platforms.length === 0) return null;
  try {
    solidOf(shapeOf(room));
    return null;
  } catch (error) {
    if (error instanceof RangeError) return error.message;
    throw error;
  }
}
