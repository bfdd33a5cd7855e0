/** What a chart is pointed at: the nearest of its places, by pointer or by arrow keys. */
import { computed, type Ref, ref } from 'vue';

/** px of the places in order, and what is on each step pointed at. */
export function usePointing(places: () => readonly number[]) {
  const pointed: Ref<number | null> = ref(null);
  const last = () => places().length - 1;
  const on = {
    pointermove(event: PointerEvent): void {
      const px = event.clientX - (event.currentTarget as SVGElement).getBoundingClientRect().left;
      pointed.value = nearestOf(places(), px);
    },
    pointerleave: () => (pointed.value = null),
    blur: () => (pointed.value = null),
    keydown(event: KeyboardEvent): void {
      const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
      if (by === 0 || last() < 0) return;
      event.preventDefault();
      pointed.value = stepped(pointed.value, by, last());
    },
  };
  /** A step that is not there any more points at nothing. */
  const at = computed(() => (pointed.value !== null && pointed.value <= last() ? pointed.value : null));
  return { at, on };
}

/** Index of the place nearest to a pixel; null where there is none. */
export function nearestOf(places: readonly number[], px: number): number | null {
  if (places.length === 0) return null;
  return places.reduce((best, p, i) => (Math.abs(p - px) < Math.abs(places[best]! - px) ? i : best), 0);
}

/** One step on from where one is; from nowhere the first, or going back the last. */
export const stepped = (from: number | null, by: 1 | -1, last: number): number =>
  Math.min(last, Math.max(0, (from ?? (by > 0 ? -1 : last + 1)) + by));
