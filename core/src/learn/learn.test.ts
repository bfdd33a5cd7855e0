/** Every exercise can be gone through with ordinary commands; nothing is done before it is done, wrong answers are told, and figures are the studies' own. */
import { applyCommand } from '../document/commands/commands';
import type { SingleCommand } from '../document/commands/types';
import { isAt, type Project } from '../document/schema/project';
import { loadIntegerSolver } from '../dosage/solver';
import { loadLinalg } from '../numerics/linalg/load';
import { glanceAt } from '../questions/glance';
import { createBassRunner } from '../studies/bass/run';
import { studyDecay } from '../studies/decay/study';
import { layOut } from '../studies/hang/layOut';
import { layOutCommand } from '../studies/hang/take';
import { piecesOver, standBefore } from '../studies/marks/ways';
import { demo } from '../testing/demo';
import { EXERCISES } from './exercises/all';
import { judged, roomFor, saidOf } from './judge';
import type { Exercise, ExerciseId, Given, Seen, Step, Watched } from './types';

const exercise = (id: ExerciseId): Exercise => EXERCISES.find((e) => e.id === id)!;
const NOTHING: Seen = { stage: null, parts: [], selection: null, drawn: [], decayOf: () => null };

/** Somebody at work on an exercise: the room, and what is on the screen. */
function learner(id: ExerciseId) {
  const { steps, room } = exercise(id);
  let project: Project = roomFor(exercise(id), demo(room));
  let seen: Seen = NOTHING;
  let bass: Watched['bass'] = null;
  let at = 0;
  const watched = (): Watched => ({ system: 'metric', glance: glanceAt(project), seen, bass });
  const step = (): Step => steps[at]!;
  const now = (given: Given = null) => judged(step(), watched(), given);
  return {
    watched,
    get step() {
      return step();
    },
    get project() {
      return project;
    },
    get over() {
      return at === steps.length;
    },
    see: (more: Partial<Seen>) => void (seen = { ...seen, ...more }),
    hear: (answer: Watched['bass']) => void (bass = answer),
    edit: (...commands: SingleCommand[]) => {
      for (const c of commands) project = applyCommand(project, c).project;
    },
    /** The step is named so, is not done yet, and is after `how`; figures and choices are answered wrong first. */
    does(name: string, how: () => void = () => {}): void {
      expect(step().id).toBe(name);
      for (const said of [step().says, step().hint]) expect(saidOf(said, watched()).length).toBeGreaterThan(5);
      const s = step();
      if (s.kind === 'figure') {
        const right = s.right(watched());
        expect(now(right * 1.3 + 1)).toEqual({ done: false, says: expect.stringMatching(/^Too much/) });
        expect(now(right * 0.6)).toEqual({ done: false, says: expect.stringMatching(/^Too little/) });
        expect(now(right).done).toBe(true);
      } else if (s.kind === 'choose') {
        const right = s.right(watched());
        expect(s.options.map((o) => o.id)).toContain(right);
        for (const o of s.options) expect([o.id, now(o.id).done]).toEqual([o.id, o.id === right]);
      } else {
        expect([name, now().done]).toEqual([name, false]);
        how();
        expect([name, now().done]).toEqual([name, true]);
      }
      if (s.after !== undefined) expect(saidOf(s.after, watched()).length).toBeGreaterThan(5);
      at += 1;
    },
  };
}

test('find the seat', () => {
  const me = learner('seat');
  const { x } = me.project.listening.head;
  me.does('go', () => me.see({ stage: 'seat' }));
  me.does('null');
  me.does('move', () => me.edit({ type: 'move-head', x, y: 2.14 }));
  me.does('pair', () => me.edit({ type: 'place-by-rule' }));
  // The height of the triangle, by hand: the sides are 1.75 m.
  const step = me.step;
  expect(step.kind === 'figure' && step.right(me.watched())).toBeCloseTo(1.75 * Math.sqrt(0.75), 2);
  me.does('behind');
  expect(me.over).toBe(true);
});

test('find the marks: the figure by hand is 131.5 × 80 / (80 + 120)', () => {
  const me = learner('marks');
  const step = me.step;
  expect(step.kind === 'figure' && step.right(me.watched())).toBeCloseTo((1.3148 * 0.8) / 2, 3);
  me.does('hand');
  me.does('go', () => me.see({ stage: 'marks' }));
  const mark = (letter: string) =>
    me.watched().glance.marks.result.marks.find((m) => m.letter === letter && m.own === true)!;
  me.does('choose', () => me.see({ selection: { kind: 'mark', id: mark('L').id } }));
  me.does('face');
  const covers = (letter: string) => () => {
    const { setting, marks } = me.watched().glance;
    const pieces = piecesOver(setting, [mark(letter)], marks.result.marks, 'cover', '2026-11-29T10:00:00Z');
    if (pieces.length > 0) me.edit({ type: 'put-pieces', pieces });
  };
  me.does('cover', covers('L'));
  // It falls on the window: no panel can be fixed there, but one can stand before it.
  covers('R')();
  me.does('twin', () =>
    me.edit({ type: 'put', list: 'furniture', thing: standBefore(me.watched().glance.setting, mark('R')) }),
  );
  expect(me.over).toBe(true);
});

