<script setup lang="ts">
/** Noise while nothing was played: by octave, rated where its sound level is known, with its tones. */
import { computed, ref } from 'vue';
import { rateNoise, type Weighting, WEIGHTINGS } from '@tawny/core/criteria/noiseCurves';
import { OCTAVE_MIDBANDS, OCTAVES } from '@tawny/core/quantities/bands';
import { fixed } from '@tawny/core/quantities/format';
import { OVER_DB } from '@tawny/core/signal/rest/loudEvents';
import { fullScaleByMeter } from '@tawny/core/studies/listen/shown';
import ChartFrame from '../../../charts/ChartFrame.vue';
import CurvesChart from '../../../charts/measured/CurvesChart.vue';
import ChoiceField from '../../../fields/ChoiceField.vue';
import NumberField from '../../../fields/NumberField.vue';
import { useListen } from '../useListen';

const { shown, noiseOf, main, doc, change } = useListen();
const noise = computed(() => (main.value ? noiseOf(main.value) : null));
const known = computed(() => noise.value?.re === 'pressure');
const levels = computed(() => noise.value?.octaves ?? []);
const rating = computed(() =>
  known.value && levels.value.length === OCTAVES.length && levels.value.every((v) => v !== null)
    ? rateNoise(levels.value)
    : null,
);
/** As a meter would show it. */
const dbA = computed(() => noise.value?.meter('A') ?? 0);
const watched = computed(() => (main.value?.holds.kind === 'events' ? main.value.holds : null));
const levelText = (db: number) => {
  const full = main.value?.fullScaleDb ?? null;
  return full === null ? `${fixed(db, 0)} dB re full scale` : `${fixed(db + full, 0)} dB`;
};
/** It was kept when the watch ended. */
const clockOf = (at: number) =>
  new Date(Date.parse(main.value!.at) - 1000 * (watched.value!.seconds - at)).toLocaleTimeString();
const lasting = (s: number) => (s < 120 ? `${fixed(s, 0)} s` : `${fixed(s / 60, 0)} min`);
const goal = computed(() => doc.project?.brief.backgroundDb ?? null);
const curves = computed(() =>
  shown.value.flatMap((m, look) => {
    const own = noiseOf(m);
    return own ? [{ name: m.title, look, values: own.octaves }] : [];
  }),
);
/** A meter read beside the recording says what full scale stands for. */
const meter = ref<number | null>(null);
const weighting = ref<Weighting>('A');
const METERS = WEIGHTINGS.map((w) => ({ value: w, title: `dB(${w})` }));
function takeMeter(): void {
  const [m, n] = [main.value, noise.value];
  if (!m || !n || meter.value === null) return;
  change(m, { fullScaleDb: fullScaleByMeter(n, m.fullScaleDb, meter.value, weighting.value) });
  meter.value = null;
}
const values = computed(() => curves.value.flatMap((c) => c.values.filter((v) => v !== null)));
const table = computed(() => OCTAVES.map((f, i) => ({ Hz: f, dB: levels.value[i] ?? null })));
</script>

<template>
  <template v-if="watched">
    <p class="notice" data-events>
      In {{ lasting(watched.seconds) }}
      {{ watched.list.length === 1 ? 'one sound stood' : `${watched.list.length} sounds stood` }} more than
      {{ OVER_DB }} dB out of the room at rest ({{ levelText(watched.restDb) }}).
    </p>
    <div class="scrolled tall" tabindex="0" role="region" aria-label="Loud events">
      <table class="list" aria-label="Loud events">
        <thead>
          <tr>
            <th>at</th>
            <th class="figure">lasting s</th>
            <th class="figure">loudest</th>
            <th class="figure">over the room dB</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="e in watched.list" :key="e.at">
            <td>{{ clockOf(e.at) }}</td>
            <td class="figure">{{ fixed(e.seconds, 1) }}</td>
            <td class="figure">{{ levelText(e.db) }}</td>
            <td class="figure">{{ fixed(e.db - watched.restDb, 0) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </template>
  <p v-else-if="!noise" class="soft notice">This recording holds too little of the room at rest to tell its noise.</p>
  <template v-else>
    <p class="notice" data-noise>
      <template v-if="rating">
        {{ fixed(dbA, 1) }} dB(A), NR {{ rating.nrWhole }} (decided at {{ rating.nrBand }} Hz), NC
        {{ rating.nc === null ? rating.ncOutside : fixed(rating.nc, 0) }}.
        <template v-if="goal !== null"
          >The brief asks for {{ fixed(goal, 0) }} dB(A):
          {{ dbA <= goal ? 'met' : `${fixed(dbA - goal, 1)} dB over` }}.</template
        >
      </template>
      <template v-else>
        Levels are re a full-scale sine. Type what a meter beside the microphone read while the room was at rest, or
        under Kept what sound level full scale stands for, and they are rated in dB(A), NR and NC.
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
    <div v-if="noise.seconds !== null" class="meter">
      <NumberField
        v-model="meter"
        label="A meter beside it read"
        kind="number"
        :min="0"
        :max="140"
        :digits="1"
        unit="dB"
        optional
        @clear="meter = null"
      />
      <ChoiceField v-model="weighting" label="weighted" :items="METERS" />
      <v-btn v-if="meter !== null" size="x-small" variant="outlined" data-take-meter @click="takeMeter"
        >Take it over</v-btn
      >
    </div>
    <ChartFrame
      title="Noise by octave"
      :subtitle="
        noise.seconds === null
          ? 'as somebody else read it'
          : `over ${fixed(noise.seconds, 1)} s in which nothing was played`
      "
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
          :unit="known ? 'dB' : 'dB re full scale'"
          dots
          label="Noise by octave"
        />
      </template>
    </ChartFrame>
  </template>
</template>

<style scoped src="./pictures.css"></style>
<style scoped>
.tall {
  flex: 1 1 220px;
}
.meter {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 14px;
  padding: 0 14px;
  max-width: 46rem;
}
.meter > * {
  flex: 0 1 20rem;
}
.meter > button {
  flex: none;
}
</style>
