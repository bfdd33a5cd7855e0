<script setup lang="ts">
/** Levels over time: curves that fall, straight lines through them, and marks at moments with what they are. */
import { line } from 'd3-shape';
import { computed } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import { type Frame, levelScale, roundTicks } from '../axis';
import { scaleLinear } from 'd3-scale';
import ChartAxes from '../ChartAxes.vue';
import { usePointing } from '../pointing';
import '../charts.css';

export interface TimeCurve {
  name: string;
  /** Between values, and of the first, s. */
  step: number;
  start: number;
  levels: ArrayLike<number>;
  look: number;
}
export interface TimeLine {
  name: string;
  /** dB at time 0 and dB/s. */
  at: number;
  slope: number;
  from: number;
  to: number;
}
export interface Moment {
  time: number;
  level: number;
  name: string;
  /** Predicted: an open mark. */
  open?: boolean;
}

const props = withDefaults(
  defineProps<{
    width: number;
    height: number;
    curves: readonly TimeCurve[];
    lines?: readonly TimeLine[];
    moments?: readonly Moment[];
    /** s. */
    from: number;
    to: number;
    low: number;
    high: number;
    label: string;
    unit?: string;
    /** A moment that is dragged, or moved by arrow keys: where it is, how far it goes, and its name. */
    grip?: { at: number; least: number; most: number; step: number; name: string } | null;
  }>(),
  { lines: () => [], moments: () => [], unit: 'dB', grip: null },
);
const emit = defineEmits<{ grip: [at: number] }>();
const frame = computed((): Frame => ({
  width: props.width,
  height: props.height,
  left: 44,
  right: 16,
  top: 14,
  bottom: 28,
}));
const x = computed(() => scaleLinear([props.from, props.to], [frame.value.left, props.width - frame.value.right]));
const y = computed(() => levelScale(frame.value, props.low, props.high));
const across = computed(() =>
  roundTicks(props.from * 1000, props.to * 1000, Math.max(3, Math.round(props.width / 90))).map((ms) => ({
    at: ms / 1000,
    label: fixed(ms, 0),
  })),
);
const up = computed(() =>
  roundTicks(props.low, props.high, Math.max(2, Math.round(props.height / 40))).map((at) => ({
    at,
    label: fixed(at, 0),
  })),
);
const pathOf = (c: TimeCurve) => {
  // Of more values than pixels the largest of each pixel is drawn.
  const per = Math.max(1, Math.floor(((props.to - props.from) / c.step / Math.max(1, props.width)) * 0.8));
  const points: [number, number][] = [];
  for (let i = 0; i < c.levels.length; i += per) {
    const t = c.start + i * c.step;
    if (t < props.from || t > props.to) continue;
    let most = c.levels[i]!;
    for (let k = i + 1; k < Math.min(c.levels.length, i + per); k++) most = Math.max(most, c.levels[k]!);
    points.push([t, Math.max(props.low, most)]);
  }
  return (
    line<[number, number]>()
      .x((p) => x.value(p[0]))
      .y((p) => y.value(p[1]))(points) ?? ''
  );
};
const shown = computed(() =>
  props.moments.filter((m) => m.time >= props.from && m.time <= props.to && m.level >= props.low),
);
const { at, on } = usePointing(() => shown.value.map((m) => x.value(m.time)));
const pointed = computed(() => (at.value === null ? null : shown.value[at.value]!));
const reading = computed(() =>
  pointed.value
    ? `${fixed(pointed.value.time * 1000, 2)} ms, ${fixed(pointed.value.level, 1)} ${props.unit}: ${pointed.value.name}`
    : null,
);
/** Moved to a time, on whole steps. */
function move(to: number): void {
  const g = props.grip;
  if (!g) return;
  const at = Math.round(to / g.step) * g.step;
  if (Number.isFinite(at)) emit('grip', Math.min(g.most, Math.max(g.least, at)));
}
function drag(event: PointerEvent): void {
  const handle = event.currentTarget as SVGElement;
  if (event.type === 'pointerdown') handle.setPointerCapture(event.pointerId);
  if (!handle.hasPointerCapture(event.pointerId)) return;
  event.stopPropagation();
  const left = handle.ownerSVGElement!.getBoundingClientRect().left;
  move(x.value.invert(event.clientX - left));
}
function key(event: KeyboardEvent): void {
  const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
  if (by === 0 || !props.grip) return;
  event.preventDefault();
  event.stopPropagation();
  move(props.grip.at + by * props.grip.step * (event.shiftKey ? 10 : 1));
}
const foot = computed(() => props.height - frame.value.bottom);
</script>

