<script setup lang="ts">
/**
 * The low response at the ears, 15 Hz up: all loudspeakers, what the head's range makes of it, the room without what hangs
 * as a ghost, each loudspeaker thin. Modes stand at the foot, taller the louder they are at the seat. A press chooses the
 * frequency; left and right arrows move it.
 */
import { area, line } from 'd3-shape';
import { computed, ref, useId } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import { type Frame, frequencyScale, frequencyTicks, levelScale, spread } from './axis';
import ChartAxes from './ChartAxes.vue';
import './charts.css';

const props = defineProps<{
  width: number;
  height: number;
  frequencies: readonly number[];
  all: readonly number[];
  low: readonly number[];
  high: readonly number[];
  ghost: readonly number[] | null;
  /** What was measured, shifted to meet the prediction; null: not there. */
  measured?: readonly (number | null)[] | null;
  singles: readonly { letter: string; levelDb: readonly number[] }[];
  modes: readonly { index: number; f: number; head: number }[];
  /** Mode chosen, and frequency chosen. */
  mode: number | null;
  at: number | null;
  /** Highest and lowest place of the swing that is judged. */
  swing: { highHz: number; lowHz: number; swingDb: number; limitDb: number; met: boolean } | null;
}>();
const emit = defineEmits<{ point: [f: number]; mode: [index: number] }>();

const FOOT = 34;
const frame = computed((): Frame => ({
  width: props.width,
  height: props.height,
  left: 40,
  right: 92,
  top: 12,
  bottom: 26 + FOOT,
}));
const first = computed(() => props.frequencies[0]!);
const last = computed(() => props.frequencies[props.frequencies.length - 1]!);
const x = computed(() => frequencyScale(frame.value, first.value, last.value));
const range = computed(() => {
  const own = (props.measured ?? []).filter((v) => v !== null);
  const list = [...props.all, ...(props.ghost ?? []), ...props.high, ...own].slice().sort((a, b) => a - b);
  const most = list[list.length - 1] ?? 10;
  const least = list[Math.floor(list.length * 0.01)] ?? -20;
  return { low: Math.max(most - 60, 6 * Math.floor((least - 2) / 6)), high: 6 * Math.ceil((most + 1) / 6) };
});
const y = computed(() => levelScale(frame.value, range.value.low, range.value.high));
const across = computed(() => frequencyTicks(first.value, last.value));
/** Every 6 dB a line, every second one told. */
const up = computed(() => {
  const count = Math.floor((range.value.high - range.value.low) / 6);
  return Array.from({ length: count + 1 }, (_, i) => {
    const at = range.value.low + 6 * i;
    return { at, label: i % 2 === 0 && y.value(at) > 22 ? fixed(at, 0) : null };
  });
});
const clamp = (v: number) => Math.max(range.value.low, v);
const pathOf = (levels: readonly (number | null)[]) =>
  line<number | null>()
    .x((_, i) => x.value(props.frequencies[i]!))
    .defined((v) => v !== null && v > range.value.low)
    .y((v) => y.value(v!))([...levels]) ?? '';
const band = computed(
  () =>
    area<number>()
      .x((_, i) => x.value(props.frequencies[i]!))
      .y0((_, i) => y.value(clamp(props.low[i]!)))
      .y1((_, i) => y.value(clamp(props.high[i]!)))([...props.low]) ?? '',
);
const ends = computed(() => {
  const i = props.frequencies.length - 1;
  const list = [
    { text: 'together', level: props.all[i]!, kind: 'all' },
    ...(props.ghost ? [{ text: 'nothing hung', level: props.ghost[i]!, kind: 'ghost' }] : []),
    ...(props.measured ? [{ text: 'measured', level: props.measured[i] ?? -Infinity, kind: 'measured' }] : []),
    ...props.singles.map((s) => ({ text: s.letter, level: s.levelDb[i]!, kind: 'single' })),
  ].filter((e) => e.level > range.value.low);
  const places = spread(
    list.map((e) => y.value(clamp(e.level))),
    13,
    frame.value.top,
    props.height - frame.value.bottom,
  );
  return list.map((e, k) => ({ ...e, y: places[k]! }));
});
const clip = useId();
const foot = computed(() => props.height - 26);
const sticks = computed(() =>
  props.modes
    .filter((m) => m.index > 0 && m.f >= first.value && m.f <= last.value)
    .map((m) => ({ ...m, x: x.value(m.f), size: 3 + Math.abs(m.head) * (FOOT - 9) })),
);
const pointed = ref<number | null>(null);
const shown = computed(() => pointed.value ?? props.at);
const nearest = (f: number) =>
  props.frequencies.reduce((best, v, i) => (Math.abs(v - f) < Math.abs(props.frequencies[best]! - f) ? i : best), 0);
