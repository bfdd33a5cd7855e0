/** Laying out by hand, on plain rooms. */
import type { Command } from '../../document/commands/types';
import { createProject } from '../../document/create';
import { isAt, isByNumber, type Spread } from '../../document/schema/project';
import { keepOutsOn } from '../../room/hung/keepOuts';
import { settingOf } from '../../room/setting';
import { laidOut, piecesOn, silent } from '../../testing/laidOut';
import { decided, numbers, pieceAt } from '../../testing/pieces';
import { door, edited, plainBox, wardrobe, window } from '../../testing/rooms';
import { layOut } from './layOut';
import { studyHang } from './study';

describe('by hand', () => {
  test('four panels on a bare wall of 4 m: gaps of 32 cm, middles at the ears', () => {
    const { hung, next } = laidOut(silent(edited(plainBox(), numbers({ A: 4 }))));
    const pieces = piecesOn(hung, 'A');
    expect(pieces.map((p) => p.left)).toEqual([0.32, 1.24, 2.16, 3.08].map((v) => expect.closeTo(v, 9) as number));
    pieces.forEach((p) => {
      expect((p.low + p.high) / 2).toBeCloseTo(next.listening.head.earHeight, 9);
      expect([p.gapLeft, p.gapRight]).toEqual([expect.closeTo(0.32, 9), expect.closeTo(0.32, 9)]);
    });
    expect(pieces.map((p) => p.label)).toEqual(['A1', 'A2', 'A3', 'A4']);
    // From the middle line, 2 m: 1.68 m left, and so on.
    expect(pieces[0]!.fromMiddle).toEqual({ left: expect.closeTo(-1.68, 9), right: expect.closeTo(-1.08, 9) });
    expect(next.treatment.pieces.filter(isByNumber)).toEqual([]);
    expect(next.treatment.pieces[0]).toMatchObject({ state: 'laid-out', dates: { laidOut: '2026-11-01T08:00:00Z' } });
  });

  test('tops in one line: at the height told, or where panels with their middle at the ears end', () => {
    const tops = edited(plainBox(), numbers({ A: 2 }), { type: 'set-hanging', hanging: { by: 'tops' } });
    expect(piecesOn(laidOut(tops).hung, 'A')[0]!.high).toBeCloseTo(plainBox().listening.head.earHeight + 0.6, 9);
    const told = edited(tops, { type: 'set-hanging', hanging: { level: 2 } });
    expect(piecesOn(laidOut(told).hung, 'A').map((p) => p.high)).toEqual([expect.closeTo(2, 9), expect.closeTo(2, 9)]);
    // Under a ceiling of 2.5 m a line at 2.4 m leaves no row of middles: it comes down as far as it must, and says so.
    const high = edited(plainBox(), numbers({ A: 1 }), { type: 'set-hanging', hanging: { level: 2.4 } });
    expect(layOut(high, false).offLevel).toEqual([{ face: 'A', name: 'front', by: expect.closeTo(-0.5, 9) }]);
  });

  test('a window parts a wall; pieces stand alike on both sides of it; a third one has no place, and ways out are told', () => {
    const middle = window({ wall: 'A', u: 1.25, v: 0.5, width: 1.5, height: 1.5, clearance: 0.05 });
    const room = silent(edited(plainBox(), { type: 'put', list: 'openings', thing: middle }));
    const two = piecesOn(laidOut(edited(room, numbers({ A: 2 }))).hung, 'A');
    // 1.2 m on either side hold one of 0.6 m with 0.3 m beside it.
    expect(two.map((p) => p.left)).toEqual([expect.closeTo(0.3, 9), expect.closeTo(3.1, 9)]);
    const { result } = laidOut(edited(room, numbers({ A: 3 })));
    expect(result.unplaced).toMatchObject([{ on: 'A', count: 1, reason: { why: 'row', names: ['Window'] } }]);
    expect(result.unplaced[0]!.reason).toMatchObject({ longest: expect.closeTo(1.2, 9), needs: 0.64 });
    expect(result.unplaced[0]!.ways).toEqual(
      expect.arrayContaining([
        { way: 'wall', face: 'C', name: 'rear', count: 1 },
        expect.objectContaining({ way: 'gap' }),
      ]),
    );
  });

  test('side walls are mirror images though a door takes part of one', () => {
    const room = edited(plainBox(), { type: 'put', list: 'openings', thing: door() }, numbers({ B: 4, D: 4 }));
    const { hung, result } = laidOut(silent(room));
    expect(result.mirrored).toContainEqual(['D', 'B']);
    const [b, d] = [piecesOn(hung, 'B'), piecesOn(hung, 'D')];
    expect([b.length, d.length]).toEqual([4, 4]);
    // B is read from the front, D from the rear: 5 m between them.
    b.forEach((p, i) => expect(p.left).toBeCloseTo(5 - d[3 - i]!.right, 9));
    expect(Math.max(...b.map((p) => p.right))).toBeLessThan(3.8 - 0.05);
  });

  test('where an upright one has no place a lying one has: over a sideboard, on the same line', () => {
    const board = wardrobe({ id: 's', name: 'Sideboard', x: 0.225, y: 2.7, width: 0.45, depth: 3.4, height: 0.8 });
    const room = silent(edited(plainBox(), { type: 'put', list: 'furniture', thing: board }, numbers({ D: 3 })));
    const { hung, result, next } = laidOut(room);
    // In the row of uprights, 0.6 to 1.8 m, it leaves 0.6 m at the rear and 1 m in front: one of 0.6 m with its gaps in front.
    const d = piecesOn(hung, 'D');
    expect(d.map((p) => [(p.right - p.left).toFixed(2), ((p.low + p.high) / 2).toFixed(2)])).toEqual([
      ['1.20', '1.20'],
      ['1.20', '1.20'],
      ['0.60', '1.20'],
    ]);
    expect(result.unplaced).toEqual([]);
    expect(hung.conflicts).toBe(0);
    // Without the sideboard they stand upright again, and are the same three.
    const { next: cleared, hung: again } = laidOut(
      edited(next, { type: 'take-away', list: 'furniture', id: 's' }),
      true,
    );
    expect(piecesOn(again, 'D').every((p) => p.right - p.left < 0.61)).toBe(true);
    expect(cleared.treatment.pieces.map((p) => p.id).sort()).toEqual(next.treatment.pieces.map((p) => p.id).sort());
  });

  test('a second row where it is wanted: over the first, or lying over it, on one line; else it is told as a way out', () => {
    const room = silent(edited(plainBox(), numbers({ A: 8 }), { type: 'set-hanging', hanging: { level: 0.7 } }));
    const { result } = laidOut(room);
    // Six upright fill 4 m; 1.2 m high from 0.1 m they leave 1.2 m less the gap over them: two of 1.2 m by 0.6 m lie there.
    expect(result.unplaced).toMatchObject([{ on: 'A', count: 2 }]);
    expect(result.unplaced[0]!.ways).toContainEqual({ way: 'row', count: 2 });
    const { hung, result: two } = laidOut(edited(room, { type: 'set-hanging', hanging: { secondRow: true } }));
    expect(two.unplaced).toEqual([]);
    const over = piecesOn(hung, 'A').filter((p) => p.low > 1);
    expect(over.map((p) => [p.low, p.high - p.low])).toEqual(
      [0, 1].map(() => [expect.closeTo(1.32, 9) as number, expect.closeTo(0.6, 9) as number]),
    );
  });

  test('walls by a school: as decided, all in like part, soft in front and scattering behind, the deepest on the rear wall', () => {
    const start = silent(
      edited(plainBox(), decided({ 'panel-10': { B: 6 }, 'qrd-7': { A: 2 }, 'deep-rear': { A: 2 } })),
    );
    const count = (spread: Spread) => {
      const { hung, result } = laidOut(edited(start, { type: 'set-hanging', hanging: { spread } }));
      expect([hung.pieces.length, result.unplaced]).toEqual([10, []]);
      return Object.fromEntries(
        ['panel-10', 'qrd-7', 'deep-rear'].map((recipe) => [
          recipe,
          ['A', 'B', 'C', 'D'].map((f) => piecesOn(hung, f).filter((p) => p.recipe === recipe).length),
        ]),
      );
    };
    expect(count('as-decided')).toEqual({ 'panel-10': [0, 6, 0, 0], 'qrd-7': [2, 0, 0, 0], 'deep-rear': [2, 0, 0, 0] });
    const even = count('even');
    expect(['A', 'B', 'C', 'D'].map((_, f) => Object.values(even).reduce((s, c) => s + c[f]!, 0))).toEqual([
      2, 3, 2, 3,
    ]);
    // Nothing soft on the rear wall while the others hold it, nothing that scatters in front.
    const soft = count('soft-in-front');
    expect([soft['panel-10']![2], soft['deep-rear']![2], soft['qrd-7']![0]]).toEqual([0, 0, 0]);
    expect([soft['panel-10']![1], soft['qrd-7']![1]]).toEqual([soft['panel-10']![3], soft['qrd-7']![3]]);
    expect(count('deep-rear')['deep-rear']).toEqual([0, 0, 2, 0]);
  });

  test('soft in front on one side wall too, and edge to edge where a wall is said to be', () => {
    const school: Command = { type: 'set-hanging', hanging: { spread: 'soft-in-front' } };
    const room = silent(edited(plainBox(), decided({ 'panel-10': { B: 2 }, 'qrd-7': { D: 2 } }), school));
    const wide = edited(room, { type: 'set-usable', usable: ['B', 'D'] });
    const { hung } = laidOut(wide);
    // B is read from the front, D from the rear: a panel first, and a diffuser last.
    expect(piecesOn(hung, 'B').map((p) => p.recipe)).toEqual(['panel-10', 'qrd-7']);
    expect(piecesOn(hung, 'D').map((p) => p.recipe)).toEqual(['qrd-7', 'panel-10']);
    const front = laidOut(
      silent(edited(plainBox(), numbers({ A: 3 }), { type: 'set-hanging', hanging: { tight: ['A'] } })),
    );
    expect(piecesOn(front.hung, 'A').map((p) => p.left)).toEqual(
      [1.1, 1.7, 2.3].map((v) => expect.closeTo(v, 9) as number),
    );
  });

  test('a deep piece at the end of one wall keeps the next wall’s row off', () => {
    const held = pieceAt({ id: 'end', recipe: 'deep-rear', face: 'B', u: 0, width: 0.6, state: 'hung' });
    const room = silent(edited(plainBox(), { type: 'put-pieces', pieces: [held] }, numbers({ A: 6 })));
    const { hung } = laidOut(room);
    // 40 cm deep (gap and fill) before wall B: six with seven gaps in 3.6 m have none of 4 m.
    const a = piecesOn(hung, 'A');
    expect(Math.max(...a.map((p) => p.right))).toBeLessThan(3.6);
    expect(hung.conflicts).toBe(0);
    const across = edited(plainBox(), {
      type: 'put-pieces',
      pieces: [held, pieceAt({ id: 'met', face: 'A', u: 3.2 })],
    });
    expect(studyHang(settingOf(across)).result.pieces.map((p) => p.conflicts.length)).toEqual([1, 1]);
  });

  test('corner pieces stand from the floor up, and walls begin beside them', () => {
    const room = edited(plainBox(), decided({ 'straddle-15': { 'corner A': 2 }, 'panel-10': { A: 2 } }));
    const { hung, next } = laidOut(silent(room));
    const setting = settingOf(next);
    const corner = hung.pieces.filter((p) => p.recipe === 'straddle-15').sort((a, b) => a.low - b.low);
    expect(corner.map((p) => [p.low, p.high])).toEqual([
      [0, expect.closeTo(1.2, 9)],
      [expect.closeTo(1.2, 9), expect.closeTo(2.4, 9)],
    ]);
    expect(corner.every((p) => p.order <= 2)).toBe(true);
    const leg = 0.6 / Math.SQRT2;
    // One leg is gone from 4 m; about the middle as much is left free on the other side, for both panels to be alike.
    const gap = (4 - 2 * leg - 1.2) / 3;
    const a = piecesOn(hung, 'A').filter((p) => p.recipe === 'panel-10');
    expect(a.map((p) => p.left)).toEqual([expect.closeTo(leg + gap, 9), expect.closeTo(leg + 2 * gap + 0.6, 9)]);
    const kept = keepOutsOn(
      setting,
      setting.faces.find((f) => f.id === 'A')!,
      0.2,
    ).filter((k) => corner.some((c) => c.id === k.id));
    expect(kept.map((k) => k.right - k.left)).toEqual([expect.closeTo(leg, 9), expect.closeTo(leg, 9)]);
    expect(hung.conflicts).toBe(0);
  });

  test('along the edge of wall and ceiling: alike on both sides, with equal gaps, and the row under it and the clouds keep clear', () => {
    const room = edited(
      plainBox(),
      decided({
        'edge-straddle': { 'edge B': 2, 'edge D': 2, 'edge A': 9 },
        'panel-10': { B: 2 },
        'cloud-10': { ceiling: 2 },
      }),
      { type: 'set-hanging', hanging: { by: 'tops', level: 2.4 } },
    );
    const { hung, result, next } = laidOut(silent(room));
    const leg = 0.5 / Math.SQRT2;
    const edges = hung.pieces.filter((p) => p.recipe === 'edge-straddle');
    expect(new Set(edges.map((p) => p.high))).toEqual(new Set([2.5]));
    edges.forEach((p) =>
      expect([p.right - p.left, p.high - p.low].map((v) => v.toFixed(6))).toEqual(['1.200000', leg.toFixed(6)]),
    );
    // 5 m less two of 1.2 m in three gaps, on both sides; what lies on the front wall stops before the legs of these.
    const onB = edges.filter((p) => p.face === 'B');
    expect(onB.map((p) => p.left)).toEqual([expect.closeTo(2.6 / 3, 9), expect.closeTo(2 * (2.6 / 3) + 1.2, 9)]);
    expect(
      edges
        .filter((p) => p.face === 'D')
        .map((p) => 5 - p.right)
        .sort(),
    ).toEqual(onB.map((p) => expect.closeTo(p.left, 9) as number));
    expect(result.unplaced).toMatchObject([
      { on: 'edge A', where: 'edge of front and ceiling', reason: { why: 'row', needs: 1.24 } },
    ]);
    // The row under the edge pieces comes down from 2.4 m: its own wall has the legs in it.
    const panels = piecesOn(hung, 'B').filter((p) => p.recipe === 'panel-10');
    expect(panels.every((p) => onB.every((e) => e.low > p.high - 1e-9 || e.right < p.left || e.left > p.right))).toBe(
      true,
    );
    expect(hung.conflicts).toBe(0);
    // Laid out afresh they are where they were.
    expect(laidOut(next, true).hung.pieces).toEqual(hung.pieces);
  });

  test('clouds hang as one group about the axis, over the way from the loudspeakers to the head', () => {
    const { hung, next } = laidOut(edited(plainBox(), numbers({ ceiling: 3 }, 'cloud-10')));
    const setting = settingOf(next);
    const pieces = piecesOn(hung, 'ceiling');
    expect(pieces).toHaveLength(3);
    const [left, right] = [Math.min(...pieces.map((p) => p.left)), Math.max(...pieces.map((p) => p.right))];
    expect((left + right) / 2).toBeCloseTo(setting.axis, 9);
    const [low, high] = [Math.min(...pieces.map((p) => p.low)), Math.max(...pieces.map((p) => p.high))];
    const way = (setting.loudspeakers[0]!.at[1] + setting.head[1]) / 2;
    expect(Math.abs((low + high) / 2 - way)).toBeLessThan(0.6);
  });

  test('under a roof: the gable’s row is as long as it is at its top, low walls bring it down, clouds lie on their own slope', () => {
    const attic = createProject('d', 'Attic', { length: 5, width: 4, height: 1.3 });
    const room = edited(
      attic,
      { type: 'set-ceiling', ceiling: { shape: 'ridge', along: 'D', at: 2, top: 2.8, far: 1.3 } },
      decided({ 'panel-10': { A: 3, D: 2 }, 'cloud-10': { ceiling: 2 } }),
    );
    const { hung, result } = laidOut(silent(room));
    // The ceiling rises 1.5 m in 2 m: 1.8 m high from 0.667 m to 3.333 m.
    const gap = (8 / 3 - 1.8) / 4;
    expect(piecesOn(hung, 'A').map((p) => p.left)).toEqual(
      [0, 1, 2].map((i) => expect.closeTo(2 / 3 + gap + i * (gap + 0.6), 6) as number),
    );
    expect(result.offLevel).toEqual([{ face: 'D', name: 'left', by: expect.closeTo(-0.5, 6) }]);
    const clouds = piecesOn(hung, 'ceiling');
    expect(clouds).toHaveLength(2);
    clouds.forEach((p) => expect(p.right < 2 || p.left > 2).toBe(true));
    expect(hung.conflicts).toBe(0);
  });

  test('what is up or locked stays; what is loose is laid out afresh; a board keeps its turn', () => {
    const start = silent(
      edited(plainBox(), {
        type: 'put-pieces',
        pieces: [
          pieceAt({ id: 'up', face: 'A', u: 0.1, state: 'hung' }),
          pieceAt({ id: 'held', face: 'A', u: 1 }),
          pieceAt({ id: 'loose', face: 'A', u: 2.9 }),
          pieceAt({ id: 'turned', recipe: 'board-18', face: 'C', u: 1, turnDeg: 10 }),
        ],
      }),
    );
    const held = edited(start, { type: 'set-locked', ids: ['held'], locked: true });
    const { next } = laidOut(held, true);
    const places = new Map(next.treatment.pieces.filter(isAt).map((p) => [p.id, p.place]));
    for (const id of ['up', 'held', 'turned'])
      expect(places.get(id)).toEqual(held.treatment.pieces.filter(isAt).find((p) => p.id === id)!.place);
    // It keeps its name, and stands as its own mirror image about the middle of the wall, which is free.
    expect(places.get('loose')!.u).toBeCloseTo(1.7, 9);
  });

  test('an inward door and a wardrobe keep pieces off the wall beside them, a chair does not', () => {
    const swing = door({ wall: 'C', u: 0.02, width: 0.8 });
    const room = edited(
      plainBox(),
      { type: 'put', list: 'openings', thing: swing },
      { type: 'put', list: 'furniture', thing: wardrobe() },
      {
        type: 'put',
        list: 'furniture',
        thing: wardrobe({
          id: 'chair',
          kind: 'chair',
          x: 0.3,
          y: 1,
          width: 0.5,
          depth: 0.5,
          height: 0.9,
          material: 'cupboard-closed',
        }),
      },
    );
    const setting = settingOf(room);
    const kept = (face: string) =>
      keepOutsOn(
        setting,
        setting.faces.find((f) => f.id === face)!,
        0.2,
      ).map((k) => `${k.kind} ${k.id}`);
    // Wall C's left end is wall B's end: the leaf sweeps along B.
    expect(kept('B')).toEqual(['swing door']);
    expect(kept('D')).toEqual(['thing wardrobe']);
  });
});
