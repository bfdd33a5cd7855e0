/**
 * What the studies say of the open project: derived, never saved. Cheap studies follow every edit at once; the decay study
 * runs in the worker and its last answer stays on screen, marked as old, until the new one is there.
 */
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import type { Project } from '@tawny/core/document/schema/project';
import { studyBass } from '@tawny/core/studies/bass/study';
import { studyBuild } from '@tawny/core/studies/build/study';
import { decayInputs } from '@tawny/core/studies/decay/study';
import type { DecayResult } from '@tawny/core/studies/decay/types';
import { studyMarks } from '@tawny/core/studies/marks/study';
import { studySeat } from '@tawny/core/studies/seat/study';
import { settingOf } from '@tawny/core/room/setting';
import { studySurvey } from '@tawny/core/studies/survey/study';
import type { Issue, Study } from '@tawny/core/studies/types';
import { type Measure, type MeasureId, type StageId, verdict } from '@tawny/core/report/verdict';
import { createStudyClient } from '../workers/client';
import { startWorker } from '../workers/start';
import { useBass } from './bass';
import { useDocument } from './document';
import { useSession } from './session';

const client = createStudyClient(startWorker);
/** The other state of a comparison has a worker of its own, so that neither cancels the other. */
const comparing = createStudyClient(startWorker);

/** While something is dragged, verdict and findings follow at this pace, ms. */
const CALM_MS = 90;

/** Values computed at the first look at them. */
function lazily<T extends Record<string, () => unknown>>(makers: T): { [K in keyof T]: ReturnType<T[K]> } {
  const made = new Map<string, unknown>();
  const list = Object.entries(makers).map(([key, make]): [string, PropertyDescriptor] => [
    key,
    {
      enumerable: true,
      get: () => {
        if (!made.has(key)) made.set(key, make());
        return made.get(key);
      },
    },
  ]);
  return Object.defineProperties({}, Object.fromEntries(list)) as { [K in keyof T]: ReturnType<T[K]> };
}

/** Issue codes begin with their stage. */
export function stageOfIssue(issue: Issue): StageId {
  return issue.code.split('.')[0] as StageId;
}

