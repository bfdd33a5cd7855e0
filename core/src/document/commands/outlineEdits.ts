/**
 * Edits of the plan outline that take along what hangs on the walls: openings and patches keep their place in the room,
 * strips and panels keep their wall. All change the room given (a draft).
 */
import { freeWallNames, type OutlineCorner } from '../place/outline';
import { framingFrom } from '../place/framing';
import { isAt, isByNumber, type Project, type Room, surfaceOfPlace } from '../schema/project';

const indexOf = (room: Room, wall: string): number => {
  const i = room.corners.findIndex((c) => c.wall === wall);
  if (i < 0) throw new RangeError(`command: wall must be one of the plan's, got ${wall}`);
  return i;
};

export function wallEnds(room: Pick<Room, 'corners'>, wall: string): [OutlineCorner, OutlineCorner] {
  const i = room.corners.findIndex((c) => c.wall === wall);
  if (i < 0) throw new RangeError(`command: wall must be one of the plan's, got ${wall}`);
  return [room.corners[i]!, room.corners[(i + 1) % room.corners.length]!];
}

/** Length of a wall, m. */
export function wallLength(room: Pick<Room, 'corners'>, wall: string): number {
  const [a, b] = wallEnds(room, wall);
  return Math.hypot(b.x - a.x, b.y - a.y);
}

/** Moves a wall parallel to itself, m into the room. Its neighbours grow or shrink along their own lines where they can. */
export function moveWall(room: Room, wall: string, by: number): void {
  const i = indexOf(room, wall);
  const n = room.corners.length;
  const [p, a, b, q] = [-1, 0, 1, 2].map((k) => room.corners[(i + k + n) % n]!) as [
    OutlineCorner,
    OutlineCorner,
    OutlineCorner,
    OutlineCorner,
  ];
  const length = Math.hypot(b.x - a.x, b.y - a.y);
  const along = { x: (b.x - a.x) / length, y: (b.y - a.y) / length };
  const inwards = { x: -along.y, y: along.x };
  /** Along the neighbour's line until it has moved by `by` inwards; straight in when the neighbour runs along the wall. */
  const slide = (end: OutlineCorner, beyond: OutlineCorner): { x: number; y: number } => {
    const size = Math.hypot(beyond.x - end.x, beyond.y - end.y);
    const d = { x: (beyond.x - end.x) / size, y: (beyond.y - end.y) / size };
    const rate = d.x * inwards.x + d.y * inwards.y;
    return Math.abs(rate) < 0.2
      ? { x: end.x + by * inwards.x, y: end.y + by * inwards.y }
      : { x: end.x + (by / rate) * d.x, y: end.y + (by / rate) * d.y };
  };
  const [to, toB] = [slide(a, p), slide(b, q)];
  Object.assign(a, to);
  Object.assign(b, toB);
}

/** Gives new walls, which begin so far along the one they were cut from, its material, framing and usefulness. */
function likeWall(project: Project, wall: string, fresh: readonly { wall: string; from: number }[]): void {
  const { room, treatment } = project;
  for (const { wall: name, from } of fresh) {
    room.surfaces[name] = { material: room.surfaces[wall]!.material };
    const framing = room.framing[wall];
    if (framing) room.framing[name] = framingFrom(framing, from);
    for (const list of [treatment.usable, treatment.hanging.tight]) if (list.includes(wall)) list.push(name);
  }
}

/** Things on a wall and ends of partitions, each with where it lies along it. */
function hangings(project: Project, wall: string): { middle: number; put: (wall: string, back: number) => void }[] {
  const { room } = project;
  const ends = room.partitions.flatMap((t) => [t.start, t.end]).filter((e) => e.wall === wall);
  const things = [
    ...room.openings.filter((o) => o.wall === wall).map((o) => ({ thing: o, key: 'wall' as const })),
    ...room.patches.filter((t) => t.face === wall).map((t) => ({ thing: t, key: 'face' as const })),
  ];
  const pieces = project.treatment.pieces.filter(isAt).filter((p) => p.place.face === wall);
  return [
    ...things.map(({ thing, key }) => ({
      middle: thing.u + thing.width / 2,
      put: (name: string, back: number) => {
        (thing as unknown as Record<string, unknown>)[key] = name;
        thing.u -= back;
      },
    })),
    ...pieces.map(({ place, meant }) => ({
      middle: place.u + place.width / 2,
      put: (name: string, back: number) => {
        Object.assign(place, { face: name, u: place.u - back });
        // Where it was to go is told along the same wall.
        if (meant) meant.u -= back;
      },
    })),
    ...ends.map((end) => ({
      middle: end.at,
      put: (name: string, back: number) => void Object.assign(end, { wall: name, at: end.at - back }),
    })),
  ];
}

