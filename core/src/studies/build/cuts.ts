/** Every material cut from what is in hand and what the shop has, for least money; what is bought for it, what is left, what other stock would cost. */
import { type InHand, layersOf, priceOf, STACKED, type Ware, waresFor } from '../../catalogue/wares';
import { cutBars, type BarStock, type CutPlan } from '../../cutting/bars';
import { boardCuts, type BoardPiece, type BoardPlan, type BoardStock, cutBoards } from '../../cutting/boards';
import { cutRoll, type RollPlan } from '../../cutting/roll';
import type { Project } from '../../document/schema/project';
import type { IntegerSolver } from '../../dosage/solver';
import type { Prices } from '../../recipes/types';
import type { Need, Wanted } from './needs';
import type { BuildResult } from './study';

export interface CutInputs {
  needs: Need[];
  wares: Ware[];
  inHand: InHand[];
  prices: Prices;
  kerf: number;
  trim: number;
  pattern: boolean;
  overlap: number;
  /** Bought beyond what is cut, of fill and cloth. */
  waste: number;
}

/** Where a piece of stock comes from: a ware that is bought, or something in hand. */
export interface Source {
  ware: string | null;
  inHand: string | null;
  length: number;
  width: number;
  thickness: number | null;
}

/** A ware to buy. */
export interface Purchase {
  ware: string;
  /** Bars, boards, slabs or pipes cut from; of rolls metres; of which `spare` are for what goes wrong. */
  count: number;
  spare: number;
  /** Packs; of rolls metres, rounded up to a tenth. */
  packs: number;
  /** Of a pack, and of all without delivery, which is paid once for a ware; null: nobody knows. */
  price: number | null;
  money: number | null;
  /** Whether the price is the catalogue's; else it is reckoned from prices of materials. */
  told: boolean;
}

/** What is left of bars, boards and slabs, large enough to be of use. */
export interface Offcut {
  length: number;
  width: number | null;
  count: number;
}

/** Parts as the plan cuts them: slabs in layers, triangles two from a rectangle. */
export interface CutPart extends Wanted {
  /** Rectangles, bars or cuts of cloth in all. */
  cuts: number;
}

interface Of {
  need: Need;
  parts: CutPart[];
  sources: Source[];
  buy: Purchase[];
  /** Things in hand that are used, and how many. */
  used: { id: string; count: number }[];
  offcuts: Offcut[];
}

export type MaterialPlan = Of &
  (
    | { kind: 'line'; plan: Extract<CutPlan, { feasible: true }> }
    | { kind: 'sheet'; plan: Extract<BoardPlan, { feasible: true }>; kerf: number; trim: number }
    | { kind: 'roll'; plan: Extract<RollPlan, { feasible: true }>; width: number }
    /** Nothing it could be cut from; or nothing large enough. */
    | { kind: 'none'; why: 'no-ware' | 'too-small' }
  );

/** A ware that is not ticked, in place of what is bought now for all it fits. */
export interface OtherStock {
  ware: string;
  /** Materials it would be bought for, and the wares it would be bought instead of: ticked no longer, nothing else would miss them. */
  keys: string[];
  instead: string[];
  /** Money of those materials so, deliveries too, and how much less that is than now; null: a price is missing. */
  money: number | null;
  saves: number | null;
}

export interface CutsResult {
  plans: MaterialPlan[];
  others: OtherStock[];
}

/** What is to be cut of a document as it is now. */
export function cutInputs(
  { buying, treatment }: Pick<Project, 'buying' | 'treatment'>,
  result: BuildResult,
): CutInputs {
  const { catalogue, inHand, kerf, trim, pattern, overlap, waste } = buying;
  return {
    needs: result.needs,
    wares: catalogue.filter((w) => w.sort !== 'small'),
    inHand,
    prices: treatment.prices,
    ...{ kerf, trim, pattern, overlap, waste },
  };
}

/** Rests of cloth shorter than this are none, m. */
const SHORTEST_REST = 0.02;
/** Offcuts worth keeping: bars so long, boards and slabs so wide and long, m. */
const KEEP = { bar: 0.3, width: 0.1, length: 0.3 };

const mm = (m: number): number => Math.round(m * 1000) / 1000;

