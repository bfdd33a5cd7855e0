/**
 * Where head and subwoofers do best: evenness and consistency over the plan, and the best places for one, two and four
 * subwoofers among those people can use: corners, wall middles, quarter points, and a few free on the floor.
 */
import { clipConvex, overlapping, boundsOf } from '../../geometry/clip';
import { insideOutline } from '../../geometry/polygon';
import type { Vec2, Vec3 } from '../../geometry/vector';
import { plainLoudspeaker } from '../../document/begin';
import type { SingleCommand } from '../../document/commands/types';
import { toMillimetre } from '../../quantities/lengths';
import { headPoints, isSub, levels, playing, together } from './answer';
import { feedOf } from './feed';
import {
  EVEN_RANGE,
  placeSpread,
  smoothed,
  SPREAD_RANGE,
  SPREAD_WEIGHT,
  SWING_SCHOOLS,
  swingOf,
  unevenness,
} from './judge';
import { choicesOf, createSubSearch } from './subSearch';
import { LIMITS } from '../../document/schema/project';
import type { PlacesAnswer, SubLayout, SubPlace } from './types';
import type { PlacedLoudspeaker, Setting } from '../../room/setting';
import { doorSwings } from '../../room/doors';
import type { Response, Solution } from '../waves/waveEngine';

/** Between the front of a subwoofer's box and a wall behind it, beside its depth, m. */
const BEHIND = 0.03;
const MOST_CANDIDATES = 26;
const MAP_STEP = 0.2;
const HEAD_CLEAR = 0.4;
const BEST = 3;

/** A subwoofer as the project has one, or a plain one of its size. */
export function modelSub(setting: Setting): PlacedLoudspeaker {
  const own = setting.loudspeakers.find(isSub);
  if (own) return own;
  const box = { width: 0.36, depth: 0.38, height: 0.38 };
  const l = plainLoudspeaker('sub', 'W', {
    role: 'sub',
    axisHeight: 0.19,
    box,
    axisInBox: 0.19,
    lowCornerHz: 25,
    feed: { gainDb: 0, delayMs: 0, inverted: false, crossover: { hz: 80, slopeDb: 24 } },
  });
  return { ...l, at: [0, 0, 0.19] };
}

const SIDE_WORDS: Record<string, string> = {
  front: 'front wall',
  rear: 'rear wall',
  left: 'left wall',
  right: 'right wall',
};

/** Practical places, the acoustic centre of each; those on doors' ground, in furniture or outside are left out. */
export function subCandidates(setting: Setting): SubPlace[] {
  const plan = setting.solid.plan.map((c) => c.at);
  const { box } = modelSub(setting);
  const inset = box.depth + BEHIND;
  const half = box.width / 2;
  const list: SubPlace[] = [];
  const taken = [
    ...doorSwings(setting.room).map((s) => s.outline),
    ...setting.objects.filter((o) => o.faces.length > 0 && o.low < box.height).map((o) => o.outline),
  ];
  const around = ([x, y]: Vec2): Vec2[] => [
    [x - half, y - half],
    [x + half, y - half],
    [x + half, y + half],
    [x - half, y + half],
  ];
  const fits = (p: Vec2) => {
    const outline = around(p);
    if (!outline.every((c) => insideOutline(c, plan))) return false;
    return !taken.some((t) => overlapping(boundsOf(t), boundsOf(outline)) && clipConvex(t, outline).length > 2);
  };
  const add = (name: string, at: Vec2) => {
    if (fits(at) && list.every((o) => Math.hypot(o.at[0] - at[0], o.at[1] - at[1]) > 0.3)) list.push({ name, at });
  };
  const walls = setting.faces.filter((f) => f.kind === 'wall' && f.foot && f.length > 0.9);
  for (const wall of walls) {
    const [right, left] = wall.foot!;
    const along: Vec2 = [(right[0] - left[0]) / wall.length, (right[1] - left[1]) / wall.length];
    // Seen from the room left to right, the room lies on the side the normal of the strip points to.
    const inwards: Vec2 = insideOutline(
      [(left[0] + right[0]) / 2 - along[1] * 0.1, (left[1] + right[1]) / 2 + along[0] * 0.1],
      plan,
    )
      ? [-along[1], along[0]]
      : [along[1], -along[0]];
    const name = SIDE_WORDS[wall.name] ?? wall.name;
    const end = Math.max(inset, half) + 0.02;
    for (const [part, words] of [
      [0, 'left end'],
      [0.25, 'a quarter from its left'],
      [0.5, 'middle'],
      [0.75, 'a quarter from its right'],
      [1, 'right end'],
    ] as const) {
      const u = part === 0 ? end : part === 1 ? wall.length - end : part * wall.length;
      add(`${name}, ${words}`, [
        left[0] + along[0] * u + inwards[0] * inset,
        left[1] + along[1] * u + inwards[1] * inset,
      ]);
    }
  }
  const b = boundsOf(plan);
  for (const [fx, fy] of [
    [0.25, 0.25],
    [0.75, 0.25],
    [0.25, 0.75],
    [0.75, 0.75],
  ] as const) {
    add(`free, ${fx < 0.5 ? 'left' : 'right'} ${fy < 0.5 ? 'front' : 'rear'} quarter`, [
      b.left + fx * (b.right - b.left),
      b.low + fy * (b.high - b.low),
    ]);
  }
  return list.slice(0, MOST_CANDIDATES);
}

