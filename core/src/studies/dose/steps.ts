/** What four more of each recipe would buy, the way from the bare room four at a time, and what one left out costs. */
import { type Bench, curveOf, outsideOf, piecesOf, timesOf, totalsOf } from './bench';
import type { LeftOut, NextFour, PlanStep } from './types';

/** Pieces put up at a time: about so many are heard. */
export const AT_A_TIME = 4;
const MOST_STEPS = 12;
/** A step that mends less than this part of what was wrong at first buys little. */
const LITTLE = 0.05;

/** Free part of every place, 0…1. */
function freeShares(bench: Bench, counts: readonly number[]): Map<string, number> {
  const free = new Map<string, number>();
  bench.inputs.columns.forEach((c, i) =>
    c.shares.forEach((s) => free.set(s.place, (free.get(s.place) ?? 1) - counts[i]! * s.part)),
  );
  return free;
}

/** So many more of a recipe, each where most is free; null when none fits. */
function more(bench: Bench, counts: readonly number[], recipe: string, n: number): number[] | null {
  const next = [...counts];
  for (let k = 0; k < n; k++) {
    const free = freeShares(bench, next);
    let best = -1;
    let most = -Infinity;
    bench.inputs.columns.forEach((c, i) => {
      if (c.recipe !== recipe || !c.allowed || next[i]! >= c.max) return;
      if (c.shares.some((s) => (free.get(s.place) ?? 1) < s.part - 1e-9)) return;
      const left = free.get(c.place) ?? 1;
      if (left > most + 1e-12) [best, most] = [i, left];
    });
    if (best < 0) return k === 0 ? null : next;
    next[best]! += 1;
  }
  return next;
}

const allowedRecipes = (bench: Bench): string[] => [
  ...new Set(bench.inputs.columns.filter((c) => c.allowed).map((c) => c.recipe)),
];

export function nextFours(bench: Bench, counts: readonly number[]): NextFour[] {
  return allowedRecipes(bench).flatMap((recipe): NextFour[] => {
    const then = more(bench, counts, recipe, AT_A_TIME);
    if (!then) return [];
    const added = then.map((n, i) => n - counts[i]!);
    const curve = curveOf(bench, then);
    return [
      {
        recipe,
        pieces: piecesOf(bench, added),
        totals: totalsOf(bench, added),
        curve,
        outside: outsideOf(curve.eyring, bench.limits),
      },
    ];
  });
}

/** From the bare room on, always the four that mend most for their money. */
export function stepsFrom(bench: Bench): { steps: PlanStep[]; enough: number | null } {
  const recipes = allowedRecipes(bench);
  const [low, high] = [bench.room.bands.indexOf(500), bench.room.bands.indexOf(1000)];
  const stepAt = (counts: readonly number[], recipe: string | null): PlanStep => {
    const times = timesOf(bench, counts);
    const { pieces, cost } = totalsOf(bench, counts);
    const [a, b] = [times[low] ?? null, times[high] ?? null];
    const mid = a === null || b === null ? null : (a + b) / 2;
    return { pieces, cost, recipe, outside: outsideOf(times, bench.limits), mid };
  };
  let counts = bench.inputs.columns.map(() => 0);
  const steps = [stepAt(counts, null)];
  const first = steps[0]!.outside;
  let enough: number | null = first === 0 ? 0 : null;
  while (steps.length <= MOST_STEPS && enough === null) {
    const before = steps.at(-1)!;
    const options = recipes.flatMap((recipe) => {
      const then = more(bench, counts, recipe, AT_A_TIME);
      return then ? [{ then, step: stepAt(then, recipe) }] : [];
    });
    const worth = ({ step }: (typeof options)[number]) =>
      (before.outside - step.outside) / Math.max(1, step.cost - before.cost);
    const best = options.reduce<(typeof options)[number] | null>((a, o) => (!a || worth(o) > worth(a) ? o : a), null);
    if (!best || best.step.outside >= before.outside - 1e-9) break;
    counts = best.then;
    steps.push(best.step);
    if (best.step.outside === 0 || before.outside - best.step.outside < LITTLE * first) enough = steps.length - 1;
  }
  return { steps, enough };
}

export function leftOuts(bench: Bench, counts: readonly number[]): LeftOut[] {
  const recipes = [...new Set(bench.inputs.columns.flatMap((c, i) => (counts[i]! > 0 ? [c.recipe] : [])))];
  return recipes.map((recipe) => {
    // From where most of it hangs.
    const i = bench.inputs.columns.reduce(
      (best, c, k) => (c.recipe === recipe && (best < 0 || counts[k]! > counts[best]!) ? k : best),
      -1,
    );
    return { recipe, place: bench.inputs.columns[i]!.place, curve: curveOf(bench, counts.with(i, counts[i]! - 1)) };
  });
}
