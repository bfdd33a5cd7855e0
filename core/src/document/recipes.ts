/** Recipes as a project sees them: the panel of its marks, its own, and the library. */
import { airGap, fillDensity } from '../physics/absorbers/fills';
import { pitchForOpenPart } from '../physics/absorbers/elements';
import { BOARD_DENSITY, BOX_FILL, SKIN_FREE } from '../recipes/boxes';
import { INCH, type LengthSystem } from '../quantities/lengths';
import { spoken } from '../quantities/measures';
import { isLibraryRecipe, RECIPES } from '../recipes/library';
import type { Recipe, RecipeLayer } from '../recipes/types';
import { type HungPiece, PANEL_RECIPE, type Project } from './schema/project';

type WithRecipes = { treatment: Pick<Project['treatment'], 'panel' | 'recipes'> };

/** Density of the panel's fill, kg/m³: that of glass wool with its resistivity. */
const panelDensity = (sigma: number): number => Math.round(fillDensity('glass-wool', sigma)!);

/** What people call the panel hung where first reflections meet a surface. */
const PANEL_NAME = 'First-reflection panel';

/** The panel of the marks as a recipe: fill and its gap. Its frame is wrapped, as every framed one is. */
export function panelRecipe({ treatment: { panel } }: WithRecipes): Recipe {
  return {
    id: PANEL_RECIPE,
    name: PANEL_NAME,
    form: 'flat',
    width: panel.width,
    height: panel.height,
    layers: [
      ...airGap(panel.gap),
      {
        type: 'porous',
        fill: 'glass-wool',
        density: panelDensity(panel.flowResistivity),
        sigma: panel.flowResistivity,
        model: 'miki',
        d: panel.depth,
      },
    ],
    reaction: 'bulk',
    maxAngle: 78,
    edges: false,
    scatterer: null,
    ports: null,
    measured: null,
    price: null,
    note: 'What first reflections are covered with.',
  };
}

/** A hung piece as a recipe, for its bill; null for what is made by a drawing of its own (scatterers). */
export function pieceRecipe(project: WithRecipes, piece: HungPiece): Recipe | null {
  const { treatment } = project;
  const { width, height, depth, gap, tuned } = piece;
  const base: Recipe = {
    ...panelRecipe({ treatment: { ...treatment, panel: { ...treatment.panel, width, height, depth, gap } } }),
    note: '',
  };
  const fill = base.layers.at(-1)!;
  const same = (a: number, b: number) => Math.abs(a - b) < 1e-6;
  /** From the wall: air, fill, what is left free of it, the front. */
  const box = (front: RecipeLayer, free: number): RecipeLayer[] => {
    const thick = Math.min(BOX_FILL, depth / 2);
    const before = Math.min(free, depth - thick);
    const air = (d: number): RecipeLayer[] => (d > 0 ? [{ type: 'air', d }] : []);
    return [...air(depth - thick - before), { ...fill, d: thick } as RecipeLayer, ...air(before), front];
  };
  switch (piece.kind) {
    case 'absorber': {
      const { panel } = treatment;
      const own = same(depth, panel.depth) && same(Math.max(width, height), Math.max(panel.width, panel.height));
      return { ...base, id: `hung-absorber-${piece.id}`, name: own ? PANEL_NAME : 'Panel' };
    }
    case 'corner':
      // `width` lies along either wall: its front spans the corner.
      return {
        ...base,
        id: `hung-corner-${piece.id}`,
        name: 'Corner panel',
        form: 'straddle',
        width: width * Math.SQRT2,
        layers: [fill],
      };
    case 'membrane':
      return {
        ...base,
        id: `hung-skin-${piece.id}`,
        name: 'Skin box',
        layers: box({ type: 'skin', m: tuned.massPerArea }, SKIN_FREE),
      };
    case 'port': {
      const open = Math.min(0.6, (tuned.holes * Math.PI * tuned.holeDiameter ** 2) / 4 / (width * height));
      const plate: RecipeLayer = {
        type: 'holes',
        d: tuned.holeDiameter,
        t: tuned.neck,
        pitch: pitchForOpenPart(tuned.holeDiameter, open),
      };
      return { ...base, id: `hung-holes-${piece.id}`, name: 'Port box', layers: box(plate, 0) };
    }
    case 'board':
      return {
        ...base,
        id: `hung-board-${piece.id}`,
        name: 'Hard board',
        layers: [{ type: 'skin', m: BOARD_DENSITY * depth }],
      };
    case 'scatter':
      return null;
  }
}

/** The panel of the marks, own recipes, then the library. */
export function allRecipes(project: WithRecipes): Recipe[] {
  return [panelRecipe(project), ...project.treatment.recipes, ...RECIPES];
}

/** "Panel 5 cm" is called "Panel 2″" by who buys in inches: a name, to the nearest half; its layers say how deep it is. */
const calledInInches = (name: string): string =>
  name.replace(/(\d+) cm/g, (_, cm: string) => `${Math.round((Number(cm) * 0.02) / INCH) / 2}″`);

/** The same for a list that is read: what the library says in centimetres, in the reader's system; own names stay as typed. */
export const namedRecipes = (project: WithRecipes, system: LengthSystem): Recipe[] =>
  allRecipes(project).map((r) =>
    isLibraryRecipe(r.id) && system !== 'metric'
      ? { ...r, name: calledInInches(r.name), note: spoken(r.note, system) }
      : r,
  );

/** A recipe by id. Throws RangeError for one nobody has. */
export function recipeOf(project: WithRecipes, id: string): Recipe {
  const found = allRecipes(project).find((r) => r.id === id);
  if (!found) throw new RangeError(`recipeOf: id must be one of the project's recipes, got ${id}`);
  return found;
}
