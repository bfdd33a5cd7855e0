/**
 * Looks for the marks of one loudspeaker: on which surfaces, from where they are seen, what hides them. Kept per room, so that
 * dragging one loudspeaker looks again for that one alone.
 */
import { boundsOf, clipConvex } from '../geometry/clip';
import { insideOutline, outlineArea } from '../geometry/polygon';
import { distance, type Vec2, type Vec3 } from '../geometry/vector';
import { apexOf } from '../project/placing';
import { mirrorPoint, movedPlane, reflectionZone } from '../reflections/zones';
import { frontCorners, headCorners } from './fronts';
import type { Mark, Zone } from './marksTypes';
import type { PlacedLoudspeaker, Setting } from './setting';
import { tapesFor } from './tapes';
import { blockerBetween, type Target, targetsFor } from './targets';

/** How far the plane of the tape stands off a surface: what hangs there, else the recipe where panels are decided. */
export function standoffOn(setting: Setting, target: Target): number {
  if (!target.face || (target.kind !== 'wall' && target.kind !== 'ceiling')) return 0;
  const pieces = setting.hung.filter((p) => p.face === target.id && p.plates.length === 0);
  if (pieces.length > 0) return Math.max(...pieces.map((p) => p.standoff));
  const { panel, counts } = setting.project.treatment;
  return (counts[target.id] ?? 0) > 0 ? panel.depth + panel.gap : 0;
}

/** Everything about a mark that follows from places alone. */
export interface Found {
  target: Target;
  standoff: number;
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

/** A zone smaller than this has no place for tape, m². */
const LEAST_ZONE = 1e-4;

const kept = new WeakMap<object, Map<string, FoundAll>>();
const MOST_KEPT = 400;

/** The marks of one loudspeaker on every target. */
export function findMarks(setting: Setting, l: PlacedLoudspeaker): FoundAll {
  const { project, head } = setting;
  const { range } = project.listening;
  const targets = targetsFor(setting.room, l.at, head);
  const standoffs = targets.map((t) => standoffOn(setting, t));
  const apex = apexOf(project, [head[0], head[1]]);
  const key = JSON.stringify([
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
    standoffs,
  ]);
  const ofRoom = kept.get(setting.room) ?? new Map<string, FoundAll>();
  kept.set(setting.room, ofRoom);
  const known = ofRoom.get(key);
  if (known) return known;
  const answer = lookForMarks(setting, l, targets, standoffs, apex);
  if (ofRoom.size >= MOST_KEPT) ofRoom.clear();
  ofRoom.set(key, answer);
  return answer;
}

function lookForMarks(
  setting: Setting,
  l: PlacedLoudspeaker,
  targets: readonly Target[],
  standoffs: readonly number[],
  apex: Vec2,
): FoundAll {
  const { project, head } = setting;
  const heads = headCorners(head, project.listening.range);
  const fronts = frontCorners(l, apex, project.marking.front);
  const answer: FoundAll = {
    found: [],
    hidden: [],
    direct: { distance: distance(l.at, head), blocker: blockerBetween(targets, l.at, head, null)?.name ?? null },
  };
  targets.forEach((target, i) => {
    const standoff = standoffs[i]!;
    const plane = standoff > 0 ? movedPlane(target.plane, standoff) : target.plane;
    const outline = clippedZone(target.outline, reflectionZone(plane, heads, fronts, target.toLocal));
    if (outline === null) return;
    /** What hides the way over a point, or null. */
    const blocked = (from: Vec3, at: Vec3, to: Vec3): Target | null =>
      blockerBetween(targets, from, at, target) ?? blockerBetween(targets, at, to, target);
    const tryPath = (from: Vec3, to: Vec3) => {
      const at = mirrorPoint(plane, from, to);
      if (!at) return null;
      const local = target.toLocal(at);
      return insideOutline(local, target.outline) ? { from, to, at, local, by: blocked(from, at, to) } : null;
    };
    const centre = tryPath(l.at, head);
    const others = heads.map((h) => tryPath(l.at, h)).concat(fronts.map((s) => tryPath(s, head)));
    let tried = [centre, ...others].filter((t) => t !== null);
    if (!tried.some((t) => t.by === null)) {
      tried = [...tried, ...fronts.flatMap((s) => heads.map((h) => tryPath(s, h))).filter((t) => t !== null)];
    }
    const seen = tried.filter((t) => t.by === null);
    const best = centre?.by === null ? centre : seen[0];
    if (!best) {
      const by = (centre ?? tried[0])?.by;
      if (by) answer.hidden.push({ target, by: by.name });
      return;
    }
    const bare = standoff > 0 ? mirrorPoint(target.plane, best.from, best.to) : null;
    answer.found.push({
      target,
      standoff,
      at: best.at,
      local: best.local,
      seenFrom: best === centre ? 'ears' : 'range',
      outline,
      from: best.from,
      to: best.to,
      partlyHiddenBy: tried.find((t) => t.by !== null)?.by?.name ?? null,
      bareLocal: bare && target.toLocal(bare),
    });
  });
  return answer;
}

/** The part of a zone on its surface; null when it is too small for tape. */
export function clippedZone(surface: readonly Vec2[], zone: readonly Vec2[]): Vec2[] | null {
  if (zone.length < 3) return null;
  const a = boundsOf(surface);
  const b = boundsOf(zone);
  if (a.left >= b.right || b.left >= a.right || a.low >= b.high || b.low >= a.high) return null;
  if (b.left >= a.left && b.right <= a.right && b.low >= a.low && b.high <= a.high && surface.length === 4) {
    const plain = surface.every((p) => (p[0] === a.left || p[0] === a.right) && (p[1] === a.low || p[1] === a.high));
    if (plain) return Math.abs(outlineArea(zone)) >= LEAST_ZONE ? [...zone] : null;
  }
  const part = clipConvex(surface, zone);
  return part.length > 2 && Math.abs(outlineArea(part)) >= LEAST_ZONE ? part : null;
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
