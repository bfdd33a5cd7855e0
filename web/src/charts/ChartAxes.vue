<script setup lang="ts">
/** The axes of a chart, drawn once: lines across with their figures, the foot with its ticks, and what both are of. */
import type { Frame } from './axis';

export interface AxisTick {
  at: number;
  label: string | null;
  /** Told, and of no weight here. */
  faint?: boolean;
}
withDefaults(
  defineProps<{
    frame: Frame;
    x: (value: number) => number;
    y: (value: number) => number;
    across: readonly AxisTick[];
    up: readonly AxisTick[];
    /** Where the foot lies, px. */
    foot: number;
    /** Middle of the foot's figures under it, px. */
    drop?: number;
    xName: string;
    yName: string;
    /** Left end of what the upright axis is called, px. */
    yNameAt?: number;
  }>(),
  { drop: 16, yNameAt: 6 },
);
</script>

<template>
  <g class="grid">
    <line v-for="t in up" :key="t.at" :x1="frame.left" :x2="frame.width - frame.right" :y1="y(t.at)" :y2="y(t.at)" />
  </g>
  <g class="axis">
    <template v-for="t in up" :key="t.at">
      <text v-if="t.label !== null" class="figure" :x="frame.left - 6" :y="y(t.at)" dy="0.35em" text-anchor="end">
        {{ t.label }}
      </text>
    </template>
    <text :x="yNameAt" y="12">{{ yName }}</text>
    <line :x1="frame.left" :x2="frame.width - frame.right" :y1="foot" :y2="foot" />
    <g v-for="t in across" :key="t.at">
      <line :x1="x(t.at)" :x2="x(t.at)" :y1="foot" :y2="foot + (t.label === null ? 3 : 5)" />
      <text
        v-if="t.label !== null"
        class="figure"
        :class="{ faint: t.faint }"
        :x="x(t.at)"
        :y="foot + drop"
        text-anchor="middle"
      >
        {{ t.label }}
      </text>
    </g>
    <text :x="frame.width - frame.right" :y="frame.height - 3" text-anchor="end">{{ xName }}</text>
  </g>
</template>

<style scoped>
.faint {
  opacity: 0.55;
}
</style>
