import { uniform } from '../numerics/random';
import { decaysOf } from './decay';
import { bandLevels, tonesOf } from './rest/levels';
import {
  foldedPhase,
  frequencyGrid,
  furthestApart,
  groupDelayOf,
  hiddenBy,
  levelsOf,
  meanLevels,
  phaseOf,
  stepOf,
  transferOf,
  windowAt,
} from './response';
import { fallenBy, slicesOf, timeMapOf } from './slices';
import { modulationOfDecay, MODULATIONS, speechIndex, speechModulation, speechTransmission, withNoise } from './speech';

const RATE = 24000;
const WINDOW = { before: 0.002, after: 0.4 };
function taps(list: Record<number, number>, length = RATE): Float64Array {
  const x = new Float64Array(length);
  for (const [at, gain] of Object.entries(list)) x[Number(at)] = gain;
  return x;
}
const noise = (seconds: number, seed = 1) => {
  const next = uniform(seed);
  return Float64Array.from({ length: seconds * RATE }, () => 2 * next() - 1);
};

describe('response', () => {
  const grid = frequencyGrid(RATE);
  test('48 steps an octave, 1 kHz among them', () => {
    expect(grid.some((f) => Math.abs(f - 1000) < 1e-9)).toBe(true);
    expect(grid[48]! / grid[0]!).toBeCloseTo(2, 10);
    expect([grid[0]! >= 15, grid.at(-1)! <= 0.45 * RATE]).toEqual([true, true]);
  });

  test('one tap is level, without phase or delay, wherever it lies; two are a comb', () => {
    const one = transferOf(taps({ 3000: 0.5 }), RATE, 3000, WINDOW);
    levelsOf(one, grid, 12).forEach((v) => expect(v).toBeCloseTo(-6.02, 2));
    phaseOf(one, grid).forEach((v) => expect(Math.abs(v)).toBeLessThan(1e-6));
    const two = transferOf(taps({ 3000: 1, 3120: 0.5 }), RATE, 3000, WINDOW);
    const at = (f: number) => levelsOf(two, [f], 48)[0]!;
    // 120 samples are 5 ms: peaks at 200 Hz, dips at 100 Hz.
    expect(at(200)).toBeCloseTo(20 * Math.log10(1.5), 1);
    expect(at(100)).toBeCloseTo(20 * Math.log10(0.5), 1);
  });

  test('group delay and phase of a later tap are its time', () => {
    const late = transferOf(taps({ 3024: 1 }), RATE, 3000, WINDOW);
    groupDelayOf(late, grid, 6).forEach((v) => expect(v).toBeCloseTo(0.001, 6));
    const turned = phaseOf(late, grid);
    grid.forEach((f, i) => expect(Math.abs(turned[i]! + 360 * f * 0.001)).toBeLessThan(360 * 0.001 * late.bin + 1e-6));
  });

  test('the window: whole at the onset, gone at its ends; what it cannot tell is told', () => {
    expect([windowAt(WINDOW, 0), windowAt(WINDOW, 0.2), windowAt(WINDOW, 0.4), windowAt(WINDOW, -0.002)]).toEqual([
      1, 1, 0, 0,
    ]);
    expect(transferOf(taps({ 0: 1 }), RATE, 0, { before: 0, after: 0.005 }).lowest).toBe(200);
  });

  test('wide smoothing hides a dip, and it is named', () => {
    const two = transferOf(taps({ 3000: 1, 3120: 0.9 }), RATE, 3000, WINDOW);
    const hidden = hiddenBy(levelsOf(two, grid, 1), levelsOf(two, grid, 48), grid);
    expect(hidden.some((h) => Math.abs(h.f / 300 - 1) < 0.02 && h.byDb < -10)).toBe(true);
    expect(hiddenBy(levelsOf(two, grid, 48), levelsOf(two, grid, 48), grid)).toEqual([]);
  });

  test('mean of power over places, and the spread about it', () => {
    const { mean, spread } = meanLevels([Float64Array.of(0, 10), Float64Array.of(0, 0)]);
    expect([mean[0], spread[0]]).toEqual([0, 0]);
    expect(mean[1]).toBeCloseTo(10 * Math.log10(5.5), 10);
    expect(spread[1]).toBeCloseTo(Math.sqrt(50), 10);
  });

  test('two curves are furthest apart where they are, in every stretch; equal ones nowhere', () => {
    const grid = [50, 100, 500, 1000];
    const stretches = [
      [20, 200],
      [200, 2000],
    ] as const;
    expect(furthestApart([0, 3, 0, -5], [0, 0, 1, 0], grid, stretches)).toEqual([
      { from: 20, to: 200, f: 100, byDb: 3 },
      { from: 200, to: 2000, f: 1000, byDb: -5 },
    ]);
    expect(furthestApart(grid, grid, grid, stretches).every((a) => a.byDb === 0)).toBe(true);
  });

  test('phase is folded into one turn, and no line is drawn through a jump', () => {
    expect(foldedPhase([10, 170, 190, 350, -10])).toEqual([10, 170, null, -10, null]);
    expect(foldedPhase([-190])).toEqual([170]);
  });

  test('a step is the running sum', () => {
    const step = stepOf(taps({ 10: 1, 20: -0.5 }), RATE, 10);
    expect([step[0], step[9], step[10], step[100]]).toEqual([1, 1, 0.5, 0.5]);
  });
});