test('why is 45 Hz missing: they cancel, and the other polarity mends it', async () => {
  const me = learner('missing');
  const heard = async () => {
    const run = createBassRunner(loadLinalg);
    const found = await run({ task: 'answer', quality: 'full', project: me.project }, () => {});
    me.hear((found as { answer: NonNullable<Watched['bass']> }).answer);
  };
  me.does('go', () => me.see({ stage: 'bass', parts: ['response'] }));
  // Not solved yet: nobody is told that an answer is wrong.
  expect(judged(me.step, me.watched(), 'together')).toEqual({
    done: false,
    says: expect.stringMatching(/still being read/),
  });
  await heard();
  me.does('whose');
  me.does('cause');
  me.does('half');
  me.does('boost');
  const sub = me.project.loudspeakers.find((l) => l.role === 'sub')!;
  me.edit({ type: 'set-loudspeaker', id: sub.id, values: { feed: { ...sub.feed, inverted: true } }, mirror: false });
  const before = me.watched();
  expect(judged(me.step, before, null).done).toBe(false);
  await heard();
  expect(judged(me.step, me.watched(), null).done).toBe(true);
}, 300_000);

test('how many, and which', async () => {
  const me = learner('number');
  me.does('volume');
  me.does('go', () => me.see({ stage: 'decay' }));
  me.does('worst');
  me.does('depth');
  const { result } = studyDecay(me.watched().glance.decay, await loadIntegerSolver());
  const { cover } = me.project.treatment;
  const counts = result.answer.status === 'reached' ? result.answer.curve.counts : {};
  me.does('decide', () =>
    me.edit({
      ...{ type: 'set-numbers', of: cover, at: null },
      numbers: Object.entries(counts).map(([on, count]) => ({ recipe: cover, on, count })),
    }),
  );
  expect(me.over).toBe(true);
});

test('read two measurements', () => {
  const me = learner('compare');
  const times: Record<string, number[]> = {
    'take-1': [1, 0.8, 0.6, 0.5, 0.5, 0.5, 0.5, 0.4],
    'take-4': [1, 0.78, 0.5, 0.25, 0.3, 0.4, 0.4, 0.4],
  };
  me.does('go', () => me.see({ stage: 'listen' }));
  me.does('both', () => me.see({ drawn: ['take-4', 'take-1'] }));
  me.does('fair');
  me.does('decay', () => me.see({ parts: ['decay'] }));
  expect(judged(me.step, me.watched(), '500').says).toMatch(/still being read/);
  me.see({ decayOf: (id) => times[id] ?? null });
  const step = me.step;
  // 0.5 to 0.25 s is half.
  expect(step.kind === 'choose' && step.right(me.watched())).toBe('500');
  me.does('fell');
  me.does('low');
  expect(me.over).toBe(true);
});

test('hang a wall: (534 − 4 × 60) / 5 is 58.8 cm', () => {
  const me = learner('wall');
  const step = me.step;
  expect(step.kind === 'figure' && step.right(me.watched())).toBeCloseTo(0.588, 9);
  me.does('gap');
  me.does('go', () => me.see({ stage: 'hang' }));
  me.does('lay-out', () => {
    const command = layOutCommand(
      me.project,
      layOut(me.project, false, () => {}),
      '2026-11-29T10:00:00Z',
    );
    me.edit(...(command.type === 'batch' ? command.commands : [command]));
  });
  const low = me.project.treatment.pieces.filter(isAt)[0]!;
  // One of them slips by 2 cm, and is put back.
  const moved = (by: number) => ({ ...low, place: { ...low.place, v: low.place.v + by } });
  me.edit({ type: 'put-pieces', pieces: [moved(0.02)] });
  me.does('line', () => me.edit({ type: 'put-pieces', pieces: [moved(0)] }));
  me.does('up', () => me.edit({ type: 'set-piece-state', ids: [low.id], state: 'hung', at: '2026-11-29T10:00:00Z' }));
  expect(me.over).toBe(true);
});

test('each can be done in ten minutes, says what it is for, and teaches the keyboard', () => {
  for (const e of EXERCISES) {
    expect(e.minutes).toBeLessThanOrEqual(10);
    expect(e.aim.endsWith('.')).toBe(true);
    expect(e.steps.some((s) => s.keys !== undefined)).toBe(true);
    expect(new Set(e.steps.map((s) => s.id)).size).toBe(e.steps.length);
  }
});
