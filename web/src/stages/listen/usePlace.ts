/** Where the microphone stands, for whatever is taken next: at the seat, or so far from it as one looks from there. */
import { computed, ref } from 'vue';
import { createSharedComposable } from '@vueuse/core';
import { offSeat } from '@tawny/core/words/listen/listen';
import { useAnswers } from '../../answers/answers';
import { useLengths } from '../../parts/keys';

const rounded = (v: number) => Math.round(v * 1000) / 1000;

export const usePlace = createSharedComposable(() => {
  const answers = useAnswers();
  const system = useLengths();
  /** m. */
  const off = ref({ forward: 0, right: 0, up: 0 });
  /** A name of one's own; empty: said by how far it is. */
  const name = ref('');
  const place = computed(() => {
    const { forward, right, up } = off.value;
    const glance = answers.glance;
    if (!glance || (forward === 0 && right === 0 && up === 0)) return { name: name.value.trim() || 'Seat', at: null };
    // In the listener's frame x runs to the right and y away from the wall that is faced.
    const { frame, head } = glance.setting;
    const [x, y] = frame.toSurvey([head[0] + right, head[1] - forward]);
    return {
      name: name.value.trim() || offSeat(off.value, system.value),
      at: { x: rounded(x), y: rounded(y), z: rounded(head[2] + up) },
    };
  });
  return { off, name, place };
});
