import { type FieldKind, fieldText, fieldUnit, understand } from './fieldText';

const LENGTH: FieldKind = { kind: 'length', min: 0.5, max: 60, digits: 0, scale: 1, unit: '', whole: false };
const PERCENT: FieldKind = { kind: 'number', min: 0, max: 1, digits: 0, scale: 100, unit: '%', whole: false };

test('a bare 5.34 for a room is metres, since 5.34 cm cannot be one; 534 is centimetres', () => {
  expect(understand('5.34', LENGTH, 'metric')).toEqual({ ok: true, value: 5.34, text: '534.0 cm' });
  expect(understand('534', LENGTH, 'metric')).toMatchObject({ ok: true, value: 5.34 });
});

test('in feet mode a bare 14 for a room is feet, since 14 inches cannot be one; what was read is always said', () => {
  expect(understand('14', LENGTH, 'feet')).toEqual({ ok: true, value: 14 * 0.3048, text: '14′ 0″' });
  expect(understand('14', { ...LENGTH, min: 0.1 }, 'feet')).toEqual({ ok: true, value: 14 * 0.0254, text: '1′ 2″' });
  expect(understand('0.2', LENGTH, 'metric')).toEqual({
    ok: false,
    sentence: '0.2 was read as 0.2 cm, which is out of range: from 50.0 cm to 6000.0 cm.',
  });
  expect(understand('1,690 mm', LENGTH, 'metric')).toEqual({
    ok: false,
    sentence: '“1,690 mm” can be read two ways: 1.69 mm or 1690 mm. Write one of them.',
  });
});

test('a unit that was typed is never second-guessed', () => {
  expect(understand('5.34 cm', LENGTH, 'metric')).toEqual({
    ok: false,
    sentence: '5.3 cm is out of range: from 50.0 cm to 6000.0 cm.',
  });
});

test('refusals are sentences that name what was typed', () => {
  expect(understand('five', LENGTH, 'metric')).toMatchObject({
    ok: false,
    sentence: expect.stringMatching(/“five” is not a length/),
  });
  expect(understand('', LENGTH, 'metric')).toEqual({ ok: false, sentence: 'Type a length.' });
  expect(understand('a few', PERCENT, 'metric')).toEqual({ ok: false, sentence: '“a few” is not a number.' });
  expect(understand('130', PERCENT, 'metric')).toEqual({
    ok: false,
    sentence: '130 is out of range: from 0 % to 100 %.',
  });
  expect(understand('1.5', { ...PERCENT, scale: 1, max: 9, whole: true }, 'metric')).toMatchObject({ ok: false });
});

test('scaled numbers go in and out by the same factor, with or without their unit', () => {
  const read = understand('48 %', PERCENT, 'metric');
  expect(read).toMatchObject({ ok: true, value: 0.48 });
  expect(fieldText(0.48, PERCENT, 'metric')).toBe('48');
  expect(
    understand('8,5', { ...PERCENT, scale: 0.001, max: 1e5, unit: 'kPa·s/m²', digits: 1 }, 'metric'),
  ).toMatchObject({ ok: true, value: 8500 });
});

test('units beside the field follow the system', () => {
  expect([
    fieldUnit(LENGTH, 'metric'),
    fieldUnit(LENGTH, 'inches'),
    fieldUnit(LENGTH, 'feet'),
    fieldUnit(PERCENT, 'feet'),
  ]).toEqual(['cm', '″', '', '%']);
});
