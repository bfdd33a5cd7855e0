<script setup lang="ts">
/** What the nearest boundaries do to each loudspeaker at the ears, 20 to 500 Hz, with the deepest place pointed at. */
import { line } from 'd3-shape';
import { computed, ref } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import { type Frame, frequencyScale, frequencyTicks, levelScale } from './axis';
import ChartAxes from './ChartAxes.vue';
import './charts.css';

const props = defineProps<{
  width: number;
  height: number;
  curves: readonly {
    id: string;
    letter: string;
    curve: readonly { f: number; levelDb: number }[];
    notch: { f: number; levelDb: number } | null;
  }[];
}>();
const frame = computed((): Frame => ({
  width: props.width,
  height: props.height,
  left: 40,
  right: 30,
  top: 12,
  bottom: 26,
}));
const x = computed(() => frequencyScale(frame.value, 20, 500));
const low = computed(() =>
  Math.max(-30, Math.min(-12, ...props.curves.flatMap((c) => c.curve.map((p) => p.levelDb))) - 1),
);
const high = computed(() => Math.max(10, ...props.curves.flatMap((c) => c.curve.map((p) => p.levelDb))) + 1);
const y = computed(() => levelScale(frame.value, low.value, high.value));
const across = frequencyTicks(20, 500);
const LEVELS = [6, 0, -6, -12, -18, -24];
const up = computed(() =>
  LEVELS.filter((t) => t > low.value && t < high.value).map((t) => ({ at: t, label: fixed(t, 0) })),
);
const paths = computed(() =>
  props.curves.map((c, i) => ({
    ...c,
    dashed: i > 0,
    d:
      line<{ f: number; levelDb: number }>()
        .x((p) => x.value(p.f))
        .y((p) => y.value(Math.max(low.value, p.levelDb)))([...c.curve]) ?? '',
  })),
);
const pointed = ref<number | null>(null);
const reading = computed(() => {
  if (pointed.value === null) return null;
  const f = x.value.invert(pointed.value);
  const texts = props.curves.map((c) => {
    const p = c.curve.reduce((best, q) => (Math.abs(Math.log(q.f / f)) < Math.abs(Math.log(best.f / f)) ? q : best));
    return `${c.letter} ${fixed(p.levelDb, 1)} dB`;
  });
  return `${fixed(f, 0)} Hz: ${texts.join(', ')}`;
});
function point(event: PointerEvent): void {
  const px = event.clientX - (event.currentTarget as SVGElement).getBoundingClientRect().left;
  pointed.value = px > frame.value.left && px < props.width - frame.value.right ? px : null;
}
function onKey(event: KeyboardEvent): void {
  const by = event.key === 'ArrowRight' ? 6 : event.key === 'ArrowLeft' ? -6 : 0;
  if (by === 0) return;
  event.preventDefault();
  const start = pointed.value ?? frame.value.left;
  pointed.value = Math.min(props.width - frame.value.right - 1, Math.max(frame.value.left + 1, start + by));
}
</script>

<template>
  <svg
    class="plotted"
    :width="width"
    :height="height"
    tabindex="0"
    role="img"
    :aria-label="reading ?? 'Boundary interference by frequency. Left and right arrows read the values.'"
    @pointermove="point"
    @pointerleave="pointed = null"
    @keydown="onKey"
    @blur="pointed = null"
  >
    <ChartAxes
      :frame="frame"
      :x="x"
      :y="y"
      :across="across"
      :up="up"
      :foot="height - frame.bottom"
      x-name="Hz"
      y-name="dB"
    />
    <path v-for="p in paths" :key="p.id" :d="p.d" class="curve" :class="{ dashed: p.dashed }" />
    <g v-for="p in paths" :key="`n${p.id}`">
      <g
        v-if="p.notch && p === paths.reduce((w, q) => ((q.notch?.levelDb ?? 0) < (w.notch?.levelDb ?? 0) ? q : w))"
        class="notch"
      >
        <circle :cx="x(p.notch.f)" :cy="y(Math.max(low, p.notch.levelDb))" r="4" />
        <text :x="x(p.notch.f) + 8" :y="y(Math.max(low, p.notch.levelDb))" dy="0.35em">
          {{ p.letter }}: {{ fixed(p.notch.levelDb, 1) }} dB at {{ fixed(p.notch.f, 0) }} Hz
        </text>
      </g>
    </g>
    <g v-if="reading !== null" class="reading">
      <line :x1="pointed!" :x2="pointed!" :y1="frame.top" :y2="height - frame.bottom" />
      <text :x="frame.left + 6" y="12">{{ reading }}</text>
    </g>
  </svg>
</template>

<style scoped>
.curve {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6;
}
.curve.dashed {
  stroke-dasharray: 5 3;
  stroke: var(--tawny);
}
.notch circle {
  fill: var(--sheet);
  stroke: var(--brick);
  stroke-width: 2;
}
svg.plotted .notch text {
  fill: var(--brick);
  font-weight: 600;
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3px;
}
</style>
