<script setup lang="ts">
/**
 * The room among boxes of its volume, one proportion at a time: length over height at this width, width over height at this
 * length. Tinted where the counts of modes never fall, framed where the standard's range lies (near whole numbers it does not).
 */
import { computed } from 'vue';
import { scaleLinear } from 'd3-scale';
import { fixed } from '@tawny/core/quantities/format';
import { type ProportionMap, standardStretches } from '@tawny/core/physics/modes/proportions';
import './charts.css';

const props = defineProps<{
  width: number;
  height: number;
  map: ProportionMap | null;
  box: readonly [number, number, number];
}>();
const LEFT = 8;
const RIGHT = 14;
const STRIP = 20;
const x = computed(() => scaleLinear([0.9, 3.2], [LEFT, props.width - RIGHT]));
const w = computed(() => props.box[0] / props.box[2]);
const l = computed(() => props.box[1] / props.box[2]);
const nearest = (axis: { from: number; step: number; count: number }, value: number) =>
  Math.max(0, Math.min(axis.count - 1, Math.round((value - axis.from) / axis.step)));

interface Strip {
  name: string;
  at: number;
  y: number;
  tinted: { x: number; width: number }[];
  /** Where the standard's range lies, the other proportion held. */
  ranges: [from: number, to: number][];
}
const strips = computed((): Strip[] => {
  const { map } = props;
  const tinted = (along: 'length' | 'width') => {
    if (!map) return [];
    const axis = map[along];
    return Array.from({ length: axis.count }, (_, i) => {
      const [a, b] = along === 'length' ? [nearest(map.width, w.value), i] : [i, nearest(map.length, l.value)];
      const at = axis.from + i * axis.step;
      return {
        passes: map.passes[b * map.width.count + a] === 1,
        x: x.value(at - axis.step / 2),
        width: x.value(axis.step) - x.value(0),
      };
    }).filter((c) => c.passes);
  };
  const { box } = props;
  return [
    { name: 'length over height', at: l.value, y: 30, tinted: tinted('length'), ranges: standardStretches(box, 1) },
    { name: 'width over height', at: w.value, y: 96, tinted: tinted('width'), ranges: standardStretches(box, 0) },
  ];
});
const clamped = (v: number) => Math.max(0.92, Math.min(3.18, v));
const words = computed(() => `1 : ${fixed(w.value, 2)} : ${fixed(l.value, 2)}`);
</script>

<template>
  <svg
    class="plotted"
    :width="width"
    :height="height"
    role="img"
    :aria-label="`Height to width to length ${words}. Tinted: boxes of this volume whose mode counts never fall.`"
  >
    <g v-for="s in strips" :key="s.name">
      <text :x="LEFT" :y="s.y - 10">
        {{ s.name }}
        <tspan class="figure at">{{ fixed(s.at, 2) }}</tspan>
      </text>
      <rect class="strip" :x="LEFT" :y="s.y" :width="Math.max(0, width - LEFT - RIGHT)" :height="STRIP" />
      <rect v-for="t in s.tinted" :key="t.x" class="passes" :x="t.x" :y="s.y" :width="t.width" :height="STRIP" />
      <rect
        v-for="r in s.ranges"
        :key="r[0]"
        class="range"
        :x="x(r[0])"
        :y="s.y - 3"
        :width="Math.max(2, x(r[1]) - x(r[0]))"
        :height="STRIP + 6"
      />
      <line class="here" :x1="x(clamped(s.at))" :x2="x(clamped(s.at))" :y1="s.y - 4" :y2="s.y + STRIP + 4" />
      <text
        v-for="t in [1, 1.5, 2, 2.5, 3]"
        :key="t"
        class="figure"
        :x="x(t)"
        :y="s.y + STRIP + 16"
        text-anchor="middle"
      >
        {{ fixed(t, 1) }}
      </text>
    </g>
  </svg>
</template>

<style scoped>
.strip {
  fill: var(--sheet);
  stroke: var(--rule);
}
.passes {
  fill: var(--teal);
  fill-opacity: 0.3;
}
.range {
  fill: none;
  stroke: var(--ink-soft);
  stroke-dasharray: 5 4;
}
.here {
  stroke: var(--tawny);
  stroke-width: 2.6;
}
svg.plotted .at {
  fill: var(--tawny);
  font-weight: 600;
}
</style>
