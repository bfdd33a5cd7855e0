/**
 * Sending a reflection elsewhere: the smallest turn of a board before a surface that keeps the reflected zone clear of the
 * head's whole range.
 *
 * The board is clear when no mirror point of any place of the head and any part of the front falls on it: the zone on the
 * board's own plane and the board share no point (two convex outlines, separated by an axis).
 */
import { faceStretch } from '../../geometry/unfold';
import { distance, dot, minus, type Vec2, type Vec3 } from '../../geometry/vector';
import { signedDistance } from '../../geometry/polygon';
import { apexOf } from '../../document/place/placing';
import { reflectionPaths } from '../../physics/reflections/images';
import { matters, THRESHOLD } from '../../physics/reflections/thresholds';
import { convexApart, mirrorPoint, reflectionZone } from '../../physics/reflections/zones';
import { targetOfMark } from './covers';
import { frontCorners, headCorners } from '../../room/fronts';
import { BOARD_ALPHA } from '../../recipes/boxes';
import type { Recipe } from '../../recipes/types';
import { boardStandoff, turnedPlate } from '../../room/pieces';
import { meanOf, reflectionTaken, sentTowards } from '../../room/reflectionLevels';
import { blockerBetween, type Target, targetsFor, targetsOf } from '../../room/mirrors';
import type { Mark } from './study';
import type { Setting } from '../../room/setting';

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
  /** Sound that the board itself sends to the head, of every loudspeaker, straight or over one more surface, and that matters; loudest first. */
  arrivals: BoardArrival[];
}

export interface BoardArrival {
  loudspeaker: string;
  letter: string;
  /** The other surface; null straight off the board. */
  over: string | null;
  /** dB re direct, mean 500 Hz–4 kHz, and s after it. */
  levelDb: number;
  delay: number;
}

/** The least turns of a board of a size over a mark in each of the four senses, smallest first. */
export function redirectsFor(
  setting: Setting,
  mark: Mark,
  recipe: Recipe,
  board: { width: number; height: number },
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
    const standoff = boardStandoff(recipe, { ...board, ...turned });
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
        const found = [0, ...FURTHER_DEG]
          .map((more) => deg + more)
          .filter((d) => d <= MOST_TURN_DEG && clear(about, sign * d))
          .map((d) => ({ d, plate: plateAt(about, sign * d) }));
        // The least turn whose sound comes to nobody's ears; where there is none, the least that keeps this mark clear.
        for (const { d, plate } of found) {
          const arrivals = arrivalsOff(setting, plate, size);
          if (arrivals.length > 0 && d !== found.at(-1)!.d) continue;
          const kept = arrivals.length > 0 ? found[0]! : { d, plate };
          return [
            {
              about,
              deg: sign * kept.d,
              middle,
              size,
              standoff: kept.plate.standoff,
              ...whereNext(setting, l.at, kept.plate, face.id),
              arrivals: arrivals.length > 0 ? arrivalsOff(setting, kept.plate, size) : [],
            },
          ];
        }
      }
      return [];
    }),
  );
  const loudest = (r: Redirect) => r.arrivals[0]?.levelDb ?? -Infinity;
  return found.sort((a, b) => loudest(a) - loudest(b) || Math.abs(a.deg) - Math.abs(b.deg));
}

/** Turns tried beyond the least one when that sends sound to somebody's ears, degrees. */
const FURTHER_DEG = [4, 8, 12];

/** What a board sends to the head of all loudspeakers' sound, straight and over one more surface, as far as it matters by the school. */
function arrivalsOff(
  setting: Setting,
  plate: { vertices: Vec3[]; middle: Vec3; normal: Vec3; u: Vec3; v: Vec3 },
  size: { width: number; height: number },
): BoardArrival[] {
  const { head, project, c } = setting;
  const threshold = THRESHOLD[project.marking.school];
  const heads = headCorners(head, project.listening.range);
  const apex = apexOf(project, [head[0], head[1]]);
  const plane = { normal: plate.normal, offset: dot(plate.normal, plate.middle) };
  const onBoard = (p: Vec3) =>
    Math.abs(dot(plate.u, minus(p, plate.middle))) <= size.width / 2 &&
    Math.abs(dot(plate.v, minus(p, plate.middle))) <= size.height / 2;
  const list: BoardArrival[] = [];
  for (const l of setting.loudspeakers) {
    if (l.role === 'sub' || distance(l.at, head) < 0.01) continue;
    const targets = targetsFor(setting.room, l.at, head);
    const open = (a: Vec3, b: Vec3, skip: Target | null) => blockerBetween(targets, a, b, skip) === null;
    const put = (over: string | null, first: Vec3, from: Vec3, to: Vec3, way: number, left: number) => {
      const straight = distance(from, to);
      const sent = meanOf(sentTowards(setting, l, from, first, to));
      const levelDb = 20 * Math.log10(straight / way) + 10 * Math.log10(Math.max(1e-9, left * sent));
      const delay = (way - straight) / c;
      if (matters({ levelDb, delay }, threshold))
        list.push({ loudspeaker: l.id, letter: l.letter, over, levelDb, delay });
    };
    // Straight off it: any place of the head, any part of the front.
    const fronts = frontCorners(l, apex, project.marking.front);
    const ways: [Vec3, Vec3][] = [
      [l.at, head],
      ...heads.map((h): [Vec3, Vec3] => [l.at, h]),
      ...fronts.flatMap((s) => heads.map((h): [Vec3, Vec3] => [s, h])),
    ];
    for (const [from, to] of ways) {
      const at = mirrorPoint(plane, from, to);
      if (!at || !onBoard(at) || !open(from, at, null) || !open(at, to, null)) continue;
      put(null, at, from, to, distance(from, at) + distance(at, to), 1 - BOARD_ALPHA);
      break;
    }
    for (const t of targets) {
      const surfaces = [
        { id: 'board', vertices: plate.vertices, alpha: BOARD_ALPHA },
        {
          id: t.id,
          vertices: t.vertices,
          alpha: Math.min(1, meanOf(t.material ? reflectionTaken(t.material) : t.alpha)),
        },
      ];
      for (const p of reflectionPaths(surfaces, l.at, head, 2, c).paths) {
        if (p.order !== 2 || p.level === null) continue;
        const stops = [l.at, ...p.points, head];
        const free = stops.slice(1).every((q, i) => open(stops[i]!, q, t));
        const left = surfaces.reduce((s, x) => s * (1 - x.alpha), 1);
        if (free) put(t.name, p.points[0]!, l.at, head, p.length, left);
      }
    }
  }
  return list.sort((a, b) => b.levelDb - a.levelDb);
}

/** Follows the sound off the board's middle to the next surface. */
function whereNext(
  setting: Setting,
  source: Vec3,
  plate: { vertices: Vec3[]; middle: Vec3; normal: Vec3 },
  behind: string,
): Pick<Redirect, 'path' | 'next'> {
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
  if (!nearest) return { path: [source, plate.middle], next: null };
  const at = ray(nearest.at);
  return {
    path: [source, plate.middle, at],
    next: { face: nearest.t.id, name: nearest.t.name, at },
  };
}
