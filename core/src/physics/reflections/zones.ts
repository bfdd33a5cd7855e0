/**
 * Reflection zones: every place on a plane where a mirror shows some part of a loudspeaker's front to a head that moves.
 *
 * The mirror point of a source s and a head h is where the straight line from s's image s′ to h meets the plane. For a
 * convex head range H in front of the plane and a convex front S′ behind it, all such points together are
 * conv(H ∪ S′) ∩ plane: points t·h + (1−t)·s′ with h ∈ H, s′ ∈ S′. That is the convex hull of the points of all pairs of
 * corners, so that the zone is exact and not sampled. Image source: J. Borish, J. Acoust. Soc. Am. 75 (1984) 1827.
 */
import { type Vec2, type Vec3, between, dot } from '../../geometry/vector';

/** A plane dot(normal, p) = offset; the unit normal points to the side of head and loudspeaker. */
export interface MirrorPlane {
  normal: Vec3;
  offset: number;
}

/** Nearer than this to the plane nothing counts as in front of it, m. */
const IN_FRONT = 1e-3;

export const heightOver = (plane: MirrorPlane, p: Vec3): number => dot(plane.normal, p) - plane.offset;

export function mirrorIn(plane: MirrorPlane, p: Vec3): Vec3 {
  const d = 2 * heightOver(plane, p);
  return [p[0] - d * plane.normal[0], p[1] - d * plane.normal[1], p[2] - d * plane.normal[2]];
}

/** The same plane moved by `by` m towards the room. */
export function movedPlane(plane: MirrorPlane, by: number): MirrorPlane {
  return { normal: plane.normal, offset: plane.offset + by };
}

/**
 * Where the mirror shows the source to the head; null when one of them is not in front of the plane. Swapping source and
 * head gives the same point.
 */
export function mirrorPoint(plane: MirrorPlane, source: Vec3, head: Vec3): Vec3 | null {
  const ds = heightOver(plane, source);
  const dh = heightOver(plane, head);
  if (ds <= IN_FRONT || dh <= IN_FRONT) return null;
  return between(mirrorIn(plane, source), head, ds / (ds + dh));
}

/**
 * Corners of the part of a convex body in front of the plane. Every segment between a corner in front and one behind is cut,
 * edges or not: the cuts lie inside the body, and among them are those of its edges.
 */
export function partInFront(plane: MirrorPlane, corners: readonly Vec3[]): Vec3[] {
  const heights = corners.map((p) => heightOver(plane, p));
  if (heights.every((d) => d > IN_FRONT)) return [...corners];
  const kept = corners.filter((_, i) => heights[i]! > IN_FRONT);
  const cut = 2 * IN_FRONT;
  corners.forEach((p, i) => {
    if (heights[i]! <= cut) return;
    corners.forEach((q, k) => {
      if (heights[k]! > IN_FRONT) return;
      kept.push(between(p, q, (heights[i]! - cut) / (heights[i]! - heights[k]!)));
    });
  });
  return kept;
}

/** Convex hull, positively walked, without points on its edges (A. M. Andrew, Inf. Proc. Letters 9 (1979) 216). */
export function convexHull(points: readonly Vec2[]): Vec2[] {
  const sorted = [...points].sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  if (sorted.length < 3) return sorted;
  const half = (list: readonly Vec2[]): Vec2[] => {
    const chain: Vec2[] = [];
    for (const p of list) {
      while (chain.length > 1) {
        const [a, b] = [chain[chain.length - 2]!, chain[chain.length - 1]!];
        if ((b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0]) > 1e-12) break;
        chain.pop();
      }
      chain.push(p);
    }
    chain.pop();
    return chain;
  };
  return [...half(sorted), ...half(sorted.reverse())];
}

/**
 * The zone on a plane, in the coordinates `toLocal` gives; empty when head range or front lies wholly behind the plane.
 * @param heads corners of the head's range, m
 * @param fronts corners of the loudspeaker's front (one, two or more), m
 * @returns convex outline, positively walked; fewer than three corners when the zone has no area
 */
export function reflectionZone(
  plane: MirrorPlane,
  heads: readonly Vec3[],
  fronts: readonly Vec3[],
  toLocal: (p: Vec3) => Vec2,
): Vec2[] {
  const seen = partInFront(plane, heads);
  const shown = partInFront(plane, fronts);
  const points: Vec2[] = [];
  for (const s of shown) {
    const ds = heightOver(plane, s);
    const image = mirrorIn(plane, s);
    for (const h of seen) points.push(toLocal(between(image, h, ds / (ds + heightOver(plane, h)))));
  }
  return convexHull(points);
}

/** Whether two convex outlines share no inner point: some edge of one has the whole other outside (separating axis). */
export function convexApart(a: readonly Vec2[], b: readonly Vec2[], margin = 0): boolean {
  if (a.length < 3 || b.length < 3) return true;
  const separates = (p: readonly Vec2[], q: readonly Vec2[]): boolean =>
    p.some((from, i) => {
      const to = p[(i + 1) % p.length]!;
      const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
      if (length < 1e-12) return false;
      // Positively walked: outside is on the right of each edge.
      const out = (c: Vec2) => ((to[1] - from[1]) * (c[0] - from[0]) - (to[0] - from[0]) * (c[1] - from[1])) / length;
      return q.every((c) => out(c) >= margin);
    });
  return separates(a, b) || separates(b, a);
}
