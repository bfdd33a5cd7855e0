<script setup lang="ts">
/** Strips of tape that can be pointed at and chosen. */
import type { Mark } from '@tawny/core/studies/marks/study';
import type { PlacedTape } from '../placements';
import type { Chosen } from '../types';
import TapeMark from './TapeMark.vue';

const props = defineProps<{
  tapes: readonly PlacedTape[];
  selected: Chosen | null;
  hovered: string | null;
  /** Seen edge-on: too slim for a letter. */
  edge?: boolean;
}>();
const emit = defineEmits<{ select: [chosen: Chosen]; hover: [id: string | null] }>();
const isChosen = (m: Mark) => props.selected?.kind === 'mark' && props.selected.id === m.id;
</script>

<template>
  <g @pointerleave="emit('hover', null)">
    <g
      v-for="t in tapes"
      :key="t.mark.id"
      v-memo="[
        t.x,
        t.y,
        t.width,
        t.height,
        t.outline,
        t.mark.covered,
        t.mark.letter,
        isChosen(t.mark),
        hovered === t.mark.id,
      ]"
      class="hit"
      @click="emit('select', { kind: 'mark', id: t.mark.id })"
      @pointerenter="emit('hover', t.mark.id)"
    >
      <TapeMark
        :x="t.x"
        :y="t.y"
        :width="t.width"
        :height="t.height"
        :edge="edge"
        :letter="t.mark.letter"
        :selected="isChosen(t.mark)"
        :hovered="hovered === t.mark.id"
        :covered="t.mark.covered"
        :opposite="t.mark.own === false"
        :outline="t.outline"
      />
    </g>
  </g>
</template>

<style scoped>
.hit {
  cursor: pointer;
}
</style>
