/**
 * Floors and ceilings over the plan: the plan cut into pieces of one plane each, and the upright faces between pieces of
 * different height. A flat room is one piece and needs none.
 */
import { arrange, type Line, type Region } from './arrangement';
import { insideOutline, outlineArea } from './polygon';
import type { CeilingShape, PlanCorner, RoomShape, Strip } from './shape';
import { type Vec2, type Vec3, distance2 } from './vector';

/** Height over the plan: z = at + x·slope[0] + y·slope[1]. */
export interface Plane {
  at: number;
  slope: Vec2;
}

export interface LevelPiece {
  /** "floor", "ceiling", or the beam or platform it belongs to. */
  surface: string;
  /** Positively walked outline; a hole is joined to it by a seam of no width. */
  outline: Vec2[];
  plane: Plane;
  area: number;
}

/** Least height between floor and ceiling that counts as a room, m. */
export const LEAST_CLEARANCE = 0.3;

export function planeAt(plane: Plane, p: Vec2): number {
  return plane.at + p[0] * plane.slope[0] + p[1] * plane.slope[1];
}

const flat = (z: number): Plane => ({ at: z, slope: [0, 0] });

/** Mean height of a piece, m: its plane at its centroid. */
export function levelAt(piece: LevelPiece): number {
  if (piece.plane.slope[0] === 0 && piece.plane.slope[1] === 0) return piece.plane.at;
  let x = 0;
  let y = 0;
  piece.outline.forEach((a, i) => {
    const b = piece.outline[(i + 1) % piece.outline.length]!;
    const w = a[0] * b[1] - b[0] * a[1];
    x += (a[0] + b[0]) * w;
    y += (a[1] + b[1]) * w;
  });
  return planeAt(piece.plane, [x / (6 * piece.area), y / (6 * piece.area)]);
}

/** The piece a plan point lies in. With `orNull` null outside all; without, the nearest first piece stands in. */
export function pieceAt(pieces: readonly LevelPiece[], p: Vec2): LevelPiece;
export function pieceAt(pieces: readonly LevelPiece[], p: Vec2, orNull: true): LevelPiece | null;
export function pieceAt(pieces: readonly LevelPiece[], p: Vec2, orNull?: true): LevelPiece | null {
  if (pieces.length === 1 && !orNull) return pieces[0]!;
  return pieces.find((piece) => insideOutline(p, piece.outline)) ?? (orNull ? null : pieces[0]!);
}

/** A wall's line: its left end, the direction along it and the one into the room. */
export function wallLine(plan: readonly PlanCorner[], wall: string): { a: Vec2; along: Vec2; inwards: Vec2 } {
  const i = plan.findIndex((c) => c.wall === wall);
  if (i < 0) throw new RangeError(`wallLine: wall must be one of the plan's, got ${wall}`);
  const a = plan[i]!.at;
  const b = plan[(i + 1) % plan.length]!.at;
  const length = distance2(a, b);
  const along: Vec2 = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
  return { a, along, inwards: [-along[1], along[0]] };
}

/** Distance of the plan's furthest corner from a wall's line, into the room, m. */
export function reachFrom(plan: readonly PlanCorner[], wall: string): number {
  const { a, inwards } = wallLine(plan, wall);
  return Math.max(...plan.map((c) => (c.at[0] - a[0]) * inwards[0] + (c.at[1] - a[1]) * inwards[1]));
}

