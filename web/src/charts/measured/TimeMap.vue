<script setup lang="ts">
/**
 * Level over time (or along a way) and frequency as a picture: rows of even width in octaves, columns evenly apart. Floor and colours stay what they are from one measurement to
 * the next. Arrow keys move the place that is read.
 */
import { computed, nextTick, ref, watch } from 'vue';
import { scaleLinear, scaleLog } from 'd3-scale';
import { fixed } from '@tawny/core/quantities/format';
import type { TimeMap } from '@tawny/core/signal/slices';
import { type Frame, frequencyTicks, roundTicks } from '../axis';
import ChartAxes from '../ChartAxes.vue';
import { TINTS } from './tints';
import '../charts.css';

const props = defineProps<{
  width: number;
  height: number;
  map: TimeMap;
  /** dB under the loudest. */
  depth: number;
  /** What lies across, where it is not time: its name, its ticks, and how a place of it is told. */
  way?: { name: string; ticks: readonly { at: number; label: string }[]; told: (at: number) => string } | null;
}>();
/** The picture as an address: it stands in the drawing itself, so that it is saved with its axes. */
const picture = ref('');
const frame = computed((): Frame => ({
  width: props.width,
  height: props.height,
  left: 44,
  right: 64,
  top: 14,
  bottom: props.way ? 36 : 28,
}));
const times = computed(() => props.map.times);
const tones = computed(() => props.map.frequencies);
const x = computed(() =>
  scaleLinear([times.value[0]!, times.value.at(-1)!], [frame.value.left, props.width - frame.value.right]),
);
const y = computed(() =>
  scaleLog([tones.value[0]!, tones.value.at(-1)!], [props.height - frame.value.bottom, frame.value.top]),
);
const across = computed(
  () =>
    props.way?.ticks ??
    roundTicks(times.value[0]! * 1000, times.value.at(-1)! * 1000, Math.max(3, Math.round(props.width / 90))).map(
      (ms) => ({
        at: ms / 1000,
        label: fixed(ms, 0),
      }),
    ),
);
const up = computed(() => frequencyTicks(tones.value[0]!, tones.value.at(-1)!).filter((t) => t.label !== null));
const inner = computed(() => ({
  width: Math.max(1, Math.round(props.width - frame.value.left - frame.value.right)),
  height: Math.max(1, Math.round(props.height - frame.value.top - frame.value.bottom)),
}));
const foot = computed(() => props.height - frame.value.bottom);

function draw(): void {
  const { width, height } = inner.value;
  const canvas = Object.assign(document.createElement('canvas'), { width, height });
  const target = canvas.getContext('2d');
  if (!target) return;
  const pixels = target.createImageData(width, height);
  const [rows, columns] = [tones.value.length, times.value.length];
  for (let py = 0; py < height; py++) {
    const row = Math.round(((height - 1 - py) / Math.max(1, height - 1)) * (rows - 1));
    for (let px = 0; px < width; px++) {
      const column = (px / Math.max(1, width - 1)) * (columns - 1);
      const i = Math.min(columns - 2, Math.floor(column));
      const [a, b] = [props.map.levelsDb[row * columns + i]!, props.map.levelsDb[row * columns + i + 1]!];
      const level = a + (b - a) * (column - i);
      const tint = TINTS[Math.round(255 * Math.min(1, Math.max(0, 1 + level / props.depth)))]!;
      pixels.data.set([...tint, 255], 4 * (py * width + px));
    }
  }
  target.putImageData(pixels, 0, 0);
  picture.value = canvas.toDataURL('image/png');
}
watch([() => props.map, () => props.depth, inner], () => void nextTick(draw), { immediate: true, deep: false });

