/** Build: what to buy for every piece, whether decided by number, laid out or hung. */
import { speedHumid } from '../../air/air';
import { type PanelBatch, type Shopping, shoppingFor } from '../../fabrication/shopping';
import { coverOf, recipeOf } from '../../document/recipes';
import { isAt, isByNumber, type Project } from '../../document/schema/project';
import { recipeAsLaid } from '../../room/pieces';
import { billOf } from '../../recipes/bill';
import { boardThickness, fillDepth, isFramed, standoffOf } from '../../recipes/curve';
import type { Recipe } from '../../recipes/types';
import type { Issue, Study, Working } from '../types';

/** Pieces made alike, and what all of them take together. */
export interface RecipeBatch {
  recipe: string;
  name: string;
  count: number;
  /** Of one, m. */
  width: number;
  height: number;
  depth: number;
  /** m³, m², m, m², kg, in the brief's currency. */
  fill: number;
  cloth: number;
  timber: number;
  board: number;
  mass: number;
  cost: number;
  /** Whether its parts are in the lists to buy and cut; boxes and diffusers are cut by their recipe. */
  listed: boolean;
}

/** Small things; what holds pieces only of those that have no place yet: of the others Hang says it (`hang/holds.ts`). */
export interface Hardware {
  item: 'spacer' | 'hook' | 'overhead-hook' | 'safety-line' | 'screw';
  count: number;
  /** Of a spacer, m. */
  length: number | null;
}

export interface BuildResult {
  /** Pieces of every kind. */
  panels: number;
  recipes: RecipeBatch[];
  /** Of all pieces together, kg and in the brief's currency. */
  mass: number;
  cost: number;
  /** Null when the frames cannot be built so; the issue says why. */
  shopping: Shopping | null;
  hardware: Hardware[];
}

/** One make of piece, and how many. */
interface Lot {
  recipe: Recipe;
  count: number;
  /** Of those by number, and how many of them overhead. */
  loose: { count: number; overhead: number };
}

const isOverhead = (place: string, { form }: Recipe): boolean =>
  form === 'cloud' || form === 'edge' || /^(ceiling|edge )/.test(place);

/** The same thing made twice: everything but its name. */
const makeOf = ({ width, height, form, layers, scatterer, ports }: Recipe): string =>
  JSON.stringify([
    ...[Math.min(width, height), Math.max(width, height)].map((m) => m.toFixed(6)),
    form,
    layers,
    scatterer,
    ports,
  ]);

/** Everything decided, laid out and hung, pieces made alike together; in another size than its recipe's a piece is a make of its own. */
export function lotsOf(project: Project): Lot[] {
  const lots: Lot[] = [];
  const byNumberFirst = [...project.treatment.pieces.filter(isByNumber), ...project.treatment.pieces.filter(isAt)];
  for (const { recipe: id, place } of byNumberFirst) {
    const own = recipeOf(project, id);
    const recipe = place.kind === 'at' ? recipeAsLaid(own, place) : own;
    const [where, count] = place.kind === 'at' ? [place.face, 1] : [place.on, place.count];
    const same = lots.find((l) => makeOf(l.recipe) === makeOf(recipe));
    const lot = same ?? { recipe, count: 0, loose: { count: 0, overhead: 0 } };
    if (!same) lots.push(lot);
    lot.count += count;
    if (place.kind === 'at') continue;
    lot.loose.count += count;
    if (isOverhead(where, recipe)) lot.loose.overhead += count;
  }
  return lots;
}

function fillOf(recipe: Recipe): PanelBatch['fill'] {
  const layer = recipe.layers.find((l) => l.type === 'porous');
  if (layer?.type !== 'porous') throw new RangeError(`fillOf: recipe must have fill, got ${recipe.id}`);
  return { kind: layer.fill, density: layer.density, sigma: layer.sigma };
}

/** Framed pieces by size, depth and fill, as the shopping list takes them. */
export function batchesOf(project: Project): PanelBatch[] {
  return lotsOf(project)
    .filter((l) => isFramed(l.recipe))
    .map(({ recipe, count }) => ({
      count,
      width: Math.min(recipe.width, recipe.height),
      height: Math.max(recipe.width, recipe.height),
      depth: fillDepth(recipe),
      fill: fillOf(recipe),
    }));
}

function recipeBatches(project: Project, lots: readonly Lot[]): RecipeBatch[] {
  const make = { c: speedHumid(project.climate), habits: project.buying };
  return lots.map(({ recipe, count }) => {
    const bill = billOf(recipe, project.treatment.prices, make);
    return {
      recipe: recipe.id,
      name: recipe.name,
      count,
      width: recipe.width,
      height: recipe.height,
      depth: recipe.form === 'board' ? boardThickness(recipe) : standoffOf(recipe),
      fill: bill.fill * count,
      cloth: bill.cloth * count,
      timber: bill.timber * count,
      board: bill.board * count,
      mass: bill.mass * count,
      cost: bill.cost * count,
      listed: isFramed(recipe),
    };
  });
}

