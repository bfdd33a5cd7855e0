import { seeded } from '../testing/random';
import { formatLength, lengthText, parseLength } from './lengths';

const metres = (text: string, system: 'metric' | 'feet' | 'inches' = 'metric'): number => {
  const read = parseLength(text, system);
  if (!read.ok) throw new Error(`not read: ${text}`);
  return read.metres;
};

describe('reading lengths', () => {
  test.each([
    ['169', 1.69],
    ['169 cm', 1.69],
    ['169cm', 1.69],
    ['1.69 m', 1.69],
    ['1,69 m', 1.69],
    ['1690 mm', 1.69],
    ['1 m 20', 1.2],
    ['66.5"', 1.6891],
    ['5\' 6 1/2"', 1.6891],
    ['5′ 6½″', 1.6891],
    ['5 ft 6.5 in', 1.6891],
    ["5' 6", 1.6764],
    ['1/2"', 0.0127],
    ['412-27.5', 3.845],
    ['5\' 6" + 2 cm', 1.6964],
    ['2 m - 30 cm - 5 mm', 1.695],
    ['-12', -0.12],
  ])('%s is %p m', (text, expected) => {
    expect(metres(text)).toBeCloseTo(expected, 9);
  });

  test('a bare number takes the unit of the system', () => {
    expect(metres('66.5', 'feet')).toBeCloseTo(1.6891, 9);
    expect(metres('66.5', 'inches')).toBeCloseTo(1.6891, 9);
    expect(metres('66.5', 'metric')).toBeCloseTo(0.665, 9);
  });

  test.each(['', '  ', 'abc', '12 apples', '5 5', '4 +', '+ 4', '1.2.3', '4 cm 3', '--4', '1/0"'])(
    '%p is refused',
    (text) => {
      expect(parseLength(text, 'metric').ok).toBe(false);
    },
  );

  test('a refusal says where reading stopped', () => {
    expect(parseLength('412 + elbow', 'metric')).toMatchObject({ ok: false, reason: 'unreadable', at: 5 });
  });
});

describe('writing lengths', () => {
  test('metric to the millimetre, feet to a sixteenth, inches to a hundredth', () => {
    expect(formatLength(1.6891, 'metric')).toEqual({ value: '168.9', unit: 'cm' });
    expect(formatLength(1.6891, 'feet').value).toBe('5′ 6 1/2″');
    expect(formatLength(1.6891, 'inches')).toEqual({ value: '66.50', unit: '″' });
  });

  test('eleven and fifteen sixteenths round up into the next foot, never to 12 inches', () => {
    expect(formatLength(0.3047, 'feet').value).toBe('1′ 0″');
  });

  test('what is written reads back to within its rounding', () => {
    const random = seeded(11);
    const rounding = { metric: 0.0005, feet: 0.0254 / 32, inches: 0.000127 } as const;
    for (let i = 0; i < 300; i++) {
      const length = random.between(0.01, 30);
      for (const system of ['metric', 'feet', 'inches'] as const) {
        expect(Math.abs(metres(lengthText(length, system), system) - length)).toBeLessThanOrEqual(
          rounding[system] + 1e-9,
        );
      }
    }
  });

  test('not a number is a wrong call', () => {
    expect(() => formatLength(Number.NaN, 'metric')).toThrow(/metres must be finite, got NaN/);
  });
});
