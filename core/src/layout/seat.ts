/**
 * Where head and loudspeakers go to begin with: the 38 % seat and the equilateral triangle.
 *
 * The 38 % rule puts the head where the first three length modes are neither at a null nor at a peak; it is a start, not
 * an answer. The triangle's side is at least the loudspeaker's minimum working distance; the head is √3/2 of the side
 * behind the line of the loudspeakers when the apex is at the ears.
 */
import { mustBePositive } from '../quantities/guard';

/** Part of the room's length from the front wall. */
export const SEAT_RULE = 0.38;

/** Height of an equilateral triangle over its side. */
export const TRIANGLE_DEPTH = Math.sqrt(3) / 2;

export interface SeatInput {
  /** Room length along the listening axis, m. */
  length: number;
  /** Position of the listening axis from the left, m. */
  axis: number;
  /** Triangle side wished for, m. */
  side: number;
  /** How far behind the ears the apex lies, m. */
  apexBehind: number;
  /** Least distance of a loudspeaker's acoustic centre from the front wall, m. */
  frontClearance: number;
}

export interface SeatProposal {
  head: readonly [number, number];
  left: readonly [number, number];
  right: readonly [number, number];
  /** The rule's own place would have pushed the loudspeakers through the front wall: the head moved back by this, m. */
  movedBack: number;
}

/** Head, left and right loudspeaker in the listener's frame (x right, y from the front wall), m. */
export function proposeSeat({ length, axis, side, apexBehind, frontClearance }: SeatInput): SeatProposal {
  mustBePositive('proposeSeat', 'length', length);
  mustBePositive('proposeSeat', 'side', side);
  const rule = SEAT_RULE * length;
  const speakerY = rule + apexBehind - TRIANGLE_DEPTH * side;
  const movedBack = Math.max(0, frontClearance - speakerY);
  const y = speakerY + movedBack;
  return {
    head: [axis, rule + movedBack],
    left: [axis - side / 2, y],
    right: [axis + side / 2, y],
    movedBack,
  };
}
