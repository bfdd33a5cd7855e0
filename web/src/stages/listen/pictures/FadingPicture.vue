<script setup lang="ts">
/** How the spectrum dies away: as slices below 500 Hz, and as a map over time and frequency. */
import { computed, ref } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import ChartFrame from '../../../charts/ChartFrame.vue';
import SlicesChart from '../../../charts/measured/SlicesChart.vue';
import TimeMap from '../../../charts/measured/TimeMap.vue';
import { useListen } from '../useListen';

const { reading } = useListen();
const depth = ref(45);
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
      ><TimeMap :width="width" :height="height" :map="map" :depth="depth"
    /></template>
  </ChartFrame>
</template>

<style scoped src="./pictures.css"></style>
