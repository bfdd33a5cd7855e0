/** What a room's shape is given by, before it is a solid. Lengths in m. */
import type { Vec2 } from './vector';

export interface PlanCorner {
  /** Name of the wall that starts at this corner. */
  wall: string;
  at: Vec2;
}

/** How the ceiling runs. `along` names the wall it is measured from, `at` is a distance from that wall, heights in m. */
export type CeilingShape =
  | { shape: 'flat' }
  /** Rises evenly from the height at wall `along` to `top` at the point furthest from it. */
  | { shape: 'pitch'; along: string; top: number }
  /** Rises from wall `along` to `top` at `at`, then falls to `far` at the point furthest from the wall. */
  | { shape: 'ridge'; along: string; at: number; top: number; far: number }
  /** Level at the room's height up to `at` from wall `along`, then level at `second`. */
  | { shape: 'step'; along: string; at: number; second: number };

/** A strip of the plan beside a wall: a boxed beam or bulkhead (level = underside), or a platform (level = its top). */
export interface Strip {
  id: string;
  /** Wall it runs along; distances from its line into the room, and from its left end along it. */
  along: string;
  from: number;
  width: number;
  /** Null: from one end of the room to the other. */
  span: { start: number; end: number } | null;
  level: number;
}

export interface RoomShape {
  plan: readonly PlanCorner[];
  /** The outline ceiling, beams and platforms are described by, when a partition has cut the plan off from it; else the plan. */
  described?: readonly PlanCorner[] | undefined;
  height: number;
  ceiling: CeilingShape;
  beams: readonly Strip[];
  platforms: readonly Strip[];
}