describe('dying away', () => {
  const ring = (f: number, T: number) =>
    Float64Array.from({ length: RATE }, (_, i) =>
      i < 2400 ? 0 : Math.exp((-3 * Math.LN10 * (i - 2400)) / RATE / T) * Math.sin((2 * Math.PI * f * i) / RATE),
    );

  test('slices of one ring fall by its decay', () => {
    const { levelsDb, times } = slicesOf(ring(100, 0.5), RATE, 2400, [100]);
    const fall = (levelsDb[0]![0]! - levelsDb[30]![0]!) / times[30]!;
    expect(Math.abs(fall / 120 - 1)).toBeLessThan(0.05);
    const slices = slicesOf(ring(100, 0.5), RATE, 2400, [100]);
    expect(Math.abs(fallenBy(slices, 20)[0]! - 20 / 120)).toBeLessThan(0.015);
    expect(fallenBy(slices, 90)).toEqual([null]);
  });

  test('the map shows it at its frequency, falling by its decay, and says how far it blurs', () => {
    const map = timeMapOf(ring(100, 0.5), RATE, 2400, { lowest: 25, highest: 400 });
    const columns = map.times.length;
    const at = (row: number, t: number) => map.levelsDb[row * columns + map.times.findIndex((v) => v >= t)]!;
    const loudest = map.frequencies
      .map((_, row) => at(row, 0.1))
      .reduce((best, v, i, all) => (v > all[best]! ? i : best), 0);
    expect(map.frequencies[loudest]! / 100).toBeCloseTo(1, 1);
    expect(Math.abs((at(loudest, 0.1) - at(loudest, 0.3)) / 24 - 1)).toBeLessThan(0.06);
    expect(map.spread[loudest]!).toBeCloseTo(1 / (2 * Math.PI * map.frequencies[loudest]! * 0.0595), 3);
  });
});

describe('levels', () => {
  test('white noise doubles from octave to octave, and its sum is its power', () => {
    const levels = bandLevels(noise(4), RATE, 1);
    expect(levels.map((l) => l.band.label)).toEqual([63, 125, 250, 500, 1000, 2000, 4000, 8000]);
    levels.slice(2).forEach((l, i) => expect(Math.abs(l.levelDb - levels[i + 1]!.levelDb - 3.01)).toBeLessThan(0.6));
  });

  test('a hum is named by its mains, a tone by its frequency and level; noise has none', () => {
    const x = noise(3).map(
      (v, i) =>
        0.05 * v + 0.05 * Math.sin((2 * Math.PI * 100.1 * i) / RATE) + 0.02 * Math.sin((2 * Math.PI * 733 * i) / RATE),
    );
    const tones = tonesOf(x, RATE);
    expect(tones).toHaveLength(2);
    expect(tones[0]).toMatchObject({ harmonic: { of: 50, order: 2 } });
    expect(tones[1]!.harmonic).toBeNull();
    expect(Math.abs(tones[1]!.f - 733)).toBeLessThan(0.5);
    expect(Math.abs(tones[1]!.levelDb - 20 * Math.log10(0.02))).toBeLessThan(1);
    for (let seed = 1; seed <= 20; seed++) expect(tonesOf(noise(1.5, seed), RATE)).toEqual([]);
    expect(tonesOf(noise(0.01), RATE)).toEqual([]);
  });
});

describe('speech', () => {
  test('nothing lost is 1, everything lost 0, half at 0 dB of noise', () => {
    const all = (m: number) => Array.from({ length: 7 }, () => MODULATIONS.map(() => m));
    expect([speechIndex(all(1)), speechIndex(all(0))].map((v) => v.toFixed(3))).toEqual(['1.000', '0.000']);
    expect(speechIndex(all(0.5))).toBeCloseTo(0.5, 6);
  });

  test('of a room that decays evenly it is that of the closed form', () => {
    const rate = 24000;
    const next = uniform(3);
    const T = 0.8;
    const x = Float64Array.from(
      { length: 1.5 * rate },
      (_, i) => Math.exp((-3 * Math.LN10 * i) / rate / T) * (2 * next() - 1),
    );
    const closed = speechIndex(Array.from({ length: 7 }, () => MODULATIONS.map((f) => modulationOfDecay(T, f))));
    expect(Math.abs(speechTransmission(x, rate)! - closed)).toBeLessThan(0.03);
    const rows = speechModulation(decaysOf(x, rate))!;
    const noisy = (db: number) => speechIndex(withNoise(rows, Array<number>(7).fill(db)));
    // In a quiet room masking and threshold take little; noise takes more and more, and a louder voice brings it back.
    expect(closed - noisy(0)).toBeLessThan(0.06);
    expect([noisy(20) < noisy(0), noisy(50) < noisy(20) - 0.1, noisy(90) < 0.05]).toEqual([true, true, true]);
    expect(speechIndex(withNoise(rows, Array<number>(7).fill(50), 75))).toBeGreaterThan(noisy(50) + 0.1);
    expect(
      speechTransmission(
        x.map(() => next() - 0.5),
        rate,
      ),
    ).toBeNull();
    expect(speechTransmission(x, 16000)).toBeNull();
  });
});
