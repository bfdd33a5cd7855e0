/** The plan of the open project: asked for while somebody looks at it, kept until something in it changes. */
import { computed, effectScope, watch } from 'vue';
import type { PlanInputs } from '@tawny/core/studies/planTypes';
import { planInputs } from '@tawny/core/studies/planInputs';
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
  const key = computed(() => (doc.previewing || !inputs.value ? null : JSON.stringify(inputs.value)));
  const current = computed(() => task.state.value.answer !== null && task.state.value.answer.key === key.value);
  const run = () => {
    if (inputs.value && !current.value) void task.run(inputs.value);
  };
  return {
    state: task.state,
    inputs,
    current,
    study: computed(() => task.state.value.answer?.result ?? null),
    again: run,
    cancel: () => task.cancel(),
    /** Follows the document until the returned function is called. */
    follow(): () => void {
      const scope = effectScope(true);
      scope.run(() => watch(key, run, { immediate: true }));
      return () => {
        scope.stop();
        task.cancel();
      };
    },
  };
}

let plan: ReturnType<typeof createPlan> | null = null;
/** One for the application: its answer outlives the stage. */
export const usePlan = () => (plan ??= createPlan());
