/** What a recipe is for, and a plain panel's fields. */
import fc from 'fast-check';
import { FIRST_COVER } from '../document/recipes';
import { LIMITS } from '../document/schema/project';
import { fillResistivity } from '../physics/absorbers/fills';
import { depthOf, fillDepth, gapOf, recipeFault, standoffOf } from './curve';
import {
  canCover,
  canHang,
  fillResistivityOf,
  inSize,
  isThinPanel,
  kindOf,
  plainPanelOf,
  RECIPE_KINDS,
  scattersFrom,
  withPlainPanel,
} from './kind';
import { FRESH_LAYERS, soldResistivity, withFill, withWedges } from './layers';
import { RECIPES } from './library';
import { type Recipe, RECIPE_LAYERS } from './types';

const by = (id: string): Recipe => RECIPES.find((r) => r.id === id)!;
const within = ([low, high]: readonly [number, number]) => fc.double({ min: low, max: high, noNaN: true });

test('every recipe of the library is of the kind people would say', () => {
  const kinds = Object.fromEntries(RECIPES.map((r) => [r.id, kindOf(r)]));
  expect(kinds).toMatchObject({
    'panel-10-gap': 'absorber',
    'cloud-10': 'absorber',
    'straddle-15': 'corner',
    'corner-solid': 'corner',
    'scatter-front': 'scatter',
    'membrane-70': 'membrane',
    perforated: 'port',
    'port-box-50': 'port',
    'qrd-7': 'scatter',
    'board-18': 'board',
  });
  expect(new Set(Object.values(kinds))).toEqual(new Set(RECIPE_KINDS));
});

test('first reflections are covered by flat fill of 5 cm and more behind a front that lets sound in', () => {
  const covering = RECIPES.filter(canCover).map((r) => r.id);
  expect(covering).toEqual(expect.arrayContaining(['panel-5', 'panel-10', 'panel-15-gap', 'deep-rear']));
  for (const id of ['straddle-15', 'membrane-70', 'qrd-7', 'board-18', 'block', 'cloud-10'])
    expect(covering).not.toContain(id);
  expect(canCover(withPlainPanel(FIRST_COVER, { depth: 0.04, gap: 0 }))).toBe(false);
  // A gap counts to its depth, fill alone to whether it is thin.
  expect(canCover(withPlainPanel(FIRST_COVER, { depth: 0.03, gap: 0.03 }))).toBe(true);
  expect([isThinPanel(by('panel-5')), isThinPanel(by('panel-10'))]).toEqual([true, false]);
  expect(
    RECIPES.filter((r) => !canHang(r))
      .map((r) => r.form)
      .sort(),
  ).toEqual(['block', 'plug']);
});

test('a plain panel is read back as it was set, whatever is set, in any order and one by one', () => {
  const panel = fc.record({
    width: within(LIMITS.panelSide),
    height: within(LIMITS.panelSide),
    depth: within(LIMITS.panelDepth),
    gap: fc.oneof(fc.constant(0), within([0.001, 0.6])),
    flowResistivity: within(LIMITS.flowResistivity),
  });
  fc.assert(
    fc.property(panel, panel, (first, then) => {
      const set = withPlainPanel(withPlainPanel(FIRST_COVER, first), then);
      expect(plainPanelOf(set)).toEqual(then);
      const oneByOne = Object.entries(then).reduce(
        (r, [key, value]) => withPlainPanel(r, { [key]: value }),
        withPlainPanel(FIRST_COVER, first),
      );
      expect(oneByOne).toEqual(set);
      expect([fillDepth(set), gapOf(set), fillResistivityOf(set)]).toEqual([
        then.depth,
        then.gap,
        then.flowResistivity,
      ]);
      expect(standoffOf(set)).toBeCloseTo(then.depth + then.gap, 12);
      expect(recipeFault(set)).toBeNull();
      expect(set.layers.length).toBe(then.gap > 0 ? 2 : 1);
    }),
    { numRuns: 200 },
  );
});

