<script setup lang="ts">
/** Rulers along the top and the left edge, with the plan's front left datum as their zero. */
import { computed } from 'vue';
import type { LengthSystem } from '@tawny/core/quantities/lengths';
import type { Sheet } from '../layout';
import { rulerTicks } from '../view';

const props = defineProps<{ plan: Sheet; width: number; height: number; system: LengthSystem }>();
const top = computed(() => rulerTicks(props.plan.x, props.plan.scale, props.width, props.system));
const left = computed(() => rulerTicks(props.plan.y, props.plan.scale, props.height, props.system));
</script>

<template>
  <g class="rulers" aria-hidden="true">
    <rect :width="width" height="15" />
    <rect width="15" :height="height" />
    <g v-for="(t, i) in top" :key="`t${i}`">
      <line :x1="t.at" :x2="t.at" :y1="t.long ? 4 : 10" y2="15" />
      <text v-if="t.label" :x="t.at + 2.5" y="9">{{ t.label }}</text>
    </g>
    <g v-for="(t, i) in left" :key="`l${i}`">
      <line :y1="t.at" :y2="t.at" :x1="t.long ? 4 : 10" x2="15" />
      <text v-if="t.label" :transform="`translate(9 ${t.at + 2.5}) rotate(90)`">{{ t.label }}</text>
    </g>
    <rect class="corner" width="15" height="15" />
  </g>
</template>

<style scoped>
rect {
  fill: var(--wood);
}
line {
  stroke: var(--wood-edge);
  stroke-width: 0.8;
}
text {
  font-family: var(--figures);
  font-size: 8.5px;
  fill: var(--ink-soft);
}
</style>
