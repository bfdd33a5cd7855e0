/**
 * The listener's frame: the surveyed plan turned so that the wall to face lies along the top (y = 0), with x from the
 * leftmost point. The document keeps survey coordinates; marks, seats and drawings use this frame.
 */
import type { Vec2 } from './vector';
import type { PlanCorner } from './solid';

export interface Frame {
  toListener(p: Vec2): Vec2;
  toSurvey(p: Vec2): Vec2;
  /** Turns a direction (no shift). */
  turn(d: Vec2): Vec2;
}

/** Snaps rounding crumbs of the rotation to exact values, so that a right-angled room stays right-angled. */
function crisp(v: number): number {
  const near = Math.round(v * 1e9) / 1e9;
  return Math.abs(v - near) < 1e-12 ? near : v;
}

/** Frame of a plan whose wall `facing` is the front wall. Throws RangeError for an unknown wall. */
export function listenerFrame(plan: readonly PlanCorner[], facing: string): Frame {
  const i = plan.findIndex((c) => c.wall === facing);
  if (i < 0) throw new RangeError(`listenerFrame: facing must be one of the walls, got ${facing}`);
  const a = plan[i]!.at;
  const b = plan[(i + 1) % plan.length]!.at;
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const cos = crisp((b[0] - a[0]) / length);
  const sin = crisp((b[1] - a[1]) / length);
  const turn = (d: Vec2): Vec2 => [d[0] * cos + d[1] * sin, -d[0] * sin + d[1] * cos];
  const turned = plan.map((c) => turn(c.at));
  const shiftX = Math.min(...turned.map((p) => p[0]));
  const shiftY = turn(a)[1];
  return {
    turn,
    toListener: (p) => {
      const [x, y] = turn(p);
      return [crisp(x - shiftX), crisp(y - shiftY)];
    },
    toSurvey: (p) => {
      const x = p[0] + shiftX;
      const y = p[1] + shiftY;
      return [crisp(x * cos - y * sin), crisp(x * sin + y * cos)];
    },
  };
}
