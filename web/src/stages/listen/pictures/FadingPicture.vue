<script setup lang="ts">
/** How the spectrum dies away: as slices below 500 Hz, and as a map over time and frequency. */
import { computed, ref } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import ChartFrame from '../../../charts/ChartFrame.vue';
import SlicesChart from '../../../charts/measured/SlicesChart.vue';
import TimeMap from '../../../charts/measured/TimeMap.vue';
import { findingTitle } from '@tawny/core/words/listen/causes';
import { useCauses } from '../useCauses';
import { useListen } from '../useListen';

const { reading } = useListen();
const depth = ref(45);
const { found, picked, index } = useCauses();
/** Where a finding shows over time: what rings a while in, a reflection when it comes. */
const marks = computed(() => {
  let still = 0;
  return found.value.flatMap(({ finding }, i) => {
    const { kind, f, decay } = finding;
    const title = findingTitle(finding);
    if (f === null || kind === 'tone' || kind === 'sides' || kind === 'change') return [];
    // What has no time of its own stands beside the one before, so that none hides another.
    return [{ i, f, title, at: decay ? Math.min(0.3, decay.seconds / 4) : 0.02 + 0.02 * (still++ % 5) }];
  });
});
const slices = computed(() => reading.value?.slices ?? null);
const map = computed(() => reading.value?.map ?? null);
const sliceTable = computed(() =>
  (slices.value?.grid ?? []).map((f, k) => ({
    Hz: Number(f.toFixed(2)),
    ...Object.fromEntries(
      slices.value!.times.map((t, i) => [
        `${fixed(t * 1000, 0)} ms`,
        Number(slices.value!.levelsDb[i]![k]!.toFixed(1)),
      ]),
    ),
  })),
);
const mapTable = computed(() => {
  const m = map.value;
  if (!m) return [];
  return m.frequencies.map((f, row) => ({
    Hz: Number(f.toFixed(2)),
    ...Object.fromEntries(
      m.times.flatMap((t, c) =>
        c % 4 ? [] : [[`${fixed(t * 1000, 0)} ms`, Number(m.levelsDb[row * m.times.length + c]!.toFixed(1))]],
      ),
    ),
  }));
});
</script>

<template>
  <label class="controls">
    Down to
    <input v-model.number="depth" type="range" min="25" max="70" step="5" aria-label="Range shown" />
    <span class="figure">{{ fixed(-depth, 0) }} dB</span>
  </label>
  <ChartFrame
    v-if="slices"
    title="Slice by slice"
    :subtitle="`each through a window of ${fixed(1000 / slices.resolution, 0)} ms: nothing finer than ${fixed(slices.resolution, 1)} Hz is told apart`"
    file="slices"
    :table="sliceTable"
    :min-height="170"
    class="big"
  >
    <template #default="{ width, height }"
      ><SlicesChart :width="width" :height="height" :slices="slices" :depth="depth"
    /></template>
  </ChartFrame>
  <ChartFrame
    v-if="map"
    title="Over time and frequency"
    subtitle="dB under the loudest"
    file="time-map"
    :table="mapTable"
    :min-height="170"
    class="big"
  >
    <template #default="{ width, height }"
      ><TimeMap :width="width" :height="height" :map="map" :depth="depth">
        <template #over="{ x, y }">
          <g
            v-for="m in marks"
            :key="m.i"
            class="found"
            :class="{ picked: m.i === index }"
            :transform="`translate(${x(m.at)} ${y(m.f)})`"
            data-found
            @click="picked = m.i"
          >
            <title>{{ m.title }}</title>
            <circle r="8" />
            <text dy="3.5">{{ m.i + 1 }}</text>
          </g>
        </template>
      </TimeMap></template
    >
  </ChartFrame>
</template>

<style scoped src="./pictures.css"></style>
