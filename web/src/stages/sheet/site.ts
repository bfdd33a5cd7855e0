/** What the site views share: going through things one by one. */
import { computed, type Ref, ref } from 'vue';

export const SITE_VIEWS = (here: '/site' | '/site-hang') => [
  { to: '/site', word: 'Marks', here: here === '/site' },
  { to: '/site-hang', word: 'Pieces', here: here === '/site-hang' },
];

/** Where one is in a list, from the first that is not done; done, and on to the next. */
export function useOneByOne<T>(list: Ref<readonly T[]>, isDone: (thing: T) => boolean, setDone: (thing: T) => void) {
  const wanted = ref(
    Math.max(
      0,
      list.value.findIndex((thing) => !isDone(thing)),
    ),
  );
  const at = computed(() => Math.min(wanted.value, list.value.length - 1));
  const here = computed(() => list.value[at.value] ?? null);
  const finding = ref(false);
  return {
    here,
    /** What the frame shows and says back. */
    frame: computed(() => ({
      at: at.value,
      count: list.value.length,
      done: list.value.filter(isDone).length,
      isDone: here.value !== null && isDone(here.value),
      finding: finding.value,
    })),
    finding,
    said: {
      go: (to: number) => (wanted.value = to),
      find: () => (finding.value = !finding.value),
      done: () => {
        const thing = here.value;
        if (!thing) return;
        const onwards = !isDone(thing);
        setDone(thing);
        if (onwards) wanted.value = Math.min(at.value + 1, list.value.length - 1);
      },
    },
  };
}
