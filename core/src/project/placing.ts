/** Places head and loudspeakers of a project: the proposal by rule, and the mirror twin of a loudspeaker. */
import { type Frame, listenerFrame } from '../geometry/frame';
import { type PlanCorner, wallAlong } from '../geometry/solid';
import type { Vec2 } from '../geometry/vector';
import { proposeSeat } from '../layout/seat';
import type { Loudspeaker, Project } from './schema';

/** Room left behind a loudspeaker's back for cables and a hand, m. */
const BACK_CLEARANCE = 0.05;

export function planOf(project: Project): PlanCorner[] {
  return project.room.corners.map((c) => ({ wall: c.wall, at: [c.x, c.y] }));
}

export function frameOf(project: Project): Frame {
  return listenerFrame(planOf(project), project.listening.facing);
}

/** Position of the listening axis (x in the listener's frame): the middle of the faced wall. */
export function listeningAxis(project: Project, frame: Frame): number {
  const corners = project.room.corners;
  const i = corners.findIndex((c) => c.wall === project.listening.facing);
  const a = corners[i]!;
  const b = corners[(i + 1) % corners.length]!;
  return frame.toListener([(a.x + b.x) / 2, (a.y + b.y) / 2])[0];
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

/** The first two loudspeakers are the pair. */
export function stereoPair(project: Project): [Loudspeaker, Loudspeaker] | null {
  const [left, right] = project.loudspeakers;
  return left && right ? [left, right] : null;
}

/**
 * Puts head and stereo pair where the 38 % rule and the triangle say. Changes the project given (a draft).
 * Further loudspeakers stay where they are.
 */
export function placeByRule(project: Project): void {
  const frame = frameOf(project);
  const pair = stereoPair(project);
  const depth = pair ? Math.max(pair[0].box.depth, pair[1].box.depth) : 0;
  const side = Math.max(project.listening.triangleSide, ...(pair ?? []).map((l) => l.minimumDistance));
  const proposal = proposeSeat({
    length: lengthAlongAxis(project, frame),
    axis: listeningAxis(project, frame),
    side,
    apexBehind: project.listening.apexBehind,
    frontClearance: depth + BACK_CLEARANCE,
  });
  const put = (target: { x: number; y: number }, p: Vec2): void => {
    const [x, y] = frame.toSurvey(p);
    target.x = x;
    target.y = y;
  };
  put(project.listening.head, proposal.head);
  project.listening.placed = 'rule';
  if (pair) {
    put(pair[0], proposal.left);
    put(pair[1], proposal.right);
  }
}

/** Mirror image of a survey point about the listening axis. */
export function mirrored(project: Project, p: Vec2): Vec2 {
  const frame = frameOf(project);
  const axis = listeningAxis(project, frame);
  const [x, y] = frame.toListener(p);
  return frame.toSurvey([2 * axis - x, y]);
}
