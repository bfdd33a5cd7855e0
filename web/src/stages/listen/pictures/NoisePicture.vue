<script setup lang="ts">
/** Noise while nothing was played: by octave, rated where its sound level is known, with its tones. */
import { computed } from 'vue';
import { rateNoise } from '@tawny/core/criteria/noiseCurves';
import { OCTAVE_MIDBANDS, OCTAVES } from '@tawny/core/quantities/bands';
import { fixed } from '@tawny/core/quantities/format';
import ChartFrame from '../../../charts/ChartFrame.vue';
import CurvesChart from '../../../charts/measured/CurvesChart.vue';
import { useListen } from '../useListen';

const { shown, readOf, heard, main, doc } = useListen();
const offset = computed(() => main.value?.fullScaleDb ?? null);
const noise = computed(() => heard.value?.noise ?? null);
const levels = computed(() => noise.value?.octaves.map((v) => (v === null ? null : v + (offset.value ?? 0))) ?? []);
const rating = computed(() =>
  offset.value !== null && levels.value.length === OCTAVES.length && levels.value.every((v) => v !== null)
    ? rateNoise(levels.value)
    : null,
);
const goal = computed(() => doc.project?.brief.backgroundDb ?? null);
const curves = computed(() =>
  shown.value.flatMap((m, look) => {
    const own = readOf(m)?.noise;
    return own
      ? [{ name: m.title, look, values: own.octaves.map((v) => (v === null ? null : v + (m.fullScaleDb ?? 0))) }]
      : [];
  }),
);
const values = computed(() => curves.value.flatMap((c) => c.values.filter((v) => v !== null)));
const table = computed(() => OCTAVES.map((f, i) => ({ Hz: f, dB: levels.value[i] ?? null })));
</script>

<template>
  <p v-if="!noise" class="soft notice">This recording holds too little of the room at rest to tell its noise.</p>
  <template v-else>
    <p class="notice" data-noise>
      <template v-if="rating">
        {{ fixed(rating.dbA, 1) }} dB(A), NR {{ rating.nrWhole }} (decided at {{ rating.nrBand }} Hz), NC
        {{ rating.nc === null ? rating.ncOutside : fixed(rating.nc, 0) }}.
        <template v-if="goal !== null"
          >The brief asks for {{ fixed(goal, 0) }} dB(A):
          {{ rating.dbA <= goal ? 'met' : `${fixed(rating.dbA - goal, 1)} dB over` }}.</template
        >
      </template>
      <template v-else>
        Levels are re a full-scale sine. Type under Kept what sound level full scale stands for, and they are rated in
        dB(A), NR and NC.
      </template>
    </p>
    <p v-if="noise.tones.length > 0" class="notice">
      Tones:
      <span v-for="(t, i) in noise.tones.slice(0, 8)" :key="t.f">
        {{ i > 0 ? ', ' : '' }}{{ fixed(t.f, 1) }} Hz{{
          t.harmonic ? ` (mains ${t.harmonic.of} Hz${t.harmonic.order > 1 ? ` × ${t.harmonic.order}` : ''})` : ''
        }}, {{ fixed(t.overDb, 0) }} dB over what is around</span
      >.
    </p>
    <ChartFrame
      title="Noise by octave"
      :subtitle="`over ${fixed(noise.seconds, 1)} s in which nothing was played`"
      file="noise"
      :table="table"
      :min-height="220"
      class="big"
    >
      <template #default="{ width, height }">
        <CurvesChart
          v-if="values.length > 0"
          :width="width"
          :height="height"
          :frequencies="OCTAVE_MIDBANDS"
          :curves="curves"
          :low="Math.min(...values) - 3"
          :high="Math.max(...values) + 3"
          :unit="offset === null ? 'dB re full scale' : 'dB'"
          dots
          label="Noise by octave"
        />
      </template>
    </ChartFrame>
  </template>
</template>

<style scoped src="./pictures.css"></style>
