<script setup lang="ts">
/**
 * The recipe in section, to scale, the wall at the left, sound from the right. Where `picked` is given it is where the stack is
 * changed too: a layer is picked by click or Enter, its front is dragged or moved by the arrow keys.
 */
import { computed, ref } from 'vue';
import { lengthText } from '@tawny/core/quantities/lengths';
import { fillDepth } from '@tawny/core/recipes/curve';
import { wellDepthOf } from '@tawny/core/recipes/wells';
import { isCornered, type Recipe, type RecipeLayer } from '@tawny/core/recipes/types';
import { useLengths } from '../../parts/keys';
import { nudged, sectionLayers, type SectionLayer, withThickness } from './section';
import '../../charts/charts.css';

const props = withDefaults(
  defineProps<{
    width: number;
    height: number;
    recipe: Recipe;
    depths: readonly number[];
    /** The layer in hand; null: a drawing only. */
    picked?: number | null;
  }>(),
  { picked: null },
);
const emit = defineEmits<{
  pick: [index: number];
  /** A layer as it would be while its front is dragged; null: the drag was given up. */
  preview: [index: number, layer: RecipeLayer | null];
  change: [index: number, layer: RecipeLayer];
}>();
const system = useLengths();
const corner = computed(() => isCornered(props.recipe.form));
const bands = computed(() => sectionLayers(props.recipe, system.value));
const total = computed(() => Math.max(0.05, bands.value.at(-1)?.to ?? 0, wellDepthOf(props.recipe)));
const portsDrawn = computed(() => Math.min(6, props.recipe.ports?.count ?? 0));
/** As large as they are, but never into one another or past the box's edge. */
const portHeight = computed(() =>
  Math.max(
    3,
    Math.min((props.recipe.ports?.size ?? 0) * scale.value, (0.8 * (bottom.value - top)) / (portsDrawn.value + 1)),
  ),
);
const WALL = 22;
/** Cut off above and below: only the depth is to scale. */
const fitting = computed(() => Math.min((props.width - WALL - 110) / total.value, 2000));
/** The scale stays as it was while a front is in hand, or the drawing would run from under the pointer. */
const grip = ref<{ index: number; scale: number; x: number; layer: RecipeLayer; thick: number } | null>(null);
const scale = computed(() => grip.value?.scale ?? fitting.value);
const x = (d: number) => 16 + WALL + d * scale.value;
const top = 26;
const bottom = computed(() => props.height - 46);
/** Labels staggered so that thin layers do not write over each other. */
const labels = computed(() =>
  bands.value.map((b, i) => ({ ...b, x: x((b.from + b.to) / 2), y: bottom.value + 12 + 11 * (i % 3) })),
);
const editable = computed(() => props.picked !== null);
function take(event: PointerEvent, b: SectionLayer): void {
  emit('pick', b.index);
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  const layer = props.recipe.layers[b.index]!;
  grip.value = { index: b.index, scale: fitting.value, x: event.clientX, layer: { ...layer }, thick: b.to - b.from };
}
const dragged = (event: PointerEvent) => {
  const g = grip.value!;
  return withThickness(g.layer, g.thick + (event.clientX - g.x) / g.scale);
};
function drag(event: PointerEvent): void {
  if (grip.value) emit('preview', grip.value.index, dragged(event));
}
function drop(event: PointerEvent): void {
  const g = grip.value;
  if (!g) return;
  const layer = dragged(event);
  grip.value = null;
  emit('change', g.index, layer);
}
function giveUp(): void {
  if (grip.value) emit('preview', grip.value.index, null);
  grip.value = null;
}
function onKey(event: KeyboardEvent, b: SectionLayer): void {
  if (event.key === 'Escape' && grip.value) {
    event.stopPropagation();
    return giveUp();
  }
  const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
  if (by === 0) return;
  event.preventDefault();
  emit('pick', b.index);
  emit('change', b.index, nudged(props.recipe.layers[b.index]!, by, event.shiftKey));
}
const titleOf = (b: SectionLayer) => `Layer ${b.index + 1}: ${[b.name, b.size].filter(Boolean).join(' ')}`;
const leg = computed(() => props.recipe.width / Math.SQRT2);
const cornerScale = computed(() => Math.min(props.height - 56, props.width - 150) / leg.value);
const wells = computed(() => {
  const n = props.depths.length;
  if (n === 0 || props.recipe.layers.length > 0) return [];
  const deep = Math.max(...props.depths);
  const each = Math.min(26, (props.width - 60) / n);
  return props.depths.map((d, i) => ({ x: 20 + i * each, each, d, h: ((props.height - 80) * d) / deep }));
});
</script>

