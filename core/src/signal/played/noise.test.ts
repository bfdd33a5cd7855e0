import { pinkNoise } from './noise';

/** Power in a band by plain sums over single frequencies. */
function bandPower(x: Float32Array, low: number, high: number, fs: number): number {
  const n = x.length;
  const [from, to] = [Math.ceil((low * n) / fs), Math.floor((high * n) / fs)];
  const stride = Math.max(1, Math.floor((to - from) / 60));
  let sum = 0;
  let count = 0;
  for (let k = from; k <= to; k += stride) {
    const w = (2 * Math.PI * k) / n;
    let [re, im] = [0, 0];
    for (let i = 0; i < n; i++) {
      re += x[i]! * Math.cos(w * i);
      im -= x[i]! * Math.sin(w * i);
    }
    sum += re * re + im * im;
    count += 1;
  }
  return ((to - from + 1) * sum) / count;
}

test('every octave from 125 Hz to 2 kHz carries the same power within 2 dB', () => {
  const fs = 16000;
  const x = pinkNoise(1 << 14, 3);
  const levels = [125, 250, 500, 1000, 2000].map(
    (f) => 10 * Math.log10(bandPower(x, f / Math.SQRT2, f * Math.SQRT2, fs)),
  );
  const mean = levels.reduce((s, v) => s + v, 0) / levels.length;
  levels.forEach((v) => expect(Math.abs(v - mean)).toBeLessThan(2));
});

test('the same seed gives the same noise, another another; the peak is 1', () => {
  expect(pinkNoise(500, 4)).toEqual(pinkNoise(500, 4));
  expect(pinkNoise(500, 4)).not.toEqual(pinkNoise(500, 5));
  expect(Math.max(...pinkNoise(5000, 1).map(Math.abs))).toBeCloseTo(1, 6);
  expect(() => pinkNoise(0, 1)).toThrow(/length must be a whole number above 0/);
});
