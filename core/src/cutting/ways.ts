/**
 * Stock cut with the least money, then the fewest pieces of it, and the proof: what bars, boards and rolls have in common.
 *
 * A way to cut one piece of stock says how many of each part come from it. The programme over all ways, parts of stock allowed, is solved by
 * finding ways one by one (Gilmore and Gomory 1961): its value is a bound. Whole stock is then looked for among those ways; where it costs no
 * more than the bound rounded up to what prices can add up to, that is the proof. Where it does, all ways whose reduced cost lies within what
 * is left are written down, for no other can be in a better plan, and the programme over these is solved to its end. Where they are too many,
 * or cannot be written down, the answer says how far it may lie from the best.
 */
import type { IntegerProgramme, IntegerSolver } from '../dosage/solver';

/** One way to cut one piece of a stock, and how it lies there. */
export interface Way<L> {
  stock: number;
  pieces: readonly number[];
  layout: L;
}

export interface Job<L> {
  solver: IntegerSolver;
  /** How many of each part are wanted. */
  counts: readonly number[];
  /** By stock: price, and how many there are; null: as many as wanted. */
  prices: readonly number[];
  available: readonly (number | null)[];
  /** Of the last search for whole stock. */
  nodes: number;
  /** A way of great worth on a stock; null: what can be worth most is asked for with `most`. */
  best(
    stock: number,
    worth: readonly number[],
    counts: readonly number[],
  ): { way: Way<L>; value: number | null; sure: boolean };
  /** What no way on a stock is worth more than. */
  most?(stock: number, worth: readonly number[]): number;
  /** Worths of parts that tell by themselves how much stock is wanted: their areas. */
  measures?: readonly (readonly number[])[];
  /** Every full way on a stock worth at least so much; null when there are more than may be, or nobody knows. */
  every(stock: number, worth: readonly number[], least: number, limit: number): Way<L>[] | null;
  /** As many of one part alone as go on a stock; null: none does. */
  only(stock: number, part: number, counts: readonly number[]): Way<L> | null;
}

/** Most ways that are written down for the proof. */
const MOST_WAYS = 8000;
/** Nodes of the search for whole stock: first among the ways the bound has found, then among all that matter. */
export const NODES = { first: 300, last: 200 };
/** The same for who has time. */
export const PATIENT_NODES = 2000;
/** What a bound may be wrong by. */
const SLACK = 1e-6;

/** What is made as small as can be, by stock, and what the prices may add up to at most. */
interface Aim {
  each: readonly number[];
  money: number | null;
  /** Every sum is a whole number of these; 0: nothing is known of it. */
  step: number;
}

/** @param between least and most the aim may come to; null: anything */
function programmeOf<L>(
  job: Job<L>,
  aim: Aim,
  ways: readonly Way<L>[],
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

interface Bound<L> {
  /** No whole stock does with less. */
  value: number;
  ways: Way<L>[];
  /** Worth of one more of each part, and what a piece of stock costs with what its scarcity and the money are worth. */
  worth: number[];
  bars: number[];
  /** How many of each way, in parts. */
  x: number[];
  /** Whether every search for a way came to its end: else the value is no bound. */
  sure: boolean;
}

const keyOf = (w: Way<unknown>): string => `${w.stock} ${w.pieces.join(' ')}`;

/**
 * What must be spent at least: whole stock that gives as much as all parts are worth, by every worth told, where one piece of a stock gives
 * at most what `most` says.
 */
function leastByWorth<L>(job: Job<L>, each: readonly number[], worths: readonly (readonly number[])[]): number {
  const { solver, counts, available } = job;
  const total = counts.reduce((a, b) => a + b, 0);
  const answer = solver.solve(
    {
      cost: each,
      max: available.map((n) => Math.min(total, n ?? total)),
      rows: worths.map((worth, r) => ({
        name: `worth ${r}`,
        coefficients: available.map((n, k) => (n === 0 ? 0 : job.most!(k, worth))),
        lower: counts.reduce((sum, n, i) => sum + n * worth[i]!, 0) * (1 - SLACK),
        upper: null,
      })),
    },
    NODES.first,
  );
  return answer.status === 'optimal' ? answer.cost * (1 - answer.gap) : 0;
}

/** The bound by finding ways; null where even parts of stock do not do. */
function boundOf<L>(job: Job<L>, aim: Aim, start: readonly Way<L>[]): Bound<L> | null {
  const { solver, counts, prices, available } = job;
  const ways = [...start];
  const known = new Set(ways.map(keyOf));
  // Parts out of nothing, so dear that none is left where there is any other way.
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
    let met = true;
    prices.forEach((_, k) => {
      if (available[k] === 0) return;
      const { way, value, sure: ended } = job.best(k, worth, counts);
      sure &&= ended;
      const gives = way.pieces.reduce((sum, n, i) => sum + n * worth[i]!, 0);
      if (gives > bars[k]! + SLACK / 10 && !known.has(keyOf(way))) {
        known.add(keyOf(way));
        ways.push(way);
        more = true;
      } else if (value === null || value > Math.max(gives, bars[k]!) + SLACK) met = false;
    });
    if (more) continue;
    const nothing = answer.x.slice(ways.length).some((n) => n > SLACK);
    if (nothing) return null;
    // Every part in some way on every stock it fits, for whole stock.
    const parts = answer.x.slice(0, ways.length);
    prices.forEach((_, k) =>
      counts.forEach((_n, i) => {
        const way = available[k] === 0 ? null : job.only(k, i, counts);
        if (way && !known.has(keyOf(way))) {
          known.add(keyOf(way));
          ways.push(way);
        }
      }),
    );
    // Of the second aim no bound is looked for where ways are not known exactly.
    const value = met
      ? answer.value
      : aim.money === null
        ? leastByWorth(job, aim.each, [worth, ...(job.measures ?? [])])
        : 0;
    return { value, ways, worth, bars, x: ways.map((_, w) => parts[w] ?? 0), sure };
  }
}