/** Joins holes to the outline by seams: from the hole's rightmost point straight right to the outline. */
function seamed({ outline: outer, holes }: Region): Vec2[] {
  let outline: Vec2[] = outer;
  const rest = [...holes].sort((p, q) => Math.max(...q.map((v) => v[0])) - Math.max(...p.map((v) => v[0])));
  for (const hole of rest) {
    const start = hole.reduce((best, v, i) => (v[0] > hole[best]![0] ? i : best), 0);
    const [hx, hy] = hole[start]!;
    let hit: { x: number; after: number } | null = null;
    outline.forEach((a, i) => {
      const b = outline[(i + 1) % outline.length]!;
      if (a[1] > hy === b[1] > hy) return;
      const x = a[0] + ((hy - a[1]) / (b[1] - a[1])) * (b[0] - a[0]);
      if (x >= hx && (!hit || x < hit.x)) hit = { x, after: i };
    });
    if (!hit) throw new RangeError('levels: a hole lies outside its outline');
    const { x, after } = hit as { x: number; after: number };
    const way: Vec2[] = [...hole.slice(start), ...hole.slice(0, start), hole[start]!];
    outline = [...outline.slice(0, after + 1), [x, hy], ...way, [x, hy], ...outline.slice(after + 1)];
  }
  return outline;
}

/** A plane of the ceiling with how far from its wall it reaches, m; null without a wall: everywhere. */
interface BasePlane {
  plane: Plane;
  part: { from: number; to: number } | null;
}

/** The ceiling without its beams. */
function basePlanes(plan: readonly PlanCorner[], height: number, ceiling: CeilingShape): BasePlane[] {
  if (ceiling.shape === 'flat') return [{ plane: flat(height), part: null }];
  const { a, inwards } = wallLine(plan, ceiling.along);
  const furthest = reachFrom(plan, ceiling.along);
  /** Height z0 at distance s0 from the wall, rising by `rate` a metre. */
  const rising = (z0: number, s0: number, rate: number): Plane => ({
    at: z0 - rate * (s0 + a[0] * inwards[0] + a[1] * inwards[1]),
    slope: [rate * inwards[0], rate * inwards[1]],
  });
  if (ceiling.shape === 'pitch') {
    return [{ plane: rising(height, 0, (ceiling.top - height) / furthest), part: null }];
  }
  if (!(ceiling.at > 0.05 && ceiling.at < furthest - 0.05)) {
    throw new RangeError(
      `ceiling: the ${ceiling.shape} must lie between wall ${ceiling.along} and the far end, 0.05 to ${(furthest - 0.05).toFixed(2)} m from it, got ${ceiling.at} m`,
    );
  }
  const near = { from: -Infinity, to: ceiling.at };
  const far = { from: ceiling.at, to: Infinity };
  if (ceiling.shape === 'step') {
    return [
      { plane: flat(height), part: near },
      { plane: flat(ceiling.second), part: far },
    ];
  }
  return [
    { plane: rising(height, 0, (ceiling.top - height) / ceiling.at), part: near },
    { plane: rising(ceiling.top, ceiling.at, (ceiling.far - ceiling.top) / (furthest - ceiling.at)), part: far },
  ];
}

/** Where a point lies beside a wall: along it from its left end, and into the room. */
function beside(plan: readonly PlanCorner[], wall: string): (p: Vec2) => { u: number; s: number } {
  const { a, along, inwards } = wallLine(plan, wall);
  return ([x, y]) => ({
    u: (x - a[0]) * along[0] + (y - a[1]) * along[1],
    s: (x - a[0]) * inwards[0] + (y - a[1]) * inwards[1],
  });
}

/** The lines a strip is bounded by. */
function stripLines(plan: readonly PlanCorner[], strip: Pick<Strip, 'along' | 'from' | 'width' | 'span'>): Line[] {
  const { a, along, inwards } = wallLine(plan, strip.along);
  const at = (u: number, s: number): Vec2 => [
    a[0] + u * along[0] + s * inwards[0],
    a[1] + u * along[1] + s * inwards[1],
  ];
  const lines: Line[] = [strip.from, strip.from + strip.width].map((s) => ({ at: at(0, s), along }));
  if (strip.span) for (const u of [strip.span.start, strip.span.end]) lines.push({ at: at(u, 0), along: inwards });
  return lines;
}

/** Whether a point lies under or over a strip. */
function inStrip(plan: readonly PlanCorner[], strip: Strip): (p: Vec2) => boolean {
  const place = beside(plan, strip.along);
  const { start, end } = strip.span ?? { start: -Infinity, end: Infinity };
  return (p) => {
    const { u, s } = place(p);
    return u > start && u < end && s > strip.from && s < strip.from + strip.width;
  };
}

