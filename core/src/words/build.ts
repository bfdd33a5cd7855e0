/** Words of the shopping list: what to ask for in a shop, read by the command line and by the web. */
import { type FillKind, FILLS } from '../physics/absorbers/fills';
import type { PanelBatch } from '../fabrication/shopping';
import { fixed } from '../quantities/format';
import { type LengthSystem, lengthText } from '../quantities/lengths';
import { counted } from './counted';
import { areaText, runIn, runText } from '../quantities/measures';
import type { TimberPlan } from '../studies/build/bars';
import type { BuildResult, Hardware } from '../studies/build/study';

/** "Glass wool, about 27 kg/m³". */
export const fillName = ({ kind, density }: PanelBatch['fill']): string =>
  FILLS[kind satisfies FillKind].law ? `${FILLS[kind].name}, about ${fixed(density, 0)} kg/m³` : FILLS[kind].name;

export const HARDWARE_WORDS: Record<Hardware['item'], string> = {
  spacer: 'Spacers behind panels',
  hook: 'Wall hooks or cleats',
  'overhead-hook': 'Hooks and chains overhead',
  'safety-line': 'Safety lines',
  screw: 'Frame screws',
};

/** "Timber, 1.8 cm × 10.0 cm". */
export const timberName = (
  { thickness, depth }: Pick<TimberPlan, 'thickness' | 'depth'>,
  system: LengthSystem,
): string => `Timber, ${lengthText(thickness, system)} × ${lengthText(depth, system)}`;

/** What a plan of bars comes to. */
export function barSentence({ plan, stock }: TimberPlan, currency: string, system: LengthSystem): string {
  if (!plan.feasible) return 'One of its pieces is longer than every length in the shop.';
  const used = plan.cuts.reduce((sum, c) => sum + c.count * stock[c.stock]!.length, 0);
  const part = fixed((100 * plan.netLength) / used, 0);
  const money = plan.cost > 0 ? `, ${fixed(plan.cost, 2)} ${currency}` : '';
  const proof = plan.proved
    ? 'no way to cut them costs less'
    : `no way to cut them costs less than ${fixed(plan.atLeast, 2)} ${currency}`;
  return `${counted(plan.bars, 'bar')}, ${runText(used, system)}${money}; ${part} % of it in the frames; ${proof}.`;
}

export interface BuyLine {
  item: string;
  amount: string;
  unit: string;
  note: string;
}

/**
 * Everything to buy for framed pieces and to hang any piece, a line each; empty when nothing is decided.
 * @param plans how bars are cut; null: not known yet, and timber is listed by its run
 */
export function buyLines(
  { shopping, hardware }: BuildResult,
  habits: { clothWidth: number; waste: number },
  plans: readonly TimberPlan[] | null,
  system: LengthSystem,
): BuyLine[] {
  const length = (m: number) => lengthText(m, system);
  const waste = `${fixed(habits.waste * 100, 0)} % waste`;
  const lines: BuyLine[] = [];
  for (const f of shopping?.fills ?? [])
    lines.push({
      item: `${fillName(f.fill)}, ${length(f.depth)} thick`,
      amount: String(f.packs),
      unit: f.packs === 1 ? 'pack' : 'packs',
      note: `${areaText(f.areaWithWaste, system)} with ${waste}; about ${fixed(f.fill.sigma / 1000, 1)} kPa·s/m²`,
    });
  for (const t of shopping?.timbers ?? []) {
    const found = plans?.find((p) => Math.abs(p.depth - t.depth) < 1e-9);
    const run = runText(t.length, system);
    if (!found?.plan.feasible) {
      // Said as metres: a list without its timber would send somebody back to the shop.
      const { value, unit } = runIn(t.length, system);
      lines.push({
        item: timberName(t, system),
        amount: fixed(value, 1),
        unit,
        note: 'in the frames; which bars is not worked out',
      });
      continue;
    }
    const { cuts } = found.plan;
    found.stock.forEach((bar, k) => {
      const count = cuts.filter((c) => c.stock === k).reduce((sum, c) => sum + c.count, 0);
      if (count === 0) return;
      lines.push({
        item: `${timberName(t, system)}, ${length(bar.length)} long`,
        amount: String(count),
        unit: count === 1 ? 'length' : 'lengths',
        note: `${run} of this section in the frames`,
      });
    });
  }
  if (shopping && shopping.clothLength > 0)
    lines.push({
      item: 'Cloth',
      amount: fixed(system === 'metric' ? shopping.clothLength : shopping.clothLength / 0.9144, 1),
      unit: system === 'metric' ? 'm' : 'yd',
      note: `off a ${length(habits.clothWidth)} roll, with ${waste}; must let air through`,
    });
  for (const h of hardware)
    lines.push({
      item: h.length === null ? HARDWARE_WORDS[h.item] : `${HARDWARE_WORDS[h.item]}, ${length(h.length)} long`,
      amount: String(h.count),
      unit: h.count === 1 ? 'piece' : 'pieces',
      note: {
        spacer: 'four a panel without a place yet, as long as its gap',
        hook: 'two a piece without a place yet, rated for its weight',
        'overhead-hook': 'four a piece without a place yet, into joists',
        'safety-line': 'one a piece overhead without a place yet',
        screw: 'two a joint',
      }[h.item],
    });
  return lines;
}
