/** Studs and joists stay where they are when what they are told from becomes another: a wall cut in two, another wall faced. */
import type { Frame } from '../../geometry/frame';
import type { Vec2 } from '../../geometry/vector';
import type { Framing } from '../schema/project';

/** The same place counted from the first member: below one spacing. Whole micrometres, so that what is turned back is what it was. */
function firstOf(at: number, spacing: number): number {
  const first = Math.round((((at % spacing) + spacing) % spacing) * 1e6) / 1e6;
  return first >= spacing ? 0 : first;
}

/** Told from so far along the wall, m: of what runs across it nothing changes. */
export const framingFrom = (framing: Framing, from: number): Framing =>
  framing.kind === 'solid' || framing.runs === 'across' || from === 0
    ? { ...framing }
    : { ...framing, first: firstOf(framing.first - from, framing.spacing) };

/**
 * Joists of floors and ceilings are told from the wall faced: the same ones when another is.
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
  return { ...framing, runs, first: firstOf(a![now] - lowest(after, now), framing.spacing) };
}
