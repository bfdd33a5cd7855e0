/**
 * Correct last: few cuts, only where all places agree that there is too much, never into a null.
 *
 * Too much is what stands over the mean of two octaves about it. Each cut is the bell that leaves the least unevenness over all places; another is added as
 * long as it takes a good part of what is left.
 */
import { type Bell, sectionLevel, sectionOf } from '../../signal/sections';
import { smoothed } from '../bass/judge';
import type { Correction, CorrectPlace, LeftAlone } from './types';

/** Where rooms ring one by one, Hz; above, places differ by the centimetre. */
export const RANGE = [25, 300] as const;
const PER_OCTAVE = 24;
/** Curves are looked at over 1/12 octave; what is about a place over two. */
const [FINE, ABOUT] = [12, 0.5];
/** Cuts: at least so much in every place, at most so deep, so many. */
const [LEAST, DEEPEST, MOST] = [3, -12, 6];
/** A boost, where they are wanted: so much, so broad, where every place misses at least so much. */
const [BOOST, BROAD, MISSING] = [3, 1.4, -3];
/** A bell is kept when it takes this part of the unevenness. */
const WORTH = 0.03;
/** What is told of what is left, dB; so deep a dip is a null. */
const [TOLD, NULL] = [4, -8];
/** Levels of bells are worked out at this rate: far above the range it does not matter. */
const RATE = 96000;

const WIDTHS = [1.4, 2, 2.8, 4, 5.6, 8, 11, 16];

function gridOf(places: readonly CorrectPlace[]): number[] {
  const from = Math.max(RANGE[0], ...places.map((p) => p.f[0] ?? Infinity));
  const to = Math.min(RANGE[1], ...places.map((p) => p.f.at(-1) ?? 0));
  const grid: number[] = [];
  for (let f = from; f <= to; f *= 2 ** (1 / PER_OCTAVE)) grid.push(f);
  return grid;
}

/** Levels of a place over what is about them, at the frequencies of a grid. */
function excessOf({ f, db }: CorrectPlace, grid: readonly number[]): number[] {
  const there = f.flatMap((v, i) => (Number.isFinite(db[i]) && v >= 15 && v <= 700 ? [i] : []));
  const [own, levels] = [there.map((i) => f[i]!), there.map((i) => db[i]!)];
  const fine = smoothed(own, levels, FINE);
  // The mean of decibels, so that no single peak lifts what it is measured against.
  const mean = (at: number) => {
    const reach = 2 ** (0.5 / ABOUT);
    let [sum, weight] = [0, 0];
    own.forEach((v, i) => {
      if (v < at / reach || v > at * reach) return;
      const share = Math.log(own[Math.min(own.length - 1, i + 1)]! / own[Math.max(0, i - 1)]!);
      sum += share * fine[i]!;
      weight += share;
    });
    return weight > 0 ? sum / weight : Number.NaN;
  };
  let k = 0;
  return grid.map((at) => {
    while (k < own.length - 2 && own[k + 1]! < at) k++;
    const part = Math.min(1, Math.max(0, Math.log(at / own[k]!) / Math.log(own[k + 1]! / own[k]!)));
    return fine[k]! + (fine[k + 1]! - fine[k]!) * part - mean(at);
  });
}

const shapeOf = (bell: Bell, grid: readonly number[]): number[] => {
  const section = sectionOf(bell, RATE);
  return grid.map((f) => sectionLevel(section, f, RATE));
};

const unevenness = (places: readonly (readonly number[])[], shape: readonly number[] | null): number =>
  places.reduce((sum, e) => sum + e.reduce((s, v, i) => s + (v + (shape?.[i] ?? 0)) ** 2, 0), 0);

/** The bell about a frequency that leaves the least unevenness. */
function bestBell(
  places: readonly (readonly number[])[],
  grid: readonly number[],
  about: number,
  gains: readonly number[],
  widths: readonly number[],
): { bell: Bell; left: number; shape: number[] } {
  let best: { bell: Bell; left: number; shape: number[] } | null = null;
  for (const f of [-2, -1, 0, 1, 2].map((by) => about * 2 ** (by / (2 * PER_OCTAVE))))
    for (const q of widths)
      for (const gainDb of gains) {
        const bell = { f, gainDb, q };
        const shape = shapeOf(bell, grid);
        const left = unevenness(places, shape);
        if (!best || left < best.left) best = { bell, left, shape };
      }
  return best!;
}

