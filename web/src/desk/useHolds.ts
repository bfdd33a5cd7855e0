/** What holds the pieces of the open project, worked out once for all who show it. */
import { computed } from 'vue';
import { createSharedComposable } from '@vueuse/core';
import { studyHolds } from '@tawny/core/studies/hang/held/holds';
import { useAnswers } from '../answers/answers';

export const useHolds = createSharedComposable(() => {
  const answers = useAnswers();
  return computed(() => {
    const { glance } = answers;
    return glance ? studyHolds(glance.setting, glance.hang.result) : { pieces: [], notes: [], overheadMass: 0 };
  });
});
