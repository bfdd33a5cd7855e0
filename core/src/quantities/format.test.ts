import { frequencyLabel, OCTAVE_MIDBANDS, thirdOctaveEdges, tonesInOctave } from './bands';
import { fixed, signed } from './format';

test('fixed uses a true minus and never shows a negative zero', () => {
  expect(fixed(-3.25, 1)).toBe('−3.3');
  expect(fixed(-0.0004, 2)).toBe('0.00');
  expect(signed(0.126, 2)).toBe('+0.13');
  expect(signed(-0.126, 2)).toBe('−0.13');
  expect(signed(-0.001, 2)).toBe('±0.00');
});

test('third octaves meet edge to edge and octave midbands are base ten', () => {
  expect(thirdOctaveEdges(3)[1]).toBeCloseTo(thirdOctaveEdges(4)[0], 9);
  expect(OCTAVE_MIDBANDS[4]).toBe(1000);
  expect(OCTAVE_MIDBANDS[0]).toBeCloseTo(63.0957, 4);
});

test('tones of an octave stay inside it and are even in log frequency', () => {
  const tones = tonesInOctave(1000, 12);
  expect(Math.min(...tones)).toBeGreaterThan(1000 * 10 ** -0.15);
  expect(Math.max(...tones)).toBeLessThan(1000 * 10 ** 0.15);
  expect(tones[1]! / tones[0]!).toBeCloseTo(tones[11]! / tones[10]!, 12);
});

test('frequency labels are the ones practitioners write', () => {
  expect([63, 125, 1000, 2500, 16000].map(frequencyLabel)).toEqual(['63', '125', '1k', '2.5k', '16k']);
});
