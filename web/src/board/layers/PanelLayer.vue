<script setup lang="ts">
/**
 * Panels on a wall or the ceiling: cloth with a hatch that stands closer the deeper they are, scatterers with ribs, boards with
 * their turn. What hangs in a definite place can be moved; what is only proposed is pale.
 */
import type { PlacedPanelRect } from '../placements';
import { patternPath } from '../shapes';
import type { BoardPanel, Chosen } from '../types';

const props = defineProps<{ panels: readonly PlacedPanelRect[]; selected: Chosen | null; movable: boolean }>();
const emit = defineEmits<{
  select: [chosen: Chosen];
  press: [event: PointerEvent, face: string, id: string, at: readonly [number, number]];
  key: [event: KeyboardEvent, id: string, at: readonly [number, number]];
}>();

const pattern = ({ x, y, width, height, panel }: PlacedPanelRect) =>
  patternPath(panel.kind, { x, y, width, height }, panel.depth);
const canMove = (p: BoardPanel) => props.movable && p.id !== null;
const placeOf = (p: BoardPanel) => [p.left, p.low] as const;
function onPress(event: PointerEvent, p: BoardPanel): void {
  if (p.id === null) return;
  emit('select', { kind: 'piece', id: p.id });
  if (canMove(p)) emit('press', event, p.face, p.id, placeOf(p));
}
</script>

<template>
  <g class="panels">
    <g
      v-for="(p, i) in panels"
      :key="p.panel.id ?? i"
      :class="[
        p.panel.kind,
        {
          laid: p.panel.id !== null,
          movable: canMove(p.panel),
          chosen: selected?.kind === 'piece' && selected.id === p.panel.id,
        },
      ]"
      :data-laid="p.panel.id ?? undefined"
      :tabindex="canMove(p.panel) ? 0 : undefined"
      :role="canMove(p.panel) ? 'button' : undefined"
      :aria-label="canMove(p.panel) ? `${p.panel.name}. Arrow keys move it.` : undefined"
      @pointerdown="onPress($event, p.panel)"
      @keydown="canMove(p.panel) && emit('key', $event, p.panel.id!, placeOf(p.panel))"
    >
      <rect :x="p.x" :y="p.y" :width="p.width" :height="p.height"
        ><title>{{ p.panel.name }}</title></rect
      >
      <path :d="pattern(p)" />
    </g>
  </g>
</template>

<style scoped>
g {
  --cloth: var(--teal);
}
.scatter {
  --cloth: var(--plum);
}
.board {
  --cloth: var(--slate);
}
rect {
  fill: var(--cloth);
  fill-opacity: 0.07;
  stroke: var(--cloth);
  stroke-width: 1.1;
  stroke-dasharray: 4 3;
}
.laid rect {
  fill-opacity: 0.14;
  stroke-dasharray: none;
}
path {
  stroke: var(--cloth);
  stroke-width: 0.7;
  stroke-opacity: 0.55;
  fill: none;
  pointer-events: none;
}
.movable {
  cursor: grab;
  touch-action: none;
}
.chosen rect,
.movable:focus-visible rect {
  stroke: var(--tawny);
  stroke-width: 2.2;
}
.movable:focus {
  outline: none;
}
</style>