const place = ref<{ row: number; column: number } | null>(null);
const clamp = (v: number, most: number) => Math.min(most, Math.max(0, v));
function point(event: PointerEvent): void {
  const box = (event.currentTarget as SVGElement).getBoundingClientRect();
  const [px, py] = [event.clientX - box.left, event.clientY - box.top];
  const part = (px - frame.value.left) / inner.value.width;
  const up_ = 1 - (py - frame.value.top) / inner.value.height;
  if (part < 0 || part > 1 || up_ < 0 || up_ > 1) return void (place.value = null);
  place.value = {
    row: Math.round(up_ * (tones.value.length - 1)),
    column: Math.round(part * (times.value.length - 1)),
  };
}
function onKey(event: KeyboardEvent): void {
  const by = { ArrowRight: [0, 1], ArrowLeft: [0, -1], ArrowUp: [1, 0], ArrowDown: [-1, 0] }[event.key];
  if (!by) return;
  event.preventDefault();
  const now = place.value ?? { row: Math.floor(tones.value.length / 2), column: Math.floor(times.value.length / 4) };
  const far = event.shiftKey ? 8 : 1;
  place.value = {
    row: clamp(now.row + by[0]! * far, tones.value.length - 1),
    column: clamp(now.column + by[1]! * far, times.value.length - 1),
  };
}
const reading = computed(() => {
  if (!place.value) return null;
  const { row, column } = place.value;
  const [f, t] = [tones.value[row]!, times.value[column]!];
  const level = props.map.levelsDb[row * times.value.length + column]!;
  return {
    x: x.value(t),
    y: y.value(f),
    text: props.way
      ? `${fixed(f, f < 100 ? 1 : 0)} Hz ${props.way.told(t)}: ${fixed(level, 1)} dB`
      : `${fixed(f, f < 100 ? 1 : 0)} Hz at ${fixed(t * 1000, 0)} ms: ${fixed(level, 1)} dB; blurred over ± ${fixed(props.map.spread[row]! * 1000, 1)} ms`,
  };
});
const scale = computed(() => [0, 0.25, 0.5, 0.75, 1].map((part) => ({ part, text: fixed(-part * props.depth, 0) })));
const tintOf = (part: number) => `rgb(${TINTS[Math.round(255 * (1 - part))]!.join(',')})`;
</script>

<template>
  <div class="map">
    <svg
      class="plotted"
      :width="width"
      :height="height"
      tabindex="0"
      role="application"
      :aria-label="
        reading?.text ??
        `Level over ${way ? 'places' : 'time'} and frequency. Arrow keys read it, with Shift in larger steps.`
      "
      @pointermove="point"
      @pointerleave="place = null"
      @blur="place = null"
      @keydown="onKey"
    >
      <image
        v-if="picture"
        :href="picture"
        :x="frame.left"
        :y="frame.top"
        :width="inner.width"
        :height="inner.height"
        preserveAspectRatio="none"
      />
      <ChartAxes
        :frame="frame"
        :x="x"
        :y="y"
        :across="across"
        :up="up"
        :foot="foot"
        :x-name="way?.name ?? 'ms'"
        y-name="Hz"
      />
      <g v-for="s in scale" :key="s.part">
        <rect
          :x="width - frame.right + 10"
          :y="frame.top + s.part * (inner.height - 18)"
          width="12"
          height="18"
          :fill="tintOf(s.part)"
          class="tint"
        />
        <text
          class="figure"
          :x="width - frame.right + 26"
          :y="frame.top + s.part * (inner.height - 18) + 9"
          dy="0.35em"
        >
          {{ s.text }}
        </text>
      </g>
      <slot name="over" :x="x" :y="y" />
      <g v-if="reading" class="reading">
        <circle class="spot" :cx="reading.x" :cy="reading.y" r="5" />
        <text :x="frame.left + 6" :y="frame.top + 12">{{ reading.text }}</text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.map {
  position: absolute;
  inset: 0;
}
.map svg {
  position: absolute;
  inset: 0;
}
.tint {
  stroke: var(--rule-strong);
  stroke-width: 0.5;
}
.spot {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6;
  paint-order: stroke;
}
.map :deep(.grid) {
  display: none;
}
</style>
