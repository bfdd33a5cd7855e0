<script setup lang="ts">
/** Reflections at the ears by delay and level, with the corner in which they matter. Drawn into a place on the board. */
import { scaleLinear } from 'd3-scale';
import { computed } from 'vue';
import type { Mark } from '@tawny/core/studies/marks/study';
import { spread } from './axis';

const props = defineProps<{
  x: number;
  y: number;
  width: number;
  height: number;
  marks: readonly Mark[];
  title: string;
  selected: string | null;
  hovered: string | null;
  levelDb: number;
  withinMs: number;
}>();
const emit = defineEmits<{ select: [id: string] }>();
const FLOOR_DB = -24;
/** px a line of names. */
const LINE = 13;
/** More names than these stand in each other's way; the rest are read in the table and by pointing. */
const MOST_NAMED = 9;

const bottom = computed(() => props.y + props.height - 18);
const left = computed(() => props.x + 26);
const longest = computed(() => Math.max(20, ...props.marks.map((m) => m.delay * 1000)) * 1.06);
const tx = computed(() => scaleLinear([0, longest.value], [left.value, props.x + props.width]));
const ty = computed(() => scaleLinear([0, FLOOR_DB], [props.y, bottom.value]));

/** Marks of both loudspeakers that arrive together share a stem and a label. */
const stems = computed(() => {
  const groups = new Map<string, Mark[]>();
  for (const m of props.marks.filter((k) => k.levelDb !== null && k.levelDb > FLOOR_DB)) {
    const key = `${m.faceName}|${(m.delay * 1e5).toFixed(0)}|${m.levelDb!.toFixed(1)}`;
    groups.set(key, [...(groups.get(key) ?? []), m]);
  }
  const list = [...groups.values()].map((marks) => {
    const [m] = marks as [Mark];
    return {
      ids: marks.map((k) => k.id),
      x: tx.value(m.delay * 1000),
      y: ty.value(m.levelDb!),
      label: `${marks.map((k) => k.letter).join(' ')} ${m.faceName}`,
      covered: marks.every((k) => k.covered),
    };
  });
  // As many are named as find room, chosen ones first, then loudest; the others are named when they are pointed at.
  const most = Math.min(MOST_NAMED, Math.floor(props.height / LINE));
  const wanted = (s: (typeof list)[number]) =>
    s.ids.includes(props.selected ?? '') || s.ids.includes(props.hovered ?? '');
  const named = new Set([...list].sort((a, b) => Number(wanted(b)) - Number(wanted(a)) || a.y - b.y).slice(0, most));
  const shown = list.filter((s) => named.has(s));
  const places = spread(
    shown.map((s) => s.y),
    LINE,
    props.y,
    bottom.value - 4,
  );
  return list.map((s) => {
    const i = shown.indexOf(s);
    return { ...s, labelY: i < 0 ? null : places[i]!, flip: s.x > props.x + props.width - 56 };
  });
});
</script>

<template>
  <g class="arrivals" :aria-label="title">
    <text class="title" :x="x" :y="y - 10">{{ title }}</text>
    <rect
      class="zone"
      :x="left"
      :y="y"
      :width="Math.max(0, Math.min(tx(withinMs), x + width) - left)"
      :height="ty(levelDb) - y"
    />
    <text class="zone-name" :x="Math.min(tx(withinMs), x + width) - 4" :y="y + 13" text-anchor="end"
      >−{{ -levelDb }} dB, {{ withinMs }} ms</text
    >
    <line class="axis" :x1="left" :x2="left" :y1="y" :y2="bottom" />
    <line class="axis" :x1="left" :x2="x + width" :y1="bottom" :y2="bottom" />
    <text
      v-for="db in [0, -6, -12, -18, -24]"
      :key="db"
      class="figure"
      :x="left - 5"
      :y="ty(db)"
      dy="0.35em"
      text-anchor="end"
      >{{ db === 0 ? 0 : `−${-db}` }}</text
    >
    <text
      v-for="ms in [0, 5, 10, 15, 20].filter((t) => t <= longest)"
      :key="ms"
      class="figure"
      :x="tx(ms)"
      :y="bottom + 13"
      text-anchor="middle"
      >{{ ms }}</text
    >
    <text class="unit" :x="x + width" :y="bottom + 26" text-anchor="end">ms after direct, dB re direct</text>
    <g
      v-for="s in stems"
      :key="s.ids[0]"
      class="stem"
      :class="{ covered: s.covered, selected: s.ids.includes(selected ?? ''), hovered: s.ids.includes(hovered ?? '') }"
      @click="emit('select', s.ids[0]!)"
    >
      <line :x1="s.x" :x2="s.x" :y1="bottom" :y2="s.y" />
      <line v-if="s.labelY !== null" class="lead" :x1="s.x" :x2="s.x + (s.flip ? -6 : 6)" :y1="s.y" :y2="s.labelY" />
      <text
        v-if="s.labelY !== null"
        :x="s.x + (s.flip ? -8 : 8)"
        :y="s.labelY"
        dy="0.35em"
        :text-anchor="s.flip ? 'end' : 'start'"
        >{{ s.label }}</text
      >
    </g>
  </g>
</template>

<style scoped>
.title {
  font-size: 12px;
  font-weight: 600;
  fill: var(--ink);
}
text {
  font-size: 10.5px;
  fill: var(--ink-soft);
}
.figure {
  font-family: var(--figures);
}
.axis {
  stroke: var(--ink);
  stroke-width: 1.2;
}
.zone {
  fill: var(--brick);
  fill-opacity: 0.07;
  stroke: var(--brick);
  stroke-dasharray: 4 3;
  stroke-opacity: 0.6;
}
.zone-name {
  fill: var(--brick);
}
.stem {
  cursor: pointer;
}
.stem line {
  stroke: var(--slate);
  stroke-width: 1.6;
}
.stem .lead {
  stroke-width: 0.7;
}
.stem text {
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3px;
}
.stem.covered line {
  stroke: var(--teal);
  stroke-dasharray: 4 2;
}
.stem.covered text {
  fill: var(--teal);
}
.stem.hovered line,
.stem.selected line {
  stroke: var(--tawny);
  stroke-width: 2.6;
}
.stem.selected text {
  fill: var(--tawny);
  font-weight: 700;
}
</style>
