/**
 * Whether the answer of a long study is of what it would be asked now. One route for all of them: an answer belongs to the JSON of its
 * inputs, and nobody keeps a key by hand.
 */
import { computed, type ComputedRef, onScopeDispose, watch } from 'vue';
import type { Studies, StudyKind } from '../workers/protocol';
import type { Task } from './tasks';

export interface AnswerOf<K extends StudyKind> {
  /** JSON of what it would be asked now; null when nothing can be asked. */
  key: ComputedRef<string | null>;
  current: ComputedRef<boolean>;
  /** The answer to exactly this, else null. */
  result: ComputedRef<Studies[K]['result'] | null>;
  /** The last answer, be it of this or of something else. */
  last: ComputedRef<Studies[K]['result'] | null>;
  /** Asks, unless the answer is there. */
  run: () => void;
}

/** @param inputs null while nothing can be asked: no room, or a drag in hand */
export function answerOf<K extends StudyKind>(task: Task<K>, inputs: () => Studies[K]['inputs'] | null): AnswerOf<K> {
  const now = computed(inputs);
  const key = computed(() => (now.value === null ? null : JSON.stringify(now.value)));
  const current = computed(() => key.value !== null && task.state.value.answer?.key === key.value);
  const last = computed(() => task.state.value.answer?.result ?? null);
  return {
    key,
    current,
    last,
    result: computed(() => (current.value ? last.value : null)),
    run: () => {
      if (now.value !== null && !current.value) void task.run(now.value);
    },
  };
}

/** Asks at once and whenever what would be asked changes; ends with the scope it is called in. */
export function followed<K extends StudyKind>(task: Task<K>, answer: AnswerOf<K>): AnswerOf<K> {
  watch(answer.key, answer.run, { immediate: true });
  onScopeDispose(() => task.cancel());
  return answer;
}

/** For studies that are only asked by hand: what was answered goes as soon as anything changes that the answer was read from. */
export function forgottenWith<K extends StudyKind>(task: Task<K>, read: () => unknown): void {
  watch(
    computed(() => JSON.stringify(read())),
    () => task.forget(),
  );
  onScopeDispose(() => task.cancel());
}
