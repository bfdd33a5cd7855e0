/** Figures of the checklist by hand; every point and every check by ear is whole; what was settled stands in the log and puts no move aside. */
import { CHECKED, checkedOf, putAside } from '../../document/answered';
import { createProject } from '../../document/create';
import type { Brief } from '../../document/schema/project';
import { LOG_KINDS } from '../../document/schema/shape';
import { edited } from '../../testing/rooms';
import { CHECK_WORDS } from '../../words/signoff/checklist';
import { EAR_CHECKS } from '../../words/signoff/earChecks';
import { happeningText } from '../../words/signoff/signoff';
import { checkFigures, CHECKS } from './checklist';
import { timelineOf } from './timeline';

const AT = '2026-11-29T10:00:00Z';
const project = (brief: Partial<Brief> = {}) =>
  edited(createProject('p', 'Room', { length: 5, width: 4, height: 2.5 }), { type: 'set-brief', brief });

test('air, speed and area follow the people and the noise goal', () => {
  const figures = checkFigures(project({ people: 5, backgroundDb: 25, loudestDb: 100 }), 5);
  // 5 × 8 l/s at 1.5 m/s: 0.040 / 1.5 m².
  expect(figures).toMatchObject({ goalDb: 25, air: 40, speed: 1.5, differenceDb: 75 });
  expect(figures.area).toBeCloseTo(0.0267, 4);
  expect(figures.longest).toBeCloseTo(343.4 / 5, 0);
  expect(checkFigures(project({ people: 5, backgroundDb: 18 }), 5).area).toBeCloseTo(0.04, 6);
  expect(checkFigures(project({ people: 0, loudestDb: null }), 5)).toMatchObject({ air: 8, differenceDb: null });
  expect(checkFigures(project({ loudestDb: 20 }), 5).differenceDb).toBe(0);
});

test('members behind the lining are told where somebody told of them, solid walls have none', () => {
  const framing = (kind: 'studs' | 'solid') =>
    ({ kind, spacing: 0.45, runs: 'up', first: 0.1, lining: 0.0125 }) as const;
  const with_ = (kind: 'studs' | 'solid') =>
    checkFigures(edited(project(), { type: 'set-framing', surface: 'A', framing: framing(kind) }), 5);
  expect(with_('studs').spacing).toBe(0.45);
  expect(with_('solid').spacing).toBeNull();
  expect(CHECK_WORDS.nailers.rule(with_('studs'), 'metric')).toContain('45.0 cm apart');
});

test('every point asks, says its rule in both systems, its source and who decides', () => {
  const figures = checkFigures(project({ loudestDb: 96, people: 3 }), 5);
  for (const id of CHECKS) {
    const { title, asks, rule, source, decides } = CHECK_WORDS[id];
    expect(asks).toMatch(/\?/);
    for (const system of ['metric', 'feet'] as const) expect(rule(figures, system)).not.toMatch(/undefined|NaN|null/);
    for (const words of [title, source, decides]) expect(words.length).toBeGreaterThan(2);
  }
  expect(CHECK_WORDS['door-width'].rule(figures, 'feet')).toContain('′');
});

test('what is settled stands in the log with its reason, is open again, and is no move put aside', () => {
  const key = `${CHECKED}air`;
  const settled = edited(project(), { type: 'answer', key, answer: { at: AT, why: 'Two fans in the attic.' } });
  expect(checkedOf(settled, 'air')).toEqual({ key, at: AT, why: 'Two fans in the attic.' });
  expect(putAside(settled)).toEqual([]);
  expect(timelineOf(settled).map((h) => happeningText(h, '€'))).toEqual([
    { title: 'Checked: Fresh air', text: 'Two fans in the attic.' },
  ]);
  expect(checkedOf(edited(settled, { type: 'answer', key, answer: null }), 'air')).toBeNull();
});

test('checks by ear are kinds of the log, each with steps and at least one way to a stage', () => {
  for (const { kind, steps, heard } of EAR_CHECKS) {
    expect(LOG_KINDS).toContain(kind);
    expect(steps.length).toBeGreaterThan(1);
    expect(heard.some((h) => h.stage !== null)).toBe(true);
    expect(new Set(heard.map((h) => h.says)).size).toBe(heard.length);
  }
  expect(EAR_CHECKS).toHaveLength(5);
});
