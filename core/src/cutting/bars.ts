/**
 * Bars cut with the least money, then the fewest bars, and the proof of it.
 *
 * A way to cut a bar says how many of each piece come from one. The programme over all ways, parts of bars allowed, is solved by finding ways
 * one by one (Gilmore and Gomory 1961): its value is a bound. Whole bars are then looked for among those ways; where they cost no more than
 * the bound rounded up to what prices can add up to, that is the proof. Where they do, all ways whose reduced cost lies within what is left
 * are written down, for no other can be in a better plan, and the programme over these is solved to its end. Where they are too many, the
 * answer says how far it may lie from the best.
 *
 * On one bar Σ (length + saw cut) ≤ bar − trim + saw cut: the cut behind the last piece may fall outside.
 */
import type { IntegerProgramme, IntegerSolver } from '../dosage/solver';
import { mustBePositive } from '../quantities/guard';

export interface BarStock {
  /** m */
  length: number;
  /** Of one, in any currency. */
  price: number;
  /** How many there are; null: as many as wanted. */
  available: number | null;
}

export interface BarPiece {
  /** m */
  length: number;
  count: number;
}

/** Bars cut alike. */
export interface CutBars {
  /** Index into the stock, and how many of it. */
  stock: number;
  count: number;
  /** By piece: how many are cut from one. */
  pieces: number[];
  /** What is left of one, m. */
  rest: number;
}

export type CutPlan =
  | {
      feasible: true;
      cost: number;
      bars: number;
      /** Σ of all pieces, m. */
      netLength: number;
      cuts: CutBars[];
      /** Whether no cheaper way can be; else the least it must cost. */
      proved: boolean;
      atLeast: number;
    }
  | { feasible: false };

/** Lengths nearer to each other than this are one, m. */
const CRUMB = 1e-9;
/** Most ways that are written down for the proof, and most steps of the search for one way. */
const MOST_WAYS = 8000;
const MOST_STEPS = 3_000_000;
/** Nodes of the search for whole bars: first among the ways the bound has found, then among all that matter. */
const NODES = { first: 300, last: 200 };
/** The same for who has time. */
export const PATIENT_NODES = 2000;
/** What a bound may be wrong by. */
const SLACK = 1e-6;

interface Way {
  stock: number;
  pieces: number[];
}

interface Job {
  solver: IntegerSolver;
  /** Length with its cut, and how many, by piece wanted. */
  takes: readonly number[];
  counts: readonly number[];
  /** Of the last search. */
  nodes: number;
  /** By stock: usable length and one cut, price, how many there are. */
  rooms: readonly number[];
  prices: readonly number[];
  available: readonly (number | null)[];
}

const fits = (room: number, take: number): number => Math.floor((room + CRUMB) / take);

/** The way of most worth on a bar: a bounded knapsack, by branch and bound in the order of worth for length. */
function bestWay({ takes, counts }: Job, room: number, worth: readonly number[]) {
  const order = takes.map((_, i) => i).filter((i) => worth[i]! > 0);
  order.sort((a, b) => worth[b]! / takes[b]! - worth[a]! / takes[a]!);
  let best = { value: 0, pieces: takes.map(() => 0) };
  const pieces = takes.map(() => 0);
  let steps = 0;
  const walk = (at: number, left: number, value: number): void => {
    if (value > best.value + CRUMB) best = { value, pieces: [...pieces] };
    const i = order[at];
    if (i === undefined || (steps += 1) > MOST_STEPS) return;
    if (value + (left * worth[i]!) / takes[i]! <= best.value + CRUMB) return;
    for (let n = Math.min(counts[i]!, fits(left, takes[i]!)); n >= 0; n--) {
      pieces[i] = n;
      walk(at + 1, left - n * takes[i]!, value + n * worth[i]!);
    }
    pieces[i] = 0;
  };
  walk(0, room, 0);
  // Given up early it may not be the best: then nothing is proved by it.
  return { ...best, sure: steps <= MOST_STEPS };
}

/** Every full way on a bar worth at least so much; null when there are more than may be. */
function waysWorth(
  { takes, counts }: Job,
  room: number,
  worth: readonly number[],
  least: number,
  limit: number,
): number[][] | null {
  const order = takes
    .map((_, i) => i)
    .sort((a, b) => worth[b]! / takes[b]! - worth[a]! / takes[a]! || takes[b]! - takes[a]!);
  const found: number[][] = [];
  const pieces = takes.map(() => 0);
  let steps = 0;
  const walk = (at: number, left: number, value: number): boolean => {
    if ((steps += 1) > MOST_STEPS || found.length > limit) return false;
    const i = order[at];
    if (i === undefined) {
      const full = takes.every((t, k) => pieces[k]! >= counts[k]! || t > left + CRUMB);
      if (full && value >= least - CRUMB) found.push([...pieces]);
      return true;
    }
    if (value + (left * worth[i]!) / takes[i]! < least - CRUMB) return true;
    for (let n = Math.min(counts[i]!, fits(left, takes[i]!)); n >= 0; n--) {
      pieces[i] = n;
      if (!walk(at + 1, left - n * takes[i]!, value + n * worth[i]!)) return false;
    }
    pieces[i] = 0;
    return true;
  };
  return walk(0, room, 0) ? found : null;
}

