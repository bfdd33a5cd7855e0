/** The document's room as geometry asks for it. */
import type { PlanCorner, RoomShape } from '../geometry/solid';
import type { Vec2 } from '../geometry/vector';
import type { Room } from './schema';

type RoomGeometry = Pick<Room, 'corners' | 'height' | 'ceiling' | 'beams' | 'platforms'>;

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
