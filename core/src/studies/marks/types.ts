/** What the marks study answers. */
import type { Box } from '../../geometry/clip';
import type { Vec2, Vec3 } from '../../geometry/vector';
import type { PlacedPanel } from '../../layout/cover';
import type { FreeZone, Threshold } from '../../physics/reflections/thresholds';
import type { FacePart } from '../../room/faceParts';
import type { Tape } from '../../room/tapes';
import type { Target } from '../../room/mirrors';

/** A zone on the plane it is taped for. */
export interface Zone {
  /** In the surface's own coordinates (walls: along and up; flat ones: plan), convex, cut to the surface. */
  outline: Vec2[];
  /** The same in the room, m. */
  room: Vec3[];
  box: Box;
  /** Tapes of its near and far edge: along, and up (or from the left). */
  edges: [near: [Tape, Tape], far: [Tape, Tape]];
}

export interface Mark {
  id: string;
  loudspeaker: string;
  letter: string;
  face: string;
  faceName: string;
  /** "thing": the top or a side of a piece of furniture; "board": a hung, turned board. */
  kind: Target['kind'];
  /** The hung piece whose face it lies on; null on the surface itself. */
  piece: { id: string; name: string } | null;
  /** What it lies on when that is not the bare surface: a door, a window, a patch. */
  on: { id: string; name: string; kind: FacePart['kind'] } | null;
  /** Openings and heaters that the zone reaches into. */
  touches: { id: string; name: string; kind: FacePart['kind'] }[];
  /** Whether the loudspeaker stands on this wall's own half of the room; null for front, rear, floor and ceiling. */
  own: boolean | null;
  /** Point of the axis for the ears; of "range" marks one for some other place of head or front. */
  at: Vec3;
  seenFrom: 'ears' | 'range';
  /** Place on the face: along and up for walls, plan x and y for floor and ceiling. */
  local: Vec2;
  tape: [Tape, Tape];
  zone: Zone;
  /** How far the plane of the tape stands off the surface (panel depth and gap), m; 0 on the bare surface. */
  standoff: number;
  /** Where the same mark lies on the bare surface, and how far that is away, m; null when the tape is on it. */
  bare: { local: Vec2; tape: [Tape, Tape]; away: number } | null;
  /** Part of the range is hidden by this. */
  partlyHiddenBy: string | null;
  /** Way of the sound: loudspeaker, mark, ears. */
  path: Vec3[];
  length: number;
  extraPath: number;
  delay: number;
  /** Angle of incidence from the normal, rad. */
  angle: number;
  /** Level re direct at the present surface, dB; null when it absorbs everything. */
  levelDb: number | null;
  /** The same per octave 63–8000 Hz. */
  octavesDb: (number | null)[];
  /** The same with nothing hung there. */
  bareDb: number | null;
  matters: boolean;
  /** Part of the zone under hung pieces, 0…1. */
  coveredPart: number;
  /** Pieces hung over it, or the number decided for this surface. */
  covered: boolean;
}

export interface FaceCover {
  face: string;
  /** Further panels that the marks of this face need beside what hangs there; null when the panel does not fit the face. */
  needed: number | null;
  /** Most panels of this size that fit edge to edge. */
  capacity: number;
  /** Panels decided for this face, and how deep their fill is, m. */
  chosen: number;
  depth: number;
  panels: PlacedPanel[];
}

/** A reflection that would be there if nothing stood in its way. */
export interface Hidden {
  loudspeaker: string;
  letter: string;
  face: string;
  faceName: string;
  by: string;
}

export interface MarksResult {
  /** Loudest first. */
  marks: Mark[];
  hidden: Hidden[];
  /** Of the faces panels are decided for by number. */
  decided: FaceCover[];
  /** Of every face. */
  covers: FaceCover[];
  covered: number;
  /** Marks that matter and are not covered. */
  bare: number;
  worstBare: Mark | null;
  threshold: Threshold;
  /** Per loudspeaker. */
  freeZones: { loudspeaker: string; letter: string; zone: FreeZone }[];
}
