/** What all answers together say of the open project: the verdict's measures, what the last edit did to them, findings. */
import { defineStore } from 'pinia';
import { computed, ref, watch } from 'vue';
import { measuresAt } from '@tawny/core/questions/figures';
import type { Measure, MeasureId, StageId } from '@tawny/core/report/verdict';
import { MEASURE_NAMES } from '@tawny/core/words/measures';
import type { Issue } from '@tawny/core/studies/types';
import { useDocument } from '../stores/document';
import { useAnswers, useLines } from './answers';

/** Issue codes begin with their stage. */
export function stageOfIssue(issue: Issue): StageId {
  return issue.code.split('.')[0] as StageId;
}

export const useResults = defineStore('results', () => {
  const document = useDocument();
  const answers = useAnswers();
  const { bass, decay } = useLines();

  const measures = computed((): Measure[] => {
    const now = answers.calm;
    if (!now) return [];
    return measuresAt(now, {
      swing: (bass.current.value && bass.solved.value?.answer.swings[0]) || null,
      decay: answers.decay?.result ?? null,
    });
  });

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
    [measures, () => document.previewing, () => decay.state.value.status],
    () => {
      if (document.previewing || decay.state.value.status === 'running') return;
      settled = Object.fromEntries(measures.value.map((m) => [m.id, m.value]));
    },
    { flush: 'post' },
  );

  const issues = computed((): Issue[] => {
    const now = answers.calm;
    if (!now) return [];
    const studies = [
      now.survey,
      now.seat,
      now.bass,
      now.marks,
      ...(answers.decay ? [answers.decay] : []),
      now.hang,
      ...(answers.build ? [answers.build] : []),
    ];
    return studies.flatMap((s) => s.issues);
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

  /** What a measure is called. */
  const nameOf = (id: MeasureId) => MEASURE_NAMES[id];

  return { measures, nameOf, before, issues, doubts };
});