/** Pieces of the plan under base planes and strips; where strips overlap, the earlier of the list keeps the ground. */
function layered(
  { plan, described = plan }: Pick<RoomShape, 'plan' | 'described'>,
  base: readonly BasePlane[],
  surface: string,
  strips: readonly Strip[],
  measuredFrom: string | null,
): LevelPiece[] {
  const tests = strips.map((s) => inStrip(described, s));
  const away = measuredFrom === null ? null : beside(described, measuredFrom);
  const lines = strips.flatMap((s) => stripLines(described, s));
  if (measuredFrom !== null) {
    const { a, along, inwards } = wallLine(described, measuredFrom);
    for (const { part } of base) {
      if (part && Number.isFinite(part.from))
        lines.push({ at: [a[0] + part.from * inwards[0], a[1] + part.from * inwards[1]], along });
    }
  }
  const baseAt = (p: Vec2): number => {
    const s = away?.(p).s ?? 0;
    const found = base.findIndex(({ part }) => part === null || (s >= part.from && s < part.to));
    return Math.max(0, found);
  };
  // Strips by number from the base planes' on.
  const kinds = arrange(
    plan.map((c) => c.at),
    lines,
    (p) => {
      const strip = tests.findIndex((inside) => inside(p));
      return strip >= 0 ? base.length + strip : baseAt(p);
    },
  );
  return [
    ...base.map((b) => ({ name: surface, plane: b.plane })),
    ...strips.map((s) => ({ name: s.id, plane: flat(s.level) })),
  ]
    .flatMap(({ name, plane }, kind) =>
      (kinds.get(kind) ?? []).map((region): LevelPiece => {
        const outline = seamed(region);
        return { surface: name, outline, plane, area: outlineArea(outline) };
      }),
    )
    .filter((p) => p.area > 1e-8);
}

/** All floor and ceiling pieces of a room. Throws RangeError naming what leaves too little height. */
export function levelPieces(shape: RoomShape): { ceilings: LevelPiece[]; floors: LevelPiece[] } {
  const outline = shape.plan.map((c) => c.at);
  const whole = (surface: string, plane: Plane): LevelPiece => ({
    surface,
    outline: [...outline],
    plane,
    area: outlineArea(outline),
  });
  const base = basePlanes(shape.described ?? shape.plan, shape.height, shape.ceiling);
  const ceilings =
    base.length === 1 && shape.beams.length === 0
      ? [whole('ceiling', base[0]!.plane)]
      : layered(
          shape,
          base,
          'ceiling',
          [...shape.beams].sort((p, q) => p.level - q.level),
          shape.ceiling.shape === 'flat' ? null : shape.ceiling.along,
        );
  const floors =
    shape.platforms.length === 0
      ? [whole('floor', flat(0))]
      : layered(
          shape,
          [{ plane: flat(0), part: null }],
          'floor',
          [...shape.platforms].sort((p, q) => q.level - p.level),
          null,
        );
  if (ceilings.length > 1 || floors.length > 1 || shape.ceiling.shape !== 'flat') checkHeights(shape, ceilings, floors);
  return { ceilings, floors };
}

