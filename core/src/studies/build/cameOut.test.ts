/** Frames that came out larger: their fill, their cloth, their gaps on the wall follow. */
import { applyCommand } from '../../document/commands/commands';
import type { Project } from '../../document/schema/project';
import { decided, numbers, panelOf, pieceAt } from '../../testing/pieces';
import { edited, plainBox } from '../../testing/rooms';
import { cameOutEdit } from './cameOut';
import { studyBuild } from './study';

const clerk = { at: '2026-11-28T10:00:00Z', id: () => '1' };
const sheetsOf = (p: Project) => studyBuild(p).result.sheets;
function cameOut(p: Project, letter: string, by: { width: number; height: number }) {
  const edit = cameOutEdit(
    p,
    sheetsOf(p).find((s) => s.letter === letter)!,
    by,
    clerk,
  );
  return { ...edit, after: applyCommand(p, { type: 'batch', as: 'put-recipe', commands: edit.commands }).project };
}

test('all of one recipe 3 mm wider: the recipe is, fill and rails with it; what is cut is told', () => {
  const p = edited(plainBox(), panelOf({ width: 0.6, height: 1.2, depth: 0.1, gap: 0 }), numbers({ A: 4 }), {
    type: 'tick-step',
    units: ['lot-1#1', 'lot-1#2'],
    step: 'cut',
    at: clerk.at,
    entry: null,
  });
  const { after, cut } = cameOut(p, 'A', { width: 0.003, height: 0 });
  expect(cut).toBe(2);
  const [sheet] = sheetsOf(after);
  expect(sheet).toMatchObject({ count: 4, uncut: 2, recipe: { id: p.treatment.cover, width: 0.603 } });
  expect(sheet!.parts.find((q) => q.name === 'fill')!.width).toBeCloseTo(0.567, 9);
  expect(sheet!.parts.find((q) => q.name === 'front cloth')!.width).toBeCloseTo(0.903, 9);
  expect(after.log.at(-1)).toMatchObject({ kind: 'built', text: 'Pieces A came out +3 mm wide, +0 mm high' });
});

test('a piece on the wall grows about its middle, lying or upright; one of the library becomes a recipe of its own', () => {
  const p = edited(plainBox(), decided({ 'panel-10': { B: 1 } }), {
    type: 'put-pieces',
    pieces: [
      pieceAt({ id: 'up', recipe: 'panel-10', u: 1 }),
      pieceAt({ id: 'lying', recipe: 'panel-10', u: 2, width: 1.2, height: 0.6 }),
    ],
  });
  const before = new Map(p.treatment.pieces.map((q) => [q.id, q.place]));
  const { after } = cameOut(p, 'A', { width: 0.004, height: -0.002 });
  const place = (id: string) =>
    after.treatment.pieces.find((q) => q.id === id)!.place as { u: number; width: number; height: number };
  const u = (id: string) => (before.get(id) as { u: number }).u;
  expect(place('up')).toMatchObject({
    width: expect.closeTo(0.604, 9),
    height: expect.closeTo(1.198, 9),
    u: expect.closeTo(u('up') - 0.002, 9),
  });
  expect(place('lying')).toMatchObject({
    width: expect.closeTo(1.198, 9),
    height: expect.closeTo(0.604, 9),
    u: expect.closeTo(u('lying') + 0.001, 9),
  });
  expect(new Set(after.treatment.pieces.map((q) => q.recipe)).size).toBe(1);
  expect(after.treatment.recipes.at(-1)).toMatchObject({
    name: 'Panel 10 cm, as built',
    width: expect.closeTo(0.604, 9),
  });
  expect(sheetsOf(after)).toHaveLength(1);
});

test('a corner panel keeps to its corner, its leg grows with its front', () => {
  const p = edited(plainBox(), {
    type: 'put-pieces',
    pieces: [pieceAt({ id: 'corner', recipe: 'straddle-15', face: 'C', u: 3.6, v: 0.2, width: 0.4, height: 2 })],
  });
  const { after } = cameOut(p, 'A', { width: 0.01, height: 0 });
  expect(after.treatment.pieces[0]!.place).toMatchObject({ u: 3.6, width: expect.closeTo(0.4 + 0.01 / Math.SQRT2, 9) });
  expect(sheetsOf(after)[0]!.recipe.width).toBeCloseTo(0.4 * Math.SQRT2 + 0.01, 9);
});
