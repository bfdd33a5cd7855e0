import { EXERCISES } from '../../learn/exercises/all';
import { findHelp, type HelpEntry } from './find';
import { STAGE_HELP } from './stages';
import { TERMS } from './terms';

const called = (e: HelpEntry) => (e.kind === 'stage' ? e.help.stage : e.term.term);

test.each([
  ['mode', 'Mode'],
  ['RT60', 'Decay time'],
  ['38', '38 % rule'],
  ['phase', 'Polarity'],
  ['sigma', 'Flow resistivity'],
  ['  seat ', 'seat'],
  ['bass trap', 'Straddle'],
  ['mirror desk', 'Mark'],
])('%s finds %s first', (looked, first) => {
  expect(called(findHelp(looked)[0]!)).toBe(first);
});

test('every word must be found; nothing looked for is everything', () => {
  expect(findHelp('mode zebra')).toEqual([]);
  expect(findHelp('')).toHaveLength(TERMS.length + STAGE_HELP.length);
});

test('every stage has its help once, terms are whole sentences and in there once, exercises exist', () => {
  expect(new Set(STAGE_HELP.map((h) => h.stage)).size).toBe(10);
  expect(new Set(TERMS.map((t) => t.term)).size).toBe(TERMS.length);
  for (const { says } of TERMS) expect(says).toMatch(/^\S.*\.$/);
  const ids = EXERCISES.map((e) => e.id);
  for (const { exercise } of STAGE_HELP) if (exercise !== null) expect(ids).toContain(exercise);
  // And each exercise is offered by a stage.
  expect(STAGE_HELP.flatMap((h) => h.exercise ?? []).sort()).toEqual([...ids].sort());
});

test('the quarter wavelengths told are 343 / 4 f', () => {
  const says = TERMS.find((t) => t.term === 'Quarter wavelength')!.says;
  for (const [f, text] of [
    [50, '1.7 m'],
    [125, '69 cm'],
    [500, '17 cm'],
  ] as const) {
    const m = 343 / f / 4;
    expect(text).toBe(m > 1 ? `${m.toFixed(1)} m` : `${(100 * m).toFixed(0)} cm`);
    expect(says).toContain(`${text} at ${f} Hz`);
  }
});