/** What is made as small as can be, by stock, and what the prices may add up to at most. */
interface Aim {
  each: readonly number[];
  money: number | null;
  /** Every sum is a whole number of these; 0: nothing is known of it. */
  step: number;
}

/** @param between least and most the aim may come to; null: anything */
function programmeOf(
  job: Job,
  aim: Aim,
  ways: readonly Way[],
  between: readonly [least: number, most: number | null] | null,
): IntegerProgramme {
  const { counts, prices, available } = job;
  const cost = ways.map((w) => aim.each[w.stock]!);
  const total = counts.reduce((a, b) => a + b, 0);
  const bar = (k: number) => ways.map((w) => (w.stock === k ? 1 : 0));
  return {
    cost,
    max: ways.map((w) => Math.min(total, available[w.stock] ?? total)),
    rows: [
      ...counts.map((n, i) => ({
        name: `piece ${i}`,
        coefficients: ways.map((w) => w.pieces[i]!),
        lower: n,
        upper: null,
      })),
      ...available.flatMap((n, k) =>
        n === null ? [] : [{ name: `stock ${k}`, coefficients: bar(k), lower: null, upper: n }],
      ),
      ...(aim.money === null
        ? []
        : [{ name: 'money', coefficients: ways.map((w) => prices[w.stock]!), lower: null, upper: aim.money + SLACK }]),
      ...(between === null
        ? []
        : [
            {
              name: 'bound',
              coefficients: cost,
              lower: between[0] - SLACK,
              upper: between[1] === null ? null : between[1] + SLACK,
            },
          ]),
    ],
  };
}

interface Bound {
  value: number;
  ways: Way[];
  /** Worth of one more of each piece, and what a bar costs with what its scarcity and the money are worth. */
  worth: number[];
  bars: number[];
  /** How many of each way, in parts. */
  x: number[];
  /** Whether every search for a way came to its end: else the value is no bound. */
  sure: boolean;
}

/** The bound by finding ways; null where even parts of bars do not do. */
function boundOf(job: Job, aim: Aim, start: readonly Way[]): Bound | null {
  const { solver, takes, counts, rooms, prices, available } = job;
  const ways = [...start];
  const known = new Set(ways.map((w) => `${w.stock} ${w.pieces.join(' ')}`));
  // Pieces out of nothing, so dear that none is left where there is any other way.
  const dear = 1e3 * (Math.max(...aim.each, 1) + 1);
  for (;;) {
    const programme = programmeOf(job, aim, ways, null);
    const withNone: IntegerProgramme = {
      cost: [...programme.cost, ...counts.map(() => dear)],
      max: [...programme.max, ...counts],
      rows: programme.rows.map((row, r) => ({
        ...row,
        coefficients: [...row.coefficients, ...counts.map((_, i) => (r === i ? 1 : 0))],
      })),
    };
    const answer = solver.relaxed(withNone);
    if (answer.status === 'infeasible') return null;
    const worth = counts.map((_, i) => Math.max(0, answer.duals[i]!));
    let r = counts.length;
    const scarce = available.map((n) => (n === null ? 0 : Math.min(0, answer.duals[r++]!)));
    const money = aim.money === null ? 0 : Math.min(0, answer.duals[r]!);
    const bars = aim.each.map((c, k) => c - scarce[k]! - money * prices[k]!);
    let more = false;
    let sure = true;
    rooms.forEach((room, k) => {
      if (available[k] === 0) return;
      const { value, pieces, sure: ended } = bestWay(job, room, worth);
      sure &&= ended;
      const key = `${k} ${pieces.join(' ')}`;
      if (value <= bars[k]! + SLACK / 10 || known.has(key)) return;
      known.add(key);
      ways.push({ stock: k, pieces });
      more = true;
    });
    if (more) continue;
    const nothing = answer.x.slice(ways.length).some((n) => n > SLACK);
    if (nothing) return null;
    // Every piece in some way on every bar it fits, for whole bars.
    const parts = answer.x.slice(0, ways.length);
    rooms.forEach((room, k) =>
      takes.forEach((t, i) => {
        const pieces = takes.map((_, m) => (m === i ? Math.min(counts[i]!, fits(room, t)) : 0));
        if (available[k] !== 0 && pieces[i]! > 0 && !known.has(`${k} ${pieces.join(' ')}`))
          ways.push({ stock: k, pieces });
      }),
    );
    return { value: answer.value, ways, worth, bars, x: ways.map((_, w) => parts[w] ?? 0), sure };
  }
}

