/** Files of version 6: what hung and what was decided becomes pieces of recipes, made as it was. */
import { readFileSync } from 'node:fs';
import { readProjectFile } from '../../formats/projectFile';
import { BOARD_DENSITY } from '../../recipes/boxes';
import { boardThickness, gapOf, recipeFault, standoffOf } from '../../recipes/curve';
import { kindOf, plainPanelOf } from '../../recipes/kind';
import { coverOf, numbersOf, recipeOf } from '../recipes';
import type { Project } from '../schema/project';

type Loose = Record<string, unknown> & { treatment: Record<string, unknown> };
const sample = (): Loose =>
  JSON.parse(readFileSync(new URL('../samples/version-6.tawny.json', import.meta.url), 'utf8')) as Loose;
const hung = (id: string, kind: string, values: object = {}) => ({
  id,
  name: id,
  kind,
  face: 'B',
  u: 1,
  v: 0.5,
  width: 0.6,
  height: 1.2,
  depth: 0.2,
  gap: 0,
  turnDeg: 0,
  tiltDeg: 0,
  scatterHz: 500,
  tuned: { massPerArea: 5, holes: 12, holeDiameter: 0.05, neck: 0.018 },
  ...values,
});
const opened = (treatment: Record<string, unknown>): Project => {
  const old = sample();
  const read = readProjectFile(JSON.stringify({ ...old, treatment: { ...old.treatment, ...treatment } }));
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.project;
};
const made = (p: Project, id: string) => recipeOf(p, p.treatment.pieces.find((t) => t.id === id)!.recipe);

test('the panel becomes what first reflections are covered with, of the same size, depth, gap and fill', () => {
  const panel = { width: 0.7, height: 1.1, depth: 0.12, gap: 0.03, flowResistivity: 9000 };
  const p = opened({ panel });
  expect(plainPanelOf(coverOf(p))).toEqual(panel);
  expect(coverOf(p).name).toBe('First-reflection panel');
  const plan = p.treatment.plan.recipes.map((r) => r.id);
  expect(plan).toContain(p.treatment.cover);
  expect(plan).not.toContain('panel');
});

