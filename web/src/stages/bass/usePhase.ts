/** A phase that runs when asked to, for watching a wave swing. */
import { onBeforeUnmount, ref, watch } from 'vue';

/** One swing takes so long, and is drawn so often, s. */
const PERIOD = 2.4;
const FRAME = 0.08;

export function usePhase(what: () => unknown) {
  const playing = ref(false);
  const phase = ref(0);
  let frame = 0;
  let last = 0;
  function step(now: number): void {
    if (!playing.value) return;
    const passed = (now - last) / 1000;
    if (passed >= FRAME) {
      last = now;
      phase.value = (phase.value + (2 * Math.PI * Math.min(passed, 0.3)) / PERIOD) % (2 * Math.PI);
    }
    frame = requestAnimationFrame(step);
  }
  function stop(): void {
    playing.value = false;
    cancelAnimationFrame(frame);
    phase.value = 0;
  }
  function toggle(): void {
    if (playing.value) return stop();
    playing.value = true;
    last = performance.now();
    frame = requestAnimationFrame(step);
  }
  watch(what, (now) => !now && stop());
  onBeforeUnmount(stop);
  return { playing, phase, toggle };
}
