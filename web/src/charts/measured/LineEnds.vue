<script setup lang="ts">
/** What each line is called, at its right end: spread so that none covers another, with a piece of its own dash before it. */
import { computed } from 'vue';
import { type Frame, spread } from '../axis';
import { shortName } from './names';

export interface LineEnd {
  name: string;
  look: number;
  ghost?: boolean | undefined;
  /** Where its line ends, px. */
  y: number;
}
const props = defineProps<{ frame: Frame; ends: readonly LineEnd[] }>();
const MOST = 16;
const placed = computed(() => {
  const { top, height, bottom } = props.frame;
  const places = spread(
    props.ends.map((e) => e.y),
    14,
    top + 4,
    height - bottom,
  );
  return props.ends.map((e, i) => ({ ...e, y: places[i]! }));
});
const left = computed(() => props.frame.width - props.frame.right);
</script>

<template>
  <g v-for="(e, i) in placed" :key="i">
    <line
      class="sample"
      :class="[`look-${e.look % 6}`, { ghost: e.ghost }]"
      :x1="left + 4"
      :x2="left + 20"
      :y1="e.y"
      :y2="e.y"
    />
    <text class="end" :x="left + 24" :y="e.y" dy="0.35em">
      {{ shortName(e.name, MOST) }}
      <title>{{ e.name }}</title>
    </text>
  </g>
</template>

<style scoped src="./looks.css"></style>
<style scoped>
.sample {
  stroke-width: 1.8;
}
.ghost {
  opacity: 0.4;
}
</style>
