<script setup lang="ts">
/** Width and length over height: where boxes of this volume keep their counts from falling, the standard's range, the room. */
import { computed } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import type { ProportionMap } from '@tawny/core/studies/proportions';
import { type Frame, levelScale } from './axis';
import { scaleLinear } from 'd3-scale';
import './charts.css';

const props = defineProps<{
  width: number;
  height: number;
  map: ProportionMap | null;
  box: readonly [number, number, number];
}>();
const frame = computed((): Frame => ({
  width: props.width,
  height: props.height,
  left: 34,
  right: 12,
  top: 10,
  bottom: 30,
}));
const x = computed(() => scaleLinear([0.95, 2.65], [frame.value.left, props.width - frame.value.right]));
const y = computed(() => levelScale(frame.value, 0.95, 3.15));
const cells = computed(() => {
  if (!props.map) return '';
  const { width: w, length: l, passes } = props.map;
  const [dx, dy] = [x.value(w.step) - x.value(0), y.value(0) - y.value(l.step)];
  return passes
    .map((p, i) => {
      if (p === 0) return '';
      const [u, v] = [w.from + (i % w.count) * w.step, l.from + Math.floor(i / w.count) * l.step];
      return `M${(x.value(u) - dx / 2).toFixed(1)} ${(y.value(v) - dy / 2).toFixed(1)}h${dx.toFixed(1)}v${dy.toFixed(1)}h${(-dx).toFixed(1)}Z`;
    })
    .join('');
});
/** 1.1 w ≤ l ≤ 4.5 w − 4, both below 3. */
const range = computed(() => {
  const corners: [number, number][] = [
    [4 / 3.4, (1.1 * 4) / 3.4],
    [2.65, 1.1 * 2.65],
    [2.65, 3],
    [7 / 4.5, 3],
  ];
  return corners.map(([u, v]) => `${x.value(u).toFixed(1)},${y.value(v).toFixed(1)}`).join(' ');
});
const at = computed(() => ({ u: props.box[0] / props.box[2], v: props.box[1] / props.box[2] }));
const inside = computed(() => at.value.u < 2.65 && at.value.v < 3.15 && at.value.u > 0.95 && at.value.v > 0.95);
const words = computed(() => `1 : ${fixed(at.value.u, 2)} : ${fixed(at.value.v, 2)}`);
</script>

<template>
  <svg
    class="plotted"
    :width="width"
    :height="height"
    role="img"
    :aria-label="`Height to width to length ${words}. Tinted: boxes of this volume whose mode counts never fall.`"
  >
    <path :d="cells" class="passes" />
    <polygon :points="range" class="range" />
    <g class="axis">
      <template v-for="t in [1, 1.5, 2, 2.5]" :key="t">
        <line :x1="x(t)" :x2="x(t)" :y1="height - frame.bottom" :y2="height - frame.bottom + 4" />
        <text class="figure" :x="x(t)" :y="height - 15" text-anchor="middle">{{ fixed(t, 1) }}</text>
      </template>
      <template v-for="t in [1, 1.5, 2, 2.5, 3]" :key="`l${t}`">
        <text class="figure" :x="frame.left - 5" :y="y(t)" dy="0.35em" text-anchor="end">{{ fixed(t, 1) }}</text>
      </template>
      <line :x1="frame.left" :x2="width - frame.right" :y1="height - frame.bottom" :y2="height - frame.bottom" />
      <text :x="width - frame.right" :y="height - 3" text-anchor="end">width over height</text>
      <text :x="2" :y="height - 3">length over height, upwards</text>
    </g>
    <g v-if="inside" class="room">
      <circle :cx="x(at.u)" :cy="y(at.v)" r="5" />
      <text :x="x(at.u) + 8" :y="y(at.v)" dy="0.35em">{{ words }}</text>
    </g>
    <text v-else :x="frame.left + 8" :y="frame.top + 12">The room lies outside: {{ words }}</text>
  </svg>
</template>

<style scoped>
.passes {
  fill: var(--teal);
  fill-opacity: 0.22;
}
.range {
  fill: none;
  stroke: var(--ink-soft);
  stroke-dasharray: 5 4;
}
.room circle {
  fill: none;
  stroke: var(--tawny);
  stroke-width: 2.2;
}
.room text {
  fill: var(--tawny);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 4px;
}
</style>
