<script setup lang="ts">
/** Absorption over third octaves: up to four curves, the chosen one with its worth as a pale band, named at their ends. */
import { area, line } from 'd3-shape';
import { computed } from 'vue';
import { frequencyLabel } from '@tawny/core/quantities/bands';
import { fixed } from '@tawny/core/quantities/format';
import { type Frame, frequencyScale, frequencyTicks, levelScale, roundTicks, spread } from './axis';
import ChartAxes from './ChartAxes.vue';
import { usePointing } from './pointing';
import './charts.css';

export interface AbsorptionLine {
  id: string;
  name: string;
  bands: readonly number[];
  alpha: readonly number[];
  low?: readonly number[];
  high?: readonly number[];
}
const props = defineProps<{
  width: number;
  height: number;
  /** The chosen one first. */
  lines: readonly AbsorptionLine[];
  /** Frequencies to point at: tunings. */
  marks: readonly { f: number; name: string }[];
}>();
const frame = computed((): Frame => ({
  width: props.width,
  height: props.height,
  left: 40,
  right: Math.min(150, props.width * 0.24),
  top: 22,
  bottom: 32,
}));
const x = computed(() => frequencyScale(frame.value, 24, 10500));
const top = computed(() => Math.max(1, ...props.lines.flatMap((l) => [...l.alpha, ...(l.high ?? [])])) * 1.02);
const y = computed(() => levelScale(frame.value, 0, top.value));
const across = frequencyTicks(25, 10000);
const up = computed(() => roundTicks(0, top.value, 5).map((t) => ({ at: t, label: fixed(t, 1) })));
const path = (l: AbsorptionLine) =>
  line<number>()
    .x((_, i) => x.value(l.bands[i]!))
    .y((a) => y.value(a))([...l.alpha]) ?? '';
const worth = computed(() => {
  const l = props.lines[0];
  if (!l?.low || !l.high) return '';
  return (
    area<number>()
      .x((i) => x.value(l.bands[i]!))
      .y0((i) => y.value(l.low![i]!))
      .y1((i) => y.value(l.high![i]!))(l.bands.map((_, i) => i)) ?? ''
  );
});
const ends = computed(() => {
  const places = spread(
    props.lines.map((l) => y.value(l.alpha.at(-1) ?? 0)),
    15,
    frame.value.top,
    props.height - 36,
  );
  return props.lines.map((l, i) => ({ id: l.id, name: l.name, y: places[i]! }));
});

const bands = computed(() => props.lines[0]?.bands ?? []);
const pointing = usePointing(() => bands.value.map((f) => x.value(f)));
const reading = computed(() => {
  const i = pointing.at.value;
  if (i === null || bands.value[i] === undefined) return null;
  return {
    x: x.value(bands.value[i]),
    text: `${frequencyLabel(bands.value[i])} Hz: ${props.lines.map((l) => `${l.name} ${fixed(l.alpha[i] ?? 0, 2)}`).join(', ')}`,
  };
});
</script>

<template>
  <svg
    class="plotted"
    :width="width"
    :height="height"
    tabindex="0"
    role="img"
    :aria-label="reading?.text ?? 'Absorption by third octave. Left and right arrows read the values.'"
    v-on="pointing.on"
  >
    <ChartAxes
      :frame="frame"
      :x="x"
      :y="y"
      :across="across"
      :up="up"
      :foot="y(0)"
      x-name="third octave, Hz"
      y-name="absorption coefficient"
    />
    <path :d="worth" class="worth" />
    <g v-for="m in marks" :key="m.name" class="mark">
      <line :x1="x(m.f)" :x2="x(m.f)" :y1="frame.top" :y2="y(0)" />
      <text :x="x(m.f) + 4" :y="frame.top + 10">{{ m.name }}</text>
    </g>
    <path v-for="(l, i) in lines" :key="l.id" :d="path(l)" class="line" :class="`n${i}`" :data-curve="l.id" />
    <text
      v-for="(e, i) in ends"
      :key="e.id"
      class="end"
      :class="`n${i}`"
      :x="width - frame.right + 8"
      :y="e.y"
      dy="0.35em"
    >
      {{ e.name.length > 24 ? `${e.name.slice(0, 23)}…` : e.name }}
    </text>
    <g v-if="reading" class="reading">
      <line :x1="reading.x" :x2="reading.x" :y1="frame.top" :y2="y(0)" />
      <text :x="frame.left + 100" y="12">{{ reading.text }}</text>
    </g>
  </svg>
</template>

<style scoped>
.worth {
  fill: var(--teal);
  fill-opacity: 0.14;
}
.line {
  fill: none;
  stroke-width: 1.6;
}
.line.n0 {
  stroke: var(--teal);
  stroke-width: 2.6;
}
.line.n1 {
  stroke: var(--tawny);
  stroke-dasharray: 7 3;
}
.line.n2 {
  stroke: var(--plum);
  stroke-dasharray: 2 3;
}
.line.n3 {
  stroke: var(--slate);
  stroke-dasharray: 9 3 2 3;
}
svg.plotted .end.n0 {
  fill: var(--teal);
  font-weight: 700;
}
svg.plotted .end.n1 {
  fill: var(--tawny);
}
svg.plotted .end.n2 {
  fill: var(--plum);
}
svg.plotted .end.n3 {
  fill: var(--slate);
}
.mark line {
  stroke: var(--ink-soft);
  stroke-dasharray: 2 3;
}
</style>
