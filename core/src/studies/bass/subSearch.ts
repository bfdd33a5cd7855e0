/**
 * Which places, level and polarity of subwoofers are best: every choice of one, two or four of the candidates, every level in steps of
 * 1 dB within ± 12 dB of the one that meets the pair, both polarities. Exact: a choice is passed over only when the ears' part of its cost
 * alone is not better than what is already found.
 *
 * With S what the subwoofers give at one level and M what the pair gives, the energy at a gain g is g²|S|² + 2g Re(S M*) + |M|². All three
 * are smoothed once for a choice; a level then costs no more than its logarithms.
 */
import { EVEN_RANGE, SPREAD_RANGE, SPREAD_WEIGHT, SWING_SCHOOLS } from './judge';
import type { Response } from '../waves/waveEngine';

export interface SubChoice {
  picks: number[];
  /** Whole dB; both polarities. */
  gainDb: number;
  inverted: boolean;
  swingDb: number;
  evenDb: number;
  spreadDb: number;
  cost: number;
}

export interface SubProblem {
  frequencies: ArrayLike<number>;
  /** Of each candidate at each place of the head, ears first. */
  candidates: readonly (readonly Response[])[];
  /** Of the pair at the same places; null when there is none: subwoofers then play alone, at 0 dB. */
  mains: readonly Response[] | null;
  /** Level of the pair where it meets the subwoofers, and where theirs is read, Hz. */
  edge: number;
  /** Levels a feed can have, dB. */
  gains: readonly [number, number];
}

/** Steps about the level that meets the pair, dB. */
const REACH = 12;
const DB = 10 / Math.LN10;

/** Energy mean over a part of an octave, as bassJudge.smoothed, for many curves on one axis. */
function smoother(axis: ArrayLike<number>, fraction: number): (energy: Float64Array, out: Float64Array) => void {
  const n = axis.length;
  const half = 2 ** (0.5 / fraction);
  const share = Float64Array.from({ length: n }, (_, i) =>
    Math.log(axis[Math.min(n - 1, i + 1)]! / axis[Math.max(0, i - 1)]!),
  );
  const [from, to] = [new Int32Array(n), new Int32Array(n)];
  const weight = new Float64Array(n);
  for (let i = 0, a = 0, b = 0; i < n; i++) {
    while (b < n && axis[b]! <= axis[i]! * half) b += 1;
    while (axis[a]! < axis[i]! / half) a += 1;
    [from[i], to[i]] = [a, b];
    for (let k = a; k < b; k++) weight[i]! += share[k]!;
  }
  const sums = new Float64Array(n + 1);
  return (energy, out) => {
    for (let i = 0; i < n; i++) sums[i + 1] = sums[i]! + share[i]! * energy[i]!;
    for (let i = 0; i < n; i++) out[i] = (sums[to[i]!]! - sums[from[i]!]!) / weight[i]!;
  };
}

const indices = (axis: ArrayLike<number>, from: number, to: number): number[] =>
  Array.from({ length: axis.length }, (_, i) => i).filter((i) => axis[i]! >= from && axis[i]! <= to);

