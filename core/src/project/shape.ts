/** The document's room as geometry asks for it. */
import type { PlanCorner, RoomShape } from '../geometry/solid';
import type { Vec2 } from '../geometry/vector';
import type { OutlineCorner } from './outline';

/** The part of the document's room that is shape. */
interface RoomGeometry extends Pick<RoomShape, 'height' | 'ceiling' | 'beams' | 'platforms'> {
  corners: readonly OutlineCorner[];
}

/** Shape of a room; `turn` takes survey coordinates into another frame. */
export function shapeOf(room: RoomGeometry, turn: (p: Vec2) => Vec2 = (p) => p): RoomShape {
  return {
    plan: room.corners.map((c): PlanCorner => ({ wall: c.wall, at: turn([c.x, c.y]) })),
    height: room.height,
    ceiling: room.ceiling,
    beams: room.beams,
    platforms: room.platforms,
  };
}
