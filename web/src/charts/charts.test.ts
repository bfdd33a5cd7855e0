import { nearestOf, stepped } from './pointing';
import { csvText } from './exports';
import { frequencyScale, frequencyTicks, levelScale, roundTicks, spread } from './axis';

const FRAME = { width: 500, height: 300, left: 40, right: 60, top: 10, bottom: 30 };

test('frequency ticks are the third octaves of the range, octaves labelled with their nominal names', () => {
  const ticks = frequencyTicks(19, 300);
  expect(ticks.map((t) => t.label).filter(Boolean)).toEqual(['31.5', '63', '125', '250']);
  expect(ticks).toHaveLength(12);
  expect(ticks[1]!.at / ticks[0]!.at).toBeCloseTo(10 ** 0.1, 12);
});

test('the frequency axis is logarithmic and fills its frame, the level axis points up', () => {
  const x = frequencyScale(FRAME, 20, 2000);
  [20, 200, 2000].forEach((f, i) => expect(x(f)).toBeCloseTo([40, 240, 440][i]!, 9));
  const y = levelScale(FRAME, 0, 2);
  expect([y(0), y(2)]).toEqual([270, 10]);
});

test('ticks on a linear axis are round and inside the range', () => {
  expect(roundTicks(0, 2.1, 5)).toEqual([0, 0.5, 1, 1.5, 2]);
});

test('one label or none needs no pushing', () => {
  expect(spread([], 15, 0, 100)).toEqual([]);
  expect(spread([40], 15, 0, 100)).toEqual([40]);
});

test('CSV quotes what must be quoted and leaves an empty cell for no value', async () => {
  expect(
    await csvText([
      { 'a, b': 1.5, c: null },
      { 'a, b': -2, c: 'say "so"' },
    ]),
  ).toBe('"a, b",c\r\n1.5,\r\n-2,"say ""so"""\r\n');
});

test('a table opened in a spreadsheet runs no formula, and figures stay figures', async () => {
  const texts = ['=1+1', '+cmd|x', '-2+3', '−A1', '@SUM(A1)', '\t=1', '  =1', '=', '-'];
  for (const text of texts) {
    const [, row] = (await csvText([{ name: text, n: 1 }])).split('\r\n');
    expect(row).toBe(`"'${text}",1`);
  }
  // As a heading too: names of recipes and loudspeakers come there.
  expect(await csvText([{ '=x': 1 }])).toBe('"\'=x"\r\n1\r\n');
  for (const text of ['-3.2', '+4', '−12,5', '1e5', 'L = left', 'a-b']) {
    expect((await csvText([{ name: text }])).split('\r\n')[1]).toMatch(
      new RegExp(`^"?${text.replace(/[+.]/g, '\\$&')}"?$`),
    );
  }
  expect(await csvText([{ n: -3.5 }])).toBe('n\r\n-3.5\r\n');
});

test('a chart is read at the nearest of its places, or step by step from either end', () => {
  expect([0, 14, 16, 99].map((px) => nearestOf([10, 20, 40], px))).toEqual([0, 0, 1, 2]);
  expect(nearestOf([], 5)).toBeNull();
  // From nowhere: the first going on, the last going back; never past an end.
  expect([stepped(null, 1, 4), stepped(null, -1, 4), stepped(4, 1, 4), stepped(0, -1, 4), stepped(2, 1, 4)]).toEqual([
    0, 4, 4, 0, 3,
  ]);
});
