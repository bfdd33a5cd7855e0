/** Snapping of dragged corners and walls: square to the neighbours, as long as another wall, then the tape's grid. Pure. */
import type { Vec2 } from '@tawny/core/geometry/vector';
import type { LengthSystem } from '@tawny/core/quantities/lengths';

/** Distance within which a better place draws the corner, px. */
const REACH_PX = 8;
const INCH = 0.0254;

/** What a tape is read to while dragging: 1 cm, or half an inch. */
export function gridOf(system: LengthSystem): number {
  return system === 'metric' ? 0.01 : INCH / 2;
}

export interface Snapped {
  to: Vec2;
  /** What it snapped to, in words; empty for the grid alone. */
  said: string;
}

interface PlanPoint {
  wall: string;
  at: Vec2;
}

const minus = (a: Vec2, b: Vec2): Vec2 => [a[0] - b[0], a[1] - b[1]];
const size = (a: Vec2) => Math.hypot(a[0], a[1]);
const unit = (a: Vec2): Vec2 => {
  const s = size(a);
  return [a[0] / s, a[1] / s];
};
const round = (v: number, grid: number) => Math.round(v / grid) * grid;

/** Where two lines, each by point and direction, meet; null when they nearly run together. */
function meet(p: Vec2, d: Vec2, q: Vec2, e: Vec2): Vec2 | null {
  const det = d[0] * e[1] - d[1] * e[0];
  if (Math.abs(det) < 0.05) return null;
  const t = ((q[0] - p[0]) * e[1] - (q[1] - p[1]) * e[0]) / det;
  return [p[0] + t * d[0], p[1] + t * d[1]];
}

/**
 * Snaps the corner where wall `i` starts.
 * @param scale px a metre
 */
export function snapCorner(
  plan: readonly PlanPoint[],
  i: number,
  to: Vec2,
  scale: number,
  system: LengthSystem,
): Snapped {
  const n = plan.length;
  const at = (k: number) => plan[(k + 2 * n) % n]!.at;
  const grid = gridOf(system);
  const reach = REACH_PX / scale;
  const [before, after] = [at(i - 1), at(i + 1)];
  // Square to the wall beyond each neighbour, and straight on from it.
  const lines = [
    { p: before, d: unit(minus(at(i - 1), at(i - 2))) },
    { p: after, d: unit(minus(at(i + 1), at(i + 2))) },
  ].flatMap(({ p, d }) => [
    { p, d: [-d[1], d[0]] as Vec2, said: 'square' },
    { p, d, said: 'straight on' },
  ]);
  const foot = (l: (typeof lines)[number]): Vec2 => {
    const t = (to[0] - l.p[0]) * l.d[0] + (to[1] - l.p[1]) * l.d[1];
    return [l.p[0] + round(t, grid) * l.d[0], l.p[1] + round(t, grid) * l.d[1]];
  };
  const both = lines.slice(0, 2).flatMap((a) =>
    lines.slice(2).flatMap((b) => {
      const p = meet(a.p, a.d, b.p, b.d);
      return p ? [{ to: p, said: a.said === b.said ? `${a.said} both ways` : `${a.said}, ${b.said}` }] : [];
    }),
  );
  const single = lines.map((l) => ({ to: foot(l), said: l.said }));
  const lengths = plan
    .filter((_, k) => k !== i && k !== (i - 1 + n) % n)
    .map((c) => ({ wall: c.wall, length: size(minus(at(plan.indexOf(c) + 1), c.at)) }));
  const equal = lines.flatMap((l) =>
    lengths.flatMap(({ wall, length }) =>
      [1, -1].map((sign) => ({
        to: [l.p[0] + sign * length * l.d[0], l.p[1] + sign * length * l.d[1]] as Vec2,
        said: `${l.said}, as long as ${wall}`,
      })),
    ),
  );
  for (const choices of [both, equal, single]) {
    const best = choices.map((c) => ({ ...c, away: size(minus(c.to, to)) })).sort((p, q) => p.away - q.away)[0];
    if (best && best.away <= reach) return { to: best.to, said: best.said };
  }
  return { to: [round(to[0], grid), round(to[1], grid)], said: '' };
}

/** Snaps how far a wall is moved into the room, so that the wall before it has a length the tape shows. */
export function snapWall(plan: readonly PlanPoint[], i: number, by: number, system: LengthSystem): number {
  const n = plan.length;
  const grid = gridOf(system);
  const [a, b, before] = [plan[i]!.at, plan[(i + 1) % n]!.at, plan[(i - 1 + n) % n]!.at];
  const along = unit(minus(b, a));
  const beside = minus(a, before);
  // The wall before shrinks by `by` as far as it runs against the movement.
  const against = beside[0] * along[1] - beside[1] * along[0];
  const length = size(beside);
  if (length < 1e-9 || Math.abs(Math.abs(against) - length) > 1e-6) return round(by, grid);
  const sign = -Math.sign(against);
  return sign * (round(length + sign * by, grid) - length);
}