/** Whole bars by taking what the bound takes whole, else its largest part, and asking again for what is left; the ways taken. */
function dive(job: Job, aim: Aim): Way[] | null {
  const taken: Way[] = [];
  const counts = [...job.counts];
  const available = [...job.available];
  let { money } = aim;
  let ways: Way[] = [];
  while (counts.some((n) => n > 0)) {
    const bound = boundOf({ ...job, counts, available }, { ...aim, money }, ways);
    if (!bound) return null;
    ways = bound.ways.filter((_, w) => bound.x[w]! > SLACK);
    const largest = bound.x.reduce((best, n, w) => (n > bound.x[best]! ? w : best), 0);
    bound.ways.forEach((way, w) => {
      const whole = bound.x[largest]! < 1 ? (w === largest ? 1 : 0) : Math.floor(bound.x[w]! + SLACK);
      for (let n = 0; n < whole; n++) {
        if (way.pieces.every((m, i) => m === 0 || counts[i] === 0)) return;
        taken.push(way);
        way.pieces.forEach((m, i) => (counts[i] = Math.max(0, counts[i]! - m)));
        if (available[way.stock] !== null) available[way.stock]! -= 1;
        if (money !== null) money -= job.prices[way.stock]!;
      }
    });
    if (available.some((n) => n !== null && n < 0) || (money !== null && money < -SLACK)) return null;
  }
  return taken;
}

interface Whole {
  x: number[];
  ways: Way[];
  value: number;
  atLeast: number;
  proved: boolean;
}

/** The least of an aim in whole bars; null where there is none, or none was found. */
function wholeBars(job: Job, aim: Aim, start: readonly Way[]): Whole | null {
  const bound = boundOf(job, aim, start);
  if (!bound) return null;
  const { step } = aim;
  const up = !bound.sure ? 0 : step > 0 ? Math.ceil((bound.value - SLACK) / step) * step : bound.value;
  const first = job.solver.solve(programmeOf(job, aim, bound.ways, [up, null]), NODES.first);
  let found = first.status === 'optimal' ? first : null;
  let held = bound.ways;
  const whole = (x: number[], ways: Way[], value: number, proved: boolean): Whole => ({
    ...{ x, ways, value, proved },
    atLeast: proved ? value : Math.min(up, value),
  });
  if (!found || found.cost > up + SLACK) {
    const dived = dive(job, aim);
    const value = dived?.reduce((sum, w) => sum + aim.each[w.stock]!, 0) ?? Infinity;
    if (dived && (!found || value < found.cost - SLACK)) {
      held = dived;
      found = { status: 'optimal', x: dived.map(() => 1), cost: value, gap: 0 };
    }
  }
  if (found && found.cost <= up + SLACK) return whole(found.x, held, found.cost, true);
  const within = found ? found.cost - step - bound.value : Infinity;
  let limit = MOST_WAYS;
  const matter: Way[] = [];
  for (const [k, room] of job.rooms.entries()) {
    if (job.available[k] === 0) continue;
    const least = found ? bound.bars[k]! - within : 0;
    const ways = waysWorth(job, room, bound.worth, least, limit);
    if (ways === null || !bound.sure) return found ? whole(found.x, held, found.cost, false) : null;
    limit -= ways.length;
    matter.push(...ways.map((pieces) => ({ stock: k, pieces })));
  }
  // Only what is better is looked for: where there is none, what was found is the best.
  const better = found ? found.cost - Math.max(step, 2 * SLACK) : null;
  const last = matter.length > 0 ? job.solver.solve(programmeOf(job, aim, matter, [up, better]), job.nodes) : null;
  if (last?.status === 'optimal') return whole(last.x, matter, last.cost, last.gap === 0);
  return found ? whole(found.x, held, found.cost, last === null || last.status === 'infeasible') : null;
}

/** What all sums of prices are whole numbers of, to a ten-thousandth; 0 where there is no such. */
function stepOf(prices: readonly number[]): number {
  const units = prices.map((p) => Math.round(p * 1e4));
  if (prices.some((p, i) => Math.abs(p * 1e4 - units[i]!) > 1e-6)) return 0;
  const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));
  return units.reduce(gcd, 0) / 1e4;
}

