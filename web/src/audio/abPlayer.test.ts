/** Going over from one version to another, on a context that only writes down what it is told. */
import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { SWITCH_S } from '@tawny/core/studies/hear/fade';
import { createAbPlayer, type Heard } from './abPlayer';

type Call = [what: string, ...values: unknown[]];
let now = 0;
let gains: { calls: Call[]; first: number }[] = [];
let sources: { started: number | null; stopped: number | null; loop: boolean }[] = [];

class Gain {
  readonly log: { calls: Call[]; first: number };
  readonly gain: Record<string, (...values: unknown[]) => void>;
  constructor(_: unknown, { gain }: { gain: number }) {
    this.log = { calls: [], first: gain };
    gains.push(this.log);
    const writes =
      (what: string) =>
      (...values: unknown[]) =>
        void this.log.calls.push([what, ...values]);
    this.gain = Object.fromEntries(
      [
        'setValueAtTime',
        'linearRampToValueAtTime',
        'cancelScheduledValues',
        'setTargetAtTime',
        'setValueCurveAtTime',
      ].map((what) => [what, writes(what)]),
    );
  }
  connect = <T>(to: T): T => to;
}
class Source {
  readonly log: (typeof sources)[number];
  constructor(_: unknown, { loop }: { loop: boolean }) {
    this.log = { started: null, stopped: null, loop };
    sources.push(this.log);
  }
  connect = <T>(to: T): T => to;
  start = (at: number) => void (this.log.started = at);
  stop = (at: number) => void (this.log.stopped = at);
}
class Context {
  destination = {};
  get currentTime() {
    return now;
  }
  resume = () => Promise.resolve();
  createBuffer = () => ({ copyToChannel: () => {} });
}

beforeEach(() => {
  [now, gains, sources] = [0, [], []];
  Object.assign(globalThis, { AudioContext: Context, GainNode: Gain, AudioBufferSourceNode: Source });
  jest.useFakeTimers();
});
afterEach(() => {
  jest.useRealTimers();
});

const version = (id: string): Heard => ({
  ...{ id, rate: 48000, left: new Float32Array(8), right: new Float32Array(8) },
});
const LIST = ['a', 'b', 'c'].map(version);
const curvesOf = (i: number) => gains[i]!.calls.filter(([what]) => what === 'setValueCurveAtTime');

test('all versions run in step, one of them heard; the volume rises from nothing', () => {
  const player = createAbPlayer();
  player.play(LIST, 'b', -20);
  expect(new Set(sources.map((s) => s.started)).size).toBe(1);
  expect(sources.every((s) => s.loop)).toBe(true);
  // The first gain is the volume; the others are the versions.
  expect(gains.map((g) => g.first)).toEqual([0, 0, 1, 0]);
  expect(gains[0]!.calls).toContainEqual(['linearRampToValueAtTime', 0.1, expect.closeTo(0.05 + SWITCH_S, 9)]);
  expect([player.at.value, player.playing.value]).toEqual(['b', true]);
});

test('going over fades one out while the other comes, both together whole; the others stay', () => {
  const player = createAbPlayer();
  player.play(LIST, 'a', 0);
  now = 1;
  player.change('c');
  const [[, falling, at, seconds]] = curvesOf(1) as [[string, number[], number, number]];
  const [[, rising]] = curvesOf(3) as [[string, number[], number, number]];
  expect([at, seconds]).toEqual([1, SWITCH_S]);
  for (const [i, v] of rising.entries()) expect(v + falling[i]!).toBeCloseTo(1, 6);
  expect([rising[0], rising.at(-1)]).toEqual([expect.closeTo(0, 6), expect.closeTo(1, 6)]);
  expect(curvesOf(2)).toEqual([]);
});

test('a change while one is in hand waits for its end: no curve is cut', () => {
  const player = createAbPlayer();
  player.play(LIST, 'a', 0);
  now = 1;
  player.change('b');
  now = 1 + SWITCH_S / 2;
  player.change('c');
  expect([player.at.value, curvesOf(3)]).toEqual(['b', []]);
  now = 1 + 1.2 * SWITCH_S;
  jest.advanceTimersByTime(1000 * SWITCH_S);
  expect([player.at.value, curvesOf(3).length, curvesOf(2).length]).toEqual(['c', 1, 2]);
});

test('stopping ends every source after the volume has gone; the same version again is no change', () => {
  const player = createAbPlayer();
  player.play(LIST, 'a', 0);
  player.change('a');
  expect(curvesOf(1)).toEqual([]);
  now = 2;
  player.stop();
  expect(gains[0]!.calls).toContainEqual(['setTargetAtTime', 0, 2, 0.01]);
  expect(sources.map((s) => s.stopped)).toEqual([2.1, 2.1, 2.1]);
  expect(player.playing.value).toBe(false);
});
