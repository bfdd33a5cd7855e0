/** A piece drawn from its parts: from the front, from behind, in section, in plan, taken apart; and at 1:1 for the workshop. */
import type { Drawing, DrawingItem, Point } from '../formats/drawing';
import { holesOf } from '../recipes/parts/holes';
import { areaOf, type Body, type Part, type Point2 } from '../recipes/parts/types';
import type { Recipe } from '../recipes/types';

/** A part as the build sheet numbers it. */
type Numbered = Part & { number: number };

/** What a shape is of, for its colour. */
export type Stuff = 'timber' | 'board' | 'fill' | 'cloth' | 'other';

/** A polygon of a view, m: x to the right, y up; drawn in the order of the list. */
export interface Shape {
  part: number;
  stuff: Stuff;
  points: Point2[];
  /** In a section: whether the plane goes through it, or it lies beyond. */
  cut: boolean;
}

export interface View {
  shapes: Shape[];
  /** Where each part's number stands. */
  labels: { part: number; at: Point2 }[];
  left: number;
  right: number;
  low: number;
  high: number;
}

const stuffOf = ({ of }: Part): Stuff =>
  of.sort === 'bar'
    ? 'timber'
    : of.sort === 'board'
      ? 'board'
      : of.sort === 'slab'
        ? 'fill'
        : of.sort === 'roll'
          ? 'cloth'
          : 'other';

type Range = readonly [number, number];
/** A body's extent along each axis. */
export function extentOf({ axis, outline, from, to }: Body): { x: Range; y: Range; z: Range } {
  const range = (i: 0 | 1): Range => [Math.min(...outline.map((p) => p[i])), Math.max(...outline.map((p) => p[i]))];
  const own: Range = [from, to];
  if (axis === 'x') return { x: own, y: range(0), z: range(1) };
  return axis === 'y' ? { x: range(0), y: own, z: range(1) } : { x: range(0), y: range(1), z: own };
}

const rectangle = ([a, b]: Range, [c, d]: Range): Point2[] => [
  [a, c],
  [b, c],
  [b, d],
  [a, d],
];

function viewOf(shapes: Shape[], inCorner = false): View {
  const xs = shapes.flatMap((s) => s.points.map((p) => p[0]));
  const ys = shapes.flatMap((s) => s.points.map((p) => p[1]));
  // A number stands on the largest shape of its part, where that is first seen: near its upper right corner when layers cover each other.
  const largest = new Map<number, Shape>();
  for (const s of shapes) {
    const known = largest.get(s.part);
    if (!known || areaOf(s.points) > areaOf(known.points) + 1e-9) largest.set(s.part, s);
  }
  const labels = [...largest].map(([part, { points }]) => {
    const mean = (i: 0 | 1) => points.reduce((sum, p) => sum + p[i], 0) / points.length;
    const most = (i: 0 | 1) => Math.max(...points.map((p) => p[i]));
    const at: Point2 = inCorner ? [most(0) - 0.04, most(1) - 0.04] : [mean(0), mean(1)];
    return { part, at };
  });
  return {
    shapes,
    labels,
    left: Math.min(0, ...xs),
    right: Math.max(0.01, ...xs),
    low: Math.min(0, ...ys),
    high: Math.max(0.01, ...ys),
  };
}

/** From the front without its cloth, or from behind, mirrored, without its fleece: what lies nearest is drawn last. */
export function faceView(parts: readonly Numbered[], from: 'front' | 'back'): View {
  const shapes = parts
    .filter(
      (p) =>
        p.of.sort !== 'roll' && !(from === 'back' && p.name === 'back') && !(from === 'front' && p.name === 'front'),
    )
    .flatMap((p) => p.bodies.map((b) => ({ p, b, e: extentOf(b) })))
    // Fill under what presses into it.
    .sort(
      (a, b) =>
        (from === 'front' ? a.e.z[1] - b.e.z[1] : b.e.z[0] - a.e.z[0]) ||
        Number(b.p.of.sort === 'slab') - Number(a.p.of.sort === 'slab'),
    )
    .map(({ p, b, e }): Shape => {
      const points = b.axis === 'z' ? [...b.outline] : rectangle(e.x, e.y);
      const mirrored = from === 'back' ? points.map(([x, y]): Point2 => [-x, y]) : points;
      return { part: p.number, stuff: stuffOf(p), points: mirrored, cut: false };
    });
  return viewOf(shapes);
}

