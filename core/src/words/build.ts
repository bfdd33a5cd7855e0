/** Words of the shopping list: what to ask for in a shop, read by the command line and by the web. */
import { type FillKind, FILLS } from '../physics/absorbers/fills';
import type { PanelBatch } from '../fabrication/shopping';
import { fixed } from '../quantities/format';
import { type LengthSystem, lengthText } from '../quantities/lengths';
import { areaText, runText } from '../quantities/measures';
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

export interface BuyLine {
  item: string;
  amount: string;
  unit: string;
  note: string;
}

/** Everything to buy for framed pieces and to hang any piece, a line each; empty when nothing is decided. */
export function buyLines(
  { shopping, hardware }: BuildResult,
  habits: { stockLength: number; clothWidth: number; waste: number },
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
  for (const t of shopping?.timbers ?? [])
    lines.push({
      item: `Timber, ${length(t.thickness)} × ${length(t.depth)}`,
      amount: String(t.stockPieces),
      unit: t.stockPieces === 1 ? 'length' : 'lengths',
      note: `of ${length(habits.stockLength)}; ${runText(t.length, system)} in the frames`,
    });
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
