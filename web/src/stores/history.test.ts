import { createProject } from '@tawny/core/document/create';
import { createHistory } from './history';

function rig() {
  let now = 0;
  const history = createHistory(createProject('p', 'Room', { length: 5, width: 4, height: 2.5 }), () => now);
  return { history, wait: (ms: number) => (now += ms) };
}

test('undo takes back, redo does again, and each names what it is about', () => {
  const { history } = rig();
  history.run({ type: 'rename', name: 'Loft' });
  history.run({ type: 'set-ear-height', earHeight: 1.1 });
  expect(history.undoable).toBe('set-ear-height');
  history.undo();
  expect(history.project.listening.head.earHeight).toBe(1.2);
  expect([history.undoable, history.redoable]).toEqual(['rename', 'set-ear-height']);
  history.redo();
  expect(history.project.listening.head.earHeight).toBe(1.1);
  expect(history.redo()).toBe(false);
});

test('quick nudges of one thing are one step; a pause or another thing parts them', () => {
  const { history, wait } = rig();
  const nudge = (x: number, key = 'nudge head') => history.run({ type: 'move-head', x, y: 1.9 }, key);
  nudge(2.01);
  wait(200);
  nudge(2.02);
  wait(200);
  nudge(2.03);
  wait(2000);
  nudge(2.04);
  nudge(2.05, 'nudge other');
  history.undo();
  expect(history.project.listening.head.x).toBe(2.04);
  history.undo();
  expect(history.project.listening.head.x).toBe(2.03);
  history.undo();
  expect(history.project.listening.head.x).toBe(2);
  history.redo();
  expect(history.project.listening.head.x).toBe(2.03);
});

test('after an undo a nudge begins a new step', () => {
  const { history } = rig();
  history.run({ type: 'move-head', x: 2.1, y: 1.9 }, 'nudge');
  history.undo();
  history.redo();
  history.run({ type: 'move-head', x: 2.2, y: 1.9 }, 'nudge');
  history.undo();
  expect(history.project.listening.head.x).toBe(2.1);
});

test('a command that changes nothing leaves no step, a new one clears redo', () => {
  const { history } = rig();
  expect(history.run({ type: 'rename', name: 'Room' })).toBe(false);
  expect(history.undoable).toBeNull();
  history.run({ type: 'rename', name: 'A' });
  history.undo();
  history.run({ type: 'rename', name: 'B' });
  expect(history.redoable).toBeNull();
});

test('a refused command leaves history as it was', () => {
  const { history } = rig();
  expect(() => history.run({ type: 'set-box', box: { length: 900, width: 4, height: 2 } })).toThrow(RangeError);
  expect(history.undoable).toBeNull();
  expect(history.project.room.height).toBe(2.5);
});

test('a batch is one step, called after what it is about; where one of it is refused, none is made', () => {
  const { history } = rig();
  const before = history.project;
  history.run({
    type: 'batch',
    as: 'place-seat',
    commands: [
      { type: 'move-head', x: 2, y: 2 },
      { type: 'set-ear-height', earHeight: 1.3 },
    ],
  });
  expect([history.undoable, history.project.listening.head]).toEqual(['place-seat', { x: 2, y: 2, earHeight: 1.3 }]);
  expect(() =>
    history.run({
      type: 'batch',
      as: 'rename',
      commands: [
        { type: 'rename', name: 'Other' },
        { type: 'set-ear-height', earHeight: -1 },
      ],
    }),
  ).toThrow(/listening.head.earHeight/);
  expect(history.project.name).toBe(before.name);
  history.undo();
  expect(history.project).toBe(before);
});
