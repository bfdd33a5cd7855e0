/** Freshness: an answer belongs to what was read of the document and what was asked. */
import { effectScope, nextTick, ref, shallowRef } from 'vue';
import { applyCommand, type Command } from '@tawny/core/document/commands/commands';
import { createProject } from '@tawny/core/document/create';
import { type Glance, glanceAt } from '@tawny/core/questions/glance';
import type { LongKind } from '@tawny/core/questions/long';
import type { Outcome, StudyClient } from '../workers/client';
import { createLine, type LineDesk } from './line';

/** A worker that answers when the test says so. */
function fakeClient() {
  const calls: { kind: string; inputs: unknown; progress: (part: number) => void }[] = [];
  let settle: (outcome: Outcome<never>) => void = () => {};
  let cancelled = 0;
  const client: StudyClient = {
    run: (kind, inputs, progress = () => {}) => {
      calls.push({ kind, inputs, progress });
      return new Promise((resolve) => (settle = resolve as never));
    },
    cancel: () => {
      cancelled += 1;
      settle({ status: 'cancelled' });
    },
  };
  return {
    client,
    calls,
    get cancelled() {
      return cancelled;
    },
    async answer(outcome: unknown) {
      settle(outcome as Outcome<never>);
      await nextTick();
      await nextTick();
    },
  };
}

function desk(start = createProject('p', 'Room', { length: 5, width: 4, height: 2.5 })) {
  const glance = shallowRef<Glance | null>(glanceAt(start));
  const held = ref(false);
  const run = (...commands: Command[]) => {
    const project = commands.reduce((p, c) => applyCommand(p, c).project, glance.value!.project);
    glance.value = glanceAt(project, glance.value);
  };
  const at: LineDesk = { glance: () => glance.value, held: () => held.value };
  return { at, glance, held, run };
}

const result = (value: unknown) => ({ status: 'result', result: value });
const rename: Command = { type: 'rename', name: 'Other' };
const wider: Command = { type: 'set-box', box: { length: 5, width: 4.4, height: 2.5 } };
const dearer: Command = { type: 'set-prices', prices: { fill: 99 } };

function followed<K extends LongKind>(kind: K, asked: () => never, at: LineDesk) {
  const worker = fakeClient();
  const scope = effectScope();
  const line = scope.run(() => {
    const made = createLine(kind, worker.client, at);
    made.follow(asked);
    return made;
  })!;
  return { worker, scope, line };
}

test('what is followed is asked at once, again when what it reads changes, and not for a name', async () => {
  const { at, run } = desk();
  const { worker, line } = followed('decay', () => null as never, at);
  expect(worker.calls.map((c) => c.kind)).toEqual(['decay']);
  expect([line.state.value.status, line.current.value]).toEqual(['running', false]);
  worker.calls[0]!.progress(0.5);
  expect(line.state.value.part).toBe(0.5);
  await worker.answer(result('first'));
  expect([line.last.value, line.current.value, line.state.value.status]).toEqual(['first', true, 'idle']);
  run(rename, dearer);
  await nextTick();
  expect([worker.calls.length, line.current.value]).toEqual([1, true]);
  run(wider);
  expect([line.current.value, line.last.value, line.fitting.value]).toEqual([false, 'first', null]);
  await nextTick();
  expect(worker.calls).toHaveLength(2);
  await worker.answer(result('second'));
  expect([line.last.value, line.current.value]).toEqual(['second', true]);
});

test('an edit taken back while its answer is computed: the answer of before stands, what runs is ended', async () => {
  const { at, glance } = desk();
  const start = glance.value!.project;
  const { worker, line } = followed('decay', () => null as never, at);
  await worker.answer(result('first'));
  glance.value = glanceAt(applyCommand(start, wider).project, glance.value);
  await nextTick();
  glance.value = glanceAt(start, glance.value);
  await nextTick();
  expect(worker.cancelled).toBe(1);
  expect([line.last.value, line.current.value, line.state.value.status]).toEqual(['first', true, 'idle']);
});