<template>
  <svg
    class="plotted"
    :width="width"
    :height="height"
    tabindex="0"
    role="application"
    :aria-label="reading ?? `${label}. Left and right arrows go from mark to mark.`"
    v-on="on"
  >
    <ChartAxes :frame="frame" :x="x" :y="y" :across="across" :up="up" :foot="foot" x-name="ms" :y-name="unit" />
    <path v-for="(c, i) in curves" :key="i" class="curve" :class="`look-${c.look % 3}`" :d="pathOf(c)" />
    <line
      v-for="(l, i) in lines"
      :key="`l${i}`"
      class="fitted"
      :x1="x(l.from)"
      :x2="x(l.to)"
      :y1="y(Math.max(low, Math.min(high, l.at + l.slope * l.from)))"
      :y2="y(Math.max(low, Math.min(high, l.at + l.slope * l.to)))"
    >
      <title>{{ l.name }}</title>
    </line>
    <g v-for="(m, i) in shown" :key="`m${i}`" class="moment" :class="{ open: m.open, here: at === i }">
      <line :x1="x(m.time)" :x2="x(m.time)" :y1="y(m.level)" :y2="foot" />
      <circle :cx="x(m.time)" :cy="y(m.level)" r="3.5">
        <title>{{ m.name }}</title>
      </circle>
    </g>
    <rect
      v-if="grip && grip.at >= from && grip.at <= to"
      class="beyond"
      :x="x(grip.at)"
      :y="frame.top"
      :width="Math.max(0, x(to) - x(grip.at))"
      :height="foot - frame.top"
    />
    <g
      v-if="grip && grip.at >= from && grip.at <= to"
      class="grip"
      tabindex="0"
      role="slider"
      :aria-label="grip.name"
      :aria-valuemin="grip.least * 1000"
      :aria-valuemax="grip.most * 1000"
      :aria-valuenow="grip.at * 1000"
      :aria-valuetext="`${fixed(grip.at * 1000, 1)} ms`"
      @pointerdown="drag"
      @pointermove="drag"
      @keydown="key"
    >
      <line :x1="x(grip.at)" :x2="x(grip.at)" :y1="frame.top" :y2="foot" />
      <rect class="handle" :x="x(grip.at) - 7" :y="frame.top" width="14" height="26" rx="3" />
      <text :x="x(grip.at) + 11" :y="frame.top + 17">{{ grip.name }}, {{ fixed(grip.at * 1000, 1) }} ms</text>
    </g>
    <g v-if="pointed && reading" class="reading">
      <line :x1="x(pointed.time)" :x2="x(pointed.time)" :y1="frame.top" :y2="foot" />
      <text :x="frame.left + 6" :y="frame.top + 10">{{ reading }}</text>
    </g>
  </svg>
</template>

<style scoped>
.curve {
  fill: none;
  stroke-width: 1.4;
}
.look-0 {
  stroke: var(--tawny);
}
.look-1 {
  stroke: var(--teal);
}
.look-2 {
  stroke: var(--plum);
}
.fitted {
  stroke: var(--ink);
  stroke-width: 1.4;
  stroke-dasharray: 6 3;
}
.grip {
  cursor: ew-resize;
  touch-action: none;
}
.grip line {
  stroke: var(--brick);
  stroke-width: 1.6;
}
.beyond {
  pointer-events: none;
  fill: var(--paper-deep);
  opacity: 0.7;
}
.grip .handle {
  fill: var(--sheet);
  stroke: var(--brick);
  stroke-width: 1.6;
}
.moment line {
  stroke: var(--rule-strong);
}
.moment circle {
  fill: var(--teal);
  stroke: var(--paper);
}
.moment.open circle {
  fill: var(--paper);
  stroke: var(--brick);
  stroke-width: 1.6;
}
.moment.here circle {
  stroke: var(--ink);
}
</style>
