import { door, edited, plainBox, wardrobe } from '@tawny/core/testing/rooms';
import { faceOutline, localToFace } from '@tawny/core/geometry/unfold';
import { settingOf } from '@tawny/core/room/setting';
import { studySurvey } from '@tawny/core/studies/survey/study';
import { boardLayout, offSheet, onSheet } from './layout';
import { roomExtent } from './placements';
import { boardPoint, levelFaces, placedThings, planOpenings, wallFaces, wallHandles } from './room';
import { snapCorner, snapWall } from './tools/snap';
import { FITTED, panned, rulerTicks, viewed, zoomed } from './view';

const project = edited(
  plainBox(),
  { type: 'insert-recess', wall: 'C', from: 0, width: 2, depth: 1.5 },
  { type: 'set-ceiling', ceiling: { shape: 'ridge', along: 'A', at: 2, top: 3.4, far: 2.2 } },
  { type: 'put', list: 'openings', thing: door() },
  { type: 'put', list: 'furniture', thing: wardrobe({ turnDeg: 90 }) },
);
const setting = settingOf(project);
const layout = boardLayout(834, 660, roomExtent(setting), false, true);
const swings = studySurvey(project, setting).result.swings;

test('a face turned to its place on the board and back is exact, zoomed and pushed along too', () => {
  for (const view of [FITTED, panned(zoomed(FITTED, 3.7, [120, 80]), -33, 12)]) {
    const sheets = viewed(layout, view);
    for (const face of setting.faces.filter((f) => f.kind !== 'riser')) {
      for (const local of faceOutline(face)) {
        const px = boardPoint(setting, sheets, face, local)!;
        // Back: from px to the sheet, from the sheet to the face, from the face into the room.
        const sheet = face.kind === 'floor' ? sheets.plan : face.kind === 'ceiling' ? sheets.ceiling : sheets.strip;
        const [x, y] = offSheet(sheet, px);
        const left = face.kind === 'wall' ? onWall(face.id) : 0;
        const back = face.kind === 'wall' ? ([x - left, setting.solid.height - y] as const) : ([x, y] as const);
        expect(back[0]).toBeCloseTo(local[0], 9);
        expect(back[1]).toBeCloseTo(local[1], 9);
        const point = localToFace(face, back);
        expect(face.vertices.some((v) => Math.hypot(v[0] - point[0], v[1] - point[1], v[2] - point[2]) < 1e-7)).toBe(
          true,
        );
      }
    }
  }
  function onWall(id: string): number {
    const walls = setting.faces.filter((f) => f.kind === 'wall');
    return walls
      .slice(
        0,
        walls.findIndex((f) => f.id === id),
      )
      .reduce((sum, f) => sum + f.length, 0);
  }
});

test('zooming keeps what is under the pointer where it is', () => {
  const before = offSheet(layout.plan, [200, 150]);
  const after = viewed(layout, zoomed(FITTED, 2.5, [200, 150]));
  expect(onSheet(after.plan, before)[0]).toBeCloseTo(200, 9);
  expect(onSheet(after.plan, before)[1]).toBeCloseTo(150, 9);
});

test('rulers count from the datum, in steps that leave room for their figures', () => {
  const ticks = rulerTicks(50, 100, 600, 'metric').filter((t) => t.label !== '');
  expect(ticks[0]).toMatchObject({ at: 50, label: '0' });
  expect(ticks[1]).toMatchObject({ at: 100, label: '50' });
  const feet = rulerTicks(0, 60, 400, 'feet').filter((t) => t.label !== '');
  expect(feet.map((t) => t.label)).toEqual(['0′', '5′', '10′', '15′', '20′']);
  expect(feet[1]!.at).toBeCloseTo(5 * 0.3048 * 60, 9);
});

test('walls are drawn with their true outlines; pieces of the ceiling apart', () => {
  const walls = wallFaces(setting, layout.strip);
  const b = walls.find((w) => w.id === 'B')!;
  expect(b.points.split(' ').length).toBe(setting.faces.find((f) => f.id === 'B')!.vertices.length);
  expect(b.parts).toMatchObject([{ id: 'door', kind: 'door', movable: true, at: [3.8, 0] }]);
  expect(levelFaces(setting, 'ceiling', layout.ceiling)).toHaveLength(2);
});

test('an inward door shows its leaf and the ground it sweeps, a wardrobe turns with its front', () => {
  const [o] = planOpenings(setting, swings, layout.plan);
  const reach = 0.9 * layout.plan.scale;
  expect(Math.hypot(o!.leaf![2] - o!.leaf![0], o!.leaf![3] - o!.leaf![1])).toBeCloseTo(reach, 6);
  expect(o!.swing).not.toBeNull();
  expect(o!.leaf![2]).toBeLessThan(o!.leaf![0]); // wall B is on the right: the leaf comes in to the left
  const [thing] = placedThings(setting, layout.plan);
  expect(thing!.front[0]).toBeCloseTo(thing!.front[2], 6); // turned by 90 degrees: its front runs up the sheet
});

describe('snapping', () => {
  const plan = wallHandles(settingOf(plainBox()), layout.plan).map((h) => ({ wall: h.wall, at: h.corner }));

  test('a corner near square is made square both ways', () => {
    const s = snapCorner(plan, 2, [4.03, 4.97], 100, 'metric');
    expect(s).toMatchObject({ to: [4, 5], said: 'square both ways' });
  });

  test('away from everything it takes the tape’s grid: centimetres or half inches', () => {
    expect(snapCorner(plan, 2, [4.3333, 4.6666], 100, 'metric').to).toEqual([4.33, 4.67]);
    const [x] = snapCorner(plan, 2, [4.3333, 4.6666], 100, 'feet').to;
    expect((x / 0.0127) % 1).toBeCloseTo(0, 6);
  });

  test('a wall snaps so that its neighbour has a length the tape shows', () => {
    const by = snapWall(plan, 1, 0.1234, 'metric');
    expect(4 - by).toBeCloseTo(3.88, 9);
    const half = (4 - snapWall(plan, 1, 0.1234, 'feet')) / 0.0127;
    expect(half).toBeCloseTo(Math.round(half), 6);
  });
});
