/** Loudness against the recommendation's own figures; versions as loud as one another, under the ceiling, switched without a click. */
import { loadLinalg } from '../../numerics/linalg/load';
import { loudness } from '../../signal/loudness';
import { DRY_SECONDS, DRY_SOUNDS, drySound, type Stereo } from '../../synthesis/drySounds';
import { demo } from '../../testing/demo';
import { edited, plainBox } from '../../testing/rooms';
import type { Project } from '../../document/schema/project';
import { numbers } from '../../testing/pieces';
import { createWaveEngine } from '../waves/waveEngine';
import { fadeIn, SWITCH_S, switched } from './fade';
import { roomVersions } from './versions';
import { CEILING_DB, matched, type Rendered, rendered } from './render';

const sine = (f: number, amplitude: number, rate: number, seconds = 4) =>
  Float64Array.from({ length: seconds * rate }, (_, i) => amplitude * Math.sin((2 * Math.PI * f * i) / rate));
/** To the bit. */
const same = (a: Float64Array | Float32Array, b: Float64Array | Float32Array) =>
  Buffer.from(a.buffer).equals(Buffer.from(b.buffer));
const peakDb = ({ left, right }: Rendered) =>
  20 * Math.log10([left, right].reduce((m, c) => c.reduce((n, v) => Math.max(n, Math.abs(v)), m), 0));

describe('loudness', () => {
  test.each([48000, 44100, 96000])('a full-scale sine of 997 Hz in one channel is −3.01 LUFS at %i', (rate) => {
    expect(loudness([sine(997, 1, rate)], rate)).toBeCloseTo(-3.01, 1);
  });

  test('in both channels at −23 dB it is −23 LUFS; the low one counts less, silence nothing', () => {
    const quiet = sine(997, 10 ** (-23 / 20), 48000);
    expect(loudness([quiet, quiet], 48000)).toBeCloseTo(-23, 1);
    // The weighting at 25 Hz: about −12 dB.
    expect(loudness([sine(25, 1, 48000, 8)], 48000)).toBeLessThan(-12);
    expect(loudness([new Float64Array(48000)], 48000)).toBe(-Infinity);
  });

  test('pauses are gated out', () => {
    const tone = sine(997, 0.1, 48000);
    const half = new Float64Array(2 * tone.length);
    half.set(tone);
    // But for the blocks at its end that hold a part of it.
    expect(Math.abs(loudness([half], 48000) - loudness([tone], 48000))).toBeLessThan(0.3);
  });
});

test.each(DRY_SOUNDS)('%s: the same every time, whole, within full scale, no silence, no step at its ends', (sound) => {
  const [left, right] = drySound(sound, 48000);
  expect(left).toHaveLength(DRY_SECONDS * 48000);
  expect(same(drySound(sound, 48000)[0], left)).toBe(true);
  for (const c of [left, right]) {
    expect(c.every((v) => Math.abs(v) <= 1)).toBe(true);
    expect(Math.abs(c[0]!) + Math.abs(c.at(-1)!)).toBeLessThan(0.02);
  }
  expect(loudness([left, right], 48000)).toBeGreaterThan(-45);
  // Panned plucks are never on both sides alike.
  expect(left === right).toBe(sound !== 'plucks');
});

