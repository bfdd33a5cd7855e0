/** Build: what to buy for the panels decided on. */
import { speedHumid } from '../air/air';
import { isCloth } from './hung';
import { type PanelBatch, type Shopping, shoppingFor } from '../cutlist/shopping';
import { recipeOf } from '../project/recipes';
import type { Project } from '../project/schema';
import { billOf } from '../recipes/bill';
import { fillDepth } from '../recipes/curve';
import type { Recipe } from '../recipes/types';
import type { Issue, Study, Working } from './types';

/** A recipe decided on beside the panel of the marks: what all its pieces take together. */
export interface RecipeBatch {
  recipe: string;
  name: string;
  count: number;
  /** m³, m², m, m², kg. */
  fill: number;
  cloth: number;
  timber: number;
  board: number;
  mass: number;
  cost: number;
}

export interface BuildResult {
  panels: number;
  /** Pieces of other recipes, and what they take; those of framed fill are in the shopping too. */
  recipes: RecipeBatch[];
  /** Null when the panel cannot be built so; the issue says why. */
  shopping: Shopping | null;
}

/** Panels decided on: those by number, and those hung in definite places, by size and depth. */
export function batchesOf(project: Project): PanelBatch[] {
  const { panel, counts, hung } = project.treatment;
  const batches: PanelBatch[] = [
    {
      count: Object.values(counts).reduce((sum, n) => sum + n, 0),
      width: panel.width,
      height: panel.height,
      depth: panel.depth,
    },
  ];
  for (const piece of hung.filter((p) => isCloth(p.kind))) {
    const [short, long] = [Math.min(piece.width, piece.height), Math.max(piece.width, piece.height)];
    const same = batches.find(
      (b) =>
        Math.abs(Math.min(b.width, b.height) - short) < 1e-6 &&
        Math.abs(Math.max(b.width, b.height) - long) < 1e-6 &&
        Math.abs(b.depth - piece.depth) < 1e-6,
    );
    if (same) same.count += 1;
    else batches.push({ count: 1, width: short, height: long, depth: piece.depth });
  }
  for (const { recipe, count } of chosenRecipes(project)) {
    // Framed fill is cut and sewn like any panel.
    if (!isFramed(recipe)) continue;
    batches.push({ count, width: recipe.width, height: recipe.height, depth: fillDepth(recipe) });
  }
  return batches.filter((b, i) => i === 0 || b.count > 0);
}

/** Fill in a plain frame: no sheet before it, no box, no wells. */
const isFramed = (r: Recipe): boolean =>
  ['flat', 'cloud', 'straddle', 'edge'].includes(r.form) &&
  !r.ports &&
  fillDepth(r) > 0 &&
  r.layers.every((l) => l.type === 'porous' || l.type === 'air' || l.type === 'cloth');

function chosenRecipes(project: Project): { recipe: Recipe; count: number }[] {
  return Object.entries(project.treatment.mix).map(([id, places]) => ({
    recipe: recipeOf(project, id),
    count: Object.values(places).reduce((sum, n) => sum + n, 0),
  }));
}

function recipeBatches(project: Project): RecipeBatch[] {
  const c = speedHumid(project.climate);
  return chosenRecipes(project).map(({ recipe, count }) => {
    const bill = billOf(recipe, project.treatment.prices, c);
    return {
      recipe: recipe.id,
      name: recipe.name,
      count,
      fill: bill.fill * count,
      cloth: bill.cloth * count,
      timber: bill.timber * count,
      board: bill.board * count,
      mass: bill.mass * count,
      cost: bill.cost * count,
    };
  });
}

/** Quantities for the panels of the document's decision. */
export function studyBuild(project: Project): Study<BuildResult> {
  const { panel } = project.treatment;
  const batches = batchesOf(project);
  const recipes = recipeBatches(project);
  const framed = chosenRecipes(project).filter((r) => isFramed(r.recipe));
  const panels =
    batches.reduce((sum, b) => sum + b.count, 0) +
    recipes.reduce((sum, r) => sum + r.count, 0) -
    framed.reduce((sum, r) => sum + r.count, 0);
  const issues: Issue[] = [];
  let shopping: Shopping | null = null;
  const longest = Math.max(...batches.map((b) => Math.max(b.width, b.height)));
  const shortest = Math.min(...batches.map((b) => Math.min(b.width, b.height)));
  const cloth = Math.max(...batches.map((b) => Math.min(b.width, b.height) + 2 * (b.depth + project.buying.clothTurn)));
  if (shortest <= 2 * project.buying.frameThickness) {
    issues.push({
      code: 'build.frame-too-thick',
      severity: 'wrong',
      where: [],
      values: { frame: project.buying.frameThickness },
    });
  } else if (longest > project.buying.stockLength) {
    issues.push({
      code: 'build.stock-too-short',
      severity: 'wrong',
      where: [],
      values: { longest, stock: project.buying.stockLength },
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
  if (panels === 0) issues.push({ code: 'build.nothing-decided', severity: 'note', where: [], values: {} });
  const working: Working[] = shopping
    ? [
        {
          id: 'fill',
          title: 'Fill to buy',
          formula: 'A = Σ n·(w − 2t)·(h − 2t)·(1 + waste),  packs = A / pack, rounded up',
          symbols: [
            { symbol: 'n', meaning: 'panels', value: panels, unit: '' },
            { symbol: 'w', meaning: 'panel width', value: panel.width, unit: 'm' },
            { symbol: 'h', meaning: 'panel height', value: panel.height, unit: 'm' },
            { symbol: 't', meaning: 'frame thickness', value: project.buying.frameThickness, unit: 'm' },
            { symbol: 'waste', meaning: 'allowance', value: project.buying.waste, unit: '' },
            { symbol: 'A', meaning: 'fill with waste', value: shopping.fillAreaWithWaste, unit: 'm²' },
            { symbol: 'pack', meaning: 'fill in one pack', value: project.buying.packArea, unit: 'm²' },
          ],
          result: { symbol: 'packs', meaning: 'to buy', value: shopping.fillPacks, unit: '' },
          source: 'Geometry of a butt-jointed frame with the fill inside it.',
          validity: 'One layer of fill as deep as the panel. If it comes thinner, multiply by the layers.',
        },
      ]
    : [];
  return { result: { panels, recipes, shopping }, issues, working };
}
