import { createProject } from '@tawny/core/document/create';
import { edited, plainBox } from '@tawny/core/testing/rooms';
import { studyMarks } from '@tawny/core/studies/marks/study';
import { settingOf } from '@tawny/core/room/setting';
import { dimensionsOf } from './dimensions';
import { boardLayout, offSheet } from './layout';
import { flatTape, outlinePoints, placedPanels, planTape, roomExtent, soundPaths, stripTape } from './placements';
import { wallFaces } from './room';
import type { BoardScene } from './types';

const project = createProject('p', 'Room', { length: 5, width: 4, height: 2.5 });
const setting = settingOf(project);
const { marks } = studyMarks(project, setting).result;
const extent = roomExtent(setting);
const layout = boardLayout(834, 660, extent, true);
const mark = (id: string) => marks.find((m) => m.id === id)!;
const scene = (over: Partial<BoardScene> = {}): BoardScene => ({
  setting,
  origin: [0, 0],
  swings: [],
  editPlan: false,
  editThings: false,
  fault: null,
  said: '',
  trace: null,
  system: 'metric',
  marks,
  panels: [],
  field: null,
  faceFields: [],
  costs: null,
  routes: [],
  selected: null,
  hovered: null,
  movable: true,
  showSeat: true,
  ...over,
});

test('the walls stand side by side in walking order and fill the strip', () => {
  const walls = wallFaces(setting, layout.strip);
  expect(walls.map((w) => w.title)).toEqual(['Front A', 'Right B', 'Rear C', 'Left D']);
  walls.slice(1).forEach((w, i) => expect(w.x).toBeCloseTo(walls[i]!.x + walls[i]!.width, 9));
  expect(walls.at(-1)!.x + walls.at(-1)!.width).toBeCloseTo(layout.strip.x + 18 * layout.strip.scale, 9);
});

test('every mark has one strip of tape on the plan’s edge, the floor or the ceiling, and wall marks one on the strip', () => {
  const onPlan = [...planTape(setting, marks, layout.plan), ...flatTape(marks, 'plan', layout.plan)];
  expect(onPlan).toHaveLength(10);
  expect(flatTape(marks, 'ceiling', layout.ceiling)).toHaveLength(2);
  expect(stripTape(setting, marks, layout.strip)).toHaveLength(8);
});

test('a recess beside the faced wall stays on the board: the datum lies below the drawing’s top', () => {
  const notched = edited(plainBox(), { type: 'insert-recess', wall: 'A', from: 3, width: 1, depth: 0.7 });
  const set = settingOf(notched);
  const room = roomExtent(set);
  expect(room).toMatchObject({ length: expect.closeTo(5.7, 9), ahead: expect.closeTo(0.7, 9) });
  const sheets = boardLayout(834, 660, room, false);
  const top = Math.min(
    ...outlinePoints(set, sheets.plan)
      .split(' ')
      .map((p) => Number(p.split(',')[1])),
  );
  expect(top).toBeGreaterThanOrEqual(boardLayout(834, 660, { ...room, ahead: 0 }, false).plan.y - 1e-6);
});

test('tape lies where its mark is: back from px to metres', () => {
  for (const t of planTape(setting, marks, layout.plan)) {
    const [x, y] = offSheet(layout.plan, [t.x, t.y]);
    // Along its wall the strip lies over the middle of the zone, across it on the wall.
    const along = t.width > t.height ? 0 : 1;
    const zone = t.mark.zone.room.map((p) => p[along]);
    const place = [x, y];
    expect(place[along]).toBeCloseTo((Math.min(...zone) + Math.max(...zone)) / 2, 9);
    expect(place[1 - along]).toBeCloseTo(t.mark.at[1 - along]!, 9);
  }
  const [right] = stripTape(setting, [mark('right-B')], layout.strip);
  const [along, down] = offSheet(layout.strip, [right!.x, right!.y]);
  const { box } = mark('right-B').zone;
  expect(along - 4).toBeCloseTo((box.left + box.right) / 2, 9); // the right wall starts after the 4 m of the front wall
  expect(2.5 - down).toBeCloseTo((box.low + box.high) / 2, 9);
});