function checkHeights(shape: RoomShape, ceilings: readonly LevelPiece[], floors: readonly LevelPiece[]): void {
  const base = ceilings.filter((p) => p.surface === 'ceiling');
  const described = shape.described ?? shape.plan;
  const whole = basePlanes(described, shape.height, shape.ceiling);
  const away = shape.ceiling.shape === 'flat' ? null : beside(described, shape.ceiling.along);
  for (const piece of ceilings) {
    const beam = shape.beams.find((b) => b.id === piece.surface);
    for (const p of piece.outline) {
      const z = planeAt(piece.plane, p);
      const s = away?.(p).s ?? 0;
      const above =
        whole.find((w) => !w.part || (s >= w.part.from - 1e-9 && s <= w.part.to + 1e-9))?.plane ?? whole[0]!.plane;
      if (beam && z > planeAt(above, p) + 1e-9) {
        throw new RangeError(
          `${beam.id}: its underside at ${z.toFixed(2)} m is above the ceiling, which is ${planeAt(above, p).toFixed(2)} m high there`,
        );
      }
    }
  }
  if (base.length === 0 && !shape.described) throw new RangeError('ceiling: the beams leave nothing of it');
  for (const c of ceilings) {
    for (const f of floors) {
      const shared = [
        ...c.outline.filter((p) => insideOutline(p, f.outline)),
        ...f.outline.filter((p) => insideOutline(p, c.outline)),
      ];
      for (const p of shared) {
        const clear = planeAt(c.plane, p) - planeAt(f.plane, p);
        if (clear < LEAST_CLEARANCE) {
          throw new RangeError(
            `${c.surface} over ${f.surface}: ${clear.toFixed(2)} m of height is left there, at least ${LEAST_CLEARANCE} m are needed`,
          );
        }
      }
    }
  }
}

export interface Riser {
  surface: string;
  /** Foot from right to left as seen from the room, then the top from left to right. */
  vertices: Vec3[];
}

const near = (a: Vec2, b: Vec2) => Math.abs(a[0] - b[0]) < 1e-7 && Math.abs(a[1] - b[1]) < 1e-7;

/** An edge cut at every given point that lies on it. */
function cutEdge(a: Vec2, b: Vec2, points: readonly Vec2[]): Vec2[] {
  const length = distance2(a, b);
  const d: Vec2 = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
  const inner = points
    .map((p) => ({
      p,
      t: (p[0] - a[0]) * d[0] + (p[1] - a[1]) * d[1],
      off: Math.abs((p[0] - a[0]) * d[1] - (p[1] - a[1]) * d[0]),
    }))
    .filter(({ t, off }) => off < 1e-7 && t > 1e-7 && t < length - 1e-7)
    .sort((p, q) => p.t - q.t)
    .map(({ p }) => p);
  return [a, ...inner.filter((p, i) => i === 0 || !near(p, inner[i - 1]!)), b];
}

/**
 * Upright faces between pieces of different height. `way` "up": floors, where the face belongs to the higher piece and looks
 * towards the lower; "down": ceilings, the other way round.
 */
export function levelRisers(pieces: readonly LevelPiece[], way: 'up' | 'down'): Riser[] {
  if (pieces.length < 2) return [];
  const points = pieces.flatMap((p) => p.outline);
  const edges = pieces.flatMap((piece) =>
    piece.outline.flatMap((a, i) => {
      const b = piece.outline[(i + 1) % piece.outline.length]!;
      if (near(a, b)) return [];
      const stops = cutEdge(a, b, points);
      return stops.slice(1).map((to, k) => ({ piece, a: stops[k]!, b: to }));
    }),
  );
  const risers: Riser[] = [];
  edges.forEach((edge, i) => {
    // The same stretch, walked the other way by the neighbour. Seams meet themselves and are of one height.
    const twin = edges.slice(i + 1).find((o) => near(o.a, edge.b) && near(o.b, edge.a));
    if (!twin) return;
    const gap = (p: Vec2) => planeAt(edge.piece.plane, p) - planeAt(twin.piece.plane, p);
    const [ga, gb] = [gap(edge.a), gap(edge.b)];
    if (Math.abs(ga) < 1e-9 && Math.abs(gb) < 1e-9) return;
    const higher = ga + gb > 0 ? edge : twin;
    const lower = higher === edge ? twin : edge;
    const viewer = way === 'up' ? lower : higher;
    const owner = way === 'up' ? higher : lower;
    const z = (of: typeof edge, p: Vec2) => planeAt(of.piece.plane, p);
    const { a, b } = viewer;
    risers.push({
      surface: owner.piece.surface,
      vertices: [
        [b[0], b[1], z(lower, b)],
        [a[0], a[1], z(lower, a)],
        [a[0], a[1], z(higher, a)],
        [b[0], b[1], z(higher, b)],
      ],
    });
  });
  return risers;
}
