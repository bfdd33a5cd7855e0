/** Pieces in definite places: where they are in the room, how far they stand off, what of them mirrors. */
import { type Box, boundsOf, clipConvex } from '../geometry/clip';
import type { Frame } from '../geometry/frame';
import { newell } from '../geometry/polygon';
import type { Face } from '../geometry/solid';
import { faceOutline, localToFace } from '../geometry/unfold';
import type { Vec2, Vec3 } from '../geometry/vector';
import { recipeOf } from '../document/recipes';
import { isAt, type PieceAt, type Project } from '../document/schema/project';
import { standoffOf } from '../recipes/curve';
import { inSize, kindOf, type RecipeKind } from '../recipes/kind';
import { isCornered, type Recipe } from '../recipes/types';
import { createKept } from '../numerics/kept';

/** Size and turn of a piece on its face. */
export type Laid = Pick<PieceAt['place'], 'u' | 'v' | 'width' | 'height'>;

export interface PlacedPiece extends Laid {
  id: string;
  name: string;
  face: string;
  turnDeg: number;
  tiltDeg: number;
  /** What it is made as, in its own size. */
  recipe: Recipe;
  kind: RecipeKind;
  /** On its face, in the face's own coordinates, cut to it. */
  outline: Vec2[];
  box: Box;
  /** Distance of its front (of a board: of its middle) from the face, m. */
  standoff: number;
  /** Front and back of a board, which mirror and block; none for what hugs the face. */
  plates: { id: string; vertices: Vec3[] }[];
}

const sized = createKept<Recipe>();
/** A recipe as a piece of this size on its face is made: across a corner or an edge its front is wider than its leg. */
export function recipeAsLaid(recipe: Recipe, { width, height }: Pick<Laid, 'width' | 'height'>): Recipe {
  const [leg, length] = recipe.form === 'edge' ? [height, width] : [width, height];
  const front = isCornered(recipe.form) ? leg * Math.SQRT2 : leg;
  return sized(recipe, [front, length], () => inSize(recipe, front, length));
}

/** Whether a piece so large is made as its recipe says, upright or lying. */
export const isOwnSize = (recipe: Recipe, size: Pick<Laid, 'width' | 'height'>): boolean =>
  recipeAsLaid(recipe, size) === recipe;

/** What a piece of a recipe takes of its face, m: across a corner its leg along either wall, along an edge its leg down the wall. */
export function laidSize({ form, width, height }: Recipe): { width: number; height: number } {
  const leg = isCornered(form) ? width / Math.SQRT2 : width;
  return form === 'edge' ? { width: height, height: leg } : { width: leg, height };
}

/** How far into the room it keeps what is beside it off, m: its front, along an edge its leg under the ceiling. */
export const reachOf = ({ recipe, height, standoff }: Pick<PlacedPiece, 'recipe' | 'height' | 'standoff'>): number =>
  recipe.form === 'edge' ? height : standoff;

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
  recipe: Recipe,
  { width, height, turnDeg, tiltDeg }: { width: number; height: number; turnDeg: number; tiltDeg: number },
): number {
  const sin = (deg: number) => Math.abs(Math.sin((deg * Math.PI) / 180));
  return standoffOf(recipe) + (width / 2) * sin(turnDeg) + (height / 2) * sin(tiltDeg);
}

/** The rectangle of a piece in its face's own coordinates. */
export function pieceOutline({ u, v, width, height }: Laid, face: Face, frame: Frame): Vec2[] {
  const corners: Vec2[] = [
    [u, v],
    [u + width, v],
    [u + width, v + height],
    [u, v + height],
  ];
  return face.foot ? corners : corners.map((p) => frame.toListener(p));
}

/** One piece as it was made last: of the same piece, recipe and face it is the same again. */
const made = new WeakMap<PieceAt, { own: Recipe; face: Face; frame: Frame; placed: PlacedPiece | null }>();

function placedOn(piece: PieceAt, own: Recipe, face: Face, frame: Frame): PlacedPiece | null {
  const before = made.get(piece);
  if (before && before.own === own && before.face === face && before.frame === frame) return before.placed;
  const placed = placedAfresh(piece, own, face, frame);
  made.set(piece, { own, face, frame, placed });
  return placed;
}

function placedAfresh({ id, name, place }: PieceAt, own: Recipe, face: Face, frame: Frame): PlacedPiece | null {
  const { u, v, width, height, turnDeg, tiltDeg } = place;
  const whole = pieceOutline(place, face, frame);
  const outline = clipConvex(faceOutline(face), whole);
  if (outline.length < 3) return null;
  const box = boundsOf(whole);
  const recipe = recipeAsLaid(own, place);
  const laid = { face: face.id, u, v, width, height, turnDeg, tiltDeg };
  const values = { id, name: name || own.name, ...laid, recipe, kind: kindOf(recipe), outline, box };
  if (values.kind !== 'board') return { ...values, standoff: standoffOf(recipe), plates: [] };
  const size = { width: box.right - box.left, height: box.high - box.low };
  const standoff = boardStandoff(recipe, place);
  const middle: Vec2 = [(box.left + box.right) / 2, (box.low + box.high) / 2];
  const { vertices } = turnedPlate(face, middle, size, standoff, turnDeg, tiltDeg);
  const plates = [
    { id, vertices },
    { id: `${id} 2`, vertices: [...vertices].reverse() },
  ];
  return { ...values, standoff, plates };
}

/** Pieces in definite places on the faces of a room; those whose face is not there in this state are left out. */
export function placedPieces(project: Project, frame: Frame, faces: readonly Face[]): PlacedPiece[] {
  return project.treatment.pieces.filter(isAt).flatMap((piece): PlacedPiece[] => {
    const face = faces.find((f) => f.id === piece.place.face);
    const placed = face ? placedOn(piece, recipeOf(project, piece.recipe), face, frame) : null;
    return placed ? [placed] : [];
  });
}

/** Least distance of an ear from a scatterer, m: three wavelengths of its lowest frequency, a convention. */
export function scatterDistance(scatterHz: number, c: number): number {
  return (3 * c) / scatterHz;
}
