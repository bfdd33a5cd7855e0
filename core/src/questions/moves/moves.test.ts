/** Every move does what is told of it, breaks no rule, and a room without anything is led from the first question on. */
import { applyCommand } from '../../document/commands/commands';
import { createProject } from '../../document/create';
import type { Project } from '../../document/schema/project';
import { loadIntegerSolver } from '../../dosage/solver';
import { loadLinalg } from '../../numerics/linalg/load';
import { bassAnswer } from '../../studies/bass/answer';
import { studyBuild } from '../../studies/build/study';
import { chosenDecay, studyDecay } from '../../studies/decay/study';
import { createWaveEngine } from '../../studies/waves/waveEngine';
import { demo } from '../../testing/demo';
import { edited, plainBox } from '../../testing/rooms';
import { effectText, enoughSentence, isTold, moveTitle, questionText } from '../../words/moves';
import { measuresAt } from '../figures';
import { glanceAt } from '../glance';
import { openQuestions } from './asked';
import { commandOf, takenAt, WHEN_TAKEN } from './stamp';
import { quickMoves, studyMoves } from './study';
import type { Move } from './types';
import { LEAST_GAIN, ratingOf } from './worth';

const DEMOS = ['bakehouse', 'ferry-hall', 'signal-cabin'] as const;
const NOW = '2026-11-29T10:00:00Z';
const solver = loadIntegerSolver();
const taken = (project: Project, move: Move): Project =>
  applyCommand(project, commandOf(takenAt(move.commands, NOW))).project;
const doubtsOf = (p: Project): string[] => {
  const { survey, hang } = glanceAt(p);
  return [...survey.issues, ...hang.issues]
    .filter((i) => i.severity !== 'note')
    .map((i) => `${i.code} ${i.where.join()}`);
};

/** What the verdict line says, from scratch. */
async function verdictOf(project: Project, waves: boolean) {
  const glance = glanceAt(project);
  const solution = waves ? await createWaveEngine(loadLinalg).solve(glance.setting, 'full', () => {}) : null;
  const swing =
    solution && !('refused' in solution)
      ? ((await bassAnswer(glance.setting, solution, 'full', () => {})).swings[0] ?? null)
      : null;
  return measuresAt(glance, { decay: studyDecay(glance.decay, await solver).result, swing });
}

/** Every effect told is what the verdict says before and after. */
async function holds(project: Project, move: Move, waves: boolean): Promise<void> {
  const [before, after] = [await verdictOf(project, waves), await verdictOf(taken(project, move), waves)];
  expect(move.effects.map((e) => e.measure)).toEqual(after.map((m) => m.id));
  for (const effect of move.effects) {
    const [was, is] = [before, after].map((all) => all.find((m) => m.id === effect.measure)?.value ?? null);
    for (const [told, said] of [
      [effect.from, was],
      [effect.to, is],
    ] as const) {
      if (said === null || said === undefined) expect(told).toBeNull();
      else expect(told).toBeCloseTo(said, 6);
    }
  }
}

describe.each(DEMOS)('%s', (name) => {
  const project = demo(name);
  const result = quickMoves(project);

  test('what is told of every move is what the verdict says after it', async () => {
    expect(result.moves.length).toBeGreaterThan(3);
    for (const move of result.moves) if (move.commands.length > 0) await holds(project, move, false);
  });

  test('no move brings a doubt of Survey or Hang that was not there, and money is what Build says', () => {
    const before = new Set(doubtsOf(project));
    for (const move of result.moves) {
      if (move.commands.length === 0) continue;
      const next = taken(project, move);
      expect(doubtsOf(next).filter((d) => !before.has(d))).toEqual([]);
      const more = studyBuild(next).result.cost - studyBuild(project).result.cost;
      if (move.kind === 'cover' || move.kind === 'four') expect(move.money).toBeCloseTo(more, 6);
      expect(move.gain).toBeGreaterThanOrEqual(LEAST_GAIN);
    }
  });

  test('best first, the same again, and each with words of its own', () => {
    const ratings = result.moves.map((m) => ratingOf(m.gain, m.money, m.hours));
    expect([...ratings].sort((a, b) => b - a)).toEqual(ratings);
    expect(quickMoves(JSON.parse(JSON.stringify(project)) as Project)).toEqual(result);
    const titles = result.moves.map((m) => moveTitle(m, 'metric'));
    expect(new Set(titles).size).toBe(titles.length);
    for (const title of titles) expect(title).not.toMatch(/undefined|NaN|null/);
  });
});

