/** Ways to cut boards found by filling them at random with what is left: for jobs of many kinds, few of each. */
import { uniform } from '../numerics/random';
import { CRUMB, lyings, type Sheet, type Wanted } from './sheets';
import { countIn, type Layout, REST } from './layout';
import type { Way } from './ways';

/** Parts put down in all, and how many of the best answers their boards are kept of. */
const WORK = 60_000;
const KEPT = 40;
/** Fillings tried for each board. */
const TRIES = 5;

/** A board filled from one corner: a part, then the two rectangles beside it. */
function filled(
  length: number,
  width: number,
  wanted: readonly Wanted[],
  left: number[],
  order: readonly number[],
  random: () => number,
  work: { done: number },
): Layout {
  for (const piece of order) {
    if (left[piece] === 0) continue;
    const fitting = lyings(wanted[piece]!).filter(([l, w]) => l <= length + CRUMB && w <= width + CRUMB);
    if (fitting.length === 0) continue;
    // What leaves the narrower strip first, now and then the other.
    const slack = ([l, w]: (typeof fitting)[number]) => Math.min(length - l, width - w);
    fitting.sort((a, b) => slack(a) - slack(b));
    const [l, w, turned] = fitting[random() < 0.8 ? 0 : fitting.length - 1]!;
    left[piece]! -= 1;
    work.done += 1;
    const part: Layout = { kind: 'piece', piece, turned };
    const [restL, restW] = [length - l, width - w];
    const fill = (a: number, b: number) =>
      a > CRUMB && b > CRUMB ? filled(a, b, wanted, left, order, random, work) : REST;
    const acrossLength = random() < (restL < restW ? 0.3 : 0.7);
    if (acrossLength) {
      const beside: Layout =
        restW > CRUMB ? { kind: 'cut', across: 'width', at: w, first: part, second: fill(l, restW) } : part;
      return restL > CRUMB
        ? { kind: 'cut', across: 'length', at: l, first: beside, second: fill(restL, width) }
        : beside;
    }
    const behind: Layout =
      restL > CRUMB ? { kind: 'cut', across: 'length', at: l, first: part, second: fill(restL, w) } : part;
    return restW > CRUMB ? { kind: 'cut', across: 'width', at: w, first: behind, second: fill(length, restW) } : behind;
  }
  return REST;
}

/** Fillings tried for one board of most worth. */
const WORTH_TRIES = 60;

/** A board filled with what is worth most, as well as filling at random finds; of no more than are left. */
export function fillWorth(
  { length, width }: Sheet,
  wanted: readonly Wanted[],
  worth: readonly number[],
  counts: readonly number[],
): { layout: Layout; worth: number } {
  const random = uniform(7);
  let best = { layout: REST, worth: 0 };
  for (let t = 0; t < WORTH_TRIES; t++) {
    const bent = wanted.map((w, i) => (worth[i]! / (t % 2 === 0 ? 1 : w.length * w.width)) * (0.3 + random()));
    const order = wanted
      .map((_, i) => i)
      .filter((i) => worth[i]! > 0)
      .sort((a, b) => bent[b]! - bent[a]!);
    const left = [...counts];
    const layout = filled(length, width, wanted, left, order, random, { done: 0 });
    const gives = counts.reduce((sum, n, i) => sum + (n - left[i]!) * worth[i]!, 0);
    if (gives > best.worth + CRUMB) best = { layout, worth: gives };
  }
  return best;
}

/** Boards of the cheapest answers that filling at random finds. The same every time. */
export function fillBoards(sheets: readonly Sheet[], wanted: readonly Wanted[]): Way<Layout>[] {
  const random = uniform(1);
  const area = wanted.map((w) => w.length * w.width);
  const work = { done: 0 };
  const answers: { cost: number; ways: Way<Layout>[] }[] = [];
  while (work.done < WORK) {
    const left = wanted.map((w) => w.count);
    const there = sheets.map((s) => s.available);
    const ways: Way<Layout>[] = [];
    let cost = 0;
    const before = work.done;
    while (left.some((n) => n > 0)) {
      // What is free first; among the others one at random.
      const can = sheets.map((_, k) => k).filter((k) => there[k] !== 0);
      const free = can.filter((k) => sheets[k]!.price === 0);
      const from = free.length > 0 && random() < 0.9 ? free : can;
      let best: { way: Way<Layout>; left: number[]; worth: number } | null = null;
      for (let t = 0; t < TRIES; t++) {
        const stock = from[Math.floor(random() * from.length)];
        if (stock === undefined) break;
        const bent = area.map((a) => a * (0.4 + random()));
        const order = wanted.map((_, i) => i).sort((a, b) => bent[b]! - bent[a]!);
        const after = [...left];
        const { length, width } = sheets[stock]!;
        const layout = filled(length, width, wanted, after, order, random, work);
        const pieces = countIn(layout, wanted.length);
        const worth = pieces.reduce((sum, n, i) => sum + n * area[i]!, 0) / (length * width);
        if (worth > 0 && (!best || worth > best.worth)) best = { way: { stock, pieces, layout }, left: after, worth };
      }
      if (!best) {
        if (free.length > 0 && can.length > free.length) {
          // What is in hand holds nothing more.
          free.forEach((k) => (there[k] = 0));
          continue;
        }
        cost = Infinity;
        break;
      }
      best.left.forEach((n, i) => (left[i] = n));
      ways.push(best.way);
      cost += sheets[best.way.stock]!.price;
      if (there[best.way.stock] !== null) there[best.way.stock]! -= 1;
    }
    if (work.done === before) break;
    if (cost < Infinity) {
      answers.push({ cost: cost + ways.length * 1e-6, ways });
      answers.sort((a, b) => a.cost - b.cost);
      if (answers.length > KEPT) answers.pop();
    }
  }
  const known = new Map<string, Way<Layout>>();
  for (const { ways } of answers) for (const w of ways) known.set(`${w.stock} ${w.pieces.join(' ')}`, w);
  return [...known.values()];
}
