<script setup lang="ts">
/** The modes that are really there: frequency, decay and level of each damped sinusoid, with what it is uncertain by. */
import { computed } from 'vue';
import { computedAsync } from '@vueuse/core';
import { fixed } from '@tawny/core/quantities/format';
import ChartFrame from '../../../charts/ChartFrame.vue';
import CurvesChart from '../../../charts/measured/CurvesChart.vue';
import { steady } from '../../../answers/line';
import { withModes } from '@tawny/core/studies/listen/beside';
import { useListen } from '../useListen';

const { doc, list, shown, readOf, reading, main, recordings } = useListen();
const rings = computed(() => reading.value?.ringing ?? null);
/** Modes of the main one's room are solved when its rings are looked at; edits of other parts of the document ask nothing again. */
const asked = steady(() => {
  const m = main.value;
  return m && reading.value ? { id: m.id, room: m.room, place: m.place.at } : null;
});
const predicted = computedAsync(async (onCancel) => {
  let wanted = true;
  onCancel(() => (wanted = false));
  const [project, m] = [doc.settled, asked.value && list.value.find((one) => one.id === asked.value!.id)];
  if (!project || !m) return [];
  return (await recordings.modes(project, m, () => wanted)) ?? [];
}, []);
const rows = computed(() => withModes(rings.value?.rings ?? [], predicted.value));
const ghosts = computed(() =>
  predicted.value
    .filter((p) => p.f <= (rings.value?.upTo ?? 0) && Math.abs(p.head) > 0.05)
    .map((p) => ({
      ...{ f: p.f, value: p.time, look: 5, ghost: true },
      name: `predicted: ${fixed(p.f, 1)} Hz for ${fixed(p.time, 2)} s`,
    })),
);
const own = computed(() =>
  shown.value.flatMap((m, look) =>
    (readOf(m)?.impulse?.ringing.rings ?? []).map((r) => ({
      f: r.f,
      value: r.decay,
      name: `${m.title}: ${fixed(r.f, 1)} Hz for ${fixed(r.decay, 2)} s`,
      look,
    })),
  ),
);
const stems = computed(() => [...ghosts.value, ...own.value]);
const top = computed(() => Math.max(60, rings.value?.upTo ?? 150) * 1.02);
const frequencies = computed(() => Array.from({ length: 60 }, (_, i) => 18 * (top.value / 18) ** (i / 59)));
const most = computed(() => Math.max(0.5, ...stems.value.map((s) => s.value)) * 1.1);
const names = computed(() => [
  ...shown.value.map((m, look) => ({ name: m.title, look, ghost: false, values: [] as number[] })),
  ...(ghosts.value.length > 0 ? [{ name: 'predicted', look: 5, ghost: true, values: [] as number[] }] : []),
]);
const table = computed(() =>
  rows.value.map((r) => ({
    Hz: Number(r.f.toFixed(2)),
    's for 60 dB': Number(r.decay.toFixed(3)),
    dB: Number(r.levelDb.toFixed(1)),
    '± Hz': Number(r.fError.toFixed(3)),
    '± s': Number(r.decayError.toFixed(3)),
    'predicted Hz': r.predicted ? Number(r.predicted.f.toFixed(2)) : null,
    'predicted s': r.predicted ? Number(r.predicted.time.toFixed(3)) : null,
  })),
);
</script>

<template>
  <p class="notice" data-rings>
    <template v-if="rings && rings.rings.length > 0">
      {{ rings.rings.length }} modes found up to {{ fixed(rings.upTo, 0) }} Hz; two nearer than
      {{ fixed(rings.resolution, 1) }} Hz cannot be told apart.
      {{ rings.upTo < 300 ? `Above ${fixed(rings.upTo, 0)} Hz they lie too close together.` : '' }}
    </template>
    <template v-else>No mode stands out of this recording: too noisy, too short, or too many at once.</template>
  </p>
  <ChartFrame
    title="What rings, and for how long"
    subtitle="each stem a mode: time for 60 dB"
    file="rings"
    :table="table"
    :min-height="200"
    class="big"
  >
    <template #default="{ width, height }">
      <CurvesChart
        :width="width"
        :height="height"
        :frequencies="frequencies"
        :curves="names"
        :stems="stems"
        :low="0"
        :high="most"
        unit="s"
        :digits="2"
        label="Modes by frequency"
      />
    </template>
  </ChartFrame>
  <div v-if="rings && rings.rings.length > 0" class="scrolled" tabindex="0" role="region" aria-label="Modes found">
    <table class="list" aria-label="Modes found">
      <thead>
        <tr>
          <th class="figure">Hz</th>
          <th class="figure">± Hz</th>
          <th class="figure">rings for s</th>
          <th class="figure">± s</th>
          <th class="figure">dB re the strongest</th>
          <th class="figure">predicted Hz</th>
          <th class="figure">for s</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in rows" :key="r.f">
          <td class="figure">{{ fixed(r.f, 1) }}</td>
          <td class="figure">{{ fixed(r.fError, 2) }}</td>
          <td class="figure">{{ fixed(r.decay, 2) }}</td>
          <td class="figure">{{ fixed(r.decayError, 2) }}</td>
          <td class="figure">{{ fixed(r.levelDb, 0) }}</td>
          <td class="figure">{{ r.predicted ? fixed(r.predicted.f, 1) : '–' }}</td>
          <td class="figure">{{ r.predicted ? fixed(r.predicted.time, 2) : '–' }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped src="./pictures.css"></style>