export function createSubSearch({ frequencies: axis, candidates, mains, edge, gains }: SubProblem) {
  const n = axis.length;
  const places = candidates[0]?.length ?? 0;
  const smooth = smoother(axis, SWING_SCHOOLS[0]!.fraction);
  // swing and evenness over 30–150 Hz, spread over 30–120 Hz; weights over the logarithm of frequency.
  const judged = indices(axis, EVEN_RANGE[0], EVEN_RANGE[1]);
  const weightAt = (i: number) => (i > 0 ? Math.log(axis[i]! / axis[i - 1]!) : 0);
  const evenWeight = judged.map(weightAt);
  const spread = indices(axis, SPREAD_RANGE[0], SPREAD_RANGE[1]).filter((i) => i > 0);
  const meanOf = (re: Float64Array, im: Float64Array, from: number, to: number): number => {
    const list = indices(axis, from, to);
    const sum = list.reduce((s, i) => s + re[i]! ** 2 + im[i]! ** 2, 0);
    return DB * Math.log(Math.max(1e-12, sum / Math.max(1, list.length)));
  };
  const wanted = mains ? meanOf(mains[0]!.re, mains[0]!.im, edge, 2 * edge) : 0;

  const make = () => Array.from({ length: places }, () => [0, 1, 2].map(() => new Float64Array(n)));
  const kept = make();
  const raw = [0, 1, 2].map(() => new Float64Array(n));
  const [re, im] = [new Float64Array(n), new Float64Array(n)];
  /** The three smoothed energies of a choice at one place; also leaves Σ S in re, im. */
  const prepare = (picks: readonly number[], place: number) => {
    re.fill(0);
    im.fill(0);
    for (const p of picks) {
      const r = candidates[p]![place]!;
      for (let q = 0; q < n; q++) {
        re[q]! += r.re[q]!;
        im[q]! += r.im[q]!;
      }
    }
    const m = mains?.[place];
    for (let q = 0; q < n; q++) {
      const [a, b] = [m ? m.re[q]! : 0, m ? m.im[q]! : 0];
      raw[0]![q] = re[q]! ** 2 + im[q]! ** 2;
      raw[1]![q] = 2 * (re[q]! * a + im[q]! * b);
      raw[2]![q] = a * a + b * b;
    }
    raw.forEach((energy, k) => smooth(energy, kept[place]![k]!));
  };
  const level = (place: number, g: number, i: number): number => {
    const [s, x, m] = kept[place]! as [Float64Array, Float64Array, Float64Array];
    return DB * Math.log(Math.max(1e-12, g * g * s[i]! + g * x[i]! + m[i]!));
  };
  const atEars = (g: number): { swingDb: number; evenDb: number } => {
    let [high, low, sum, square, weight] = [-Infinity, Infinity, 0, 0, 0];
    for (let k = 0; k < judged.length; k++) {
      const l = level(0, g, judged[k]!);
      if (l > high) high = l;
      if (l < low) low = l;
      const w = evenWeight[k]!;
      sum += w * l;
      square += w * l * l;
      weight += w;
    }
    const mean = weight > 0 ? sum / weight : 0;
    return {
      swingDb: high > low ? (high - low) / 2 : 0,
      evenDb: weight > 0 ? Math.sqrt(Math.max(0, square / weight - mean * mean)) : 0,
    };
  };
  const spreadOf = (g: number): number => {
    let [sum, weight] = [0, 0];
    for (const i of spread) {
      let [s, q] = [0, 0];
      for (let p = 0; p < places; p++) {
        const l = level(p, g, i);
        s += l;
        q += l * l;
      }
      const mean = s / places;
      const w = weightAt(i);
      sum += w * Math.sqrt(Math.max(0, q / places - mean * mean));
      weight += w;
    }
    return weight > 0 ? sum / weight : 0;
  };
  /** Gains worth trying for a choice, after {@link prepare} at the ears. */
  const gainsOf = (): { gainDb: number; inverted: boolean; g: number }[] => {
    if (!mains) return [{ gainDb: 0, inverted: false, g: 1 }];
    const middle = Math.round(wanted - meanOf(re, im, EVEN_RANGE[0], edge));
    const list: { gainDb: number; inverted: boolean; g: number }[] = [];
    for (let gainDb = middle - REACH; gainDb <= middle + REACH; gainDb++) {
      if (gainDb < gains[0] || gainDb > gains[1]) continue;
      const size = 10 ** (gainDb / 20);
      list.push({ gainDb, inverted: false, g: size }, { gainDb, inverted: true, g: -size });
    }
    // Nothing that can be fed meets the pair: the nearest that can.
    if (list.length > 0) return list;
    const gainDb = middle < gains[0] ? gains[0] : gains[1];
    return [{ gainDb, inverted: false, g: 10 ** (gainDb / 20) }];
  };
  const earsCost = ({ swingDb, evenDb }: { swingDb: number; evenDb: number }) => (swingDb + 2 * evenDb) / 2;

  let tried = 0;
  /** The best `most` choices of so many candidates, cheapest first. */
  const best = (choices: readonly (readonly number[])[], most: number): SubChoice[] => {
    const bounds = new Float64Array(choices.length);
    choices.forEach((picks, c) => {
      prepare(picks, 0);
      let least = Infinity;
      for (const { g } of gainsOf()) least = Math.min(least, earsCost(atEars(g)));
      bounds[c] = least;
    });
    tried += choices.length;
    const order = Array.from(bounds.keys()).sort((a, b) => bounds[a]! - bounds[b]! || a - b);
    const found: SubChoice[] = [];
    for (const c of order) {
      const worst = found.length < most ? Infinity : found[most - 1]!.cost;
      if (bounds[c]! >= worst) break;
      const picks = choices[c]!;
      prepare(picks, 0);
      const levels = gainsOf();
      for (let p = 1; p < places; p++) prepare(picks, p);
      let own: SubChoice | null = null;
      for (const { gainDb, inverted, g } of levels) {
        const ears = atEars(g);
        if (earsCost(ears) >= Math.min(worst, own?.cost ?? Infinity)) continue;
        const spreadDb = spreadOf(g);
        const cost = earsCost(ears) + SPREAD_WEIGHT * spreadDb;
        if (!own || cost < own.cost) own = { picks: [...picks], gainDb, inverted, ...ears, spreadDb, cost };
      }
      if (own && own.cost < worst) {
        found.push(own);
        found.sort((a, b) => a.cost - b.cost);
        found.length = Math.min(found.length, most);
      }
    }
    return found;
  };
  return { best, tried: () => tried };
}

/** All choices of `count` out of `of`, each rising. */
export function choicesOf(count: number, of: number): number[][] {
  const list: number[][] = [];
  const grow = (picks: number[], from: number) => {
    if (picks.length === count) return void list.push(picks);
    for (let i = from; i <= of - (count - picks.length); i++) grow([...picks, i], i + 1);
  };
  grow([], 0);
  return list;
}