<template>
  <svg
    class="plotted"
    :width="width"
    :height="height"
    :role="editable ? 'group' : 'img'"
    :aria-label="`Section of ${recipe.name}, to scale`"
  >
    <defs>
      <pattern id="fill-hatch" width="9" height="9" patternUnits="userSpaceOnUse">
        <path d="M0,5 q2,-4 4.5,0 t4.5,0" class="wool" />
      </pattern>
      <pattern id="wall-hatch" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1="0" y1="0" x2="0" y2="7" class="brick" />
      </pattern>
    </defs>
    <template v-if="wells.length > 0">
      <g v-for="(w, i) in wells" :key="i">
        <rect :x="w.x" :y="30" :width="w.each" :height="w.h" class="well" />
        <rect :x="w.x" :y="30 + w.h" :width="w.each" :height="height - 46 - w.h" class="solid" />
        <text v-if="w.each > 20" class="figure" :x="w.x + w.each / 2" :y="26" text-anchor="middle">{{ i + 1 }}</text>
      </g>
      <text :x="20" y="12">
        wells of one period, front above, deepest {{ lengthText(Math.max(...depths), system) }}
      </text>
    </template>
    <template v-else-if="corner">
      <path
        :d="`M16,${top} v${leg * cornerScale} h${leg * cornerScale} v14 h-${leg * cornerScale + 14} v-${leg * cornerScale + 14} z`"
        class="wall"
      />
      <path
        v-if="recipe.form === 'corner'"
        :d="`M16,${top} L16,${top + leg * cornerScale} L${16 + leg * cornerScale},${top + leg * cornerScale} z`"
        class="porous"
      />
      <path
        v-else
        :d="`M16,${top} L${16 + leg * cornerScale},${top + leg * cornerScale} l${-fillDepth(recipe) * cornerScale * 0.707},0 L16,${top + fillDepth(recipe) * cornerScale * 0.707} z`"
        class="porous"
      />
      <path :d="`M16,${top} L${16 + leg * cornerScale},${top + leg * cornerScale}`" class="front" />
      <text :x="30 + (leg * cornerScale) / 2" :y="top + (leg * cornerScale) / 2 - 8">
        front {{ lengthText(recipe.width, system) }},
        {{ recipe.form === 'corner' ? 'filled' : `fill ${lengthText(fillDepth(recipe), system)}` }}
      </text>
      <text x="16" y="14">{{ recipe.form === 'edge' ? 'edge in section' : 'corner from above' }}</text>
    </template>
    <template v-else>
      <rect x="16" :y="top" :width="WALL" :height="bottom - top" class="wall" />
      <g
        v-for="(b, i) in bands"
        :key="i"
        :data-layer="b.type"
        :class="{ pick: editable, picked: b.index === picked }"
        :role="editable ? 'button' : undefined"
        :tabindex="editable ? 0 : undefined"
        :aria-label="editable ? titleOf(b) : undefined"
        :aria-pressed="editable ? b.index === picked : undefined"
        @click="editable && emit('pick', b.index)"
        @keydown.enter.prevent="editable && emit('pick', b.index)"
        @keydown.space.prevent="editable && emit('pick', b.index)"
      >
        <rect
          :x="x(b.from)"
          :y="top"
          :width="Math.max(1.5, x(b.to) - x(b.from))"
          :height="bottom - top"
          :class="b.type"
        />
        <g v-if="b.type === 'holes' || b.type === 'slots'">
          <rect
            v-for="k in 6"
            :key="k"
            :x="x(b.from) - 1"
            :y="top + ((bottom - top) * (k - 0.6)) / 6"
            :width="Math.max(1.5, x(b.to) - x(b.from)) + 2"
            :height="(bottom - top) / 22"
            class="opening"
          />
        </g>
        <rect
          v-if="editable"
          class="reach"
          :x="(x(b.from) + x(b.to)) / 2 - Math.max(18, x(b.to) - x(b.from)) / 2"
          :y="bottom"
          :width="Math.max(18, x(b.to) - x(b.from))"
          height="38"
        />
        <line v-if="b.index === picked" class="under" :x1="x(b.from)" :x2="x(b.to)" :y1="bottom + 2" :y2="bottom + 2" />
        <text :x="labels[i]!.x" :y="labels[i]!.y" text-anchor="middle">{{ b.name }} {{ b.size }}</text>
      </g>
      <g v-if="recipe.ports">
        <rect
          v-for="k in portsDrawn"
          :key="k"
          :x="x(total) - Math.min(recipe.ports.neck, total) * scale"
          :y="top + ((bottom - top) * k) / (portsDrawn + 1) - portHeight / 2"
          :width="Math.min(recipe.ports.neck, total) * scale"
          :height="portHeight"
          class="opening port"
        />
        <rect :x="x(total)" :y="top" width="4" :height="bottom - top" class="skin" />
      </g>
      <text :x="16" y="14">wall</text>
      <text :x="x(total) + 14" :y="(top + bottom) / 2">room ←</text>
      <g v-if="bands.length > 0" class="size">
        <line :x1="x(0)" :x2="x(total)" :y1="top - 6" :y2="top - 6" />
        <text class="figure" :x="x(total / 2)" :y="top - 10" text-anchor="middle">{{ lengthText(total, system) }}</text>
      </g>
      <template v-if="editable">
        <g
          v-for="b in bands.filter((l) => l.stretches)"
          :key="`front ${b.index}`"
          class="front-grip"
          :class="{ picked: b.index === picked }"
          tabindex="0"
          role="slider"
          :aria-label="`Front of layer ${b.index + 1}, ${b.name}`"
          :aria-valuenow="Number(((b.to - b.from) * 1000).toFixed(1))"
          :aria-valuetext="b.size"
          :data-front="b.index"
          @pointerdown.stop="take($event, b)"
          @pointermove="drag"
          @pointerup="drop"
          @pointercancel="giveUp"
          @keydown="onKey($event, b)"
        >
          <rect class="reach" :x="x(b.to) - 7" :y="top" width="14" :height="bottom - top" />
          <line :x1="x(b.to)" :x2="x(b.to)" :y1="top" :y2="bottom" />
          <path :d="`M${x(b.to) - 5},${(top + bottom) / 2} l5,-5 l5,5 l-5,5 z`" />
        </g>
      </template>
    </template>
  </svg>
