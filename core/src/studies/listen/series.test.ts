import { soundingOf, roomKey } from '../../document/soundingRoom';
import type { Measurement } from '../../document/schema/project';
import type { BandDecay } from '../../signal/decay';
import { measurementOf } from '../../testing/heard/measured';
import { edited, plainBox } from '../../testing/rooms';
import type { SwingVerdict } from '../bass/types';
import { seriesOf, walkMap, walksOf } from './series';

const bare = plainBox();
const later = edited(bare, { type: 'set-climate', climate: { temperatureC: 26 } });
const rooms = { [roomKey(soundingOf(bare))]: soundingOf(bare), [roomKey(soundingOf(later))]: soundingOf(later) };
const octaves = (time: number | null) =>
  [125, 250, 500, 1000, 2000, 4000].map((label) => ({ label, t20: time, t30: null })) as BandDecay[];
const swings = (swingDb: number) => [{ school: 'small-room', swingDb, lowHz: 80, highHz: 50 }] as SwingVerdict[];
const read = (id: string, day: number, time: number | null, swing: number, values: Partial<Measurement> = {}) => ({
  measurement: measurementOf(bare, id, { at: `2026-10-${10 + day}T10:00:00Z`, ...values }),
  octaves: octaves(time),
  swings: swings(swing),
});

test('a series is the same loudspeakers at the same place, in the order of time, whatever the room became', () => {
  const { x, y, earHeight } = bare.listening.head;
  const series = seriesOf(
    [
      read('third', 3, 0.4, 5, { room: roomKey(soundingOf(later)) }),
      read('first', 1, 0.8, 9),
      read('other side', 1, 0.8, 9, { loudspeakers: ['R'] }),
      read('second', 2, null, 8, { place: { name: 'Taped', at: { x: x + 0.01, y, z: earHeight } } }),
      read('elsewhere', 2, 0.7, 8, { place: { name: 'Sofa', at: { x, y: y + 1, z: earHeight } } }),
    ],
    rooms,
  );
  expect(series).toHaveLength(1);
  expect(series[0]!.points.map((p) => p.measurement.id)).toEqual(['first', 'second', 'third']);
  expect(series[0]!.points.map((p) => p.decay.mid)).toEqual([0.8, null, 0.4]);
  expect(series[0]!.points.map((p) => p.swingDb)).toEqual([9, 8, 5]);
});

test('a walk goes along the line between its ends; the most even place is named; a place measured again counts once', () => {
  const { x, y, earHeight } = bare.listening.head;
  const at = (back: number) => ({ place: { name: `${back}`, at: { x, y: y + back, z: earHeight } } });
  const list = [
    read('back', 1, 0.4, 12, at(0.6)),
    read('seat', 1, 0.4, 7, at(0)),
    read('middle', 1, 0.4, 11, at(0.3)),
    read('middle again', 2, 0.4, 6, at(0.3)),
  ];
  const [walk, ...more] = walksOf(list, rooms);
  expect(more).toEqual([]);
  const along = walk!.steps.map((s) => s.along);
  expect(along[0]).toBeCloseTo(0, 9);
  expect(along[1]).toBeCloseTo(0.3, 9);
  expect(along[2]).toBeCloseTo(0.6, 9);
  expect(new Set(walk!.steps.map((s) => s.measurement.id))).toEqual(new Set(['back', 'middle again', 'seat']));
  expect(walk!.best.measurement.id).toBe('middle again');
  expect(walksOf(list.slice(0, 2), rooms)).toEqual([]);
  expect(walksOf([...list.slice(0, 2), read('R', 1, 0.4, 4, { ...at(0.3), loudspeakers: ['R'] })], rooms)).toEqual([]);
});

test('between places the picture of a walk runs straight, and its loudest is zero', () => {
  const grid = [10, 20, 50, 100, 200, 400];
  const step = (along: number, level: number) => ({ along, grid, levelsDb: grid.map((_, i) => level - i) });
  const { frequencies, times, levelsDb } = walkMap([step(0, 0), step(1, 10), step(3, 0)]);
  expect(frequencies).toEqual([20, 50, 100, 200]);
  expect(times[0]).toBe(0);
  expect(times.at(-1)).toBe(3);
  const row = (i: number) => levelsDb.subarray(i * times.length, (i + 1) * times.length);
  const top = times.findIndex((t) => t >= 1);
  expect(Math.max(...levelsDb)).toBe(0);
  expect(row(0)[top]! - row(0)[0]!).toBeCloseTo(10, 0);
  const two = times.findIndex((t) => t >= 2);
  expect(row(0)[two]! - row(0)[times.length - 1]!).toBeCloseTo(10 * (1 - (times[two]! - 1) / 2), 4);
  expect(row(2)[0]! - row(0)[0]!).toBeCloseTo(-2, 5);
});