describe('in a room', () => {
  const [RATE, SECONDS] = [16000, 2];
  const dead = edited(plainBox(), numbers({ A: 6, B: 6, C: 6, D: 6 }));
  const list = rendered(
    [
      { id: 'before', kind: 'room', project: plainBox() },
      { id: 'planned', kind: 'room', project: dead },
      { id: 'measured', kind: 'measured', samples: Float32Array.from([0, 0.5, 0, 0.1]), rate: RATE },
      { id: 'other rate', kind: 'measured', samples: Float32Array.from([1]), rate: 8000 },
    ],
    drySound('plucks', RATE).map((c) => c.slice(0, SECONDS * RATE)) as unknown as Stereo,
    RATE,
    createWaveEngine(loadLinalg),
    { quality: 'coarse' },
  );

  test('versions are as loud as one another within half a unit, and none is above the ceiling', async () => {
    const all = await list;
    expect(all.map((r) => r.id)).toEqual(['before', 'planned', 'measured']);
    const units = all.map((r) => loudness([r.left, r.right], RATE));
    expect(Math.max(...units) - Math.min(...units)).toBeLessThan(0.5);
    for (const r of all) expect(peakDb(r)).toBeLessThanOrEqual(CEILING_DB + 1e-6);
    expect(new Set(all.map((r) => r.left.length)).size).toBe(1);
  });

  test('the treated room dies away sooner, and left and right are heard apart', async () => {
    const [before, planned, measured] = await list;
    const end = SECONDS * RATE;
    const tail = ({ left }: Rendered) => left.slice(end, end + RATE / 2).reduce((s, v) => s + v * v, 0);
    expect(tail(planned!)).toBeLessThan(0.5 * tail(before!));
    expect(same(before!.left, before!.right)).toBe(false);
    expect(same(measured!.left, measured!.right)).toBe(true);
  });

  test('switching makes no step larger than the sounds have themselves', async () => {
    const [before, planned] = await list;
    const steps = (x: ArrayLike<number>) => {
      let most = 0;
      for (let i = 1; i < x.length; i++) most = Math.max(most, Math.abs(x[i]! - x[i - 1]!));
      return most;
    };
    const own = Math.max(steps(before!.left), steps(planned!.left));
    const apart = before!.left.reduce((m, v, i) => Math.max(m, Math.abs(v - planned!.left[i]!)), 0);
    // The fade itself rises by at most π/2 over its points a sample.
    const slope = ((Math.PI / 2) * apart) / (SWITCH_S * RATE);
    for (const at of [1000, 9011, 20023, 30777])
      expect(steps(switched(before!.left, planned!.left, at, RATE))).toBeLessThanOrEqual(own + slope);
    expect(switched(before!.left, planned!.left, 1000, RATE).at(-1)).toBeCloseTo(planned!.left.at(-1)!, 6);
  });
});

test('what is silent stays so, and does not turn the others up or down', () => {
  const tone = sine(500, 0.2, 24000, 2);
  const none = new Float64Array(tone.length);
  const [loud, silent] = matched([
    { id: 'a', ears: [tone, tone], rate: 24000 },
    { id: 'b', ears: [none, none], rate: 24000 },
  ]);
  expect(loudness([loud!.left, loud!.right], 24000)).toBeCloseTo(-23, 1);
  expect([silent!.gainDb, silent!.left.every((v) => v === 0)]).toEqual([0, true]);
});

test('the fade sums to one with its mirror image', () => {
  const fade = fadeIn(101);
  expect([fade[0], fade.at(-1)]).toEqual([0, 1]);
  fade.forEach((v, i) => expect(v + fade[100 - i]!).toBeCloseTo(1, 6));
});

test('versions of a room: bare, as planned, other states, and as its other scenarios have it', () => {
  const start = edited(
    demo('signal-cabin'),
    numbers({ A: 2 }),
    { type: 'put-scenario', id: 'high', name: 'Higher', why: '', like: null },
    { type: 'open-scenario', id: 'high' },
    { type: 'set-height', height: 2.9 },
  );
  const named = (p: Project) => roomVersions(p).map(({ id, name }) => [id, name]);
  const states = start.states.list.map((s) => [`state ${s.id}`, s.name]);
  expect(named(start)).toEqual([['before', null], ['planned', null], ...states, ['room', null]]);
  const back = edited(start, { type: 'open-scenario', id: null });
  expect(named(back).at(-1)).toEqual(['scenario high', 'Higher']);
  const [bare, planned] = roomVersions(back).map((v) => v.room());
  expect([bare!.treatment.pieces, planned!.treatment.pieces.length]).toEqual([[], start.treatment.pieces.length]);
  expect(roomVersions(back).at(-1)!.room().room.height).toBe(2.9);
  expect(planned!.room.height).toBe(demo('signal-cabin').room.height);
});