/** What lies beyond the plane first, then fill, then what presses into it. */
const inOrder = (shapes: readonly Shape[]): Shape[] => {
  const rank = (s: Shape) => (s.cut ? 2 : 0) + (s.stuff === 'fill' ? 0 : 1);
  return [...shapes].sort((a, b) => rank(a) - rank(b));
};

/** Upright through its middle: to the left the wall, to the right the room. Cloth as a thin line. */
export function sectionView(parts: readonly Numbered[], width: number): View {
  const mid = width / 2;
  const shapes = parts
    .flatMap((p) => p.bodies.map((b) => ({ p, e: extentOf(b) })))
    .map(({ p, e }): Shape => ({
      part: p.number,
      stuff: stuffOf(p),
      points: rectangle(e.z, e.y),
      cut: e.x[0] <= mid && e.x[1] >= mid,
    }));
  return viewOf(inOrder(shapes));
}

/** Level between its shelves, seen from above: the wall below, the room above. */
export function planView(parts: readonly Numbered[], height: number): View {
  const mid = 0.3 * height;
  const shapes = parts
    .flatMap((p) => p.bodies.map((b) => ({ p, b, e: extentOf(b) })))
    .map(({ p, b, e }): Shape => ({
      part: p.number,
      stuff: stuffOf(p),
      points: b.axis === 'y' ? [...b.outline] : rectangle(e.x, e.z),
      cut: e.y[0] <= mid && e.y[1] >= mid,
    }));
  return viewOf(inOrder(shapes));
}

/** Frame parts stay together when a piece is taken apart. */
const FRAME = ['stile', 'rail', 'side', 'shelf', 'duct', 'foot'];
/** How far layers are pulled apart, as a part of the longer side, and how the depth is drawn on the sheet. */
const APART = 0.34;
const ALONG: Point2 = [0.62, 0.4];

/** Taken apart: layers drawn out of their frame one behind the other, obliquely, the wall's side to the upper right. */
export function explodedView(parts: readonly Numbered[], { width, height }: Pick<Recipe, 'width' | 'height'>): View {
  const groups = new Map<string, Numbered[]>();
  for (const p of parts) {
    const key = FRAME.includes(p.name) ? 'frame' : `${p.name} ${p.name === 'fill' ? p.number : ''}`;
    groups.set(key, [...(groups.get(key) ?? []), p]);
  }
  const middle = (list: readonly Numbered[]) => {
    const zs = list.flatMap((p) => p.bodies.flatMap((b) => extentOf(b).z));
    return (Math.min(...zs) + Math.max(...zs)) / 2;
  };
  // Cloth lies outermost on its side.
  const rank = (list: readonly Numbered[]) =>
    list[0]!.name === 'front cloth' ? 1e3 : list[0]!.name === 'back cloth' ? -1e3 : middle(list);
  const order = [...groups.values()].sort((a, b) => rank(a) - rank(b));
  const gap = APART * Math.max(width, height) * 0.6;
  const shapes = order.flatMap((list, i) =>
    list
      .flatMap((p) => p.bodies.map((b) => ({ p, b })))
      .sort((a, b) => extentOf(a.b).z[0] - extentOf(b.b).z[0] || extentOf(b.b).x[1] - extentOf(a.b).x[1])
      .flatMap(({ p, b }) =>
        solid(b, i * gap).map((points): Shape => ({ part: p.number, stuff: stuffOf(p), points, cut: true })),
      ),
  );
  const view = viewOf(shapes, true);
  return {
    ...view,
    left: Math.min(...shapes.flatMap((s) => s.points.map((q) => q[0]))),
    low: Math.min(...shapes.flatMap((s) => s.points.map((q) => q[1]))),
  };
}

