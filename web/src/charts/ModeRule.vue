<script setup lang="ts">
/**
 * The modes of a box on one folding rule: above it as loud as the ears hear them, each axial one with the walls it runs
 * between; below it where they would lie if a wall moved.
 */
import { computed } from 'vue';
import type { Mode, ModeNumber } from '@tawny/core/physics/modes/box';
import { fixed } from '@tawny/core/quantities/format';
import type { SeatMode } from '@tawny/core/studies/bass/study';
import { type Frame, frequencyScale, frequencyTicks } from './axis';
import './charts.css';

const props = defineProps<{
  width: number;
  height: number;
  modes: readonly SeatMode[];
  /** Of the box with one wall moved. */
  moved: readonly Mode[];
  schroeder: number;
  selected: string | null;
  counts: readonly { fm: number; count: number }[];
  firstDrop: number | null;
}>();
const emit = defineEmits<{ select: [id: string] }>();

const RULE = 24; // px
const HANG = 30; // px for the moved modes under the rule
const COUNTS = 22; // px
const LABEL_ROWS = 3;
const frame = computed((): Frame => ({
  width: props.width,
  height: props.height,
  left: 74,
  right: 16,
  top: 10 + 14 * LABEL_ROWS,
  bottom: RULE + HANG + COUNTS,
}));
const foot = computed(() => props.height - frame.value.bottom);
const x = computed(() => frequencyScale(frame.value, 18, 310));
const ticks = computed(() => frequencyTicks(19, 300));
const idOf = (m: Mode) => m.n.join('-');

const BETWEEN = ['left–right', 'front–rear', 'floor–ceiling'] as const;
/** "front–rear", "2 × front–rear": half waves between one pair of walls; other modes run between several. */
function wallsOf(n: ModeNumber): string {
  const axis = n.findIndex((k) => k > 0);
  return n[axis] === 1 ? BETWEEN[axis]! : `${n[axis]} × ${BETWEEN[axis]}`;
}
const words = (m: SeatMode) =>
  m.kind === 'axial' ? wallsOf(m.n) : `${m.kind}, ${BETWEEN.filter((_, i) => m.n[i]! > 0).join(' and ')}`;
const stems = computed(() =>
  props.modes.map((m) => ({
    id: idOf(m),
    kind: m.kind,
    x: x.value(m.f),
    head: foot.value - 4 - (foot.value - frame.value.top - 8) * m.pressure,
    atSeat: m.atSeat,
    walls: wallsOf(m.n),
    title: `${fixed(m.f, 1)} Hz, ${m.n.join(' ')}, ${words(m)}: ${m.atSeat} at the seat (${fixed(m.pressure * 100, 0)} %)`,
  })),
);
/** Names of the axial modes in as many rows as there are; one that finds no room is told by its title. */
const flags = computed(() => {
  const ends = Array.from({ length: LABEL_ROWS }, () => -Infinity);
  return stems.value
    .filter((s) => s.kind === 'axial')
    .flatMap((s) => {
      const row = ends.findIndex((end) => s.x > end + 8);
      const long = 6.1 * s.walls.length;
      if (row < 0 || s.x + long > props.width) return [];
      ends[row] = s.x + long;
      return [{ ...s, y: 12 + 14 * row }];
    });
});
const hanging = computed(() =>
  props.moved.map((m) => ({ id: idOf(m), kind: m.kind, x: x.value(m.f), length: m.kind === 'axial' ? 18 : 9 })),
);
function nearest(event: MouseEvent): void {
  const box = (event.currentTarget as SVGElement).getBoundingClientRect();
  const px = event.clientX - box.left;
  const py = event.clientY - box.top;
  const distance = (s: (typeof stems.value)[number]) => Math.hypot(s.x - px, 0.25 * Math.max(0, s.head - py));
  const near = stems.value.reduce<(typeof stems.value)[number] | null>(
    (best, s) => (!best || distance(s) < distance(best) ? s : best),
    null,
  );
  if (near && Math.abs(near.x - px) < 12) emit('select', near.id);
}
function onKey(event: KeyboardEvent): void {
  const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
  if (by === 0 || props.modes.length === 0) return;
  event.preventDefault();
  const i = props.modes.findIndex((m) => idOf(m) === props.selected);
  const next = Math.min(props.modes.length - 1, Math.max(0, i + by));
  emit('select', idOf(props.modes[next]!));
}
const chosen = computed(() => stems.value.find((s) => s.id === props.selected) ?? null);
</script>