test('with the waves: what is told of every kind is what the verdict says after it', async () => {
  const project = demo('signal-cabin');
  const seen: number[] = [];
  const result = await studyMoves(
    { project, thorough: true, system: 'metric' },
    () => solver,
    loadLinalg,
    (part) => seen.push(part),
  );
  expect(seen).toEqual([...seen].sort((a, b) => a - b));
  for (const kind of ['subs', 'enough', 'head', 'four'] as const) {
    const move = result.moves.find((m) => m.kind === kind)!;
    await holds(project, move, true);
    expect(move.effects.some((e) => e.measure === 'swing')).toBe(true);
  }
}, 240_000);

test('nothing that the budget has no money for', () => {
  const poor = edited(demo('signal-cabin'), { type: 'set-brief', brief: { budget: { amount: 30, currency: '€' } } });
  const moves = quickMoves(poor).moves.filter((m) => m.commands.length > 0);
  expect(moves.length).toBeGreaterThan(0);
  for (const move of moves) expect(studyBuild(taken(poor, move)).result.cost).toBeLessThanOrEqual(30);
  expect(quickMoves(demo('signal-cabin')).moves.some((m) => (m.money ?? 0) > 30)).toBe(true);
});

test('what somebody put aside is not proposed again, until it is taken back', () => {
  const project = demo('signal-cabin');
  const { id } = quickMoves(project).moves.find((m) => m.kind === 'curtain')!;
  const aside = edited(project, { type: 'answer', key: id, answer: { at: NOW, why: 'The window must open.' } });
  const result = quickMoves(aside);
  expect(result.moves.map((m) => m.id)).not.toContain(id);
  expect(result.aside).toEqual([{ key: id, why: 'The window must open.' }]);
  expect(quickMoves(edited(aside, { type: 'answer', key: id, answer: null })).moves.map((m) => m.id)).toContain(id);
});

test('an empty room is asked about in order, each question answered in one edit, until none is left', () => {
  let project = createProject('new', 'New', { length: 4.2, width: 3.1, height: 2.4 });
  const asked: string[] = [];
  for (let i = 0; i < 12; i++) {
    const [question] = openQuestions(project);
    if (!question) break;
    asked.push(question.id);
    expect(questionText(question)).toMatch(/\?$/);
    const commands = takenAt(question.choices.at(-1)!.commands, NOW);
    expect(JSON.stringify(commands)).not.toContain(WHEN_TAKEN);
    project = applyCommand(project, commandOf(commands)).project;
  }
  expect(asked).toEqual(['uses', 'floor', 'walls', 'ceiling', 'openings', 'furniture', 'loudspeakers']);
  expect(project.answered.every((a) => a.at === NOW)).toBe(true);
});

test('the floor is asked with what it decides: bare and soft floors lie apart by as much as Decay says', () => {
  const project = plainBox();
  const floor = openQuestions(project).find((q) => q.id === 'floor')!;
  const mids = floor.choices.map(({ commands }) => {
    const next = applyCommand(project, commandOf(takenAt(commands, NOW))).project;
    const { eyring } = chosenDecay(glanceAt(next).decay).chosen;
    return (eyring[3]! + eyring[4]!) / 2;
  });
  expect(floor.between![0]).toBeCloseTo(Math.min(...mids), 9);
  expect(floor.between![1]).toBeCloseTo(Math.max(...mids), 9);
  expect(floor.between![1] / floor.between![0]).toBeGreaterThan(1.5);
});

test('a finished room is told to stop', () => {
  const asides = quickMoves(demo('signal-cabin'));
  let project = demo('signal-cabin');
  for (let i = 0; i < 12; i++) {
    const { moves } = quickMoves(project);
    if (moves.length === 0) break;
    for (const m of moves)
      project = edited(project, { type: 'answer', key: m.id, answer: { at: NOW, why: 'Not here.' } });
  }
  const last = quickMoves(project);
  expect(last.enough).toBe(true);
  expect(enoughSentence(last)).toMatch(/^Stop here: of \d+ ways tried/);
  expect(enoughSentence(asides)).toMatch(/^\d+ ways tried\./);
});

test('effects in words follow the reader’s system, and only what shows is told', () => {
  const effect = { measure: 'symmetry', unit: 'cm', digits: 1, from: 34, to: 2.54, gain: 1 } as const;
  expect(effectText(effect, 'metric')).toBe('34.0 cm → 2.5 cm');
  expect(effectText(effect, 'inches')).toBe('13.39″ → 1.00″');
  expect(effectText({ ...effect, measure: 'decay', unit: 's', digits: 2, from: 0.554, to: null }, 'metric')).toBe(
    '0.55 → – s',
  );
  expect(isTold({ ...effect, to: 34.01 })).toBe(false);
  expect(isTold({ ...effect, to: null })).toBe(true);
});
