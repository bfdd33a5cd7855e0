<script setup lang="ts">
/** The ceiling as mirrored in the floor: its pieces, what is on them, what hangs, how high it is. */
import { computed } from 'vue';
import { formatLength } from '@tawny/core/quantities/lengths';
import type { RoomSetting } from '@tawny/core/room/setting';
import type { Sheet } from '../layout';
import { outlinePoints, type PlacedPanelRect } from '../placements';
import { ceilingNotes, levelFaces } from '../room';
import type { BoardScene, Chosen } from '../types';
import PanelLayer from './PanelLayer.vue';
import PartShape from './PartShape.vue';

const props = defineProps<{
  room: RoomSetting;
  sheet: Sheet;
  panels: readonly PlacedPanelRect[];
  system: BoardScene['system'];
  selected: Chosen | null;
}>();
const emit = defineEmits<{ select: [chosen: Chosen] }>();
const faces = computed(() => levelFaces(props.room, 'ceiling', props.sheet));
const heights = computed(() =>
  ceilingNotes(props.room, props.sheet).map((n) => {
    const figure = (m: number) => formatLength(m, props.system).value;
    return { ...n, text: n.high - n.low < 1e-6 ? figure(n.low) : `${figure(n.low)}–${figure(n.high)}` };
  }),
);
</script>

<template>
  <polygon class="sheet" :points="outlinePoints(room, sheet)" />
  <g v-for="f in faces" :key="f.id">
    <polygon
      v-if="faces.length > 1"
      class="piece"
      :class="{ chosen: selected?.kind === 'face' && selected.id === f.id }"
      :points="f.points"
    >
      <title>{{ f.title }}</title>
    </polygon>
    <PartShape
      v-for="p in f.parts"
      :key="p.id"
      :part="p"
      :chosen="selected?.id === p.id"
      @select="emit('select', $event)"
    />
  </g>
  <PanelLayer :panels="panels" :selected="selected" :movable="false" @select="emit('select', $event)" />
  <text v-for="n in heights" :key="`height-${n.id}`" class="height" :x="n.x" :y="n.y" dy="0.36em">
    {{ n.text }}
  </text>
</template>

<style scoped>
.sheet,
.piece,
.height {
  pointer-events: none;
}
.sheet {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.6;
}
.piece {
  fill: var(--paper-deep);
  fill-opacity: 0.35;
  stroke: var(--ink-soft);
  stroke-width: 1;
}
.chosen {
  stroke: var(--tawny);
  stroke-width: 2.6;
}
.height {
  font-family: var(--figures);
  font-size: 11px;
  fill: var(--ink-soft);
  text-anchor: middle;
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4px;
  stroke-linejoin: round;
}
</style>
