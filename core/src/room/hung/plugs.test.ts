import { isAt } from '../../document/schema/project';
import { recipeOf } from '../../document/recipes';
import { applyCommand } from '../../document/commands/commands';
import { studyBuild } from '../../studies/build/study';
import { decayInputs } from '../../studies/decay/inputs';
import { studyHang } from '../../studies/hang/study';
import { studyHolds } from '../../studies/hang/held/holds';
import { studyMarks } from '../../studies/marks/study';
import { edited, plainBox, window } from '../../testing/rooms';
import { plugFor, plugged, windowsOf } from './plugs';
import { settingOf } from '../setting';

const room = edited(plainBox(), {
  type: 'put',
  list: 'openings',
  thing: window({ wall: 'A', u: 1.4, v: 0.9, width: 1.2, height: 1 }),
});
const setting = settingOf(room);
const wall = setting.faces.find((f) => f.id === 'A')!;
const [win] = windowsOf(setting, wall);
const plug = plugFor(setting, wall, win!, recipeOf(room, 'plug-10'), null)!;
const withPlug = edited(room, { type: 'put-pieces', pieces: [plug] });

test('it is 6 mm smaller than its window on every side, in nobody’s way, and pressed in', () => {
  expect(plug.place).toMatchObject({ face: 'A', u: expect.closeTo(1.406, 9), v: expect.closeTo(0.906, 9) });
  expect([plug.place.width, plug.place.height]).toEqual([expect.closeTo(1.188, 9), expect.closeTo(0.988, 9)]);
  const after = settingOf(withPlug);
  const hang = studyHang(after).result;
  expect(hang.pieces.map((p) => [p.label, p.conflicts])).toEqual([['A1', []]]);
  expect(studyHolds(after, hang).pieces[0]).toMatchObject({ way: 'pressed', fixings: [] });
  // Build makes its frame in that size.
  expect(studyBuild(withPlug).result.recipes).toMatchObject([{ recipe: 'plug-10', count: 1 }]);
});

test('moved out of the window it says so, and what of the window it meets', () => {
  const beside = { ...plug, place: { ...plug.place, u: 2 } };
  const { result, issues } = studyHang(settingOf(edited(room, { type: 'put-pieces', pieces: [beside] })));
  expect(plugged(setting, wall, { box: { left: 2, right: 3.188, low: 0.906, high: 1.894 } })).toBeNull();
  expect(result.pieces[0]!.conflicts.map((c) => c.other.kind)).toEqual(['no-window', 'window']);
  expect(issues.map((i) => i.code)).toContain('hang.no-window');
});

test('it takes the glass out of the decay, not the wall', () => {
  const inputs = (project: typeof room) => {
    const s = settingOf(project);
    return decayInputs(project, s, studyMarks(project, s).result);
  };
  const { parts } = inputs(withPlug).laid[0]!;
  expect(parts).toEqual([{ face: win!.id, area: expect.closeTo(1.188 * 0.988, 9) }]);
  // A panel half over a patch hides some of both.
  const patch = { id: 'cork', name: 'Cork', face: 'B', u: 1, v: 0.5, width: 1, height: 1, material: 'cork-wall' };
  const over = {
    ...plug,
    id: 'p',
    recipe: 'panel-10',
    place: { ...plug.place, face: 'B', u: 1.7, v: 0.5, width: 0.6, height: 1 },
  };
  const half = inputs(
    edited(plainBox(), { type: 'put', list: 'patches', thing: patch }, { type: 'put-pieces', pieces: [over] }),
  );
  expect(half.laid[0]!.parts).toEqual([
    { face: 'B', area: expect.closeTo(0.3, 9) },
    { face: 'cork', area: expect.closeTo(0.3, 9) },
  ]);
});

test('no plug for a slit; one by number has no place to be', () => {
  expect(plugFor(setting, wall, { u: 0, v: 0, width: 0.02, height: 1 }, recipeOf(room, 'plug-10'), null)).toBeNull();
  const by = { recipe: 'plug-10', on: 'A', count: 1 };
  expect(() => applyCommand(room, { type: 'set-numbers', of: 'plug-10', numbers: [by], at: null })).toThrow(
    /expected a place/,
  );
  expect(withPlug.treatment.pieces.filter(isAt)).toHaveLength(1);
});
