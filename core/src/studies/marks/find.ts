/**
 * Looks for the marks of one loudspeaker: on which surfaces, from where they are seen, what hides them. Kept per room, so that
 * dragging one loudspeaker looks again for that one alone.
 */
import { createKept } from '../../numerics/kept';
import { areaOutside, boundsOf, clipConvex } from '../../geometry/clip';
import { insideOutline, outlineArea } from '../../geometry/polygon';
import { between, distance, type Vec2, type Vec3 } from '../../geometry/vector';
import { apexOf } from '../../document/place/placing';
import { convexHull, mirrorPoint, movedPlane, reflectionZone } from '../../physics/reflections/zones';
import { frontCorners, headCorners } from '../../room/fronts';
import type { PlacedPiece } from '../../room/pieces';
import type { Mark, Zone } from './types';
import type { PlacedLoudspeaker, Setting } from '../../room/setting';
import { tapesFor } from '../../room/tapes';
import { blockerBetween, type Target, targetsFor } from '../../room/mirrors';

/** What of a surface reflects in one plane: the bare surface outside all that hangs on it, or the faces of pieces that stand off alike. */
export interface Reflector {
  standoff: number;
  /** Empty for the bare surface. */
  pieces: PlacedPiece[];
  /** Of the bare surface: what hides parts of it. */
  holes: PlacedPiece[];
}

/** Pieces whose faces lie within this of each other are one plane, m. */
const SAME_PLANE = 1e-4;

/** A surface with a hole behind every piece, and the pieces' own faces. Boards turned away from it are targets of their own. */
export function reflectorsOn(setting: Setting, target: Target): Reflector[] {
  const hung = target.face ? setting.placed.filter((p) => p.face === target.id && p.plates.length === 0) : [];
  const list: Reflector[] = [{ standoff: 0, pieces: [], holes: hung }];
  for (const piece of hung) {
    const same = list.find((r) => r.pieces.length > 0 && Math.abs(r.standoff - piece.standoff) < SAME_PLANE);
    if (same) same.pieces.push(piece);
    else list.push({ standoff: piece.standoff, pieces: [piece], holes: [] });
  }
  return list;
}

/** Part of a zone that pieces must take to count as over it. */
export const COVERED_PART = 0.98;

/** Part of an outline under pieces, 0…1. */
export function partUnderPieces(outline: readonly Vec2[], pieces: readonly PlacedPiece[]): number {
  if (pieces.length === 0) return 0;
  const whole = Math.abs(outlineArea(outline));
  const open = areaOutside(
    outline,
    pieces.map((p) => p.outline),
  );
  return Math.min(1, Math.max(0, 1 - open / whole));
}

/** Everything about a mark that follows from places alone. */
export interface Found {
  target: Target;
  standoff: number;
  /** The piece whose face it lies on; null on the surface itself. */
  piece: PlacedPiece | null;
  /** Whether it is the one that says most about this surface: where the axis is seen from the ears. */
  first: boolean;
  /** Part of the zone under pieces, 0…1. */
  coveredPart: number;
  at: Vec3;
  local: Vec2;
  seenFrom: Mark['seenFrom'];
  outline: Vec2[];
  from: Vec3;
  to: Vec3;
  partlyHiddenBy: string | null;
  bareLocal: Vec2 | null;
}

export interface FoundAll {
  found: Found[];
  hidden: { target: Target; by: string }[];
  direct: { distance: number; blocker: string | null };
}

/** A strip of tape is so wide and so long at least, m: no zone is smaller. */
export const LEAST_TAPE = 0.05;

const kept = createKept<FoundAll>();

/** The marks of one loudspeaker on every target. */
export function findMarks(setting: Setting, l: PlacedLoudspeaker): FoundAll {
  const { project, head } = setting;
  const { range } = project.listening;
  const targets = targetsFor(setting.room, l.at, head);
  const apex = apexOf(project, [head[0], head[1]]);
  const key = [
    l.at,
    l.box,
    l.axisInBox,
    l.drivers,
    l.aimDeg,
    l.tiltDeg,
    l.mount,
    head,
    range,
    apex,
    project.marking.front,
  ];
  return kept(setting.room, key, () => lookForMarks(setting, l, targets, apex));
}

