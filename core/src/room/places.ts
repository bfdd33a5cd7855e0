/** Where pieces of a recipe may go: faces, upright corners in metres, edges of the ceiling in metres. */
import { createKept } from '../numerics/kept';
import type { PlaceClass } from '../dosage/aims';
import { type Box, boundsOf, boxOutline, clipConvex } from '../geometry/clip';
import { CEILING } from '../geometry/solid';
import type { Vec2 } from '../geometry/vector';
import { faceOutline, faceStretch } from '../geometry/unfold';
import { type HangingFace, mostThatFit } from '../layout/cover';
import { numbersOf, recipeOf } from '../document/recipes';
import { areasOf } from '../recipes/curve';
import { GOES_ON, type PlaceSort, type Recipe } from '../recipes/types';
import { blockedOn } from './faceParts';
import { faceAxes, laidSize } from './pieces';
import type { Setting, SettingFace } from './setting';

export interface PlanPlace {
  /** A face's id, "corner A" where wall A begins, "edge A" above wall A. */
  id: string;
  class: PlaceClass;
  name: string;
  /** Faces it lies on: one, or the two that meet. */
  faces: string[];
  /** What of a corner's height over the floor, or of an edge's length, is free, m; empty for faces. */
  spans: [from: number, to: number][];
  /** For pieces on both sides alike. */
  side: 'left' | 'right' | null;
}

/** Corners nearer to square than this hold a corner piece, degrees. */
const SQUARE_WITHIN = 20;
/** Shorter walls hold no corner piece and no edge, m. */
const SHORTEST_WALL = 0.3;
/** Leg of a corner piece assumed for what is in its way, m. */
const LEG = 0.45;
/** Hung pieces and corners may miss by so much, m. */
const CRUMB = 0.02;

const largestWall = (setting: Setting, wall: string): SettingFace | undefined =>
  setting.faces
    .filter((f) => f.kind === 'wall' && f.surface === wall)
    .reduce<SettingFace | undefined>((best, f) => (!best || f.area > best.area ? f : best), undefined);

/** What of 0…length is left when spans are taken out. */
function freeSpans(length: number, taken: readonly (readonly [number, number])[]): [number, number][] {
  const sorted = taken
    .map(([a, b]): [number, number] => [Math.max(0, a), Math.min(length, b)])
    .sort((a, b) => a[0] - b[0]);
  const free: [number, number][] = [];
  let from = 0;
  for (const [a, b] of sorted) {
    if (b <= a) continue;
    if (a > from) free.push([from, a]);
    from = Math.max(from, b);
  }
  if (length > from) free.push([from, length]);
  return free.filter(([a, b]) => b - a > CRUMB);
}

/** Boxes on a wall (u from its left end as seen from the room) that openings and hung pieces take. */
function takenOn(setting: Setting, face: SettingFace): Box[] {
  return [...blockedOn(setting.project, face), ...setting.placed.filter((p) => p.face === face.id).map((p) => p.box)];
}

/** Spans of height taken within a leg's reach of one end of a wall. */
function takenAtEnd(setting: Setting, face: SettingFace, end: 'left' | 'right'): [number, number][] {
  return takenOn(setting, face)
    .filter((b) => (end === 'left' ? b.left < LEG : b.right > face.length - LEG))
    .map((b) => [b.low, b.high]);
}

function cornersOf(setting: Setting): PlanPlace[] {
  const { plan } = setting.solid;
  const n = plan.length;
  const area = plan.reduce((sum, p, i) => {
    const q = plan[(i + 1) % n]!;
    return sum + p.at[0] * q.at[1] - q.at[0] * p.at[1];
  }, 0);
  return plan.flatMap((corner, i): PlanPlace[] => {
    const before = plan[(i - 1 + n) % n]!;
    const after = plan[(i + 1) % n]!;
    const a: Vec2 = [corner.at[0] - before.at[0], corner.at[1] - before.at[1]];
    const b: Vec2 = [after.at[0] - corner.at[0], after.at[1] - corner.at[1]];
    const [la, lb] = [Math.hypot(...a), Math.hypot(...b)];
    if (la < SHORTEST_WALL || lb < SHORTEST_WALL) return [];
    const turn = (Math.atan2(a[0] * b[1] - a[1] * b[0], a[0] * b[0] + a[1] * b[1]) * 180) / Math.PI;
    // Inside corners turn the way the outline runs.
    if (Math.abs(turn * Math.sign(area) - 90) > SQUARE_WITHIN) return [];
    const [first, second] = [largestWall(setting, before.wall), largestWall(setting, corner.wall)];
    if (!first?.foot || !second?.foot) return [];
    const near = (p: Vec2) => Math.hypot(p[0] - corner.at[0], p[1] - corner.at[1]) < CRUMB;
    const endOf = (f: SettingFace): 'left' | 'right' => (near(f.foot![1]) ? 'left' : 'right');
    const inwards: Vec2 = [
      corner.at[0] + 0.05 * (b[0] / lb - a[0] / la),
      corner.at[1] + 0.05 * (b[1] / lb - a[1] / la),
    ];
    const [floor, top] = [setting.solid.floorAt(inwards), setting.solid.ceilingAt(inwards)];
    if (floor === null || top === null) return [];
    const x = corner.at[0] - setting.axis;
    return [
      {
        id: `corner ${corner.wall}`,
        class: 'corners',
        name: `corner of ${first.name} and ${second.name}`,
        faces: [first.id, second.id],
        spans: freeSpans(top - floor, [
          ...takenAtEnd(setting, first, endOf(first)),
          ...takenAtEnd(setting, second, endOf(second)),
        ]),
        side: Math.abs(x) < CRUMB ? null : x < 0 ? 'left' : 'right',
      },
    ];
  });
}