test('tape on side walls stands upright on the plan, on front and rear it lies', () => {
  const [side] = planTape(setting, [mark('left-D')], layout.plan);
  const [front] = planTape(setting, [mark('left-A')], layout.plan);
  expect(side!.height).toBeGreaterThan(side!.width);
  expect(front!.width).toBeGreaterThan(front!.height);
});

test('close neighbours on the strip are narrowed, lone ones are not', () => {
  const pair = stripTape(setting, [mark('left-B'), mark('right-B')], layout.strip);
  const gap = Math.abs(pair[0]!.x - pair[1]!.x);
  expect(gap).toBeLessThan(24);
  pair.forEach((t) => expect(t.width).toBeCloseTo(Math.max(11, gap), 9));
  expect(stripTape(setting, [mark('left-B')], layout.strip)[0]!.width).toBeGreaterThanOrEqual(22);
});

test('a path runs from the loudspeaker over the mark to the head', () => {
  const [path] = soundPaths([mark('left-D')], layout.plan, []);
  const points = [...path!.d.matchAll(/(-?[\d.]+) (-?[\d.]+)/g)].map((m) =>
    offSheet(layout.plan, [Number(m[1]), Number(m[2])]),
  );
  expect(points).toHaveLength(3);
  expect(points[1]![0]).toBeCloseTo(0, 9);
  expect(points[2]![1]).toBeCloseTo(setting.head[1], 9);
});

test('panels keep their size and place on wall and ceiling', () => {
  const panel = {
    id: null,
    name: 'Panel',
    kind: 'absorber' as const,
    left: 1,
    low: 0.6,
    width: 0.6,
    height: 1.2,
    depth: 0.1,
  };
  const [wall] = placedPanels(setting, [{ ...panel, face: 'B' }], layout, 'walls');
  expect(wall!.height).toBeCloseTo(1.2 * layout.strip.scale, 9);
  expect(offSheet(layout.strip, [wall!.x, wall!.y])).toEqual([expect.closeTo(5, 9), expect.closeTo(2.5 - 1.8, 9)]);
  const [ceiling] = placedPanels(setting, [{ ...panel, face: 'ceiling' }], layout, 'ceiling');
  expect(offSheet(layout.ceiling, [ceiling!.x, ceiling!.y])).toEqual([expect.closeTo(1, 9), expect.closeTo(0.6, 9)]);
});

describe('dimension lines', () => {
  const texts = (over: Partial<BoardScene>, planOnly = false) =>
    dimensionsOf(scene(over), layout, extent, planOnly).map((d) => d.text);

  test('nothing chosen: the room’s own sizes', () => {
    expect(texts({})).toEqual(['500.0', '400.0', '250.0']);
    expect(texts({}, true)).toEqual(['500.0', '400.0']);
  });

  test('a chosen mark: its tape measurements and nothing else', () => {
    const cm = (m: number) => (m * 100).toFixed(1);
    const side = mark('left-D');
    expect(texts({ selected: { kind: 'mark', id: side.id } })).toEqual([cm(side.at[1]), cm(side.at[2])]);
    const front = mark('left-A');
    expect(texts({ selected: { kind: 'mark', id: front.id } })).toEqual([cm(front.at[0]), cm(front.at[2])]);
    const above = mark('left-ceiling');
    expect(texts({ selected: { kind: 'mark', id: above.id } })).toEqual([cm(above.at[1]), cm(above.at[0])]);
  });

  test('head and loudspeaker: from front and from left; a pressure map has none', () => {
    expect(texts({ selected: { kind: 'head', id: 'head' } })).toEqual(['190.0', '200.0']);
    expect(texts({ selected: { kind: 'loudspeaker', id: 'left' } })[1]).toBe('130.0');
    expect(texts({ field: { values: [0], columns: 1, rows: 1 } })).toEqual([]);
  });
});
