/** The next step of each stage, on an empty project, on rooms half done, and on what the studies say. */
import { createProject } from '../document/create';
import type { Project } from '../document/schema/project';
import { measured } from '../testing/heard/measured';
import { numbers, pieceAt } from '../testing/pieces';
import { door, edited, plainBox, wardrobe } from '../testing/rooms';
import { nextStepSentence } from '../words/nextStep';
import { studyBass } from '../studies/bass/study';
import { studyHang } from '../studies/hang/study';
import { studyMarks } from '../studies/marks/study';
import { isBareBox, nextStep, type StepParts } from './nextStep';
import { studySeat } from '../studies/seat/study';
import { settingOf } from '../room/setting';
import { studySymmetry } from '../studies/survey/symmetry';
import { type StageId, verdict } from './verdict';

function partsOf(project: Project, values: Partial<StepParts> = {}): StepParts {
  const setting = settingOf(project);
  const marks = studyMarks(project, setting).result;
  const measures = verdict({
    swing: null,
    symmetry: studySymmetry(setting).result,
    seat: studySeat(project, setting).result,
    bass: studyBass(project, setting).result,
    marks,
    decay: null,
    learned: null,
  });
  const hang = studyHang(setting).result;
  return { project, doubts: {}, measures, marks, decay: null, hang, ...values };
}
const step = (stage: StageId, project: Project, values: Partial<StepParts> = {}) =>
  nextStep(stage, partsOf(project, values));

describe('a new project is led', () => {
  const fresh = createProject('n', 'Spare room', { length: 4.4, width: 3.2, height: 2.4 });

  test('every stage says one thing, in a whole sentence', () => {
    for (const stage of [
      'survey',
      'seat',
      'bass',
      'marks',
      'decay',
      'recipes',
      'hang',
      'build',
      'listen',
      'signoff',
    ] as const)
      expect(nextStepSentence(step(stage, fresh))).toMatch(/^[A-ZÀ-Þ].*\.$/);
  });

  test('before anything else a baseline, then a measurement of a changed room, then both beside each other', () => {
    expect(step('listen', fresh).kind).toBe('baseline');
    const once = edited(fresh, measured(fresh, 'a'));
    expect(step('listen', once).kind).toBe('measure-again');
    const changed = edited(once, { type: 'set-height', height: 2.5 });
    expect(step('listen', edited(changed, measured(changed, 'b'))).kind).toBe('beside');
    for (const kind of ['baseline', 'measure-again', 'beside'] as const)
      expect(nextStepSentence({ kind })).toMatch(/^[A-Z].*\.$/);
  });

  test('first the tape, then openings, then furniture, then Seat', () => {
    expect(isBareBox(fresh)).toBe(true);
    expect(step('survey', fresh).kind).toBe('tape');
    const furnished = edited(fresh, { type: 'put', list: 'furniture', thing: wardrobe() });
    expect(step('survey', furnished).kind).toBe('openings');
    const opened = edited(fresh, { type: 'put', list: 'openings', thing: door() });
    expect(step('survey', opened).kind).toBe('furniture');
    const both = edited(furnished, { type: 'put', list: 'openings', thing: door() });
    expect(step('survey', both)).toEqual({ kind: 'go', to: 'seat' });
  });

  test('nothing to buy, and nothing to hang, before something is decided; then it is laid out, then bought', () => {
    expect(step('build', fresh).kind).toBe('decide');
    expect(step('hang', fresh).kind).toBe('decide');
    const decided = step('hang', edited(fresh, numbers({ A: 2, B: 1 })));
    expect(decided).toEqual({ kind: 'lay-out', count: 3 });
    expect(nextStepSentence(decided)).toMatch(/^3 pieces are decided/);
    expect(nextStepSentence({ kind: 'lay-out', count: 1 })).toMatch(/^One piece is decided/);
    expect(step('hang', edited(fresh, { type: 'put-pieces', pieces: [pieceAt()] }))).toEqual({
      kind: 'go',
      to: 'build',
    });
  });
});

test('doubts come before going on, and are counted', () => {
  const two = step('seat', plainBox(), { doubts: { seat: 2 } });
  expect(two).toEqual({ kind: 'doubts', count: 2 });
  expect(nextStepSentence(two)).toMatch(/^2 doubts are/);
  expect(nextStepSentence({ kind: 'doubts', count: 1 })).toMatch(/^One doubt is/);
});

test('the mark to cover next is the loudest bare one, by its own figure', () => {
  const parts = partsOf(plainBox());
  const loudest = Math.max(...parts.marks.marks.filter((m) => !m.covered).map((m) => m.levelDb ?? -Infinity));
  const next = nextStep('marks', parts);
  expect(next).toMatchObject({ kind: 'cover', levelDb: loudest });
});

test('the bass is called even only by the solver’s swing', () => {
  const parts = partsOf(plainBox());
  expect(nextStep('bass', parts).kind).toBe('solve');
  const swing = (tone: 'good' | 'bad') => ({
    ...parts,
    measures: [
      { id: 'swing', stage: 'bass', value: 4, unit: '', digits: 1, word: '', tone, detail: '', at: null } as const,
    ],
  });
  expect(nextStep('bass', swing('bad')).kind).toBe('bass-places');
  expect(nextStep('bass', swing('good'))).toEqual({ kind: 'go', to: 'marks' });
});
