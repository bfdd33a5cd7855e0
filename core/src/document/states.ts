/**
 * A room in one of its named states: the document with what is away taken out, other materials put in and closed partitions
 * built. Pure; the result is a document without states, ready for any study.
 */
import { insideOutline } from '../geometry/polygon';
import type { Vec2 } from '../geometry/vector';
import { type OutlineCorner, planFault } from './place/outline';
import { solidFault } from './place/shape';
import type { Partition, Project, Room, RoomState } from './schema/project';

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

/** A room a partition has cut, with the outline its ceiling and strips are described by. */
type CutRoom = Room & { described?: readonly OutlineCorner[] };

/** Whether a partition runs inside the room all the way from wall to wall. */
export function runsInside(room: Pick<Room, 'corners'>, partition: Pick<Partition, 'start' | 'end'>): boolean {
  const [a, b] = [cutAt(room.corners, partition.start), cutAt(room.corners, partition.end)];
  if (!a || !b) return false;
  const outline = room.corners.map((c): Vec2 => [c.x, c.y]);
  const [p, q] = [a.point, b.point];
  const length = Math.hypot(q[0] - p[0], q[1] - p[1]);
  if (length < LEAST_PARTITION) return false;
  // Between all the places where the outline meets its line it must lie inside.
  const meets = outline.flatMap((c, i): number[] => {
    const d = outline[(i + 1) % outline.length]!;
    const side = (v: Vec2) => ((q[0] - p[0]) * (v[1] - p[1]) - (q[1] - p[1]) * (v[0] - p[0])) / length;
    const along = (v: Vec2) => ((v[0] - p[0]) * (q[0] - p[0]) + (v[1] - p[1]) * (q[1] - p[1])) / length;
    const [sc, sd] = [side(c), side(d)];
    if (Math.abs(sc) < 1e-9 && Math.abs(sd) < 1e-9) return [along(c), along(d)];
    if (sc * sd > 0) return [];
    const t = sc / (sc - sd);
    return [along(c) + t * (along(d) - along(c))];
  });
  const stops = [0, ...meets.filter((t) => t > 1e-6 && t < length - 1e-6), length].sort((x, y) => x - y);
  return stops.slice(1).every((t, i) => {
    const middle = (t + stops[i]!) / 2 / length;
    const at: Vec2 = [p[0] + middle * (q[0] - p[0]), p[1] + middle * (q[1] - p[1])];
    return t - stops[i]! < 1e-6 || (insideOutline(at, outline) && !onOutline(at, outline));
  });
}

/** Why a partition cannot be built where it is described, in a sentence; null when it can. */
export function partitionFault(room: Pick<Room, 'corners'>, partition: Partition): string | null {
  for (const end of [partition.start, partition.end]) {
    const i = room.corners.findIndex((c) => c.wall === end.wall);
    if (i < 0) continue;
    const length = away(room.corners[i]!, room.corners[(i + 1) % room.corners.length]!);
    if (end.at > length + 1e-6)
      return `${partition.name} cannot begin or end ${end.at.toFixed(2)} m along wall ${end.wall}: it is ${length.toFixed(2)} m long.`;
  }
  return runsInside(room, partition)
    ? null
    : `${partition.name} from wall ${partition.start.wall} to wall ${partition.end.wall} would leave the room. Draw it so that it runs inside all the way.`;
}

const onOutline = (p: Vec2, outline: readonly Vec2[]): boolean =>
  outline.some((a, i) => {
    const b = outline[(i + 1) % outline.length]!;
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
    const t = ((p[0] - a[0]) * (b[0] - a[0]) + (p[1] - a[1]) * (b[1] - a[1])) / length;
    const off = Math.abs((p[0] - a[0]) * (b[1] - a[1]) - (p[1] - a[1]) * (b[0] - a[0])) / length;
    return t > -1e-9 && t < length + 1e-9 && off < 1e-6;
  });

/** A shorter partition closes nothing, m. */
const LEAST_PARTITION = 0.05;

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
  if (!a || !b || !runsInside(room, partition)) return null;
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
  const outline = half.corners.map((c): Vec2 => [c.x, c.y]);
  // Ceiling, beams and platforms stay what they are: the solid is cut, not its description.
  const strips = [...room.beams, ...room.platforms];
  const stays = new Set([...walls, 'floor', 'ceiling', ...strips.map((s) => s.id)]);
  const closed: CutRoom = {
    ...room,
    corners: half.corners,
    described: (room as CutRoom).described ?? room.corners,
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
