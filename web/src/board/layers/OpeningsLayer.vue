<script setup lang="ts">
/** Doors, windows and fittings where the plan cuts the walls; the leaf with the ground it sweeps. */
import type { PlanOpening } from '../room';
import type { Chosen } from '../types';

defineProps<{ openings: readonly PlanOpening[]; selected: Chosen | null }>();
const emit = defineEmits<{ select: [chosen: Chosen] }>();
const shifted = (o: PlanOpening, by: number) => ({
  x1: o.line[0] + by * o.inwards[0],
  y1: o.line[1] + by * o.inwards[1],
  x2: o.line[2] + by * o.inwards[0],
  y2: o.line[3] + by * o.inwards[1],
});
const ends = ([x1, y1, x2, y2]: readonly [number, number, number, number]) => ({ x1, y1, x2, y2 });
</script>

<template>
  <g class="openings">
    <g
      v-for="o in openings"
      :key="o.id"
      :class="[o.kind, { chosen: selected?.kind === 'opening' && selected.id === o.id }]"
      @click="emit('select', { kind: 'opening', id: o.id })"
    >
      <title>{{ o.name }}</title>
      <polygon v-if="o.swing" class="swing" :points="o.swing" />
      <template v-if="o.kind === 'door' || o.kind === 'window'">
        <line class="gap" v-bind="ends(o.line)" />
        <line v-if="o.leaf" class="leaf" v-bind="ends(o.leaf)" />
        <template v-if="o.kind === 'window'">
          <line class="pane" v-bind="shifted(o, -2)" />
          <line class="pane" v-bind="shifted(o, 2)" />
        </template>
      </template>
      <line v-else class="fitting" v-bind="shifted(o, 3)" />
    </g>
  </g>
</template>

<style scoped>
.swing {
  fill: var(--tawny);
  fill-opacity: 0.06;
  stroke: var(--tawny);
  stroke-width: 0.8;
  stroke-dasharray: 2 3;
}
.gap {
  stroke: var(--sheet);
  stroke-width: 4;
}
.leaf {
  stroke: var(--ink);
  stroke-width: 1.6;
}
.pane {
  stroke: var(--slate);
  stroke-width: 1;
}
.fitting {
  stroke: var(--slate);
  stroke-width: 3;
}
.radiator .fitting,
.hot-equipment .fitting {
  stroke: var(--brick);
}
.chosen .leaf,
.chosen .pane,
.chosen .fitting {
  stroke: var(--tawny);
  stroke-width: 3;
}
</style>
