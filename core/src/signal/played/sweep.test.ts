import { arrivalsOf, withPredicted } from '../arrivals';
import { convolve } from '../fourier';
import { uniform } from '../../numerics/random';
import { peakOf } from '../onset';
import { averageAligned, delayBetween, responseToSweep, sweepSamples, sweepScale } from './sweep';

const RATE = 24000;
const SWEEP = { from: 30, to: 11000, seconds: 1.5, fadeIn: 0.05, fadeOut: 0.01 };

/** A recording of the sweep: taps by delay in samples, half a second of silence behind. */
function recording(taps: Record<number, number>, bend = (v: number) => v, sweep = SWEEP): Float64Array {
  const path = new Float64Array(12000);
  for (const [at, gain] of Object.entries(taps)) path[Number(at)] = gain;
  return convolve(sweepSamples(sweep, RATE).map(bend), path);
}

test('a sweep begins and ends at its frequencies, and keeps to its level', () => {
  const x = sweepSamples({ from: 100, to: 1000, seconds: 1 }, RATE);
  expect(x).toHaveLength(RATE);
  expect(peakOf(x)).toBeGreaterThan(0.999);
  const crossings = (a: number, b: number) => {
    let n = 0;
    for (let i = a + 1; i < b; i++) if (x[i - 1]! < 0 !== x[i]! < 0) n++;
    return n;
  };
  // Frequency at t is 100·10^t: its mean over a tenth of a second, twice, in zero crossings.
  expect(Math.abs(crossings(0, 2400) - 22.5)).toBeLessThan(2);
  expect(Math.abs(crossings(21600, 24000) - 178.5)).toBeLessThan(3);
  expect(() => sweepSamples({ from: 100, to: 13000, seconds: 1 }, RATE)).toThrow(/from < to ≤ 12000/);
});

test('taps come back at their sample, level and sign; what wraps round stays away', () => {
  const { samples, lead, tail, secondHarmonic } = responseToSweep(
    recording({ 500: 0.8, 900: -0.3, 2100: 0.1 }),
    SWEEP,
    RATE,
  );
  const { list } = arrivalsOf(samples, RATE, { within: 0.1 })!;
  expect(list.map((a) => Math.round(a.at - lead))).toEqual([500, 900, 2100]);
  expect(list.map((a) => a.polarity)).toEqual([1, -1, 1]);
  expect(list[1]!.levelDb).toBeCloseTo(20 * Math.log10(0.3 / 0.8), 0);
  expect(tail).toBeCloseTo((12000 - 501) / RATE, 3);
  expect(secondHarmonic).toBeNull();
});

test('distortion lies before the linear part, where its order says, and not in it', () => {
  // Ends where its second harmonic still has room below half the rate; without fades 2v² − 1 is that harmonic and nothing else.
  const sweep = { ...SWEEP, to: 5500, fadeIn: 0, fadeOut: 0 };
  const clean = responseToSweep(recording({ 400: 0.5 }, undefined, sweep), sweep, RATE);
  const bent = responseToSweep(
    recording({ 400: 0.5 }, (v) => v + 0.1 * (2 * v * v - 1), sweep),
    sweep,
    RATE,
  );
  expect(bent.secondHarmonic!.advance / (sweepScale(sweep) * Math.LN2)).toBeCloseTo(1, 2);
  expect(bent.secondHarmonic!.levelDb).toBeGreaterThan(-40);
  const energy = (r: typeof clean, from: number, to: number) =>
    r.samples.slice(r.lead + from, r.lead + to).reduce((s, v) => s + v * v, 0);
  expect(energy(bent, 300, 3000) / energy(clean, 300, 3000)).toBeCloseTo(1, 2);
});

test('repeats are aligned before they are averaged: noise falls, the sweep stays', () => {
  const next = uniform(4);
  const clean = recording({ 300: 0.5 });
  const takes = [0, 37, -12, 5].map((shift) =>
    Float64Array.from({ length: clean.length }, (_, i) => (clean[i - shift] ?? 0) + 0.2 * (2 * next() - 1)),
  );
  const { mean, delays } = averageAligned(takes);
  expect(delays).toEqual([0, 37, -12, 5]);
  const off = (x: ArrayLike<number>) => clean.reduce((s, v, i) => s + (x[i]! - v) ** 2, 0);
  expect(off(takes[0]!) / off(mean)).toBeGreaterThan(3);
  expect(delayBetween(clean, clean)).toBe(0);
});

test('arrivals: none of silence; a spike beside a larger one is its side lobe', () => {
  expect(arrivalsOf(new Float64Array(100), RATE)).toBeNull();
  const x = new Float64Array(4000);
  [x[1000], x[1005], x[1300]] = [1, 0.4, 0.2];
  const { list, direct, start, envelopeDb } = arrivalsOf(x, RATE)!;
  expect([direct, list.map((a) => Math.round(a.at))]).toEqual([1000, [1000, 1300]]);
  expect(envelopeDb[direct - start]).toBe(0);
});

test('a predicted arrival is told with the spike that comes when it does; the loudest of several', () => {
  const spike = (delay: number) => ({ at: 0, delay, levelDb: -10, polarity: 1 as const });
  const predicted = [
    { delay: 0.003, levelDb: -20, name: 'quiet' },
    { delay: 0.0031, levelDb: -12, name: 'loud' },
    { delay: 0.02, levelDb: -9, name: 'elsewhere' },
  ];
  const rows = withPredicted([spike(0), spike(0.00305), spike(0.009)], predicted);
  expect(rows.map((r) => [r.delay, r.predicted?.name ?? null])).toEqual([
    [0.00305, 'loud'],
    [0.009, null],
  ]);
});
