<script setup lang="ts">
/** The plan's own drawing: floor, patches, furniture, beams overhead, walls with doors and windows. */
import type { PlacedFace, PlacedThing } from '../room';
import type { Chosen } from '../types';
import PartShape from './PartShape.vue';

const props = defineProps<{
  floors: readonly PlacedFace[];
  overhead: readonly PlacedFace[];
  things: readonly PlacedThing[];
  selected: Chosen | null;
  movable: boolean;
}>();
const emit = defineEmits<{
  select: [chosen: Chosen];
  press: [event: PointerEvent, id: string, at: readonly [number, number]];
  key: [event: KeyboardEvent, id: string, at: readonly [number, number]];
}>();
const chosen = (id: string) => props.selected?.id === id;
function onPress(event: PointerEvent, t: PlacedThing): void {
  emit('select', { kind: 'thing', id: t.id });
  if (props.movable) emit('press', event, t.id, t.at);
}
/** A name only where it fits. */
const fits = (t: PlacedThing) =>
  t.name.length * 5.6 < Math.max(t.width, 40) && t.height > 12 && t.width > 26 && t.slim > 14;
</script>

<template>
  <g class="room">
    <template v-for="f in floors.slice(1)" :key="f.id">
      <polygon class="platform" :points="f.points"
        ><title>{{ f.title }}</title></polygon
      >
    </template>
    <template v-for="f in floors" :key="`parts-${f.id}`">
      <PartShape v-for="p in f.parts" :key="p.id" :part="p" :chosen="chosen(p.id)" @select="emit('select', $event)" />
    </template>
    <g
      v-for="t in things"
      :key="t.id"
      class="thing"
      :class="[t.kind, { chosen: chosen(t.id), movable }]"
      :data-thing="t.id"
      :tabindex="movable ? 0 : undefined"
      :role="movable ? 'button' : undefined"
      :aria-label="movable ? `${t.name}. Arrow keys move it.` : undefined"
      @pointerdown="onPress($event, t)"
      @keydown="movable && emit('key', $event, t.id, t.at)"
    >
      <polygon :points="t.points"
        ><title>{{ t.name }}</title></polygon
      >
      <line class="front" :x1="t.front[0]" :y1="t.front[1]" :x2="t.front[2]" :y2="t.front[3]" />
      <text v-if="fits(t)" :x="t.x" :y="t.y" dy="0.36em">{{ t.name }}</text>
    </g>
    <template v-for="f in overhead" :key="`over-${f.id}`">
      <polygon class="overhead" :points="f.points" />
    </template>
  </g>
</template>

<style scoped>
.platform {
  fill: var(--wood);
  stroke: var(--wood-edge);
  stroke-width: 1;
}
.thing polygon {
  fill: var(--paper-deep);
  stroke: var(--ink-soft);
  stroke-width: 1;
}
.thing .reach {
  fill: none;
  stroke: var(--tawny);
  stroke-width: 1;
  stroke-dasharray: 3 3;
  pointer-events: none;
}
.thing .front {
  stroke: var(--ink-soft);
  stroke-width: 2.2;
}
.thing.movable {
  cursor: grab;
  touch-action: none;
}
.thing.chosen polygon:not(.reach),
.thing:focus-visible polygon:not(.reach) {
  stroke: var(--tawny);
  stroke-width: 2;
}
.thing:focus {
  outline: none;
}
.thing text {
  font-size: 10.5px;
  fill: var(--ink-soft);
  text-anchor: middle;
  pointer-events: none;
}
.thing.person polygon,
.thing.chair polygon {
  stroke-dasharray: 3 2;
}
.overhead {
  fill: none;
  stroke: var(--ink-soft);
  stroke-width: 1;
  stroke-dasharray: 7 3 2 3;
  pointer-events: none;
}
</style>
