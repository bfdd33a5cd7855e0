/** Words of Build: parts and materials, lists to buy, cutting plans and the work, read by the command line and by the web. */
import type { SmallThing } from '../../catalogue/sorts';
import type { Stuff } from '../../catalogue/sorts';
import type { Ware } from '../../catalogue/wares';
import { FILLS } from '../../physics/absorbers/fills';
import { fixed } from '../../quantities/format';
import { type LengthSystem, lengthText } from '../../quantities/lengths';
import { areaText, runIn, runText } from '../../quantities/measures';
import type { Joint } from '../../recipes/parts/joints';
import type { Cut, Fill, Material, Part } from '../../recipes/parts/types';
import type { BuyItem } from '../../studies/build/buy';
import type { MaterialPlan } from '../../studies/build/cuts';
import type { Need } from '../../studies/build/needs';
import type { Hardware } from '../../studies/build/study';
import { counted } from '../counted';

/** "Glass wool, about 27 kg/m³". */
export const fillName = ({ kind, density }: Pick<Fill, 'kind' | 'density'>): string =>
  FILLS[kind].law ? `${FILLS[kind].name}, about ${fixed(density, 0)} kg/m³` : FILLS[kind].name;

const HARDWARE_WORDS: Record<Hardware['item'], string> = {
  spacer: 'Spacers behind panels',
  hook: 'Wall hooks or cleats',
  'overhead-hook': 'Hooks and chains overhead',
  'safety-line': 'Safety lines',
};

export const JOINT_WORDS: Record<Joint, string> = {
  butt: 'butted, rails between stiles',
  mitred: 'mitred at 45°',
  rebated: 'lapped, rails let half into the stiles',
};

export const CUT_WORDS: Record<Cut, string> = {
  square: '',
  mitred: 'ends at 45°',
  rebated: 'ends rebated by half',
  bevelled: 'long edges at 45°',
  'on the diagonal': 'two from a square, cut along its diagonal',
};

export const ROUNDING_WORDS: Record<LengthSystem, string> = {
  metric: 'Cut sizes are rounded up to the millimetre.',
  feet: 'Cut sizes are rounded up to 1/16″.',
  inches: 'Cut sizes are rounded up to 0.01″.',
};

const ROLL_WORDS = { cloth: 'Cloth that lets air through', fleece: 'Fleece behind the fill', foil: 'Film' } as const;

/** Thin things in millimetres, or inches. */
const fine = (m: number, system: LengthSystem): string =>
  system === 'metric' ? `${fixed(m * 1000, m < 0.01 ? 1 : 0)} mm` : lengthText(m, system);

/** "Timber, 1.8 cm × 10.0 cm". */
export function materialName(of: Material, system: LengthSystem, stacked = false): string {
  const m = (v: number) => lengthText(v, system);
  switch (of.sort) {
    case 'bar':
      return `Timber, ${m(of.thickness)} × ${m(of.depth)}`;
    case 'board':
      return of.make === 'wood'
        ? `Board, ${fine(of.thickness, system)} thick, ${fixed(of.mass, 1)} kg/m²`
        : `Micro-perforated sheet, ${fixed(of.thickness * 1000, 1)} mm`;
    case 'slab':
      return stacked ? `${fillName(of.fill)}, triangles` : `${fillName(of.fill)}, ${m(of.thickness)} thick`;
    case 'roll':
      return ROLL_WORDS[of.make];
    case 'pipe':
      return `Pipe, ${m(of.inner)} inside`;
    case 'whole':
      return 'Bought whole';
  }
}

/** Sizes of a ware or of something in hand: "240.0 cm", "120.0 cm × 60.0 cm × 10.0 cm". */
function stuffSize({ sort, length, width, thickness }: Stuff, system: LengthSystem): string {
  const m = (v: number) => lengthText(v, system);
  const section = [thickness, width]
    .filter((v) => v !== null)
    .map(m)
    .join(' × ');
  if (sort === 'bar') return [length === null ? '' : `${m(length)} long`, section].filter((t) => t !== '').join(', ');
  if (sort === 'roll') return width === null ? '' : `${m(width)} wide${length === null ? '' : `, ${m(length)} long`}`;
  return [length, width, thickness]
    .filter((v) => v !== null)
    .map(m)
    .join(' × ');
}

const SORT_NAMES = { bar: 'Timber', board: 'Board', slab: 'Fill', roll: 'Cloth', pipe: 'Pipe', small: 'Small things' };

