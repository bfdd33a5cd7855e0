import fc from 'fast-check';
import { uniform } from '../numerics/random';
import { OCTAVE_BANDS } from './bandFilters';
import { broadbandFigures, decayOf, slowerThan, timeOf } from './decay';
import { convolve } from './fourier';

const RATE = 16000;
/** Noise that falls by 60 dB in `time`, from sample `at` on; `floorDb` of steady noise under it. */
function room(time: number, { at = 0, seconds = 1.2, floorDb = -Infinity, seed = 1, scale = 1 } = {}): Float64Array {
  const next = uniform(seed);
  const white = () => 2 * next() - 1;
  const floor = 10 ** (floorDb / 20);
  return Float64Array.from({ length: Math.round(seconds * RATE) }, (_, i) => {
    const own = i < at ? 0 : Math.exp((-3 * Math.LN10 * (i - at)) / RATE / time) * white();
    return scale * (own + floor * white());
  });
}
const octave = (x: ArrayLike<number>, label: number) => decayOf(x, RATE, 1).bands.find((b) => b.label === label)!;

test('a decay of one slope comes back in every octave, with its lines on its own curve', () => {
  const seeds = [1, 2, 3, 4, 5, 6];
  const readings = seeds.map((seed) => decayOf(room(0.4, { seed }), RATE, 1).bands);
  readings[0]!.forEach(({ width, curve, lines }, k) => {
    // A band of noise strays by about 1/√(bandwidth × time).
    const mean = readings.reduce((s, bands) => s + bands[k]!.t20! / seeds.length, 0);
    expect(Math.abs(mean / 0.4 - 1)).toBeLessThan(1.5 / Math.sqrt(width * 0.4 * seeds.length));
    const i = Math.round(0.1 / curve.step);
    const drawn = lines.t20!.at + lines.t20!.slope * i * curve.step;
    expect(Math.abs(curve.levelsDb[i]! - drawn)).toBeLessThan(4);
  });
});

test('thirds below half the rate only; a decay that is longer than the file is read as far as it goes', () => {
  const { bands } = decayOf(room(0.5), RATE, 3);
  expect(bands.map((b) => b.label)).toContain(6300);
  expect(bands.at(-1)!.upper).toBeLessThan(RATE / 2);
  const cut = octave(room(2, { seconds: 1.4 }), 1000);
  expect(Math.abs(cut.t20! / 2 - 1)).toBeLessThan(0.12);
});

test('what the noise covers is refused with its reason: T30 first, then T20, at last all', () => {
  const at = (floorDb: number) => octave(room(0.4, { floorDb }), 1000);
  expect(at(-70)).toMatchObject({ reason: null });
  expect(at(-70).t30).not.toBeNull();
  expect(at(-43)).toMatchObject({ t30: null, reason: 'range' });
  expect(at(-43).t20).not.toBeNull();
  expect(at(-28)).toMatchObject({ t30: null, t20: null, reason: 'range' });
  expect(at(-28).edt).not.toBeNull();
  expect(at(0)).toMatchObject({ t30: null, t20: null, edt: null, c50: null, d50: null, ts: null, reason: 'range' });
});

test('noise alone, silence, a click and a snippet give no figure at all', () => {
  const next = uniform(9);
  const click = new Float64Array(RATE);
  click[4000] = 1;
  const nothings = [
    Float64Array.from({ length: RATE }, () => 2 * next() - 1),
    new Float64Array(RATE),
    new Float64Array(0),
    click,
    room(0.4).slice(0, 300),
  ];
  for (const x of nothings)
    for (const b of [...decayOf(x, RATE, 1).bands, ...decayOf(x, RATE, 3).bands]) {
      expect([b.edt, b.t20, b.t30, b.c50, b.c80, b.d50, b.ts]).toEqual(Array(7).fill(null));
      expect(b.reason).not.toBeNull();
    }
  expect(broadbandFigures(click, RATE)).toMatchObject({ t20: null, c50: null });
});

test('a decay shorter than the filter rings is refused for its band, and read in wider ones', () => {
  const x = room(0.05, { seconds: 0.6 });
  expect(octave(x, 63)).toMatchObject({ t20: null, t30: null });
  expect(octave(x, 63).reason).toMatch(/bandwidth|no-line|no-decay/);
  expect(Math.abs(octave(x, 4000).t20! / 0.05 - 1)).toBeLessThan(0.1);
});

test('two slopes are told', () => {
  const [fast, slow] = [room(0.2), room(1.2, { seed: 3, scale: 0.05 })];
  const both = octave(
    fast.map((v, i) => v + slow[i]!),
    1000,
  );
  expect(both.twoSlopes).toBe(true);
  expect(both.curvature!).toBeGreaterThan(0.1);
  expect(octave(fast, 1000).twoSlopes).toBe(false);
});

test('clarity, definition and centre time of an exponential are its closed forms', () => {
  const b = octave(room(0.5, { at: 2000 }), 2000);
  const early = (s: number) => 1 - Math.exp((-6 * Math.LN10 * s) / 0.5);
  expect(b.d50!).toBeCloseTo(early(0.05), 1);
  expect(Math.abs(b.c80! - 10 * Math.log10(early(0.08) / (1 - early(0.08))))).toBeLessThan(0.6);
  expect(b.ts!).toBeCloseTo(0.5 / (6 * Math.LN10), 2);
});

test('louder, later or with silence around it a room is the same room', () => {
  const base = decayOf(room(0.35, { floorDb: -60 }), RATE, 1);
  fc.assert(
    fc.property(
      fc.double({ min: 1e-6, max: 1e4, noNaN: true }),
      fc.integer({ min: 0, max: 6000 }),
      fc.constantFrom(1, -1),
      (gain, delay, sign) => {
        const x = room(0.35, { floorDb: -60 });
        const moved = new Float64Array(delay + x.length);
        x.forEach((v, i) => (moved[i + delay] = sign * gain * v));
        const got = decayOf(moved, RATE, 1);
        expect(got.onset).toBe(base.onset! + delay);
        got.bands.forEach((b, i) => {
          for (const key of ['edt', 't20', 't30', 'c50', 'd50'] as const)
            expect(b[key]! / base.bands[i]![key]!).toBeCloseTo(1, 2);
        });
      },
    ),
    { numRuns: 12 },
  );
});

test('a filter before the room changes levels, not times', () => {
  const soft = convolve(room(0.3), [0.5, 0.3, 0.15]);
  for (const label of OCTAVE_BANDS.map((b) => b.label).filter((l) => l >= 250 && l <= 4000))
    expect(octave(soft, label).t20! / octave(room(0.3), label).t20!).toBeCloseTo(1, 1);
});

test('slow bands are those in which 20 dB take longer; what is not read is not called slow', () => {
  const bands = decayOf(room(0.6), RATE, 1).bands;
  expect(slowerThan(bands, 0.15).map((b) => b.label)).toContain(1000);
  expect(slowerThan(bands, 0.4)).toEqual([]);
  expect(slowerThan(decayOf(new Float64Array(RATE), RATE, 1).bands, 0)).toEqual([]);
  expect([timeOf({ t20: 0.4, t30: null }), timeOf({ t20: 0.4, t30: 0.5 }), timeOf({ t20: null, t30: null })]).toEqual([
    0.4,
    0.5,
    null,
  ]);
});