/** Edges of flat ceilings, a leg kept free at both ends for the corners. */
function edgesOf(setting: Setting): PlanPlace[] {
  if (setting.project.room.ceiling.shape !== 'flat') return [];
  const ceiling = setting.faces
    .filter((f) => f.surface === CEILING)
    .reduce<SettingFace | null>((best, f) => (!best || f.area > best.area ? f : best), null);
  if (!ceiling) return [];
  return setting.solid.plan.flatMap((corner): PlanPlace[] => {
    const face = largestWall(setting, corner.wall);
    if (!face) return [];
    const top = boundsOf(faceOutline(face)).high;
    const length = face.length - 2 * LEG;
    if (length < SHORTEST_WALL) return [];
    const taken = takenOn(setting, face)
      .filter((b) => b.high > top - LEG)
      .map((b): [number, number] => [b.left - LEG, b.right - LEG]);
    const { side } = face;
    return [
      {
        id: `edge ${corner.wall}`,
        class: 'edges',
        name: `edge of ${face.name} and ceiling`,
        faces: [face.id, ceiling.id],
        spans: freeSpans(length, taken),
        side: side === 'left' || side === 'right' ? side : null,
      },
    ];
  });
}

const CLASS_OF: Partial<Record<string, PlaceClass>> = {
  front: 'front',
  left: 'left',
  right: 'right',
  rear: 'rear',
  ceiling: 'ceiling',
};

const keptPlaces = createKept<PlanPlace[]>();

/** All places of a room that hold pieces by number. */
export const placesOf = (setting: Setting): PlanPlace[] =>
  keptPlaces(setting.room, null, () => [
    ...setting.faces.flatMap((f): PlanPlace[] => {
      const kind = CLASS_OF[f.side];
      if (!kind || f.kind === 'riser' || f.kind === 'floor') return [];
      const side = f.kind === 'wall' && (f.side === 'left' || f.side === 'right') ? f.side : null;
      return [{ id: f.id, class: kind, name: f.name, faces: [f.id], spans: [], side }];
    }),
    ...cornersOf(setting),
    ...edgesOf(setting),
  ]);

/** Whether pieces may hang on a face. */
export const isUsableFace = ({ project }: Setting, { surface }: SettingFace): boolean =>
  project.treatment.usable.includes(surface);

/** Whether pieces may hang there: on all its surfaces. */
export const isUsable = (setting: Setting, place: PlanPlace): boolean =>
  place.faces.every((id) =>
    isUsableFace(
      setting,
      setting.faces.find((f) => f.id === id)!,
    ),
  );

/** Pieces decided by number, where this state of the room has their place, as many as fit there. */
export function numberedIn(setting: Setting): { recipe: Recipe; place: PlanPlace; count: number }[] {
  const places = placesOf(setting);
  return numbersOf(setting.project).flatMap(({ recipe: id, on, count }) => {
    const place = places.find((p) => p.id === on);
    const recipe = recipeOf(setting.project, id);
    const fit = place ? Math.min(count, fitsOn(setting, place, recipe)) : 0;
    return place && fit > 0 ? [{ recipe, place, count: fit }] : [];
  });
}