<template>
  <svg
    class="plotted"
    :width="width"
    :height="height"
    tabindex="0"
    role="img"
    :aria-label="chosen?.title ?? 'Modes by frequency. Left and right arrows step through them.'"
    @click="nearest"
    @keydown="onKey"
  >
    <rect
      v-if="schroeder < 310"
      class="statistical"
      :x="x(schroeder)"
      :y="frame.top"
      :width="Math.max(0, width - frame.right - x(schroeder))"
      :height="foot - frame.top"
    />
    <g v-for="f in flags" :key="`flag-${f.id}`" class="flag" :class="{ selected: f.id === selected }">
      <line :x1="f.x" :x2="f.x" :y1="f.y - 8" :y2="f.head" />
      <text :x="f.x + 4" :y="f.y">{{ f.walls }}</text>
    </g>
    <g class="rule">
      <rect :x="frame.left - 12" :y="foot" :width="width - frame.left - frame.right + 24" :height="RULE" rx="3" />
      <g v-for="t in ticks" :key="t.at">
        <line :x1="x(t.at)" :x2="x(t.at)" :y1="foot" :y2="foot + (t.label ? 9 : 5)" />
        <text v-if="t.label" class="figure" :x="x(t.at)" :y="foot + 20" text-anchor="middle">{{ t.label }}</text>
      </g>
      <text :x="width - frame.right + 8" :y="foot + 20" text-anchor="end">Hz</text>
    </g>
    <text :x="frame.left - 18" :y="foot - 6" text-anchor="end">now</text>
    <text class="then" :x="frame.left - 18" :y="foot + RULE + 13" text-anchor="end">moved</text>
    <g v-for="m in hanging" :key="`then-${m.id}`" class="then" :class="m.kind">
      <line :x1="m.x" :x2="m.x" :y1="foot + RULE" :y2="foot + RULE + m.length" />
    </g>
    <g class="counts">
      <text :x="frame.left - 18" :y="height - 6" text-anchor="end">in a third</text>
      <text
        v-for="c in counts"
        :key="c.fm"
        class="figure"
        :class="{ drop: firstDrop !== null && Math.abs(c.fm - firstDrop) < 0.1 }"
        :x="x(c.fm)"
        :y="height - 6"
        text-anchor="middle"
      >
        {{ c.count }}
      </text>
    </g>
    <g v-for="s in stems" :key="s.id" class="stem" :class="[s.atSeat, s.kind, { selected: s.id === selected }]">
      <line :x1="s.x" :x2="s.x" :y1="foot" :y2="s.head" />
      <circle :cx="s.x" :cy="s.head" :r="s.id === selected ? 5 : s.kind === 'axial' ? 3.4 : 1.9">
        <title>{{ s.title }}</title>
      </circle>
    </g>
  </svg>
</template>

<style scoped>
.statistical {
  fill: var(--slate);
  fill-opacity: 0.08;
}
.rule rect {
  fill: var(--wood);
  stroke: var(--wood-edge);
}
.rule line {
  stroke: var(--wood-edge);
}
svg.plotted .rule text {
  fill: var(--ink);
}
.flag line {
  stroke: var(--rule);
}
svg.plotted .flag text {
  font-size: 11px;
}
svg.plotted .flag.selected text {
  fill: var(--tawny);
  font-weight: 600;
}
.stem line {
  stroke: var(--slate);
  stroke-width: 1;
}
.stem.axial line {
  stroke-width: 2.2;
}
.stem.oblique line,
.stem.tangential line {
  stroke-opacity: 0.45;
}
.stem circle {
  fill: var(--slate);
  stroke: var(--slate);
  cursor: pointer;
}
.stem.null circle {
  fill: var(--paper);
  stroke: var(--brick);
  stroke-width: 1.6;
}
.stem.peak circle {
  fill: var(--ink);
  stroke: var(--ink);
}
.stem.selected line {
  stroke: var(--tawny);
  stroke-opacity: 1;
  stroke-width: 2.6;
}
.stem.selected circle {
  fill: var(--tawny);
  stroke: var(--tawny);
}
.then line {
  stroke: var(--teal);
  stroke-opacity: 0.5;
}
.then.axial line {
  stroke-width: 2.4;
  stroke-opacity: 1;
}
svg.plotted text.then {
  fill: var(--teal);
}
svg.plotted .drop {
  fill: var(--brick);
  font-weight: 700;
}
</style>
