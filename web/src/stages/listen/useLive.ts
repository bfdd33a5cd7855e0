/** A live measurement: the input opened, its level found, sweeps played, and what came back handed on. */
import { onScopeDispose, ref, shallowRef } from 'vue';
import { createSharedComposable } from '@vueuse/core';
import { eased, sweepSamples } from '@tawny/core/signal/sweep';
import { FULL, inputs, type Live, LiveError, openInput } from '../../audio/live';

export type LiveState = 'closed' | 'opening' | 'open' | 'levelling' | 'measuring';

/** Wanted over the noise, dB, and what is never gone over, dB re full scale. */
const WANTED_DB = 45;
/** Silence behind a sweep, s. */
const SILENCE = 1.6;

export const useLive = createSharedComposable(() => {
  const state = ref<LiveState>('closed');
  const live = shallowRef<Live | null>(null);
  const devices = shallowRef<{ id: string; name: string }[]>([]);
  const failed = ref<string | null>(null);
  const peak = ref(0);
  const clipped = ref(false);
  /** Part of the takes that is done, and s that are left. */
  const left = ref(0);
  const gainDb = ref(-40);
  const levelled = ref<number | null>(null);

  const tell = (error: unknown) =>
    (failed.value = error instanceof LiveError ? error.message : `The measurement failed: ${String(error)}.`);

  async function open(device: string | null): Promise<void> {
    close();
    state.value = 'opening';
    failed.value = null;
    try {
      const opened = await openInput(device);
      opened.onLevel = (p) => {
        peak.value = p;
        if (p >= FULL) clipped.value = true;
      };
      live.value = opened;
      state.value = 'open';
      devices.value = await inputs();
    } catch (error) {
      state.value = 'closed';
      tell(error);
    }
  }
  function close(): void {
    live.value?.close();
    live.value = null;
    state.value = 'closed';
  }
  function stop(): void {
    live.value?.stop();
  }
  async function findLevel(ceilingDb: number): Promise<void> {
    const at = live.value;
    if (!at) return;
    state.value = 'levelling';
    failed.value = null;
    clipped.value = false;
    try {
      const { gain, overDb } = await at.findGain(WANTED_DB, ceilingDb);
      gainDb.value = Math.round(20 * Math.log10(gain));
      levelled.value = overDb;
    } catch (error) {
      tell(error);
    }
    if (live.value) state.value = 'open';
  }
  /** Takes, one behind the other; null where it was broken off, which is told. */
  async function measure(asked: { from: number; to: number; seconds: number; repeats: number }) {
    const at = live.value;
    if (!at) return null;
    state.value = 'measuring';
    failed.value = null;
    clipped.value = false;
    const { rate } = at.opened;
    const sweep = eased({ from: asked.from, to: Math.min(asked.to, 0.46 * rate), seconds: asked.seconds });
    const sound = Float32Array.from(sweepSamples(sweep, rate));
    const length = asked.seconds + SILENCE;
    const all = new Float32Array(asked.repeats * Math.ceil(length * rate));
    const started = performance.now();
    const clock = setInterval(
      () => (left.value = Math.max(0, asked.repeats * length - (performance.now() - started) / 1000)),
      200,
    );
    left.value = asked.repeats * length;
    try {
      for (let i = 0; i < asked.repeats; i++) {
        const { samples, lost } = await at.take(sound, 10 ** (gainDb.value / 20), length);
        if (lost > 0)
          throw new LiveError(`${lost} samples were lost on the way: close what else is busy, then measure again.`);
        all.set(samples, i * Math.ceil(length * rate));
      }
      return { samples: all, rate, sweep, takes: asked.repeats, from: at.opened.label };
    } catch (error) {
      tell(error);
      return null;
    } finally {
      clearInterval(clock);
      at.stop();
      if (live.value) state.value = 'open';
    }
  }
  onScopeDispose(close);
  return { state, live, devices, failed, peak, clipped, left, gainDb, levelled, open, close, stop, findLevel, measure };
});
