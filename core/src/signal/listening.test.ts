/** Voices matched, and loud events waited for. */
import { uniform } from '../numerics/random';
import { createLoudWatch } from './rest/loudEvents';
import { matchedGains, spokenLevel } from './voice';

const RATE = 8000;
const spoken = (gain: number, pauses: number) =>
  Float64Array.from({ length: 4 * RATE }, (_, i) =>
    Math.floor(i / (RATE / 4)) % (pauses + 1) === 0 ? gain * Math.sin(i / 3) : 1e-5 * Math.sin(i),
  );

test('a voice is as loud as it speaks, however long it pauses; all are played as loud as the quietest', () => {
  const levels = [
    spokenLevel(spoken(0.5, 1), RATE),
    spokenLevel(spoken(0.5, 3), RATE),
    spokenLevel(spoken(0.05, 1), RATE),
  ];
  expect(levels[0]).toBeCloseTo(20 * Math.log10(0.5 / Math.SQRT2), 1);
  expect(levels[1]! - levels[0]!).toBeCloseTo(0, 2);
  const gains = matchedGains([...levels, -Infinity]);
  expect(gains.map((g) => Math.round(10 * g) / 10)).toEqual([-20, -20, 0, 0]);
  expect(spokenLevel(new Float64Array(RATE), RATE)).toBe(-Infinity);
});

test('a watch tells what stands out of the room at rest, when, how long and how loud; the room itself is none', () => {
  const random = uniform(5);
  const watch = createLoudWatch();
  const feed = (seconds: number, db: number) => {
    for (let t = 0; t < seconds - 1e-9; t += 0.1) watch.feed(db + random(), 0.1);
  };
  expect(watch.background()).toBeNull();
  feed(10, -70);
  feed(3, -48);
  feed(5, -70);
  feed(0.5, -30);
  feed(4, -70);
  const events = watch.events();
  expect(events).toHaveLength(2);
  expect(events[0]).toMatchObject({ at: expect.closeTo(10, 6), seconds: expect.closeTo(3, 6) });
  expect(events[0]!.db).toBeGreaterThan(-48.01);
  expect(events[1]).toMatchObject({ at: expect.closeTo(18, 6), seconds: expect.closeTo(0.5, 6) });
  // Neither is taken for the room at rest.
  expect(watch.background()!).toBeGreaterThan(-70.1);
  expect(watch.background()!).toBeLessThan(-68.9);
  expect(watch.seconds()).toBeCloseTo(22.5, 6);
  // What goes on while one looks is told as far as it has come; a room that gets louder slowly is no event.
  feed(2, -40);
  expect(watch.events()).toHaveLength(3);
  // A door before the room is known, and another one right after.
  const early = createLoudWatch();
  for (const [seconds, db] of [
    [0.6, -20],
    [1.6, -70],
    [0.5, -20],
    [2, -70],
  ] as const)
    for (let t = 0; t < seconds - 1e-9; t += 0.1) early.feed(db, 0.1);
  expect(early.events()).toHaveLength(1);
  expect(early.background()!).toBeCloseTo(-70, 6);
  const slow = createLoudWatch();
  for (let t = 0; t < 120; t += 0.1) slow.feed(-70 + t / 8, 0.1);
  expect(slow.events()).toEqual([]);
});
