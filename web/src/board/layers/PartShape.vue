<script setup lang="ts">
/** A patch, rug, door, window or fitting on a face seen flat. Told apart by line as well as by tone. */
import { computed } from 'vue';
import type { PlacedPart } from '../room';
import type { Chosen } from '../types';

const props = defineProps<{ part: PlacedPart; chosen: boolean; movable?: boolean }>();
const emit = defineEmits<{
  select: [chosen: Chosen];
  press: [event: PointerEvent, id: string, at: readonly [number, number]];
  key: [event: KeyboardEvent, id: string, at: readonly [number, number]];
}>();

const flat = computed(() => props.part.kind === 'patch' || props.part.kind === 'rug');
const inner = computed((): string => {
  const { x, y, width: w, height: h, kind } = props.part;
  const line = (x1: number, y1: number, x2: number, y2: number) => `M${x1} ${y1}L${x2} ${y2}`;
  const rungs = (n: number, upright: boolean) =>
    Array.from({ length: n }, (_, i) => {
      const t = (i + 1) / (n + 1);
      return upright ? line(x + t * w, y + 2, x + t * w, y + h - 2) : line(x + 2, y + t * h, x + w - 2, y + t * h);
    }).join('');
  switch (kind) {
    case 'door':
      return w > 8 && h > 12 ? `M${x + 3} ${y + 3}H${x + w - 3}V${y + h}H${x + 3}Z` : '';
    case 'window':
      return w > 10 && h > 10
        ? `M${x + 3} ${y + 3}H${x + w - 3}V${y + h - 3}H${x + 3}Z${line(x + w / 2, y + 3, x + w / 2, y + h - 3)}`
        : line(x + w / 2, y, x + w / 2, y + h);
    case 'vent':
      return rungs(Math.max(1, Math.min(5, Math.floor(h / 4))), false);
    case 'radiator':
      return rungs(Math.max(1, Math.min(12, Math.floor(w / 6))), true);
    case 'hot-equipment':
      return `${line(x, y, x + w, y + h)}${line(x + w, y, x, y + h)}`;
    default:
      return '';
  }
});
function onPress(event: PointerEvent): void {
  emit('select', { kind: flat.value ? 'patch' : 'opening', id: props.part.id });
  if (props.movable && props.part.movable) emit('press', event, props.part.id, props.part.at);
}
</script>

<template>
  <g
    class="part"
    :class="[part.kind, { chosen, flat, movable: movable && part.movable }]"
    :data-part="part.id"
    :tabindex="movable && part.movable ? 0 : undefined"
    :role="movable && part.movable ? 'button' : undefined"
    :aria-label="movable && part.movable ? `${part.name}. Arrow keys move it.` : undefined"
    @pointerdown="onPress"
    @keydown="movable && part.movable && emit('key', $event, part.id, part.at)"
  >
    <polygon :points="part.points"
      ><title>{{ part.name }}</title></polygon
    >
    <path v-if="inner" :d="inner" />
  </g>
</template>

<style scoped>
.part polygon {
  fill: var(--sheet);
  stroke: var(--slate);
  stroke-width: 1.1;
}
.part path {
  fill: none;
  stroke: var(--slate);
  stroke-width: 0.8;
}
.part.flat polygon {
  fill: var(--slate);
  fill-opacity: 0.1;
  stroke-dasharray: 4 2;
}
.part.rug polygon {
  fill: var(--teal);
  stroke: var(--teal);
}
.part.hot-equipment polygon,
.part.radiator polygon {
  stroke: var(--brick);
}
.part.movable {
  cursor: grab;
  touch-action: none;
}
.part.chosen polygon,
.part:focus-visible polygon {
  stroke: var(--tawny);
  stroke-width: 2.2;
}
.part:focus {
  outline: none;
}
</style>
