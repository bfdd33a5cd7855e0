import { seeded } from '../testing/random';
import { formatLength, lengthText } from './lengths';
import { parseLength } from './typedLengths';

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
    ['5\'-6"', 1.6764],
    ['8\'-10 3/4"', (8 * 12 + 10.75) * 0.0254],
    ['5\' 6-1/2"', 66.5 * 0.0254],
    ['5\'-6-1/2"', 66.5 * 0.0254],
    ['10\'-6" - 2\'-3"', 8.25 * 0.3048],
    ["5'-6", 1.6764],
    ['2-1/4"', 2.25 * 0.0254],
    ['2⅛"', 2.125 * 0.0254],
    ['⅜"', 0.375 * 0.0254],
    ['5-⅝"', 5.625 * 0.0254],
    ['⅞"', 0.875 * 0.0254],
    ['3⁄4"', 0.75 * 0.0254],
    ['1 690 mm', 1.69],
    ['1\u202f690 mm', 1.69],
    ['1\u00a0690 mm', 1.69],
    ['1\u2009690 mm', 1.69],
    ['12 345,5 mm', 12.3455],
    ['5 feet, 6 inches', 1.6764],
    ['5´ 6´´', 1.6764],
    [',5 m', 0.5],
    ['1,234.5 mm', 1.2345],
    ['1.234,5 mm', 1.2345],
    ['+12 cm', 0.12],
    ['1,690 m', 1.69],
    ['1m20', 1.2],
    ['2 m 345 mm', 2.345],
    ['412 - 27.5', 3.845],
    ["10' - 2'", 8 * 0.3048],
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

  test.each([
    ['1,690 mm', 'metric', ['1.69 mm', '1690 mm']],
    ['1.690 mm', 'metric', ['1.69 mm', '1690 mm']],
    ['1,690', 'metric', ['1.69 cm', '1690 cm']],
    ["1'690 mm", 'metric', ['1690 mm', "1' + 690 mm"]],
    ['2 m 345', 'metric', ['+ 345 mm', '+ 345 cm']],
    ['17/16', 'feet', ['1.0625 ″', '1.4375 ″']],
    ['2-1/4 cm', 'metric', ['2.25 cm', '1.75 cm']],
    ['5\' -6"', 'feet', ['5\' 6"', '5\' - 6"']],
    ['5\'- 6"', 'feet', ['5\' 6"', '5\' - 6"']],
  ] as const)('%s has two readings: refused, with both', (text, system, readings) => {
    expect(parseLength(text, system)).toMatchObject({ ok: false, reason: 'ambiguous', readings });
  });

  test.each(['1.69m2', '1.69 m²', '12 m^2', '3 m3', '200 cm²'])('%s is no length', (text) => {
    expect(parseLength(text, 'metric')).toMatchObject({ ok: false, reason: 'no-length' });
  });

  test.each(["5' 20 cm", '6" 2\'', '5\' 6" 7"', '8/4"', '3/0"', '5 cm - ', '1 690'])('%s is unreadable', (text) => {
    expect(parseLength(text, 'metric')).toMatchObject({ ok: false, reason: 'unreadable' });
  });

  test('a refusal says where reading stopped', () => {
    expect(parseLength('412 + elbow', 'metric')).toMatchObject({ ok: false, reason: 'unreadable', at: 6 });
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

  test('nothing is minus nothing', () => {
    expect(lengthText(-0.0001, 'metric')).toBe('0.0 cm');
    expect(lengthText(-0.00001, 'inches')).toBe('0.00″');
    expect(lengthText(-0.0001, 'feet')).toBe('0″');
    expect(lengthText(-0.01, 'metric')).toBe('-1.0 cm');
  });

  test('not a number is a wrong call', () => {
    expect(() => formatLength(Number.NaN, 'metric')).toThrow(/metres must be finite, got NaN/);
  });
});