function lookForMarks(setting: Setting, l: PlacedLoudspeaker, targets: readonly Target[], apex: Vec2): FoundAll {
  const { project, head } = setting;
  const heads = headCorners(head, project.listening.range);
  const fronts = frontCorners(l, apex, project.marking.front);
  const answer: FoundAll = {
    found: [],
    hidden: [],
    direct: { distance: distance(l.at, head), blocker: blockerBetween(targets, l.at, head, null)?.name ?? null },
  };
  for (const target of targets) {
    /** What hides the way over a point, or null. */
    const blocked = (from: Vec3, at: Vec3, to: Vec3): Target | null =>
      blockerBetween(targets, from, at, target) ?? blockerBetween(targets, at, to, target);
    const here: Found[] = [];
    let hiddenBy: Target | null = null;
    for (const reflector of reflectorsOn(setting, target)) {
      const { standoff, pieces, holes } = reflector;
      const plane = standoff > 0 ? movedPlane(target.plane, standoff) : target.plane;
      const whole = clippedZone(target.outline, reflectionZone(plane, heads, fronts, target.toLocal));
      if (whole === null) continue;
      const coveredPart = partUnderPieces(whole, pieces.length > 0 ? pieces : holes);
      // Nothing of it is left bare, or none of it lies on these pieces.
      if (pieces.length === 0 ? coveredPart >= COVERED_PART : coveredPart <= 0) continue;
      const pieceAt = (p: Vec2) => pieces.find((t) => insideOutline(p, t.outline)) ?? null;
      const there = (p: Vec2) =>
        insideOutline(p, target.outline) &&
        (pieces.length > 0 ? pieceAt(p) !== null : !holes.some((t) => insideOutline(p, t.outline)));
      const tryPath = (from: Vec3, to: Vec3) => {
        const at = mirrorPoint(plane, from, to);
        if (!at) return null;
        const local = target.toLocal(at);
        return there(local) ? { from, to, at, local, by: blocked(from, at, to) } : null;
      };
      const centre = tryPath(l.at, head);
      const others = heads.map((h) => tryPath(l.at, h)).concat(fronts.map((s) => tryPath(s, head)));
      let tried = [centre, ...others].filter((t) => t !== null);
      if (!tried.some((t) => t.by === null)) {
        tried = [...tried, ...fronts.flatMap((s) => heads.map((h) => tryPath(s, h))).filter((t) => t !== null)];
      }
      // A narrow surface may lie between all of these.
      if (tried.length === 0) {
        const between = spreadOver(heads).flatMap((h) => spreadOver(fronts).map((s) => tryPath(s, h)));
        tried = between.filter((t) => t !== null);
      }
      const seen = tried.filter((t) => t.by === null);
      const best = centre?.by === null ? centre : seen[0];
      if (!best) {
        hiddenBy ??= (centre ?? tried[0])?.by ?? null;
        continue;
      }
      const piece = pieceAt(best.local);
      const bare = standoff > 0 ? mirrorPoint(target.plane, best.from, best.to) : null;
      here.push({
        target,
        standoff,
        piece,
        first: false,
        coveredPart,
        at: best.at,
        local: best.local,
        seenFrom: best === centre ? 'ears' : 'range',
        // A piece that takes all of it shows the whole zone; else only what lies on the piece is at its face.
        outline: piece && coveredPart < COVERED_PART ? (clippedZone(piece.outline, whole) ?? whole) : whole,
        from: best.from,
        to: best.to,
        partlyHiddenBy: tried.find((t) => t.by !== null)?.by?.name ?? null,
        bareLocal: bare && target.toLocal(bare),
      });
    }
    const first = here.find((f) => f.seenFrom === 'ears') ?? here[0];
    if (first) first.first = true;
    else if (hiddenBy) answer.hidden.push({ target, by: hiddenBy.name });
    answer.found.push(...here);
  }
  return answer;
}

/** Corners with the points between every two of them and the middle of all. */
function spreadOver(corners: readonly Vec3[]): Vec3[] {
  const list = [...corners];
  corners.forEach((a, i) =>
    corners.slice(i + 1).forEach((b) => list.push(between(a, b, 0.25), between(a, b, 0.5), between(a, b, 0.75))),
  );
  return list;
}

/** The part of a zone on its surface, as large as a strip of tape at least; null when it does not reach it. */
export function clippedZone(surface: readonly Vec2[], zone: readonly Vec2[]): Vec2[] | null {
  if (zone.length === 0) return null;
  const strip = asTape(zone);
  const a = boundsOf(surface);
  const b = boundsOf(strip);
  if (a.left >= b.right || b.left >= a.right || a.low >= b.high || b.low >= a.high) return null;
  if (b.left >= a.left && b.right <= a.right && b.low >= a.low && b.high <= a.high && surface.length === 4) {
    const plain = surface.every((p) => (p[0] === a.left || p[0] === a.right) && (p[1] === a.low || p[1] === a.high));
    if (plain) return strip;
  }
  const part = clipConvex(surface, strip);
  return part.length > 2 && Math.abs(outlineArea(part)) > 1e-12 ? part : null;
}

/** A zone no smaller than a strip of tape either way. */
function asTape(zone: readonly Vec2[]): Vec2[] {
  const b = boundsOf(zone);
  const [du, dv] = [b.right - b.left, b.high - b.low].map((size) => Math.max(0, (LEAST_TAPE - size) / 2)) as [
    number,
    number,
  ];
  if (du === 0 && dv === 0) return [...zone];
  return convexHull(
    zone.flatMap(([u, v]): Vec2[] => [
      [u - du, v - dv],
      [u + du, v - dv],
      [u + du, v + dv],
      [u - du, v + dv],
    ]),
  );
}

/** The zone of a loudspeaker on a surface, `standoff` m before it; null when there is none. */
export function zoneBefore(setting: Setting, target: Target, l: PlacedLoudspeaker, standoff: number): Vec2[] | null {
  const { head, project } = setting;
  const zone = reflectionZone(
    movedPlane(target.plane, standoff),
    headCorners(head, project.listening.range),
    frontCorners(l, apexOf(project, [head[0], head[1]]), project.marking.front),
    target.toLocal,
  );
  return clippedZone(target.outline, zone);
}

export function zoneOf(
  setting: Setting,
  { target, outline, standoff }: Pick<Found, 'target' | 'outline' | 'standoff'>,
): Zone {
  const room = outline.map((p) => target.toRoom(p, standoff));
  const box = boundsOf(outline);
  const tapes = (p: Vec2) => tapesFor(setting, target.face, target.toRoom(p, 0));
  return { outline, room, box, edges: [tapes([box.left, box.low]), tapes([box.right, box.high])] };
}