interface Judged {
  swingDb: number;
  evenDb: number;
  spreadDb: number;
  cost: number;
}

function judge(axis: ArrayLike<number>, responses: readonly Response[]): Judged {
  const curves = responses.map((r) => smoothed(axis, levels(r), 12));
  const swingDb = swingOf(axis, levels(responses[0]!), SWING_SCHOOLS[0]!)?.swingDb ?? 0;
  const spreadDb = placeSpread(axis, curves, ...SPREAD_RANGE);
  const evenDb = unevenness(axis, curves[0]!, ...EVEN_RANGE);
  return { swingDb, evenDb, spreadDb, cost: (swingDb + 2 * evenDb) / 2 + SPREAD_WEIGHT * spreadDb };
}

export async function bassPlaces(
  setting: Setting,
  solution: Solution,
  progress: (part: number) => void,
): Promise<PlacesAnswer> {
  const axis = solution.frequencies;
  const list = playing(setting);
  const mains = list.filter((l) => !isSub(l));
  const subs = list.filter(isSub);
  const points = headPoints(setting.head, setting.project.listening.range);
  await solution.amplitudes([...list.map((l) => l.at), ...points]);
  progress(0.9);
  const sum = (of: readonly PlacedLoudspeaker[], at: Vec3) =>
    together(
      axis,
      solution.between(of.map((l) => [l.at, at] as const)).map((response, i) => ({ loudspeaker: of[i]!, response })),
    );
  const ofMains = points.map((p) => sum(mains, p));

  const model = modelSub(setting);
  const height = model.axisHeight;
  const candidates = subCandidates(setting);
  const plain: PlacedLoudspeaker = { ...model, feed: { ...model.feed, gainDb: 0, delayMs: 0, inverted: false } };
  const from = candidates.map((c) => {
    const at: Vec3 = [c.at[0], c.at[1], (setting.solid.floorAt(c.at) ?? 0) + height];
    return points.map((p) => sum([{ ...plain, at }], p));
  });
  const search = createSubSearch({
    frequencies: axis,
    candidates: from,
    mains: mains.length > 0 ? ofMains : null,
    edge: model.feed.crossover?.hz ?? 80,
    gains: LIMITS.gainDb,
  });
  const layouts = ([1, 2, 4] as const).map((count, i) => {
    const best = search.best(choicesOf(count, candidates.length), BEST);
    progress([0.92, 0.94, 0.98][i]!);
    return {
      count,
      best: best.map(({ picks, ...l }): SubLayout => ({ places: picks.map((k) => candidates[k]!), ...l })),
    };
  });

  const without = judge(axis, ofMains);
  const now =
    subs.length > 0
      ? judge(
          axis,
          points.map((p) => sum(list, p)),
        )
      : without;
  const standing = subs.map((l): SubPlace => ({ name: l.letter, at: [l.at[0], l.at[1]] }));
  const map = await evenness(setting, solution, list);
  return {
    ...map,
    now: { places: standing, gainDb: subs[0]?.feed.gainDb ?? 0, inverted: subs[0]?.feed.inverted ?? false, ...now },
    without: { places: [], gainDb: 0, inverted: false, ...without },
    layouts,
  };
}

