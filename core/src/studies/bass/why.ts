/**
 * Why is there a peak or a dip at a frequency? The modes that make up the pressure there, what each loudspeaker's near
 * faces take away, and which explanation fits.
 */
import type { Vec3 } from '../../geometry/vector';
import { insideOutline } from '../../geometry/polygon';
import { waveModes, levels, playing, together } from './answer';
import { SEAT_NULL, smoothed } from './judge';
import { drivenAmplitudes, nearestIndex } from './map';
import type { WhyAnswer, WhyCause, WhyMode } from './types';
import { boundariesOf } from '../../room/boundaries';
import type { PlacedLoudspeaker, Setting } from '../../room/setting';
import type { Solution } from '../waves/waveEngine';

/** A peak or dip stands so far from the mean about it, dB. */
const STANDS_OUT = 3;
/** Modes with less of the pressure than this are left out, and this many are told of. */
const LEAST_SHARE = 0.15;
const TOLD = 6;
/** A boundary's null counts as near within so many parts of the frequency. */
const NEAR = 0.12;
/** Steps and reach of the search for a place out of a dip, m. */
const WAY_STEP = 0.1;
const WAY_REACH = 0.8;
/** Out of it: this much of the dip is gone. */
const OUT_DB = 6;

/** Angle between two modes' parts of the pressure, 0…180°. */
const apartDeg = (a: WhyMode, b: WhyMode): number =>
  Math.abs(((((a.angleDeg - b.angleDeg + 180) % 360) + 360) % 360) - 180);

export async function bassWhy(setting: Setting, solution: Solution, asked: number): Promise<WhyAnswer> {
  const axis = solution.frequencies;
  if (!(asked >= axis[0]! && asked <= axis[axis.length - 1]!)) {
    throw new RangeError(`bassWhy: f must be between ${axis[0]} and ${axis[axis.length - 1]} Hz, got ${asked}`);
  }
  const q = nearestIndex(axis, asked);
  const f = axis[q]!;
  const list = playing(setting);
  // Both ends: ways out move the head with the loudspeakers still, and each loudspeaker with the head still.
  await solution.amplitudes([...list.map((l) => l.at), setting.head]);
  const at = (head: Vec3, of: readonly PlacedLoudspeaker[] = list) =>
    levels(
      together(
        axis,
        solution
          .between(of.map((l) => [l.at, head] as const))
          .map((response, i) => ({ loudspeaker: of[i]!, response })),
      ),
    );
  const curve = at(setting.head);
  const levelDb = curve[q]!;
  const aboveDb = levelDb - smoothed(axis, curve, 1)[q]!;
  const shape = aboveDb > STANDS_OUT ? 'peak' : aboveDb < -STANDS_OUT ? 'dip' : 'even';

  const driven = await drivenAmplitudes(
    setting,
    solution,
    f,
    list.map((l) => l.id),
  );
  const phi = solution.shapes(setting.head);
  const parts = Array.from(driven.re, (re, m) => ({ m, re: re * phi[m]!, im: driven.im[m]! * phi[m]! }));
  // The modes kept and the rest of those above.
  const whole = parts.reduce((s, p) => ({ re: s.re + p.re, im: s.im + p.im }), driven.restAt(setting.head));
  const size = Math.hypot(whole.re, whole.im);
  // What a mode could give with the ears at its best place: a mode the ears do not hear shows there alone.
  const could = Array.from(driven.re, (re, m) => Math.hypot(re, driven.im[m]!) * solution.largest[m]!);
  const most = Math.max(...could);
  const all = waveModes(setting, solution);
  const told = (m: number): WhyMode => {
    const mode = all[m]!;
    const p = parts[m]!;
    const angle = (Math.atan2(p.im, p.re) - Math.atan2(whole.im, whole.re)) * (180 / Math.PI);
    return {
      index: m,
      f: mode.f,
      time: mode.time,
      head: mode.head,
      source: Math.max(...Object.values(mode.sources).map(Math.abs), 0),
      share: Math.hypot(p.re, p.im) / Math.max(size, 1e-12),
      angleDeg: ((((angle + 180) % 360) + 360) % 360) - 180,
    };
  };
  const modes = parts
    .filter((p) => p.m < all.length && (Math.hypot(p.re, p.im) > LEAST_SHARE * size || could[p.m]! > 0.5 * most))
    .sort((a, b) => Math.hypot(b.re, b.im) - Math.hypot(a.re, a.im))
    .slice(0, TOLD)
    .map((p) => told(p.m));

  const boundaries = list
    .flatMap((l) =>
      boundariesOf(setting, l).flatMap(({ name, exactNullHz, depthDb }) =>
        exactNullHz === null
          ? []
          : [
              {
                loudspeaker: l.id,
                letter: l.letter,
                face: name,
                nullHz: exactNullHz,
                depthDb,
                near: Math.abs(exactNullHz / f - 1) < NEAR,
              },
            ],
      ),
    )
    .sort((a, b) => Math.abs(a.nullHz / f - 1) - Math.abs(b.nullHz / f - 1));

  const causes: WhyCause[] = [];
  const singles = list.map((l) => at(setting.head, [l])[q]!);
  if (shape === 'peak') {
    const first = modes.find((m) => m.share > 0.5 && Math.abs(m.angleDeg) < 60);
    if (first) causes.push({ kind: 'mode-peak', mode: first });
  }
  if (shape === 'dip') {
    const loudest = Math.max(...singles);
    if (list.length > 1 && loudest - levelDb > 6)
      causes.push({ kind: 'loudspeakers-cancel', together: levelDb, loudest });
    // The mode that would carry this note, were the ears or the source elsewhere.
    const near = all.filter((m) => m.index > 0 && Math.abs(m.f / f - 1) < 0.1);
    const silent = near
      .filter((m) => Math.abs(m.head) < SEAT_NULL)
      .sort((a, b) => could[b.index]! - could[a.index]!)[0];
    if (silent && could[silent.index]! > 0.4 * most) causes.push({ kind: 'seat-null', mode: told(silent.index) });
    for (const l of list) {
      const still = near.filter((m) => Math.abs(m.sources[l.id]!) < SEAT_NULL && Math.abs(m.head) > 0.5);
      if (still[0]) causes.push({ kind: 'source-null', mode: told(still[0].index), loudspeaker: l.id });
    }
    const [a, b] = modes;
    if (a && b && a.share > 0.8 && b.share > 0.6) {
      if (apartDeg(a, b) > 110) causes.push({ kind: 'modes-cancel', modes: [a, b] });
    }
    for (const b2 of boundaries.filter((t) => t.near && t.depthDb < -6).slice(0, 2)) {
      causes.push({
        kind: 'boundary',
        loudspeaker: b2.loudspeaker,
        face: b2.face,
        nullHz: b2.nullHz,
        depthDb: b2.depthDb,
      });
    }
  }
  if (shape === 'dip' && causes.length === 0) {
    const heard = all.filter((m) => Math.abs(m.head) > SEAT_NULL);
    const below = heard.filter((m) => m.f < f).at(-1);
    const above = heard.find((m) => m.f >= f);
    if (below && above) {
      // Below its own frequency a mode answers one way, above it the other: whether two on either side add is for their phases to say.
      const [b, a] = [told(below.index), told(above.index)];
      causes.push({ kind: apartDeg(a, b) > 90 ? 'between' : 'thin', below: b, above: a });
    }
  }
  if (causes.length === 0) causes.push({ kind: 'even' });
  return {
    f,
    levelDb,
    aboveDb,
    shape,
    causes,
    modes,
    boundaries: boundaries.slice(0, 6),
    ways: shape === 'dip' ? waysOut(setting, solution, list, q, levelDb) : [],
  };
}