/** How often each part is cut from slabs so thick; null: they do not fill it. */
function cutParts({ of, parts, stacked }: Need, thickness: number | null): CutPart[] | null {
  if (of.sort !== 'slab') return parts.map((p) => ({ ...p, cuts: p.count }));
  if (stacked) {
    const each = Math.ceil(of.thickness / (thickness ?? STACKED) - 1e-6);
    // Two triangles come from one square.
    return parts.map((p) => ({ ...p, cuts: Math.ceil((p.count * each) / 2) }));
  }
  const layers = layersOf(thickness, of.thickness);
  return layers === null ? null : parts.map((p) => ({ ...p, cuts: p.count * layers }));
}

type Priced = { amount: number; told: boolean } | null;
/** Of one bar, board or slab, of a metre of roll. */
const each = (ware: Ware, { of, stacked }: Need, prices: Prices): Priced => {
  const price = priceOf(ware, of, prices, stacked);
  return price && { ...price, amount: of.sort === 'roll' ? price.amount : price.amount / ware.pack };
};

/** Prices the search goes by: money where all of it is known, else size, so that least is wasted. */
function weights(wares: readonly Ware[], need: Need, prices: Prices): number[] {
  const { of } = need;
  const known = wares.map((w) => each(w, need, prices));
  if (known.every((p) => p !== null)) return known.map((p) => p.amount);
  return wares.map((w) => (w.length ?? 1) * (of.sort === 'bar' || of.sort === 'pipe' ? 1 : (w.width ?? 1)));
}

function purchaseOf(ware: Ware, { of, stacked }: Need, count: number, { prices, waste }: CutInputs): Purchase {
  const roll = of.sort === 'roll';
  const spare = roll ? count * waste : of.sort === 'slab' ? Math.ceil(count * waste - 1e-9) : 0;
  const packs = roll ? Math.ceil((count + spare) * 10 - 1e-9) / 10 : Math.ceil((count + spare) / ware.pack - 1e-9);
  const price = priceOf(ware, of, prices, stacked);
  const money = price === null || packs === 0 ? null : price.amount * packs;
  return {
    ware: ware.id,
    ...{ count, spare, packs },
    price: price?.amount ?? null,
    money,
    told: price?.told ?? false,
  };
}

/** Bought and used of a stock list: wares first, then what is in hand. */
function takenOf(wares: readonly Ware[], hand: readonly InHand[], cuts: readonly { stock: number; count: number }[]) {
  const taken = (k: number) => cuts.reduce((sum, c) => sum + (c.stock === k ? c.count : 0), 0);
  return {
    bought: wares.map((ware, k) => ({ ware, count: taken(k) })).filter(({ count }) => count > 0),
    used: hand.map(({ id }, k) => ({ id, count: taken(wares.length + k) })).filter(({ count }) => count > 0),
  };
}

/** Offcuts alike together, the largest first. */
function gathered(list: Offcut[]): Offcut[] {
  const alike = new Map<string, Offcut>();
  for (const o of list) {
    const key = `${mm(o.length)} ${o.width === null ? '' : mm(o.width)}`;
    const same = alike.get(key);
    if (same) same.count += o.count;
    // Rounded down: what is left is never told larger than it is.
    else
      alike.set(key, {
        ...o,
        length: Math.floor(o.length * 1000 + 1e-6) / 1000,
        width: o.width === null ? null : Math.floor(o.width * 1000 + 1e-6) / 1000,
      });
  }
  return [...alike.values()].sort((a, b) => b.length * (b.width ?? 1) - a.length * (a.width ?? 1));
}

