/** A room walked round with the tape: corners from wall lengths and angles, the closing error, and how it is spread. */
import { freeWallNames, type OutlineCorner } from './outline';
import type { Leg, Room } from '../schema/project';

export interface Walk {
  /** Where each wall starts; the first at (0, 0), its wall along +x. */
  corners: OutlineCorner[];
  /** Where the walk ends; back at (0, 0) when the tape closes. */
  end: { x: number; y: number };
  /** Distance by which it does not close, m. */
  error: number;
  /** Sum of the walls, m. */
  around: number;
  /** Inside angles of n corners sum to (n − 2)·180°: by how much these miss it, degrees. */
  angleErrorDeg: number;
}

/** Walks the legs. Angles are inside the room, at the end of each wall; 90 is a plain corner, 270 a re-entrant one. */
export function walkTape(legs: readonly Leg[]): Walk {
  let [x, y, heading] = [0, 0, 0];
  const corners = legs.map((leg): OutlineCorner => {
    const corner = { wall: leg.wall, x, y };
    x += leg.length * Math.cos(heading);
    y += leg.length * Math.sin(heading);
    // Clockwise as drawn with y down: an inside angle of 90° turns by +90°.
    heading += Math.PI - (leg.insideDeg * Math.PI) / 180;
    return corner;
  });
  return {
    corners,
    end: { x, y },
    error: Math.hypot(x, y),
    around: legs.reduce((sum, l) => sum + l.length, 0),
    angleErrorDeg: legs.reduce((sum, l) => sum + l.insideDeg, 0) - (legs.length - 2) * 180,
  };
}

/**
 * The plan a closed walk makes: angles first, since each turns all that follows (the misfit of their sum spread evenly), then what is left
 * of the closing error in proportion to the way walked (compass rule; N. Bowditch 1808).
 */
export function planFromTape(legs: readonly Leg[]): OutlineCorner[] {
  const { angleErrorDeg } = walkTape(legs);
  const share = angleErrorDeg / legs.length;
  const walk = walkTape(legs.map((l) => ({ ...l, insideDeg: l.insideDeg - share })));
  let walked = 0;
  return walk.corners.map((c, i) => {
    const part = walk.around > 0 ? walked / walk.around : 0;
    walked += legs[i]!.length;
    return { ...c, x: c.x - part * walk.end.x, y: c.y - part * walk.end.y };
  });
}

/** The plan as if it had just been taped: lengths and inside angles. */
export function legsOf(room: Pick<Room, 'corners'>): Leg[] {
  const { corners } = room;
  const n = corners.length;
  return corners.map((a, i) => {
    const b = corners[(i + 1) % n]!;
    const c = corners[(i + 2) % n]!;
    const turn = Math.atan2(c.y - b.y, c.x - b.x) - Math.atan2(b.y - a.y, b.x - a.x);
    const inside = 180 - (Math.atan2(Math.sin(turn), Math.cos(turn)) * 180) / Math.PI;
    return { wall: a.wall, length: Math.hypot(b.x - a.x, b.y - a.y), insideDeg: inside };
  });
}

/** A further leg after the others, with a wall name nobody uses. */
export function nextLeg(legs: readonly Leg[]): Leg {
  const [wall] = freeWallNames(
    legs.map((l) => l.wall),
    1,
  );
  return { wall: wall!, length: 1, insideDeg: 90 };
}

export interface DiagonalCheck {
  from: string;
  to: string;
  /** m */
  taped: number;
  planned: number;
  /** Taped less planned, m. */
  difference: number;
}

/** Diagonals as taped against those of the plan, between the corners where two walls start. Unknown walls are left out. */
export function checkDiagonals(
  corners: readonly OutlineCorner[],
  diagonals: readonly { from: string; to: string; length: number }[],
): DiagonalCheck[] {
  return diagonals.flatMap((d): DiagonalCheck[] => {
    const a = corners.find((c) => c.wall === d.from);
    const b = corners.find((c) => c.wall === d.to);
    if (!a || !b) return [];
    const planned = Math.hypot(a.x - b.x, a.y - b.y);
    return [{ from: d.from, to: d.to, taped: d.length, planned, difference: d.length - planned }];
  });
}
