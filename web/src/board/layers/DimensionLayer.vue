<script setup lang="ts">
/** Dimension lines with a tick at either end. */
import type { Dimension } from '../dimensions';

defineProps<{ dimensions: readonly Dimension[] }>();
</script>

<template>
  <g class="dimensions">
    <defs>
      <marker id="tick" markerWidth="8" markerHeight="8" refX="4" refY="4" orient="auto" markerUnits="userSpaceOnUse">
        <path d="M4 0V8" class="tick" />
      </marker>
    </defs>
    <g v-for="(d, i) in dimensions" :key="i">
      <line :x1="d.x1" :y1="d.y1" :x2="d.x2" :y2="d.y2" marker-start="url(#tick)" marker-end="url(#tick)" />
      <text :x="d.tx" :y="d.ty" :text-anchor="d.anchor">{{ d.text }}</text>
    </g>
  </g>
</template>

<style scoped>
.dimensions {
  pointer-events: none;
}
line,
.tick {
  stroke: var(--tawny);
  stroke-width: 1.3;
}
text {
  font-family: var(--figures);
  font-size: 12px;
  font-weight: 600;
  fill: var(--tawny);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 4px;
}
</style>
