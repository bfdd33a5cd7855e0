import { bellsCsv, sectionsCsv } from './taken';
import { seeded } from '../../testing/random';
import { ringingOf } from '../../signal/modes/ringing';
import { filtered, sectionLevel, sectionOf } from '../../signal/sections';
import { corrected } from './study';
import type { CorrectPlace } from './types';

const grid = Array.from({ length: 240 }, (_, i) => 15 * 2 ** (i / 48));
/** Levels that bells of other rooms left behind: what is to be taken off is known. */
const place = (title: string, ...bells: [f: number, gainDb: number, q: number][]): CorrectPlace => ({
  title,
  f: grid,
  db: grid.map((f) =>
    bells.reduce((s, [at, gainDb, q]) => s + sectionLevel(sectionOf({ f: at, gainDb, q }, 96000), f, 96000), 0),
  ),
});

describe('second-order sections', () => {
  test('reach their gain at their frequency, half of it at the edges their Q names, and nothing far away', () => {
    const section = sectionOf({ f: 60, gainDb: -8, q: 4 }, 48000);
    expect(sectionLevel(section, 60, 48000)).toBeCloseTo(-8, 6);
    const half = 1 / 8;
    const edge = 60 * (Math.sqrt(1 + half * half) + half);
    expect(sectionLevel(section, edge, 48000)).toBeCloseTo(-4, 1);
    expect(sectionLevel(section, 1000, 48000)).toBeCloseTo(0, 2);
  });

  test('a cut of the mode’s own frequency and width takes its ring away', () => {
    const rate = 2000;
    const [f, seconds] = [62, 0.8];
    const ring = Float64Array.from(
      { length: 2 * rate },
      (_, i) => Math.exp((-3 * Math.LN10 * i) / seconds / rate) * Math.sin((2 * Math.PI * f * i) / rate),
    );
    // Poles of the section are broad; its zeros lie on the mode's poles: a = Q·10^(gain/40)… of them.
    const q = ((f * seconds) / 2.2) * 10 ** (-12 / 40);
    const after = filtered(ring, [sectionOf({ f, gainDb: -12, q }, rate)]);
    const energy = (x: ArrayLike<number>) =>
      Array.from(x)
        .slice(rate / 2)
        .reduce((s, v) => s + v * v, 0);
    expect(energy(after)).toBeLessThan(0.02 * energy(ring));
    expect(ringingOf(ring, rate, 0).rings[0]!.decay).toBeCloseTo(seconds, 2);
  });

  test('refuses a frequency the rate does not reach', () => {
    expect(() => sectionOf({ f: 30000, gainDb: -3, q: 1 }, 48000)).toThrow(/^sectionOf: f must lie between/);
  });
});

describe('correct last', () => {
  test('one peak that all places have is cut at its frequency, and what is left is even', () => {
    const { bells, swing, headroomDb } = corrected([place('a', [62, 9, 5]), place('b', [62, 7, 5])]);
    expect(bells.length).toBeGreaterThan(0);
    const [bell] = [...bells].sort((a, b) => a.gainDb - b.gainDb);
    expect(Math.abs(bell!.f / 62 - 1)).toBeLessThan(0.03);
    expect(bell!.gainDb).toBeLessThan(-4);
    expect(swing.after).toBeLessThan(0.6 * swing.before);
    expect(headroomDb).toBeLessThan(0.1);
  });

  test('a null is never filled, with boosts or without', () => {
    const nulls = [place('a', [80, -18, 6]), place('b', [80, -15, 6])];
    for (const boosts of [false, true]) {
      const { bells, left, gainDb } = corrected(nulls, boosts);
      expect(bells.filter((b) => b.gainDb > 0)).toEqual([]);
      expect(Math.max(...gainDb)).toBeLessThan(0.2);
      expect(left).toContainEqual(expect.objectContaining({ kind: 'dip', why: 'null', places: 2 }));
    }
  });

  test('what one place has and another has not is left alone, and says so', () => {
    const { bells, left } = corrected([place('a', [62, 10, 5]), place('b', [62, -3, 5])]);
    expect(bells.every((b) => Math.abs(Math.log2(b.f / 62)) > 0.2)).toBe(true);
    expect(left).toContainEqual(expect.objectContaining({ kind: 'peak', why: 'places', places: 1 }));
  });

  test('boosts are broad, of 3 dB at most, and only where they are wanted', () => {
    const thin = [place('a', [70, -5, 0.8])];
    expect(corrected(thin).bells.filter((b) => b.gainDb > 0)).toEqual([]);
    const lifted = corrected(thin, true);
    for (const b of lifted.bells.filter((v) => v.gainDb > 0)) {
      expect(b.gainDb).toBeLessThanOrEqual(3);
      expect(b.q).toBeLessThanOrEqual(1.4);
    }
    expect(lifted.headroomDb).toBeCloseTo(Math.max(0, ...lifted.gainDb), 9);
  });

  test('in rooms of any peaks and dips: cuts only, no more than six, never less even than before, the same each time', () => {
    for (let seed = 1; seed <= 12; seed++) {
      const random = seeded(seed);
      const shared = Array.from({ length: 4 }, (): [number, number, number] => [
        random.between(30, 250),
        random.between(-14, 12),
        random.between(2, 9),
      ]);
      const places = ['a', 'b', 'c'].map((t) =>
        place(t, ...shared, [random.between(30, 250), random.between(-9, 9), 4]),
      );
      const found = corrected(places);
      expect(found.bells.length).toBeLessThanOrEqual(6);
      for (const b of found.bells) expect([seed, b.gainDb < 0 && b.gainDb >= -12]).toEqual([seed, true]);
      const sum = (key: 'before' | 'after') =>
        found.places.reduce((s, p) => s + p[key].reduce((t, v) => t + v * v, 0), 0);
      expect(sum('after')).toBeLessThanOrEqual(sum('before') + 1e-9);
      expect(corrected(places)).toEqual(found);
    }
  });

  test('refuses places that share too little', () => {
    expect(() => corrected([])).toThrow(/^corrected: places must share/);
    expect(() => corrected([{ title: 'a', f: [1000, 2000, 4000], db: [0, 0, 0] }])).toThrow(RangeError);
  });
});

test('taken away as plain tables', () => {
  const bells = [{ f: 62, gainDb: -6.5, q: 4 }];
  expect(bellsCsv(bells)).toBe('frequency Hz,gain dB,Q\r\n62,-6.5,4\r\n');
  const [head, row] = sectionsCsv(bells, 44100).split('\r\n');
  expect(head).toBe('sample rate Hz,b0,b1,b2,a1,a2');
  const [rate, b0, b1, b2, a1, a2] = row!.split(',').map(Number) as [number, number, number, number, number, number];
  expect(rate).toBe(44100);
  expect(sectionLevel({ b0, b1, b2, a1, a2 }, 62, 44100)).toBeCloseTo(-6.5, 6);
});
