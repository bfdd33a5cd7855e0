/** What stands out of the measurement shown, with its causes: asked for when somebody opens Why, and kept for the other pictures as long as it is of the present. */
import { computed, ref, shallowRef, watch } from 'vue';
import { createSharedComposable } from '@vueuse/core';
import { inMeasuredRoom } from '@tawny/core/document/measured';
import { besideOf } from '@tawny/core/studies/causes/beside';
import type { Explained } from '@tawny/core/studies/causes/types';
import { hearingSetting } from '@tawny/core/studies/listen/room';
import { equal } from '@tawny/core/document/sharing';
import { steady } from '../../answers/line';
import { useMeasured } from '../../measured/measured';
import { useListen } from './useListen';

const ALONE = { parts: [], twin: null, before: null };

export const useCauses = createSharedComposable(() => {
  const { doc, session, list, main, heard, recordings } = useListen();
  const { calibrationOf } = useMeasured();
  const responses = computed(() => list.value.filter((m) => m.holds.kind === 'impulse'));

  /** Asked again only when what is read, or the room it was read in, is another. */
  const asked = steady(() => {
    const m = main.value;
    return m && heard.value
      ? {
          ...{ id: m.id, holds: m.holds, room: m.room, place: m.place.at, who: m.loudspeakers, own: calibrationOf(m) },
          beside: m.holds.kind === 'impulse' ? besideOf(responses.value, doc.project!.measured, m) : ALONE,
        }
      : null;
  });
  const answer = shallowRef<{ of: unknown; list: Explained[] } | null>(null);
  const working = ref(false);
  const found = computed(() => (answer.value && equal(answer.value.of, asked.value) ? answer.value.list : []));

  watch(
    [asked, () => session.listenPicture === 'causes'],
    async ([ask, open], _, onCleanup) => {
      if (!open || !ask || (answer.value && equal(answer.value.of, ask))) return;
      let wanted = true;
      onCleanup(() => {
        wanted = false;
        working.value = false;
      });
      const [project, read] = [doc.settled, heard.value];
      const m = list.value.find((one) => one.id === ask.id);
      if (!project || !m || !read) return;
      working.value = true;
      const causes = await recordings.causes(project, m, read, { beside: ask.beside, calibrationOf }, () => wanted);
      if (!wanted) return;
      working.value = false;
      if (causes) answer.value = { of: ask, list: causes };
    },
    { immediate: true },
  );

  const picked = ref(0);
  const index = computed(() => Math.min(picked.value, found.value.length - 1));
  const one = computed(() => found.value[index.value] ?? null);
  /** The room the measurement was taken in, with the ears where the microphone stood. */
  const setting = computed(() => {
    const [m, project] = [main.value, doc.project];
    const room = m && project?.measured.rooms[m.room];
    return room ? hearingSetting(inMeasuredRoom(project, room), m.place.at) : null;
  });

  return { found, working, picked, index, one, setting };
});
