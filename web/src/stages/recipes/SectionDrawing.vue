<script setup lang="ts">
/** The recipe in section, to scale, the wall at the left, sound from the right. */
import { computed } from 'vue';
import { lengthText } from '@tawny/core/quantities/lengths';
import { fillDepth, isThin } from '@tawny/core/recipes/curve';
import { wellDepthOf } from '@tawny/core/recipes/wells';
import type { Recipe } from '@tawny/core/recipes/types';
import { LAYER_WORDS } from '@tawny/core/words/plan';
import { useLengths } from '../../parts/keys';
import '../../charts/charts.css';

const props = defineProps<{ width: number; height: number; recipe: Recipe; depths: readonly number[] }>();
const system = useLengths();
const corner = computed(() => ['straddle', 'corner', 'edge'].includes(props.recipe.form));

interface Band {
  type: string;
  from: number;
  to: number;
  name: string;
  size: string;
}
const bands = computed((): Band[] => {
  let at = 0;
  return props.recipe.layers.map((l) => {
    const thick = isThin(l) ? ('t' in l ? l.t : 0) : 'd' in l ? l.d : 0;
    const band = {
      type: l.type,
      from: at,
      to: at + thick,
      name: LAYER_WORDS[l.type],
      size: isThin(l) && !('t' in l) ? '' : lengthText(thick, system.value),
    };
    at += thick;
    return band;
  });
});
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
const scale = computed(() => Math.min((props.width - WALL - 110) / total.value, 900));
const x = (d: number) => 16 + WALL + d * scale.value;
const top = 26;
const bottom = computed(() => props.height - 46);
/** Labels staggered so that thin layers do not write over each other. */
const labels = computed(() =>
  bands.value.map((b, i) => ({ ...b, x: x((b.from + b.to) / 2), y: bottom.value + 12 + 11 * (i % 3) })),
);
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
  <svg class="plotted" :width="width" :height="height" role="img" :aria-label="`Section of ${recipe.name}, to scale`">
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
      <g v-for="(b, i) in bands" :key="i" :data-layer="b.type">
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
      <text v-for="(l, i) in labels" :key="i" :x="l.x" :y="l.y" text-anchor="middle">{{ l.name }} {{ l.size }}</text>
      <text :x="16" y="14">wall</text>
      <text :x="x(total) + 14" :y="(top + bottom) / 2">room ←</text>
      <g v-if="bands.length > 0" class="size">
        <line :x1="x(0)" :x2="x(total)" :y1="top - 6" :y2="top - 6" />
        <text class="figure" :x="x(total / 2)" :y="top - 10" text-anchor="middle">{{ lengthText(total, system) }}</text>
      </g>
    </template>
  </svg>
</template>

<style scoped>
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
