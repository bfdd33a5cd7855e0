/** Outlines cut with convex ones, areas of overlapping outlines, and the free stretches of rows across an outline. */
import { type Polygons, without } from './booleans';
import { outlineArea } from './polygon';
import type { Vec2 } from './vector';

/**
 * The part of an outline of any shape inside a convex, positively walked one (Sutherland and Hodgman, Comm. ACM 17 (1974)
 * 32). Where the part falls into pieces they stay joined by seams of no width: area and inside stay right.
 */
export function clipConvex(subject: readonly Vec2[], convex: readonly Vec2[]): Vec2[] {
  let list: Vec2[] = [...subject];
  convex.forEach((a, i) => {
    const b = convex[(i + 1) % convex.length]!;
    const side = (p: Vec2) => (b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0]);
    const input = list;
    list = [];
    input.forEach((p, k) => {
      const q = input[(k + 1) % input.length]!;
      const [sp, sq] = [side(p), side(q)];
      if (sp >= 0) list.push(p);
      if (sp >= 0 !== sq >= 0) {
        const t = sp / (sp - sq);
        list.push([p[0] + t * (q[0] - p[0]), p[1] + t * (q[1] - p[1])]);
      }
    });
  });
  return list;
}

export interface Box {
  left: number;
  low: number;
  right: number;
  high: number;
}

export function boundsOf(outline: readonly Vec2[]): Box {
  const xs = outline.map((p) => p[0]);
  const ys = outline.map((p) => p[1]);
  return { left: Math.min(...xs), low: Math.min(...ys), right: Math.max(...xs), high: Math.max(...ys) };
}

/** Corners of a box, positively walked. */
export function boxOutline({ left, low, right, high }: Box): Vec2[] {
  return [
    [left, low],
    [right, low],
    [right, high],
    [left, high],
  ];
}

export function overlapping(a: Box, b: Box, slack = 1e-9): boolean {
  return a.left < b.right - slack && b.left < a.right - slack && a.low < b.high - slack && b.low < a.high - slack;
}

/** What is left of an outline outside the others; null when none of them comes near it. */
function restOf(outline: readonly Vec2[], others: readonly (readonly Vec2[])[]): Polygons | null {
  const box = boundsOf(outline);
  const near = others.filter((o) => o.length > 2 && overlapping(box, boundsOf(o)));
  if (near.length === 0) return null;
  const ring = (o: readonly Vec2[]): Polygons => [[o.map(([x, y]): [number, number] => [x, y])]];
  return without(ring(outline), near.map(ring));
}

/** Area of an outline that none of the others covers, m². */
export function areaOutside(outline: readonly Vec2[], others: readonly (readonly Vec2[])[]): number {
  const rest = restOf(outline, others);
  if (!rest) return Math.abs(outlineArea(outline));
  return rest.reduce(
    (sum, polygon) =>
      sum + polygon.reduce((part, r, i) => part + (i === 0 ? 1 : -1) * Math.abs(outlineArea(r.slice(0, -1))), 0),
    0,
  );
}

/** Box around the part of an outline that none of the others covers; null when they cover it all. */
export function boundsOutside(outline: readonly Vec2[], others: readonly (readonly Vec2[])[]): Box | null {
  const rest = restOf(outline, others);
  if (!rest) return boundsOf(outline);
  const points = rest.flatMap((polygon) => polygon[0] ?? []);
  return points.length > 0 ? boundsOf(points) : null;
}

type Stretch = [from: number, to: number];

function common(a: readonly Stretch[], b: readonly Stretch[]): Stretch[] {
  return a
    .flatMap((p) => b.map((q): Stretch => [Math.max(p[0], q[0]), Math.min(p[1], q[1])]))
    .filter(([from, to]) => to - from > 1e-9);
}

/** Where the line v crosses into and out of an outline. */
function insideAt(outline: readonly Vec2[], v: number): Stretch[] {
  const cuts: number[] = [];
  outline.forEach((a, i) => {
    const b = outline[(i + 1) % outline.length]!;
    if (a[1] > v === b[1] > v) return;
    cuts.push(a[0] + ((v - a[1]) / (b[1] - a[1])) * (b[0] - a[0]));
  });
  cuts.sort((p, q) => p - q);
  return Array.from({ length: Math.floor(cuts.length / 2) }, (_, i): Stretch => [cuts[2 * i]!, cuts[2 * i + 1]!]);
}

/** Stretches of u over which the whole row from v0 up to v1 lies inside the outline and clear of every box. */
export function freeStretches(outline: readonly Vec2[], blocked: readonly Box[], v0: number, v1: number): Stretch[] {
  const crumb = 1e-7;
  const levels = [v0 + crumb, v1 - crumb];
  // A corner at the row's own edge, a rounding off it, cuts nothing.
  for (const [, v] of outline) if (v > v0 + crumb && v < v1 - crumb) levels.push(v - crumb, v + crumb);
  let free = levels.map((v) => insideAt(outline, v)).reduce(common);
  for (const box of blocked) {
    if (box.low >= v1 - crumb || box.high <= v0 + crumb) continue;
    free = free.flatMap(([from, to]): Stretch[] =>
      [[from, Math.min(to, box.left)] as Stretch, [Math.max(from, box.right), to] as Stretch].filter(
        ([p, q]) => q - p > 1e-9,
      ),
    );
  }
  return free;
}