</template>

<style scoped>
svg {
  user-select: none;
}
.pick {
  cursor: pointer;
}
.reach {
  fill: transparent;
}
.under {
  stroke: var(--tawny);
  stroke-width: 3;
}
svg.plotted .picked text {
  fill: var(--ink);
  font-weight: 600;
}
.front-grip {
  cursor: ew-resize;
  touch-action: none;
}
.front-grip line {
  stroke: transparent;
  stroke-width: 2;
}
.front-grip path {
  fill: var(--sheet);
  stroke: var(--tawny);
  stroke-width: 1.5;
}
.front-grip.picked path {
  fill: var(--tawny);
}
.front-grip:hover line,
.front-grip:focus-visible line {
  stroke: var(--tawny);
}
svg.plotted .pick:focus,
svg.plotted .front-grip:focus {
  outline: none;
}
svg.plotted .pick:focus-visible rect:first-child {
  stroke: var(--tawny);
  stroke-width: 2.5;
}
.wall {
  fill: url('#wall-hatch');
  stroke: var(--ink);
  stroke-width: 1;
}
.brick {
  stroke: var(--ink-soft);
}
.wool {
  fill: none;
  stroke: var(--teal);
  stroke-width: 1;
}
.porous {
  fill: url('#fill-hatch');
  stroke: var(--teal);
  stroke-width: 1.2;
}
.air {
  fill: var(--sheet);
  stroke: var(--rule-strong);
  stroke-dasharray: 3 3;
}
.cloth,
.front {
  fill: var(--tawny);
  stroke: var(--tawny);
  stroke-width: 2;
}
.skin {
  fill: var(--ink);
}
.holes,
.slots,
.micro {
  fill: var(--wood-edge);
  stroke: var(--ink);
  stroke-width: 0.6;
}
.opening {
  fill: var(--sheet);
}
.port {
  stroke: var(--ink);
}
.well {
  fill: var(--sheet);
  stroke: var(--plum);
}
.solid {
  fill: var(--wood);
  stroke: var(--wood-edge);
}
.size line {
  stroke: var(--ink-soft);
}
</style>
