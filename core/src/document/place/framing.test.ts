import { createProject } from '../create';
import { applyCommand, type Command } from '../commands/commands';
import { membersOf } from '../../room/hung/members';
import { settingOf } from '../../room/setting';
import { studyHang } from '../../studies/hang/study';
import { pieceAt } from '../../testing/pieces';
import type { Framing, Project } from '../schema/project';

/** 4 m wide, 5 m long; A is faced. */
const start = createProject('p', 'Room', { length: 5, width: 4, height: 2.5 });
const framed = (values: Partial<Framing>): Project =>
  applyCommand(start, {
    type: 'set-framing',
    surface: 'ceiling',
    framing: { kind: 'joists', spacing: 0.6, runs: 'across', first: 0.25, lining: 0, ...values },
  }).project;
const facing = (project: Project, wall: string) => applyCommand(project, { type: 'face-wall', wall }).project;
const ceiling = (project: Project) => {
  const setting = settingOf(project);
  return membersOf(
    setting,
    setting.faces.find((f) => f.id === 'ceiling')!,
  );
};
const near = (list: number[]) => list.map((v) => expect.closeTo(v, 5) as number);

test('joists stay where they are when another wall is faced', () => {
  const p = framed({});
  expect(ceiling(p)).toEqual({ runs: 'across', at: near([0.25, 0.85, 1.45, 2.05, 2.65, 3.25, 3.85, 4.45]) });
  // The rear wall faced: 5 m less each.
  expect(ceiling(facing(p, 'C'))).toEqual({
    runs: 'across',
    at: near([0.55, 1.15, 1.75, 2.35, 2.95, 3.55, 4.15, 4.75]),
  });
  // The right wall faced: what was the front lies at the left, and they run to the rear.
  expect(ceiling(facing(p, 'B'))).toEqual({
    runs: 'up',
    at: near([0.25, 0.85, 1.45, 2.05, 2.65, 3.25, 3.85, 4.45]),
  });
  expect(ceiling(facing(p, 'D'))).toEqual({
    runs: 'up',
    at: near([0.55, 1.15, 1.75, 2.35, 2.95, 3.55, 4.15, 4.75]),
  });
});

test('turned all round they are told as before; walls and solid ceilings are left alone', () => {
  const p = framed({ runs: 'up', first: 0.4 });
  const round = ['B', 'C', 'D', 'A'].reduce(facing, p);
  expect(round.room.framing).toEqual(p.room.framing);
  const solid = framed({ kind: 'solid' });
  expect(facing(solid, 'B').room.framing).toEqual(solid.room.framing);
  const wall = applyCommand(start, {
    type: 'set-framing',
    surface: 'B',
    framing: { kind: 'studs', spacing: 0.6, runs: 'up', first: 0.1, lining: 0 },
  }).project;
  expect(facing(wall, 'C').room.framing).toEqual(wall.room.framing);
});

describe('a wall cut in two', () => {
  const studded = applyCommand(start, {
    type: 'set-framing',
    surface: 'B',
    framing: { kind: 'studs', spacing: 0.6, runs: 'up', first: 0.1, lining: 0 },
  }).project;
  const studs = (project: Project, wall: string) => {
    const setting = settingOf(project);
    return membersOf(
      setting,
      setting.faces.find((f) => f.id === wall)!,
    )!.at;
  };
  // Wall B is 5 m: studs at 0.1, 0.7, 1.3, 1.9, 2.5, 3.1, 3.7, 4.3 and 4.9 m.
  test('has its studs where they were, counted from the new end', () => {
    const cut = applyCommand(studded, { type: 'split-wall', wall: 'B', at: 2 }).project;
    const right = cut.room.corners[cut.room.corners.findIndex((c) => c.wall === 'B') + 1]!.wall;
    expect(studs(cut, 'B')).toEqual(near([0.1, 0.7, 1.3, 1.9]));
    expect(studs(cut, right)).toEqual(near([0.5, 1.1, 1.7, 2.3, 2.9]));
    const recess = applyCommand(studded, { type: 'insert-recess', wall: 'B', from: 2, width: 1, depth: 0.3 }).project;
    const walls = recess.room.corners.map((c) => c.wall);
    const [, , face, , rest] = walls.slice(walls.indexOf('B'));
    expect([studs(recess, face!), studs(recess, rest!)]).toEqual([near([0.5]), near([0.1, 0.7, 1.3, 1.9])]);
  });

  test('takes along where a piece was meant to go', () => {
    const up = pieceAt({ face: 'B', u: 3, state: 'hung' });
    const put: Command = { type: 'put-pieces', pieces: [{ ...up, meant: { u: 2.9, v: up.place.v } }] };
    const off = (p: Project) => studyHang(settingOf(p)).result.pieces[0]!.off;
    const hung = applyCommand(start, put).project;
    const cut = applyCommand(hung, { type: 'split-wall', wall: 'B', at: 2 }).project;
    expect(cut.treatment.pieces[0]).toMatchObject({ place: { u: 1 }, meant: { u: expect.closeTo(0.9, 9) } });
    expect(off(cut)!.along).toBeCloseTo(off(hung)!.along, 9);
  });
});
