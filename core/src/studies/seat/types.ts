/** What the seat study answers, and the limits it judges by. */
import type { Notch } from '../../physics/interference/boundary';
import { type Boundary, type SchoolReport } from '../../room/boundaries';
import { type PlacedLoudspeaker } from '../../room/setting';

/** Limits of judgement. Practice, not standards: each is a place where ears and measurements begin to complain. */
export const SEAT_LIMITS = {
  /** Part of the length around the middle that counts as "in the length null". */
  centreNull: 0.03,
  rearWall: 0.5,
  angleDeg: [50, 70],
  /** Largest difference of the two paths to the head, m: 0.01 m is 0.03 ms. */
  pathDifference: 0.01,
  /** Largest difference of left and right distances to the side walls, m. */
  symmetry: 0.02,
  axisHeight: 0.05,
  /** A tilt this near to the ears' direction makes up for an axis at another height, degrees. */
  tiltDeg: 3,
  /** Arrivals of a layout further apart than this want electronic delay, s. */
  late: 0.0005,
  /** Exact nulls within this part of each other pile up; less than the level together is no matter, dB. */
  coincidence: 0.1,
  mildNotchDb: -3,
  deepNotchDb: -10,
} as const;

export interface LoudspeakerReport {
  id: string;
  letter: string;
  role: PlacedLoudspeaker['role'];
  toHead: number;
  /** Distances from front, left and right wall, m; null when the loudspeaker is outside the room. */
  fromFront: number | null;
  fromLeft: number | null;
  fromRight: number | null;
  boundaries: Boundary[];
  nearest: Boundary | null;
  /** Deepest level 40–300 Hz of all near boundaries together. */
  notch: Notch | null;
  /** Gain far below it, dB: what the loudspeaker's low shelf would have to take back. */
  gainDb: number | null;
  curve: { f: number; levelDb: number }[];
  aim: Aim;
}

export interface Aim {
  /** Turn from straight down the room to point at the apex, towards the listener's right positive. */
  turnDeg: number;
  /** Upward tilt that points it at the ears. */
  tiltDeg: number;
  /** Seen from the ears: from straight ahead, to the right positive; and above the ears. */
  azimuthDeg: number;
  elevationDeg: number;
  /** Its place in the layout, and how far outside the tolerances it stands; 0 inside. */
  station: { key: string; name: string; azimuthOff: number; elevationOff: number } | null;
  /** Delay that lets it arrive with the furthest loudspeaker of the layout, s, and by how much it is nearer, m. */
  delay: { seconds: number; metres: number } | null;
}

export interface SeatResult {
  length: number;
  ruleDistance: number;
  headFromFront: number;
  headPart: number;
  headFromRear: number | null;
  headOffAxis: number;
  loudspeakers: LoudspeakerReport[];
  triangle: {
    angleDeg: number;
    between: number;
    pathDifference: number;
    delayMs: number;
    frontMost: number;
    /** Least side by the loudspeakers' working distance, and how far behind their line one sits then (0.87 of it), m. */
    leastSide: number;
    leastBehind: number;
    /** How far behind the loudspeakers' line the ears are, m. */
    behind: number;
  } | null;
  /** The pair by each school of distance to the front wall; empty without a pair. */
  schools: SchoolReport[];
  /** Largest left-right difference of the pair, m, and what it is. */
  symmetry: { difference: number; what: 'path' | 'side-wall' | 'height' | 'depth' } | null;
  worstNotch: (Notch & { loudspeaker: string }) | null;
}
