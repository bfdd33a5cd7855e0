/** Issues of one stage. */
import { computed } from 'vue';
import type { StageId } from '@tawny/core/report/verdict';
import { stageOfIssue, useResults } from '../answers/results';

export function useIssues(stage: StageId) {
  const results = useResults();
  return computed(() => results.issues.filter((i) => stageOfIssue(i) === stage));
}
