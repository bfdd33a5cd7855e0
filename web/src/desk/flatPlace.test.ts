/** What lies on the flat is told by tape whichever wall is faced, and moving by the tape lands where the tape says. */
import { createProject } from '@tawny/core/document/create';
import { edited } from '@tawny/core/testing/rooms';
import { settingOf } from '@tawny/core/room/setting';
import { flatMoved, flatTape, movedTo, sideAlong, tapedFrom } from './flatPlace';

const box = createProject('p', 'Room', { length: 5, width: 4, height: 2.5 });
const facing = (wall: string) => settingOf(edited(box, { type: 'face-wall', wall }));
/** A cloud 1.2 m along survey x and 0.6 along survey y. */
const cloud = { u: 1, v: 0.5, width: 1.2, height: 0.6 };

test.each([
  ['A', 0.8, 1.6, 'height'],
  // Facing the right wall, its left end is the front: 4 − 1.6 from it, and 0.8 from the left.
  ['B', 2.4, 0.8, 'width'],
  ['C', 4.2, 2.4, 'height'],
  ['D', 1.6, 4.2, 'width'],
] as const)('facing %s the middle lies %f from the front and %f from the left', (wall, front, left, along) => {
  const setting = facing(wall);
  expect(flatTape(setting, cloud, 'front')).toBeCloseTo(front, 9);
  expect(flatTape(setting, cloud, 'left')).toBeCloseTo(left, 9);
  expect(sideAlong(setting)).toBe(along);
});

test.each(['A', 'B', 'C', 'D'])('facing %s, what is typed is where it lies, and the other tape stays', (wall) => {
  const setting = facing(wall);
  const before = flatTape(setting, cloud, 'left');
  const moved = { ...cloud, ...flatMoved(setting, cloud, 'front', 2) };
  expect(flatTape(setting, moved, 'front')).toBeCloseTo(2, 9);
  expect(flatTape(setting, moved, 'left')).toBeCloseTo(before, 9);
  expect([moved.width, moved.height]).toEqual([cloud.width, cloud.height]);
});

test('beside a chimney breast the tape begins at the breast', () => {
  const breast = edited(box, { type: 'insert-recess', wall: 'D', from: 2, width: 1, depth: -0.4 });
  const setting = settingOf(breast);
  expect(tapedFrom(setting, [2, 2.5], 'left')).toBeCloseTo(1.6, 9);
  const [x, y] = movedTo(setting, [2, 2.5], 'left', 1);
  expect([x, y]).toEqual([expect.closeTo(1.4, 9), expect.closeTo(2.5, 9)]);
});
