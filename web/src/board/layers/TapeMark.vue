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
  /** Too slim for a letter: seen edge-on. */
  edge?: boolean;
}>();
const d = computed(() => tapePath(props.x, props.y, props.width, props.height));
</script>

<template>
  <g class="tape" :class="{ selected, hovered, covered }">
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
