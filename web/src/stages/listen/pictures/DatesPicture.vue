<script setup lang="ts">
/** The same loudspeaker at the same place over dates: what became of decay and swing while the room was built. */
import { computed, ref } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import { SERIES_BANDS } from '@tawny/core/studies/listen/series';
import ChartFrame from '../../../charts/ChartFrame.vue';
import PointsChart from '../../../charts/measured/PointsChart.vue';
import { useSeries } from '../useSeries';

const { series } = useSeries();
const keyOf = (s: (typeof series.value)[number]) => [...s.loudspeakers, s.place].join(' ');
/** Others come in while they are read: the choice stays with what was chosen. */
const chosen = ref<string | null>(null);
const shown = computed(() => series.value.find((s) => keyOf(s) === chosen.value) ?? series.value[0] ?? null);
const nameOf = (s: (typeof series.value)[number]) =>
  `${s.loudspeakers.join(' and ') || 'nobody'} at ${s.place}, ${s.points.length} times`;
const points = computed(() => shown.value?.points ?? []);
const dayOf = (at: string) => new Date(at).toLocaleDateString([], { day: 'numeric', month: 'short' });
const stops = computed(() =>
  points.value.map((p) => ({
    x: Date.parse(p.measurement.at),
    name: `${dayOf(p.measurement.at)}, ${p.measurement.title}`,
    label: dayOf(p.measurement.at),
  })),
);
const decay = computed(() =>
  SERIES_BANDS.map((b, look) => ({
    ...{ name: b.name, look },
    points: points.value.map((p, i) => ({ x: stops.value[i]!.x, value: p.decay[b.id] })),
  })),
);
const swing = computed(() => [
  { name: 'swing', look: 3, points: points.value.map((p, i) => ({ x: stops.value[i]!.x, value: p.swingDb })) },
]);
const table = computed(() =>
  points.value.map((p) => ({
    taken: p.measurement.at,
    title: p.measurement.title,
    ...Object.fromEntries(SERIES_BANDS.map((b) => [`s, ${b.name}`, p.decay[b.id]])),
    'swing ± dB': p.swingDb,
  })),
);
const said = computed(() => {
  const [first, last] = [points.value[0], points.value.at(-1)];
  const [a, b] = [first?.decay.mid, last?.decay.mid];
  const parts = [
    a != null && b != null ? `decay at 500–1000 Hz went from ${fixed(a, 2)} to ${fixed(b, 2)} s` : null,
    first?.swingDb != null && last?.swingDb != null
      ? `swing below 150 Hz from ± ${fixed(first.swingDb, 1)} to ± ${fixed(last.swingDb, 1)} dB`
      : null,
  ].filter((p) => p !== null);
  return parts.length > 0 ? `From the first to the last, ${parts.join(', ')}.` : '';
});
</script>

<template>
  <p v-if="!shown" class="notice" data-no-series>
    Nothing has been measured twice with the same loudspeaker at the same place yet. Measure again there after the next
    step, and what it brought is drawn here.
  </p>
  <template v-else>
    <div class="controls">
      <label>
        What
        <select
          :value="shown && keyOf(shown)"
          aria-label="Series"
          @change="chosen = ($event.target as HTMLSelectElement).value"
        >
          <option v-for="s in series" :key="keyOf(s)" :value="keyOf(s)">{{ nameOf(s) }}</option>
        </select>
      </label>
      <span class="notice" data-series>{{ said }}</span>
    </div>
    <ChartFrame
      title="Decay over dates"
      subtitle="means of octaves"
      file="decay-over-dates"
      :table="table"
      :min-height="170"
      class="big"
    >
      <template #default="{ width, height }">
        <PointsChart
          :width="width"
          :height="height"
          :lines="decay"
          :stops="stops"
          :high="0.4"
          unit="s"
          x-name="taken"
          label="Decay over dates"
        />
      </template>
    </ChartFrame>
    <ChartFrame
      title="Swing over dates"
      subtitle="30–150 Hz, half of highest less lowest"
      file="swing-over-dates"
      :table="table"
      :min-height="130"
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
          x-name="taken"
          label="Swing over dates"
        />
      </template>
    </ChartFrame>
  </template>
</template>

<style scoped src="./pictures.css"></style>