/** One material from these wares and what is in hand. */
function planFor(need: Need, wares: readonly Ware[], inputs: CutInputs, solver: IntegerSolver): MaterialPlan {
  const { of } = need;
  const hand = waresFor(inputs.inHand, of, need.stacked);
  const base = { need, parts: cutParts(need, null) ?? [], sources: [], buy: [], used: [], offcuts: [] };
  if (wares.length + hand.length === 0) return { ...base, kind: 'none', why: 'no-ware' };
  const source = (w: Ware | InHand): Source => ({
    ware: 'name' in w ? w.id : null,
    inHand: 'name' in w ? null : w.id,
    length: w.length ?? Infinity,
    width: w.width ?? 0,
    thickness: w.thickness,
  });
  if (of.sort === 'roll') return rollPlan(need, wares, hand, inputs, solver);
  const weight = weights(wares, need, inputs.prices);
  const priced = [
    ...wares.map((w, k) => ({ w, price: weight[k]!, available: null as number | null })),
    ...hand.map((w) => ({ w, price: 0, available: w.count })),
  ];
  const sources = priced.map(({ w }) => source(w));
  const finish = (cuts: readonly { stock: number; count: number }[]) => {
    const { bought, used } = takenOf(wares, hand, cuts);
    return { sources, used, buy: bought.map(({ ware, count }) => purchaseOf(ware, need, count, inputs)) };
  };
  if (of.sort === 'bar' || of.sort === 'pipe') {
    const stock = priced.map(({ w, price, available }): BarStock => ({ length: w.length!, price, available }));
    const parts = cutParts(need, null)!;
    const pieces = parts.map((p) => ({ length: p.length, count: p.cuts }));
    const plan = cutBars(solver, { stock, pieces, kerf: inputs.kerf, trim: inputs.trim });
    if (!plan.feasible) return { ...base, kind: 'none', why: 'too-small' };
    const offcuts = plan.cuts
      .filter((c) => c.rest >= KEEP.bar)
      .map((c) => ({ length: c.rest, width: null, count: c.count }));
    return { ...base, ...finish(plan.cuts), parts, offcuts: gathered(offcuts), kind: 'line', plan };
  }
  // Slabs and boards of one thickness at a time: what fills with two layers is cut twice as often.
  let best: { plan: MaterialPlan; weight: number } | null = null;
  for (const thickness of new Set(priced.map(({ w }) => (of.sort === 'slab' ? w.thickness : null)))) {
    const parts = cutParts(need, thickness);
    if (!parts) continue;
    const own = priced.map((p) => (of.sort === 'slab' && p.w.thickness !== thickness ? { ...p, available: 0 } : p));
    const stock = own.map(({ w, price, available }): BoardStock => ({
      ...{ length: w.length!, width: w.width ?? w.length!, price, available },
    }));
    const pieces = parts.map((p): BoardPiece => ({ length: p.length, width: p.width, count: p.cuts, grain: p.grain }));
    // Fill is cut with a knife.
    const [kerf, trim] = of.sort === 'slab' ? [0, 0] : [inputs.kerf, inputs.trim];
    const job = { stock, pieces, kerf, trim };
    const plan = cutBoards(solver, job);
    if (!plan.feasible || (best && plan.cost >= best.weight - 1e-9)) continue;
    const offcuts = plan.cuts.flatMap((c) =>
      boardCuts(c, job)
        .rests.filter((r) => Math.max(r.length, r.width) >= KEEP.length && Math.min(r.length, r.width) >= KEEP.width)
        // Of a board the grain stays what it is; fill has none.
        .map(({ length, width }) =>
          of.sort === 'board'
            ? { length, width, count: c.count }
            : { length: Math.max(length, width), width: Math.min(length, width), count: c.count },
        ),
    );
    best = {
      weight: plan.cost,
      plan: { ...base, ...finish(plan.cuts), parts, offcuts: gathered(offcuts), kind: 'sheet', plan, kerf, trim },
    };
  }
  return best?.plan ?? { ...base, kind: 'none', why: 'too-small' };
}

/** Cloth from the roll that costs least; from one in hand where that is long enough for all of it. */
function rollPlan(
  need: Need,
  wares: readonly Ware[],
  hand: readonly InHand[],
  inputs: CutInputs,
  solver: IntegerSolver,
): MaterialPlan {
  const parts = cutParts(need, null)!;
  const base = { need, parts, sources: [], buy: [], used: [], offcuts: [] };
  const pieces = parts.map((p) => ({
    length: p.length,
    width: p.width,
    count: p.cuts,
    grain: p.grain && inputs.pattern,
  }));
  let best: { plan: MaterialPlan; weight: number } | null = null;
  for (const w of [...hand, ...wares]) {
    const plan = cutRoll(solver, { pieces, roll: w.width!, overlap: inputs.overlap });
    if (!plan.feasible) continue;
    const bought = 'name' in w;
    if (!bought && (w.length ?? 0) < plan.length) continue;
    const price = bought ? (each(w, need, inputs.prices)?.amount ?? w.width!) : 0;
    const weight = plan.length * price;
    if (best && weight >= best.weight - 1e-9) continue;
    const source = { length: w.length ?? Infinity, width: w.width!, thickness: null };
    best = {
      weight,
      plan: {
        ...base,
        sources: [{ ...source, ware: bought ? w.id : null, inHand: bought ? null : w.id }],
        buy: bought ? [purchaseOf(w, need, plan.length, inputs)] : [],
        used: bought ? [] : [{ id: w.id, count: 1 }],
        kind: 'roll',
        plan,
        width: w.width!,
      },
    };
  }
  return best?.plan ?? { ...base, kind: 'none', why: wares.length + hand.length > 0 ? 'too-small' : 'no-ware' };
}

