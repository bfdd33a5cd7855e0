<script setup lang="ts">
/** The walls side by side with their true outlines, folds between them, and what is on each. */
import type { Sheet } from '../layout';
import type { PlacedFace } from '../room';
import type { Chosen } from '../types';
import PartShape from './PartShape.vue';

type Place = readonly [number, number];

const props = defineProps<{
  walls: readonly PlacedFace[];
  strip: Sheet;
  /** Of the highest wall, m. */
  height: number;
  selected: Chosen | null;
  movable: boolean;
}>();
const emit = defineEmits<{
  select: [chosen: Chosen];
  press: [event: PointerEvent, wall: string, id: string, at: Place];
  key: [event: KeyboardEvent, id: string, at: Place];
}>();
/** Shorter than this the walls' names would run into each other, px. */
const NAMED_WALL = 26;
/** px of a letter of a name, about. */
const LETTER = 6.4;
const nameOf = (w: PlacedFace) => (w.width > w.title.length * LETTER ? w.title : w.id.slice(0, 4));
const isChosen = (id: string) => props.selected?.kind === 'face' && props.selected.id === id;
</script>

<template>
  <g v-for="w in walls" :key="w.id">
    <text v-if="w.width > NAMED_WALL" :x="w.x + 4" :y="w.y - 7">{{ nameOf(w) }}</text>
    <polygon class="wall" :class="{ chosen: isChosen(w.id) }" :points="w.points" />
    <line
      v-if="w.x > strip.x + 1"
      class="fold"
      :x1="w.x"
      :x2="w.x"
      :y1="strip.y - 5"
      :y2="strip.y + height * strip.scale + 5"
    />
    <PartShape
      v-for="p in w.parts"
      :key="p.id"
      :part="p"
      :chosen="selected?.id === p.id"
      :movable="movable"
      @select="emit('select', $event)"
      @press="(e, id, at) => emit('press', e, w.id, id, at)"
      @key="(e, id, at) => emit('key', e, id, at)"
    />
  </g>
</template>

<style scoped>
text {
  font-size: 11px;
  fill: var(--ink-soft);
}
text,
.wall,
.fold {
  pointer-events: none;
}
.wall {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.6;
}
.wall.chosen {
  stroke: var(--tawny);
  stroke-width: 2.6;
}
.fold {
  stroke: var(--ink-soft);
  stroke-width: 1;
  stroke-dasharray: 1 3;
}
</style>
