/**
 * The air of a room as upright prisms: each over a piece of the plan, from a level bottom to a plane top. Large rigid
 * things are cut out. The prisms do not overlap, and together they are the room.
 */
import { common, type Polygons, without } from '../../geometry/booleans';
import { type Plane, levelPieces, planeAt } from '../../geometry/levels';
import { outlineArea } from '../../geometry/polygon';
import type { RoomShape } from '../../geometry/shape';
import type { Vec2 } from '../../geometry/vector';

export interface Prism {
  /** Positively walked; of any shape, holes joined by seams. */
  outline: Vec2[];
  low: number;
  top: Plane;
}

/** A rigid thing on the plan, level below and above, m. */
export interface Block {
  outline: readonly Vec2[];
  low: number;
  high: number;
}

export interface OpenAir {
  plan: Vec2[];
  prisms: Prism[];
  /** m³ */
  volume: number;
  /** Corners of the box around it. */
  from: readonly [number, number, number];
  to: readonly [number, number, number];
}

const flat = (at: number): Plane => ({ at, slope: [0, 0] });
const sloped = (p: Plane) => p.slope[0] !== 0 || p.slope[1] !== 0;
const LEAST_AREA = 1e-7;

const ring = (outline: readonly Vec2[]): Polygons => [[outline.map(([x, y]): [number, number] => [x, y])]];

/** Outlines of a polygon set, positively walked; a hole is joined by a seam from its first point to the nearest corner. */
function outlinesOf(polygons: Polygons): Vec2[][] {
  return polygons
    .map(([outer, ...holes]) => {
      let outline = outer!.slice(0, -1) as Vec2[];
      if (outlineArea(outline) < 0) outline.reverse();
      for (const h of holes) {
        const hole = h.slice(0, -1) as Vec2[];
        if (outlineArea(hole) > 0) hole.reverse();
        const start = hole[0]!;
        let nearest = 0;
        outline.forEach((p, i) => {
          const q = outline[nearest]!;
          if (Math.hypot(p[0] - start[0], p[1] - start[1]) < Math.hypot(q[0] - start[0], q[1] - start[1])) nearest = i;
        });
        outline = [...outline.slice(0, nearest + 1), ...hole, start, outline[nearest]!, ...outline.slice(nearest + 1)];
      }
      return outline;
    })
    .filter((o) => outlineArea(o) > LEAST_AREA);
}

/** The part of an outline where a plane lies above (or below) a level, by cutting along a straight line. */
export function wherePlane(outline: readonly Vec2[], plane: Plane, level: number, side: 'above' | 'below'): Vec2[] {
  const sign = side === 'above' ? 1 : -1;
  const value = (p: Vec2) => sign * (planeAt(plane, p) - level);
  const list: Vec2[] = [];
  outline.forEach((p, i) => {
    const q = outline[(i + 1) % outline.length]!;
    const [a, b] = [value(p), value(q)];
    if (a >= 0) list.push(p);
    if (a >= 0 !== b >= 0) {
      const t = a / (a - b);
      list.push([p[0] + t * (q[0] - p[0]), p[1] + t * (q[1] - p[1])]);
    }
  });
  return list;
}

/** Takes one block out of one prism. */
function cutPrism(prism: Prism, block: Block): Prism[] {
  const within = common(ring(prism.outline), ring(block.outline));
  const over = outlinesOf(within);
  if (over.length === 0) return [prism];
  const rest = outlinesOf(without(ring(prism.outline), [ring(block.outline)]));
  const list: Prism[] = rest.map((outline) => ({ ...prism, outline }));
  const put = (outline: Vec2[], low: number, top: Plane) => {
    if (outlineArea(outline) > LEAST_AREA) list.push({ outline, low, top });
  };
  for (const outline of over) {
    // Under it: up to the lower of its underside and the prism's own top.
    if (block.low > prism.low + 1e-9) {
      put(wherePlane(outline, prism.top, block.low, 'above'), prism.low, flat(block.low));
      if (sloped(prism.top)) put(wherePlane(outline, prism.top, block.low, 'below'), prism.low, prism.top);
      else if (prism.top.at < block.low) put(outline, prism.low, prism.top);
    }
    const over2 = Math.max(block.high, prism.low);
    put(wherePlane(outline, prism.top, over2 + 1e-9, 'above'), over2, prism.top);
  }
  return list;
}

function volumeOf({ outline, low, top }: Prism): number {
  const area = outlineArea(outline);
  if (!sloped(top)) return area * (top.at - low);
  let [x, y] = [0, 0];
  outline.forEach((a, i) => {
    const b = outline[(i + 1) % outline.length]!;
    const w = a[0] * b[1] - b[0] * a[1];
    x += (a[0] + b[0]) * w;
    y += (a[1] + b[1]) * w;
  });
  return area * (planeAt(top, [x / (6 * area), y / (6 * area)]) - low);
}

/** Throws RangeError when the shape cannot be built (see levelPieces). */
export function openAir(shape: RoomShape, blocks: readonly Block[] = []): OpenAir {
  const { ceilings, floors } = levelPieces(shape);
  let prisms = floors.flatMap((floor): Prism[] =>
    ceilings.flatMap((ceiling): Prism[] =>
      floors.length === 1 && ceilings.length === 1
        ? [{ outline: [...floor.outline], low: floor.plane.at, top: ceiling.plane }]
        : outlinesOf(common(ring(floor.outline), ring(ceiling.outline))).map((outline) => ({
            outline,
            low: floor.plane.at,
            top: ceiling.plane,
          })),
    ),
  );
  prisms = prisms.map((p) => (outlineArea(p.outline) < 0 ? { ...p, outline: [...p.outline].reverse() } : p));
  for (const block of blocks) prisms = prisms.flatMap((p) => cutPrism(p, block));
  const plan = shape.plan.map((c): Vec2 => [c.at[0], c.at[1]]);
  if (outlineArea(plan) < 0) plan.reverse();
  const [xs, ys] = [plan.map((p) => p[0]), plan.map((p) => p[1])];
  const tops = prisms.flatMap((p) => p.outline.map((v) => planeAt(p.top, v)));
  return {
    plan,
    prisms,
    volume: prisms.reduce((s, p) => s + volumeOf(p), 0),
    from: [Math.min(...xs), Math.min(...ys), Math.min(...prisms.map((p) => p.low))],
    to: [Math.max(...xs), Math.max(...ys), Math.max(...tops)],
  };
}
