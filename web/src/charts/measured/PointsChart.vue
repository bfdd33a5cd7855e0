<script setup lang="ts">
/** Figures of several measurements over what they were taken at: dates, or places along a way. Each point is told when it is pointed at, by pointer or arrow keys. */
import { line } from 'd3-shape';
import { scaleLinear } from 'd3-scale';
import { computed } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import { type Frame, levelScale, roundTicks } from '../axis';
import ChartAxes from '../ChartAxes.vue';
import LineEnds, { type LineEnd } from './LineEnds.vue';
import { usePointing } from '../pointing';
import '../charts.css';

export interface PointLine {
  name: string;
  look: number;
  points: readonly { x: number; value: number | null }[];
}
const props = withDefaults(
  defineProps<{
    width: number;
    height: number;
    lines: readonly PointLine[];
    /** Places there are, in order, each with its name and what stands under it. */
    stops: readonly { x: number; name: string; label: string | null }[];
    high: number;
    unit: string;
    digits?: number;
    xName: string;
    /** A stop that is marked. */
    best?: number | null;
    label: string;
  }>(),
  { digits: 2, best: null },
);
const frame = computed((): Frame => ({
  width: props.width,
  height: props.height,
  left: 44,
  right: 118,
  top: 16,
  bottom: 34,
}));
const x = computed(() => {
  const [first, last] = [props.stops[0]?.x ?? 0, props.stops.at(-1)?.x ?? 1];
  const margin = Math.max(1e-9, last - first) * 0.04;
  return scaleLinear([first - margin, last + margin], [frame.value.left, props.width - frame.value.right]);
});
const values = computed(() => props.lines.flatMap((l) => l.points.flatMap((p) => p.value ?? [])));
const top = computed(() => Math.max(props.high, ...values.value) * 1.05);
const y = computed(() => levelScale(frame.value, 0, top.value));
const foot = computed(() => props.height - frame.value.bottom);
const up = computed(() =>
  roundTicks(0, top.value, Math.max(2, Math.round(props.height / 44))).map((at) => ({
    at,
    label: fixed(at, at % 1 === 0 ? 0 : props.digits),
  })),
);
/** What stands under the foot has room beside what stands before it. */
const across = computed(() => {
  let free = -Infinity;
  return props.stops.map((s) => {
    const at = x.value(s.x);
    const fits = s.label !== null && at - free > 3.4 * s.label.length;
    if (fits) free = at + 3.4 * s.label!.length;
    return { at: s.x, label: fits ? s.label : null };
  });
});
const pathOf = (points: PointLine['points']) =>
  line<{ x: number; value: number | null }>()
    .defined((p) => p.value !== null)
    .x((p) => x.value(p.x))
    .y((p) => y.value(p.value!))([...points]) ?? '';
const ends = computed((): LineEnd[] =>
  props.lines.flatMap(({ name, look, points }) => {
    const end = points.findLast((p) => p.value !== null);
    return end ? [{ name, look, y: y.value(end.value!) }] : [];
  }),
);
const { at, on } = usePointing(() => props.stops.map((s) => x.value(s.x)));
const reading = computed(() => {
  if (at.value === null) return null;
  const stop = props.stops[at.value]!;
  const told = props.lines.flatMap((l) => {
    const value = l.points.find((p) => p.x === stop.x)?.value;
    return value == null ? [] : [`${l.name} ${fixed(value, props.digits)}`];
  });
  return {
    x: x.value(stop.x),
    text: `${stop.name}: ${told.length > 0 ? `${told.join(', ')} ${props.unit}` : 'not read'}`,
  };
});
</script>

<template>
  <svg
    class="plotted"
    :width="width"
    :height="height"
    tabindex="0"
    role="application"
    :aria-label="reading?.text ?? `${label}. Left and right arrows read it.`"
    v-on="on"
  >
    <ChartAxes :frame="frame" :x="x" :y="y" :across="across" :up="up" :foot="foot" :x-name="xName" :y-name="unit" />
    <line v-if="best !== null" class="best" :x1="x(best)" :x2="x(best)" :y1="frame.top" :y2="foot" />
    <g v-for="l in lines" :key="l.name">
      <path class="curve" :class="`look-${l.look % 6}`" :d="pathOf(l.points)" />
      <template v-for="p in l.points" :key="p.x">
        <circle
          v-if="p.value !== null"
          class="dot"
          :class="`look-${l.look % 6}`"
          :cx="x(p.x)"
          :cy="y(p.value)"
          r="3.4"
        />
      </template>
    </g>
    <LineEnds :frame="frame" :ends="ends" />
    <g v-if="reading" class="reading">
      <line :x1="reading.x" :x2="reading.x" :y1="frame.top" :y2="foot" />
      <text :x="frame.left + 6" :y="frame.top + 10">{{ reading.text }}</text>
    </g>
  </svg>
</template>

<style scoped src="./looks.css"></style>
<style scoped>
.curve {
  fill: none;
  stroke-width: 1.8;
}
.dot {
  fill: var(--sheet);
  stroke-width: 1.8;
  stroke-dasharray: none;
}
.best {
  stroke: var(--teal);
  stroke-width: 6;
  stroke-opacity: 0.22;
}
</style>
