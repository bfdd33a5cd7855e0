/**
 * What the wave solver says of the open project: a coarse answer at once, the full one after, each in a worker of its own
 * that keeps what it has solved. Runs only while a stage that shows it is open.
 */
import { computed, shallowRef, watch } from 'vue';
import type { Project } from '@tawny/core/document/schema/project';
import type { BassAnswer, BassOutcome, BassResultOf, BassTask } from '@tawny/core/studies/bass/types';
import type { Quality, WaveRefusal } from '@tawny/core/studies/waves/waveRoom';
import { createStudyClient } from '../workers/client';
import { startWorker } from '../workers/start';
import { useDocument } from './document';

/** An edit waits so long for a solve in hand before it is ended: what it has solved would be lost. */
const PATIENCE_MS = 12000;
/** While something is dragged the coarse answer follows at this pace, ms. */
const PACE_MS = 120;

const clients = {
  coarse: createStudyClient(startWorker, PATIENCE_MS),
  full: createStudyClient(startWorker, PATIENCE_MS),
};

interface Solved {
  key: string;
  quality: Quality;
  answer: BassAnswer;
}

const status = shallowRef<{ state: 'idle' | 'running' | 'failed'; quality: Quality; part: number; message: string }>({
  state: 'idle',
  quality: 'coarse',
  part: 0,
  message: '',
});
const solved = shallowRef<Solved | null>(null);
const refused = shallowRef<WaveRefusal | null>(null);
let open = 0;
let turn = 0;

/** All of a project the low response depends on. */
function keyOf(project: Project): string {
  const { room, climate, materials, states, listening, loudspeakers, treatment } = project;
  return JSON.stringify([room, climate, materials, states, listening, loudspeakers, treatment.hung, treatment.panel]);
}

type TaskInputs<T extends BassTask['task']> = Omit<Extract<BassTask, { task: T }>, 'project' | 'quality' | 'task'>;

/** Plain values: what a worker is sent must not be a proxy. */
const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

async function run(quality: Quality, project: Project, key: string, mine: number): Promise<boolean> {
  status.value = { state: 'running', quality, part: 0, message: '' };
  const start = performance.now();
  const outcome = await clients[quality].run('bass', { task: 'answer', project: plain(project), quality }, (part) => {
    if (mine === turn) status.value = { ...status.value, part };
  });
  if (mine !== turn || outcome.status === 'cancelled') return false;
  performance.measure(`bass ${quality}`, { start });
  if (outcome.status === 'failure') {
    status.value = { state: 'failed', quality, part: 0, message: outcome.message };
    return false;
  }
  const { result } = outcome;
  if ('refused' in result) {
    refused.value = result.refused;
    solved.value = null;
    status.value = { ...status.value, state: 'idle', part: 1 };
    return false;
  }
  refused.value = null;
  solved.value = { key, quality, answer: result.answer as BassAnswer };
  status.value = { ...status.value, state: 'idle', part: 1 };
  return true;
}

/** Coarse first; when nobody drags any more, the full answer. */
async function follow(project: Project, key: string, settled: boolean): Promise<void> {
  const mine = ++turn;
  const known = solved.value;
  if (known?.key === key && known.quality === 'full') {
    status.value = { ...status.value, state: 'idle' };
    return;
  }
  if (!(await run('coarse', project, key, mine)) || !settled) return;
  await run('full', project, key, mine);
}

export function useBass() {
  const doc = useDocument();
  const key = computed(() => (doc.project ? keyOf(doc.project) : null));
  /** Whether what is shown is of the room as it is now. */
  const current = computed(() => solved.value !== null && solved.value.key === key.value);

  /** Begins to follow the document; the function returned ends it, and whatever runs. */
  function start(): () => void {
    open += 1;
    let timer: ReturnType<typeof setTimeout> | null = null;
    const stop = watch(
      [key, () => doc.previewing],
      ([now, previewing]) => {
        if (timer !== null) clearTimeout(timer);
        if (now === null) return;
        timer = setTimeout(
          () => {
            timer = null;
            if (doc.project) void follow(doc.project, now, !previewing);
          },
          previewing ? PACE_MS : 0,
        );
      },
      { immediate: true },
    );
    return () => {
      stop();
      if (timer !== null) clearTimeout(timer);
      open -= 1;
      if (open === 0) cancel();
    };
  }
  function cancel(): void {
    turn += 1;
    clients.coarse.cancel();
    clients.full.cancel();
    if (status.value.state === 'running') status.value = { ...status.value, state: 'idle', part: 0 };
  }
  function again(): void {
    if (doc.project && key.value) void follow(doc.project, key.value, true);
  }

  /** Asks the worker that has the best answer; null when it was cancelled, failed (said) or refused. */
  async function ask<T extends BassTask['task']>(
    task: T,
    inputs: TaskInputs<T>,
    onProgress: (part: number) => void = () => {},
  ): Promise<BassResultOf<T> | null> {
    const project = doc.project;
    if (!project || !solved.value) return null;
    const { quality } = solved.value;
    const request = plain({ task, project, quality, ...inputs }) as unknown as BassTask;
    const outcome = await clients[quality].run('bass', request, onProgress);
    if (outcome.status === 'failure') {
      status.value = { state: 'failed', quality, part: 0, message: outcome.message };
      return null;
    }
    if (outcome.status === 'cancelled') return null;
    const result: BassOutcome = outcome.result;
    return 'refused' in result ? null : (result.answer as BassResultOf<T>);
  }
  return { status, solved, refused, current, start, cancel, again, ask };
}
