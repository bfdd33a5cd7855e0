import { nrLevel, rateNoise, weightingA } from './noiseCurves';

test('A-weighting at a few frequencies of the standard, dB', () => {
  for (const [f, db] of [
    [63.0957, -26.2],
    [125.893, -16.1],
    [1000, 0],
    [3981.07, 1.0],
    [7943.28, -1.1],
  ] as const)
    expect(Math.abs(weightingA(f) - db)).toBeLessThan(0.06);
});

test('levels along a curve are rated by it, and one decibel more in one octave moves it there', () => {
  const along = Array.from({ length: 8 }, (_, i) => nrLevel(30, i));
  expect(rateNoise(along).nr).toBeCloseTo(30, 10);
  expect(rateNoise(along).nrWhole).toBe(30);
  const louder = rateNoise(along.map((l, i) => (i === 2 ? l + 1 : l)));
  expect([louder.nrBand, louder.nrWhole]).toEqual([250, 32]);
});

test('outside the tabled curves there is no NC, and it says on which side', () => {
  expect(rateNoise([47, 36, 29, 22, 17, 14, 12, 11])).toMatchObject({ nc: 15, ncBand: 63, ncOutside: null });
  expect(rateNoise([46, 35, 28, 21, 16, 13, 11, 10])).toMatchObject({ nc: null, ncBand: null, ncOutside: 'below 15' });
  expect(rateNoise([40, 76, 40, 40, 40, 40, 40, 40])).toMatchObject({ nc: null, ncOutside: 'above 65' });
  expect(() => rateNoise([1, 2])).toThrow(/eight|8 finite/);
});
