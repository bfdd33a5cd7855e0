<script setup lang="ts">
/** Sound pressure of a mode over the plan: two tints for the two phases, signs in them, dashes where it vanishes. */
import { contours } from 'd3-contour';
import { computed } from 'vue';
import { areaPath, linePath } from '../shapes';
import type { PressureField } from '../types';

const props = defineProps<{ field: PressureField; x: number; y: number; width: number; height: number }>();

const LEVELS = [0.25, 0.5, 0.75, 0.95];
const sx = computed(() => props.width / props.field.columns);
const sy = computed(() => props.height / props.field.rows);
const maker = computed(() => contours().size([props.field.columns, props.field.rows]));
const tints = (values: number[]) =>
  LEVELS.map((t) => areaPath(maker.value.contour(values, t).coordinates, sx.value, sy.value));
const positive = computed(() => tints(props.field.values));
const negative = computed(() => tints(props.field.values.map((v) => -v)));
const nulls = computed(() => {
  const { values, columns, rows } = props.field;
  return linePath(maker.value.contour(values, 0).coordinates, columns, rows, sx.value, sy.value);
});
</script>

<template>
  <g class="field" :transform="`translate(${x} ${y})`">
    <path v-for="(d, i) in positive" :key="`p${i}`" :d="d" class="plus" />
    <path v-for="(d, i) in negative" :key="`n${i}`" :d="d" class="minus" />
    <path :d="nulls" class="null" />
  </g>
</template>

<style scoped>
.plus {
  fill: var(--teal);
  fill-opacity: 0.13;
}
.minus {
  fill: var(--plum);
  fill-opacity: 0.13;
}
.null {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.2;
  stroke-dasharray: 5 4;
}
</style>