const swingOf = (e: readonly number[]): number => (Math.max(...e) - Math.min(...e)) / 2;
const rounded = ({ f, gainDb, q }: Bell): Bell => ({
  f: Number(f.toFixed(1)),
  gainDb: Number(gainDb.toFixed(1)),
  q: Number(q.toFixed(2)),
});

/** What is left of peaks and dips, place by place, those of one frequency together. */
function leftAlone(grid: readonly number[], places: readonly (readonly number[])[], full: boolean): LeftAlone[] {
  const found: { kind: 'peak' | 'dip'; f: number; sizeDb: number; place: number }[] = [];
  places.forEach((e, place) =>
    e.forEach((v, i) => {
      const sign = Math.sign(v);
      if (Math.abs(v) < TOLD || (e[i - 1] ?? 0) * sign > v * sign || (e[i + 1] ?? 0) * sign >= v * sign) return;
      if (i === 0 || i === grid.length - 1) return;
      found.push({ kind: v > 0 ? 'peak' : 'dip', f: grid[i]!, sizeDb: v, place });
    }),
  );
  const groups: (typeof found)[] = [];
  for (const one of found.sort((a, b) => Math.abs(b.sizeDb) - Math.abs(a.sizeDb))) {
    const group = groups.find((g) => g[0]!.kind === one.kind && Math.abs(Math.log2(g[0]!.f / one.f)) < 1 / 6);
    if (group) group.push(one);
    else groups.push([one]);
  }
  return groups.map((group): LeftAlone => {
    const [first] = group;
    const { kind, f, sizeDb } = first!;
    const count = new Set(group.map((g) => g.place)).size;
    const at = grid.indexOf(f);
    const alike = Math.min(...places.map((e) => e[at]!)) >= LEAST;
    const why = kind === 'dip' ? (sizeDb <= NULL ? 'null' : 'dip') : !alike ? 'places' : full ? 'most' : 'small';
    return { kind, f, sizeDb, places: count, why };
  });
}

/**
 * `boosts`: broad ones of at most 3 dB where every place misses as much. Throws RangeError without a place, or where places share less than an octave of the
 * range.
 */
export function corrected(places: readonly CorrectPlace[], boosts = false): Correction {
  const grid = places.length > 0 ? gridOf(places) : [];
  if (grid.length < PER_OCTAVE)
    throw new RangeError(`corrected: places must share an octave between ${RANGE[0]} and ${RANGE[1]} Hz`);
  const before = places.map((p) => excessOf(p, grid));
  let now = before.map((e) => [...e]);
  const bells: Bell[] = [];
  const add = (bell: Bell) => {
    const shape = shapeOf(bell, grid);
    now = now.map((e) => e.map((v, i) => v + shape[i]!));
    bells.push(bell);
  };
  while (bells.length < MOST) {
    const common = grid.map((_, i) => Math.min(...now.map((e) => e[i]!)));
    const most = Math.max(...common);
    if (most < LEAST) break;
    const about = grid[common.indexOf(most)]!;
    const gains = [0.4, 0.6, 0.8, 1, 1.2].map((part) => Math.max(DEEPEST, -part * most));
    const { bell, left } = bestBell(now, grid, about, gains, WIDTHS);
    if (left > (1 - WORTH) * unevenness(now, null)) break;
    add(rounded(bell));
  }
  if (boosts) {
    // Broad: over 2/3 of an octave every place misses it.
    const reach = Math.round(PER_OCTAVE / 3);
    const common = grid.map((_, i) =>
      Math.max(...now.map((e) => Math.max(...e.slice(Math.max(0, i - reach), i + reach + 1)))),
    );
    const least = Math.min(...common);
    if (least <= MISSING) {
      const { bell, left } = bestBell(now, grid, grid[common.indexOf(least)]!, [1, 2, BOOST], [0.7, 1, BROAD]);
      if (left < (1 - WORTH) * unevenness(now, null)) add(rounded(bell));
    }
  }
  const all = bells.map((b) => shapeOf(b, grid));
  const gainDb = grid.map((_, i) => all.reduce((s, shape) => s + shape[i]!, 0));
  return {
    bells: [...bells].sort((a, b) => a.f - b.f),
    f: grid,
    gainDb,
    places: places.map(({ title }, i) => ({ title, before: before[i]!, after: now[i]! })),
    swing: { before: Math.max(...before.map(swingOf)), after: Math.max(...now.map(swingOf)) },
    headroomDb: Math.max(0, ...gainDb),
    left: leftAlone(grid, now, bells.length === MOST),
  };
}
