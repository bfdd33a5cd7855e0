/**
 * A plan cut by lines into cells that share their corners, and cells of one kind joined again into outlines.
 *
 * Cutting outlines one by another with floats breaks where edges nearly coincide (a strip that begins on its wall's own line). Here nothing
 * is cut but convex cells by whole lines; a point within a tenth of a micrometre of a line lies on it, and two points as near are one. So
 * neighbours always have the same corners, and joining them is bookkeeping, not arithmetic.
 */
import { insideOutline, outlineArea } from './polygon';
import type { Vec2 } from './vector';

/** Nearer than this points are one and lie on a line, m. */
const SAME = 1e-7;
/** Cells smaller than this are crumbs of the tolerance, m². */
const LEAST_CELL = 1e-12;

export interface Line {
  at: Vec2;
  /** Unit direction. */
  along: Vec2;
}

interface Cell {
  corners: number[];
}

/** Points by number, each place once. */
function pointPool() {
  const points: Vec2[] = [];
  const grid = new Map<string, number[]>();
  const size = 1e-3;
  const keyAt = (x: number, y: number) => `${Math.floor(x / size)} ${Math.floor(y / size)}`;
  return {
    points,
    of([x, y]: Vec2): number {
      for (const dx of [0, -SAME, SAME])
        for (const dy of [0, -SAME, SAME])
          for (const i of grid.get(keyAt(x + dx, y + dy)) ?? [])
            if (Math.abs(points[i]![0] - x) <= SAME && Math.abs(points[i]![1] - y) <= SAME) return i;
      points.push([x, y]);
      const key = keyAt(x, y);
      grid.set(key, [...(grid.get(key) ?? []), points.length - 1]);
      return points.length - 1;
    },
  };
}

const cross = (a: Vec2, b: Vec2, c: Vec2): number => (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);

/** Triangles of a simple, positively walked outline, by ears. Throws RangeError when it has none left to cut. */
function triangles(outline: readonly number[], points: readonly Vec2[]): number[][] {
  const left = [...outline];
  const list: number[][] = [];
  while (left.length > 3) {
    let best = -1;
    let flattest = Infinity;
    for (let i = 0; i < left.length; i++) {
      const [a, b, c] = [left[(i - 1 + left.length) % left.length]!, left[i]!, left[(i + 1) % left.length]!];
      const area = cross(points[a]!, points[b]!, points[c]!);
      // A corner on the line of its neighbours is cut off at once: it takes no area along.
      if (Math.abs(area) < LEAST_CELL) {
        best = i;
        break;
      }
      if (area < 0) continue;
      const clear = left.every((p) => {
        if (p === a || p === b || p === c) return true;
        const q = points[p]!;
        return !(
          cross(points[a]!, points[b]!, q) >= 0 &&
          cross(points[b]!, points[c]!, q) >= 0 &&
          cross(points[c]!, points[a]!, q) >= 0
        );
      });
      // Of all ears the one with the least sharp corner: thin triangles cut badly.
      const sharp = Math.hypot(points[a]![0] - points[c]![0], points[a]![1] - points[c]![1]) / Math.sqrt(area);
      if (clear && sharp < flattest) [best, flattest] = [i, sharp];
    }
    if (best < 0) throw new RangeError('arrangement: the outline must be simple and positively walked');
    const [a, b, c] = [left[(best - 1 + left.length) % left.length]!, left[best]!, left[(best + 1) % left.length]!];
    if (cross(points[a]!, points[b]!, points[c]!) > LEAST_CELL) list.push([a, b, c]);
    left.splice(best, 1);
  }
  if (cross(points[left[0]!]!, points[left[1]!]!, points[left[2]!]!) > LEAST_CELL) list.push(left);
  return list;
}

const areaOf = (cell: Cell, points: readonly Vec2[]) => outlineArea(cell.corners.map((i) => points[i]!));

/** Both sides of a convex cell about a line: where it only touches, one side. */
function split(cell: Cell, line: Line, pool: ReturnType<typeof pointPool>): Cell[] {
  const { points } = pool;
  const off = (i: number): number => {
    const [x, y] = points[i]!;
    const d = (x - line.at[0]) * -line.along[1] + (y - line.at[1]) * line.along[0];
    return Math.abs(d) <= SAME ? 0 : d;
  };
  const d = cell.corners.map(off);
  if (d.every((v) => v >= 0) || d.every((v) => v <= 0)) return [cell];
  const [left, right]: [number[], number[]] = [[], []];
  cell.corners.forEach((i, k) => {
    const j = cell.corners[(k + 1) % cell.corners.length]!;
    const [di, dj] = [d[k]!, d[(k + 1) % d.length]!];
    if (di >= 0) left.push(i);
    if (di <= 0) right.push(i);
    if (di * dj >= 0) return;
    // The same corner whichever of the two cells beside this edge asks.
    const [a, b, da, db] = i < j ? [i, j, di, dj] : [j, i, dj, di];
    const t = da / (da - db);
    const [p, q] = [points[a]!, points[b]!];
    const at = pool.of([p[0] + t * (q[0] - p[0]), p[1] + t * (q[1] - p[1])]);
    left.push(at);
    right.push(at);
  });
  return [left, right]
    .map((corners): Cell => ({ corners: corners.filter((c, i) => c !== corners[(i + 1) % corners.length]) }))
    .filter((c) => c.corners.length > 2 && areaOf(c, points) > LEAST_CELL);
}

