<script setup lang="ts">
/** A small drawing of Build: a cutting plan or a view of a piece. */
import type { Mark, Picture } from '@tawny/core/report/picture';

defineProps<{ picture: Picture; fluid?: boolean }>();
const points = (m: Extract<Mark, { kind: 'polygon' }>) => m.points.map((p) => p.join(',')).join(' ');
</script>

<template>
  <svg
    :viewBox="`0 0 ${picture.width} ${picture.height}`"
    :width="fluid ? undefined : picture.width"
    :height="fluid ? undefined : picture.height"
    :class="{ fluid }"
    role="img"
    :aria-label="picture.told"
  >
    <template v-for="(m, i) in picture.marks" :key="i">
      <polygon v-if="m.kind === 'polygon'" :class="[m.look, { faint: m.faint }]" :points="points(m)" />
      <line v-else-if="m.kind === 'line'" :class="m.look" :x1="m.from[0]" :y1="m.from[1]" :x2="m.to[0]" :y2="m.to[1]" />
      <circle v-else-if="m.kind === 'circle'" :class="m.look" :cx="m.at[0]" :cy="m.at[1]" :r="m.r" />
      <text
        v-else
        :class="{ bold: m.bold }"
        :font-size="m.size"
        :transform="m.upright ? `translate(${m.at[0]} ${m.at[1]}) rotate(-90)` : `translate(${m.at[0]} ${m.at[1]})`"
      >
        {{ m.text }}
      </text>
    </template>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  max-width: 100%;
}
.fluid {
  width: 100%;
}
polygon {
  stroke-linejoin: round;
}
.stock {
  fill: var(--paper-deep);
  stroke: var(--rule-strong);
  stroke-dasharray: 3 2;
}
.timber {
  fill: var(--wood);
  stroke: var(--wood-edge);
}
.board {
  fill: var(--sheet);
  stroke: var(--ink-soft);
}
.fill {
  fill: color-mix(in srgb, var(--teal) 16%, var(--paper));
  stroke: var(--teal);
}
.cloth {
  fill: color-mix(in srgb, var(--tawny) 14%, var(--paper));
  stroke: var(--tawny);
}
.other {
  fill: color-mix(in srgb, var(--slate) 20%, var(--paper));
  stroke: var(--slate);
}
.cut {
  stroke: var(--tawny);
  stroke-width: 1.4;
}
.fold {
  stroke: var(--tawny);
  stroke-dasharray: 5 3;
}
.number {
  fill: var(--sheet);
  stroke: var(--ink-soft);
}
.faint {
  fill-opacity: 0.3;
  stroke-opacity: 0.45;
}
text {
  fill: var(--ink);
  font-family: var(--figures);
  text-anchor: middle;
  word-spacing: -0.3em;
}
.bold {
  font-weight: 700;
}
</style>
