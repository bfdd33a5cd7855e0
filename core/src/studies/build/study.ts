/** Build: what every piece is made of, whether decided by number, laid out or hung; what is still to cut, and what it weighs and costs. */
import { speedHumid } from '../../air/air';
import { stripsOf } from '../../cutting/strips';
import type { SmallThing } from '../../catalogue/sorts';
import { waresFor } from '../../catalogue/wares';
import { doneOf, type Progress, progressOf } from '../../document/made';
import type { Project } from '../../document/schema/project';
import { type Bill, billOf } from '../../recipes/bill';
import { boardThickness, isFramed, standoffOf } from '../../recipes/curve';
import { buildFault } from '../../recipes/parts/partsOf';
import type { Recipe } from '../../recipes/types';
import type { Issue, Study, Working } from '../types';
import { type Lot, lotsOf } from './lots';
import { type BuildSheet, letterOf, type Need, needsOf, numbered, smallOf } from './needs';

export { lotsOf } from './lots';

/** Pieces made alike, and what all of them take together. */
export interface RecipeBatch extends Pick<Bill, 'fill' | 'cloth' | 'fleece' | 'timber' | 'board' | 'mass' | 'cost'> {
  letter: string;
  recipe: string;
  name: string;
  count: number;
  /** Of one, m. */
  width: number;
  height: number;
  depth: number;
  /** Its frame leaves no room inside: it is on no list. */
  unbuildable: boolean;
  /** Bought ready made, and what one costs so; null: nobody said. */
  bought: boolean;
  readyMade: number | null;
}

/** What holds pieces that have no place yet: of the others Hang says it (`hang/holds.ts`). */
export interface Hardware {
  item: 'spacer' | 'hook' | 'overhead-hook' | 'safety-line';
  count: number;
  /** Of a spacer, m. */
  length: number | null;
}

export interface BuildResult {
  /** Pieces of every kind. */
  panels: number;
  progress: Progress;
  recipes: RecipeBatch[];
  /** Of all pieces together, kg, in the brief's currency, and as much room as they take to carry, m³. */
  mass: number;
  cost: number;
  volume: number;
  /** What is made here, but for what cannot be built so: the issue says why. */
  sheets: BuildSheet[];
  needs: Need[];
  small: { item: SmallThing; amount: number }[];
  hardware: Hardware[];
}

const SPACERS = 4;

/** Spacers and hooks: two hooks a piece on a wall, four and a safety line overhead, as long as it has no place. */
function hardwareOf(lots: readonly Lot[]): Hardware[] {
  const list: Hardware[] = [];
  const put = (item: Hardware['item'], count: number, length: number | null = null) => {
    if (count === 0) return;
    const same = list.find((h) => h.item === item && h.length === length);
    if (same) same.count += count;
    else list.push({ item, count, length });
  };
  for (const { recipe, loose } of lots) {
    const { count, overhead } = loose;
    const [wall] = recipe.layers;
    // The gap of a box is inside it; hung clouds keep theirs by their chains.
    if (wall?.type === 'air' && isFramed(recipe)) put('spacer', SPACERS * (count - overhead), wall.d);
    put('hook', 2 * (count - overhead));
    put('overhead-hook', 4 * overhead);
    put('safety-line', overhead);
  }
  return list.sort((a, b) => a.item.localeCompare(b.item) || (a.length ?? 0) - (b.length ?? 0));
}

/** Bought diffusers without a price: nothing says what they cost. */
const unpriced = ({ recipe }: Lot): boolean => recipe.scatterer?.kind === 'bought' && recipe.price === null;

const depthWith = (recipe: Recipe): number => (recipe.form === 'board' ? boardThickness(recipe) : standoffOf(recipe));

/** What stands in the way of cutting from what the shop has. */
function stockIssues({ buying }: Project, needs: readonly Need[]): Issue[] {
  const issues: Issue[] = [];
  const wares = buying.catalogue.filter((w) => w.used);
  for (const { of, parts, stacked } of needs) {
    const stuff = [...waresFor(wares, of, stacked), ...waresFor(buying.inHand, of, stacked)];
    const longest = Math.max(...parts.map((p) => p.length));
    if (of.sort === 'bar' && stuff.length > 0) {
      const stock = Math.max(...stuff.map((w) => w.length ?? 0)) - buying.trim;
      if (longest > stock + 1e-9)
        issues.push({ code: 'build.stock-too-short', severity: 'wrong', where: [], values: { longest, stock } });
    }
    if (of.sort !== 'roll' || of.make !== 'cloth' || stuff.length === 0) continue;
    const roll = Math.max(...stuff.map((w) => w.width ?? 0));
    const widest = Math.max(...parts.map((p) => (buying.pattern ? p.width : Math.min(p.width, p.length))));
    const strips = stripsOf(widest, roll, buying.overlap);
    if (!strips) issues.push({ code: 'build.cloth-too-narrow', severity: 'wrong', where: [], values: { roll } });
    else if (strips.count > 1)
      issues.push({ code: 'build.seam', severity: 'note', where: [], values: { roll, strips: strips.count } });
  }
  return issues;
}

