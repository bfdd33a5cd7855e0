/** Scaling, delaying and resampling a recording change what they must and nothing else; noise alone yields refusals, never figures. */
import { signalOf, sizeFor, spectrumOf } from '../../signal/fourier';
import { uniform } from '../../numerics/random';
import { timeOf } from '../../signal/decay';
import { hear } from './hear';
import { readHeard, responseCurves, WHOLE } from './read';

const RATE = 48000;
const SECONDS = 1.6;

/** A room of two modes, a late reflection and a decay that is longer the lower it is, above a little noise; nothing above 9 kHz. */
function room(seed: number): Float64Array<ArrayBuffer> {
  const next = uniform(seed);
  const x = new Float64Array(sizeFor(SECONDS * RATE));
  const start = 4000;
  for (let i = start; i < x.length; i++) {
    const t = (i - start) / RATE;
    x[i] =
      0.12 * (2 * next() - 1) * Math.exp((-6.9 * t) / 0.45) +
      0.05 * Math.exp((-6.9 * t) / 0.9) * Math.sin(2 * Math.PI * 41 * t) +
      0.04 * Math.exp((-6.9 * t) / 0.7) * Math.sin(2 * Math.PI * 88 * t);
  }
  x[start]! += 3;
  x[start + 700]! += 1.2;
  const spectrum = spectrumOf(x, x.length);
  const bin = RATE / x.length;
  for (let k = 0; k <= x.length / 2; k++) {
    const over = Math.min(1, Math.max(0, (k * bin - 8000) / 1000));
    const part = 0.5 + 0.5 * Math.cos(Math.PI * over);
    spectrum[2 * k]! *= part;
    spectrum[2 * k + 1]! *= part;
  }
  return signalOf(spectrum);
}
/** The same signal at half the samples: nothing of it lies above the new half of the rate. */
function halved(x: Float64Array<ArrayBuffer>): Float64Array<ArrayBuffer> {
  const spectrum = spectrumOf(x, x.length);
  return signalOf(spectrum.slice(0, x.length / 2 + 2).map((v) => v / 2));
}
function readAll(x: Float64Array<ArrayBuffer>, rate: number) {
  const heard = hear({ samples: x, rate, fullScale: 100 });
  return { heard, read: readHeard(heard).impulse!, curves: responseCurves(heard, WHOLE, 12)! };
}
const first = readAll(room(3), RATE);
/** Figures of two readings meet, in all bands and modes of the second. */
function expectAlike(again: typeof first, gainDb: number): void {
  for (const band of again.read.octaves.bands.filter((b) => b.label <= 4000)) {
    const was = first.read.octaves.bands.find((b) => b.label === band.label)!;
    expect([band.label, band.reason]).toEqual([band.label, was.reason]);
    if (timeOf(was) !== null) expect(timeOf(band)! / timeOf(was)!).toBeCloseTo(1, 2);
    if (was.c50 !== null) expect(band.c50!).toBeCloseTo(was.c50, 0);
  }
  for (const [i, ring] of first.read.ringing.rings.entries()) {
    expect(again.read.ringing.rings[i]!.f).toBeCloseTo(ring.f, 1);
    expect(again.read.ringing.rings[i]!.decay / ring.decay).toBeCloseTo(1, 1);
  }
  const reflection = (r: typeof first) => r.read.arrivals.list.find((a) => Math.abs(a.delay - 700 / RATE) < 0.0003)!;
  expect(Math.abs(reflection(again).delay - reflection(first).delay)).toBeLessThan(2e-5);
  expect(reflection(again).levelDb).toBeCloseTo(reflection(first).levelDb, 0);
  for (const f of [50, 100, 500, 2000, 5000]) {
    const at = first.curves.grid.findIndex((g) => g >= f);
    expect([f, again.curves.levelsDb[at]! - first.curves.levelsDb[at]!]).toEqual([f, expect.closeTo(gainDb, 1)]);
  }
}

test('a recording turned down or up is quieter or louder, and nothing else', () => {
  for (const gain of [0.001, 7.5])
    expectAlike(
      readAll(
        room(3).map((v) => v * gain),
        RATE,
      ),
      20 * Math.log10(gain),
    );
});

test('a recording that begins earlier has its sound later, and nothing else', () => {
  const x = room(3);
  const late = new Float64Array(x.length + 5000);
  late.set(x, 5000);
  const again = readAll(late, RATE);
  expect(again.heard.onset! - first.heard.onset!).toBe(5000);
  expectAlike(again, 0);
});

test('at half the samples a second it says the same of what both hold', () => {
  const again = readAll(halved(room(3)), RATE / 2);
  // Within two of its own samples.
  expect(Math.abs(again.heard.onset! * 2 - first.heard.onset!)).toBeLessThanOrEqual(4);
  // An impulse at half the samples a second has half the sum.
  expectAlike(again, 20 * Math.log10(0.5));
});

test('noise alone yields refusals: no decay, no arrival, no mode, no response, whatever its length', () => {
  for (const [seed, seconds] of [
    [1, 0.3],
    [2, 1],
    [3, 4],
  ] as const) {
    const next = uniform(seed);
    const x = Float64Array.from({ length: Math.round(seconds * RATE) }, () => 0.02 * (2 * next() - 1));
    const heard = hear({ samples: x, rate: RATE, fullScale: 1 });
    const { impulse, warnings } = readHeard(heard);
    expect(impulse).toBeNull();
    expect(responseCurves(heard, WHOLE, 12)).toBeNull();
    expect(warnings.map((w) => w.code)).toContain('noise-only');
  }
});
