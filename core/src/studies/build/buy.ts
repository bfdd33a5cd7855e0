/** Everything to buy for what is still to be made, a line each with its money where that is known. */
import type { SmallThing } from '../../catalogue/sorts';
import { slabThickness, type Ware } from '../../catalogue/wares';
import type { Project } from '../../document/schema/project';
import { TIMBER_DENSITY } from '../../recipes/bill';
import type { CutsResult, MaterialPlan, Purchase } from './cuts';
import type { Need } from './needs';
import type { BuildResult, Hardware } from './study';

/** Money of a line: null, and nobody knows; told by the catalogue, or reckoned from prices of materials. */
interface Money {
  money: number | null;
  told: boolean;
}

export type BuyItem = Money &
  (
    | { kind: 'ware'; need: Need; ware: Ware; purchase: Purchase; plan: MaterialPlan }
    /** Not planned yet, or it cannot be cut from anything there is: so much of it. */
    | { kind: 'run'; need: Need; why: 'no-ware' | 'too-small' | null }
    | { kind: 'small'; item: SmallThing; amount: number; ware: Ware | null; packs: number }
    /** Small things without a price of their own, reckoned by the piece. */
    | { kind: 'sundries'; pieces: number }
    | { kind: 'whole'; recipe: string; name: string; count: number }
    | { kind: 'hardware'; hardware: Hardware }
  );

export interface BuyList {
  items: BuyItem[];
  /** Σ of what has a price; how many lines have none. */
  money: number;
  unknown: number;
  /** Of this, what is reckoned and not told by a catalogue. */
  reckoned: number;
  /** Spent already. */
  paid: number;
  /** kg of everything bought, packs as they come. */
  mass: number;
}

/** What a run of a material weighs by the way it is bought, kg. */
function massOf({ kind, ...item }: BuyItem): number {
  if (kind !== 'ware' || !('purchase' in item)) return 0;
  const { ware, purchase, need } = item;
  if (ware.mass !== null) return ware.mass * purchase.packs;
  const { of } = need;
  const pieces = purchase.packs * ware.pack;
  const area = pieces * (ware.length ?? 0) * (ware.width ?? 0);
  switch (of.sort) {
    case 'bar':
      return pieces * (ware.length ?? 0) * of.thickness * of.depth * TIMBER_DENSITY;
    case 'board':
      return area * of.mass;
    case 'slab':
      return area * slabThickness(ware, of.thickness, need.stacked) * of.fill.density;
    default:
      return 0;
  }
}

/** @param cuts how it is cut; null: not known yet */
export function buyList(
  { buying, treatment, making }: Pick<Project, 'buying' | 'treatment' | 'making'>,
  { needs, small, recipes, sheets, hardware }: BuildResult,
  cuts: CutsResult | null,
): BuyList {
  const items: BuyItem[] = [];
  const delivered = new Set<string>();
  /** Delivery stands with the first line of a ware. */
  const withDelivery = (ware: Ware, { money }: Purchase): number | null => {
    const delivery = delivered.has(ware.id) ? 0 : (ware.delivery ?? 0);
    delivered.add(ware.id);
    return money === null ? null : money + delivery;
  };
  for (const need of needs) {
    if (need.of.sort === 'whole') continue;
    const plan = cuts?.plans.find((p) => p.need.key === need.key);
    if (!plan || plan.kind === 'none') {
      items.push({ kind: 'run', need, why: plan?.kind === 'none' ? plan.why : null, money: null, told: false });
      continue;
    }
    for (const purchase of plan.buy) {
      const ware = buying.catalogue.find((w) => w.id === purchase.ware);
      if (ware)
        items.push({
          kind: 'ware',
          need,
          ware,
          purchase,
          plan,
          money: withDelivery(ware, purchase),
          told: purchase.told,
        });
    }
  }
  const made = sheets.reduce((sum, s) => sum + s.uncut, 0);
  let unpriced = false;
  for (const { item, amount } of small) {
    const ware = buying.catalogue.find((w) => w.sort === 'small' && w.make === item && w.used) ?? null;
    const packs = ware ? Math.ceil(amount / ware.pack - 1e-9) : 0;
    const money = ware && ware.price !== null ? packs * ware.price + (ware.delivery ?? 0) : null;
    if (money === null) unpriced = true;
    items.push({ kind: 'small', item, amount, ware, packs, money, told: true });
  }
  if (unpriced && made > 0)
    items.push({ kind: 'sundries', pieces: made, money: made * treatment.prices.sundries, told: false });
  const whole = recipes.filter((r) => r.bought || (!r.unbuildable && !sheets.some((s) => s.letter === r.letter)));
  for (const r of whole) {
    const price = r.bought ? r.readyMade : (treatment.recipes.find((own) => own.id === r.recipe)?.price ?? null);
    const { recipe, name, count } = r;
    items.push({ kind: 'whole', recipe, name, count, money: price === null ? null : price * count, told: true });
  }
  for (const h of hardware) items.push({ kind: 'hardware', hardware: h, money: null, told: false });
  const known = items.filter((i) => i.money !== null);
  return {
    items,
    money: known.reduce((sum, i) => sum + i.money!, 0),
    reckoned: known.reduce((sum, i) => sum + (i.told ? 0 : i.money!), 0),
    // Small things without a price are in the sundries.
    unknown: items.filter((i) => i.money === null && i.kind !== 'small').length,
    paid: making.paid.reduce((sum, p) => sum + p.amount, 0),
    mass: items.reduce((sum, i) => sum + massOf(i), 0),
  };
}
