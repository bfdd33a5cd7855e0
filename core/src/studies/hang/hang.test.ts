/** Laying out: by hand on plain rooms, and its promises over random ones. */
import { boundsOf, overlapping } from '../../geometry/clip';
import { faceOutline } from '../../geometry/unfold';
import { applyCommand, CommandRefused } from '../../document/commands/commands';
import { createProject } from '../../document/create';
import { isAt, isByNumber, type Opening, type Project } from '../../document/schema/project';
import { keepOutsOn } from '../../room/keepOuts';
import { settingOf } from '../../room/setting';
import { demo, DEMO_ROOMS } from '../../testing/demo';
import { decided, numbers, pieceAt } from '../../testing/pieces';
import { type Random, seeded } from '../../testing/random';
import { door, edited, plainBox, wardrobe, window } from '../../testing/rooms';
import { mirroredPiece, mirrorPlace, onLevel, pieceMovedTo, spreadEvenly } from './edit';
import { layOut } from './layOut';
import { studyMarks } from '../marks/study';
import { studyHang } from './study';
import { layOutCommands } from './take';

/** As the stage does it: laid out and taken in one edit. */
function laidOut(project: Project, afresh = false) {
  const result = layOut(project, afresh);
  const commands = layOutCommands(project, result, afresh, '2026-11-01T08:00:00Z');
  const next = applyCommand(project, { type: 'batch', as: 'put-pieces', commands }).project;
  return { result, next, hung: studyHang(settingOf(next)).result };
}
const on = (hung: ReturnType<typeof laidOut>['hung'], face: string) => hung.pieces.filter((p) => p.face === face);
/** Nothing of it is heard: no marks to cover. */
const silent = (project: Project): Project => ({ ...project, loudspeakers: [] });