test('the six kinds are made as they were; alike is one recipe, else they are numbered', () => {
  const panel = { width: 0.6, height: 1.2, depth: 0.1, gap: 0.1, flowResistivity: 10000 };
  const p = opened({
    panel,
    counts: {},
    hung: [
      hung('same', 'absorber', { depth: 0.1, gap: 0.1, width: 0.6, height: 0.6 }),
      hung('thick', 'absorber', { depth: 0.2, gap: 0.05 }),
      hung('thick 2', 'absorber', { depth: 0.2, gap: 0.05, u: 2 }),
      hung('thin', 'absorber', { depth: 0.05 }),
      hung('corner', 'corner', { width: 0.4, depth: 0.1 }),
      hung('full', 'corner', { width: 0.4, depth: 0.3 }),
      hung('skin', 'membrane'),
      hung('plate', 'port'),
      hung('one hole', 'port', { tuned: { massPerArea: 5, holes: 1, holeDiameter: 0.1, neck: 0.1 } }),
      hung('board', 'board', { depth: 0.018, gap: 0.02, turnDeg: 12 }),
      hung('ribs', 'scatter', { gap: 0.01, scatterHz: 700 }),
    ],
  });
  expect(made(p, 'same').id).toBe(p.treatment.cover);
  expect(p.treatment.pieces[0]).toMatchObject({
    state: 'laid-out',
    place: { kind: 'at', face: 'B', width: 0.6, height: 0.6 },
  });
  expect(plainPanelOf(made(p, 'thick'))).toMatchObject({ depth: 0.2, gap: 0.05, flowResistivity: 10000 });
  expect(made(p, 'thick 2')).toEqual(made(p, 'thick'));
  expect([made(p, 'thick').name, made(p, 'thin').name]).toEqual(['Panel', 'Panel 2']);
  expect(p.treatment.pieces.map((t) => kindOf(made(p, t.id)))).toEqual([
    ...[
      'absorber',
      'absorber',
      'absorber',
      'absorber',
      'corner',
      'corner',
      'membrane',
      'port',
      'port',
      'board',
      'scatter',
    ],
  ]);
  // Across the corner, and as deep as its triangle, filling it.
  expect([made(p, 'corner').form, made(p, 'full').form]).toEqual(['straddle', 'corner']);
  expect(made(p, 'corner').width).toBeCloseTo(0.4 * Math.SQRT2, 9);
  expect(standoffOf(made(p, 'skin'))).toBeCloseTo(0.2, 9);
  expect(made(p, 'skin').layers.at(-1)).toEqual({ type: 'skin', m: 5 });
  // Twelve holes of 5 cm open 3.3 % of the front.
  const plate = made(p, 'plate').layers.at(-1)!;
  expect(plate.type === 'holes' && (Math.PI * (plate.d / plate.pitch) ** 2) / 4).toBeCloseTo(
    (12 * Math.PI * 0.05 ** 2) / 4 / 0.72,
    9,
  );
  expect(made(p, 'one hole').ports).toMatchObject({ count: 1, size: 0.1, neck: 0.1 });
  expect(boardThickness(made(p, 'board'))).toBeCloseTo(0.018, 9);
  expect(gapOf(made(p, 'board'))).toBeCloseTo(0.02, 9);
  expect(made(p, 'board').layers.at(-1)).toEqual({ type: 'skin', m: expect.closeTo(BOARD_DENSITY * 0.018, 9) });
  expect(made(p, 'ribs').scatterer).toEqual({ kind: 'bought', designHz: 700, depth: expect.closeTo(0.21, 9) });
  for (const r of p.treatment.recipes) expect(recipeFault(r)).toBeNull();
});

test('numbers of the panel, told in two places, are one sum', () => {
  const p = opened({
    hung: [],
    counts: { B: 2, ceiling: 1 },
    mix: { panel: { B: 1 }, 'straddle-15': { 'corner A': 2 } },
  });
  const { cover } = p.treatment;
  expect(numbersOf(p)).toEqual([
    { recipe: cover, on: 'B', count: 3 },
    { recipe: cover, on: 'ceiling', count: 1 },
    { recipe: 'straddle-15', on: 'corner A', count: 2 },
  ]);
  expect(p.treatment.pieces.every((t) => t.state === 'decided' && t.dates.decided === null)).toBe(true);
});

test('an own recipe that bears the new name keeps it', () => {
  const taken = { ...opened({}).treatment.recipes[0]!, name: 'Mine' };
  const p = opened({ recipes: [taken], counts: { B: 1 } });
  expect(p.treatment.cover).toBe('own-first-reflection-2');
  expect(recipeOf(p, 'own-first-reflection').name).toBe('Mine');
  expect(numbersOf(p)[0]!.recipe).toBe('own-first-reflection-2');
});

test.each([
  [{ panel: 'thick' }, /treatment\.recipes\[0\]/],
  [{ hung: 'all' }, null],
  [{ hung: [hung('x', 'absorber', { depth: 'deep' })] }, /treatment\.recipes\[1\]\.layers\[0\]\.d/],
  [{ hung: [hung('x', 'absorber', { face: 'Q' })] }, /treatment\.pieces\[0\]\.place\.face/],
  [{ counts: { B: -1 } }, /treatment\.pieces\[\d+\]\.place\.count/],
])('a spoiled file is a sentence with its place, never a crash: %j', (treatment, place) => {
  const old = sample();
  const read = readProjectFile(JSON.stringify({ ...old, treatment: { ...old.treatment, ...treatment } }));
  if (place === null) expect(read.ok).toBe(true);
  else expect(read.ok ? '' : read.problems.map((q) => q.path).join(' ')).toMatch(place);
});
