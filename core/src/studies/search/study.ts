/**
 * Search for the seat: head and a symmetric pair over the whole plan, judged by parts whose weights the user sets.
 *
 * Every place of the head on a grid is tried with several triangle sides, the pair mirrored about the head, inside what walls,
 * furniture and the loudspeakers' working distance permit. Bass evenness is the sum over the modes of the room as it is, by
 * the wave solver, each with its own damping; where the solver refuses the room it is left out. Deterministic; long for a
 * page's thread.
 */
import { insideOutline } from '../../geometry/polygon';
import type { Vec2, Vec3 } from '../../geometry/vector';
import { deepestOf } from '../../physics/interference/faces';
import { TRIANGLE_DEPTH } from '../../layout/seat';
import type { Linalg } from '../../numerics/linalg/types';
import { stereoPair } from '../../document/place/placing';
import type { Project } from '../../document/schema/project';
import { mirrorPoint } from '../../physics/reflections/zones';
import { curveAtEars, NOTCH_RANGE } from '../../room/boundaries';
import { notForPanels } from '../../room/reflectionLevels';
import { type PlacedLoudspeaker, type Setting, settingOf } from '../../room/setting';
import { doorSwings } from '../../room/doors';
import { targetsOf } from '../../room/mirrors';
import { type RoomModes, shapesAt } from '../../physics/waves/modes';
import { createRests, type Rest, restAt } from '../../physics/waves/rest';
import { createWaveEngine } from '../waves/waveEngine';

export interface SearchWeights {
  /** Deepest boundary notch 40–300 Hz of the two loudspeakers. */
  notch: number;
  /** Spread of the modal response 30–200 Hz. */
  evenness: number;
  /** Distance of the head from the room's axis, and difference to the side walls. */
  symmetry: number;
  /** First reflections that fall where nothing can hang. */
  coverage: number;
}
export const DEFAULT_SEARCH_WEIGHTS: SearchWeights = { notch: 2, evenness: 2, symmetry: 3, coverage: 1 };

export interface SearchInputs {
  project: Project;
  weights: SearchWeights;
}

export interface SeatCandidate {
  head: Vec2;
  left: Vec2;
  right: Vec2;
  side: number;
  /** 0 best … 1. */
  cost: number;
  parts: SearchWeights;
  figures: { notchDb: number; notchHz: number; swingDb: number | null; offAxis: number; bare: number; marks: number };
}

export interface SearchResult {
  /** Grid of the map, listener's frame: middle of the first cell, cell size, and the best cost in each (null: no place). */
  map: { from: Vec2; step: number; columns: number; rows: number; costs: (number | null)[] };
  /** Best few, at least {@link APART} apart. */
  best: SeatCandidate[];
  /** The seat as it was when asked, judged alike; null when it is outside what the search permits. */
  asked: SeatCandidate | null;
  tried: number;
  /** Whether evenness was judged: not in rooms the wave solver refuses. */
  evenness: boolean;
}

/** Least distance between the best few, m. */
export const APART = 0.35;
const BEST = 5;
/** About so many cells; never finer than the least step, m. */
const CELLS = 700;
const LEAST_STEP = 0.1;
/** Heads keep so far from walls, m. */
const HEAD_CLEAR = 0.4;
/** Boxes keep so far from walls and one from another, m. */
const BOX_CLEAR = 0.05;
const SWING_FROM = 30;
const SWING_TO = 120;
const SWING_STEPS = 48;
/** Costs of 1: a notch so deep, a response so uneven, an axis so far. */
const WORST = { notchDb: 20, swingDb: 9, offAxis: 0.6 } as const;
const clamp01 = (v: number) => Math.min(1, Math.max(0, v));