/** What something in hand is: "Timber, 90.0 cm long, 1.8 cm × 10.0 cm". */
export function stuffName(stuff: Stuff, system: LengthSystem): string {
  const { sort, make, density } = stuff;
  const name =
    sort === 'slab' && make in FILLS
      ? `${FILLS[make as keyof typeof FILLS].name}${density === null ? '' : `, about ${fixed(density, 0)} kg/m³`}`
      : sort === 'roll' && make !== 'cloth'
        ? ROLL_WORDS[make as keyof typeof ROLL_WORDS]
        : SORT_NAMES[sort];
  const size = stuffSize(stuff, system);
  return size === '' ? name : `${name}, ${size}`;
}

export const wareName = (ware: Ware, system: LengthSystem): string => {
  const size = stuffSize(ware, system);
  return size === '' ? ware.name : `${ware.name}, ${size}`;
};

export const SMALL_WORDS: Record<SmallThing, string> = {
  screw: 'Wood screws',
  staple: 'Staples',
  glue: 'Wood glue',
  sealant: 'Sealant, for joints',
  cord: 'Cord under fill overhead',
  paint: 'Paint or oil, for',
  'foam-strip': 'Foam strip',
};

const smallAmount = (item: SmallThing, amount: number, system: LengthSystem): { amount: string; unit: string } => {
  if (item === 'glue') return { amount: fixed(Math.ceil(amount / 10) * 10, 0), unit: 'g' };
  if (item === 'paint') {
    const [value, unit] = areaText(amount, system, 1).split(' ') as [string, string];
    return { amount: value, unit };
  }
  if (item === 'screw' || item === 'staple') return { amount: String(Math.ceil(amount)), unit: 'pieces' };
  const { value, unit } = runIn(amount, system);
  return { amount: fixed(Math.ceil(value * 10) / 10, 1), unit };
};

export interface BuyLine {
  item: string;
  amount: string;
  unit: string;
  note: string;
  /** In the brief's currency; null: nobody knows, or it is in another line. */
  money: number | null;
  /** Reckoned from prices of materials, not told by the catalogue. */
  reckoned: boolean;
}

/** A line without money. */
export const plainLine = (item: string, amount: string, unit: string, note: string): BuyLine => ({
  ...{ item, amount, unit, note },
  ...{ money: null, reckoned: false },
});

/** How much of a material is wanted, as one says it before it is planned. */
function runLine(need: Need, why: 'no-ware' | 'too-small' | null, system: LengthSystem): BuyLine {
  const { of, parts } = need;
  const name = materialName(of, system, need.stacked);
  const note =
    why === 'no-ware'
      ? 'nothing ticked under Shop is of this'
      : why === 'too-small'
        ? 'nothing ticked under Shop is large enough for all of it'
        : 'how it is cut is not worked out';
  const sum = (by: (p: Need['parts'][number]) => number) => parts.reduce((s, p) => s + p.count * by(p), 0);
  if (of.sort === 'bar' || of.sort === 'pipe') {
    const { value, unit } = runIn(
      sum((p) => p.length),
      system,
    );
    return plainLine(name, fixed(value, 1), unit, note);
  }
  const area = areaText(
    need.stacked ? sum((p) => (p.length * p.width) / 2) : sum((p) => p.length * p.width),
    system,
  ).split(' ') as [string, string];
  return plainLine(name, area[0], need.stacked ? `${area[1]} × its height` : area[1], note);
}

const SOLD = { bar: 'length', board: 'board', slab: 'slab', pipe: 'length' } as const;

function wareLine({ need, ware, purchase }: Extract<BuyItem, { kind: 'ware' }>, system: LengthSystem): BuyLine {
  const { of } = need;
  const name = materialName(of, system, need.stacked);
  const { count, spare, packs } = purchase;
  const from = ware.name === name.split(',')[0] ? '' : `${ware.name}; `;
  if (of.sort === 'roll') {
    const { value, unit } = runIn(packs, system);
    const spares = spare > 0 ? `, ${runText(spare, system)} of it spare` : '';
    const amount = system === 'metric' ? fixed(value, 1) : fixed(Math.ceil(value * 10) / 10, 1);
    return plainLine(name, amount, unit, `${from}off a ${lengthText(ware.width!, system)} roll${spares}`);
  }
  const sold = SOLD[of.sort as keyof typeof SOLD];
  const size = stuffSize({ ...ware, thickness: null, ...(ware.sort === 'bar' ? { width: null } : {}) }, system);
  const spares = spare > 0 ? `, ${counted(spare, 'more')} for what goes wrong`.replace('mores', 'more') : '';
  if (ware.pack > 1)
    return plainLine(
      `${name}, ${size}`,
      String(packs),
      packs === 1 ? 'pack' : 'packs',
      `${from}${counted(count, sold)} in the plan${spares}; ${fixed(ware.pack, 0)} in a pack`,
    );
  return plainLine(
    `${name}, ${size}`,
    String(packs),
    packs === 1 ? sold : `${sold}s`,
    `${from}as in the cutting plan${spares}`,
  );
}

