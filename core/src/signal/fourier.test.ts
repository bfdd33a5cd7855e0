import { uniform } from '../numerics/random';
import { bandEnergy, bandSpectra, filterPower, OCTAVE_BANDS, THIRD_BANDS } from './bandFilters';
import { convolve, envelopeOf, signalOf, sizeFor, snugSizeFor, spectrumOf, twoSignalsOf } from './fourier';

const noise = (n: number, seed = 1) => {
  const next = uniform(seed);
  return Float64Array.from({ length: n }, () => 2 * next() - 1);
};

describe('Fourier transforms', () => {
  test('equal to the sum that defines them, for sizes with an even and an odd power of two', () => {
    for (const n of [4, 8, 16, 32, 64]) {
      const x = noise(n, n);
      const got = spectrumOf(x, n);
      for (let k = 0; k <= n / 2; k++) {
        let [re, im] = [0, 0];
        x.forEach((v, i) => {
          re += v * Math.cos((2 * Math.PI * k * i) / n);
          im -= v * Math.sin((2 * Math.PI * k * i) / n);
        });
        expect(got[2 * k]).toBeCloseTo(re, 12);
        expect(got[2 * k + 1]).toBeCloseTo(im, 12);
      }
    }
  });

  test('of three and five times a power of two: the same bins, and back again; other sizes are refused', () => {
    for (const n of [3 * 32, 5 * 32]) {
      const x = noise(n, n);
      const got = spectrumOf(x, n);
      for (const k of [0, 1, 7, n / 4, n / 2 - 1, n / 2]) {
        let [re, im] = [0, 0];
        x.forEach((v, i) => {
          re += v * Math.cos((2 * Math.PI * k * i) / n);
          im -= v * Math.sin((2 * Math.PI * k * i) / n);
        });
        expect(got[2 * k]).toBeCloseTo(re, 11);
        expect(got[2 * k + 1]).toBeCloseTo(im, 11);
      }
      signalOf(got).forEach((v, i) => expect(v).toBeCloseTo(x[i]!, 12));
    }
    expect(() => spectrumOf(noise(56), 56)).toThrow(/size must be 2\^k, 3·2\^k or 5·2\^k, got 56/);
    expect([600000, 700000, 900000, 5000, 3000].map(snugSizeFor)).toEqual([
      5 * 2 ** 17,
      3 * 2 ** 18,
      2 ** 20,
      5 * 2 ** 10,
      2 ** 12,
    ]);
  });

  test('there and back, singly and two at once', () => {
    const [x, y] = [noise(4096, 2), noise(4096, 3)];
    const back = signalOf(spectrumOf(x));
    const [a, b] = twoSignalsOf(spectrumOf(x), spectrumOf(y));
    for (let i = 0; i < x.length; i++) {
      expect(Math.abs(back[i]! - x[i]!)).toBeLessThan(1e-13);
      expect(Math.abs(a[i]! - x[i]!)).toBeLessThan(1e-13);
      expect(Math.abs(b[i]! - y[i]!)).toBeLessThan(1e-13);
    }
  });

  test('convolution equals the sum; nothing is refused but what is too long', () => {
    const [x, y] = [noise(37, 4), noise(12, 5)];
    const got = convolve(x, y);
    expect(got).toHaveLength(48);
    got.forEach((v, i) => {
      let sum = 0;
      for (let k = 0; k < y.length; k++) sum += (x[i - k] ?? 0) * y[k]!;
      expect(v).toBeCloseTo(sum, 12);
    });
    expect(convolve([], [1])).toHaveLength(0);
    expect(() => sizeFor(2 ** 23 + 1)).toThrow(/sizeFor: samples must lie/);
    expect(sizeFor(0)).toBe(4);
  });

  test('the envelope of a tone is its amplitude', () => {
    const tone = Float64Array.from({ length: 4096 }, (_, i) => 0.7 * Math.cos((2 * Math.PI * 64 * i) / 4096 + 0.4));
    for (const v of envelopeOf(tone)) expect(v).toBeCloseTo(0.7, 10);
  });
});

describe('band filters', () => {
  test('labels and exact midbands; edges meet', () => {
    expect(THIRD_BANDS.map((b) => b.label)).toEqual([
      25, 31.5, 40, 50, 63, 80, 100, 125, 160, 200, 250, 315, 400, 500, 630, 800, 1000, 1250, 1600, 2000, 2500, 3150,
      4000, 5000, 6300, 8000, 10000, 12500, 16000, 20000,
    ]);
    expect(THIRD_BANDS[9]!.mid).toBeCloseTo(199.526, 3);
    for (const list of [OCTAVE_BANDS, THIRD_BANDS])
      list.slice(1).forEach((b, i) => expect(b.lower).toBeCloseTo(list[i]!.upper, 8));
  });

  test('attenuation at whole octaves is that of class 1, and 3 dB at the edges', () => {
    const band = OCTAVE_BANDS[4]!;
    const loss = (f: number) => -10 * Math.log10(filterPower(band, f, 48000));
    expect(loss(1000)).toBeCloseTo(0, 12);
    [band.lower, band.upper].forEach((f) => expect(loss(f)).toBeCloseTo(3.0103, 3));
    [16.6, 40.5, 60].forEach((least, i) => {
      expect(loss(1000 * 10 ** (0.3 * (i + 1)))).toBeGreaterThan(least);
      expect(loss(1000 * 10 ** (-0.3 * (i + 1)))).toBeGreaterThan(least);
    });
  });

  test('both directions carry the energy of the power, at the smaller rate a low band comes at', () => {
    const [rate, n] = [48000, 8192];
    const spectrum = spectrumOf(noise(6000, 6), n);
    const energy = (x: Float64Array) => x.reduce((s, v) => s + v * v, 0);
    for (const [i, size] of [
      [2, 1024],
      [4, 4096],
    ] as const) {
      const band = OCTAVE_BANDS[i]!;
      const { forward, backward } = bandSpectra(spectrum, band, rate);
      const [a, b] = twoSignalsOf(forward, backward);
      expect(a).toHaveLength(size);
      // Energy is power times time: at a smaller rate as much of it in fewer samples.
      const whole = (bandEnergy(spectrum, band, rate) * size) / n;
      expect(energy(a) / whole).toBeCloseTo(1, 4);
      expect(energy(b) / whole).toBeCloseTo(1, 4);
    }
  });

  test('run forwards a click rings behind it, backwards before it', () => {
    const click = new Float64Array(8192);
    click[4096] = 1;
    const [all, half] = [1024, 512];
    const { forward, backward } = bandSpectra(spectrumOf(click), OCTAVE_BANDS[2]!, 48000);
    const [after, before] = twoSignalsOf(forward, backward);
    const energy = (x: Float64Array, from: number, to: number) => x.slice(from, to).reduce((s, v) => s + v * v, 0);
    expect(energy(after, 0, half)).toBeLessThan(1e-3 * energy(after, half, all));
    expect(energy(before, half + 1, all)).toBeLessThan(1e-3 * energy(before, 0, half + 1));
  });
});
