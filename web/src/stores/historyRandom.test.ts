import { writeProjectFile } from '@tawny/core/formats/checked';
import { changesOf, withChanges } from '@tawny/core/document/changes';
import { applyCommand } from '@tawny/core/document/commands/commands';
import { createProject } from '@tawny/core/document/create';
import { COMMAND_KINDS, runRandomly } from '@tawny/core/testing/commands';
import { seeded } from '@tawny/core/testing/random';
import { createHistory } from './history';

const start = () => createProject('p', 'Room', { length: 5, width: 4, height: 2.5 });

test('random edits of every kind undo and redo to the same file, byte for byte', () => {
  const random = seeded(1151);
  let now = 0;
  const history = createHistory(start(), () => (now += 1000));
  const files = [writeProjectFile(history.project)];
  const done = new Set<string>();
  runRandomly(random, history, 700, (kind) => {
    done.add(kind);
    files.push(writeProjectFile(history.project));
  });
  expect(COMMAND_KINDS.filter((k) => !done.has(k))).toEqual([]);
  for (let i = files.length - 2; i >= 0; i--) {
    history.undo();
    if (writeProjectFile(history.project) !== files[i]) throw new Error(`undo of step ${i + 1} is another file`);
  }
  expect(history.undo()).toBe(false);
  for (let i = 1; i < files.length; i++) {
    history.redo();
    if (writeProjectFile(history.project) !== files[i]) throw new Error(`redo of step ${i} is another file`);
  }
});

test('undo after another window’s change takes back the own edit only; where it met the same, it says so and leaves it', () => {
  const history = createHistory(start(), () => 0);
  history.run({ type: 'set-ear-height', earHeight: 1.1 });
  history.run({ type: 'move-head', x: 2.1, y: 1.9 });
  const elsewhere = applyCommand(history.project, { type: 'rename', name: 'Loft' }).project;
  history.rebase(withChanges(history.project, changesOf(history.project, elsewhere)).document);
  history.undo();
  expect(history.project).toMatchObject({ name: 'Loft', listening: { head: { x: 2, earHeight: 1.1 } } });
  history.redo();
  expect(history.project.listening.head.x).toBe(2.1);
  history.undo();
  // The ear height is changed elsewhere now.
  history.rebase(applyCommand(history.project, { type: 'set-ear-height', earHeight: 1.4 }).project);
  expect(() => history.undo()).toThrow(/another window has changed listening.head.earHeight/);
  expect(history.project.listening.head.earHeight).toBe(1.4);
  expect(history.undoable).toBeNull();
});
