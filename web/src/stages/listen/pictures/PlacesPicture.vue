<script setup lang="ts">
/** A walk: the same room and loudspeakers from place to place, and where the low end is most even. */
import { computed, ref } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import { lengthText } from '@tawny/core/quantities/lengths';
import { walkMap } from '@tawny/core/studies/listen/series';
import ChartFrame from '../../../charts/ChartFrame.vue';
import PointsChart from '../../../charts/measured/PointsChart.vue';
import TimeMap from '../../../charts/measured/TimeMap.vue';
import { useLengths } from '../../../parts/keys';
import { useSeries } from '../useSeries';

const { walks, curves } = useSeries();
const system = useLengths();
const chosen = ref(0);
const walk = computed(() => walks.value[Math.min(chosen.value, walks.value.length - 1)] ?? null);
const steps = computed(() => walk.value?.steps ?? []);
const length = (m: number) => lengthText(m, system.value);
const stops = computed(() =>
  steps.value.map((s) => ({
    x: s.along,
    name: `${s.measurement.title} (${s.measurement.place.name})`,
    label: s.measurement.place.name,
  })),
);
const swing = computed(() => [
  { name: 'swing', look: 0, points: steps.value.map((s) => ({ x: s.along, value: s.swingDb })) },
]);
const map = computed(() => {
  const list = steps.value.flatMap((s) => {
    const found = curves.value.find((c) => c.measurement.id === s.measurement.id)?.curves;
    return found ? [{ along: s.along, grid: found.grid, levelsDb: found.levelsDb }] : [];
  });
  return list.length === steps.value.length && list.length > 1 ? walkMap(list) : null;
});
const way = computed(() => ({
  name: 'place',
  ticks: stops.value.map((s) => ({ at: s.x, label: length(s.x) })),
  told: (at: number) => `${length(at)} along`,
}));
const table = computed(() =>
  steps.value.map((s) => ({
    title: s.measurement.title,
    place: s.measurement.place.name,
    'along m': Number(s.along.toFixed(3)),
    'swing ± dB': Number(s.swingDb.toFixed(2)),
    'lowest at Hz': Number(s.lowHz.toFixed(1)),
    'highest at Hz': Number(s.highHz.toFixed(1)),
  })),
);
</script>

<template>
  <p v-if="!walk" class="notice" data-no-walk>
    A walk needs the same loudspeakers measured at three places or more of one unchanged room: at the seat, and a step
    before and behind it. Nothing else may move between them.
  </p>
  <template v-else>
    <div class="controls">
      <label v-if="walks.length > 1">
        Walk
        <select v-model.number="chosen" aria-label="Walk">
          <option v-for="(w, i) in walks" :key="i" :value="i">
            {{ w.loudspeakers.join(' and ') }}, {{ w.steps.length }} places
          </option>
        </select>
      </label>
      <span class="notice" data-walk
        >Most even at {{ walk.best.measurement.place.name }}: ± {{ fixed(walk.best.swingDb, 1) }} dB from 30 to 150 Hz,
        highest at {{ fixed(walk.best.highHz, 0) }} Hz, lowest at {{ fixed(walk.best.lowHz, 0) }} Hz.</span
      >
    </div>
    <ChartFrame
      title="Swing from place to place"
      subtitle="30–150 Hz, half of highest less lowest"
      file="swing-by-place"
      :table="table"
      :min-height="140"
      class="big"
    >
      <template #default="{ width, height }">
        <PointsChart
          :width="width"
          :height="height"
          :lines="swing"
          :stops="stops"
          :high="6"
          unit="± dB"
          :digits="1"
          x-name="place"
          :best="walk.best.along"
          label="Swing by place"
        />
      </template>
    </ChartFrame>
    <ChartFrame
      title="The low end from place to place"
      subtitle="straight between the places measured"
      file="walk"
      :table="table"
      :min-height="180"
      class="big"
    >
      <template #default="{ width, height }">
        <TimeMap v-if="map" :width="width" :height="height" :map="map" :depth="36" :way="way" />
      </template>
    </ChartFrame>
  </template>
</template>

<style scoped src="./pictures.css"></style>
