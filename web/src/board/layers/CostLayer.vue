<script setup lang="ts">
/** What a search has found over the plan: the darker a cell, the better the seat there. */
import { computed } from 'vue';
import { onSheet, type Sheet } from '../layout';
import type { CostMap } from '../types';

const props = defineProps<{ map: CostMap; sheet: Sheet }>();
const cells = computed(() => {
  const { from, step, columns, costs } = props.map;
  const known = costs.filter((c) => c !== null);
  const [low, high] = [Math.min(...known), Math.max(...known)];
  const size = step * props.sheet.scale;
  return costs.flatMap((cost, i) => {
    if (cost === null) return [];
    const [x, y] = onSheet(props.sheet, [from[0] + (i % columns) * step, from[1] + Math.floor(i / columns) * step]);
    const good = high > low ? (high - cost) / (high - low) : 1;
    return [{ key: i, x: x - size / 2, y: y - size / 2, size, opacity: 0.04 + 0.5 * good ** 2 }];
  });
});
</script>

<template>
  <g class="costs" data-costs>
    <rect
      v-for="c in cells"
      :key="c.key"
      :x="c.x"
      :y="c.y"
      :width="c.size"
      :height="c.size"
      :fill-opacity="c.opacity"
    />
  </g>
</template>

<style scoped>
.costs {
  pointer-events: none;
}
rect {
  fill: var(--tawny);
}
</style>
