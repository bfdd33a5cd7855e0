import { createProject } from '../../document/create';
import type { Framing } from '../../document/schema/project';
import { edited } from '../../testing/rooms';
import { membersOf } from './members';
import { settingOf } from '../setting';

const start = createProject('p', 'Room', { length: 5, width: 4, height: 2.5 });
const framed = (surface: string, values: Partial<Framing> = {}, project = start) =>
  settingOf(
    edited(project, {
      type: 'set-framing',
      surface,
      framing: { kind: 'studs', spacing: 0.6, runs: 'up', first: 0.2, lining: 0, ...values },
    }),
  );
const near = (list: number[]) => list.map((v) => expect.closeTo(v, 9) as number);
const on = (setting: ReturnType<typeof settingOf>, id: string) =>
  membersOf(
    setting,
    setting.faces.find((f) => f.id === id)!,
  );

test('studs from their first one on; none in a solid wall or where nothing is told', () => {
  expect(on(framed('B'), 'B')).toEqual({ runs: 'up', at: near([0.2, 0.8, 1.4, 2, 2.6, 3.2, 3.8, 4.4]) });
  expect([on(framed('A', { kind: 'solid' }), 'A'), on(framed('B'), 'C')]).toEqual([null, null]);
});

test('battens across a wall lie at heights; joists across a ceiling from the wall faced', () => {
  expect(on(framed('B', { runs: 'across', first: 0.5 }), 'B')).toEqual({
    runs: 'across',
    at: near([0.5, 1.1, 1.7, 2.3]),
  });
  const joists = framed('ceiling', { kind: 'joists', runs: 'across', spacing: 1.5, first: 1 });
  expect(on(joists, 'ceiling')).toEqual({ runs: 'across', at: near([1, 2.5, 4]) });
});

test('a ceiling of two faces has one set of joists', () => {
  const stepped = edited(start, { type: 'set-ceiling', ceiling: { shape: 'step', along: 'A', at: 2, second: 2.3 } });
  const setting = framed('ceiling', { kind: 'joists', runs: 'across', spacing: 0.7, first: 0.1 }, stepped);
  const lists = setting.faces
    .filter((f) => f.surface === 'ceiling' && !f.foot)
    .map((f) => membersOf(setting, f)!.at)
    .sort((a, b) => a[0]! - b[0]!);
  expect(lists).toEqual([near([0.1, 0.8, 1.5]), near([2.2, 2.9, 3.6, 4.3])]);
});