/** Money of plans together, each ware delivered once; null where a price is missing. */
export function moneyOf(plans: readonly Pick<MaterialPlan, 'buy'>[], wares: readonly Ware[]): number | null {
  const bought = plans.flatMap((p) => p.buy);
  const delivered = new Set(bought.map((b) => b.ware));
  const deliveries = wares.reduce((sum, w) => sum + (delivered.has(w.id) ? (w.delivery ?? 0) : 0), 0);
  return bought.reduce<number | null>(
    (sum, b) => (sum === null || b.money === null ? null : sum + b.money),
    deliveries,
  );
}

/** What is in hand once a plan is cut: without what it used up, its offcuts not yet among it. */
export function leftInHand(inHand: readonly InHand[], p: MaterialPlan): InHand[] {
  if (p.kind === 'none') return [...inHand];
  return inHand.flatMap((h): InHand[] => {
    const used = p.used.find((u) => u.id === h.id);
    if (!used) return [h];
    if (p.kind !== 'roll' || h.length === null)
      return h.count > used.count ? [{ ...h, count: h.count - used.count }] : [];
    const length = Math.round((h.length - p.plan.length) * 1000) / 1000;
    const rest = length >= SHORTEST_REST ? [{ ...h, length, count: 1 }] : [];
    // Of several rolls alike one is begun.
    return h.count > 1
      ? [{ ...h, count: h.count - 1 }, ...rest.map((r) => ({ ...r, id: `${h.id}-begun`.slice(-40) }))]
      : rest;
  });
}

/** What other stock would cost, ware by ware: ticking one changes every material it fits. */
function othersOf(
  { needs, wares }: CutInputs,
  plans: readonly MaterialPlan[],
  planned: (need: Need, ware: Ware, i: number) => MaterialPlan,
): OtherStock[] {
  return wares
    .filter((w) => !w.used)
    .flatMap((ware): OtherStock[] => {
      const fits = plans.flatMap((now, i): { now: MaterialPlan; so: MaterialPlan }[] => {
        const need = needs.find((n) => n.key === now.need.key)!;
        if (now.kind === 'none' || waresFor([ware], need.of, need.stacked).length === 0) return [];
        const so = planned(need, ware, i);
        return so.kind === 'none' ? [] : [{ now: now, so: so }];
      });
      if (fits.length === 0) return [];
      const touched = new Set(fits.map((f) => f.now));
      const missed = new Set(plans.filter((p) => !touched.has(p)).flatMap((p) => p.buy.map((b) => b.ware)));
      const instead = [...new Set(fits.flatMap((f) => f.now.buy.map((b) => b.ware)))].filter((w) => !missed.has(w));
      const [now, money] = [
        moneyOf(
          fits.map((f) => f.now),
          wares,
        ),
        moneyOf(
          fits.map((f) => f.so),
          wares,
        ),
      ];
      const saves = now === null || money === null ? null : now - money;
      return [{ ware: ware.id, keys: fits.map((f) => f.now.need.key), instead, money, saves }];
    });
}

export function studyCuts(
  inputs: CutInputs,
  solver: IntegerSolver,
  progress: (part: number) => void = () => {},
): CutsResult {
  const ticked = inputs.wares.filter((w) => w.used);
  const plans: MaterialPlan[] = [];
  // What one material takes out of hand the next does not find there.
  const hands = [inputs.inHand];
  const made = inputs.needs.filter((n) => n.of.sort !== 'whole');
  for (const [i, need] of made.entries()) {
    progress(i / made.length);
    const inHand = hands[i]!;
    const plan = planFor(need, waresFor(ticked, need.of, need.stacked), { ...inputs, inHand }, solver);
    plans.push(plan);
    hands.push(leftInHand(inHand, plan));
  }
  const planned = (need: Need, ware: Ware, i: number) =>
    planFor(need, [ware], { ...inputs, inHand: hands[i]! }, solver);
  return { plans, others: othersOf(inputs, plans, planned) };
}
