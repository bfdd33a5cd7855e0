<script setup lang="ts">
/** Edges of one's own target, each dragged up and down or moved by arrow keys. */
import { ref } from 'vue';
import { LIMITS } from '@tawny/core/document/schema/project';
import { fixed } from '@tawny/core/quantities/format';

export interface Grip {
  hz: number;
  side: 'lower' | 'upper';
  /** s */
  time: number;
  x: number;
}
const props = defineProps<{
  grips: readonly Grip[];
  y: { (time: number): number; invert: (px: number) => number };
}>();
const emit = defineEmits<{ limit: [hz: number, side: Grip['side'], time: number] }>();

/** An arrow's step, s; ten of them with Shift. */
const STEP = 0.01;
const MOST = LIMITS.targetTime[1];
const held = ref<Pick<Grip, 'hz' | 'side' | 'time'> | null>(null);
const timeOf = (g: Grip): number => (held.value?.hz === g.hz && held.value.side === g.side ? held.value.time : g.time);
function take(event: PointerEvent, { hz, side, time }: Grip): void {
  held.value = { hz, side, time };
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
}
function drag(event: PointerEvent): void {
  if (!held.value) return;
  const box = (event.currentTarget as Element).closest('svg')!.getBoundingClientRect();
  held.value.time = Math.min(MOST, Math.max(0, props.y.invert(event.clientY - box.top)));
}
function drop(): void {
  const h = held.value;
  held.value = null;
  if (h) emit('limit', h.hz, h.side, h.time);
}
function nudge(event: KeyboardEvent, g: Grip): void {
  const by = event.key === 'ArrowUp' ? STEP : event.key === 'ArrowDown' ? -STEP : 0;
  if (by === 0) return;
  event.preventDefault();
  event.stopPropagation();
  emit('limit', g.hz, g.side, Math.max(0, g.time + by * (event.shiftKey ? 10 : 1)));
}
</script>

<template>
  <g v-for="g in grips" :key="`${g.hz} ${g.side}`">
    <circle
      :cx="g.x"
      :cy="y(timeOf(g))"
      r="6"
      tabindex="0"
      role="slider"
      :aria-label="`${g.side === 'upper' ? 'Most' : 'Least'} at ${g.hz} Hz`"
      :aria-valuenow="g.time"
      aria-valuemin="0"
      :aria-valuemax="MOST"
      :aria-valuetext="`${fixed(g.time, 2)} s`"
      :data-grip="`${g.hz} ${g.side}`"
      @pointerdown.stop="take($event, g)"
      @pointermove="drag"
      @pointerup="drop"
      @keydown="nudge($event, g)"
    />
  </g>
</template>

<style scoped>
circle {
  fill: var(--sheet);
  stroke: var(--teal);
  stroke-width: 2;
  cursor: ns-resize;
}
</style>
