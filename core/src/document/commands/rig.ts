/** Turns a project's loudspeakers into another rig: keeps those that stay, adds what is missing, drops the rest. */
import { type LayoutId, RIGS, type Station } from '../../layout/rigs';
import { wallAlong } from '../../geometry/solid';
import type { Vec2 } from '../../geometry/vector';
import { plainLoudspeaker } from '../begin';
import {
  frameOf,
  lengthAlongAxis,
  listeningAxis,
  placeByRule,
  planOf,
  stationPlace,
  stereoPair,
} from '../place/placing';
import type { Loudspeaker, Project } from '../schema/project';

export const MOST_SUBS = 4;

/** How far outside the main pair a second pair begins, m. */
const BESIDE = 0.3;

const SUB_BOX = { width: 0.36, depth: 0.38, height: 0.38 };

function freeName(project: Project, key: 'id' | 'letter', wish: string): string {
  const taken = project.loudspeakers.map((l) => l[key]);
  if (!taken.includes(wish)) return wish;
  for (let n = 2; ; n++) if (!taken.includes(`${wish.slice(0, 2)}${n}`)) return `${wish.slice(0, 2)}${n}`;
}

/** Where subwoofers go to begin with: wall middles and quarters, which the search of the bass may better. Fractions of width and length. */
const SUB_PLACES: Record<number, readonly Vec2[]> = {
  0: [],
  1: [[0.5, 0]],
  2: [
    [0.25, 0],
    [0.75, 0],
  ],
  3: [
    [0.25, 0],
    [0.75, 0],
    [0.5, 1],
  ],
  4: [
    [0.5, 0],
    [1, 0.5],
    [0.5, 1],
    [0, 0.5],
  ],
};

/** A place against the wall a fraction points to, its front half a box before it. Listener's frame. */
function againstWall(project: Project, [fx, fy]: Vec2): Vec2 {
  const frame = frameOf(project);
  const plan = planOf(project).map((c) => ({ wall: c.wall, at: frame.toListener(c.at) }));
  const length = lengthAlongAxis(project, frame);
  const middle: Vec2 = [listeningAxis(project, frame), length / 2];
  const reach = (from: Vec2, way: Vec2) => wallAlong(plan, from, way)?.distance ?? 0;
  const inset = SUB_BOX.depth + 0.05;
  const width = reach(middle, [-1, 0]) + reach(middle, [1, 0]);
  const left = middle[0] - reach(middle, [-1, 0]);
  const x = fx === 0 ? left + inset : fx === 1 ? left + width - inset : left + fx * width;
  const y = fy === 0 ? inset : fy === 1 ? length - inset : fy * length;
  return [x, y];
}

function standing(project: Project, l: Loudspeaker, [x, y]: Vec2): Loudspeaker {
  const p = frameOf(project).toSurvey([x, y]);
  return { ...l, x: p[0], y: p[1] };
}

/**
 * Puts as many subwoofers as are given in their places (survey coordinates), all fed alike and in step: missing ones are
 * added, surplus ones dropped. Changes the project given (a draft).
 */
export function placeSubs(
  project: Project,
  places: readonly { x: number; y: number }[],
  gainDb: number,
  inverted: boolean,
): void {
  const second = project.loudspeakers.some((l) => l.role === 'second');
  const model = project.loudspeakers.find((l) => l.role === 'sub')?.feed;
  setRig(project, { layout: project.listening.layout, second, subs: places.length });
  const subs = project.loudspeakers.filter((l) => l.role === 'sub');
  places.forEach(({ x, y }, i) => {
    const sub = subs[i]!;
    Object.assign(sub, { x, y, feed: { ...(model ?? sub.feed), gainDb, delayMs: 0, inverted } });
  });
}

/** Changes the project given (a draft). Throws RangeError for a number of subwoofers outside 0…4. */
export function setRig(project: Project, rig: { layout: LayoutId; second: boolean; subs: number }): void {
  if (!(Number.isInteger(rig.subs) && rig.subs >= 0 && rig.subs <= MOST_SUBS)) {
    throw new RangeError(`setRig: subs must be a whole number from 0 to ${MOST_SUBS}, got ${rig.subs}`);
  }
  const pair = stereoPair(project);
  const model = pair?.[0] ?? plainLoudspeaker('model', 'L');
  const head = frameOf(project).toListener([project.listening.head.x, project.listening.head.y]);
  project.listening.layout = rig.layout;
  const { stations } = RIGS[rig.layout];
  const wanted = new Set(stations.map((s) => s.key));
  const stays = (l: Loudspeaker): boolean =>
    (pair?.includes(l) ?? false) ||
    (l.role === 'second' && rig.second) ||
    (l.role === 'sub' ? true : l.station !== null && wanted.has(l.station));
  const subs = project.loudspeakers.filter((l) => l.role === 'sub');
  const surplus = new Set(subs.slice(rig.subs).map((l) => l.id));
  project.loudspeakers = project.loudspeakers.filter((l) => stays(l) && !surplus.has(l.id));
  if (pair) {
    pair.forEach((l, i) => Object.assign(l, { station: i === 0 ? 'L' : 'R', role: 'main' }));
  }

  const likePair = (station: Pick<Station, 'key' | 'role'>): Loudspeaker =>
    plainLoudspeaker(freeName(project, 'id', station.key.toLowerCase()), freeName(project, 'letter', station.key), {
      role: station.role,
      station: station.key,
      axisHeight: model.axisHeight,
      minimumDistance: model.minimumDistance,
      box: { ...model.box },
      axisInBox: model.axisInBox,
      drivers: { ...model.drivers },
      lowCornerHz: model.lowCornerHz,
    });
  for (const station of stations) {
    const there = project.loudspeakers.find((l) => l.station === station.key);
    if (there) {
      there.role = station.role;
      continue;
    }
    const { at, axisHeight } = stationPlace(project, frameOf(project), head, station, {
      box: model.box,
      mount: 'free',
    });
    project.loudspeakers.push(standing(project, { ...likePair(station), axisHeight }, at));
  }
  if (rig.second && !project.loudspeakers.some((l) => l.role === 'second') && pair) {
    const axis = listeningAxis(project, frameOf(project));
    for (const [i, key] of (['L2', 'R2'] as const).entries()) {
      const [x, y] = frameOf(project).toListener([pair[i]!.x, pair[i]!.y]);
      const out = Math.sign(x - axis) || (i === 0 ? -1 : 1);
      const l = { ...likePair({ key, role: 'second' }), minimumDistance: Math.min(model.minimumDistance, 1) };
      project.loudspeakers.push(standing(project, l, [x + out * BESIDE, y]));
    }
  }
  const places = SUB_PLACES[rig.subs]!;
  const have = project.loudspeakers.filter((l) => l.role === 'sub').length;
  for (let i = have; i < rig.subs; i++) {
    const sub = plainLoudspeaker(freeName(project, 'id', `sub-${i + 1}`), freeName(project, 'letter', `W${i + 1}`), {
      role: 'sub',
      axisHeight: SUB_BOX.height / 2,
      minimumDistance: 0.3,
      box: SUB_BOX,
      axisInBox: SUB_BOX.height / 2,
      drivers: { low: SUB_BOX.height / 2, high: SUB_BOX.height / 2 },
      lowCornerHz: 25,
      feed: { gainDb: 0, delayMs: 0, inverted: false, crossover: { hz: 80, slopeDb: 24 } },
    });
    project.loudspeakers.push(standing(project, sub, againstWall(project, places[i]!)));
  }
  if (project.listening.placed === 'rule') placeByRule(project);
}
