<script setup lang="ts">
/** Mid-band decay after each further four panels: where the next ones stop being worth their place. */
import { line } from 'd3-shape';
import { scaleLinear } from 'd3-scale';
import { computed } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import { type Frame, levelScale } from './axis';
import './charts.css';

const props = defineProps<{
  width: number;
  height: number;
  steps: readonly { panels: number; mid: number | null; inside: boolean }[];
  /** Limits at 1 kHz, s. */
  band: { lower: number; upper: number | null } | null;
  chosen: { panels: number; mid: number | null };
}>();
const frame = computed((): Frame => ({
  width: props.width,
  height: props.height,
  left: 30,
  right: 24,
  top: 20,
  bottom: 26,
}));
const known = computed(
  () => props.steps.filter((s) => s.mid !== null) as { panels: number; mid: number; inside: boolean }[],
);
const x = computed(() =>
  scaleLinear(
    [0, Math.max(4, ...known.value.map((s) => s.panels))],
    [frame.value.left, props.width - frame.value.right],
  ),
);
const y = computed(() => levelScale(frame.value, 0, Math.max(0.5, ...known.value.map((s) => s.mid)) * 1.02));
const path = computed(
  () =>
    line<{ panels: number; mid: number }>()
      .x((s) => x.value(s.panels))
      .y((s) => y.value(s.mid))(known.value) ?? '',
);
const every = computed(() => Math.max(1, Math.ceil((known.value.length * 34) / Math.max(1, props.width))));
</script>

<template>
  <svg
    class="plotted"
    :width="width"
    :height="height"
    role="img"
    aria-label="Mid-band decay time against number of panels"
  >
    <rect
      v-if="band"
      class="band"
      :x="frame.left"
      :width="width - frame.left - frame.right"
      :y="y(Math.min(band.upper ?? y.domain()[1]!, y.domain()[1]!))"
      :height="y(band.lower) - y(Math.min(band.upper ?? y.domain()[1]!, y.domain()[1]!))"
    />
    <path :d="path" class="line" />
    <g v-for="(s, i) in known" :key="s.panels">
      <circle :cx="x(s.panels)" :cy="y(s.mid)" r="3.4" :class="{ inside: s.inside }">
        <title>{{ s.panels }} panels: {{ fixed(s.mid, 2) }} s</title>
      </circle>
      <text v-if="i % every === 0" class="figure" :x="x(s.panels)" :y="y(s.mid) - 8" text-anchor="middle">
        {{ fixed(s.mid, 2) }}
      </text>
      <text v-if="i % every === 0" class="figure" :x="x(s.panels)" :y="height - 10" text-anchor="middle">
        {{ s.panels }}
      </text>
    </g>
    <circle v-if="chosen.mid !== null" class="chosen" :cx="x(chosen.panels)" :cy="y(chosen.mid)" r="5.5" />
  </svg>
</template>

<style scoped>
.band {
  fill: var(--teal);
  fill-opacity: 0.16;
}
.line {
  fill: none;
  stroke: var(--tawny);
  stroke-width: 1.6;
}
circle {
  fill: var(--sheet);
  stroke: var(--tawny);
  stroke-width: 1.4;
}
circle.inside {
  fill: var(--teal);
  stroke: var(--teal);
}
circle.chosen {
  fill: var(--tawny);
}
</style>