/** Quantities for everything the document has decided. */
export function studyBuild(project: Project): Study<BuildResult> {
  const { buying, treatment } = project;
  const { workshop, readyMade } = buying;
  const c = speedHumid(project.climate);
  const lots = lotsOf(project);
  const done = doneOf(project);
  const panels = lots.reduce((sum, l) => sum + l.count, 0);
  const issues: Issue[] = [];
  const recipes = lots.map(({ recipe, count, overhead }, i): RecipeBatch => {
    const bill = billOf(recipe, treatment.prices, { c, workshop, overhead });
    const made = readyMade[recipe.id];
    const each = made?.bought && made.price !== null ? made.price : bill.cost;
    return {
      letter: letterOf(i),
      recipe: recipe.id,
      name: recipe.name,
      count,
      width: recipe.width,
      height: recipe.height,
      depth: depthWith(recipe),
      fill: bill.fill * count,
      cloth: bill.cloth * count,
      fleece: bill.fleece * count,
      timber: bill.timber * count,
      board: bill.board * count,
      mass: bill.mass * count,
      cost: each * count,
      unbuildable: !made?.bought && buildFault(recipe, workshop) !== null,
      bought: made?.bought ?? false,
      readyMade: made?.price ?? null,
    };
  });
  const sheets = lots.flatMap(({ recipe, overhead, units }, i): BuildSheet[] => {
    const parts = numbered(recipe, c, workshop, overhead);
    if (recipes[i]!.bought || recipes[i]!.unbuildable || parts.every((p) => p.of.sort === 'whole')) return [];
    const ids = units.map((u) => u.id);
    const uncut = ids.filter((id) => !done.cut.has(id)).length;
    return [{ letter: letterOf(i), recipe, overhead, count: ids.length, uncut, units: ids, parts }];
  });
  const needs = needsOf(sheets);
  const small = new Map<SmallThing, number>();
  for (const s of sheets)
    for (const [item, each] of Object.entries(smallOf(s.recipe, s.parts, s.overhead)) as [SmallThing, number][])
      small.set(item, (small.get(item) ?? 0) + each * s.uncut);
  if (recipes.some((r) => r.unbuildable))
    issues.push({
      code: 'build.frame-too-thick',
      severity: 'wrong',
      where: [],
      values: { frame: workshop.frameThickness },
    });
  issues.push(...stockIssues(project, needs));
  const unknown = lots.filter(unpriced).reduce((sum, l) => sum + l.count, 0);
  if (panels === 0) issues.push({ code: 'build.nothing-decided', severity: 'note', where: [], values: {} });
  if (unknown > 0)
    issues.push({ code: 'build.diffusers-not-listed', severity: 'note', where: [], values: { count: unknown } });
  const mass = recipes.reduce((s, r) => s + r.mass, 0);
  return {
    result: {
      panels,
      progress: progressOf(project),
      recipes,
      mass,
      cost: recipes.reduce((s, r) => s + r.cost, 0),
      volume: recipes.reduce((s, r) => s + r.count * r.width * r.height * r.depth, 0),
      sheets,
      needs,
      small: [...small].filter(([, amount]) => amount > 0).map(([item, amount]) => ({ item, amount })),
      hardware: hardwareOf(lots),
    },
    issues,
    working: fillWorkings(needs),
  };
}

/** How much fill is cut, kind by kind. */
const fillWorkings = (needs: readonly Need[]): Working[] =>
  needs.flatMap(({ of, parts, stacked }, i): Working[] => {
    if (of.sort !== 'slab' || stacked) return [];
    const area = parts.reduce((sum, p) => sum + p.count * p.length * p.width, 0);
    return [
      {
        id: i === 0 ? 'fill' : `fill-${i}`,
        title: `Fill ${(of.thickness * 100).toFixed(1)} cm thick`,
        formula: 'A = Σ n·l·w,  V = A·d',
        symbols: [
          ...parts.flatMap((p) => [
            { symbol: 'n', meaning: `${p.label}: so many`, value: p.count, unit: '' },
            { symbol: 'l', meaning: 'length inside the frame', value: p.length, unit: 'm' },
            { symbol: 'w', meaning: 'width inside the frame', value: p.width, unit: 'm' },
          ]),
          { symbol: 'd', meaning: 'thickness', value: of.thickness, unit: 'm' },
          { symbol: 'A', meaning: 'cut', value: area, unit: 'm²' },
        ],
        result: { symbol: 'V', meaning: 'fill', value: area * of.thickness, unit: 'm³' },
        source: 'Geometry of the frame with the fill inside it.',
        validity: 'Which slabs it is cut from, and how many are bought, is the cutting plan’s.',
      },
    ];
  });
