/**
 * A room in one of its named states: the document with what is away taken out, other materials put in and closed partitions
 * built. Pure; the result is a document without states, ready for any study.
 */
import { insideOutline } from '../geometry/polygon';
import type { Vec2 } from '../geometry/vector';
import { type OutlineCorner, planFault } from './outline';
import { solidFault } from './shape';
import type { Partition, Project, Room, RoomState } from './schema';

const away = (a: OutlineCorner, b: OutlineCorner) => Math.hypot(b.x - a.x, b.y - a.y);

interface Cut {
  /** Index of the wall, distance from its left end, and the point. */
  wall: number;
  at: number;
  point: Vec2;
}

function cutAt(corners: readonly OutlineCorner[], end: { wall: string; at: number }): Cut | null {
  const wall = corners.findIndex((c) => c.wall === end.wall);
  const a = corners[wall];
  const b = corners[(wall + 1) % corners.length];
  if (!a || !b) return null;
  const length = away(a, b);
  const at = Math.min(Math.max(end.at, 0), length);
  return { wall, at, point: [a.x + (at / length) * (b.x - a.x), a.y + (at / length) * (b.y - a.y)] };
}

interface Half {
  corners: OutlineCorner[];
  /** Wall whose left end has moved to the cut, with the length it lost there. */
  shortened: { wall: string; by: number };
}

/** Outline from cut `from` walking on to cut `to`, closed by the partition. */
function halfBetween(corners: readonly OutlineCorner[], from: Cut, to: Cut, name: string): Half {
  const first = corners[from.wall]!;
  const list: OutlineCorner[] = [{ wall: first.wall, x: from.point[0], y: from.point[1] }];
  const n = corners.length;
  let steps = (to.wall - from.wall + n) % n;
  if (steps === 0 && to.at < from.at) steps = n;
  for (let k = 1; k <= steps; k++) list.push({ ...corners[(from.wall + k) % n]! });
  list.push({ wall: name, x: to.point[0], y: to.point[1] });
  // A cut in a corner leaves a wall of no length.
  const whole = list.filter((c, i) => away(c, list[(i + 1) % list.length]!) > 1e-6);
  return { corners: whole, shortened: { wall: first.wall, by: from.at } };
}

/** The room with a partition built; the side with the point is kept. Null when the cut leaves no room that stands there. */
export function closedOff(room: Room, partition: Partition, keep: Vec2): Room | null {
  const [a, b] = [cutAt(room.corners, partition.start), cutAt(room.corners, partition.end)];
  if (!a || !b || Math.hypot(a.point[0] - b.point[0], a.point[1] - b.point[1]) < 0.05) return null;
  const half = [halfBetween(room.corners, a, b, partition.id), halfBetween(room.corners, b, a, partition.id)].find(
    (h) =>
      h.corners.length >= 3 &&
      insideOutline(
        keep,
        h.corners.map((c): Vec2 => [c.x, c.y]),
      ),
  );
  if (!half) return null;
  const walls = new Set(half.corners.map((c) => c.wall));
  const lengthOf = (wall: string) => {
    const i = half.corners.findIndex((c) => c.wall === wall);
    return away(half.corners[i]!, half.corners[(i + 1) % half.corners.length]!);
  };
  const shift = (wall: string) => (wall === half.shortened.wall ? half.shortened.by : 0);
  const kept = <T extends { u: number; width: number }>(things: readonly T[], wallOf: (t: T) => string): T[] =>
    things
      .filter((t) => walls.has(wallOf(t)) || !room.corners.some((c) => c.wall === wallOf(t)))
      .map((t) => ({ ...t, u: t.u - shift(wallOf(t)) }))
      .filter((t) => !walls.has(wallOf(t)) || (t.u + t.width / 2 > 0 && t.u + t.width / 2 < lengthOf(wallOf(t))));
  const strips = <T extends { along: string; span: { start: number; end: number } | null }>(list: readonly T[]): T[] =>
    list
      .filter((s) => walls.has(s.along))
      .map((s) => {
        const by = shift(s.along);
        return { ...s, span: s.span && { start: s.span.start - by, end: s.span.end - by } };
      });
  const beams = strips(room.beams);
  const platforms = strips(room.platforms);
  const outline = half.corners.map((c): Vec2 => [c.x, c.y]);
  const stays = new Set([...walls, 'floor', 'ceiling', ...beams.map((s) => s.id), ...platforms.map((s) => s.id)]);
  const closed: Room = {
    ...room,
    corners: half.corners,
    ceiling: room.ceiling.shape !== 'flat' && !walls.has(room.ceiling.along) ? { shape: 'flat' } : room.ceiling,
    beams,
    platforms,
    partitions: [],
    surfaces: Object.fromEntries(Object.entries(room.surfaces).filter(([name]) => stays.has(name))),
    openings: kept(room.openings, (o) => o.wall),
    patches: kept(room.patches, (t) => t.face),
    furniture: room.furniture.filter((f) => insideOutline([f.x, f.y], outline)),
    framing: Object.fromEntries(Object.entries(room.framing).filter(([name]) => stays.has(name))),
  };
  return planFault(closed.corners) === null && solidFault(closed) === null ? closed : null;
}

function openPartitionsRemoved(room: Room): Room {
  if (room.partitions.length === 0) return room;
  const names = new Set(room.partitions.map((t) => t.id));
  return {
    ...room,
    partitions: [],
    surfaces: Object.fromEntries(Object.entries(room.surfaces).filter(([name]) => !names.has(name))),
  };
}

/** What a state changes, applied to a room. */
function withState(room: Room, state: RoomState, head: Vec2): Room {
  const there = <T extends { id: string }>(list: readonly T[]) => list.filter((t) => !state.away.includes(t.id));
  const other = <T extends { id: string; material: string | null }>(t: T): T =>
    state.materials[t.id] === undefined ? t : { ...t, material: state.materials[t.id]! };
  const changed: Room = {
    ...room,
    surfaces: Object.fromEntries(
      Object.entries(room.surfaces).map(([name, entry]) => [
        name,
        { material: state.materials[name] ?? entry.material },
      ]),
    ),
    openings: there(room.openings).map(other),
    patches: there(room.patches).map(other),
    furniture: there(room.furniture).map(other),
  };
  return room.partitions
    .filter((t) => state.closed.includes(t.id))
    .reduce((r, t) => closedOff(r, t, head) ?? r, changed);
}

/** The document in one of its states; null is the room as surveyed. Unknown ids are as null. */
export function inState(project: Project, id: string | null = project.states.current): Project {
  const state = project.states.list.find((s) => s.id === id);
  const { x, y } = project.listening.head;
  const room = openPartitionsRemoved(state ? withState(project.room, state, [x, y]) : project.room);
  if (room === project.room) return project;
  const walls = room.corners.map((c) => c.wall);
  return {
    ...project,
    room,
    listening: walls.includes(project.listening.facing)
      ? project.listening
      : { ...project.listening, facing: walls[0]! },
    states: { list: [], current: null },
  };
}