/** Faces pieces of a recipe are spread over on a place: the whole of a face, or the strip of either face beside a corner or edge. */
export function spreadOver(
  setting: Setting,
  place: PlanPlace,
  recipe: Recipe,
): { face: SettingFace; outline: readonly Vec2[] }[] {
  const [first, second] = place.faces.map((id) => setting.faces.find((f) => f.id === id)!);
  if (!first) return [];
  if (!second) return [{ face: first, outline: faceOutline(first) }];
  const leg = recipe.width / Math.SQRT2;
  const strip = (face: SettingFace, box: Box) => ({ face, outline: clipConvex(faceOutline(face), boxOutline(box)) });
  if (place.class === 'corners') {
    const near = (a: Vec2, b: Vec2) => Math.hypot(a[0] - b[0], a[1] - b[1]) < CRUMB;
    return [first, second].map((face) => {
      const other = face === first ? second : first;
      const atLeft = other.foot!.some((p) => near(p, face.foot![1]));
      const box = boundsOf(faceOutline(face));
      return strip(face, {
        ...box,
        left: atLeft ? 0 : face.length - leg,
        right: atLeft ? leg : face.length,
      });
    });
  }
  const { n } = faceAxes(first);
  const [right, left] = first.foot!;
  const inwards = ([x, y]: Vec2): Vec2 => [x + leg * n[0], y + leg * n[1]];
  const box = boundsOf(faceOutline(first));
  return [
    strip(first, { ...box, low: box.high - leg }),
    { face: second, outline: clipConvex(faceOutline(second), [left, right, inwards(right), inwards(left)]) },
  ].filter((s) => s.outline.length > 2);
}

const CLASSES: Readonly<Record<PlaceSort, readonly PlaceClass[]>> = {
  wall: ['front', 'left', 'right', 'rear'],
  ceiling: ['ceiling'],
  corner: ['corners'],
  edge: ['edges'],
};
/** Which classes a form can go to. */
export const classesOf = ({ form }: Pick<Recipe, 'form'>): PlaceClass[] => GOES_ON[form].flatMap((s) => CLASSES[s]);

const kept = createKept<number>();

/** Faces panels hang on, with what is in the way: openings, and pieces that hang there already. */
export function hangingFace(setting: Setting, face: SettingFace): HangingFace {
  const pieces = setting.placed.filter((p) => p.face === face.id).map((p) => p.box);
  return { outline: faceOutline(face), blocked: [...blockedOn(setting.project, face), ...pieces] };
}

/** The same at its true size: on a slope the plan is stretched along the way it rises. */
function trueSized(face: SettingFace, { outline, blocked }: HangingFace): HangingFace {
  const slope = face.plane?.slope ?? [0, 0];
  const steep = Math.hypot(slope[0], slope[1]);
  if (steep === 0) return { outline, blocked };
  const [x, y] = [slope[0] / steep, slope[1] / steep];
  const more = faceStretch(face) - 1;
  const laid = (p: Vec2): Vec2 => {
    const by = more * (p[0] * x + p[1] * y);
    return [p[0] + by * x, p[1] + by * y];
  };
  return { outline: outline.map(laid), blocked: blocked.map((box) => boundsOf(boxOutline(box).map(laid))) };
}

/** How many panels of a size fit a face beside what hangs there. */
export const capacityOf = (setting: Setting, face: SettingFace, size: { width: number; height: number }): number =>
  kept(setting.room, [face.id, size.width, size.height], () =>
    mostThatFit({ width: size.width, height: size.height }, trueSized(face, hangingFace(setting, face))),
  );

/** The wall of a corner that is shorter than a leg of a piece across it; null where both take it. */
export function tooShortFor(setting: Setting, place: PlanPlace, recipe: Recipe): SettingFace | null {
  if (place.class !== 'corners') return null;
  const walls = place.faces.map((id) => setting.faces.find((f) => f.id === id)!);
  return walls.find((f) => f.length < laidSize(recipe).width - 1e-9) ?? null;
}

/** How many pieces of a recipe fit a place when nothing else hangs there. */
export function fitsOn(setting: Setting, place: PlanPlace, recipe: Recipe): number {
  if (tooShortFor(setting, place, recipe)) return 0;
  if (place.class === 'corners' || place.class === 'edges')
    return place.spans.reduce((sum, [from, to]) => sum + Math.floor((to - from) / recipe.height + 1e-9), 0);
  return capacityOf(
    setting,
    setting.faces.find((f) => f.id === place.id)!,
    recipe,
  );
}

/** Front of one piece, and the wall it hides by face, m². */
export function hiddenBy(
  place: PlanPlace,
  recipe: Recipe,
): { exposed: number; parts: { face: string; area: number }[] } {
  const { exposed, covered } = areasOf(recipe);
  return { exposed, parts: place.faces.map((face) => ({ face, area: covered / place.faces.length })) };
}