/** Screws of one frame: two at each of its joints, four joints and two more with a brace. */
const SCREWS = { frame: 8, brace: 4 };
const SPACERS = 4;

/** Spacers, hooks and screws: two hooks a piece on a wall, four and a safety line overhead, as long as it has no place. */
function hardwareOf(lots: readonly Lot[], shopping: Shopping | null): Hardware[] {
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
  const of = (name: string) => (shopping?.pieces ?? []).reduce((s, p) => s + (p.name === name ? p.count : 0), 0);
  put('screw', (of('stile') / 2) * SCREWS.frame + of('brace') * SCREWS.brace);
  return list.sort((a, b) => a.item.localeCompare(b.item) || (a.length ?? 0) - (b.length ?? 0));
}

/** Bought diffusers without a price: nothing says what they cost. */
const unpriced = ({ recipe }: Lot): boolean => recipe.scatterer?.kind === 'bought' && recipe.price === null;

/** Quantities for everything the document has decided. */
export function studyBuild(project: Project): Study<BuildResult> {
  const lots = lotsOf(project);
  const batches = batchesOf(project);
  const recipes = recipeBatches(project, lots);
  const panels = lots.reduce((sum, l) => sum + l.count, 0);
  const issues: Issue[] = [];
  let shopping: Shopping | null = null;
  // Nothing framed: what covers first reflections says whether one could be.
  const cover = coverOf(project);
  const plain = { width: cover.width, height: cover.height, depth: fillDepth(cover) };
  const sizes: Omit<PanelBatch, 'count' | 'fill'>[] = batches.length > 0 ? batches : [plain];
  const stock = Math.max(project.buying.stockLength, ...project.buying.otherLengths);
  const longest = Math.max(...sizes.map((b) => Math.max(b.width, b.height)));
  const shortest = Math.min(...sizes.map((b) => Math.min(b.width, b.height)));
  const cloth = Math.max(...sizes.map((b) => Math.min(b.width, b.height) + 2 * (b.depth + project.buying.clothTurn)));
  if (shortest <= 2 * project.buying.frameThickness) {
    issues.push({
      code: 'build.frame-too-thick',
      severity: 'wrong',
      where: [],
      values: { frame: project.buying.frameThickness },
    });
  } else if (longest > stock) {
    issues.push({
      code: 'build.stock-too-short',
      severity: 'wrong',
      where: [],
      values: { longest, stock },
    });
  } else if (cloth > project.buying.clothWidth) {
    issues.push({
      code: 'build.cloth-too-narrow',
      severity: 'wrong',
      where: [],
      values: { roll: project.buying.clothWidth },
    });
  } else {
    shopping = shoppingFor(batches, project.buying);
  }
  const bought = lots.filter(unpriced).reduce((sum, l) => sum + l.count, 0);
  if (panels === 0) issues.push({ code: 'build.nothing-decided', severity: 'note', where: [], values: {} });
  if (bought > 0)
    issues.push({ code: 'build.diffusers-not-listed', severity: 'note', where: [], values: { count: bought } });
  const working: Working[] = (shopping?.fills ?? []).map((line, i) => ({
    id: i === 0 ? 'fill' : `fill-${i}`,
    title: `Fill ${(line.depth * 100).toFixed(1)} cm thick`,
    formula: 'A = Σ n·(w − 2t)·(h − 2t)·(1 + waste),  packs = A / pack, rounded up',
    symbols: [
      ...batches
        .filter(
          (b) =>
            b.fill.kind === line.fill.kind &&
            b.fill.density === line.fill.density &&
            Math.abs(b.depth - line.depth) < 1e-9,
        )
        .flatMap((b) => [
          { symbol: 'n', meaning: 'pieces', value: b.count, unit: '' },
          { symbol: 'w', meaning: 'their width', value: b.width, unit: 'm' },
          { symbol: 'h', meaning: 'their height', value: b.height, unit: 'm' },
        ]),
      { symbol: 't', meaning: 'frame thickness', value: project.buying.frameThickness, unit: 'm' },
      { symbol: 'waste', meaning: 'allowance', value: project.buying.waste, unit: '' },
      { symbol: 'A', meaning: 'fill with waste', value: line.areaWithWaste, unit: 'm²' },
      { symbol: 'pack', meaning: 'fill in one pack', value: project.buying.packArea, unit: 'm²' },
    ],
    result: { symbol: 'packs', meaning: 'to buy', value: line.packs, unit: '' },
    source: 'Geometry of a butt-jointed frame with the fill inside it.',
    validity: 'One layer of fill as deep as the panel. If it comes thinner, multiply by the layers.',
  }));
  return {
    result: {
      panels,
      recipes,
      mass: recipes.reduce((s, r) => s + r.mass, 0),
      cost: recipes.reduce((s, r) => s + r.cost, 0),
      shopping,
      hardware: hardwareOf(lots, shopping),
    },
    issues,
    working,
  };
}