test('the density of the fill follows its resistivity within what is sold, and stays where only sizes change', () => {
  const fill = (r: Recipe) => r.layers.find((l) => l.type === 'porous')!;
  const denser = withPlainPanel(FIRST_COVER, { flowResistivity: 20000 });
  expect(
    fill(denser).type === 'porous' &&
      fillResistivity('glass-wool', (fill(denser) as { density: number }).density).sigma,
  ).toBeCloseTo(20000, -3);
  expect(withPlainPanel(FIRST_COVER, { depth: 0.05 }).layers[1]).toMatchObject({ density: 34, sigma: 10000 });
});

test('what has more to it is no plain panel, and cloth before it stays', () => {
  for (const id of ['membrane-70', 'perforated', 'qrd-7', 'straddle-15', 'scatter-front', 'port-box-50', 'board-18'])
    expect([id, plainPanelOf(by(id))]).toEqual([id, null]);
  expect(plainPanelOf({ ...by('panel-10'), measured: [0, 0, 0, 0, 0, 0, 0, 0] })).toBeNull();
  const clothed = withPlainPanel(by('panel-10-gap'), { gap: 0.02 });
  expect(clothed.layers.map((l) => l.type)).toEqual(['air', 'porous', 'cloth']);
  expect(depthOf(clothed)).toBeCloseTo(0.12, 12);
});

test('scattering begins where wells are designed for, a curve rises a quarter wave, a slat is half a wave', () => {
  expect(scattersFrom(by('qrd-7'), 343)).toBe(600);
  expect(scattersFrom({ scatterer: { kind: 'curved', rise: 0.1 } }, 343)).toBeCloseTo(857.5, 9);
  expect(scattersFrom(by('scatter-front'), 343)).toBeCloseTo(343 / 0.08, 9);
  expect(scattersFrom({ scatterer: { kind: 'bought', designHz: 450, depth: 0.1 } }, 343)).toBe(450);
  expect(scattersFrom(by('panel-10'), 343)).toBeNull();
});

test('in its own size, upright or lying, a recipe is itself; a corner piece lying is another', () => {
  const panel = by('panel-10');
  expect(inSize(panel, 0.6, 1.2)).toBe(panel);
  expect(inSize(panel, 1.2, 0.6)).toBe(panel);
  expect(inSize(panel, 0.6, 0.6)).toMatchObject({ id: 'panel-10', width: 0.6, height: 0.6 });
  expect(inSize(by('straddle-15'), 1.2, 0.6)).not.toBe(by('straddle-15'));
});

describe('layers', () => {
  test('every kind begins as something that can be built before an air gap', () => {
    for (const type of RECIPE_LAYERS) {
      const layers = [{ type: 'air' as const, d: 0.1 }, FRESH_LAYERS[type]()];
      expect([type, recipeFault({ ...by('panel-10'), layers })]).toEqual([type, null]);
    }
  });

  test('another kind or density brings its resistivity, within what a document takes', () => {
    const wool = FRESH_LAYERS.porous();
    expect(withFill(wool, { density: 60 }, LIMITS.flowResistivity).sigma).toBe(soldResistivity('glass-wool', 60));
    expect(soldResistivity('glass-wool', 60) % 100).toBe(0);
    expect(withFill(wool, { fill: 'foam' }, LIMITS.flowResistivity)).toMatchObject({
      fill: 'foam',
      sigma: 8000,
      d: 0.1,
    });
    expect(withFill(wool, { density: 400 }, [1000, 20000]).sigma).toBe(20000);
  });

  test('wedges count by their mean thickness; a base deeper than the tips is none', () => {
    const foam = { ...FRESH_LAYERS.porous(), fill: 'foam' as const };
    expect(withWedges(foam, 0.1, 0.04)!.d).toBeCloseTo(0.07, 9);
    expect(withWedges(foam, 0.05, 0.1)).toBeNull();
    expect(withWedges(foam, 0.001, 0)!.d).toBeGreaterThanOrEqual(0.001);
  });
});
