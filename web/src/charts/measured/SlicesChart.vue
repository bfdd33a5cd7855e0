<script setup lang="ts">
/** How the spectrum dies away: one line for each moment, the first on top at the back, later ones lower and further in front; 20 dB down is told of each tone. */
import { line } from 'd3-shape';
import { computed } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import { fallenBy, type Slices } from '@tawny/core/signal/slices';
import { type Frame, frequencyScale, frequencyTicks, levelScale } from '../axis';
import ChartAxes from '../ChartAxes.vue';
import { usePointing } from '../pointing';
import { TINTS } from './tints';
import '../charts.css';

const props = defineProps<{ width: number; height: number; slices: Slices; depth: number }>();
const frame = computed((): Frame => ({
  width: props.width,
  height: props.height,
  left: 44,
  right: 84,
  top: 14,
  bottom: 28,
}));
const tones = computed(() => props.slices.grid);
const x = computed(() => frequencyScale(frame.value, tones.value[0]!, tones.value.at(-1)!));
const y = computed(() => levelScale(frame.value, -props.depth, 2));
const across = computed(() => frequencyTicks(tones.value[0]!, tones.value.at(-1)!));
const up = computed(() =>
  Array.from({ length: Math.floor(props.depth / 10) + 1 }, (_, i) => ({ at: -10 * i, label: fixed(-10 * i, 0) })),
);
const foot = computed(() => props.height - frame.value.bottom);
/** Every other slice: what lies between them says the same. */
const drawn = computed(() =>
  props.slices.levelsDb.flatMap((levels, i) => {
    if (i % 2) return [];
    const d =
      line<number>()
        .x((_, k) => x.value(tones.value[k]!))
        .y((v) => y.value(Math.max(-props.depth, v)))(Array.from(levels)) ?? '';
    const part = i / Math.max(1, props.slices.levelsDb.length - 1);
    return [{ i, d, colour: `rgb(${TINTS[Math.round(215 - 150 * part)]!.join(',')})` }];
  }),
);
const { at, on } = usePointing(() => tones.value.map((f) => x.value(f)));
const fallen = computed(() => fallenBy(props.slices, 20));
const reading = computed(() => {
  if (at.value === null) return null;
  const f = tones.value[at.value]!;
  const t = fallen.value[at.value] ?? null;
  return {
    x: x.value(f),
    text: `${fixed(f, f < 100 ? 1 : 0)} Hz: 20 dB down ${t === null ? `later than ${fixed(props.slices.times.at(-1)! * 1000, 0)} ms` : `after ${fixed(t * 1000, 0)} ms`}`,
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
    :aria-label="reading?.text ?? 'The spectrum from moment to moment. Left and right arrows read a tone.'"
    v-on="on"
  >
    <ChartAxes :frame="frame" :x="x" :y="y" :across="across" :up="up" :foot="foot" x-name="Hz" y-name="dB" />
    <path v-for="s in drawn" :key="s.i" :d="s.d" fill="none" :stroke="s.colour" stroke-width="1.4" />
    <text class="end" :x="width - frame.right + 6" :y="frame.top + 10">first: dark</text>
    <text class="end" :x="width - frame.right + 6" :y="frame.top + 24">
      {{ fixed(slices.times.at(-1)! * 1000, 0) }} ms: pale
    </text>
    <g v-if="reading" class="reading">
      <line :x1="reading.x" :x2="reading.x" :y1="frame.top" :y2="foot" />
      <text :x="frame.left + 6" :y="frame.top + 10">{{ reading.text }}</text>
    </g>
  </svg>
</template>
