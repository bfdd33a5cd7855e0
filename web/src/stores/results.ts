/**
 * What the studies say of the open project: derived, never saved. Cheap studies follow every edit at once; the decay study
 * runs in the worker and its last answer stays on screen, marked as old, until the new one is there.
 */
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import type { Project } from '@tawny/core/project/schema';
import { studyBass } from '@tawny/core/studies/bass';
import { studyBuild } from '@tawny/core/studies/build';
import { decayInputs } from '@tawny/core/studies/decay';
import type { DecayResult } from '@tawny/core/studies/decayTypes';
import { studyMarks } from '@tawny/core/studies/marks';
import { studySeat } from '@tawny/core/studies/seat';
import { settingOf } from '@tawny/core/studies/setting';
import { studySurvey } from '@tawny/core/studies/survey';
import type { Issue, Study } from '@tawny/core/studies/types';
import { type Measure, type MeasureId, type StageId, verdict } from '@tawny/core/studies/verdict';
import { createStudyClient } from '../workers/client';
import { useDocument } from './document';
import { useSession } from './session';

const startWorker = () =>
  new Worker(new URL('../workers/study.worker.ts', import.meta.url), { type: 'module', name: 'studies' });
const client = createStudyClient(startWorker);
/** The other state of a comparison has a worker of its own, so that neither cancels the other. */
const comparing = createStudyClient(startWorker);

/** Issue codes begin with their stage. */
export function stageOfIssue(issue: Issue): StageId {
  return issue.code.split('.')[0] as StageId;
}

export const useResults = defineStore('results', () => {
  const document = useDocument();
  const session = useSession();

  /** Everything cheap in one pass, so that one edit means one computation. */
  const quick = computed(() => {
    const project: Project | null = document.project;
    if (!project) return null;
    const setting = settingOf(project);
    const seat = studySeat(project, setting);
    const bass = studyBass(project, setting);
    const marks = studyMarks(project, setting);
    return {
      setting,
      survey: studySurvey(project, setting),
      seat,
      bass,
      marks,
      build: studyBuild(project),
      inputs: decayInputs(project, setting, marks.result),
    };
  });

  const decay = shallowRef<Study<DecayResult> | null>(null);
  const decayState = ref<{ status: 'idle' | 'running' | 'failed'; part: number; message: string }>({
    status: 'idle',
    part: 0,
    message: '',
  });
  const decayKey = computed(() => (quick.value ? JSON.stringify(quick.value.inputs) : null));
  let shownKey: string | null = null;

  async function computeDecay(key: string | null): Promise<void> {
    if (key === null || key === shownKey) {
      client.cancel();
      decayState.value = { status: 'idle', part: 1, message: '' };
      return;
    }
    decayState.value = { status: 'running', part: 0, message: '' };
    const outcome = await client.run('decay', quick.value!.inputs, (part) => {
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
    quick.value
      ? verdict({
          symmetry: quick.value.survey.result.symmetry,
          seat: quick.value.seat.result,
          bass: quick.value.bass.result,
          marks: quick.value.marks.result,
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
    const q = quick.value;
    if (!q) return [];
    return [q.survey, q.seat, q.bass, q.marks, ...(decay.value ? [decay.value] : []), q.build].flatMap((s) => s.issues);
  });

  return {
    quick,
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
  };
});
