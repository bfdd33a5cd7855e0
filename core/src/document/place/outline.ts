/** Plan outlines as documents hold them: what is wrong with one, and edits that keep what hangs on the walls in place. */
import { outlineArea } from '../../geometry/polygon';

export interface OutlineCorner {
  wall: string;
  x: number;
  y: number;
}

export interface PlanFault {
  /** Index of the corner at fault. */
  corner: number;
  sentence: string;
  /** Place to mark on the plan, survey coordinates. */
  at: [number, number];
}

/** Walls shorter than this, or corners nearer than this to another wall, cannot be built, m. */
export const SHORTEST_WALL = 0.01;

function crossing(a: OutlineCorner, b: OutlineCorner, c: OutlineCorner, d: OutlineCorner): [number, number] | null {
  const det = (b.x - a.x) * (d.y - c.y) - (b.y - a.y) * (d.x - c.x);
  if (Math.abs(det) < 1e-12) return null;
  const t = ((c.x - a.x) * (d.y - c.y) - (c.y - a.y) * (d.x - c.x)) / det;
  const s = ((c.x - a.x) * (b.y - a.y) - (c.y - a.y) * (b.x - a.x)) / det;
  if (t <= 0 || t >= 1 || s <= 0 || s >= 1) return null;
  return [a.x + t * (b.x - a.x), a.y + t * (b.y - a.y)];
}

function awayFrom(p: OutlineCorner, a: OutlineCorner, b: OutlineCorner): number {
  const length = Math.hypot(b.x - a.x, b.y - a.y);
  const t = Math.min(1, Math.max(0, ((p.x - a.x) * (b.x - a.x) + (p.y - a.y) * (b.y - a.y)) / (length * length)));
  return Math.hypot(p.x - a.x - t * (b.x - a.x), p.y - a.y - t * (b.y - a.y));
}

/** Whether the boxes around two walls come nearer than the shortest wall: only then can they cross or touch. */
function boxesMeet(a: OutlineCorner, b: OutlineCorner, c: OutlineCorner, d: OutlineCorner): boolean {
  const reach = SHORTEST_WALL;
  return !(
    (a.x < b.x ? b.x : a.x) + reach < (c.x < d.x ? c.x : d.x) ||
    (c.x < d.x ? d.x : c.x) + reach < (a.x < b.x ? a.x : b.x) ||
    (a.y < b.y ? b.y : a.y) + reach < (c.y < d.y ? c.y : d.y) ||
    (c.y < d.y ? d.y : c.y) + reach < (a.y < b.y ? a.y : b.y)
  );
}

/** What is wrong with a plan outline; null when it is simple and walked clockwise as drawn. */
export function planFault(outline: readonly OutlineCorner[]): PlanFault | null {
  // Plain copies: a draft's proxies would be asked many thousand times.
  const corners = outline.map(({ wall, x, y }) => ({ wall, x, y }));
  const n = corners.length;
  const next = (i: number) => corners[(i + 1) % n]!;
  for (let i = 0; i < n; i++) {
    const a = corners[i]!;
    const b = next(i);
    if (Math.hypot(a.x - b.x, a.y - b.y) < SHORTEST_WALL) {
      return { corner: i, sentence: `wall ${a.wall} is shorter than 1 cm`, at: [a.x, a.y] };
    }
  }
  let touching: PlanFault | null = null;
  for (let i = 0; i < n; i++) {
    const a = corners[i]!;
    const b = next(i);
    for (let j = i + 1; j < n; j++) {
      const c = corners[j]!;
      const d = next(j);
      if (!boxesMeet(a, b, c, d)) continue;
      const neighbours = j === i + 1 || (i === 0 && j === n - 1);
      const at = neighbours ? null : crossing(a, b, c, d);
      if (at) return { corner: j, sentence: `wall ${c.wall} crosses wall ${a.wall}`, at };
      touching ??= touch(corners, i, j);
    }
  }
  if (touching) return touching;
  if (outlineArea(corners.map((c) => [c.x, c.y])) <= 0) {
    const { x, y } = corners[0]!;
    return { corner: 0, sentence: 'the walls must be listed clockwise as drawn and enclose an area', at: [x, y] };
  }
  return null;
}

/** A corner of one of two walls that lies on the other without belonging to it. */
function touch(corners: readonly OutlineCorner[], i: number, j: number): PlanFault | null {
  const n = corners.length;
  for (const [wall, other] of [
    [i, j],
    [j, i],
  ] as const) {
    for (const k of [other, (other + 1) % n]) {
      if (k === wall || k === (wall + 1) % n) continue;
      const p = corners[k]!;
      if (awayFrom(p, corners[wall]!, corners[(wall + 1) % n]!) < SHORTEST_WALL) {
        const sentence = `the corner where wall ${p.wall} starts touches wall ${corners[wall]!.wall}`;
        return { corner: k, sentence, at: [p.x, p.y] };
      }
    }
  }
  return null;
}

/** The next wall names nobody uses: A, B … Z, A2, B2 … */
export function freeWallNames(used: readonly string[], count: number): string[] {
  const names: string[] = [];
  for (let k = 0; names.length < count; k++) {
    const name = String.fromCharCode(65 + (k % 26)) + (k < 26 ? '' : String(Math.floor(k / 26) + 1));
    if (!used.includes(name)) names.push(name);
  }
  return names;
}
