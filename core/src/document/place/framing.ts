/** Joists of floors and ceilings, which are told from the wall faced, when another wall is faced: they stay where they are. */
import type { Frame } from '../../geometry/frame';
import type { Vec2 } from '../../geometry/vector';
import type { Framing } from '../schema/project';

/**
 * @param plan the room's corners, survey coordinates
 * @returns the same members told in the frame after; of walls that are not square to each other by the nearer of both ways
 */
export function framingSeenFrom(framing: Framing, plan: readonly Vec2[], before: Frame, after: Frame): Framing {
  if (framing.kind === 'solid') return framing;
  const lowest = (frame: Frame, axis: 0 | 1) => Math.min(...plan.map((c) => frame.toListener(c)[axis]));
  // Members that run up the plan are counted across it, those that run across it from the front.
  const axis = framing.runs === 'up' ? 0 : 1;
  const on: [number, number] = [0, 0];
  on[axis] = lowest(before, axis) + framing.first;
  const further: [number, number] = [...on];
  further[axis === 0 ? 1 : 0] += 1;
  const [a, b] = [on, further].map((p) => after.toListener(before.toSurvey(p)));
  const runs = Math.abs(b![1] - a![1]) >= Math.abs(b![0] - a![0]) ? 'up' : 'across';
  const now = runs === 'up' ? 0 : 1;
  const from = a![now] - lowest(after, now);
  const rest = ((from % framing.spacing) + framing.spacing) % framing.spacing;
  // Whole micrometres: what is turned back is what it was.
  const first = Math.round(rest * 1e6) / 1e6;
  return { ...framing, runs, first: first >= framing.spacing ? 0 : first };
}
