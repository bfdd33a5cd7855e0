<script setup lang="ts">
/** What is only shown while something is typed or refused: the tape as far as it is read, the place that cannot be. */
import { computed } from 'vue';
import { onSheet, type Sheet } from '../layout';
import { pointsText } from '../room';
import type { BoardScene } from '../types';

const props = defineProps<{ trace: BoardScene['trace']; fault: BoardScene['fault']; sheet: Sheet }>();
const faultAt = computed(() => (props.fault?.at ? onSheet(props.sheet, props.fault.at) : null));
const line = computed(() => {
  const t = props.trace;
  if (!t || t.points.length === 0) return null;
  const px = [...t.points, t.end].map((p) => onSheet(props.sheet, p));
  return { points: pointsText(px), start: px[0]!, end: px[px.length - 1]! };
});
</script>

<template>
  <g v-if="line" class="trace">
    <polyline :points="line.points" />
    <circle :cx="line.start[0]" :cy="line.start[1]" r="4" />
    <circle class="end" :cx="line.end[0]" :cy="line.end[1]" r="4" />
  </g>
  <g v-if="faultAt" class="fault" data-fault>
    <circle :cx="faultAt[0]" :cy="faultAt[1]" r="11" />
    <path :d="`M${faultAt[0] - 5} ${faultAt[1] - 5}l10 10m0 -10l-10 10`" />
  </g>
</template>

<style scoped>
.fault,
.trace {
  pointer-events: none;
}
.trace polyline {
  fill: none;
  stroke: var(--tawny);
  stroke-width: 1.6;
  stroke-dasharray: 6 3;
}
.trace circle {
  fill: var(--tawny);
}
.trace .end {
  fill: var(--sheet);
  stroke: var(--tawny);
  stroke-width: 2;
}
.fault circle {
  fill: none;
  stroke: var(--brick);
  stroke-width: 2.4;
}
.fault path {
  stroke: var(--brick);
  stroke-width: 2;
}
</style>
