import { uniform } from '../numerics/random';
import { readResponseText } from './responseText';

const points = (text: string) => {
  const read = readResponseText(text);
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.points.map((p) => (p.phaseDeg === null ? [p.f, p.db] : [p.f, p.db, p.phaseDeg]));
};

test.each([
  ['commas', '20,-1.5,10\n40,2,-20'],
  ['semicolons and decimal commas', '20;-1,5;10\r\n40;2,0;-20'],
  ['tabs', '20\t-1.5\t10\r40\t2\t-20\r'],
  ['blanks', '  20   -1.5  10\n40 2 -20\n\n'],
  ['blanks and decimal commas', '20 -1,5 10\n40 2,0 -20'],
  ['comma and blank', '20, -1.5, 10\n40, 2, -20'],
  ['comments and a mark of byte order', '\uFEFF* a line\nFreq[Hz] dB deg\n"quoted"\n20 -1.5 10\n# more\n40 2e0 -20'],
])('%s', (_, text) => {
  expect(points(text)).toEqual([
    [20, -1.5, 10],
    [40, 2, -20],
  ]);
});

test('two columns have no phase', () => {
  expect(points('20 0\n40 1')).toEqual([
    [20, 0],
    [40, 1],
  ]);
});

test('wrong lines are told with line and column', () => {
  const problems = (text: string) => {
    const read = readResponseText(text);
    return read.ok ? [] : read.problems.map((p) => `${p.line}:${p.column} ${p.message}`);
  };
  expect(problems('20 0\n30 loud\n40 1')).toEqual(['2:4 expected a level in dB, found "loud"']);
  expect(problems('20 0\n20 1')).toEqual(['2:1 expected a frequency above the one before, 20 Hz, found 20']);
  expect(problems('20 0\n  40\n')).toEqual(['2:1 expected a frequency and a level, found one value']);
  expect(problems('20 0\n40 900')).toEqual(['2:4 expected a level of -400 to 400 dB, found 900']);
  expect(problems('nothing here')).toEqual(['1:1 expected at least two lines of frequency and level, found 0']);
  expect(problems('20;1\n1,2,3;4')[0]).toBe('2:1 expected a frequency in Hz, found "1,2,3"');
});

test('two thousand damaged tables: read or a sentence with its place, never an exception', () => {
  const next = uniform(11);
  const good =
    '* mic\n' + Array.from({ length: 30 }, (_, i) => `${20 * (i + 1)}, ${(i / 3).toFixed(2)}, ${i}`).join('\n');
  const marks = ['\t', ';', ',', '.', '-', 'e', '9', '\u0000', '\n', ' ', 'NaN', '1e999', '½'];
  let refusals = 0;
  for (let round = 0; round < 2000; round++) {
    let text = good;
    for (let k = 0; k <= next() * 5; k++) {
      const at = Math.floor(next() * text.length);
      text = text.slice(0, at) + marks[Math.floor(next() * marks.length)]! + text.slice(at + Math.floor(next() * 3));
    }
    const read = readResponseText(text);
    if (read.ok) expect(read.points.every((p) => Number.isFinite(p.f) && Number.isFinite(p.db))).toBe(true);
    else {
      refusals += 1;
      for (const p of read.problems) {
        expect(p.line).toBeGreaterThan(0);
        expect(p.message).toMatch(/^expected/);
      }
    }
  }
  expect(refusals).toBeGreaterThan(300);
});