describe('by hand', () => {
  test('four panels on a bare wall of 4 m: gaps of 32 cm, middles at the ears', () => {
    const { hung, next } = laidOut(silent(edited(plainBox(), numbers({ A: 4 }))));
    const pieces = on(hung, 'A');
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
    expect(on(laidOut(tops).hung, 'A')[0]!.high).toBeCloseTo(plainBox().listening.head.earHeight + 0.6, 9);
    const told = edited(tops, { type: 'set-hanging', hanging: { level: 2 } });
    expect(on(laidOut(told).hung, 'A').map((p) => p.high)).toEqual([expect.closeTo(2, 9), expect.closeTo(2, 9)]);
    // Under a ceiling of 2.5 m a line at 2.4 m leaves no row of middles: it comes down as far as it must, and says so.
    const high = edited(plainBox(), numbers({ A: 1 }), { type: 'set-hanging', hanging: { level: 2.4 } });
    expect(layOut(high, false).offLevel).toEqual([{ face: 'A', name: 'front', by: expect.closeTo(-0.5, 9) }]);
  });

  test('a window parts a wall; pieces stand alike on both sides of it; a third one has no place, and ways out are told', () => {
    const middle = window({ wall: 'A', u: 1.25, v: 0.5, width: 1.5, height: 1.5, clearance: 0.05 });
    const room = silent(edited(plainBox(), { type: 'put', list: 'openings', thing: middle }));
    const two = on(laidOut(edited(room, numbers({ A: 2 }))).hung, 'A');
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
    const [b, d] = [on(hung, 'B'), on(hung, 'D')];
    expect([b.length, d.length]).toEqual([4, 4]);
    // B is read from the front, D from the rear: 5 m between them.
    b.forEach((p, i) => expect(p.left).toBeCloseTo(5 - d[3 - i]!.right, 9));
    expect(Math.max(...b.map((p) => p.right))).toBeLessThan(3.8 - 0.05);
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
    const a = on(hung, 'A').filter((p) => p.recipe === 'panel-10');
    expect(a.map((p) => p.left)).toEqual([expect.closeTo(leg + gap, 9), expect.closeTo(leg + 2 * gap + 0.6, 9)]);
    const kept = keepOutsOn(
      setting,
      setting.faces.find((f) => f.id === 'A')!,
      0.2,
    ).filter((k) => corner.some((c) => c.id === k.id));
    expect(kept.map((k) => k.right - k.left)).toEqual([expect.closeTo(leg, 9), expect.closeTo(leg, 9)]);
    expect(hung.conflicts).toBe(0);
  });

  test('clouds hang as one group about the axis, over the way from the loudspeakers to the head', () => {
    const { hung, next } = laidOut(edited(plainBox(), numbers({ ceiling: 3 }, 'cloud-10')));
    const setting = settingOf(next);
    const pieces = on(hung, 'ceiling');
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
    expect(on(hung, 'A').map((p) => p.left)).toEqual(
      [0, 1, 2].map((i) => expect.closeTo(2 / 3 + gap + i * (gap + 0.6), 6) as number),
    );
    expect(result.offLevel).toEqual([{ face: 'D', name: 'left', by: expect.closeTo(-0.5, 6) }]);
    const clouds = on(hung, 'ceiling');
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
    expect(places.has('loose')).toBe(false);
    // Its own mirror image about the middle of the wall, which is free.
    const anew = next.treatment.pieces
      .filter(isAt)
      .find((p) => p.place.face === 'A' && !['up', 'held'].includes(p.id))!;
    expect(anew.place.u).toBeCloseTo(1.7, 9);
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

describe('edits', () => {
  const start = silent(
    edited(plainBox(), {
      type: 'put-pieces',
      pieces: [pieceAt({ id: 'one', face: 'B', u: 0.7, v: 0.3 }), pieceAt({ id: 'two', face: 'B', u: 2, v: 0.35 })],
    }),
  );
  const setting = settingOf(start);

  test('the gap to the end is the wall’s own at the height of the piece, not that of its longest part', () => {
    const recess = edited(start, { type: 'insert-recess', wall: 'A', from: 0, width: 1, depth: 0.5 });
    const cloud = edited(recess, { type: 'put-pieces', pieces: [pieceAt({ id: 'c', face: 'ceiling', u: 1.5, v: 1 })] });
    const found = studyHang(settingOf(cloud)).result.pieces.find((p) => p.id === 'c')!;
    // 1 m of the front is set back by 0.5 m; at 1 to 2.2 m the room is 4 m wide all the same.
    expect([found.gapLeft, found.gapRight]).toEqual([expect.closeTo(1.5, 6), expect.closeTo(1.9, 6)]);
    const gable = edited(start, { type: 'set-ceiling', ceiling: { shape: 'pitch', along: 'D', top: 3.5 } });
    const high = edited(gable, { type: 'put-pieces', pieces: [pieceAt({ id: 'g', face: 'A', u: 3, v: 1.8 })] });
    const piece = studyHang(settingOf(high)).result.pieces.find((p) => p.id === 'g')!;
    // 2.5 m at one side, 3.5 m at the other, 4 m between: 3 m high from half-way on.
    expect(piece.gapLeft).toBeCloseTo(1, 2);
  });

  test('a conflict is told with what it meets and by how much', () => {
    const bad = edited(start, { type: 'put', list: 'openings', thing: door({ u: 1.2, clearance: 0.02 }) });
    const { pieces, conflicts } = studyHang(settingOf(bad)).result;
    expect(conflicts).toBe(2);
    expect(pieces[0]!.conflicts).toEqual([
      { kind: 'overlap', other: { id: 'door', name: 'Door', kind: 'door' }, by: expect.closeTo(0.12, 9) },
    ]);
    const over = edited(start, { type: 'put-pieces', pieces: [pieceAt({ id: 'one', face: 'B', u: 4.7 })] });
    expect(studyHang(settingOf(over)).result.pieces.find((p) => p.id === 'one')!.conflicts).toEqual([
      { kind: 'outside', other: { id: 'B', name: 'right', kind: 'face' }, by: expect.closeTo(0.3, 9) },
    ]);
  });

  test('mirrored: on the wall across, as far from the front; a twin that hangs near is moved, else one is made', () => {
    const place = mirrorPlace(setting, 'one')!;
    expect(place).toMatchObject({
      face: 'D',
      left: expect.closeTo(5 - 1.3, 9),
      low: expect.closeTo(0.3, 9),
      width: expect.closeTo(0.6, 9),
    });
    const twin = mirroredPiece(setting, 'one', null)!;
    expect(twin.place).toMatchObject({ face: 'D', u: expect.closeTo(3.7, 9), v: expect.closeTo(0.3, 9) });
    const near = edited(start, { type: 'put-pieces', pieces: [pieceAt({ id: 'left', face: 'D', u: 3.4 })] });
    expect(mirroredPiece(settingOf(near), 'one', null)).toMatchObject({
      id: 'left',
      place: { u: expect.closeTo(3.7, 9) },
    });
    const askew = edited(start, { type: 'move-corner', wall: 'A', x: -0.5, y: 0 });
    expect(mirrorPlace(settingOf(askew), 'one')).toBeNull();
    // Under the ceiling the image is on the ceiling.
    const cloud = edited(start, { type: 'put-pieces', pieces: [pieceAt({ id: 'c', face: 'ceiling', u: 0.5, v: 1 })] });
    expect(mirrorPlace(settingOf(cloud), 'c')).toMatchObject({
      face: 'ceiling',
      left: expect.closeTo(2.9, 9),
      low: expect.closeTo(1, 9),
    });
  });

  test('evenly spread between what bounds them, each at its height; to the level line; moved in the face’s own way', () => {
    const spread = spreadEvenly(setting, 'one')!;
    // (5 − 1.2) / 3
    expect(spread.map((p) => p.place.u)).toEqual([expect.closeTo(3.8 / 3, 9), expect.closeTo(7.6 / 3 + 0.6, 9)]);
    expect(spread.map((p) => p.place.v)).toEqual([0.3, 0.35]);
    expect(onLevel(setting, 'one')).toBeCloseTo(start.listening.head.earHeight - 0.6, 9);
    const turned = edited(
      start,
      { type: 'put-pieces', pieces: [pieceAt({ id: 'c', face: 'ceiling', u: 0.5, v: 1 })] },
      { type: 'face-wall', wall: 'C' },
    );
    const other = settingOf(turned);
    const { box } = other.placed.find((p) => p.id === 'c')!;
    const moved = edited(turned, {
      type: 'put-pieces',
      pieces: [pieceMovedTo(other, 'c', box.left + 0.2, box.low - 0.1)],
    });
    const after = settingOf(moved).placed.find((p) => p.id === 'c')!.box;
    expect([after.left - box.left, after.low - box.low]).toEqual([expect.closeTo(0.2, 9), expect.closeTo(-0.1, 9)]);
  });
});

/** A room as people have them, with something decided in it. */
function randomRoom(random: Random, i: number): Project {
  const size = { length: random.between(2.6, 7), width: random.between(2.2, 5), height: random.between(2.1, 3.2) };
  const walls = ['A', 'B', 'C', 'D'];
  let project = createProject('r', `Room ${i}`, size);
  const tried = (command: Parameters<typeof applyCommand>[1]) => {
    try {
      project = applyCommand(project, command).project;
    } catch (error) {
      if (!(error instanceof CommandRefused)) throw error;
    }
  };
  const lengthOf = (wall: string) => (wall === 'A' || wall === 'C' ? size.width : size.length);
  if (random.whole(0, 2) === 0)
    tried({
      type: 'insert-recess',
      wall: random.pick(['B', 'D']),
      from: 0.6,
      width: 0.9,
      depth: random.pick([-0.3, 0.4]),
    });
  for (let k = random.whole(0, 4); k > 0; k--) {
    const wall = random.pick(walls);
    const kinds: Partial<Opening>[] = [
      { kind: 'door', v: 0, width: 0.85, height: 2 },
      { kind: 'window', v: 0.9, width: random.between(0.5, 1.4), height: 1, leaf: null },
      { kind: 'switch', v: 1.05, width: 0.08, height: 0.08, clearance: 0.05, leaf: null, material: null },
      { kind: 'radiator', v: 0.1, width: 1, height: 0.6, clearance: 0.1, leaf: null },
    ];
    const kind = random.pick(kinds);
    const u = random.between(0, Math.max(0.1, lengthOf(wall) - 1.5));
    tried({ type: 'put', list: 'openings', thing: door({ id: `o${k}`, wall, u, ...kind }) });
  }
  if (random.whole(0, 1) === 0)
    tried({ type: 'put', list: 'furniture', thing: wardrobe({ x: 0.4, y: size.length - 0.8 }) });
  const mix: Record<string, Record<string, number>> = {};
  for (const recipe of random.pick([['panel-10'], ['panel-10', 'panel-15-gap'], ['panel-10', 'qrd-7']])) {
    mix[recipe] = {};
    for (const wall of walls) if (random.whole(0, 2) > 0) mix[recipe][wall] = random.whole(1, 4);
  }
  if (random.whole(0, 1) === 0) mix['straddle-15'] = { 'corner A': 2, 'corner B': 2 };
  if (random.whole(0, 1) === 0) mix['cloud-10'] = { ceiling: random.whole(1, 4) };
  tried({
    type: 'set-hanging',
    hanging: { by: random.pick(['middles', 'tops'] as const), leastGap: random.pick([0, 0.02, 0.05]) },
  });
  tried(decided(mix));
  return random.whole(0, 2) === 0 ? project : { ...project, loudspeakers: [] };
}

test('five hundred random rooms: nothing overlaps or leaves its face, nothing is lost, gaps are equal, twins are twins', () => {
  const random = seeded(20261127);
  let [placed, mirrored, evenRows] = [0, 0, 0];
  for (let i = 0; i < 500; i++) {
    const project = randomRoom(random, i);
    const wanted = project.treatment.pieces.filter(isByNumber).reduce((n, p) => n + p.place.count, 0);
    const { result, next, hung } = laidOut(project);
    const setting = settingOf(next);
    expect([i, result.pieces.length + result.unplaced.reduce((n, u) => n + u.count, 0)]).toEqual([i, wanted]);
    expect([i, hung.pieces.flatMap((p) => p.conflicts)]).toEqual([i, []]);
    placed += hung.pieces.length;
    const { leastGap } = project.treatment.hanging;
    for (const face of setting.faces.filter((f) => f.kind === 'wall')) {
      const here = on(hung, face.id).filter((p) => p.recipe !== 'straddle-15');
      const edge = boundsOf(faceOutline(face));
      here.forEach((p, k) => {
        expect(p.left > edge.left - 1e-6 && p.right < edge.right + 1e-6 && p.low > edge.low - 1e-6).toBe(true);
        here.slice(k + 1).forEach((q) => expect(overlapping(p, q, 1e-6)).toBe(false));
        expect(Math.min(p.gapLeft, p.gapRight)).toBeGreaterThan(leastGap - 1e-6);
      });
      // One line: middles or tops at one height.
      const lines = here.map((p) => (result.level.by === 'tops' ? p.high : (p.low + p.high) / 2));
      lines.forEach((v) => expect(v).toBeCloseTo(lines[0]!, 6));
      const off = result.offLevel.find((o) => o.face === face.id)?.by ?? 0;
      if (lines.length > 0) expect(lines[0]).toBeCloseTo(result.level.height + off, 6);
    }
    for (const [a, b] of result.mirrored.filter((m) => m.length === 2)) {
      // Every piece of the wall with fewer has its twin across.
      const [fewer, more] = [on(hung, a!), on(hung, b!)].sort((p, q) => p.length - q.length) as [
        typeof hung.pieces,
        typeof hung.pieces,
      ];
      const flat = fewer.filter((p) => p.recipe !== 'straddle-15');
      const twins = flat.filter((p) => {
        const image = mirrorPlace(setting, p.id);
        return (
          image &&
          more.some(
            (q) => q.recipe === p.recipe && Math.abs(q.left - image.left) < 1e-6 && Math.abs(q.low - image.low) < 1e-6,
          )
        );
      });
      expect(twins.length).toBeGreaterThan(0);
      mirrored += twins.length;
    }
    // Without marks a wall laid out alike about the axis has equal gaps wherever a piece has pieces on both sides.
    if (project.loudspeakers.length > 0) continue;
    for (const face of ['A', 'C'].filter((f) => result.mirrored.some((m) => m.length === 1 && m[0] === f))) {
      const here = on(hung, face).filter((p) => p.recipe !== 'straddle-15');
      const middle = boundsOf(faceOutline(setting.faces.find((f) => f.id === face)!)).right / 2;
      const twin = (p: (typeof here)[number]) => here.some((q) => Math.abs(q.left - (2 * middle - p.right)) < 1e-6);
      if (!here.every(twin)) continue;
      here.forEach((p, k) => {
        const [before, after] = [here[k - 1], here[k + 1]];
        // A keep-out's mirror image is kept free too.
        const image = here.find((q) => Math.abs(q.left - (2 * middle - p.right)) < 1e-6)!;
        if (Math.abs(image.gapRight - p.gapLeft) > 1e-6 || Math.abs(image.gapLeft - p.gapRight) > 1e-6) return;
        if (!before || !after || p.gapLeft !== p.left - before.right || p.gapRight !== after.left - p.right) return;
        expect([i, face, Math.abs(p.gapLeft - p.gapRight) < 1e-4]).toEqual([i, face, true]);
        evenRows += 1;
      });
    }
  }
  // It has looked at something.
  expect(placed).toBeGreaterThan(2500);
  expect(mirrored).toBeGreaterThan(100);
  expect(evenRows).toBeGreaterThan(100);
}, 240_000);

test('the order of the lists does not matter, nor does asking twice', () => {
  const random = seeded(7);
  for (let i = 0; i < 40; i++) {
    const project = randomRoom(random, i);
    const { pieces } = project.treatment;
    const turned = {
      ...project,
      treatment: { ...project.treatment, pieces: [...pieces].reverse() },
      room: { ...project.room, openings: [...project.room.openings].reverse() },
    };
    const [one, other] = [layOut(project, false), layOut(turned, false)];
    expect(other.pieces).toEqual(one.pieces);
    expect(layOut(project, false)).toEqual(one);
  }
});

test.each(DEMO_ROOMS)('%s: what is said to cover a mark covers it, and nothing is in conflict', (name) => {
  for (const afresh of [false, true]) {
    const before = demo(name);
    const { result, next, hung } = laidOut(before, afresh);
    const setting = settingOf(next);
    const { marks } = studyMarks(next, setting).result;
    const said = result.pieces.flatMap((p) => p.covers);
    const held = said.map((id) => marks.find((m) => m.id === id));
    expect(held.map((m) => [m?.id, m?.coveredPart])).toEqual(said.map((id) => [id, 1]));
    const open = new Set(result.open.map((o) => o.mark));
    expect(said.some((id) => open.has(id))).toBe(false);
    if (afresh) expect(hung.conflicts).toBe(0);
    const count = (p: Project) => p.treatment.pieces.reduce((n, t) => n + (isByNumber(t) ? t.place.count : 1), 0);
    expect(count(next)).toBe(count(before));
  }
});
