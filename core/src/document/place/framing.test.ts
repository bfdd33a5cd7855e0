import { createProject } from '../create';
import { applyCommand } from '../commands/commands';
import { membersOf } from '../../room/members';
import { settingOf } from '../../room/setting';
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