/** Response of the room at many places: each mode with its own damping. What does not depend on the place is worked out once. */
function modalSpread(
  setting: Setting,
  waves: SearchWaves | null,
): {
  /** Standard deviation of the level over 30–120 Hz, dB. */
  spread: (head: Vec3, sources: readonly Vec3[]) => number;
  /** Works out at once what the modes left out add for several heads. */
  ready: (heads: readonly Vec3[]) => void;
} | null {
  if (!waves) return null;
  const { modes, deltas, top } = waves;
  const { c } = setting;
  const frequencies = Array.from(
    { length: SWING_STEPS },
    (_, i) => SWING_FROM * (Math.min(SWING_TO, top) / SWING_FROM) ** (i / (SWING_STEPS - 1)),
  );
  const { count } = modes;
  const re = new Float64Array(count * SWING_STEPS);
  const im = new Float64Array(count * SWING_STEPS);
  for (let m = 0; m < count; m++) {
    const d = deltas[m]!;
    frequencies.forEach((frequency, i) => {
      const k = (2 * Math.PI * frequency) / c;
      const dRe = modes.kappa2[m]! - k * k;
      const dIm = (2 * k * d) / c;
      const size = dRe * dRe + dIm * dIm;
      re[m * SWING_STEPS + i] = dRe / size;
      im[m * SWING_STEPS + i] = -dIm / size;
    });
  }
  const [ears, box] = [new Float64Array(count), new Float64Array(count)];
  const driven = new Float64Array(count);
  const solveRests = createRests(modes, modes.system);
  const name = (p: Vec3) => p.join(' ');
  let rests = new Map<string, Rest>();
  const ready = (heads: readonly Vec3[]) => {
    const solved = solveRests(heads);
    rests = new Map(heads.map((p, i) => [name(p), solved[i]!]));
  };
  const spread = (head: Vec3, sources: readonly Vec3[]) => {
    if (!rests.has(name(head))) ready([head]);
    const rest = rests.get(name(head))!;
    const more = sources.map((p) => restAt(modes, rest, p));
    const sumRe = Float64Array.from(frequencies, (f) => {
      const k2 = ((2 * Math.PI * f) / c) ** 2;
      return more.reduce((s, [still, slope]) => s + still + k2 * slope, 0);
    });
    const sumIm = new Float64Array(SWING_STEPS);
    shapesAt(modes, head, ears);
    driven.fill(0);
    for (const p of sources) {
      shapesAt(modes, p, box);
      for (let m = 0; m < count; m++) driven[m]! += box[m]!;
    }
    for (let m = 0; m < count; m++) {
      const amplitude = ears[m]! * driven[m]!;
      if (amplitude === 0) continue;
      for (let i = 0, k = m * SWING_STEPS; i < SWING_STEPS; i++, k++) {
        sumRe[i]! += amplitude * re[k]!;
        sumIm[i]! += amplitude * im[k]!;
      }
    }
    const levels = Array.from(sumRe, (r, i) => 10 * Math.log10(Math.max(1e-12, r * r + sumIm[i]! ** 2)));
    const mean = levels.reduce((s, v) => s + v, 0) / levels.length;
    return Math.sqrt(levels.reduce((s, v) => s + (v - mean) ** 2, 0) / levels.length);
  };
  return { spread, ready };
}

