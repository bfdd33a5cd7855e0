<script setup lang="ts">
/** Modes as stems on a log-frequency axis: height and foot tell the kind, the head how loud it is at the seat. */
import { computed } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import type { SeatMode } from '@tawny/core/studies/bass';
import { type Frame, frequencyScale, frequencyTicks } from './axis';
import './charts.css';

const props = defineProps<{
  width: number;
  height: number;
  modes: readonly SeatMode[];
  schroeder: number;
  selected: string | null;
  counts: readonly { fm: number; count: number }[];
  firstDrop: number | null;
}>();
const emit = defineEmits<{ select: [id: string] }>();

const frame = computed((): Frame => ({
  width: props.width,
  height: props.height,
  left: 66,
  right: 16,
  top: 14,
  bottom: 50,
}));
const x = computed(() => frequencyScale(frame.value, 18, 310));
const ticks = computed(() => frequencyTicks(19, 300));
const lanes = computed(() => {
  const bottom = props.height - frame.value.bottom;
  const lane = (bottom - frame.value.top) / 3;
  return {
    axial: { top: frame.value.top, foot: frame.value.top + lane - 6 },
    tangential: { top: frame.value.top + lane, foot: frame.value.top + 2 * lane - 6 },
    oblique: { top: frame.value.top + 2 * lane, foot: bottom - 2 },
  };
});
const stems = computed(() =>
  props.modes.map((m) => {
    const lane = lanes.value[m.kind];
    const id = m.n.join('-');
    return {
      id,
      x: x.value(m.f),
      foot: lane.foot,
      head: lane.foot - 4 - (lane.foot - lane.top - 8) * m.pressure,
      atSeat: m.atSeat,
      title: `${fixed(m.f, 1)} Hz, ${m.n.join(' ')}, ${m.kind}: ${m.atSeat} at the seat (${fixed(m.pressure * 100, 0)} %)`,
    };
  }),
);
function nearest(event: MouseEvent): void {
  const box = (event.currentTarget as SVGElement).getBoundingClientRect();
  const px = event.clientX - box.left;
  const py = event.clientY - box.top;
  const near = stems.value
    .filter((s) => py >= s.head - 12 && py <= s.foot + 6)
    .reduce<(typeof stems.value)[number] | null>(
      (best, s) => (!best || Math.abs(s.x - px) < Math.abs(best.x - px) ? s : best),
      null,
    );
  if (near && Math.abs(near.x - px) < 12) emit('select', near.id);
}
function onKey(event: KeyboardEvent): void {
  const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
  if (by === 0 || props.modes.length === 0) return;
  event.preventDefault();
  const i = props.modes.findIndex((m) => m.n.join('-') === props.selected);
  const next = Math.min(props.modes.length - 1, Math.max(0, i + by));
  emit('select', props.modes[next]!.n.join('-'));
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
      :width="width - frame.right - x(schroeder)"
      :height="height - frame.top - frame.bottom"
    />
    <g class="axis">
      <g v-for="t in ticks" :key="t.f">
        <line :x1="x(t.f)" :x2="x(t.f)" :y1="height - frame.bottom" :y2="height - frame.bottom + (t.label ? 6 : 3)" />
        <text v-if="t.label" class="figure" :x="x(t.f)" :y="height - frame.bottom + 18" text-anchor="middle">
          {{ t.label }}
        </text>
      </g>
      <line :x1="frame.left" :x2="width - frame.right" :y1="height - frame.bottom" :y2="height - frame.bottom" />
      <text :x="width - frame.right" :y="height - frame.bottom + 18" text-anchor="end">Hz</text>
      <g v-for="(lane, name) in lanes" :key="name">
        <text :x="frame.left - 6" :y="lane.foot - 4" text-anchor="end">{{ name }}</text>
        <line class="foot" :x1="frame.left" :x2="width - frame.right" :y1="lane.foot" :y2="lane.foot" />
      </g>
    </g>
    <g class="counts">
      <text :x="frame.left - 6" :y="height - 12" text-anchor="end">per third</text>
      <text
        v-for="c in counts"
        :key="c.fm"
        class="figure"
        :class="{ drop: firstDrop !== null && Math.abs(c.fm - firstDrop) < 0.1 }"
        :x="x(c.fm)"
        :y="height - 12"
        text-anchor="middle"
      >
        {{ c.count }}
      </text>
    </g>
    <g v-for="s in stems" :key="s.id" class="stem" :class="[s.atSeat, { selected: s.id === selected }]">
      <line :x1="s.x" :x2="s.x" :y1="s.foot" :y2="s.head" />
      <circle :cx="s.x" :cy="s.head" :r="s.id === selected ? 5 : 2.6">
        <title>{{ s.title }}</title>
      </circle>
    </g>
    <text v-if="chosen" class="chosen-name" :x="Math.min(chosen.x + 8, width - 260)" :y="12">{{ chosen.title }}</text>
  </svg>
</template>

<style scoped>
.statistical {
  fill: var(--slate);
  fill-opacity: 0.08;
}
.foot {
  stroke: var(--rule);
}
.stem line {
  stroke: var(--slate);
  stroke-width: 1;
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
  stroke-width: 2.4;
}
.stem.selected circle {
  fill: var(--tawny);
  stroke: var(--tawny);
}
svg.plotted .chosen-name {
  fill: var(--tawny);
  font-weight: 600;
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 4px;
}
svg.plotted .drop {
  fill: var(--brick);
  font-weight: 700;
}
</style>
