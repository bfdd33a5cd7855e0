/** Long studies that run when asked for: second order, ranking of walls, search for the seat, plan, recipes. One worker each. */
import { type Ref, shallowRef } from 'vue';
import { createStudyClient } from '../workers/client';
import type { Studies, StudyKind } from '../workers/protocol';
import { startWorker } from '../workers/start';

export interface TaskState<K extends StudyKind> {
  status: 'idle' | 'running' | 'failed';
  /** 0…1 */
  part: number;
  message: string;
  /** The last answer, and the JSON of the inputs it is for. */
  answer: { key: string; result: Studies[K]['result'] } | null;
}

export interface Task<K extends StudyKind> {
  state: Ref<TaskState<K>>;
  run: (inputs: Studies[K]['inputs']) => Promise<void>;
  cancel: () => void;
  forget: () => void;
}

function createTask<K extends StudyKind>(kind: K): Task<K> {
  const client = createStudyClient(startWorker);
  const empty: TaskState<K> = { status: 'idle', part: 0, message: '', answer: null };
  const state = shallowRef<TaskState<K>>(empty) as Ref<TaskState<K>>;
  const change = (values: Partial<TaskState<K>>) => (state.value = { ...state.value, ...values });
  let latest = 0;
  return {
    state,
    async run(inputs) {
      const turn = ++latest;
      const key = JSON.stringify(inputs);
      change({ status: 'running', part: 0, message: '' });
      const start = performance.now();
      // Plain values: what a worker is sent must not be a proxy.
      const outcome = await client.run(kind, JSON.parse(key) as Studies[K]['inputs'], (part) => {
        if (turn === latest) change({ part });
      });
      if (turn !== latest) return;
      performance.measure(kind, { start });
      if (outcome.status === 'result') change({ status: 'idle', part: 1, answer: { key, result: outcome.result } });
      else if (outcome.status === 'failure') change({ status: 'failed', message: outcome.message });
      else change({ status: 'idle' });
    },
    cancel() {
      latest += 1;
      client.cancel();
      change({ status: 'idle', part: 0 });
    },
    forget() {
      latest += 1;
      client.cancel();
      state.value = empty;
    },
  };
}

const tasks = {
  secondOrder: createTask('second-order'),
  orient: createTask('orient'),
  proportions: createTask('proportions'),
  search: createTask('search'),
  plan: createTask('plan'),
  recipes: createTask('recipes'),
  targetCosts: createTask('target-costs'),
  outline: createTask('outline'),
};

export const useTasks = () => tasks;
