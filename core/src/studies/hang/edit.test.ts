/** Edits of pieces on a face, and what is told of them. */
import { isAt } from '../../document/schema/project';
import { settingOf } from '../../room/setting';
import { silent } from '../../testing/laidOut';
import { pieceAt } from '../../testing/pieces';
import { door, edited, plainBox } from '../../testing/rooms';
import {
  hungAt,
  type IN_LINE,
  linedUp,
  mirroredPiece,
  mirrorPlace,
  onLevel,
  pieceMovedTo,
  piecesMovedBy,
  spreadEvenly,
} from './edit';
import { issueSentence } from '../../words/issues';
import { studyHang } from './study';

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
      { other: { id: 'door', name: 'Door', kind: 'door' }, by: expect.closeTo(0.12, 9) },
    ]);
    const over = edited(start, { type: 'put-pieces', pieces: [pieceAt({ id: 'one', face: 'B', u: 4.7 })] });
    expect(studyHang(settingOf(over)).result.pieces.find((p) => p.id === 'one')!.conflicts).toEqual([
      { other: { id: 'B', name: 'right', kind: 'face' }, by: expect.closeTo(0.3, 9) },
    ]);
  });

  test('under a slope a piece that passes the ceiling is told, though it is lower than the wall’s highest', () => {
    const gable = edited(start, { type: 'set-ceiling', ceiling: { shape: 'pitch', along: 'D', top: 3.5 } });
    const high = edited(gable, { type: 'put-pieces', pieces: [pieceAt({ id: 'g', face: 'A', u: 0.2, v: 1.6 })] });
    const piece = studyHang(settingOf(high)).result.pieces.find((p) => p.id === 'g')!;
    // 2.5 m at one side and 3.5 m at the other of 4 m: 2.55 m over the piece's lower edge, which reaches 2.8 m.
    expect(piece.conflicts).toEqual([{ other: { id: 'A', name: 'front', kind: 'face' }, by: expect.closeTo(0.25, 2) }]);
  });

  test('other pieces are called as the drawing calls them', () => {
    const near = edited(start, { type: 'put-pieces', pieces: [pieceAt({ id: 'two', face: 'B', u: 1.2, v: 0.35 })] });
    const { issues } = studyHang(settingOf(near));
    expect(issues.map((i) => issueSentence(i, 'metric'))).toEqual([
      'B1 overlaps B2 by 10.0 cm.',
      'B2 overlaps B1 by 10.0 cm.',
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

  test('hung elsewhere, its place is the true one and the meant one is kept; hung as meant after all, nothing is', () => {
    const first = hungAt(settingOf(start), 'one', 1.28, 0.63, '2026-11-20T10:00:00Z');
    const was = start.treatment.pieces.filter(isAt).find((p) => p.id === 'one')!;
    expect(first).toMatchObject({
      state: 'hung',
      dates: { hung: '2026-11-20T10:00:00Z' },
      meant: { u: was.place.u, v: was.place.v },
      place: { u: 1.28, v: 0.63 },
    });
    const up = edited(start, { type: 'put-pieces', pieces: [first] });
    const off = (project: typeof start) => studyHang(settingOf(project)).result.pieces.find((p) => p.id === 'one')!.off;
    expect(off(up)).toEqual({
      along: expect.closeTo(1.28 - was.place.u, 9),
      up: expect.closeTo(0.63 - was.place.v, 9),
    });
    // Taped again later: meant stays, and so does the day.
    const again = hungAt(settingOf(up), 'one', was.place.u, was.place.v + 0.0002, '2026-11-21T10:00:00Z');
    expect(again).toMatchObject({ meant: null, place: { u: was.place.u, v: was.place.v } });
    expect(again.dates.hung).toBe('2026-11-20T10:00:00Z');
    expect(off(start)).toBeNull();
  });
});

describe('several at once', () => {
  const three = edited(plainBox(), {
    type: 'put-pieces',
    pieces: [
      pieceAt({ id: 'one', face: 'B', u: 0.7, v: 0.3 }),
      pieceAt({ id: 'two', face: 'B', u: 2, v: 0.35, height: 0.6 }),
      pieceAt({ id: 'three', face: 'B', u: 3, v: 0.5, width: 0.3 }),
      pieceAt({ id: 'over', face: 'ceiling', u: 1, v: 1 }),
    ],
  });
  const ids = ['one', 'two', 'three', 'over'];
  const near = (v: number) => expect.closeTo(v, 9) as number;

  test('they come into line with the first, which stays; one on another face is left', () => {
    const by = (how: (typeof IN_LINE)[number]) =>
      linedUp(settingOf(three), 'one', ids, how).map((p) => [p.id, p.place.u, p.place.v]);
    expect(by('tops')).toEqual([
      ['two', near(2), near(0.9)],
      ['three', near(3), near(0.3)],
    ]);
    expect(by('middles')).toEqual([
      ['two', near(2), near(0.6)],
      ['three', near(3), near(0.3)],
    ]);
    expect(by('lows')).toEqual([
      ['two', near(2), near(0.3)],
      ['three', near(3), near(0.3)],
    ]);
    expect(by('lefts')).toEqual([
      ['two', near(0.7), near(0.35)],
      ['three', near(0.7), near(0.5)],
    ]);
    expect(by('rights')).toEqual([
      ['two', near(0.7), near(0.35)],
      ['three', near(1), near(0.5)],
    ]);
  });

  test('they move together; what is locked stays', () => {
    const locked = edited(three, { type: 'set-locked', ids: ['two'], locked: true });
    const moved = piecesMovedBy(settingOf(locked), ['one', 'two', 'over'], 0.1, -0.2);
    expect(moved.map((p) => p.id)).toEqual(['one', 'over']);
    expect(moved[0]!.place).toMatchObject({ u: near(0.8), v: near(0.1) });
    expect(linedUp(settingOf(locked), 'one', ids, 'lows').map((p) => p.id)).toEqual(['three']);
  });
});