/** One line of the list to buy. */
export function buyLine(item: BuyItem, system: LengthSystem): BuyLine {
  const money = { money: item.money, reckoned: item.money !== null && !item.told };
  switch (item.kind) {
    case 'ware':
      return { ...wareLine(item, system), ...money };
    case 'run':
      return runLine(item.need, item.why, system);
    case 'small': {
      const { amount, unit } = smallAmount(item.item, item.amount, system);
      const packs = item.ware && item.packs > 0 ? `${counted(item.packs, 'pack')} of ${fixed(item.ware.pack, 0)}` : '';
      return { ...plainLine(SMALL_WORDS[item.item], amount, unit, packs), ...money };
    }
    case 'sundries':
      return {
        ...plainLine(
          'Screws, staples, glue and the like',
          String(item.pieces),
          counted(item.pieces, 'piece').split(' ')[1]!,
          'reckoned by the piece, as long as they have no price under Shop',
        ),
        ...money,
      };
    case 'whole':
      return {
        ...plainLine(item.name, String(item.count), item.count === 1 ? 'piece' : 'pieces', 'bought ready made'),
        ...money,
      };
    case 'hardware': {
      const { item: what, count, length } = item.hardware;
      return plainLine(
        length === null ? HARDWARE_WORDS[what] : `${HARDWARE_WORDS[what]}, ${lengthText(length, system)} long`,
        String(count),
        count === 1 ? 'piece' : 'pieces',
        {
          spacer: 'four a panel without a place yet, as long as its gap',
          hook: 'two a piece without a place yet, rated for its weight',
          'overhead-hook': 'four a piece without a place yet, into joists',
          'safety-line': 'one a piece overhead without a place yet',
        }[what],
      );
    }
  }
}

/** What a cutting plan comes to. */
export function planSentence(p: MaterialPlan, currency: string, system: LengthSystem): string {
  if (p.kind === 'none')
    return p.why === 'no-ware'
      ? 'Nothing ticked under Shop, and nothing in hand, is of this.'
      : 'One of its parts is larger than everything in the shop and in hand.';
  const bought = p.buy.reduce<number | null>(
    (sum, b) => (sum === null || b.price === null ? null : sum + b.price * b.packs),
    0,
  );
  const money = bought !== null && bought > 0 ? `, ${fixed(bought, 2)} ${currency}` : '';
  const hand = p.used.reduce((sum, u) => sum + u.count, 0);
  const inHand = hand > 0 ? `, ${hand} of them in hand already` : '';
  if (p.kind === 'roll') {
    const part = fixed((100 * p.plan.netArea) / (p.plan.length * p.width), 0);
    return `${runText(p.plan.length, system)} off ${lengthText(p.width, system)}${money}${hand > 0 ? ', in hand already' : ''}; ${part} % of it in the pieces; ${p.plan.proved ? 'no way in rows is shorter' : 'a shorter way in rows may exist'}.`;
  }
  const unit =
    p.need.of.sort === 'slab'
      ? 'slab'
      : p.need.of.sort === 'board'
        ? 'board'
        : p.need.of.sort === 'pipe'
          ? 'pipe'
          : 'bar';
  // Without prices what is cut from is kept small.
  const less = bought === null ? 'takes less' : 'costs less';
  const proof =
    p.plan.atLeast >= p.plan.cost - 1e-6
      ? `no way to cut them ${less}`
      : `no way to cut them ${less} than ${fixed((100 * p.plan.atLeast) / p.plan.cost, 0)} % of that`;
  if (p.kind === 'line') {
    const used = p.plan.cuts.reduce((sum, c) => sum + c.count * p.sources[c.stock]!.length, 0);
    const part = fixed((100 * p.plan.netLength) / used, 0);
    return `${counted(p.plan.bars, unit)}, ${runText(used, system)}${money}${inHand}; ${part} % of it in the pieces; ${proof}.`;
  }
  const area = p.plan.cuts.reduce(
    (sum, c) => sum + c.count * p.sources[c.stock]!.length * p.sources[c.stock]!.width,
    0,
  );
  return `${counted(p.plan.boards, unit)}, ${areaText(area, system)}${money}${inHand}; ${fixed((100 * p.plan.netArea) / area, 0)} % of it in the pieces; ${proof}.`;
}

/** "B3 rail". */
export const partName = ({ name }: Pick<Part, 'name'>, label: string): string => `${label} ${name}`;
