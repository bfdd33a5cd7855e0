/** The low response at the ears, each loudspeaker, together, over the head's range, and every mode's decay. */
import type { Vec3 } from '../../geometry/vector';
import type { HeadRange } from '../../document/schema/project';
import { insideOutline } from '../../geometry/polygon';
import { shapeAt } from '../../physics/waves/modes';
import { feedOf } from './feed';
import { placeSpread, SPREAD_RANGE, swings } from './judge';
import type { BassAnswer, WaveMode } from './types';
import { numberedIn } from '../../room/places';
import type { PlacedLoudspeaker, Setting } from '../../room/setting';
import type { Quality } from '../waves/waveRoom';
import type { Response, Solution } from '../waves/waveEngine';

/** Ears, and the six ends of what the head moves over. */
export function headPoints(head: Vec3, range: HeadRange): Vec3[] {
  const [x, y, z] = head;
  const points: Vec3[] = [
    head,
    [x, y - range.forward, z],
    [x, y + range.back, z],
    [x - range.side, y, z],
    [x + range.side, y, z],
    [x, y, z + range.up],
    [x, y, z - range.down],
  ];
  return points.filter((p, i) => i === 0 || Math.hypot(p[0] - x, p[1] - y, p[2] - z) > 0.01);
}

/** Sum of responses with each loudspeaker's feed. */
export function together(
  frequencies: ArrayLike<number>,
  parts: readonly { loudspeaker: PlacedLoudspeaker; response: Response }[],
): Response {
  const n = frequencies.length;
  const [re, im] = [new Float64Array(n), new Float64Array(n)];
  for (const { loudspeaker, response } of parts) {
    for (let q = 0; q < n; q++) {
      const h = feedOf(loudspeaker, frequencies[q]!);
      re[q]! += h.re * response.re[q]! - h.im * response.im[q]!;
      im[q]! += h.re * response.im[q]! + h.im * response.re[q]!;
    }
  }
  return { re, im };
}

export const levels = ({ re, im }: Response): number[] =>
  Array.from(re, (r, q) => 10 * Math.log10(Math.max(1e-12, r * r + im[q]! ** 2)));

export const isSub = (l: { role: string }): boolean => l.role === 'sub';

/** Those that play at once: the main loudspeakers and the subwoofers; not the second pair beside them. */
export const playing = (setting: Setting): PlacedLoudspeaker[] =>
  setting.loudspeakers.filter((l) => l.role === 'main' || isSub(l));

/** Where a mode moves: parts of ∫|∇φ|² across, along and upright, from differences on a grid. */
function motionOf(solution: Solution): [number, number, number][] {
  const { modes, room } = solution;
  const { from, to } = room.air;
  const N = 6;
  const h = 0.08;
  const sums = Array.from({ length: modes.count }, (): [number, number, number] => [1e-12, 1e-12, 1e-12]);
  const [a, b] = [new Float64Array(modes.count), new Float64Array(modes.count)];
  for (let i = 0; i < N ** 3; i++) {
    const t = [i % N, Math.floor(i / N) % N, Math.floor(i / N / N)];
    const p = t.map((v, k) => from[k]! + ((v + 0.5) / N) * (to[k]! - from[k]!));
    if (!room.air.prisms.some((q) => insideOutline([p[0]!, p[1]!], q.outline))) continue;
    for (let k = 0; k < 3; k++) {
      const [low, high]: [number, number, number][] = [
        [p[0]!, p[1]!, p[2]!],
        [p[0]!, p[1]!, p[2]!],
      ];
      low![k]! -= h;
      high![k]! += h;
      a.set(solution.shapes(low!));
      b.set(solution.shapes(high!));
      for (let m = 0; m < modes.count; m++) sums[m]![k]! += (b[m]! - a[m]!) ** 2;
    }
  }
  return sums.map(([x, y, z]) => [x / (x + y + z), y / (x + y + z), z / (x + y + z)]);
}

const kept = new WeakMap<Solution, [number, number, number][]>();
function motions(solution: Solution): [number, number, number][] {
  let found = kept.get(solution);
  if (!found) kept.set(solution, (found = motionOf(solution)));
  return found;
}

export function waveModes(setting: Setting, solution: Solution): WaveMode[] {
  const { modes, largest } = solution;
  const motion = motions(solution);
  const sources = playing(setting);
  return solution.decays.map((d, index): WaveMode => ({
    index,
    f: modes.frequencies[index]!,
    time: d.time,
    timeBare: solution.bareDecays[index]!.time,
    head: shapeAt(modes, index, setting.head) / largest[index]!,
    sources: Object.fromEntries(sources.map((l) => [l.id, shapeAt(modes, index, l.at) / largest[index]!])),
    motion: motion[index]!,
  }));
}

export async function bassAnswer(
  setting: Setting,
  solution: Solution,
  quality: Quality,
  progress: (part: number) => void,
): Promise<BassAnswer> {
  const loudspeakers = playing(setting);
  const points = headPoints(setting.head, setting.project.listening.range);
  const byNumber = numberedIn(setting).reduce((sum, n) => sum + n.count, 0);
  const anything = setting.placed.length + byNumber > 0;
  await solution.prepare(
    loudspeakers.map((l) => l.at),
    points,
    true,
    (p) => progress(0.85 + 0.07 * p),
  );
  if (anything) {
    await solution.prepare(
      loudspeakers.map((l) => l.at),
      [setting.head],
      false,
      (p) => progress(0.92 + 0.07 * p),
    );
  }
  const axis = solution.frequencies;
  const heard = (hung: boolean, at: Vec3, of: readonly PlacedLoudspeaker[]) =>
    together(
      axis,
      solution
        .between(
          of.map((l) => [l.at, at] as const),
          hung,
        )
        .map((response, i) => ({ loudspeaker: of[i]!, response })),
    );
  const mains = loudspeakers.filter((l) => !isSub(l));
  const all = levels(heard(true, setting.head, loudspeakers));
  const curves = points.map((p) => levels(heard(true, p, loudspeakers)));
  const bare = anything ? levels(heard(false, setting.head, loudspeakers)) : null;
  const alone = levels(heard(true, setting.head, mains));
  const reach = Math.min(...loudspeakers.map((l) => l.lowCornerHz));
  const judged = swings(axis, all, reach);
  return {
    quality,
    top: solution.room.top,
    frequencies: Array.from(axis),
    loudspeakers: loudspeakers.map((l) => ({
      id: l.id,
      letter: l.letter,
      role: l.role,
      levelDb: levels(heard(true, setting.head, [l])),
    })),
    mains: alone,
    all,
    bare,
    low: all.map((_, q) => Math.min(...curves.map((c) => c[q]!))),
    high: all.map((_, q) => Math.max(...curves.map((c) => c[q]!))),
    modes: waveModes(setting, solution),
    swings: judged,
    swingsBare: bare && swings(axis, bare, reach),
    seatSpreadDb: placeSpread(axis, curves, ...SPREAD_RANGE),
    subs:
      loudspeakers.length > mains.length && mains.length > 0 && judged[0]
        ? { swingWithout: swings(axis, alone, reach)[0]!.swingDb, swingWith: judged[0].swingDb }
        : null,
    byNumber,
    solver: {
      unknowns: solution.modes.mesh.size,
      modes: solution.modes.count - 1,
      spacing: solution.room.spacing,
      volume: solution.room.air.volume,
    },
  };
}
