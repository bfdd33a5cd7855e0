/** The next move in words. */
import { MOVE_KINDS, type MoveKind, type MovesResult } from '../questions/moves/types';
import { effectText, enoughSentence, isTold, moveNote, moveTitle, takesText, turnOf } from './moves';

const SAYS: Readonly<Record<MoveKind, [Record<string, string | number>, string]>> = {
  cover: [{ letter: 'L', face: 'left', both: 2, pieces: 2 }, 'Cover mark L on left wall and its twin: 2 pieces'],
  tilt: [{ name: 'Desk', deg: 5 }, 'Raise the back edge of Desk: tilted by 5°'],
  stand: [{ letter: 'R', face: 'right' }, 'Stand a panel on feet before mark R on right wall'],
  curtain: [{ name: 'Window' }, 'Hang a heavy curtain before Window'],
  four: [{ count: 4, recipe: 'Panel 10 cm', places: 'B, D' }, '4 more: Panel 10 cm, B, D'],
  enough: [{ count: 9, recipe: 'Panel' }, 'Decide for 9 pieces of Panel: every octave comes to its target'],
  'lay-out': [{ count: 1 }, 'Give the piece that is decided its place'],
  mirror: [{ count: 1 }, 'Hang 1 piece on the other side too, as mirror images'],
  seat: [{ by: 0.2 }, 'Move head and loudspeakers together 20.0 cm back'],
  head: [{ by: -0.1 }, 'Move the head 10.0 cm forward, the loudspeakers stay'],
  pair: [{ by: -0.3 }, 'Move both loudspeakers 30.0 cm towards the wall they face away from, the head stays'],
  rule: [{}, 'Put head and loudspeakers back onto the axis, by the rule'],
  wall: [{ name: 'rear' }, 'Turn round: face rear wall'],
  state: [{ name: 'Curtain drawn' }, 'Keep the room as in “Curtain drawn”'],
  subs: [{ count: 2, now: 1, places: 'front left, rear right' }, 'Two subwoofers: front left, rear right'],
  fix: [{ cause: 'the lamp rattles' }, 'Mend what was found: the lamp rattles; then measure again'],
  measure: [{ octave: 125, low: 0.4, high: 0.6 }, 'Measure the room before anything is bought'],
};

test.each(MOVE_KINDS)('%s has its title, and a note where there is more to say', (kind) => {
  const [says, title] = SAYS[kind];
  expect(moveTitle({ kind, says }, 'metric')).toBe(title);
  expect(moveNote({ kind, says })).not.toMatch(/undefined|NaN/);
});

test('the reader’s units; what is one is one', () => {
  expect(moveTitle({ kind: 'seat', says: { by: 0.2032 } }, 'inches')).toBe(
    'Move head and loudspeakers together 8.00″ back',
  );
  expect(moveTitle({ kind: 'lay-out', says: { count: 3 } }, 'metric')).toBe(
    'Give the 3 pieces that are decided their places',
  );
  expect(moveTitle({ kind: 'subs', says: { count: 1, now: 1, places: 'rear wall' } }, 'metric')).toBe(
    'Move the subwoofer: rear wall',
  );
  expect(moveNote({ kind: 'cover', says: { face: 'ceiling' } })).toMatch(/two independent ways of holding/);
});

test('an effect is told when its figure, as shown, changes', () => {
  const effect = { measure: 'decay', unit: 's', digits: 2, from: 0.551, to: 0.549, gain: 0.2 } as const;
  expect([effectText(effect, 'metric'), isTold(effect)]).toEqual(['0.55 → 0.55 s', false]);
  expect(isTold({ ...effect, to: 0.52 })).toBe(true);
  expect(isTold({ ...effect, to: null })).toBe(true);
  expect(effectText({ ...effect, unit: 'cm', from: null, to: 30.48 }, 'feet')).toBe('– → 1′ 0″');
  expect([0.2, -0.2, 0].map((gain) => turnOf({ ...effect, gain }))).toEqual(['better', 'worse', 'neither']);
});

test('what it takes: nothing is free that nobody knows the price of', () => {
  expect(takesText({ money: null, hours: 0.5 }, 'EUR')).toBe('price not known, 30 min');
  expect(takesText({ money: 0, hours: 0 }, 'EUR')).toBe('free, no time');
  expect(takesText({ money: 120, hours: 2.25 }, 'EUR')).toBe('120 EUR, 2.3 h');
});

test('when to stop', () => {
  const result: MovesResult = {
    ...{ thorough: true, questions: [], moves: [], aside: [], tried: 12, refused: 2, enough: true },
  };
  expect(enoughSentence(result)).toMatch(/^Stop here: of 12 ways tried none .* heard\. 2 of them would break a rule/);
  expect(enoughSentence({ ...result, aside: [{ key: 'k', why: '' }] })).toContain('but for what was put aside');
  expect(enoughSentence({ ...result, enough: false, refused: 0 })).toBe('12 ways tried.');
});
