<script setup lang="ts">
/** Where sound goes: levels over a half circle, 0 dB outside, −30 dB in the middle. */
import { line } from 'd3-shape';
import { computed } from 'vue';
import { frequencyLabel } from '@tawny/core/quantities/bands';
import './charts.css';

const props = defineProps<{
  width: number;
  height: number;
  polars: readonly { f: number; polarDb: readonly number[] }[];
}>();
const FLOOR = -30;
const radius = computed(() => Math.max(30, Math.min(props.width / 2 - 34, props.height - 40)));
const middle = computed(() => ({ x: props.width / 2, y: props.height - 22 }));
const at = (db: number, deg: number) => {
  const r = radius.value * Math.max(0, (db - FLOOR) / -FLOOR);
  const a = (deg * Math.PI) / 180;
  return { x: middle.value.x + r * Math.sin(a), y: middle.value.y - r * Math.cos(a) };
};
const path = (levels: readonly number[]) =>
  line<number>()
    .x((db, i) => at(db, -90 + 5 * i).x)
    .y((db, i) => at(db, -90 + 5 * i).y)([...levels]) ?? '';
const rings = [0, -10, -20];
const arc = (db: number) => {
  const [a, b] = [at(db, -90), at(db, 90)];
  const r = radius.value * ((db - FLOOR) / -FLOOR);
  return `M${a.x},${a.y} A${r},${r} 0 0 1 ${b.x},${b.y}`;
};
</script>

<template>
  <svg class="plotted" :width="width" :height="height" role="img" aria-label="Where sound from straight ahead is sent">
    <g class="grid">
      <path v-for="r in rings" :key="r" :d="arc(r)" class="ring" />
      <line
        v-for="deg in [-90, -60, -30, 0, 30, 60, 90]"
        :key="deg"
        :x1="middle.x"
        :y1="middle.y"
        :x2="at(0, deg).x"
        :y2="at(0, deg).y"
      />
    </g>
    <text
      v-for="deg in [-60, -30, 0, 30, 60]"
      :key="deg"
      class="figure"
      :x="at(3, deg).x"
      :y="at(3, deg).y"
      text-anchor="middle"
    >
      {{ deg }}°
    </text>
    <text v-for="r in rings" :key="r" class="figure" :x="at(r, 90).x" :y="middle.y + 14" text-anchor="middle">
      {{ r }} dB
    </text>
    <path v-for="(p, i) in polars" :key="p.f" :d="path(p.polarDb)" class="line" :class="`n${i}`" />
    <g v-for="(p, i) in polars" :key="p.f">
      <line class="line" :class="`n${i}`" :x1="8" :x2="30" :y1="14 + 15 * i" :y2="14 + 15 * i" />
      <text :x="35" :y="18 + 15 * i">{{ frequencyLabel(p.f) }} Hz</text>
    </g>
  </svg>
</template>

<style scoped>
.ring {
  fill: none;
  stroke: var(--rule);
}
.line {
  fill: none;
  stroke: var(--plum);
  stroke-width: 2.2;
}
.line.n1 {
  stroke: var(--teal);
  stroke-width: 1.6;
  stroke-dasharray: 6 3;
}
.line.n2 {
  stroke: var(--slate);
  stroke-width: 1.6;
  stroke-dasharray: 2 3;
}
</style>
