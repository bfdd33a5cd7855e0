<script setup lang="ts">
/** Fixings of the face drawn large: a cross each, ringed where nothing sure is behind it, and the cleats' lines. */
import { computed } from 'vue';
import type { Fixing } from '@tawny/core/studies/hang/held/holds';
import { intoText, ROLE_WORDS } from '@tawny/core/words/fixings';
import { useHolds } from '../../desk/useHolds';
import type { Elevation } from './elevation';

const props = defineProps<{ view: Elevation; face: string; middle: number; overhead: boolean }>();
const holds = useHolds();
const sure = (f: Fixing) => f.into === 'member' || f.into === 'solid';
const points = computed(() =>
  holds.value.pieces.flatMap((h) =>
    h.fixings
      .filter((f) => f.face === props.face)
      .map((f, i) => ({ id: `${h.piece} ${i}`, f, x: props.view.x(f.u), y: props.view.y(f.v), sure: sure(f) })),
  ),
);
const cleats = computed(() =>
  holds.value.pieces.flatMap(({ piece, cleat, fixings }) =>
    cleat && fixings[0]?.face === props.face
      ? [
          {
            piece,
            x1: props.view.x(cleat.left + props.middle),
            x2: props.view.x(cleat.right + props.middle),
            y: props.view.y(cleat.up),
          },
        ]
      : [],
  ),
);
</script>

<template>
  <g class="fixings">
    <line v-for="c in cleats" :key="c.piece" class="cleat" :x1="c.x1" :x2="c.x2" :y1="c.y" :y2="c.y" />
    <g v-for="p in points" :key="p.id" :class="{ unsure: !p.sure }" data-point>
      <title>{{ ROLE_WORDS[p.f.role] }}, {{ intoText(p.f.into, overhead) }}</title>
      <circle v-if="!p.sure" :cx="p.x" :cy="p.y" r="6" />
      <path :d="`M${p.x - 4} ${p.y}h8M${p.x} ${p.y - 4}v8`" />
    </g>
  </g>
</template>

<style scoped>
.fixings {
  pointer-events: none;
}
.cleat {
  stroke: var(--ink-soft);
  stroke-width: 3;
  stroke-opacity: 0.45;
}
path {
  stroke: var(--ink);
  stroke-width: 1.5;
}
circle {
  fill: var(--sheet);
  fill-opacity: 0.8;
  stroke: var(--brick);
  stroke-width: 1.2;
}
.unsure path {
  stroke: var(--brick);
}
</style>
