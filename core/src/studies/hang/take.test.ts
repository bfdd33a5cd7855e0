/** What becomes of the document when a lay-out is taken: who keeps name and place, what goes back to a number, what is never lost. */
import { applyCommand } from '../../document/commands/commands';
import { recipeOf } from '../../document/recipes';
import { isAt, isByNumber, type Project } from '../../document/schema/project';
import { settingOf } from '../../room/setting';
import { laidOut, piecesOn, silent } from '../../testing/laidOut';
import { decided, numbers, pieceAt } from '../../testing/pieces';
import { edited, plainBox, window } from '../../testing/rooms';
import { loosePlace } from './loose';
import { decidedFor } from './take';

const find = (p: Project, id: string) => p.treatment.pieces.filter(isAt).find((t) => t.id === id);
const lots = (p: Project) => p.treatment.pieces.filter(isByNumber).map((t) => [t.recipe, t.place.on, t.place.count]);

describe('what is lifted', () => {
  const form = (id: string, value: 'block' | 'edge') => ({
    type: 'put-recipe' as const,
    recipe: { ...recipeOf(plainBox(), 'panel-10'), id, form: value },
  });
  const room = edited(plainBox(), form('own-stand', 'block'), form('own-cove', 'edge'), {
    type: 'put-pieces',
    pieces: [
      pieceAt({ id: 'flat' }),
      pieceAt({ id: 'cloud-on-a-wall', recipe: 'cloud-10', u: 2 }),
      pieceAt({ id: 'stand', recipe: 'own-stand', u: 3 }),
      pieceAt({ id: 'cove', recipe: 'own-cove', face: 'C' }),
      pieceAt({ id: 'corner', recipe: 'straddle-15', face: 'D', u: 5 - 0.6 / Math.SQRT2, width: 0.6 / Math.SQRT2 }),
      pieceAt({ id: 'off-its-corner', recipe: 'straddle-15', face: 'D', u: 2, width: 0.6 / Math.SQRT2 }),
    ],
  });
  const setting = settingOf(room);

  test('only what a lay-out could put there again', () => {
    const where = (id: string) => loosePlace(setting, find(room, id)!);
    expect(where('flat')).toBe('B');
    expect(['cloud-on-a-wall', 'stand', 'cove', 'off-its-corner'].map(where)).toEqual([null, null, null, null]);
    // Wall D's right end, seen from the room, is where wall A begins.
    expect(where('corner')).toBe('corner A');
  });

  test('all others are where they were afterwards, and the edit is accepted', () => {
    const { next } = laidOut(room, true);
    for (const id of ['cloud-on-a-wall', 'stand', 'cove', 'off-its-corner'])
      expect(find(next, id)).toEqual(find(room, id));
    expect(find(next, 'corner')!.place).toMatchObject({ face: expect.stringMatching(/^[AD]$/), v: 0 });
    expect(next.treatment.pieces).toHaveLength(6);
  });
});

test('a piece laid out anew keeps its name, its dates and its id; a new one has its own', () => {
  const dates = { decided: '2026-10-01T08:00:00Z', laidOut: '2026-10-02T08:00:00Z', hung: null };
  const start = edited(
    silent(plainBox()),
    { type: 'put-pieces', pieces: [pieceAt({ id: 'mine', name: 'By the piano', face: 'A', u: 0.1, v: 0.1, dates })] },
    numbers({ A: 1 }),
  );
  const { next, hung } = laidOut(start, true);
  expect(piecesOn(hung, 'A')).toHaveLength(2);
  expect(find(next, 'mine')).toMatchObject({ name: 'By the piano', dates, state: 'laid-out' });
  expect(find(next, 'mine')!.place.v).toBeCloseTo(start.listening.head.earHeight - 0.6, 9);
  const other = next.treatment.pieces.find((p) => p.id !== 'mine')!;
  expect(other).toMatchObject({ name: 'Piece 1', dates: { laidOut: '2026-11-01T08:00:00Z' } });
});

describe('what finds no place', () => {
  // Nothing but 10 cm beside it on either side.
  const shut = window({ wall: 'A', u: 0.1, v: 0.1, width: 3.8, height: 2.3, clearance: 0 });
  const room = edited(silent(plainBox()), { type: 'put', list: 'openings', thing: shut });

  test('stays decided by number, with its date', () => {
    const start = edited(room, {
      type: 'set-numbers',
      of: null,
      numbers: [{ recipe: 'panel-10', on: 'A', count: 3 }],
      at: '2026-10-01T08:00:00Z',
    });
    const { next, result } = laidOut(start);
    expect(next.treatment.pieces).toEqual(start.treatment.pieces);
    expect(result.unplaced).toMatchObject([{ recipe: 'panel-10', on: 'A', count: 3 }]);
  });

  test('a piece of its recipe’s size goes back to being decided; one of its own size stays where it was', () => {
    const pieces = [
      pieceAt({ id: 'usual', face: 'A', u: 0.3 }),
      pieceAt({ id: 'own-size', face: 'A', u: 2, width: 0.8, height: 1 }),
    ];
    const start = edited(room, { type: 'put-pieces', pieces });
    const { next } = laidOut(start, true);
    expect(find(next, 'usual')).toBeUndefined();
    expect(find(next, 'own-size')).toEqual(find(start, 'own-size'));
    expect(lots(next)).toEqual([['own-first-reflection', 'A', 1]]);
  });

  test('what is up by number is left alone', () => {
    const start = edited(room, numbers({ C: 2 }), { type: 'set-piece-state', ids: ['lot-1'], state: 'hung', at: null });
    const { next, hung } = laidOut(start);
    expect(next.treatment.pieces).toEqual(start.treatment.pieces);
    expect([hung.pieces, hung.waiting]).toEqual([[], 0]);
  });

  test('decided for another wall instead: so many fewer here, so many more there, of that recipe alone', () => {
    const start = edited(room, decided({ 'panel-10': { A: 3, B: 1 }, 'qrd-7': { A: 1 } }));
    const way = { way: 'wall' as const, face: 'B', name: 'right', count: 2 };
    const next = applyCommand(start, decidedFor(start, { recipe: 'panel-10', on: 'A' }, way, null)).project;
    expect(lots(next).sort()).toEqual([
      ['panel-10', 'A', 1],
      ['panel-10', 'B', 3],
      ['qrd-7', 'A', 1],
    ]);
    const all = applyCommand(
      start,
      decidedFor(start, { recipe: 'panel-10', on: 'A' }, { ...way, count: 3 }, null),
    ).project;
    expect(lots(all).filter(([recipe]) => recipe === 'panel-10')).toEqual([['panel-10', 'B', 4]]);
  });
});
