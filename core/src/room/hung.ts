/** Pieces hung in definite places: where they are in the room, what they take from a reflection at its angle. */
import type { Air } from '../air/air';
import { airGap } from '../physics/absorbers/fills';
import { BOX_FILL, SKIN_FREE } from '../recipes/boxes';
import { layeredAbsorption, type Layer, octaveAbsorption } from '../physics/absorbers/layers';
import { type Box, boundsOf, clipConvex } from '../geometry/clip';
import type { Frame } from '../geometry/frame';
import { newell } from '../geometry/polygon';
import type { Face } from '../geometry/solid';
import { faceOutline, localToFace } from '../geometry/unfold';
import type { Vec2, Vec3 } from '../geometry/vector';
import type { HungKind, HungPiece, Project } from '../document/schema/project';
import { OCTAVE_MIDBANDS, tonesInOctave } from '../quantities/bands';

/** Typical of scattering fronts: part of the energy sent elsewhere above and below the design frequency, and absorbed. */
export const SCATTER = { above: 0.8, below: 0.1, absorbed: 0.1 } as const;

/** A painted board of 18 mm: what it takes from a reflection, all octaves. */
export const BOARD_ALPHA = 0.08;

/** Resistance of a skin's own bending and edges, Pa·s/m: small; its fill damps it. */
const SKIN_RESISTANCE = 20;

export const isCloth = (kind: HungKind): boolean => kind === 'absorber' || kind === 'corner';
export const isTuned = (kind: HungKind): boolean => kind === 'membrane' || kind === 'port';

/**
 * What a piece is made of from its front to the wall; none for scatterers and boards. A corner counts with the mean depth
 * seen from either wall: half its leg.
 */
export function pieceLayers(piece: HungPiece, flowResistivity: number): Layer[] {
  const porous = (d: number): Layer => ({ type: 'porous', model: 'miki', sigma: flowResistivity, d });
  const before = (d: number): Layer[] => (d > 1e-4 ? [{ type: 'air', d }] : []);
  switch (piece.kind) {
    case 'absorber':
      return [porous(piece.depth), ...before(piece.gap)];
    case 'corner': {
      const mean = piece.width / 2;
      const cloth = Math.min(mean, piece.depth * Math.SQRT2);
      return [porous(cloth), ...before(mean - cloth)];
    }
    case 'membrane':
    case 'port': {
      const fill = Math.min(BOX_FILL, piece.depth / 2);
      const { massPerArea, holes, holeDiameter, neck } = piece.tuned;
      const open = Math.min(0.6, (holes * Math.PI * holeDiameter ** 2) / 4 / (piece.width * piece.height));
      const front: Layer =
        piece.kind === 'membrane'
          ? { type: 'membrane', m: massPerArea, Rs: SKIN_RESISTANCE }
          : {
              type: 'perforated',
              d: holeDiameter,
              t: neck,
              pitch: holeDiameter * Math.sqrt(Math.PI / 4 / open),
              interaction: 'sqrt',
              viscous: 'ingard',
            };
      // A skin swings free of its fill; behind a holed plate the fill may touch.
      const free = piece.kind === 'membrane' ? Math.min(SKIN_FREE, piece.depth - fill) : 0;
      return [front, ...before(free), porous(fill), ...before(piece.depth - fill - free)];
    }
    default:
      return [];
  }
}

/** Diffuse absorption per octave of what reacts locally, 0…1. */
export function localAbsorption(layers: readonly Layer[], rho: number, c: number): number[] {
  return OCTAVE_MIDBANDS.map((mid) => octaveAbsorption(layers, mid, 'local', { rho, c }));
}

export interface PlacedPiece extends HungPiece {
  /** On its face, in the face's own coordinates, cut to it. */
  outline: Vec2[];
  box: Box;
  /** Distance of its front (of a board: of its middle) from the face, m. */
  standoff: number;
  /** Front and back of a board, which mirror and block; none for what hugs the face. */
  plates: { id: string; vertices: Vec3[] }[];
}

/** Unit axes of a face at a place: along u, along v, and into the room. */
export function faceAxes(face: Face): { u: Vec3; v: Vec3; n: Vec3 } {
  const m = newell(face.vertices);
  const size = Math.hypot(...m);
  const n: Vec3 = [m[0] / size, m[1] / size, m[2] / size];
  if (!face.foot) return { u: [1, 0, 0], v: [0, 1, 0], n };
  const [right, left] = face.foot;
  return { u: [(right[0] - left[0]) / face.length, (right[1] - left[1]) / face.length, 0], v: [0, 0, 1], n };
}

const along = (p: Vec3, axis: Vec3, by: number): Vec3 => [
  p[0] + axis[0] * by,
  p[1] + axis[1] * by,
  p[2] + axis[2] * by,
];
const mix = (a: Vec3, ca: number, b: Vec3, cb: number): Vec3 => [
  ca * a[0] + cb * b[0],
  ca * a[1] + cb * b[1],
  ca * a[2] + cb * b[2],
];