/** Points of the pool on an edge, in order, its ends left out. */
function between(i: number, j: number, points: readonly Vec2[]): number[] {
  const [a, b] = [points[i]!, points[j]!];
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const [dx, dy] = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
  const on: { k: number; t: number }[] = [];
  points.forEach(([x, y], k) => {
    if (k === i || k === j) return;
    const t = (x - a[0]) * dx + (y - a[1]) * dy;
    if (t > 0 && t < length && Math.abs((x - a[0]) * dy - (y - a[1]) * dx) <= 2 * SAME) on.push({ k, t });
  });
  return on.sort((p, q) => p.t - q.t).map(({ k }) => k);
}

/** Rings around cells that lie together: edges met both ways are gone; where rings touch in a point each keeps to its own side. */
function ringsAround(cells: readonly Cell[], points: readonly Vec2[]): number[][] {
  const edges = new Map<string, [number, number]>();
  for (const { corners } of cells) {
    corners.forEach((i, k) => {
      const stops = [i, ...between(i, corners[(k + 1) % corners.length]!, points), corners[(k + 1) % corners.length]!];
      stops.slice(1).forEach((to, s) => {
        const from = stops[s]!;
        if (from === to) return;
        if (edges.has(`${to} ${from}`)) edges.delete(`${to} ${from}`);
        else edges.set(`${from} ${to}`, [from, to]);
      });
    });
  }
  const out = new Map<number, number[]>();
  for (const [a, b] of edges.values()) out.set(a, [...(out.get(a) ?? []), b]);
  const angle = (a: number, b: number) => Math.atan2(points[b]![1] - points[a]![1], points[b]![0] - points[a]![0]);
  const rings: number[][] = [];
  while (edges.size > 0) {
    const [[first, second]] = edges.values() as unknown as [[number, number]];
    const ring = [first];
    let [a, b] = [first, second];
    for (;;) {
      edges.delete(`${a} ${b}`);
      out.set(
        a,
        out.get(a)!.filter((x) => x !== b),
      );
      if (b === first) break;
      ring.push(b);
      const back = angle(b, a);
      const ways = out.get(b) ?? [];
      // The inside lies left: from where one came, turning clockwise, the first edge away is its border.
      const next = ways.reduce<{ to: number; turn: number } | null>((best, to) => {
        const turn = (back - angle(b, to) + 4 * Math.PI) % (2 * Math.PI) || 2 * Math.PI;
        return best === null || turn < best.turn ? { to, turn } : best;
      }, null);
      if (!next) throw new RangeError('arrangement: an outline does not close');
      [a, b] = [b, next.to];
    }
    rings.push(ring);
  }
  return rings;
}

/** Leaves out points on the line of their neighbours, but for the plan's own corners. */
function straightened(ring: readonly number[], points: readonly Vec2[], corners: ReadonlySet<number>): number[] {
  const list = [...ring];
  for (let i = list.length - 1; i >= 0 && list.length > 3; i--) {
    if (corners.has(list[i]!)) continue;
    const [a, b, c] = [list[(i - 1 + list.length) % list.length]!, list[i]!, list[(i + 1) % list.length]!];
    const length = Math.hypot(points[c]![0] - points[a]![0], points[c]![1] - points[a]![1]);
    if (Math.abs(cross(points[a]!, points[b]!, points[c]!)) <= SAME * length) list.splice(i, 1);
  }
  return list;
}

/** Outlines with their holes (walked the other way), leftmost first. */
export type Region = { outline: Vec2[]; holes: Vec2[][] };

/**
 * Cuts a plan by lines and joins what is of one kind.
 * @param plan simple, positively walked
 * @param kindAt what lies over a point; asked for the middle of every cell
 * @throws RangeError when the plan is not simple
 */
export function arrange<Kind>(
  plan: readonly Vec2[],
  lines: readonly Line[],
  kindAt: (p: Vec2) => Kind,
): Map<Kind, Region[]> {
  const pool = pointPool();
  const outline = plan.map((p) => pool.of(p));
  const { points } = pool;
  let cells = triangles(outline, points).map((corners): Cell => ({ corners }));
  for (const line of lines) cells = cells.flatMap((c) => split(c, line, pool));
  const groups = new Map<Kind, Cell[]>();
  for (const cell of cells) {
    const n = cell.corners.length;
    const middle: Vec2 = [
      cell.corners.reduce((s, i) => s + points[i]![0], 0) / n,
      cell.corners.reduce((s, i) => s + points[i]![1], 0) / n,
    ];
    const kind = kindAt(middle);
    groups.set(kind, [...(groups.get(kind) ?? []), cell]);
  }
  const corners = new Set(outline);
  const result = new Map<Kind, Region[]>();
  for (const [kind, list] of groups) {
    const rings = ringsAround(list, points).map((r) => straightened(r, points, corners).map((i): Vec2 => points[i]!));
    const outer = rings.filter((r) => outlineArea(r) > LEAST_CELL);
    const regions = outer.map((r): Region => ({ outline: r, holes: [] }));
    for (const hole of rings.filter((r) => outlineArea(r) < -LEAST_CELL)) {
      // In the smallest outline around it.
      const around = regions
        .filter((r) => r.outline !== hole && hole.every((p) => insideOutline(p, r.outline)))
        .sort((a, b) => outlineArea(a.outline) - outlineArea(b.outline))[0];
      around?.holes.push(hole);
    }
    const least = (r: Region, k: 0 | 1) => Math.min(...r.outline.map((p) => p[k]));
    regions.sort((a, b) => least(a, 0) - least(b, 0) || least(a, 1) - least(b, 1));
    result.set(kind, regions);
  }
  return result;
}
