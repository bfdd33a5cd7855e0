/** Corners of what a mirror must not show: a loudspeaker's front, and of who must not see it: the head's range. */
import type { Vec2, Vec3 } from '../geometry/vector';
import type { HeadRange, Loudspeaker, Project } from '../document/schema/project';

/** A loudspeaker as its front is looked at: where it is, where it points. */
export interface Front extends Pick<Loudspeaker, 'box' | 'axisInBox' | 'drivers' | 'aimDeg' | 'tiltDeg'> {
  at: Vec3;
}

/** Direction a loudspeaker points in on the plan, unit: at the apex, or by its own angle from straight down the room. */
export function aimOf(l: Pick<Front, 'at' | 'aimDeg'>, apex: Vec2): Vec2 {
  if (l.aimDeg !== null) {
    const angle = (l.aimDeg * Math.PI) / 180;
    return [Math.sin(angle), Math.cos(angle)];
  }
  const [dx, dy] = [apex[0] - l.at[0], apex[1] - l.at[1]];
  const length = Math.hypot(dx, dy);
  return length > 1e-9 ? [dx / length, dy / length] : [0, 1];
}

/** A point of the front: `across` to the side and `up` from the axis, both in the plane of the baffle, m. */
function onFront(l: Front, aim: Vec2, across: number, up: number): Vec3 {
  const tilt = (l.tiltDeg * Math.PI) / 180;
  const [ax, ay] = aim;
  // Tilted upwards, the top of the front leans back.
  const back = Math.sin(tilt) * up;
  return [l.at[0] - ay * across - ax * back, l.at[1] + ax * across - ay * back, l.at[2] + Math.cos(tilt) * up];
}

/** Corners of the front: its axis alone, its drivers, or the whole baffle. */
export function frontCorners(l: Front, apex: Vec2, front: Project['marking']['front']): Vec3[] {
  if (front === 'axis') return [l.at];
  const aim = aimOf(l, apex);
  const up = (height: number) => height - l.axisInBox;
  if (front === 'drivers') {
    const { low, high } = l.drivers;
    return high - low < 1e-6
      ? [onFront(l, aim, 0, up(low))]
      : [onFront(l, aim, 0, up(low)), onFront(l, aim, 0, up(high))];
  }
  const w = l.box.width / 2;
  return [
    onFront(l, aim, -w, up(0)),
    onFront(l, aim, w, up(0)),
    onFront(l, aim, w, up(l.box.height)),
    onFront(l, aim, -w, up(l.box.height)),
  ];
}

/** The eight corners of the head's range; leaning in is towards the front wall. */
export function headCorners(head: Vec3, range: HeadRange): Vec3[] {
  const { forward, back, side, up, down } = range;
  return [-side, side].flatMap((dx) =>
    [-forward, back].flatMap((dy) => [-down, up].map((dz): Vec3 => [head[0] + dx, head[1] + dy, head[2] + dz])),
  );
}