function outlineDistance(outline: readonly Vec2[], p: Vec2): number {
  let least = Infinity;
  outline.forEach((a, i) => {
    const b = outline[(i + 1) % outline.length]!;
    const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
    const t = clamp01(((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / (dx * dx + dy * dy || 1));
    least = Math.min(least, Math.hypot(p[0] - a[0] - t * dx, p[1] - a[1] - t * dy));
  });
  return least;
}

/** Judges one place; null where head or loudspeakers cannot be. */
function judge(
  setting: Setting,
  pair: readonly PlacedLoudspeaker[],
  weights: SearchWeights,
  waves: SearchWaves | null,
) {
  const plan = setting.solid.plan.map((c) => c.at);
  const modal = modalSpread(setting, waves);
  const things = setting.objects.filter((o) => o.faces.length > 0);
  // Boxes also keep out of the ground that doors sweep and that things ask for in front of them; a head may sit at its desk.
  const kept = [
    ...setting.objects.flatMap((o) => (o.reach ? [o.reach] : [])),
    ...doorSwings(setting.room).map((s) => s.outline),
  ];
  const blockers = targetsOf(setting.room).filter((t) => t.face?.parts.some(notForPanels));
  const reach = Math.max(...pair.map((l) => Math.hypot(l.box.width, l.box.depth) / 2));
  const fits = (p: Vec2, low: number, high: number, clear: number): boolean =>
    insideOutline(p, plan) &&
    outlineDistance(plan, p) >= clear &&
    !things.some(
      (o) => o.low < high && o.high > low && (insideOutline(p, o.outline) || outlineDistance(o.outline, p) < clear / 2),
    );
  const earsAt = ([x, y]: Vec2): Vec3 | null => {
    const floor = setting.solid.floorAt([x, y]);
    return floor === null ? null : [x, y, floor + setting.project.listening.head.earHeight];
  };
  const ready = (heads: readonly Vec2[]) => modal?.ready(heads.map(earsAt).filter((p) => p !== null));
  const judged = (head2: Vec2, left: Vec2, right: Vec2, side: number): SeatCandidate | null => {
    const head = earsAt(head2);
    if (head === null) return null;
    const moved = pair.map((l, i): PlacedLoudspeaker => {
      const p = i === 0 ? left : right;
      return { ...l, at: [p[0], p[1], (setting.solid.floorAt(p) ?? 0) + l.axisHeight] };
    });
    const here: Setting = { ...setting, head, loudspeakers: moved };
    const notches = moved.map((l) => deepestOf(curveAtEars(here, l), ...NOTCH_RANGE, setting.c, 3));
    const notch = notches[1]!.levelDb < notches[0]!.levelDb ? notches[1]! : notches[0]!;
    const swingDb = modal
      ? modal.spread(
          head,
          moved.map((l) => l.at),
        )
      : null;
    const offAxis = Math.abs(head[0] - setting.axis);
    let marks = 0;
    let bare = 0;
    for (const t of blockers) {
      for (const l of moved) {
        const at = mirrorPoint(t.plane, l.at, head);
        const local = at && t.toLocal(at);
        if (!local || !insideOutline(local, t.outline)) continue;
        marks += 1;
        if (t.face!.parts.some((p) => notForPanels(p) && insideOutline(local, p.outline))) bare += 1;
      }
    }
    const parts: SearchWeights = {
      notch: clamp01(-notch.levelDb / WORST.notchDb),
      evenness: swingDb === null ? 0 : clamp01(swingDb / WORST.swingDb),
      symmetry: clamp01(offAxis / WORST.offAxis),
      coverage: clamp01(bare / 4),
    };
    const use = { ...weights, evenness: modal ? weights.evenness : 0 };
    const total = use.notch + use.evenness + use.symmetry + use.coverage || 1;
    const cost =
      (use.notch * parts.notch +
        use.evenness * parts.evenness +
        use.symmetry * parts.symmetry +
        use.coverage * parts.coverage) /
      total;
    const figures = { notchDb: notch.levelDb, notchHz: notch.f, swingDb, offAxis, bare, marks };
    return { head: head2, left, right, side, cost, parts, figures };
  };
  const permitted = (head: Vec2, left: Vec2, right: Vec2): boolean => {
    const ears = setting.project.listening.head.earHeight;
    return (
      fits(head, ears - 0.3, ears + 0.2, HEAD_CLEAR) &&
      [left, right].every((p, i) => {
        const l = pair[i]!;
        const floor = setting.solid.floorAt(p) ?? 0;
        const low = floor + l.axisHeight - l.axisInBox;
        if (l.mount === 'flush') return insideOutline(p, plan);
        return fits(p, low, low + l.box.height, reach + BOX_CLEAR) && !kept.some((o) => insideOutline(p, o));
      })
    );
  };
  return { judged, permitted, ready, modal };
}

/** Triangle sides tried: from what the drivers need to what habit and room allow, m. */
function sidesOf(project: Project, least: number): number[] {
  const own = Math.max(project.listening.triangleSide, least);
  const list = [least, (least + own) / 2, own, own * 1.15, own * 1.3];
  return [...new Set(list.map((s) => Math.round(s * 100) / 100))]
    .filter((s) => s >= least - 1e-9)
    .sort((a, b) => a - b);
}

/** The room's modes with their damping, as far up as they are good. */
export interface SearchWaves {
  modes: RoomModes;
  /** 1/s */
  deltas: Float64Array;
  /** Hz */
  top: number;
}

/** Solves the room for the search, coarse: some tenths of a second. Null where the solver refuses it. */
export async function searchWaves(
  project: Project,
  load: (bytes: number) => Promise<Linalg>,
): Promise<SearchWaves | null> {
  const solution = await createWaveEngine(load).solve(settingOf(project), 'coarse', () => {});
  if ('refused' in solution) return null;
  const { modes, decays, room } = solution;
  // Beyond those whose decay is known, and for the even pressure: as the slowest known mode near them.
  const last = decays.at(-1)!.delta;
  const first = decays[1]?.delta ?? last;
  const deltas = Float64Array.from({ length: modes.count }, (_, m) => (m === 0 ? first : (decays[m]?.delta ?? last)));
  return { modes, deltas, top: room.top };
}

/** The search proper. Throws RangeError without a pair of loudspeakers. */
export function searchSeat(
  { project, weights }: SearchInputs,
  waves: SearchWaves | null,
  progress: (part: number) => void = () => {},
): SearchResult {
  const setting = settingOf(project);
  const main = stereoPair(setting.project);
  if (!main) throw new RangeError('searchSeat: the project needs a pair of loudspeakers');
  const pair = main.map((l) => setting.loudspeakers.find((p) => p.id === l.id)!);
  const { judged, permitted, ready, modal } = judge(setting, pair, weights, waves);
  const least = Math.max(...pair.map((l) => l.minimumDistance));
  const sides = sidesOf(setting.project, least);
  const { apexBehind } = setting.project.listening;
  const xs = setting.solid.plan.map((c) => c.at[0]);
  const ys = setting.solid.plan.map((c) => c.at[1]);
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const step = Math.max(LEAST_STEP, Math.sqrt(((x1 - x0) * (y1 - y0)) / CELLS));
  // One column on the listening axis, the others evenly beside it.
  const toLeft = Math.floor((setting.axis - x0) / step);
  const columns = toLeft + 1 + Math.floor((x1 - setting.axis) / step);
  const from: Vec2 = [setting.axis - toLeft * step, y0 + step / 2];
  const rows = Math.max(1, Math.floor((y1 - from[1]) / step) + 1);
  const costs: (number | null)[] = new Array<number | null>(columns * rows).fill(null);
  const all: SeatCandidate[] = [];
  let tried = 0;
  for (let r = 0; r < rows; r++) {
    const places: { cell: number; head: Vec2; pairs: { left: Vec2; right: Vec2; side: number }[] }[] = [];
    for (let k = 0; k < columns; k++) {
      const head: Vec2 = [from[0] + k * step, from[1] + r * step];
      const pairs = sides.flatMap((side) => {
        const y = head[1] + apexBehind - TRIANGLE_DEPTH * side;
        const left: Vec2 = [head[0] - side / 2, y];
        const right: Vec2 = [head[0] + side / 2, y];
        return permitted(head, left, right) ? [{ left, right, side }] : [];
      });
      if (pairs.length > 0) places.push({ cell: r * columns + k, head, pairs });
    }
    ready(places.map((p) => p.head));
    for (const { cell, head, pairs } of places) {
      for (const { left, right, side } of pairs) {
        const found = judged(head, left, right, side);
        if (!found) continue;
        tried += 1;
        all.push(found);
        if (costs[cell] === null || found.cost < costs[cell]!) costs[cell] = found.cost;
      }
    }
    progress((r + 1) / rows);
  }
  all.sort((a, b) => a.cost - b.cost || a.head[1] - b.head[1] || a.head[0] - b.head[0] || a.side - b.side);
  const best: SeatCandidate[] = [];
  for (const c of all) {
    if (best.length === BEST) break;
    if (best.every((b) => Math.hypot(b.head[0] - c.head[0], b.head[1] - c.head[1]) >= APART)) best.push(c);
  }
  const [l, rr] = pair as [PlacedLoudspeaker, PlacedLoudspeaker];
  const place = (p: Vec3): Vec2 => [p[0], p[1]];
  const asked = judged(
    place(setting.head),
    place(l.at),
    place(rr.at),
    Math.hypot(l.at[0] - rr.at[0], l.at[1] - rr.at[1]),
  );
  return { map: { from, step, columns, rows, costs }, best, asked, tried, evenness: modal !== null };
}