export const useResults = defineStore('results', () => {
  const document = useDocument();
  const session = useSession();
  const bass = useBass();

  /**
   * Everything cheap. Each study is computed when somebody first asks for it, so that a drag costs only what is on the
   * screen.
   */
  const quick = computed(() => {
    const project: Project | null = document.project;
    if (!project) return null;
    const setting = settingOf(project);
    return lazily({
      setting: () => setting,
      survey: () => studySurvey(project, setting),
      seat: () => studySeat(project, setting),
      bass: () => studyBass(project, setting),
      marks: () => studyMarks(project, setting),
      build: () => studyBuild(project),
    });
  });

  /** The same, but while something is dragged at most every {@link CALM_MS}: for verdict and findings. */
  const calm = shallowRef(quick.value);
  let waiting: ReturnType<typeof setTimeout> | null = null;
  watch(
    quick,
    (now) => {
      if (!document.previewing || !now || calm.value?.setting.project.id !== now.setting.project.id) {
        if (waiting !== null) clearTimeout(waiting);
        waiting = null;
        calm.value = now;
        return;
      }
      waiting ??= setTimeout(() => {
        waiting = null;
        calm.value = quick.value;
      }, CALM_MS);
    },
    { flush: 'sync' },
  );

  const decay = shallowRef<Study<DecayResult> | null>(null);
  const decayState = ref<{ status: 'idle' | 'running' | 'failed'; part: number; message: string }>({
    status: 'idle',
    part: 0,
    message: '',
  });
  const inputs = computed(() => {
    const q = quick.value;
    return q && document.project ? decayInputs(q.setting.project, q.setting, q.marks.result) : null;
  });
  /** A drag in hand asks nothing of the worker: its last question stands until the hand lets go. */
  let heldKey: string | null = null;
  const decayKey = computed((): string | null => {
    if (!document.previewing) heldKey = inputs.value ? JSON.stringify(inputs.value) : null;
    return heldKey;
  });
  let shownKey: string | null = null;

  async function computeDecay(key: string | null): Promise<void> {
    if (key === null || key === shownKey) {
      client.cancel();
      decayState.value = { status: 'idle', part: 1, message: '' };
      return;
    }
    decayState.value = { status: 'running', part: 0, message: '' };
    const outcome = await client.run('decay', inputs.value!, (part) => {
      if (decayKey.value === key) decayState.value = { status: 'running', part, message: '' };
    });
    if (decayKey.value !== key) return; // a newer question is on its way
    if (outcome.status === 'result') {
      shownKey = key;
      decay.value = outcome.result;
      decayState.value = { status: 'idle', part: 1, message: '' };
    } else if (outcome.status === 'failure') {
      decayState.value = { status: 'failed', part: 0, message: outcome.message };
    }
  }
  watch(decayKey, (key) => void computeDecay(key), { immediate: true });

  /** The room in the state compared with; null while none is. */
  const other = computed(() => {
    const project: Project | null = document.project;
    const state = session.compared;
    if (!project || state === undefined || state === project.states.current) return null;
    if (state !== null && !project.states.list.some((s) => s.id === state)) return null;
    const setting = settingOf(project, state);
    const marks = studyMarks(project, setting);
    return {
      name: project.states.list.find((s) => s.id === state)?.name ?? 'As surveyed',
      setting,
      marks,
      inputs: decayInputs(project, setting, marks.result),
    };
  });
  const otherDecay = shallowRef<DecayResult | null>(null);
  const otherKey = computed(() => (other.value ? JSON.stringify(other.value.inputs) : null));
  watch(
    otherKey,
    async (key) => {
      if (key === null) {
        comparing.cancel();
        otherDecay.value = null;
        return;
      }
      const outcome = await comparing.run('decay', other.value!.inputs);
      if (otherKey.value === key && outcome.status === 'result') otherDecay.value = outcome.result.result;
    },
    { immediate: true },
  );

  const measures = computed((): Measure[] =>
    calm.value
      ? verdict({
          symmetry: calm.value.survey.result.symmetry,
          seat: calm.value.seat.result,
          bass: calm.value.bass.result,
          swing: (bass.current.value && bass.solved.value?.answer.swings[0]) || null,
          marks: calm.value.marks.result,
          decay: decay.value?.result ?? null,
        })
      : [],
  );

  // The state before the last edit, for "what did this do": kept per measure, since decay answers later than the rest.
  const before = ref<Partial<Record<MeasureId, number | null>>>({});
  let settled: Partial<Record<MeasureId, number | null>> = {};
  let settledProject: string | null = null;
  watch(
    () => document.edition,
    () => {
      const same = document.stored?.id === settledProject;
      before.value = same ? settled : {};
      settledProject = document.stored?.id ?? null;
    },
    { flush: 'sync' },
  );
  watch(
    [measures, () => document.previewing, () => decayState.value.status],
    () => {
      if (document.previewing || decayState.value.status === 'running') return;
      settled = Object.fromEntries(measures.value.map((m) => [m.id, m.value]));
    },
    { flush: 'post' },
  );

  const issues = computed((): Issue[] => {
    const q = calm.value;
    if (!q) return [];
    return [q.survey, q.seat, q.bass, q.marks, ...(decay.value ? [decay.value] : []), q.build].flatMap((s) => s.issues);
  });

  /** Warnings and faults by stage. */
  const doubts = computed(() => {
    const counts: Partial<Record<StageId, number>> = {};
    for (const issue of issues.value.filter((i) => i.severity !== 'note')) {
      const stage = stageOfIssue(issue);
      counts[stage] = (counts[stage] ?? 0) + 1;
    }
    return counts;
  });

  return {
    quick,
    /** While something is dragged a little behind {@link quick}; else the same. For tables beside the board. */
    calm,
    inputs,
    decay,
    decayState,
    other,
    otherDecay,
    retryDecay: () => void computeDecay(decayKey.value),
    cancelDecay: () => {
      client.cancel();
      decayState.value = { status: 'failed', part: 0, message: 'The calculation was stopped.' };
    },
    measures,
    before,
    issues,
    doubts,
  };
});
