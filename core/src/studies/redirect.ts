/**
 * Sending a reflection elsewhere: the smallest turn of a board before a surface that keeps the reflected zone clear of the
 * head's whole range.
 *
 * The board is clear when no mirror point of any place of the head and any part of the front falls on it: the zone on the
 * board's own plane and the board share no point (two convex outlines, separated by an axis).
 */
import { faceStretch } from '../geometry/unfold';
import { dot, minus, type Vec2, type Vec3 } from '../geometry/vector';
import { signedDistance } from '../geometry/polygon';
import { apexOf } from '../project/placing';
import { reflectionPaths } from '../reflections/images';
import { convexApart, reflectionZone } from '../reflections/zones';
import { targetOfMark } from './covers';
import { frontCorners, headCorners } from './fronts';
import { boardStandoff, turnedPlate } from './hung';
import { blockerBetween, type Target, targetsOf } from './targets';
import type { Mark } from './marks';
import type { Setting } from './setting';

/** Boards are not turned further than this: they would stand too far into the room. */
export const MOST_TURN_DEG = 45;

const STEP_DEG = 0.25;

export interface Redirect {
  /** About an upright axis (on ceilings one along the listening axis), or about a level one across. */
  about: 'turn' | 'tilt';
  deg: number;
  /** Middle of the board on the surface, and its size, m. */
  middle: Vec2;
  size: { width: number; height: number };
  /** How far its middle stands off the surface, m. */
  standoff: number;
  /** Sound off the board's middle: loudspeaker, board, where it meets the next surface. */
  path: Vec3[];
  next: { face: string; name: string; at: Vec3 } | null;
  /** The way on from there to the ears, when there is one: dB re direct, bare surfaces. */
  onwards: { levelDb: number | null; delay: number } | null;
}

/** The least turns of a board of a size over a mark in each of the four senses, smallest first. */
export function redirectsFor(
  setting: Setting,
  mark: Mark,
  board: { width: number; height: number; depth: number; gap: number },
): Redirect[] {
  const target = targetOfMark(setting, mark);
  const { face } = target;
  if (!face || (face.kind !== 'wall' && face.kind !== 'ceiling')) return [];
  const l = setting.loudspeakers.find((s) => s.id === mark.loudspeaker)!;
  const { head, project } = setting;
  const heads = headCorners(head, project.listening.range);
  const fronts = frontCorners(l, apexOf(project, [head[0], head[1]]), project.marking.front);
  const { box } = mark.zone;
  const stretch = faceStretch(face);
  const size = { width: board.width / stretch, height: board.height / stretch };
  const middle: Vec2 = [(box.left + box.right) / 2, (box.low + box.high) / 2];
  const plateAt = (about: Redirect['about'], deg: number) => {
    const turned = { turnDeg: about === 'turn' ? deg : 0, tiltDeg: about === 'tilt' ? deg : 0 };
    const standoff = boardStandoff({ ...board, ...turned });
    return { standoff, ...turnedPlate(face, middle, size, standoff, turned.turnDeg, turned.tiltDeg) };
  };
  const clear = (about: Redirect['about'], deg: number): boolean => {
    const plate = plateAt(about, deg);
    const local = (p: Vec3): Vec2 => [dot(plate.u, minus(p, plate.middle)), dot(plate.v, minus(p, plate.middle))];
    const plane = { normal: plate.normal, offset: dot(plate.normal, plate.middle) };
    const [w, h] = [size.width / 2, size.height / 2];
    const own: Vec2[] = [
      [-w, -h],
      [w, -h],
      [w, h],
      [-w, h],
    ];
    return convexApart(own, reflectionZone(plane, heads, fronts, local));
  };
  const found = (['turn', 'tilt'] as const).flatMap((about) =>
    [1, -1].flatMap((sign): Redirect[] => {
      for (let deg = STEP_DEG; deg <= MOST_TURN_DEG; deg += STEP_DEG) {
        if (!clear(about, sign * deg)) continue;
        const plate = plateAt(about, sign * deg);
        return [
          {
            about,
            deg: sign * deg,
            middle,
            size,
            standoff: plate.standoff,
            ...whereNext(setting, l.at, plate, face.id),
          },
        ];
      }
      return [];
    }),
  );
  return found.sort((a, b) => Math.abs(a.deg) - Math.abs(b.deg));
}

/** Follows the sound off the board's middle to the next surface, and looks whether it goes on to the ears from there. */
function whereNext(
  setting: Setting,
  source: Vec3,
  plate: { vertices: Vec3[]; middle: Vec3; normal: Vec3 },
  behind: string,
): Pick<Redirect, 'path' | 'next' | 'onwards'> {
  const incoming = minus(plate.middle, source);
  const twice = 2 * dot(incoming, plate.normal);
  const out = minus(incoming, [plate.normal[0] * twice, plate.normal[1] * twice, plate.normal[2] * twice]);
  const size = Math.hypot(...out);
  const targets = targetsOf(setting.room);
  const ray = (t: number): Vec3 => [
    plate.middle[0] + (out[0] / size) * t,
    plate.middle[1] + (out[1] / size) * t,
    plate.middle[2] + (out[2] / size) * t,
  ];
  const crossing = (t: Target): number | null => {
    const speed = dot(t.prepared.normal, out) / size;
    const height = signedDistance(t.prepared, plate.middle);
    if (Math.abs(speed) < 1e-9) return null;
    const at = -height / speed;
    // Through the polygon itself, and from its front.
    return at > 1e-6 && height > 0 && blockerBetween([t], plate.middle, ray(at + 1e-6), null) ? at : null;
  };
  let nearest: { t: Target; at: number } | null = null;
  for (const t of targets) {
    const at = t.id === behind ? null : crossing(t);
    if (at !== null && (!nearest || at < nearest.at)) nearest = { t, at };
  }
  if (!nearest) return { path: [source, plate.middle], next: null, onwards: null };
  const at = ray(nearest.at);
  const surfaces = [
    { id: 'board', vertices: plate.vertices, alpha: 0 },
    { id: nearest.t.id, vertices: nearest.t.vertices, alpha: 0 },
  ];
  const { paths } = reflectionPaths(surfaces, source, setting.head, 2, setting.c);
  const on = paths.find((p) => p.order === 2 && p.sequence[0] === 'board');
  return {
    path: [source, plate.middle, at],
    next: { face: nearest.t.id, name: nearest.t.name, at },
    onwards: on ? { levelDb: on.level, delay: on.delay } : null,
  };
}
