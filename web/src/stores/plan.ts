/** The plan of the open project: asked for while somebody looks at it, kept until something in it changes. */
import { computed, effectScope } from 'vue';
import type { PlanInputs } from '@tawny/core/studies/dose/types';
import { planInputs } from '@tawny/core/studies/dose/inputs';
import { answerOf, followed } from './answers';
import { useDocument } from './document';
import { useResults } from './results';
import { useTasks } from './tasks';

function createPlan() {
  const doc = useDocument();
  const results = useResults();
  const task = useTasks().plan;
  const inputs = computed((): PlanInputs | null => {
    const q = results.quick;
    return q && doc.project && results.inputs ? planInputs(q.setting.project, q.setting, results.inputs) : null;
  });
  const answer = answerOf(task, () => (doc.previewing ? null : inputs.value));
  return {
    state: task.state,
    inputs,
    current: answer.current,
    study: answer.last,
    again: answer.run,
    cancel: () => task.cancel(),
    /** Follows the document until the returned function is called. */
    follow(): () => void {
      const scope = effectScope(true);
      scope.run(() => followed(task, answer));
      return () => scope.stop();
    },
  };
}

let plan: ReturnType<typeof createPlan> | null = null;
/** One for the application: its answer outlives the stage. */
export const usePlan = () => (plan ??= createPlan());
