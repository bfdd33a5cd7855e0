import { applyCommand } from '../../document/commands/commands';
import { createProject } from '../../document/create';
import { FIRST_COVER } from '../../document/recipes';
import type { Project } from '../../document/schema/project';
import { decided, pieceAt } from '../../testing/pieces';
import { PLAIN_PRICES } from '../../recipes/types';
import { studyBuild } from './study';
import { benchFor } from '../dose/bench';
import { planInputs } from '../dose/inputs';
import { settingOf } from '../../room/setting';

const box = (): Project => createProject('box', 'Box', { length: 5, width: 4, height: 2.6 });
const COVER = FIRST_COVER.id;
const with_ = (mix: Record<string, Record<string, number>>): Project => applyCommand(box(), decided(mix)).project;

test('framed recipes are bought with the panels; boxes and diffusers stand by themselves with what they take', () => {
  const project = with_({
    [COVER]: { ceiling: 2 },
    'panel-10': { B: 3, D: 3 },
    'qrd-7': { C: 2 },
    'membrane-70': { A: 4 },
  });
  const { result } = studyBuild(project);
  expect(result.panels).toBe(14);
  expect(result.recipes.map((r) => [r.recipe, r.count])).toEqual([
    [COVER, 2],
    ['panel-10', 6],
    ['qrd-7', 2],
    ['membrane-70', 4],
  ]);
  const [, panel, diffuser, skin] = result.recipes;
  expect(panel!.fill).toBeCloseTo(6 * 0.564 * 1.164 * 0.1, 9);
  expect(diffuser!.fill).toBe(0);
  expect(diffuser!.board).toBeGreaterThan(4);
  // Skins and the backs that shut their boxes.
  expect(skin!.board).toBeCloseTo(4 * 2 * 0.72, 9);
  // Eight panels of one size and depth want sixteen stiles; boxes have timber of their own depth.
  const deep = (d: number) => result.needs.find((n) => n.of.sort === 'bar' && Math.abs(n.of.depth - d) < 1e-9)!;
  const stiles = (d: number) =>
    deep(d)
      .parts.filter((p) => p.name === 'stile')
      .reduce((sum, p) => sum + p.count, 0);
  expect([stiles(0.1), stiles(0.12)]).toEqual([16, 8]);
  expect(result.sheets.map((s) => [s.letter, s.count])).toEqual([
    ['A', 2],
    ['B', 6],
    ['C', 2],
    ['D', 4],
  ]);
});

test('prices and an own price move the money; taking a recipe away takes it from what is decided', () => {
  const project = with_({ 'panel-10': { B: 2 } });
  const cost = studyBuild(project).result.recipes[0]!.cost;
  const dear = applyCommand(project, { type: 'set-prices', prices: { fill: PLAIN_PRICES.fill * 2 } }).project;
  expect(studyBuild(dear).result.recipes[0]!.cost - cost).toBeCloseTo(2 * 0.564 * 1.164 * 0.1 * PLAIN_PRICES.fill, 9);
  const own = applyCommand(box(), {
    type: 'put-recipe',
    recipe: {
      id: 'own-1',
      name: 'Bought',
      form: 'flat',
      width: 0.6,
      height: 0.6,
      layers: [],
      reaction: 'bulk',
      maxAngle: 78,
      edges: false,
      scatterer: null,
      ports: null,
      measured: [0.1, 0.3, 0.7, 1, 1.05, 1, 1, 0.95],
      price: 60,
      note: '',
    },
  }).project;
  const used = applyCommand(own, decided({ 'own-1': { A: 3 } })).project;
  expect(studyBuild(used).result.recipes[0]!.cost).toBe(180);
  const without = applyCommand(used, { type: 'take-recipe', id: 'own-1' }).project;
  expect(without.treatment.pieces).toEqual([]);
  expect(studyBuild(without).result.panels).toBe(0);
});

test('numbers name recipes and places that are there; none is none', () => {
  expect(() => with_({ nobody: { A: 1 } })).toThrow(/treatment\.pieces\.0\.recipe/);
  expect(() => with_({ 'panel-10': { Q: 1 } })).toThrow(/treatment\.pieces\.0\.place\.on/);
  expect(with_({ 'panel-10': { A: 0 }, 'straddle-15': { 'corner A': 2 } }).treatment.pieces).toMatchObject([
    { recipe: 'straddle-15', place: { on: 'corner A', count: 2 } },
  ]);
  const upside = { hz: 1000 as const, lower: 0.5, upper: 0.3 };
  expect(() => applyCommand(box(), { type: 'set-target', target: { own: [upside] } })).toThrow(/must not lie above/);
});

test('what hangs and what is decided by number is one list with one price, and the plan pays the same for a panel', () => {
  const bought: Project['treatment']['recipes'][number] = {
    ...structuredClone(FIRST_COVER),
    id: 'own-bought',
    layers: [],
    scatterer: { kind: 'bought', designHz: 500, depth: 0.15 },
  };
  const project = applyCommand(
    applyCommand(with_({ [COVER]: { B: 1, ceiling: 2 } }), { type: 'put-recipe', recipe: bought }).project,
    {
      type: 'put-pieces',
      pieces: [
        pieceAt({ recipe: 'panel-15-gap' }),
        // The same panel in another size is another piece to build; lying it is the same.
        pieceAt({ id: 'small', width: 0.6, height: 0.6, u: 2 }),
        pieceAt({ id: 'lying', width: 1.2, height: 0.6, v: 1.9 }),
        pieceAt({ id: 'board', recipe: 'board-18', u: 3 }),
        pieceAt({ id: 'spread', recipe: 'own-bought', u: 4 }),
      ],
    },
  ).project;
  const { result, issues } = studyBuild(project);
  expect(result.recipes.map((r) => [r.count, r.depth])).toEqual([
    [2, 0.2],
    // Overhead it is another piece to build: it may have more braces.
    [2, 0.2],
    [1, 0.25],
    [1, 0.2],
    [1, 0.018],
    [1, 0.15],
  ]);
  expect(result.needs.flatMap((n) => (n.of.sort === 'slab' ? [n.of.thickness] : []))).toEqual([0.1, 0.15]);
  expect(result.panels).toBe(8);
  expect(issues.map((i) => i.code)).toContain('build.diffusers-not-listed');
  // By hand: fill, cloth with its turns, two stiles, two rails and a brace, sundries.
  const panel = 0.564 * 1.164 * 0.1 * 110 + 0.9 * 1.5 * 9 + (2 * 1.2 + 3 * 0.564) * 2.2 + 4;
  expect(result.recipes[0]!.cost).toBeCloseTo(2 * panel, 9);
  expect(result.cost).toBeCloseTo(
    result.recipes.reduce((s, r) => s + r.cost, 0),
    9,
  );
  const plan = benchFor(planInputs(project, settingOf(project)));
  const column = plan.inputs.columns.findIndex((k) => k.recipe === COVER);
  expect(plan.columns[column]!.cost).toBeCloseTo(panel, 9);
  expect(result.hardware).toEqual([
    // Of those without a place alone: of the others Hang says what holds them.
    { item: 'hook', count: 2, length: null },
    { item: 'overhead-hook', count: 8, length: null },
    { item: 'safety-line', count: 2, length: null },
    { item: 'spacer', count: 4, length: 0.1 },
  ]);
  // Two at each joint: eight a frame, four a brace; two frames overhead, one of 60 × 60 cm without a brace, eight round a board's edge no joint.
  expect(result.small.find((s) => s.item === 'screw')!.amount).toBe(5 * 12 + 8);
});
