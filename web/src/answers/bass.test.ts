/** The waves in two qualities: coarse at once, full after, further questions to whoever has solved the room. */
import { effectScope, nextTick, ref, shallowRef } from 'vue';
import { applyCommand, type Command } from '@tawny/core/document/commands/commands';
import { createProject } from '@tawny/core/document/create';
import { type Glance, glanceAt } from '@tawny/core/questions/glance';
import type { Outcome, StudyClient } from '../workers/client';
import { createBass, taskOf } from './bass';

function rig() {
  const start = createProject('p', 'Room', { length: 5, width: 4, height: 2.5 });
  const glance = shallowRef<Glance | null>(glanceAt(start));
  const held = ref(false);
  const said: string[] = [];
  const settles: Record<string, (outcome: Outcome<never>) => void> = {};
  let made = 0;
  const speak = (): StudyClient => {
    const worker = ['coarse', 'full'][made++]!;
    return {
      run(_kind, inputs) {
        const { task } = inputs as { task: string };
        said.push(`${worker} ${task}`);
        return new Promise((resolve) => (settles[worker] = resolve as never));
      },
      cancel: () => said.push(`${worker} ended`),
    };
  };
  const bass = effectScope().run(() => createBass({ glance: () => glance.value, held: () => held.value }, speak))!;
  const change = (project: Glance['project']) => (glance.value = glanceAt(project, glance.value));
  return {
    bass,
    held,
    said,
    edit: (command: Command) => change(applyCommand(glance.value!.project, command).project),
    answer: async (worker: 'coarse' | 'full', outcome: object): Promise<void> => {
      settles[worker]!({ status: 'result', result: outcome } as never);
      for (let i = 0; i < 4; i++) await nextTick();
    },
  };
}
const solved = (name: string) => ({ task: 'answer', answer: { name } });
const wider: Command = { type: 'set-box', box: { length: 5, width: 4.4, height: 2.5 } };

test('coarse at once, full after; an edit makes the answer old and begins anew with the coarse one', async () => {
  const { bass, said, answer, edit } = rig();
  const stop = bass.start();
  expect([said, bass.solved.value, bass.current.value]).toEqual([['coarse answer'], null, false]);
  await answer('coarse', solved('coarse'));
  expect([bass.solved.value, bass.current.value]).toEqual([{ quality: 'coarse', answer: { name: 'coarse' } }, true]);
  expect(said).toEqual(['coarse answer', 'full answer']);
  expect(bass.status.value).toMatchObject({ quality: 'full', status: 'running' });
  await answer('full', solved('full'));
  expect(bass.solved.value).toEqual({ quality: 'full', answer: { name: 'full' } });
  edit({ type: 'rename', name: 'Other' });
  await nextTick();
  expect([said.length, bass.current.value]).toEqual([2, true]);
  edit(wider);
  expect([bass.current.value, bass.solved.value?.quality]).toEqual([false, 'full']);
  await nextTick();
  expect(said.slice(2)).toEqual(['coarse answer']);
  stop();
});

test('while something is dragged the coarse answer follows, and the full one waits for the hand to let go', async () => {
  const { bass, said, held, answer, edit } = rig();
  bass.start();
  await answer('coarse', solved('one'));
  await answer('full', solved('two'));
  held.value = true;
  edit(wider);
  await nextTick();
  await answer('coarse', solved('three'));
  expect(said).toEqual(['coarse answer', 'full answer', 'coarse answer']);
  expect(bass.solved.value).toEqual({ quality: 'coarse', answer: { name: 'three' } });
  held.value = false;
  for (let i = 0; i < 4; i++) await nextTick();
  expect(said.slice(3)).toEqual(['full answer']);
});

test('a refused room has no answer and says why; nothing more is asked of it', async () => {
  const { bass, said, answer } = rig();
  bass.start();
  const refused = { reason: 'leaks', volume: 50, faces: 51 };
  await answer('coarse', { refused });
  expect([bass.refused.value, bass.solved.value, bass.current.value]).toEqual([refused, null, false]);
  expect(said).toEqual(['coarse answer']);
});

test('a further question goes to who has the best answer; leaving the stage ends it too', async () => {
  const { bass, said, answer } = rig();
  const stop = bass.start();
  await answer('coarse', solved('coarse'));
  await answer('full', solved('full'));
  const scope = effectScope();
  const places = scope.run(() => {
    const question = bass.question();
    question.follow(() => ({ task: 'places', quality: bass.solved.value!.quality }));
    return question;
  })!;
  expect(said.slice(2)).toEqual(['full places']);
  expect([taskOf('places', places.last.value), places.state.value.status]).toEqual([null, 'running']);
  // The part of the stage that asked is gone; the worker goes on, until nobody shows the waves.
  scope.stop();
  expect(said.slice(3)).toEqual([]);
  stop();
  expect(said.slice(3).sort()).toEqual(['coarse ended', 'full ended']);
});

test('stopped by hand it says so, and goes on where it was when asked again', () => {
  const { bass, said } = rig();
  bass.start();
  bass.cancel();
  expect(bass.status.value).toMatchObject({
    quality: 'coarse',
    status: 'failed',
    message: expect.stringMatching(/stopped/),
  });
  bass.again();
  expect(said).toEqual(['coarse answer', 'coarse ended', 'coarse answer']);
});
