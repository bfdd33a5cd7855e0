<script setup lang="ts">
/** Arrivals: the envelope of the first 50 ms, its spikes with delay, level and extra path, and the marks that would arrive then. */
import { computed } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import { lengthText } from '@tawny/core/quantities/lengths';
import { withPredicted } from '@tawny/core/signal/arrivals';
import { surfaceWords } from '@tawny/core/words/tapes';
import ChartFrame from '../../../charts/ChartFrame.vue';
import TimesChart from '../../../charts/measured/TimesChart.vue';
import { useAnswers } from '../../../answers/answers';
import { useLengths } from '../../../parts/keys';
import { useListen } from '../useListen';

const { reading, heard, predicted } = useListen();
const arrivals = computed(() => predicted.value?.arrivals ?? []);
const system = useLengths();
const answers = useAnswers();
const c = computed(() => predicted.value?.c ?? answers.glance!.setting.c);
const rows = computed(() =>
  withPredicted(reading.value?.arrivals.list ?? [], arrivals.value).map((a) => ({ ...a, extra: a.delay * c.value })),
);
const curve = computed(() => {
  const [r, h] = [reading.value, heard.value];
  if (!r || !h) return null;
  const { start, direct, envelopeDb } = r.arrivals;
  return { name: 'envelope', step: 1 / h.rate, start: (start - direct) / h.rate, levels: envelopeDb, look: 0 };
});
const moments = computed(() => [
  ...rows.value.map((r) => ({
    time: r.delay,
    level: r.levelDb,
    name: `extra path ${lengthText(r.extra, system.value)}`,
  })),
  ...arrivals.value.map((m) => ({
    time: m.delay,
    level: Math.max(-39, m.levelDb),
    name: `predicted off ${surfaceWords(m.name)}`,
    open: true,
  })),
]);
const table = computed(() =>
  rows.value.map((r) => ({
    ms: Number((r.delay * 1000).toFixed(3)),
    dB: Number(r.levelDb.toFixed(1)),
    'extra path m': Number(r.extra.toFixed(3)),
    mark: r.predicted ? surfaceWords(r.predicted.name) : '',
  })),
);
</script>

<template>
  <ChartFrame
    title="Arrivals"
    :subtitle="`after the direct sound; filled: measured${arrivals.length > 0 ? ', open: where a mark of this room would arrive' : ''}`"
    file="arrivals"
    :table="table"
    :min-height="200"
    class="big"
  >
    <template #default="{ width, height }">
      <TimesChart
        v-if="curve"
        :width="width"
        :height="height"
        :curves="[curve]"
        :moments="moments"
        :from="-0.002"
        :to="0.05"
        :low="-40"
        :high="2"
        label="Envelope of the first 50 ms"
      />
    </template>
  </ChartFrame>
  <div class="scrolled" tabindex="0" role="region" aria-label="Arrivals in figures">
    <table class="list" aria-label="Arrivals">
      <thead>
        <tr>
          <th class="figure">ms</th>
          <th class="figure">dB</th>
          <th class="figure">extra path</th>
          <th>would be</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in rows.slice(0, 40)" :key="r.at">
          <td class="figure">{{ fixed(r.delay * 1000, 2) }}</td>
          <td class="figure">{{ fixed(r.levelDb, 1) }}</td>
          <td class="figure">{{ lengthText(r.extra, system) }}</td>
          <td>{{ r.predicted ? surfaceWords(r.predicted.name) : '' }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="rows.length === 0" class="soft">Nothing within 50 ms comes within 25 dB of the direct sound.</p>
  </div>
</template>

<style scoped src="./pictures.css"></style>
