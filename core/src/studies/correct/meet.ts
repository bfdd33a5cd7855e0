/**
 * How a subwoofer meets the loudspeakers, from measurements: each alone and both together at the same level.
 *
 * Responses taken one by one have no time in common. What they give together says how they lay in time: of all delays and both polarities the one with which
 * the sum of the two has the measured level. From there every other delay, polarity and level is reckoned.
 */
import { SWING_SCHOOLS, swingOf } from '../bass/judge';

/** One place: complex responses over the same frequencies, and the level of both together, dB. */
export interface MeetPlace {
  title: string;
  mains: { re: ArrayLike<number>; im: ArrayLike<number> };
  sub: { re: ArrayLike<number>; im: ArrayLike<number> };
  togetherDb: ArrayLike<number>;
}

/** As the subwoofer is set: later by so much (negative: the others are), turned over, louder. */
interface SubSetting {
  ms: number;
  inverted: boolean;
  gainDb: number;
}

export interface Meeting {
  f: number[];
  /** How it lay in time when it was measured, at each place, and how far the levels of the sum miss those measured, dB. */
  found: { title: string; ms: number; inverted: boolean; missDb: number; told: boolean }[];
  /** What to change; null: nothing is worth it, or it is not told how they lie. */
  best: SubSetting | null;
  /** At each place: levels as they are and as set, dB, and half of highest less lowest, dB. */
  places: { title: string; before: number[]; after: number[]; swing: { before: number; after: number } }[];
}

/** Where they meet is told of, Hz. */
export const MEET = [25, 200] as const;
/** Delays between the two that can be, ms, and their step. */
const REACH = 40;
const STEP = 0.1;
/** So far the sum may miss what was measured, of its energy; and another delay that far off (ms) has to miss by so much more. */
const MISS = 0.35;
const TOLD = { apart: 2, ratio: 1.3 } as const;
/** What can be set: delays, ms, and levels, dB. */
const DELAYS = Array.from({ length: 81 }, (_, i) => (i - 40) / 2);
const GAINS = [-6, -5, -4, -3, -2, -1, 0, 1, 2, 3, 4, 5, 6];
/** A change has to take so much off the swing, dB; a step of level and of delay has to be worth so much. */
const WORTH = 0.7;
const EFFORT = { db: 0.05, ms: 0.02 } as const;

const energyDb = (v: number) => 10 * Math.log10(Math.max(1e-24, v));

/** Levels of both together with the subwoofer so much later, turned over or not, louder. */
function sum(f: readonly number[], { mains, sub }: MeetPlace, { ms, inverted, gainDb }: SubSetting): number[] {
  const size = (inverted ? -1 : 1) * 10 ** (gainDb / 20);
  return f.map((v, i) => {
    const turn = -2 * Math.PI * v * ms * 1e-3;
    const [c, s] = [size * Math.cos(turn), size * Math.sin(turn)];
    const re = mains.re[i]! + c * sub.re[i]! - s * sub.im[i]!;
    const im = mains.im[i]! + c * sub.im[i]! + s * sub.re[i]!;
    return energyDb(re * re + im * im);
  });
}

/**
 * Every delay and polarity that could have been, with how far its sum misses what was measured: root mean square of the energy over that of both apart, so
 * that no null decides; the level of the take together is free.
 */
function triedIn(f: readonly number[], { mains, sub, togetherDb }: MeetPlace) {
  // Where one of them is far below the other, their time does not show.
  const rows = f.map((v, i) => {
    const [a, b] = [mains.re[i]! ** 2 + mains.im[i]! ** 2, sub.re[i]! ** 2 + sub.im[i]! ** 2];
    const both = Math.max(1e-24, a + b);
    const apart = energyDb(a) - energyDb(b);
    return {
      turn: -2 * Math.PI * v * 1e-3,
      weight: Math.exp(-((apart / 8) ** 2)) * (i > 0 ? Math.log(v / f[i - 1]!) : 0),
      // 2 Re(conj(mains) sub e^(j turn ms)) over both.
      re: (2 * (mains.re[i]! * sub.re[i]! + mains.im[i]! * sub.im[i]!)) / both,
      im: (2 * (mains.re[i]! * sub.im[i]! - mains.im[i]! * sub.re[i]!)) / both,
      together: 10 ** (togetherDb[i]! / 10) / both,
    };
  });
  const whole = Math.max(
    1e-12,
    rows.reduce((s, r) => s + r.weight, 0),
  );
  const square = rows.reduce((s, r) => s + r.weight * r.together ** 2, 0);
  const missOf = (ms: number, sign: number) => {
    let [cross, own] = [0, 0];
    for (const { turn, weight, re, im, together } of rows) {
      const sum = 1 + sign * (re * Math.cos(turn * ms) - im * Math.sin(turn * ms));
      cross += weight * sum * together;
      own += weight * sum * sum;
    }
    return Math.sqrt(Math.max(0, own - (cross * cross) / Math.max(1e-24, square)) / whole);
  };
  return Array.from({ length: Math.round((2 * REACH) / STEP) + 1 }, (_, k) => -REACH + k * STEP).flatMap((ms) =>
    [false, true].map((inverted) => ({ ms, inverted, miss: missOf(ms, inverted ? -1 : 1) })),
  );
}

