/** What repeats in a decay, and what begins or ends while a room should be at rest. */
import { seeded } from '../testing/random';
import { flutterOf } from './flutter';
import { stepIn } from './rest/steps';

const rate = 48000;
const normal = (seed: number) => {
  const random = seeded(seed);
  return () => Array.from({ length: 6 }, () => random.between(-0.5, 0.5)).reduce((s, v) => s + v, 0) * Math.SQRT2;
};

/** A direct sound, a diffuse tail of so many seconds, and something that comes back every `period`, s. */
function decaying(seed: number, seconds: number, period: number, size: number): Float64Array {
  const next = normal(seed);
  const x = Float64Array.from({ length: rate }, (_, i) => 0.05 * next() * Math.exp((-6.9 * i) / rate / seconds));
  x[0]! += 1;
  for (let k = 1; k * period < 0.7; k++)
    x[Math.round(k * period * rate)]! += size * Math.exp((-6.9 * k * period) / (1.3 * seconds));
  return x;
}

describe('flutter', () => {
  test.each([
    [0.5, 0.0193],
    [0.3, 0.0241],
    [0.8, 0.0117],
  ])('in a decay of %d s what comes back every %d s is found, to a tenth of a millisecond', (seconds, period) => {
    const found = flutterOf(decaying(3, seconds, period, 0.4), rate, 0);
    expect(Math.abs(found!.period - period)).toBeLessThan(0.0001);
    expect(found!.score).toBeGreaterThan(7);
  });

  test('a diffuse decay has none, whatever its seed and length', () => {
    for (let seed = 1; seed <= 12; seed++)
      expect(flutterOf(decaying(seed, 0.2 + 0.1 * seed, 0.02, 0), rate, 0)).toBeNull();
    expect(flutterOf(new Float64Array(rate), rate, 0)).toBeNull();
    expect(flutterOf(decaying(1, 0.5, 0.02, 0.4).subarray(0, 500), rate, 0)).toBeNull();
  });
});

describe('a step at rest', () => {
  const rest = (gain: (t: number) => number) => {
    const next = normal(5);
    return Float64Array.from({ length: 4 * rate }, (_, i) => 0.001 * gain(i / rate) * next());
  };
  test('something that starts stays; something that passes ends; what is steady or fades has none', () => {
    const starts = stepIn(
      rest((t) => (t > 2 ? 4 : 1)),
      rate,
    );
    expect(starts).toMatchObject({ at: expect.closeTo(2, 1), byDb: expect.closeTo(12, 0), lasts: null });
    const passes = stepIn(
      rest((t) => (t > 1.5 && t < 2.5 ? 5 : 1)),
      rate,
    );
    expect(passes).toMatchObject({ at: expect.closeTo(1.5, 1), lasts: expect.closeTo(1, 1) });
    expect(
      stepIn(
        rest(() => 1),
        rate,
      ),
    ).toBeNull();
    expect(
      stepIn(
        rest((t) => 10 ** -t),
        rate,
      ),
    ).toBeNull();
    expect(stepIn(new Float64Array(10), rate)).toBeNull();
  });
});
