/** What Hang says, in the reader's own lengths. */
import type { NoRoom, Unplaced, WayOut } from '../studies/hang/types';
import {
  fromMiddleText,
  offLevelSentence,
  offSentence,
  OPEN_WORDS,
  unmirroredSentence,
  unplacedSentence,
  wayText,
} from './hang';
import { MEETS } from './keepOuts';

const lost = (reason: NoRoom, count = 2): Unplaced => ({
  recipe: 'panel-10',
  size: { width: 0.6, height: 1.2 },
  on: 'C',
  where: 'rear',
  count,
  reason,
  ways: [],
});
const SYSTEMS = ['metric', 'feet', 'inches'] as const;
const REASONS: NoRoom[] = [
  { why: 'row', longest: 0.48, needs: 0.64, names: ['Door', 'Sofa'] },
  { why: 'row', longest: 0.48, needs: 0.64, names: ['Door'] },
  { why: 'row', longest: 0.48, needs: 0.64, names: [] },
  { why: 'group', names: ['Beam'] },
  { why: 'group', names: [] },
  { why: 'higher-than-face', height: 1.2, face: 1 },
  { why: 'corner', longest: 0.9, needs: 1.2 },
  { why: 'short-wall', name: 'left return', length: 0.34, needs: 0.424 },
  { why: 'not-in-state' },
];
const WAYS: WayOut[] = [
  { way: 'gap', gap: 0, count: 1 },
  { way: 'wall', face: 'A', name: 'front', count: 2 },
  { way: 'row', count: 1 },
  { way: 'move', name: 'Sofa', count: 2 },
  { way: 'size', width: 0.6, height: 0.6, count: 2 },
];

test('why there is no place: what stands there by name, and the lengths that decide', () => {
  const say = (reason: NoRoom) => unplacedSentence(lost(reason), 'Panel', 'metric');
  expect(say(REASONS[0]!)).toBe(
    '2 × Panel on the rear wall: no place left. Between Door and Sofa the longest free stretch of the row is 48.0 cm, and one with its gaps wants 64.0 cm.',
  );
  expect(say(REASONS[1]!)).toContain('Beside Door the longest');
  expect(say(REASONS[2]!)).toContain('. The longest free stretch');
  // There is a stretch long enough, but the others stand in it.
  expect(say({ why: 'row', longest: 2, needs: 0.64, names: [] })).toBe(
    '2 × Panel on the rear wall: no place left. The others fill the row.',
  );
});

test.each(SYSTEMS)('every reason and every way out is a sentence for a reader of %s', (system) => {
  const all = [
    ...REASONS.map((r) => unplacedSentence(lost(r), 'Panel', system)),
    ...WAYS.map((w) => wayText(w, 2, system)),
    offLevelSentence('left', -0.5, system),
    fromMiddleText(-1.539, system),
  ];
  for (const text of all) {
    expect(text).not.toMatch(/undefined|NaN|\[object/);
    if (system !== 'metric') expect(text).not.toMatch(/\d c?m\b/);
  }
  REASONS.forEach((r) =>
    expect(unplacedSentence(lost(r), 'Panel', system)).toMatch(/^2 × Panel on the rear wall: .+\.$/),
  );
});

test('a way out says whether it holds all', () => {
  expect(WAYS.map((w) => wayText(w, 2, 'metric'))).toEqual([
    'edge to edge: 1 of 2',
    'on the front wall: all of them',
    'in a second row: 1 of 2',
    'without Sofa there: all of them',
    'as 60.0 cm × 60.0 cm: all of them',
  ]);
});

test('sides of the middle line, faces laid out singly, rows off the line', () => {
  expect([-0.2, 0.2, 0].map((v) => fromMiddleText(v, 'metric'))).toEqual([
    '20.0 cm left',
    '20.0 cm right',
    'on the line',
  ]);
  expect(unmirroredSentence(['D', 'B'])).toMatch(/^Walls D and B are laid out singly/);
  expect(unmirroredSentence(['A'])).toMatch(/^Wall A is not laid out alike/);
  expect(offLevelSentence('left', 0.1, 'metric')).toContain('10.0 cm higher');
  expect(offLevelSentence('left', -0.1, 'metric')).toContain('10.0 cm lower');
  for (const words of Object.values(OPEN_WORDS)) expect(words).toMatch(/^[a-z].*[a-z]$/);
  for (const meets of Object.values(MEETS)) expect(meets('Door')).toMatch(/Door$/);
});

test('where a piece hangs against where it was meant to, and what it still covers', () => {
  const at = (along: number, up: number) => ({ label: 'B1', off: { along, up } });
  const mark = (letter: string, covered: boolean) => ({ letter, covered });
  expect(offSentence({ label: 'B1', off: null }, true, [], 'metric')).toBeNull();
  expect(offSentence(at(0, -0.02), true, [mark('L', true)], 'metric')).toBe(
    'B1 hangs 2.0 cm lower than meant: still covers its mark.',
  );
  expect(offSentence(at(0.3, 0.05), true, [mark('L', false), mark('R', true)], 'metric')).toBe(
    'B1 hangs 30.0 cm further right and 5.0 cm higher than meant: no longer covers L.',
  );
  expect(offSentence(at(-0.3, 0.05), false, [], 'metric')).toBe(
    'B1 hangs 30.0 cm further left and 5.0 cm further back than meant.',
  );
});
