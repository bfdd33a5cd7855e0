import { areaIn, measuredIn, runText, spoken, volumeText } from './measures';

describe('areas, volumes and runs in the reader’s system', () => {
  test('a hall by hand', () => {
    expect(areaIn(10, 'feet').value).toBeCloseTo(107.639, 3);
    expect(volumeText(25, 'inches', 1)).toBe('882.9 ft³');
    expect(runText(3.6, 'metric')).toBe('3.6 m');
    expect(measuredIn(70, 'Hz', 'feet')).toEqual({ value: 70, unit: 'Hz' });
    expect(measuredIn(1, 'm³', 'feet').unit).toBe('ft³');
  });
});

describe('a sentence told in metres', () => {
  const sentence =
    'Partition 1 cannot begin 3.05 m along wall a: it is 0.46 m long (12 mm off, 2.5 m², 40 m³, 9.5 kg/m², 8 kPa·s/m², 0.30 m/s).';

  test('stays as it is for metric readers', () => {
    expect(spoken(sentence, 'metric')).toBe(sentence);
  });

  test('every length, area and volume of it, and nothing else', () => {
    expect(spoken(sentence, 'inches')).toBe(
      'Partition 1 cannot begin 120.08″ along wall a: it is 18.11″ long (0.47″ off, 26.91 ft², 1412.59 ft³, 9.5 kg/m², 8 kPa·s/m², 0.30 m/s).',
    );
  });
});
