<script setup lang="ts">
/** What the board's picture is of, read out at the ears and the loudspeakers; its height and what it shows. */
import { computed } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import { lengthText } from '@tawny/core/quantities/lengths';
import type { MapAnswer } from '@tawny/core/studies/bass/types';
import { surfaceWords } from '@tawny/core/words/tapes';
import { downloadCsv } from '../../charts/exports';
import NumberField from '../../fields/NumberField.vue';
import { useBassStage } from './useBassStage';

const props = defineProps<{ map: MapAnswer; what: string; earHeight: number; phase: number }>();
const height = defineModel<number | null>('height', { required: true });
const quantity = defineModel<'pressure' | 'velocity'>('quantity', { required: true });
/** Board alone, without the chart. */
const large = defineModel<boolean>('large', { required: true });
const { setting, session } = useBassStage();
const size = (p: { re: number; im: number }) => `${fixed(100 * Math.hypot(p.re, p.im), 0)} %`;
const read = computed(() =>
  [
    `ears ${size(props.map.head)}`,
    ...props.map.sources.map(
      (s) => `${setting.value.loudspeakers.find((l) => l.id === s.id)?.letter ?? s.id} ${size(s)}`,
    ),
  ].join(', '),
);
const highest = computed(() => {
  const names = [...new Set(props.map.highest.slice(0, 4).map((s) => surfaceWords(s.name)))];
  return names.join(', ');
});
function takeMap(): void {
  const { plan, velocity } = props.map;
  const rows = Array.from(plan.re, (re, i) => ({
    'x m': Number((plan.from[0] + ((i % plan.columns) + 0.5) * plan.step[0]).toFixed(3)),
    'y m': Number((plan.from[1] + (Math.floor(i / plan.columns) + 0.5) * plan.step[1]).toFixed(3)),
    'z m': Number(plan.height.toFixed(3)),
    'pressure real': Number.isNaN(re) ? '' : Number(re.toFixed(4)),
    'pressure imaginary': Number.isNaN(re) ? '' : Number(plan.im[i]!.toFixed(4)),
    velocity: Number.isNaN(velocity[i]!) ? '' : Number(velocity[i]!.toFixed(4)),
  }));
  void downloadCsv('bass-map', rows);
}
</script>

<template>
  <div class="map-row" data-map>
    <slot />
    <span class="text">
      <strong>{{ what }}</strong>
      <span class="soft"> of the largest: {{ read }}. Highest on: {{ highest }}.</span>
    </span>
    <v-btn-toggle v-model="quantity" mandatory density="compact" variant="outlined" aria-label="What the plan shows">
      <v-btn value="pressure" size="x-small">Pressure</v-btn>
      <v-btn value="velocity" size="x-small">Velocity</v-btn>
    </v-btn-toggle>
    <span class="height">
      <NumberField
        label="At"
        :model-value="height ?? earHeight"
        :min="0"
        :max="setting.solid.height"
        @update:model-value="height = $event"
      />
    </span>
    <v-btn size="x-small" variant="text" @click="takeMap">Save the map (PNG)</v-btn>
    <v-btn size="x-small" variant="text" @click="large = !large">{{ large ? 'Show chart' : 'Large board' }}</v-btn>
    <v-btn v-if="height !== null" size="x-small" variant="text" @click="height = null"
      >Ears, {{ lengthText(earHeight, session.system) }}</v-btn
    >
  </div>
</template>

<style scoped>
.map-row {
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 2px 14px;
  font-size: 12.5px;
  min-height: 34px;
}
.text {
  flex: 1;
  min-width: 0;
}
.map-row > :not(.text) {
  flex: none;
}
.height {
  width: 176px;
}
</style>
