<script setup lang="ts">
/** One strip of tape with its loudspeaker's letter. */
import { computed } from 'vue';
import { tapePath } from '../shapes';

const props = defineProps<{
  x: number;
  y: number;
  letter: string;
  width: number;
  height: number;
  selected: boolean;
  hovered: boolean;
  covered: boolean;
  /** Of the loudspeaker on the other side. */
  opposite: boolean;
  /** The zone to scale. */
  outline: string;
  /** Too slim for a letter: seen edge-on. */
  edge?: boolean;
}>();
const d = computed(() => tapePath(props.x, props.y, props.width, props.height));
</script>

<template>
  <g class="tape" :class="{ selected, hovered, covered, opposite }">
    <polygon v-if="outline" class="zone" :points="outline" />
    <path :d="d" />
    <text v-if="!edge" :x="x" :y="y" dy="0.36em">{{ letter }}</text>
  </g>
</template>

<style scoped>
.tape path {
  fill: var(--tape);
  stroke: var(--tape-edge);
  stroke-width: 1;
}
.tape text {
  fill: var(--tape-ink);
  font-weight: 600;
  font-size: 11px;
  text-anchor: middle;
}
.zone {
  fill: none;
  stroke: var(--tape-edge);
  stroke-width: 1;
}
.tape.opposite path {
  stroke-dasharray: 3 2;
  fill-opacity: 0.55;
}
.tape.selected .zone {
  stroke: var(--tawny);
}
.tape.covered path {
  fill: var(--tape-covered);
}
.tape.hovered path {
  stroke: var(--tawny);
  stroke-width: 1.6;
}
.tape.selected path {
  stroke: var(--tawny);
  stroke-width: 2.4;
}
</style>
