/** Recipes to begin with: sensible sizes and fills; every curve is computed from them. */
import { soldResistivity } from './layers';
import { BOARD_DENSITY } from './boxes';
import type { Recipe, RecipeLayer } from './types';
import { builtWide } from './wells';

const wool = (d: number, density = 30): RecipeLayer => ({
  type: 'porous',
  fill: 'glass-wool',
  density,
  sigma: soldResistivity('glass-wool', density),
  model: 'miki',
  d,
});
const gap = (d: number): RecipeLayer => ({ type: 'air', d });
/** Light speaker cloth: sound passes. */
const cloth: RecipeLayer = { type: 'cloth', Rs: 15 };

function recipe(id: string, name: string, note: string, values: Partial<Recipe> & Pick<Recipe, 'layers'>): Recipe {
  return builtWide({
    id,
    name,
    form: 'flat',
    width: 0.6,
    height: 1.2,
    reaction: 'bulk',
    maxAngle: 78,
    edges: false,
    scatterer: null,
    ports: null,
    measured: null,
    price: null,
    note,
    ...values,
  });
}

export const RECIPES: readonly Recipe[] = [
  recipe('panel-5', 'Panel 5 cm', 'For highs and speech only: no bass.', { layers: [wool(0.05, 40), cloth] }),
  recipe('panel-5-gap', 'Panel 5 cm, 5 cm gap', 'The gap costs nothing and brings half an octave.', {
    layers: [gap(0.05), wool(0.05, 40), cloth],
  }),
  recipe('panel-10', 'Panel 10 cm', 'The least that tames a first reflection.', { layers: [wool(0.1), cloth] }),
  recipe('panel-10-gap', 'Panel 10 cm, 10 cm gap', 'The all-round panel.', { layers: [gap(0.1), wool(0.1), cloth] }),
  recipe('panel-15-gap', 'Panel 15 cm, 10 cm gap', 'Reaches into the bass; lighter fill.', {
    layers: [gap(0.1), wool(0.15, 22), cloth],
  }),
  recipe('cloud-10', 'Cloud 10 cm, hung 15 cm', 'Over the seat: fix into joists, with a safety line.', {
    form: 'cloud',
    layers: [gap(0.15), wool(0.1), cloth],
  }),
  recipe('deep-rear', 'Deep rear wall 30 cm', 'Light fill, as deep as one can spare.', {
    layers: [gap(0.1), wool(0.3, 14), cloth],
  }),
  recipe('straddle-15', 'Corner panel 15 cm', 'Across the corner, air behind it.', {
    form: 'straddle',
    width: 0.6,
    layers: [wool(0.15, 22), cloth],
  }),
  recipe('corner-solid', 'Corner filled, 60 cm front', 'The whole triangle of light fill.', {
    form: 'corner',
    width: 0.6,
    layers: [wool(0.3, 14), cloth],
  }),
  recipe(
    'edge-straddle',
    'Ceiling edge 10 cm',
    'Along the edge of wall and ceiling. Weighs overhead: fix into structure.',
    {
      form: 'edge',
      width: 0.5,
      layers: [wool(0.1), cloth],
    },
  ),
  recipe(
    'plug-10',
    'Window plug 10 cm',
    'In the size of its window, pressed into the reveal on a strip of foam; a board behind the fill keeps more sound in.',
    { form: 'plug', layers: [wool(0.1), cloth] },
  ),
  recipe('scatter-front', 'Slatted front on 10 cm', 'Slats send highs back; fill behind takes the rest.', {
    layers: [gap(0.03), wool(0.1), cloth, { type: 'slots', w: 0.02, t: 0.018, pitch: 0.06 }],
    scatterer: { kind: 'slats', slat: 0.04 },
  }),
  recipe('membrane-70', 'Skin box near 70 Hz', 'Airtight; only where that mode has pressure; tune by measuring.', {
    reaction: 'local',
    layers: [gap(0.055), wool(0.05, 40), gap(0.015), { type: 'skin', m: 5.5 }],
  }),
  recipe('membrane-110', 'Skin box near 110 Hz', 'The pair’s upper half. Airtight.', {
    reaction: 'local',
    layers: [gap(0.015), wool(0.05, 40), gap(0.015), { type: 'skin', m: 3.2 }],
  }),
  recipe('perforated', 'Perforated front on 10 cm', 'Takes the low middle and leaves the highs.', {
    reaction: 'local',
    layers: [gap(0.03), wool(0.07, 30), { type: 'holes', d: 0.006, t: 0.009, pitch: 0.024 }],
  }),
  recipe('port-box-50', 'Port box near 50 Hz', 'One note only. Airtight; tune on site by closing ports.', {
    reaction: 'local',
    layers: [gap(0.2), wool(0.03, 30)],
    ports: { shape: 'round', size: 0.1, slotLength: 0.3, neck: 0.05, count: 2, tube: true, Rs: 20 },
  }),
  recipe('qrd-7', 'Quadratic diffuser, 7 wells', 'Needs distance: see its least listening distance.', {
    height: 1.2,
    reaction: 'local',
    layers: [],
    scatterer: { kind: 'qrd', N: 7, designHz: 600, wellWidth: 0.056, periods: 2 },
  }),
  recipe('skyline-13', 'Skyline, 12 heights', 'Scatters both ways; takes little.', {
    width: 0.6,
    height: 0.6,
    reaction: 'local',
    layers: [],
    scatterer: { kind: 'skyline', N: 13, root: 2, rows: 3, cols: 4, designHz: 1000, wellWidth: 0.05, periods: 3 },
  }),
  recipe('board-18', 'Hard board', 'Turned, it sends a reflection elsewhere; it takes next to nothing.', {
    form: 'board',
    reaction: 'local',
    layers: [gap(0.02), { type: 'skin', m: 0.018 * BOARD_DENSITY }],
  }),
  recipe('block', 'Free-standing block', 'Two faces: stands where a panel cannot hang.', {
    form: 'block',
    width: 0.6,
    height: 1.8,
    layers: [wool(0.2, 22), cloth],
  }),
];

export const isLibraryRecipe = (id: string): boolean => RECIPES.some((r) => r.id === id);