/** Puts a corner into a wall, `at` m from its left end; the right part becomes a wall of its own. Returns its name. */
export function splitWall(project: Project, wall: string, at: number): string {
  const { room } = project;
  const i = indexOf(room, wall);
  const [a, b] = wallEnds(room, wall);
  const length = wallLength(room, wall);
  if (!(at > 0.01 && at < length - 0.01)) {
    throw new RangeError(
      `command: a corner must lie between the ends of wall ${wall}, 0 to ${length.toFixed(3)} m, got ${at}`,
    );
  }
  const name = freeWallNames(
    room.corners.map((c) => c.wall),
    1,
  )[0]!;
  room.corners.splice(i + 1, 0, {
    wall: name,
    x: a.x + (at / length) * (b.x - a.x),
    y: a.y + (at / length) * (b.y - a.y),
  });
  likeWall(project, wall, [{ wall: name, from: at }]);
  for (const thing of hangings(project, wall)) if (thing.middle > at) thing.put(name, at);
  return name;
}

/** A wall's name disappears: everything that named it names `heir` from now on. */
function inherit(project: Project, gone: string, heir: string): void {
  const { room, treatment, listening, states } = project;
  delete room.surfaces[gone];
  delete room.framing[gone];
  if (listening.facing === gone) listening.facing = heir;
  treatment.usable = treatment.usable.filter((f) => f !== gone);
  treatment.hanging.tight = treatment.hanging.tight.filter((f) => f !== gone);
  treatment.pieces = treatment.pieces.filter((p) => !isByNumber(p) || surfaceOfPlace(p.place.on) !== gone);
  for (const s of [...room.beams, ...room.platforms]) if (s.along === gone) s.along = heir;
  if (room.ceiling.shape !== 'flat' && room.ceiling.along === gone) room.ceiling.along = heir;
  for (const s of states.list) if (s.materials[gone] !== undefined) delete s.materials[gone];
}

/** Takes out the corner where a wall starts: the wall before it runs on to the next corner. */
export function removeCorner(project: Project, wall: string): void {
  const { room } = project;
  if (room.corners.length <= 3) throw new RangeError('command: a plan needs at least three corners');
  const i = indexOf(room, wall);
  const heir = room.corners[(i - 1 + room.corners.length) % room.corners.length]!.wall;
  const offset = wallLength(room, heir);
  for (const thing of hangings(project, wall)) thing.put(heir, -offset);
  room.corners.splice(i, 1);
  inherit(project, wall, heir);
}

/**
 * Cuts an alcove (depth above 0, outwards) or a chimney breast (below 0, into the room) into a wall. The wall keeps its name
 * left of it; returns the new walls: first side, back or front, second side, rest of the wall.
 */
