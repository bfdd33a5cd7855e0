/** Places head and loudspeakers of a project: the proposal by rule, and the mirror twin of a loudspeaker. */
import { type Frame, listenerFrame } from '../../geometry/frame';
import { type PlanCorner, straightSide, wallAlong } from '../../geometry/solid';
import type { Vec2 } from '../../geometry/vector';
import { proposeSeat } from '../../layout/seat';
import { type Station, stationOf } from '../../layout/rigs';
import type { Loudspeaker, Project } from '../schema/project';

/** Room left behind a loudspeaker's back for cables and a hand, m. */
const BACK_CLEARANCE = 0.05;

/** A front set flush lies this far before its wall, so that it is in the room, m. */
export const FLUSH_FRONT = 0.001;

export function planOf(project: Project): PlanCorner[] {
  return project.room.corners.map((c) => ({ wall: c.wall, at: [c.x, c.y] }));
}

export function frameOf(project: Project): Frame {
  return listenerFrame(planOf(project), project.listening.facing);
}

/** Position of the listening axis (x in the listener's frame): the middle of the straight side the faced wall is part of. */
export function listeningAxis(project: Project, frame: Frame): number {
  const { from, to } = straightSide(planOf(project), project.listening.facing);
  return frame.toListener([(from[0] + to[0]) / 2, (from[1] + to[1]) / 2])[0];
}

/** Length of the room along the listening axis, from the faced wall to the first wall met, m. */
export function lengthAlongAxis(project: Project, frame: Frame): number {
  const axis = listeningAxis(project, frame);
  const plan = planOf(project).map((c) => ({ wall: c.wall, at: frame.toListener(c.at) }));
  // A crumb inside the faced wall, so that the wall itself is not met.
  const inside = 1e-6;
  const met = wallAlong(plan, [axis, inside], [0, 1]);
  return met ? met.distance + inside : 0;
}

/** The main pair: left and right of the layout, else the first two that are no subwoofers. */
export function stereoPair(project: Pick<Project, 'loudspeakers'>): [Loudspeaker, Loudspeaker] | null {
  const full = project.loudspeakers.filter((l) => l.role !== 'sub');
  const left = full.find((l) => l.station === 'L') ?? full[0];
  const right = full.find((l) => l.station === 'R') ?? full[1];
  return left && right && left !== right ? [left, right] : null;
}

/** Where the apex of the triangle lies: the ears, or behind them, in the listener's frame. */
export function apexOf(project: Project, head: Vec2): Vec2 {
  return [head[0], head[1] + project.listening.apexBehind];
}

/** Least distance of a box's back from a wall it is aimed away from, and of a height loudspeaker from the ceiling, m. */
const FROM_WALL = 0.05;
const FROM_CEILING = 0.15;

/**
 * Place for a station of the layout: on the circle of the triangle's side around the apex, nearer where a wall or the
 * ceiling does not leave the room. Listener's frame; axis height over the floor.
 */
export function stationPlace(
  project: Project,
  frame: Frame,
  head: Vec2,
  station: Station,
  { box, mount }: Pick<Loudspeaker, 'box' | 'mount'>,
): { at: Vec2; axisHeight: number } {
  const { listening, room } = project;
  const apex = apexOf(project, head);
  const [azimuth, elevation] = [station.azimuthDeg, station.elevationDeg].map((d) => (d * Math.PI) / 180) as [
    number,
    number,
  ];
  const way: Vec2 = [Math.sin(azimuth), -Math.cos(azimuth)];
  const plan = planOf(project).map((c) => ({ wall: c.wall, at: frame.toListener(c.at) }));
  const wall = wallAlong(plan, apex, way)?.distance ?? Infinity;
  const side = Math.max(listening.triangleSide, 0.3);
  // Set into the wall its front lies in it; free, its box needs room behind.
  const out =
    mount === 'flush'
      ? Math.max(0.3, wall - FLUSH_FRONT)
      : Math.max(0.3, Math.min(side * Math.cos(elevation), wall - box.depth - FROM_WALL));
  const highest = room.height - FROM_CEILING;
  // A wall that brings it nearer brings it lower too: the angle stays.
  const up = listening.head.earHeight + out * Math.tan(elevation);
  return { at: [apex[0] + out * way[0], apex[1] + out * way[1]], axisHeight: Math.max(0.05, Math.min(up, highest)) };
}

/**
 * Puts head and stereo pair where the 38 % rule and the triangle say, and whatever has a station of the layout at its angle.
 * Changes the project given (a draft). Subwoofers and loudspeakers without a station stay where they are.
 */
export function placeByRule(project: Project): void {
  const frame = frameOf(project);
  const pair = stereoPair(project);
  const depth = pair ? Math.max(pair[0].box.depth, pair[1].box.depth) : 0;
  const side = Math.max(project.listening.triangleSide, ...(pair ?? []).map((l) => l.minimumDistance));
  const flush = pair?.every((l) => l.mount === 'flush') === true;
  const proposal = proposeSeat({
    length: lengthAlongAxis(project, frame),
    axis: listeningAxis(project, frame),
    side,
    apexBehind: project.listening.apexBehind,
    frontClearance: flush ? FLUSH_FRONT : depth + BACK_CLEARANCE,
  });
  // Set into the wall, the fronts lie in it, a crumb before it so that they are in the room. The seat stays where the rule has it.
  const inWall = (p: readonly [number, number]): Vec2 => (flush ? [p[0], FLUSH_FRONT] : [p[0], p[1]]);
  const put = (target: { x: number; y: number }, p: Vec2): void => {
    const [x, y] = frame.toSurvey(p);
    target.x = x;
    target.y = y;
  };
  put(project.listening.head, [proposal.head[0], proposal.head[1]]);
  project.listening.placed = 'rule';
  if (pair) {
    put(pair[0], inWall(proposal.left));
    put(pair[1], inWall(proposal.right));
  }
  for (const l of project.loudspeakers) {
    if (pair?.includes(l)) continue;
    const station = stationOf(project.listening.layout, l.station);
    if (!station || l.role === 'sub') continue;
    const { at, axisHeight } = stationPlace(project, frame, [proposal.head[0], proposal.head[1]], station, l);
    put(l, at);
    l.axisHeight = axisHeight;
  }
}

/** Mirror image of a survey point about the listening axis. */
export function mirrored(project: Project, p: Vec2): Vec2 {
  const frame = frameOf(project);
  const axis = listeningAxis(project, frame);
  const [x, y] = frame.toListener(p);
  return frame.toSurvey([2 * axis - x, y]);
}
