<script setup lang="ts">
/** Corners and walls to take hold of, each wall with its name and length; the place where a plan is broken. */
import { lengthText, type LengthSystem } from '@tawny/core/quantities/lengths';
import type { WallHandle } from '../room';
import type { Chosen } from '../types';

const props = defineProps<{
  handles: readonly WallHandle[];
  labelled: boolean;
  system: LengthSystem;
  selected: Chosen | null;
}>();
const emit = defineEmits<{
  select: [chosen: Chosen];
  press: [event: PointerEvent, kind: 'corner' | 'wall', id: string, at: readonly [number, number]];
  key: [event: KeyboardEvent, kind: 'corner' | 'wall', id: string, at: readonly [number, number]];
}>();
const isChosen = (kind: string, id: string) => props.selected?.kind === kind && props.selected.id === id;
function take(event: PointerEvent, kind: 'corner' | 'wall', h: WallHandle): void {
  emit('select', kind === 'wall' ? { kind: 'face', id: h.wall } : { kind: 'corner', id: h.wall });
  emit('press', event, kind, h.wall, kind === 'corner' ? h.corner : h.middle);
}
/** Only where the wall is long enough on the board to carry its text. */
const withText = (h: WallHandle) => props.labelled && Math.hypot(h.ends[2] - h.ends[0], h.ends[3] - h.ends[1]) > 34;
const anchor = (h: WallHandle) => (h.out[0] > 0.5 ? 'start' : h.out[0] < -0.5 ? 'end' : 'middle');
</script>

<template>
  <g class="edit">
    <g v-for="h in handles" :key="`wall-${h.wall}`" class="wall" :class="{ chosen: isChosen('face', h.wall) }">
      <line
        class="hold"
        :x1="h.ends[0]"
        :y1="h.ends[1]"
        :x2="h.ends[2]"
        :y2="h.ends[3]"
        tabindex="0"
        role="button"
        :aria-label="`Wall ${h.wall}, ${h.name}, ${lengthText(h.length, system)}. Arrow keys move it.`"
        :data-wall="h.wall"
        @pointerdown="take($event, 'wall', h)"
        @keydown="emit('key', $event, 'wall', h.wall, h.middle)"
      />
      <text
        v-if="withText(h)"
        :x="h.middlePx[0] + h.out[0] * 9"
        :y="h.middlePx[1] + h.out[1] * 9"
        dy="0.36em"
        :text-anchor="anchor(h)"
      >
        <tspan class="name">{{ h.wall }}</tspan> {{ lengthText(h.length, system) }}
      </text>
    </g>
    <rect
      v-for="h in handles"
      :key="`corner-${h.wall}`"
      class="corner"
      :class="{ chosen: isChosen('corner', h.wall) }"
      :x="h.cornerPx[0] - 4"
      :y="h.cornerPx[1] - 4"
      width="8"
      height="8"
      tabindex="0"
      role="button"
      :aria-label="`Corner where wall ${h.wall} starts. Arrow keys move it.`"
      :data-corner="h.wall"
      @pointerdown="take($event, 'corner', h)"
      @keydown="emit('key', $event, 'corner', h.wall, h.corner)"
    />
  </g>
</template>

<style scoped>
.hold {
  stroke: transparent;
  stroke-width: 12;
  cursor: move;
  touch-action: none;
  outline: none;
}
.wall:hover .hold,
.hold:focus-visible,
.wall.chosen .hold {
  stroke: var(--tawny);
  stroke-opacity: 0.28;
}
.corner {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.3;
  cursor: grab;
  touch-action: none;
  outline: none;
}
.corner:hover,
.corner:focus-visible,
.corner.chosen {
  stroke: var(--tawny);
  stroke-width: 2.4;
}
text {
  font-family: var(--figures);
  font-size: 11px;
  fill: var(--ink-soft);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3px;
  pointer-events: none;
}
.name {
  font-weight: 700;
  fill: var(--ink);
}
</style>
