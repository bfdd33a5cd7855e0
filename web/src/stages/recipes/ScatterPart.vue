<script setup lang="ts">
/** A scattering recipe: its range, its wells, where it sends sound, what to cut. */
import { computed } from 'vue';
import { frequencyLabel } from '@tawny/core/quantities/bands';
import { fixed } from '@tawny/core/quantities/format';
import { lengthText } from '@tawny/core/quantities/lengths';
import type { Scattering } from '@tawny/core/studies/recipes/scatter';
import type { Working } from '@tawny/core/studies/types';
import ChartFrame from '../../charts/ChartFrame.vue';
import PolarChart from '../../charts/PolarChart.vue';
import WorkingButton from '../../parts/WorkingButton.vue';
import { useLengths } from '../../parts/keys';

const props = defineProps<{ scattering: Scattering; name: string; seat: number | null; working: Working | null }>();
const system = useLengths();
const table = computed(() =>
  props.scattering.polars.flatMap((p) =>
    p.polarDb.map((db, i) => ({ Hz: Math.round(p.f), 'angle °': -90 + 5 * i, dB: Number(db.toFixed(2)) })),
  ),
);
const spots = computed(() => {
  const { bands, straight, oblique } = props.scattering;
  return [250, 500, 1000, 2000, 4000].map((f) => {
    const i = bands.findIndex((b) => Math.abs(b / f - 1) < 0.02);
    return { f, straight: straight[i] ?? null, oblique: oblique[i] ?? null };
  });
});
const length = (m: number) => lengthText(m, system.value);
</script>

<template>
  <section data-scattering class="scatter">
    <div class="words">
      <p>
        <template v-if="scattering.from !== null && scattering.minimumDistance !== null">
          <strong
            >Scatters from {{ fixed(scattering.from, 0) }} to
            {{ frequencyLabel(Math.round(scattering.upTo)) }} Hz.</strong
          >
          Wants {{ length(scattering.minimumDistance) }} to the listener<template v-if="seat !== null"
            >; the rear wall is {{ length(seat) }} behind the head<span
              v-if="seat < scattering.minimumDistance"
              class="bad"
              >: too near</span
            ></template
          >.
        </template>
        <template v-else>
          <strong>Hardly scatters:</strong> its coefficient stays below
          {{ fixed(Math.max(0.01, scattering.most), 2) }} from {{ fixed(scattering.madeFor, 0) }} to
          {{ frequencyLabel(Math.round(scattering.upTo)) }} Hz. What it gives back of the highs goes mainly where a
          mirror would send it.
        </template>
      </p>
      <p v-if="scattering.lobes.length > 1" class="soft">
        Periods of {{ length(scattering.periodWidth ?? 0) }} repeat: at twice the design frequency sound goes mainly
        {{ scattering.lobes.map((a) => `${fixed(a, 0)}°`).join(', ') }}.
      </p>
      <table class="list" aria-label="Diffusion coefficient, normalised">
        <thead>
          <tr>
            <th>Normalised coefficient</th>
            <th v-for="p in spots" :key="p.f" class="figure">{{ frequencyLabel(p.f) }}</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <td>straight on</td>
            <td v-for="p in spots" :key="p.f" class="figure">{{ p.straight === null ? '–' : fixed(p.straight, 2) }}</td>
          </tr>
          <tr>
            <td>from 55°</td>
            <td v-for="p in spots" :key="p.f" class="figure">{{ p.oblique === null ? '–' : fixed(p.oblique, 2) }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="scattering.sequence.length > 0 && scattering.depths.length > 0" class="wells">
        Wells: <span class="figure">{{ scattering.depths.map((d) => length(d)).join(' · ') }}</span>
      </p>
      <p v-if="scattering.matrix" class="wells">
        Heights by row:
        <span v-for="(row, i) in scattering.matrix" :key="i" class="figure block">{{
          row.map((d) => length(d)).join(' · ')
        }}</span>
      </p>
      <WorkingButton small :working="working" />
      <p class="soft">Far field, single frequencies, wells without coupling: read it as a comparison.</p>
    </div>
    <ChartFrame
      title="Where it sends sound"
      subtitle="from straight ahead"
      :file="`${name}-polar`"
      :table="table"
      :min-height="190"
      class="polar"
    >
      <template #default="{ width, height }">
        <PolarChart :width="width" :height="height" :polars="scattering.polars" />
      </template>
    </ChartFrame>
  </section>
</template>

<style scoped>
.scatter {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 10px;
}
.words {
  font-size: 12.5px;
}
.wells {
  margin: 4px 0;
}
.block {
  display: block;
}
.polar {
  min-height: 214px;
}
@media (max-width: 860px) {
  .scatter {
    grid-template-columns: 1fr;
  }
}
</style>
