import { effectScope, nextTick, ref, shallowRef } from 'vue';
import type { ProportionInputs } from '@tawny/core/physics/modes/proportions';
import { answerOf, followed, forgottenWith } from './answers';
import type { Task, TaskState } from './tasks';

/** A task that answers when the test says so. */
function fakeTask() {
  const empty: TaskState<'proportions'> = { status: 'idle', part: 0, message: '', answer: null };
  const state = shallowRef(empty);
  const asked: ProportionInputs[] = [];
  const calls = { cancelled: 0, forgotten: 0 };
  const task: Task<'proportions'> = {
    state,
    run: (inputs) => {
      asked.push(inputs);
      return Promise.resolve();
    },
    cancel: () => void (calls.cancelled += 1),
    forget: () => {
      calls.forgotten += 1;
      state.value = empty;
    },
  };
  const answer = (inputs: ProportionInputs, passes: number[]) => {
    const axis = { from: 1, step: 1, count: 1 };
    state.value = { ...empty, answer: { key: JSON.stringify(inputs), result: { width: axis, length: axis, passes } } };
  };
  return { task, asked, answer, calls };
}
const box = (length: number): ProportionInputs => ({ size: [3, length, 2.5], c: 344 });

test('what is followed is asked at once, again when it changes, and not for what is answered already', async () => {
  const { task, asked, answer, calls } = fakeTask();
  const length = ref<number | null>(4);
  const scope = effectScope();
  const kept = scope.run(() =>
    followed(
      task,
      answerOf(task, () => (length.value === null ? null : box(length.value))),
    ),
  )!;
  expect(asked).toEqual([box(4)]);
  answer(box(4), [1]);
  expect(kept.result.value?.passes).toEqual([1]);
  // An answer of another room is the last one, and not the one of this.
  length.value = 5;
  await nextTick();
  expect(asked).toHaveLength(2);
  expect([kept.current.value, kept.result.value, kept.last.value?.passes]).toEqual([false, null, [1]]);
  // A drag in hand asks nothing; let go where it began, the answer is still there.
  length.value = null;
  await nextTick();
  length.value = 4;
  await nextTick();
  expect(asked).toHaveLength(2);
  expect(kept.current.value).toBe(true);
  scope.stop();
  expect(calls.cancelled).toBe(1);
  length.value = 6;
  await nextTick();
  expect(asked).toHaveLength(2);
});

test('what was asked by hand is forgotten with what it was read from, and with nothing else', async () => {
  const { task, answer, calls } = fakeTask();
  const room = ref({ length: 4, log: ['a'] });
  const scope = effectScope();
  scope.run(() => forgottenWith(task, () => room.value.length));
  answer(box(4), [1]);
  room.value = { length: 4, log: ['a', 'b'] };
  await nextTick();
  expect([calls.forgotten, task.state.value.answer === null]).toEqual([0, false]);
  room.value = { length: 4.1, log: [] };
  await nextTick();
  expect([calls.forgotten, task.state.value.answer]).toEqual([1, null]);
  scope.stop();
});