/** The faces of a prism one sees, drawn obliquely: what is nearer the room lies to the lower left. */
function solid({ axis, outline, from, to }: Body, shift: number): Point2[][] {
  const at = (p: Point2, along: number): Point2 => {
    const [x, y, z] = axis === 'z' ? [p[0], p[1], along] : axis === 'y' ? [p[0], along, p[1]] : [along, p[0], p[1]];
    return [x - (z + shift) * ALONG[0], y - (z + shift) * ALONG[1]];
  };
  const cap = (along: number) => outline.map((p) => at(p, along));
  const sides = outline.map((p, i) => {
    const q = outline[(i + 1) % outline.length]!;
    return [at(p, from), at(q, from), at(q, to), at(p, to)];
  });
  const signed = (points: Point2[]) =>
    points.reduce((sum, [x, y], i) => {
      const [nx, ny] = points[(i + 1) % points.length]!;
      return sum + x * ny - nx * y;
    }, 0);
  // Of the sides those that turn towards the reader: their corners run the way those of the near cap do.
  const turn = Math.sign(signed(cap(to))) || 1;
  const seen = sides.filter((s) => Math.sign(signed(s)) === turn);
  return [...seen, cap(to)];
}

const mm = ([x, y]: Point2): Point => [x * 1000, -y * 1000];
const closed = (layer: 'PIECES' | 'OPENINGS', points: readonly Point2[]): DrawingItem => ({
  ...{ type: 'polyline', layer, closed: true },
  points: points.map(mm),
});
/** A circle as a polygon of so many corners. */
const CIRCLE = 32;

/**
 * At 1:1 in millimetres: the front with every hole, slot or port; of wells and corner frames the plan that tells where each part stands.
 * Null: nothing that is drilled, cut out or set by a plan.
 */
export function pieceAtSize(recipe: Recipe, parts: readonly Numbered[], title: string): Drawing | null {
  const holes = holesOf(recipe);
  const planned = recipe.scatterer !== null || ['straddle', 'edge', 'corner'].includes(recipe.form);
  const slats = parts.filter((p) => p.name === 'slat' || p.name === 'block');
  if (holes.length === 0 && !planned && slats.length === 0) return null;
  const items: DrawingItem[] = [];
  const note = (at: Point2, text: string) => items.push({ type: 'text', layer: 'NOTES', at: mm(at), height: 12, text });
  if (holes.length > 0 || slats.length > 0) {
    items.push(closed('PIECES', rectangle([0, recipe.width], [0, recipe.height])));
    for (const h of holes) {
      const points = h.round
        ? Array.from({ length: CIRCLE }, (_, i): Point2 => {
            const a = (2 * Math.PI * i) / CIRCLE;
            return [h.x + (h.width / 2) * Math.cos(a), h.y + (h.height / 2) * Math.sin(a)];
          })
        : rectangle([h.x - h.width / 2, h.x + h.width / 2], [h.y - h.height / 2, h.y + h.height / 2]);
      items.push(closed('OPENINGS', points));
    }
    for (const b of slats.flatMap((p) => p.bodies)) {
      const { x, y } = extentOf(b);
      items.push(closed('OPENINGS', rectangle(x, y)));
    }
    note([0, recipe.height + 0.02], title);
  }
  if (planned && slats.every((p) => p.name !== 'block')) {
    const plan = planView(parts, recipe.height);
    const drop = -0.2 - plan.high;
    for (const s of plan.shapes.filter((q) => q.cut && q.stuff !== 'cloth'))
      items.push(
        closed(
          'PIECES',
          s.points.map(([x, y]): Point2 => [x, y + drop]),
        ),
      );
    note([0, drop - 0.04], `${title}, from above`);
  }
  return { title, items };
}
