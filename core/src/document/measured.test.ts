import { demo } from '../testing/demo';
import { measured, measurementOf, soundOf } from '../testing/heard/measured';
import { edited, plainBox, wardrobe } from '../testing/rooms';
import { inMeasuredRoom } from './measured';
import { roomKey, soundingOf } from './soundingRoom';
import type { Measurement, Project } from './schema/project';

const taken = (project: Project, id: string, values: Partial<Measurement> = {}): Project =>
  edited(project, measured(project, id, values));

test('a room is kept once by what is in it, whatever the order of its keys, and goes with its last measurement', () => {
  const bare = plainBox();
  const twice = taken(taken(bare, 'a'), 'b');
  expect(Object.keys(twice.measured.rooms)).toHaveLength(1);
  const other = taken(edited(twice, { type: 'put', list: 'furniture', thing: wardrobe() }), 'c');
  expect(Object.keys(other.measured.rooms)).toHaveLength(2);
  const less = edited(other, { type: 'take-measurement', id: 'c' });
  expect(Object.keys(less.measured.rooms)).toEqual(Object.keys(twice.measured.rooms));
  const turned = Object.fromEntries(Object.entries(soundingOf(bare)).reverse()) as unknown as ReturnType<
    typeof soundingOf
  >;
  expect(roomKey(turned)).toBe(roomKey(soundingOf(bare)));
  expect(roomKey(soundingOf(edited(bare, { type: 'set-height', height: 2.51 })))).not.toBe(roomKey(soundingOf(bare)));
});

test('the room of a measurement comes back whole; recipes and measurements made since stay', () => {
  const then = taken(demo('bakehouse'), 'before');
  const key = then.measured.list.find((m) => m.id === 'before')!.room;
  const recipe = { ...then.treatment.recipes[0]!, id: 'own-late', name: 'Made later' };
  const now = edited(
    then,
    { type: 'put-recipe', recipe },
    { type: 'set-climate', climate: { temperatureC: 25 } },
    { type: 'take-pieces', ids: then.treatment.pieces.map((p) => p.id) },
  );
  const back = edited(now, { type: 'restore-room', key });
  expect(back.treatment.pieces).toEqual(then.treatment.pieces);
  expect(back.climate).toEqual(then.climate);
  expect(back.treatment.recipes.at(-1)).toEqual(recipe);
  expect(back.measured).toEqual(now.measured);
  expect(soundingOf(inMeasuredRoom(now, now.measured.rooms[key]!)).pieces).toEqual(then.treatment.pieces);
  expect(() => edited(now, { type: 'restore-room', key: 'none' })).toThrow(/key must be one of a measured room/);
});

test('a measurement of a room that is not kept, or twice in the list, is refused', () => {
  const nowhere = measurementOf(plainBox(), 'a', { room: 'elsewhere' });
  expect(() => edited(plainBox(), { type: 'put-measurement', measurement: nowhere, room: null })).toThrow(/measured/);
  expect(() => taken(plainBox(), 'a', { holds: soundOf({ audio: 'short' }) })).toThrow(/measured.list.0.holds.audio/);
});