/** A rectangle before a face, turned about its v axis and then tilted about its own u axis; its normal into the room. */
export function turnedPlate(
  face: Face,
  middle: Vec2,
  size: { width: number; height: number },
  standoff: number,
  turnDeg: number,
  tiltDeg: number,
): { vertices: Vec3[]; middle: Vec3; normal: Vec3; u: Vec3; v: Vec3 } {
  const { u, v, n } = faceAxes(face);
  const [turn, tilt] = [(turnDeg * Math.PI) / 180, (tiltDeg * Math.PI) / 180];
  const across = mix(u, Math.cos(turn), n, Math.sin(turn));
  const turned = mix(n, Math.cos(turn), u, -Math.sin(turn));
  const upright = mix(v, Math.cos(tilt), turned, Math.sin(tilt));
  const normal = mix(turned, Math.cos(tilt), v, -Math.sin(tilt));
  const centre = along(localToFace(face, middle), n, standoff);
  const [w, h] = [size.width / 2, size.height / 2];
  const corner = (a: number, b: number) => along(along(centre, across, a), upright, b);
  const list = [corner(-w, -h), corner(w, -h), corner(w, h), corner(-w, h)];
  const way = newell(list);
  const same = way[0] * normal[0] + way[1] * normal[1] + way[2] * normal[2] > 0;
  return { vertices: same ? list : list.reverse(), middle: centre, normal, u: across, v: upright };
}

/** How far the middle of a turned board stands off its face so that no corner meets it, m. */
export function boardStandoff(
  piece: Pick<HungPiece, 'gap' | 'depth' | 'width' | 'height' | 'turnDeg' | 'tiltDeg'>,
): number {
  const sin = (deg: number) => Math.abs(Math.sin((deg * Math.PI) / 180));
  return piece.gap + piece.depth + (piece.width / 2) * sin(piece.turnDeg) + (piece.height / 2) * sin(piece.tiltDeg);
}

/** The rectangle of a hung piece in its face's own coordinates. */
export function pieceOutline(piece: Pick<HungPiece, 'u' | 'v' | 'width' | 'height'>, face: Face, frame: Frame): Vec2[] {
  const { u, v, width, height } = piece;
  const corners: Vec2[] = [
    [u, v],
    [u + width, v],
    [u + width, v + height],
    [u, v + height],
  ];
  return face.foot ? corners : corners.map((p) => frame.toListener(p));
}

/** Pieces of a project on the faces of a room; those whose face is not there in this state are left out. */
export function placedPieces(project: Project, frame: Frame, faces: readonly Face[]): PlacedPiece[] {
  return project.treatment.hung.flatMap((piece): PlacedPiece[] => {
    const face = faces.find((f) => f.id === piece.face);
    if (!face) return [];
    const whole = pieceOutline(piece, face, frame);
    const outline = clipConvex(faceOutline(face), whole);
    if (outline.length < 3) return [];
    const box = boundsOf(whole);
    if (piece.kind !== 'board') return [{ ...piece, outline, box, standoff: piece.depth + piece.gap, plates: [] }];
    const standoff = boardStandoff(piece);
    const middle: Vec2 = [(box.left + box.right) / 2, (box.low + box.high) / 2];
    const size = { width: box.right - box.left, height: box.high - box.low };
    const { vertices } = turnedPlate(face, middle, size, standoff, piece.turnDeg, piece.tiltDeg);
    const plates = [
      { id: piece.id, vertices },
      { id: `${piece.id} 2`, vertices: [...vertices].reverse() },
    ];
    return [{ ...piece, outline, box, standoff, plates }];
  });
}

/** Tones an octave: enough for the ripple of a gap at one angle. */
const TONES = 6;

const known = new Map<string, number[]>();
const MOST_KNOWN = 4000;

/**
 * Absorption of a porous piece with its gap at one angle of incidence, octaves 63–8000 Hz, 0…1. Rounded to whole degrees.
 * @param angle radians from the normal
 */
export function absorptionAtAngle(
  piece: Pick<HungPiece, 'depth' | 'gap'>,
  flowResistivity: number,
  angle: number,
  air: Air,
): number[] {
  const deg = Math.min(85, Math.round((angle * 180) / Math.PI));
  const key = [piece.depth, piece.gap, flowResistivity, deg, air.rho, air.c].join();
  const found = known.get(key);
  if (found) return found;
  const layers: Layer[] = [
    { type: 'porous', model: 'miki', sigma: flowResistivity, d: piece.depth },
    ...airGap(piece.gap),
  ];
  const medium = air;
  const values = OCTAVE_MIDBANDS.map((mid) => {
    const tones = tonesInOctave(mid, TONES);
    const sum = tones.reduce((s, f) => s + layeredAbsorption(layers, f, (deg * Math.PI) / 180, 'bulk', medium), 0);
    return Math.min(1, Math.max(0, sum / tones.length));
  });
  if (known.size >= MOST_KNOWN) known.clear();
  known.set(key, values);
  return values;
}

/** What a piece takes from the mirror-like reflection, octaves 63–8000 Hz: absorbed, or spread elsewhere. */
export function takenByPiece(
  piece: Pick<HungPiece, 'kind' | 'depth' | 'gap' | 'scatterHz'>,
  flowResistivity: number,
  angle: number,
  air: Air,
): number[] {
  if (isCloth(piece.kind)) return absorptionAtAngle(piece, flowResistivity, angle, air);
  // A tuned box is a hard board to the notes that marks are about.
  if (piece.kind === 'board' || isTuned(piece.kind)) return OCTAVE_MIDBANDS.map(() => BOARD_ALPHA);
  return OCTAVE_MIDBANDS.map((mid) => {
    const spread = mid >= piece.scatterHz ? SCATTER.above : SCATTER.below;
    return 1 - (1 - SCATTER.absorbed) * (1 - spread);
  });
}

/** Least distance of an ear from a scatterer, m: three wavelengths of its lowest frequency, a convention. */
export function scatterDistance(scatterHz: number, c: number): number {
  return (3 * c) / scatterHz;
}
