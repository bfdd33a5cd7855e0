/** Work of a change of stage in slices: what is not the drawing itself is put on the page once that has been painted. */
import { onBeforeUnmount, onMounted, ref } from 'vue';

/** Comes true when so many paints have passed since mounting. */
export function useAfterPaint(paints = 1) {
  const painted = ref(false);
  let left = paints;
  let waiting = 0;
  // A frame's own task ends with its paint; the next task is after it.
  const next = () => {
    waiting = requestAnimationFrame(() => {
      left -= 1;
      if (left > 0) return next();
      setTimeout(() => (painted.value = true));
    });
  };
  onMounted(next);
  onBeforeUnmount(() => cancelAnimationFrame(waiting));
  return painted;
}
