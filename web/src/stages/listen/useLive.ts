/** A live measurement: the input opened, its level found, sweeps played, and what came back handed on. */
import { computed, onScopeDispose, ref, shallowRef } from 'vue';
import { createSharedComposable } from '@vueuse/core';
import { createLoudWatch, type LoudEvent, type LoudWatch } from '@tawny/core/signal/rest/loudEvents';
import { eased, sweepSamples } from '@tawny/core/signal/played/sweep';
import { useListen } from './useListen';
import { usePlace } from './usePlace';
import { FULL, inputs, type Live, LiveError, openInput } from '../../audio/live';

export type LiveState = 'closed' | 'opening' | 'open' | 'levelling' | 'measuring' | 'watching';

/** Wanted over the noise, dB, and what is never gone over, dB re full scale. */
const WANTED_DB = 45;
/** Silence behind a sweep, s. */
const SILENCE = 1.6;
const MOST_EVENTS = 1000;

export const useLive = createSharedComposable(() => {
  const state = ref<LiveState>('closed');
  const sounding = computed(() => state.value === 'levelling' || state.value === 'measuring');
  const live = shallowRef<Live | null>(null);
  const devices = shallowRef<{ id: string; name: string }[]>([]);
  const failed = ref<string | null>(null);
  const peak = ref(0);
  const clipped = ref(false);
  /** Part of the takes that is done, and s that are left. */
  const left = ref(0);
  const gainDb = ref(-40);
  const levelled = shallowRef<{ overDb: number; levelDb: number } | null>(null);
  let watching: LoudWatch | null = null;
  const events = shallowRef<LoudEvent[]>([]);

  const { put, list } = useListen();
  const { place } = usePlace();
  /** The last measurement of this input whose full scale is known; true of the next only while its gain is left alone. */
  const known = computed(() => {
    const label = live.value?.opened.label;
    return list.value.findLast((m) => m.by === 'live' && m.from === label && m.fullScaleDb !== null) ?? null;
  });

  const tell = (error: unknown) =>
    (failed.value = error instanceof LiveError ? error.message : `The measurement failed: ${String(error)}.`);

  async function open(device: string | null): Promise<void> {
    close();
    state.value = 'opening';
    failed.value = null;
    try {
      const opened = await openInput(device);
      opened.onLevel = (p, meanSquare, seconds) => {
        peak.value = p;
        if (watching) {
          // re a sine at full scale, whose mean square is a half.
          watching.feed(10 * Math.log10(Math.max(1e-14, 2 * meanSquare)), seconds);
          events.value = watching.events();
        }
        if (p >= FULL) clipped.value = true;
      };
      opened.onGone = (reason) => {
        keepWatch();
        close();
        failed.value = reason;
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
    watching = null;
    state.value = 'closed';
  }
  function stop(): void {
    live.value?.stop();
  }
  async function findLevel(ceilingDb: number, pan: Live['pan'], wantedDb: number | null): Promise<void> {
    const at = live.value;
    if (!at) return;
    at.pan = pan;
    state.value = 'levelling';
    failed.value = null;
    clipped.value = false;
    try {
      const { gain, overDb, levelDb } = await at.findGain(WANTED_DB, ceilingDb, wantedDb);
      gainDb.value = Math.round(20 * Math.log10(gain));
      levelled.value = { overDb, levelDb };
    } catch (error) {
      tell(error);
    }
    if (live.value) state.value = 'open';
  }
  /** What is louder than the room at rest is noted until somebody stops. */
  function watch(): void {
    if (!live.value) return;
    watching = createLoudWatch();
    events.value = [];
    failed.value = null;
    state.value = 'watching';
  }
  /** What was noted is kept, unless there was nothing. */
  function keepWatch(): void {
    const [ended, at] = [watching, live.value];
    watching = null;
    if (!ended || !at) return;
    state.value = 'open';
    const rest = ended.background();
    const list = ended.events().slice(0, MOST_EVENTS);
    if (rest === null || list.length === 0) return;
    put(
      { kind: 'events', seconds: ended.seconds(), restDb: rest, list },
      {
        ...{ title: `Loud events, ${place.value.name}`.slice(0, 120), by: 'live', from: at.opened.label.slice(0, 200) },
        ...{ loudspeakers: [], place: place.value, fullScaleDb: known.value?.fullScaleDb ?? null },
      },
    );
  }
  /** Records so long while nothing is played; null where it was broken off, which is told. */
  async function record(seconds: number) {
    const at = live.value;
    if (!at) return null;
    return during(at, seconds, async () => {
      const { samples, lost } = await at.take(null, 0, seconds);
      mustBeWhole(lost);
      return { samples, rate: at.opened.rate, from: at.opened.label };
    });
  }
  const mustBeWhole = (lost: number) => {
    if (lost > 0)
      throw new LiveError(`${lost} samples were lost on the way: close what else is busy, then measure again.`);
  };
  /** Time runs down while it is at work; what goes wrong is told. */
  async function during<T>(at: Live, seconds: number, work: () => Promise<T>): Promise<T | null> {
    state.value = 'measuring';
    failed.value = null;
    clipped.value = false;
    const started = performance.now();
    const clock = setInterval(() => (left.value = Math.max(0, seconds - (performance.now() - started) / 1000)), 200);
    left.value = seconds;
    try {
      return await work();
    } catch (error) {
      tell(error);
      return null;
    } finally {
      clearInterval(clock);
      at.stop();
      if (live.value) state.value = 'open';
    }
  }
  /** Takes, one behind the other, on one output or both; null where it was broken off, which is told. */
  async function measure(asked: { from: number; to: number; seconds: number; repeats: number; pan: Live['pan'] }) {
    const at = live.value;
    if (!at) return null;
    at.pan = asked.pan;
    const { rate } = at.opened;
    const sweep = eased({ from: asked.from, to: Math.min(asked.to, 0.46 * rate), seconds: asked.seconds });
    const sound = Float32Array.from(sweepSamples(sweep, rate));
    const length = asked.seconds + SILENCE;
    return during(at, asked.repeats * length, async () => {
      const all = new Float32Array(asked.repeats * Math.ceil(length * rate));
      for (let i = 0; i < asked.repeats; i++) {
        const { samples, lost } = await at.take(sound, 10 ** (gainDb.value / 20), length);
        mustBeWhole(lost);
        all.set(samples, i * Math.ceil(length * rate));
      }
      return { samples: all, rate, sweep, takes: asked.repeats, from: at.opened.label };
    });
  }
  onScopeDispose(close);
  return {
    ...{ state, sounding, live, devices, failed, peak, clipped, left, gainDb, levelled, events },
    ...{ open, close, stop, findLevel, measure, record, watch, keepWatch, known },
  };
});
