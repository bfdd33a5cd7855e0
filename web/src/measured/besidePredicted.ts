/** The measurement chosen to stand beside what is predicted, in Bass and in Decay. */
import { computed, watch } from 'vue';
import { createSharedComposable } from '@vueuse/core';
import { SHOWS } from '@tawny/core/studies/listen/compare';
import { WHOLE } from '@tawny/core/studies/listen/read';
import { useSession } from '../stores/session';
import { useMeasured } from './measured';

function createBeside(kind: 'response' | 'decay') {
  const session = useSession();
  const { list, recordings, decayOf, missing, curvesOf } = useMeasured();
  const choices = computed(() => list.value.filter((m) => SHOWS[m.holds.kind].includes(kind)));
  const chosen = computed(() => choices.value.find((m) => m.id === session.besidePredicted) ?? null);
  watch(chosen, (m) => m && void recordings.need(m), { immediate: true });
  const curves = curvesOf(
    () => (kind === 'response' && chosen.value ? [chosen.value] : []),
    () => ({ window: WHOLE, fraction: 48 }),
  );
  return {
    choices,
    chosen,
    curve: computed(() => curves.value[0]?.curves ?? null),
    decay: (fraction: 1 | 3) => (chosen.value ? decayOf(chosen.value, fraction) : null),
    missing: computed(() => chosen.value !== null && missing(chosen.value)),
    choose: (id: string | null) => (session.besidePredicted = id),
  };
}
export const useMeasuredResponse = createSharedComposable(() => createBeside('response'));
export const useMeasuredDecay = createSharedComposable(() => createBeside('decay'));
