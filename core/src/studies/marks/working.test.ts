/** The working of a mark: its parts add up to its level, and none of them hides another. */
import { materialById } from '../../materials/library';
import { edited, plainBox } from '../../testing/rooms';
import { studyMarks } from './study';
import { settingOf } from '../../room/setting';

const numberOf = (symbols: readonly { symbol: string; value: unknown }[], symbol: string): number =>
  Number(symbols.find((s) => s.symbol === symbol)!.value);

test.each(['box', 'alike'] as const)('radiating %s: spread, direction and loss add up to the level', (directivity) => {
  const project = edited(plainBox(), { type: 'set-marking', marking: { directivity } });
  const { working } = studyMarks(project, settingOf(project));
  expect(working.length).toBeGreaterThan(6);
  for (const w of working) {
    const part = (symbol: string) => numberOf(w.symbols, symbol);
    const sum = 20 * Math.log10(part('d') / part('L')) + part('D') + 10 * Math.log10(1 - part('α'));
    expect(sum).toBeCloseTo(Number(w.result.value), 9);
    if (directivity === 'alike') expect(part('D')).toBe(0);
    else expect(part('D')).toBeLessThan(0);
  }
});

test('the loss told for a bare wall is the wall’s own, whatever the loudspeaker sends', () => {
  const project = edited(plainBox(), { type: 'set-marking', marking: { directivity: 'box' } });
  const { working } = studyMarks(project, settingOf(project));
  const { alpha } = materialById('plaster-on-brick');
  const side = working.find((w) => w.title === 'L on the left wall')!;
  // Between the least and the most of its octaves: highs count less, since less of them is sent there.
  expect(numberOf(side.symbols, 'α')).toBeGreaterThanOrEqual(Math.min(...alpha.slice(3, 7)));
  expect(numberOf(side.symbols, 'α')).toBeLessThanOrEqual(Math.max(...alpha.slice(3, 7)));
});
