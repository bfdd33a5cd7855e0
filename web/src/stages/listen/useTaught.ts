/** What the room has taught: a fit to everything that was measured in it, and what was accepted of one. */
import { computed, ref, watch } from 'vue';
import { computedAsync, createSharedComposable } from '@vueuse/core';
import { isSound } from '@tawny/core/document/schema/project';
import type { FitResult } from '@tawny/core/studies/fit/types';
import { useAnswers } from '../../answers/answers';
import { steady } from '../../answers/line';
import { useMeasured } from '../../measured/measured';
import { clerk } from '../../stores/clerk';

export const useTaught = createSharedComposable(() => {
  const answers = useAnswers();
  const { doc, list, recordings, readOf, missing, calibrationOf } = useMeasured();
  /** Those a fit can be told of. */
  const telling = computed(() =>
    list.value.filter(({ holds }) => ['impulse', 'decay', 'response'].includes(holds.kind)),
  );
  watch(
    telling,
    async (now) => {
      for (const m of now) await recordings.need(m);
    },
    { immediate: true },
  );
  const waiting = computed(() => telling.value.filter((m) => isSound(m.holds) && !readOf(m) && !missing(m)).length);
  const lost = computed(() => telling.value.filter(missing).length);
  /** Asked again only when measurements or the rooms they were taken in are others; not for what was learned before. */
  const asked = steady(() => {
    if (waiting.value > 0 || !doc.project) return null;
    return {
      of: telling.value
        .filter((m) => !missing(m))
        .map((m) => ({
          id: m.id,
          at: m.at,
          holds: m.holds,
          place: m.place,
          who: m.loudspeakers,
          room: m.room,
          own: calibrationOf(m),
        })),
      rooms: doc.project.measured.rooms,
    };
  });
  const working = ref(false);
  const fit = computedAsync<FitResult | null>(
    async (onCancel) => {
      let wanted = true;
      onCancel(() => (wanted = false));
      const ask = asked.value;
      // What is read from here on decides nothing of whether it is asked again.
      await Promise.resolve();
      const project = doc.settled;
      if (!ask || !project || ask.of.length === 0) return null;
      const parts = ask.of.flatMap(({ id, own }) => {
        const m = list.value.find((one) => one.id === id);
        return m ? [{ m, own: own && { f: [...own.f], db: [...own.db] }, heard: readOf(m) }] : [];
      });
      return recordings.fit(project, parts, () => wanted);
    },
    null,
    working,
  );
  const learned = computed(() => doc.project?.learned ?? null);
  return {
    ...{ doc, list, fit, working, waiting, lost, telling, learned },
    /** Where what was learned does not hold any more: Survey says it. */
    faults: computed(() => answers.glance?.survey.issues.filter((i) => i.code.startsWith('survey.learned')) ?? []),
    accept: (found: NonNullable<FitResult['learned']>): void => {
      // The recordings of this moment are the worker's: what is kept of them are plain figures.
      doc.run({ type: 'learn', learned: { ...structuredClone(found), at: clerk().at, inUse: true } });
    },
    use: (inUse: boolean) => doc.run({ type: 'use-learned', inUse }),
    forget: () => doc.run({ type: 'learn', learned: null }),
  };
});
