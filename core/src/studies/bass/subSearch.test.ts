import { seeded } from '../../testing/random';
import {
  EVEN_RANGE,
  placeSpread,
  smoothed,
  SPREAD_RANGE,
  SPREAD_WEIGHT,
  SWING_SCHOOLS,
  swingOf,
  unevenness,
} from './judge';
import { choicesOf, createSubSearch } from './subSearch';

const axis = Array.from({ length: 90 }, (_, i) => 20 * 2 ** (i / 28));
const random = seeded(21);
/** A response of a few resonances. */
function response() {
  const modes = Array.from({ length: 6 }, () => ({ f: random.between(25, 160), a: random.between(-1, 1) }));
  const [re, im] = [new Float64Array(axis.length), new Float64Array(axis.length)];
  axis.forEach((f, q) => {
    for (const m of modes) {
      const [dr, di] = [m.f * m.f - f * f, 0.08 * m.f * f];
      re[q]! += (900 * m.a * dr) / (dr * dr + di * di);
      im[q]! -= (900 * m.a * di) / (dr * dr + di * di);
    }
  });
  return { re, im };
}
const places = <T>(make: () => T): T[] => [0, 1, 2].map(make);

test('choices: each once, rising', () => {
  expect(choicesOf(2, 4)).toEqual([[0, 1], [0, 2], [0, 3], [1, 2], [1, 3], [2, 3]]); // prettier-ignore
  expect(choicesOf(4, 9)).toHaveLength(126);
  expect(choicesOf(4, 3)).toEqual([]);
});

test('the best of all fours, levels and polarities, judged as the stage judges a curve', () => {
  const candidates = Array.from({ length: 7 }, () => places(response));
  const mains = places(response);
  const search = createSubSearch({ frequencies: axis, candidates, mains, edge: 80, gains: [-24, 24] });
  const judge = (picks: readonly number[], g: number) => {
    const curves = places(() => 0).map((_, p) => {
      const level = axis.map((__, q) => {
        const re = mains[p]!.re[q]! + g * picks.reduce((s, k) => s + candidates[k]![p]!.re[q]!, 0);
        const im = mains[p]!.im[q]! + g * picks.reduce((s, k) => s + candidates[k]![p]!.im[q]!, 0);
        return 10 * Math.log10(re * re + im * im);
      });
      return { level, smooth: smoothed(axis, level, 12) };
    });
    const swing = swingOf(axis, curves[0]!.level, SWING_SCHOOLS[0]!)!.swingDb;
    const even = unevenness(axis, curves[0]!.smooth, ...EVEN_RANGE);
    const spread = placeSpread(axis, curves.map((c) => c.smooth), ...SPREAD_RANGE); // prettier-ignore
    return (swing + 2 * even) / 2 + SPREAD_WEIGHT * spread;
  };
  for (const count of [1, 2, 4]) {
    const choices = choicesOf(count, 7);
    const [first, ...others] = search.best(choices, 3);
    expect(judge(first!.picks, (first!.inverted ? -1 : 1) * 10 ** (first!.gainDb / 20))).toBeCloseTo(first!.cost, 4);
    others.forEach((o) => expect(o.cost).toBeGreaterThanOrEqual(first!.cost));
    let least = Infinity;
    const mean = (from: number, to: number, energy: (q: number) => number) => {
      const list = axis.map((_, q) => q).filter((q) => axis[q]! >= from && axis[q]! <= to);
      return 10 * Math.log10(list.reduce((s, q) => s + energy(q), 0) / list.length);
    };
    const wanted = mean(80, 160, (q) => mains[0]!.re[q]! ** 2 + mains[0]!.im[q]! ** 2);
    for (const picks of choices) {
      const sum = (part: 're' | 'im', q: number) => picks.reduce((s, k) => s + candidates[k]![0]![part][q]!, 0);
      const middle = Math.round(wanted - mean(30, 80, (q) => sum('re', q) ** 2 + sum('im', q) ** 2));
      for (let gain = Math.max(-24, middle - 12); gain <= Math.min(24, middle + 12); gain++)
        for (const sign of [1, -1]) least = Math.min(least, judge(picks, sign * 10 ** (gain / 20)));
    }
    expect(first!.cost).toBeCloseTo(least, 4);
  }
  expect(search.tried()).toBe(7 + 21 + 35);
});

test('without a pair subwoofers play alone at 0 dB; nothing outside the range of a feed is proposed', () => {
  const candidates = Array.from({ length: 4 }, () => places(response));
  const alone = createSubSearch({ frequencies: axis, candidates, mains: null, edge: 80, gains: [-24, 24] });
  for (const c of alone.best(choicesOf(2, 4), 3)) expect([c.gainDb, c.inverted]).toEqual([0, false]);
  const loud = places(response).map((r) => ({ re: r.re.map((v) => 300 * v), im: r.im.map((v) => 300 * v) }));
  const capped = createSubSearch({ frequencies: axis, candidates, mains: loud, edge: 80, gains: [-24, 12] });
  for (const c of capped.best(choicesOf(1, 4), 3)) expect(c.gainDb).toBeLessThanOrEqual(12);
});