const reading = computed(() => {
  if (shown.value === null) return null;
  const i = nearest(shown.value);
  const f = props.frequencies[i]!;
  const texts = [
    `together ${fixed(props.all[i]!, 1)} dB`,
    ...(props.ghost ? [`without what hangs ${fixed(props.ghost[i]!, 1)}`] : []),
    ...(props.measured?.[i] != null ? [`measured ${fixed(props.measured[i], 1)}`] : []),
  ];
  return { f, x: x.value(f), text: `${fixed(f, f < 80 ? 1 : 0)} Hz: ${texts.join(', ')}` };
});
function frequencyAt(event: PointerEvent): number | null {
  const px = event.clientX - (event.currentTarget as SVGElement).getBoundingClientRect().left;
  if (px < frame.value.left || px > props.width - frame.value.right) return null;
  return x.value.invert(px);
}
function press(event: PointerEvent): void {
  const f = frequencyAt(event);
  if (f !== null) emit('point', props.frequencies[nearest(f)]!);
}
function onKey(event: KeyboardEvent): void {
  const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
  if (by === 0) return;
  event.preventDefault();
  const i = props.at === null ? 0 : nearest(props.at) + by * (event.shiftKey ? 10 : 1);
  emit('point', props.frequencies[Math.min(props.frequencies.length - 1, Math.max(0, i))]!);
}
</script>

<template>
  <svg
    class="plotted"
    :width="width"
    :height="height"
    tabindex="0"
    role="application"
    :aria-label="
      reading?.text ??
      'Level at the ears by frequency. Left and right arrows choose a frequency, with Shift in larger steps.'
    "
    @pointermove="pointed = frequencyAt($event)"
    @pointerleave="pointed = null"
    @pointerdown="press"
    @keydown="onKey"
  >
    <ChartAxes
      :frame="frame"
      :x="x"
      :y="y"
      :across="across"
      :up="up"
      :foot="foot"
      :drop="height - 6 - foot"
      x-name="Hz"
      y-name="dB"
    />
    <text :x="6" :y="foot - 4">modes</text>
    <clipPath :id="clip">
      <rect
        :x="frame.left"
        :y="frame.top"
        :width="Math.max(0, width - frame.left - frame.right)"
        :height="Math.max(0, foot - frame.top)"
      />
    </clipPath>
    <g :clip-path="`url(#${clip})`">
      <path :d="band" class="band" />
      <path v-for="s in singles" :key="s.letter" :d="pathOf(s.levelDb)" class="single" />
      <path v-if="ghost" :d="pathOf(ghost)" class="ghost" />
      <path v-if="measured" :d="pathOf(measured)" class="measured" />
      <path :d="pathOf(all)" class="all" />
    </g>
    <text
      v-for="e in ends"
      :key="e.text"
      class="end"
      :class="`to-${e.kind}`"
      :x="width - frame.right + 6"
      :y="e.y"
      dy="0.35em"
    >
      {{ e.text }}
    </text>
    <g v-if="swing && !swing.met" class="swing">
      <circle :cx="x(swing.lowHz)" :cy="y(clamp(all[nearest(swing.lowHz)]!))" r="4.5" />
      <text
        :x="x(swing.lowHz)"
        :y="Math.min(height - frame.bottom - 4, y(clamp(all[nearest(swing.lowHz)]!)) + 17)"
        text-anchor="middle"
      >
        ± {{ fixed(swing.swingDb, 1) }} dB, limit ± {{ fixed(swing.limitDb, 0) }}
      </text>
    </g>
    <g class="modes">
      <line
        v-for="m in sticks"
        :key="m.index"
        :x1="m.x"
        :x2="m.x"
        :y1="foot"
        :y2="foot - m.size"
        :class="{ silent: Math.abs(m.head) < 0.25, chosen: m.index === mode }"
        @pointerdown.stop="emit('mode', m.index)"
      />
    </g>
    <g v-if="reading" class="reading">
      <line :x1="reading.x" :x2="reading.x" :y1="frame.top" :y2="foot" />
      <text
        :x="reading.x + (reading.x > width * 0.55 ? -6 : 6)"
        :y="frame.top + 9"
        :text-anchor="reading.x > width * 0.55 ? 'end' : 'start'"
      >
        {{ reading.text }}
      </text>
    </g>
  </svg>
</template>

<style scoped>
svg {
  cursor: crosshair;
}
path {
  fill: none;
}
.all {
  stroke: var(--tawny);
  stroke-width: 2;
}
.single {
  stroke: var(--slate);
  stroke-width: 0.8;
}
.ghost {
  stroke: var(--ink-soft);
  stroke-width: 1.1;
  stroke-dasharray: 4 4;
}
.measured {
  stroke: var(--ink);
  stroke-width: 1.8;
  stroke-dasharray: 1.5 3.5;
  stroke-linecap: round;
}
path.band {
  fill: var(--tawny);
  fill-opacity: 0.12;
}
text.to-all {
  fill: var(--tawny);
}
.swing circle {
  fill: none;
  stroke: var(--brick);
  stroke-width: 1.6;
}
.swing text {
  fill: var(--brick);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 4px;
}
.modes line {
  stroke: var(--ink);
  stroke-width: 1.6;
}
.modes line.silent {
  stroke: var(--ink-soft);
  stroke-dasharray: 2 1.5;
}
.modes line.chosen {
  stroke: var(--tawny);
  stroke-width: 3.5;
}
</style>