/** Evenness of every head place on a grid, and how much its neighbours differ from it. */
async function evenness(
  setting: Setting,
  solution: Solution,
  list: readonly PlacedLoudspeaker[],
): Promise<Pick<PlacesAnswer, 'map' | 'best'>> {
  const axis = solution.frequencies;
  const plan = setting.solid.plan.map((c) => c.at);
  const box = boundsOf(plan);
  const [columns, rows] = [box.right - box.left, box.high - box.low].map((l) => Math.max(2, Math.floor(l / MAP_STEP)));
  const step = Math.max((box.right - box.left) / columns!, (box.high - box.low) / rows!);
  const first: Vec2 = [box.left + step / 2, box.low + step / 2];
  const found = await solution.amplitudes(list.map((l) => l.at));
  const n = solution.modes.count;
  const top = axis.findIndex((f) => f > EVEN_RANGE[1]);
  const used = top < 0 ? axis.length : top;
  // All loudspeakers as they are fed, one amplitude a mode and frequency.
  const [re, im] = [new Float64Array(used * n), new Float64Array(used * n)];
  list.forEach((l, s) => {
    for (let q = 0; q < used; q++) {
      const h = feedOf(l, axis[q]!);
      for (let m = 0, k = q * n; m < n; m++, k++) {
        re[k]! += h.re * found.re[s]![k]! - h.im * found.im[s]![k]!;
        im[k]! += h.re * found.im[s]![k]! + h.im * found.re[s]![k]!;
      }
    }
  });
  // What the modes left out add to each loudspeaker's part.
  const feeds = list.map((l) => Array.from({ length: used }, (_, q) => feedOf(l, axis[q]!)));
  const short = Array.from(axis.subarray(0, used));
  const curves: (Float64Array | null)[] = [];
  const ears = setting.project.listening.head.earHeight;
  for (let j = 0; j < rows!; j++) {
    for (let i = 0; i < columns!; i++) {
      const p: Vec2 = [first[0] + i * step, first[1] + j * step];
      const clear = [
        [HEAD_CLEAR, 0],
        [-HEAD_CLEAR, 0],
        [0, HEAD_CLEAR],
        [0, -HEAD_CLEAR],
      ].every(([dx, dy]) => insideOutline([p[0] + dx!, p[1] + dy!], plan));
      const floor = setting.solid.floorAt(p);
      if (!clear || floor === null) {
        curves.push(null);
        continue;
      }
      const place: Vec3 = [p[0], p[1], floor + ears];
      const phi = solution.shapes(place);
      const more = list.map((l) => {
        const still = solution.rest(l.at, place, 0);
        return { still, slope: solution.rest(l.at, place, axis[0]!) - still };
      });
      const level = new Float64Array(used);
      for (let q = 0; q < used; q++) {
        let [sr, si] = [0, 0];
        for (let m = 0, k = q * n; m < n; m++, k++) {
          sr += re[k]! * phi[m]!;
          si += im[k]! * phi[m]!;
        }
        more.forEach(({ still, slope }, l) => {
          const rest = still + slope * (axis[q]! / axis[0]!) ** 2;
          sr += feeds[l]![q]!.re * rest;
          si += feeds[l]![q]!.im * rest;
        });
        level[q] = 10 * Math.log10(Math.max(1e-12, sr * sr + si * si)) + 20 * Math.log10(4 * Math.PI);
      }
      curves.push(smoothed(short, level, 12));
    }
  }
  const even = Float32Array.from(curves, (c) => (c ? unevenness(short, c, ...EVEN_RANGE) : NaN));
  const alike = Float32Array.from(curves, (c, k) => {
    if (!c) return NaN;
    const [i, j] = [k % columns!, Math.floor(k / columns!)];
    const near = [c];
    for (const [dx, dy] of [
      [1, 0],
      [-1, 0],
      [0, 1],
      [0, -1],
    ] as const) {
      const [x, y] = [i + dx, j + dy];
      const other = x >= 0 && y >= 0 && x < columns! && y < rows! ? curves[y * columns! + x] : null;
      if (other) near.push(other);
    }
    return near.length > 1 ? placeSpread(short, near, ...SPREAD_RANGE) : NaN;
  });
  let best: PlacesAnswer['best'] = null;
  even.forEach((v, k) => {
    if (Number.isNaN(v) || Number.isNaN(alike[k]!)) return;
    if (best && v >= best.evenness) return;
    best = {
      head: [first[0] + (k % columns!) * step, first[1] + Math.floor(k / columns!) * step],
      evenness: v,
      consistency: alike[k]!,
    };
  });
  return { map: { from: first, step, columns: columns!, rows: rows!, evenness: even, consistency: alike }, best };
}

/** A layout as an edit, to the millimetre. */
export function layoutCommand({ frame }: Setting, { places, gainDb, inverted }: SubLayout): SingleCommand {
  const at = places.map((p) => {
    const [x, y] = frame.toSurvey([p.at[0], p.at[1]]);
    return { x: toMillimetre(x), y: toMillimetre(y) };
  });
  return { type: 'place-subs', places: at, gainDb, inverted };
}