test('an answer that comes after another question is not shown', async () => {
  const { at, run } = desk();
  const { worker, line } = followed('decay', () => null as never, at);
  const late = worker.answer(result('late'));
  run(wider);
  await late;
  await nextTick();
  await worker.answer(result('right'));
  expect([line.last.value, worker.calls.length]).toEqual(['right', 2]);
});

test('a drag in hand asks nothing; let go where it began, the answer is still there', async () => {
  const { at, held, glance } = desk();
  const start = glance.value!.project;
  const { worker, line } = followed('decay', () => null as never, at);
  await worker.answer(result('first'));
  held.value = true;
  glance.value = glanceAt(applyCommand(start, wider).project, glance.value);
  await nextTick();
  expect([worker.calls.length, line.current.value]).toEqual([1, true]);
  glance.value = glanceAt(start, glance.value);
  held.value = false;
  await nextTick();
  expect([worker.calls.length, line.current.value]).toEqual([1, true]);
});

test('asked by hand: fitting while the document says the same, current only as asked last', async () => {
  const { at, run } = desk();
  const worker = fakeClient();
  const line = createLine('search', worker.client, at);
  const weights = { notch: 1, evenness: 1, symmetry: 1, coverage: 1 };
  line.ask(weights);
  await worker.answer(result('map'));
  expect([line.current.value, line.fitting.value]).toEqual([true, 'map']);
  line.ask({ ...weights });
  expect(worker.calls).toHaveLength(1);
  line.ask({ ...weights, notch: 2 });
  expect([line.current.value, line.fitting.value, worker.calls.length]).toEqual([false, 'map', 2]);
  await worker.answer(result('other'));
  run({ type: 'move-head', x: 2, y: 2.1 });
  expect(line.fitting.value).toBe('other');
  run(wider);
  expect([line.fitting.value, line.last.value]).toEqual([null, 'other']);
  // By hand: nobody asks again.
  await nextTick();
  expect(worker.calls).toHaveLength(2);
});

test('a failure is said and asked again by hand; stopping leaves the last answer', async () => {
  const { at } = desk();
  const { worker, line } = followed('decay', () => null as never, at);
  await worker.answer({ status: 'failure', message: 'out of memory' });
  expect(line.state.value).toEqual({ status: 'failed', part: 0, message: 'out of memory' });
  line.again();
  expect(worker.calls).toHaveLength(2);
  line.cancel();
  expect([worker.cancelled, line.state.value]).toEqual([
    1,
    { status: 'failed', part: 0, message: 'The calculation was stopped.' },
  ]);
  line.again();
  await worker.answer(result('after all'));
  expect([line.last.value, line.state.value.status]).toEqual(['after all', 'idle']);
  // Nothing runs: nothing is stopped, and nothing said.
  line.cancel();
  expect([worker.cancelled, line.state.value.status]).toEqual([1, 'idle']);
});

test('another project has no answer yet, and gets none that was asked for the first', async () => {
  const { at, glance } = desk();
  const { worker, line } = followed('decay', () => null as never, at);
  await worker.answer(result('first'));
  glance.value = glanceAt(createProject('q', 'Other', { length: 6, width: 4, height: 2.5 }));
  expect(line.last.value).toBeNull();
  await nextTick();
  expect(worker.calls).toHaveLength(2);
  await worker.answer(result('second'));
  // A copy says the same, and is another project.
  glance.value = glanceAt({ ...glance.value.project, id: 'r' });
  expect(line.last.value).toBeNull();
  await nextTick();
  expect(worker.calls).toHaveLength(3);
  glance.value = null;
  await worker.answer(result('of nobody'));
  expect(line.last.value).toBeNull();
});

test('who shares a worker does not end it; the last follower does', async () => {
  const { at, run } = desk();
  const shared = followed('bass', () => ({ task: 'answer', quality: 'coarse' }) as never, { ...at, shared: true });
  shared.scope.stop();
  expect(shared.worker.cancelled).toBe(0);
  const alone = followed('decay', () => null as never, at);
  const second = effectScope();
  second.run(() => alone.line.follow(() => null));
  second.stop();
  expect(alone.worker.cancelled).toBe(0);
  alone.scope.stop();
  expect(alone.worker.cancelled).toBe(1);
  run(wider);
  await nextTick();
  expect(alone.worker.calls).toHaveLength(1);
});
