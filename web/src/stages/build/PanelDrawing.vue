<script setup lang="ts">
/** One panel from the back and in section, with its sizes. */
import { computed } from 'vue';
import { BRACE_FROM } from '@tawny/core/fabrication/shopping';
import { lengthText, type LengthSystem } from '@tawny/core/quantities/lengths';
import type { PlainPanel } from '@tawny/core/recipes/kind';

const props = defineProps<{ panel: PlainPanel; frame: number; system: LengthSystem }>();
const scale = computed(() => 190 / Math.max(props.panel.width, props.panel.height));
const w = computed(() => props.panel.width * scale.value);
const h = computed(() => props.panel.height * scale.value);
const t = computed(() => Math.max(2, props.frame * scale.value));
const braced = computed(() => Math.max(props.panel.width, props.panel.height) >= BRACE_FROM);
const upright = computed(() => props.panel.height >= props.panel.width);
const d = computed(() => props.panel.depth * scale.value);
const g = computed(() => props.panel.gap * scale.value);
const sx = computed(() => 24 + w.value + 90);
const text = (m: number) => lengthText(m, props.system);
</script>

<template>
  <svg :width="sx + d + g + 220" :height="h + 60" role="img" aria-label="One panel from the back and in section">
    <text x="24" y="14" class="soft">from the back</text>
    <rect class="wood" x="24" y="22" :width="w" :height="h" />
    <rect class="fill" :x="24 + t" :y="22 + t" :width="w - 2 * t" :height="h - 2 * t" />
    <rect v-if="braced && upright" class="wood" :x="24 + t" :y="22 + h / 2 - t" :width="w - 2 * t" :height="2 * t" />
    <rect v-if="braced && !upright" class="wood" :x="24 + w / 2 - t" :y="22 + t" :width="2 * t" :height="h - 2 * t" />
    <text :x="24 + w / 2" :y="h + 38" text-anchor="middle" class="figure">{{ text(panel.width) }}</text>
    <text :x="24 + w + 8" :y="22 + h / 2" class="figure">{{ text(panel.height) }}</text>
    <text :x="sx" y="14" class="soft">section</text>
    <line class="wall" :x1="sx" :x2="sx" y1="22" :y2="22 + h" />
    <rect class="fill" :x="sx + g" y="22" :width="d" :height="h" />
    <rect class="wood" :x="sx + g" y="22" :width="d" :height="t" />
    <rect class="wood" :x="sx + g" :y="22 + h - t" :width="d" :height="t" />
    <text :x="sx + g + d + 8" :y="22 + h / 2 - 8" class="figure">{{ text(panel.depth) }} fill</text>
    <text :x="sx + g + d + 8" :y="22 + h / 2 + 10" class="figure">{{ text(panel.gap) }} gap, back open</text>
  </svg>
</template>

<style scoped>
.wood {
  fill: var(--wood);
  stroke: var(--wood-edge);
}
.fill {
  fill: var(--teal);
  fill-opacity: 0.14;
  stroke: var(--teal);
}
.wall {
  stroke: var(--ink);
  stroke-width: 4;
}
text {
  font-size: 11.5px;
  fill: var(--ink);
}
.soft {
  fill: var(--ink-soft);
}
.figure {
  font-family: var(--figures);
}
</style>