/** The nearest places of head or of one loudspeaker at which most of a dip is gone. */
function waysOut(
  setting: Setting,
  solution: Solution,
  list: readonly PlacedLoudspeaker[],
  q: number,
  levelDb: number,
): WhyAnswer['ways'] {
  const plan = setting.solid.plan.map((c) => c.at);
  const axis = [solution.frequencies[q]!];
  const one = ({ re, im }: { re: Float64Array; im: Float64Array }) => ({
    re: re.subarray(q, q + 1),
    im: im.subarray(q, q + 1),
  });
  const level = (pairs: { l: PlacedLoudspeaker; at: Vec3; head: Vec3 }[]) =>
    levels(
      together(
        axis,
        pairs.map(({ l, at, head }) => ({ loudspeaker: l, response: one(solution.between([[at, head]])[0]!) })),
      ),
    )[0]!;
  const found: WhyAnswer['ways'] = [];
  const free = (p: Vec3, clear: number) =>
    insideOutline([p[0], p[1]], plan) &&
    [
      [clear, 0],
      [-clear, 0],
      [0, clear],
      [0, -clear],
    ].every(([dx, dy]) => insideOutline([p[0] + dx!, p[1] + dy!], plan));
  const search = (
    what: 'head' | 'loudspeaker',
    id: string,
    from: Vec3,
    clear: number,
    levelAt: (p: Vec3) => number,
  ) => {
    const steps = Math.round(WAY_REACH / WAY_STEP);
    let best: WhyAnswer['ways'][number] | null = null;
    for (let i = -steps; i <= steps; i++) {
      for (let j = -steps; j <= steps; j++) {
        // The head stays on its line: only forward and back.
        if (what === 'head' && i !== 0) continue;
        const by: Vec3 = [i * WAY_STEP, j * WAY_STEP, 0];
        const to: Vec3 = [from[0] + by[0], from[1] + by[1], from[2]];
        const away = Math.hypot(by[0], by[1]);
        if (away < 1e-9 || away > WAY_REACH || !free(to, clear)) continue;
        if (best && away >= Math.hypot(best.by[0], best.by[1])) continue;
        const there = levelAt(to);
        if (there < levelDb + OUT_DB) continue;
        best = { what, id, to, by, levelDb: there };
      }
    }
    if (best) found.push(best);
  };
  search('head', 'head', setting.head, 0.4, (head) => level(list.map((l) => ({ l, at: l.at, head }))));
  for (const l of list) {
    search('loudspeaker', l.id, l.at, Math.max(l.box.width, l.box.depth) / 2 + 0.05, (to) =>
      level(list.map((o) => ({ l: o, at: o.id === l.id ? to : o.at, head: setting.head }))),
    );
  }
  return found.sort((a, b) => Math.hypot(a.by[0], a.by[1]) - Math.hypot(b.by[0], b.by[1]));
}