/** Whole stock by taking what the bound takes whole, else its largest part, and asking again for what is left; the ways taken. */
function dive<L>(job: Job<L>, aim: Aim): Way<L>[] | null {
  const taken: Way<L>[] = [];
  const counts = [...job.counts];
  const available = [...job.available];
  let { money } = aim;
  let ways: Way<L>[] = [];
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

interface Whole<L> {
  x: number[];
  ways: Way<L>[];
  value: number;
  atLeast: number;
  proved: boolean;
}

/** The least of an aim in whole stock; null where there is none, or none was found. */
function whole<L>(job: Job<L>, aim: Aim, start: readonly Way<L>[]): Whole<L> | null {
  const bound = boundOf(job, aim, start);
  if (!bound) return null;
  const { step } = aim;
  const up = !bound.sure ? 0 : step > 0 ? Math.ceil((bound.value - SLACK) / step) * step : bound.value;
  const first = job.solver.solve(programmeOf(job, aim, bound.ways, [up, null]), NODES.first);
  let found = first.status === 'optimal' ? first : null;
  let held = bound.ways;
  const answer = (x: number[], ways: Way<L>[], value: number, proved: boolean): Whole<L> => ({
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
  if (found && found.cost <= up + SLACK) return answer(found.x, held, found.cost, true);
  const within = found ? found.cost - step - bound.value : Infinity;
  let limit = MOST_WAYS;
  const matter: Way<L>[] = [];
  for (const k of job.prices.keys()) {
    if (job.available[k] === 0) continue;
    const ways = bound.sure ? job.every(k, bound.worth, found ? bound.bars[k]! - within : 0, limit) : null;
    if (ways === null) return found ? answer(found.x, held, found.cost, false) : null;
    limit -= ways.length;
    matter.push(...ways);
  }
  // Only what is better is looked for: where there is none, what was found is the best.
  const better = found ? found.cost - Math.max(step, 2 * SLACK) : null;
  const last = matter.length > 0 ? job.solver.solve(programmeOf(job, aim, matter, [up, better]), job.nodes) : null;
  if (last?.status === 'optimal') return answer(last.x, matter, last.cost, last.gap === 0);
  return found ? answer(found.x, held, found.cost, last === null || last.status === 'infeasible') : null;
}

/** What all sums of prices are whole numbers of, to a ten-thousandth; 0 where there is no such. */
function stepOf(prices: readonly number[]): number {
  const units = prices.map((p) => Math.round(p * 1e4));
  if (prices.some((p, i) => Math.abs(p * 1e4 - units[i]!) > 1e-6)) return 0;
  const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));
  return units.reduce(gcd, 0) / 1e4;
}

export interface Answer<L> {
  /** Ways and how many of each. */
  taken: { way: Way<L>; count: number }[];
  cost: number;
  count: number;
  /** Whether no cheaper way can be, and of those none with fewer pieces of stock; else the least it must cost. */
  proved: boolean;
  atLeast: number;
}

/** The cheapest way to cut what is wanted, and of these the one with the fewest pieces of stock. @param start ways known before */
export function solveWays<L>(job: Job<L>, start: readonly Way<L>[] = []): Answer<L> | null {
  const cheapest = whole(job, { each: job.prices, money: null, step: stepOf(job.prices) }, start);
  if (!cheapest) return null;
  const used = [...start, ...cheapest.ways.filter((_, w) => cheapest.x[w]! > 0)];
  const fewest = whole(job, { each: job.prices.map(() => 1), money: cheapest.value, step: 1 }, used) ?? cheapest;
  const taken = fewest.ways.map((way, w) => ({ way, count: fewest.x[w]! })).filter(({ count }) => count > 0);
  return {
    taken,
    cost: taken.reduce((sum, { way, count }) => sum + count * job.prices[way.stock]!, 0),
    count: taken.reduce((sum, { count }) => sum + count, 0),
    proved: cheapest.proved && fewest.proved,
    atLeast: cheapest.atLeast,
  };
}