export function insertRecess(project: Project, wall: string, from: number, width: number, depth: number): string[] {
  const { room } = project;
  const length = wallLength(room, wall);
  if (!(from >= 0 && width > 0.01 && from + width <= length + 1e-9)) {
    throw new RangeError(
      `command: the recess must lie within wall ${wall}, which is ${length.toFixed(3)} m long, got ${from} to ${from + width}`,
    );
  }
  const [a, b] = wallEnds(room, wall);
  const along = { x: (b.x - a.x) / length, y: (b.y - a.y) / length };
  const out = { x: along.y, y: -along.x };
  const at = (u: number, d: number) => ({ x: a.x + u * along.x + d * out.x, y: a.y + u * along.y + d * out.y });
  const atStart = from < 0.01;
  const atEnd = from + width > length - 0.01;
  if (atStart && atEnd)
    throw new RangeError(`command: the recess takes the whole of wall ${wall}; move the wall instead`);
  const i = indexOf(room, wall);
  const names = freeWallNames(
    room.corners.map((c) => c.wall),
    4,
  );
  const things = hangings(project, wall);
  // Walls in walking order from the wall's left end: [left rest], side, face, side, [right rest].
  const parts: { x: number; y: number; from: number; what: 'rest' | 'side' | 'face' }[] = [
    ...(atStart ? [] : [{ ...at(0, 0), from: 0, what: 'rest' as const }]),
    ...(atStart ? [] : [{ ...at(from, 0), from, what: 'side' as const }]),
    { ...at(atStart ? 0 : from, depth), from: atStart ? 0 : from, what: 'face' as const },
    ...(atEnd ? [] : [{ ...at(from + width, depth), from, what: 'side' as const }]),
    ...(atEnd ? [] : [{ ...at(from + width, 0), from: from + width, what: 'rest' as const }]),
  ];
  const fresh = names.slice(0, parts.length - 1);
  const named = parts.map((p, k) => ({ ...p, wall: k === 0 ? wall : fresh[k - 1]! }));
  room.corners.splice(i, 1, ...named.map(({ wall: name, x, y }) => ({ wall: name, x, y })));
  // At an end the recess has no side of its own there: the neighbouring wall runs on to its face.
  if (atEnd) Object.assign(room.corners[(i + named.length) % room.corners.length]!, at(length, depth));
  likeWall(
    project,
    wall,
    // Across the wall nothing is known of what is behind a side: it is counted from its own end.
    named.slice(1).map(({ wall: name, from: u, what }) => ({ wall: name, from: what === 'side' ? 0 : u })),
  );
  for (const thing of things) {
    const home =
      named.find((p) => p.what === 'rest' && p.from === 0 && thing.middle < from) ??
      named.find((p) => p.what === 'rest' && p.from > 0 && thing.middle >= p.from) ??
      named.find((p) => p.what === 'face')!;
    thing.put(home.wall, home.from);
  }
  return fresh;
}

/**
 * Takes a whole new outline. Walls that keep their name keep what hangs on them; things on walls that are gone go too
 * (undo brings them back).
 */
export function setOutline(project: Project, corners: readonly OutlineCorner[]): void {
  const { room } = project;
  const old = room.corners.map((c) => c.wall);
  const walls = corners.map((c) => c.wall);
  const material = room.surfaces[old[0]!]!.material;
  const gone = old.filter((w) => !walls.includes(w));
  room.openings = room.openings.filter((o) => !gone.includes(o.wall));
  room.patches = room.patches.filter((t) => !gone.includes(t.face));
  const strips = [...room.beams, ...room.platforms].filter((s) => gone.includes(s.along)).map((s) => s.id);
  const partitions = room.partitions
    .filter((t) => gone.includes(t.start.wall) || gone.includes(t.end.wall))
    .map((t) => t.id);
  room.beams = room.beams.filter((s) => !strips.includes(s.id));
  room.platforms = room.platforms.filter((s) => !strips.includes(s.id));
  room.partitions = room.partitions.filter((t) => !partitions.includes(t.id));
  if (room.ceiling.shape !== 'flat' && gone.includes(room.ceiling.along)) room.ceiling = { shape: 'flat' };
  for (const wall of [...gone, ...strips, ...partitions]) inherit(project, wall, walls[0]!);
  for (const wall of walls) {
    if (room.surfaces[wall]) continue;
    room.surfaces[wall] = { material };
    project.treatment.usable.push(wall);
  }
  room.corners = corners.map(({ wall, x, y }) => ({ wall, x, y }));
  forgetMissing(project);
}

/** States, patches and panel counts forget what is no longer in the room. */
export function forgetMissing(project: Project): void {
  const { room, states, treatment } = project;
  const surfaces = Object.keys(room.surfaces);
  const surface = (face: string) => surfaces.includes(face.replace(/ \d+$/, ''));
  room.patches = room.patches.filter((t) => surface(t.face));
  treatment.usable = treatment.usable.filter(surface);
  treatment.hanging.tight = treatment.hanging.tight.filter(surface);
  treatment.pieces = treatment.pieces.filter(({ place }) =>
    place.kind === 'at' ? surface(place.face) : surfaces.includes(surfaceOfPlace(place.on)),
  );
  for (const face of Object.keys(room.framing)) if (!surface(face)) delete room.framing[face];
  const things = new Set([
    ...surfaces,
    ...[...room.openings, ...room.patches, ...room.furniture, ...room.partitions].map((t) => t.id),
  ]);
  for (const s of states.list) {
    s.away = s.away.filter((t) => things.has(t));
    s.closed = s.closed.filter((t) => things.has(t));
    for (const key of Object.keys(s.materials)) if (!things.has(key)) delete s.materials[key];
  }
}
