<script setup lang="ts">
/**
 * Several curves over frequency: each told apart by its line and by its name at the right, a reading of all of them at the frequency pointed at, by pointer or
 * by arrow keys. A band may lie behind them (limits), and stems stand in them.
 */
import { area, line } from 'd3-shape';
import { computed, useId } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import { type Frame, frequencyScale, frequencyTicks, levelScale, roundTicks } from '../axis';
import ChartAxes from '../ChartAxes.vue';
import LineEnds, { type LineEnd } from './LineEnds.vue';
import { usePointing } from '../pointing';
import '../charts.css';

export interface Curve {
  name: string;
  /** A value at each frequency; null: none there. */
  values: readonly (number | null)[];
  /** Which line it is drawn with: 0 … 5; a ghost is pale. */
  look: number;
  ghost?: boolean;
}
export interface Stem {
  f: number;
  value: number;
  name: string;
  look: number;
  /** Pale: predicted. */
  ghost?: boolean;
}

const props = withDefaults(
  defineProps<{
    width: number;
    height: number;
    frequencies: readonly number[];
    curves: readonly Curve[];
    /** Values at least spanned; further ones widen it. */
    low: number;
    high: number;
    unit: string;
    digits?: number;
    band?: readonly ({ low: number; high: number } | null)[] | null;
    stems?: readonly Stem[];
    /** Below it the curves mean nothing, Hz. */
    blindBelow?: number | null;
    /** So far down no curve is followed. */
    depth?: number;
    logarithmic?: boolean;
    dots?: boolean;
    label: string;
  }>(),
  { digits: 1, band: null, stems: () => [], blindBelow: null, depth: Infinity, dots: false },
);

const frame = computed((): Frame => ({
  width: props.width,
  height: props.height,
  left: 44,
  right: 118,
  top: 14,
  bottom: 28,
}));
const x = computed(() => frequencyScale(frame.value, props.frequencies[0] ?? 20, props.frequencies.at(-1) ?? 20000));
const range = computed(() => {
  const all = [...props.curves.flatMap((c) => c.values), ...props.stems.map((s) => s.value)].filter(
    (v): v is number => v !== null && Number.isFinite(v),
  );
  const high = Math.max(props.high, ...all);
  return { low: Math.max(Math.min(props.low, ...all), high - props.depth), high };
});
const y = computed(() => levelScale(frame.value, range.value.low, range.value.high));
const across = computed(() => frequencyTicks(props.frequencies[0] ?? 20, props.frequencies.at(-1) ?? 20000));
const up = computed(() =>
  roundTicks(range.value.low, range.value.high, Math.max(2, Math.round(props.height / 44))).map((at) => ({
    at,
    label: fixed(at, at % 1 === 0 ? 0 : props.digits),
  })),
);
const told = (v: number | null): v is number => v !== null && Number.isFinite(v) && v >= range.value.low;
const pathOf = (values: readonly (number | null)[]) =>
  line<number | null>()
    .defined(told)
    .x((_, i) => x.value(props.frequencies[i]!))
    .y((v) => y.value(v!))([...values]) ?? '';
const bandPath = computed(() =>
  props.band
    ? (area<{ low: number; high: number } | null>()
        .defined((b) => b !== null)
        .x((_, i) => x.value(props.frequencies[i]!))
        .y0((b) => y.value(Math.max(range.value.low, b!.low)))
        .y1((b) => y.value(Math.min(range.value.high, b!.high)))([...props.band]) ?? '')
    : '',
);
const ends = computed((): LineEnd[] =>
  props.curves.flatMap(({ name, look, ghost, values }) => {
    const i = values.findLastIndex(told);
    // Of stems alone the last one stands for all.
    const stem = i < 0 ? props.stems.findLast((s) => s.look === look && !s.ghost === !ghost) : undefined;
    if (stem) return [{ name, look, ghost, y: y.value(stem.value) }];
    return i < 0 ? [] : [{ name, look, ghost, y: y.value(values[i]!) }];
  }),
);
const clip = useId();
const { at, on } = usePointing(() => props.frequencies.map((f) => x.value(f)));
const reading = computed(() => {
  if (at.value === null) return null;
  const f = props.frequencies[at.value]!;
  const values = props.curves.flatMap((c) => {
    const v = c.values[at.value!];
    return told(v ?? null) ? [`${c.name} ${fixed(v!, props.digits)}`] : [];
  });
  return {
    x: x.value(f),
    text: `${fixed(f, f < 100 ? 1 : 0)} Hz: ${values.length > 0 ? `${values.join(', ')} ${props.unit}` : 'nothing there'}`,
  };
});
const foot = computed(() => props.height - frame.value.bottom);
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
    <ChartAxes :frame="frame" :x="x" :y="y" :across="across" :up="up" :foot="foot" x-name="Hz" :y-name="unit" />
    <clipPath :id="clip">
      <rect
        :x="frame.left"
        :y="frame.top"
        :width="Math.max(0, width - frame.left - frame.right)"
        :height="Math.max(0, foot - frame.top)"
      />
    </clipPath>
    <path v-if="bandPath" class="band" :d="bandPath" />
    <g v-if="blindBelow !== null && x(blindBelow) > frame.left" class="blind">
      <rect :x="frame.left" :y="frame.top" :width="x(blindBelow) - frame.left" :height="foot - frame.top" />
      <text :x="frame.left + 6" :y="foot - 6">the window is too short below {{ fixed(blindBelow, 0) }} Hz</text>
    </g>
    <g :clip-path="`url(#${clip})`">
      <path
        v-for="(c, i) in curves"
        :key="i"
        class="curve"
        :class="[`look-${c.look % 6}`, { ghost: c.ghost }]"
        :d="pathOf(c.values)"
      />
      <slot name="over" :x="x" :y="y" />
      <template v-if="dots">
        <template v-for="(c, i) in curves" :key="`d${i}`">
          <template v-for="(v, k) in c.values" :key="k">
            <circle
              v-if="told(v) && !c.ghost"
              class="dot"
              :class="`look-${c.look % 6}`"
              :cx="x(frequencies[k]!)"
              :cy="y(v)"
              r="2.6"
            />
          </template>
        </template>
      </template>
      <g v-for="(s, i) in stems" :key="`s${i}`" class="stem" :class="[`look-${s.look % 6}`, { ghost: s.ghost }]">
        <line :x1="x(s.f)" :x2="x(s.f)" :y1="foot" :y2="y(s.value)" />
        <circle :cx="x(s.f)" :cy="y(s.value)" r="3">
          <title>{{ s.name }}</title>
        </circle>
      </g>
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
.curve.ghost {
  opacity: 0.4;
  stroke-width: 1.3;
}
.dot {
  fill: var(--sheet);
  stroke-width: 1.6;
  stroke-dasharray: none;
}
.stem line {
  stroke-width: 1.6;
  stroke-dasharray: none;
}
.stem.ghost {
  opacity: 0.6;
}
.stem.ghost line {
  stroke-dasharray: 2 3;
}
.stem circle {
  fill: var(--sheet);
  stroke-width: 1.6;
  stroke-dasharray: none;
}
.band {
  fill: color-mix(in srgb, var(--tape-covered) 45%, transparent);
}
.blind rect {
  fill: var(--paper-deep);
  opacity: 0.8;
}
</style>
