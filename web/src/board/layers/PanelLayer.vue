<script setup lang="ts">
/** Cloth panels on a wall or the ceiling; the hatch stands closer the deeper they are. */
import { hatchPath } from '../shapes';

defineProps<{ panels: readonly { x: number; y: number; width: number; height: number; depth: number }[] }>();
</script>

<template>
  <g class="panels">
    <g v-for="(p, i) in panels" :key="i">
      <rect :x="p.x" :y="p.y" :width="p.width" :height="p.height" />
      <path :d="hatchPath(p.x, p.y, p.width, p.height, p.depth)" />
    </g>
  </g>
</template>

<style scoped>
rect {
  fill: var(--teal);
  fill-opacity: 0.1;
  stroke: var(--teal);
  stroke-width: 1.2;
}
path {
  stroke: var(--teal);
  stroke-width: 0.7;
  stroke-opacity: 0.55;
  fill: none;
}
</style>