/**
 * The cheapest way to cut pieces from bars, and of these the one with the fewest bars.
 * @param kerf saw cut; trim: taken off every bar before it is used; m
 * @param nodes how long the proof is searched for
 * @throws RangeError for lengths not above 0, counts or prices below 0
 */
export function cutBars(
  solver: IntegerSolver,
  {
    stock,
    pieces,
    kerf,
    trim,
  }: { stock: readonly BarStock[]; pieces: readonly BarPiece[]; kerf: number; trim: number },
  nodes = NODES.last,
): CutPlan {
  stock.forEach((s) => {
    mustBePositive('cutBars', 'stock length', s.length);
    if (!(s.price >= 0)) throw new RangeError(`cutBars: price must not be below 0, got ${s.price}`);
    if (s.available !== null && !(Number.isInteger(s.available) && s.available >= 0))
      throw new RangeError(`cutBars: available must be a whole number or null, got ${s.available}`);
  });
  pieces.forEach((p) => {
    mustBePositive('cutBars', 'piece length', p.length);
    if (!(Number.isInteger(p.count) && p.count >= 0))
      throw new RangeError(`cutBars: count must be a whole number, got ${p.count}`);
  });
  if (!(kerf >= 0 && trim >= 0))
    throw new RangeError(`cutBars: kerf and trim must not be below 0, got ${kerf}, ${trim}`);
  const netLength = pieces.reduce((sum, p) => sum + p.length * p.count, 0);
  const lengths = [...new Set(pieces.filter((p) => p.count > 0).map((p) => p.length))].sort((a, b) => b - a);
  if (lengths.length === 0) return { feasible: true, cost: 0, bars: 0, netLength, cuts: [], proved: true, atLeast: 0 };
  const wanted = lengths.map((length) => ({
    length,
    count: pieces.reduce((sum, p) => sum + (p.length === length ? p.count : 0), 0),
  }));
  const job: Job = {
    solver,
    nodes,
    takes: wanted.map((p) => p.length + kerf),
    counts: wanted.map((p) => p.count),
    rooms: stock.map((s) => s.length - trim + kerf),
    prices: stock.map((s) => s.price),
    available: stock.map((s) => s.available),
  };
  const reach = Math.max(0, ...job.rooms.filter((_, k) => job.available[k] !== 0));
  if (job.takes[0]! > reach + CRUMB) return { feasible: false };
  const cheapest = wholeBars(job, { each: job.prices, money: null, step: stepOf(job.prices) }, []);
  if (!cheapest) return { feasible: false };
  const used = cheapest.ways.filter((_, w) => cheapest.x[w]! > 0);
  const fewest = wholeBars(job, { each: stock.map(() => 1), money: cheapest.value, step: 1 }, used) ?? cheapest;
  const cost = fewest.x.reduce((sum, n, w) => sum + n * job.prices[fewest.ways[w]!.stock]!, 0);
  return {
    feasible: true,
    cost,
    bars: fewest.x.reduce((a, b) => a + b, 0),
    netLength,
    cuts: asCut(stock, pieces, wanted, fewest.ways, fewest.x, { kerf, trim }),
    proved: cheapest.proved && fewest.proved,
    atLeast: cheapest.atLeast,
  };
}

/** Bars cut alike together, the longest first; what would be cut in excess stays on the bar. */
function asCut(
  stock: readonly BarStock[],
  pieces: readonly BarPiece[],
  wanted: readonly BarPiece[],
  ways: readonly Way[],
  x: readonly number[],
  { kerf, trim }: { kerf: number; trim: number },
): CutBars[] {
  const left = pieces.map((p) => p.count);
  const alike = new Map<string, CutBars>();
  ways.forEach((way, w) => {
    for (let n = 0; n < x[w]!; n++) {
      const cut = pieces.map(() => 0);
      wanted.forEach(({ length }, i) => {
        let more = way.pieces[i]!;
        pieces.forEach((p, k) => {
          if (p.length !== length) return;
          cut[k] = Math.min(more, left[k]!);
          left[k]! -= cut[k];
          more -= cut[k];
        });
      });
      const used = pieces.reduce((sum, p, k) => sum + cut[k]! * (p.length + kerf), 0);
      const key = `${way.stock} ${cut.join(' ')}`;
      const same = alike.get(key);
      if (same) same.count += 1;
      else
        alike.set(key, {
          stock: way.stock,
          count: 1,
          pieces: cut,
          rest: Math.max(0, stock[way.stock]!.length - trim - used),
        });
    }
  });
  return [...alike.values()].sort(
    (a, b) => stock[b.stock]!.length - stock[a.stock]!.length || b.count - a.count || a.rest - b.rest,
  );
}