/** How they lay in time at each place; polarity is the same in all of them. */
function layIn(f: readonly number[], places: readonly MeetPlace[]): Meeting['found'] {
  const all = places.map((p) => triedIn(f, p));
  const least = (list: ReturnType<typeof triedIn>) => list.reduce((a, b) => (b.miss < a.miss ? b : a));
  const missing = (inverted: boolean) =>
    all.reduce((s, tried) => s + least(tried.filter((t) => t.inverted === inverted)).miss ** 2, 0);
  const inverted = missing(true) < missing(false);
  return all.map((tried, i) => {
    const best = least(tried.filter((t) => t.inverted === inverted));
    // The same delay with the other polarity is told apart by all places together.
    const others = tried.filter(
      (t) =>
        (places.length === 1 && t.inverted !== inverted) ||
        (t.inverted === inverted && Math.abs(t.ms - best.ms) > TOLD.apart),
    );
    const { ms, miss } = best;
    const told = miss < MISS && least(others).miss > TOLD.ratio * miss;
    return { title: places[i]!.title, ms, inverted, missDb: energyDb(1 + miss), told };
  });
}

const swing = (f: readonly number[], db: readonly number[]) => swingOf(f, db, SWING_SCHOOLS[0]!)?.swingDb ?? 0;

/** `f`: within {@link MEET}, Hz, rising. Throws RangeError for fewer than eight of them or no place. */
export function meeting(f: readonly number[], places: readonly MeetPlace[]): Meeting {
  if (places.length === 0 || f.length < 8)
    throw new RangeError(`meeting: expected a place and at least 8 frequencies, got ${places.length} and ${f.length}`);
  const found = layIn(f, places);
  const toldOf = places.flatMap((p, i) => (found[i]!.told ? [{ p, was: found[i]! }] : []));
  const before = places.map((p, i) => sum(f, p, { ...found[i]!, gainDb: 0 }));
  if (toldOf.length === 0) {
    const same = places.map(({ title, togetherDb }) => ({
      ...{ title, before: Array.from(togetherDb), after: Array.from(togetherDb) },
      swing: { before: swing(f, Array.from(togetherDb)), after: swing(f, Array.from(togetherDb)) },
    }));
    return { f: [...f], found, best: null, places: same };
  }
  const set = ({ p, was }: (typeof toldOf)[number], s: SubSetting) =>
    sum(f, p, { ms: was.ms + s.ms, inverted: was.inverted !== s.inverted, gainDb: s.gainDb });
  const costOf = (s: SubSetting) =>
    Math.max(...toldOf.map((t) => swing(f, set(t, s)))) + EFFORT.db * Math.abs(s.gainDb) + EFFORT.ms * Math.abs(s.ms);
  const now = costOf({ ms: 0, inverted: false, gainDb: 0 });
  let best: { s: SubSetting; cost: number } | null = null;
  for (const inverted of [false, true])
    for (const ms of DELAYS)
      for (const gainDb of GAINS) {
        const s = { ms, inverted, gainDb };
        const cost = costOf(s);
        if (cost < (best?.cost ?? now - WORTH)) best = { s, cost };
      }
  const after = places.map((p, i) => (best ? set({ p, was: found[i]! }, best.s) : before[i]!));
  return {
    ...{ f: [...f], found, best: best?.s ?? null },
    places: places.map(({ title }, i) => ({
      ...{ title, before: before[i]!, after: after[i]! },
      swing: { before: swing(f, before[i]!), after: swing(f, after[i]!) },
    })),
  };
}
