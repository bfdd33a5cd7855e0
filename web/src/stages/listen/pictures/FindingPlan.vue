<script setup lang="ts">
/** Where a cause lies: the plan with the surfaces in question, who played, where the microphone stood, and where a move leads. */
import { computed } from 'vue';
import type { Setting } from '@tawny/core/room/setting';
import type { Cause, Move } from '@tawny/core/studies/causes/types';
import { smallPlan } from '../smallPlan';

const props = defineProps<{ setting: Setting; letters: readonly string[]; cause: Cause; moves: readonly Move[] }>();

const plan = computed(() => smallPlan(props.setting, { width: 150, height: 150 }));
const names = computed((): readonly string[] =>
  'face' in props.cause ? [props.cause.face] : 'faces' in props.cause ? props.cause.faces : [],
);
/** Walls as lines, level surfaces and things as areas. */
const shown = computed(() =>
  props.setting.faces
    .filter((f) => names.value.includes(f.name))
    .map((f) => ({
      id: f.id,
      wall: f.kind === 'wall' && f.foot ? plan.value.points(f.foot) : null,
      area: plan.value.points(f.vertices),
    })),
);
const things = computed(() =>
  props.setting.objects
    .filter((o) => names.value.some((n) => n.startsWith(o.name)))
    .map((o) => ({ id: o.id, area: plan.value.points(o.outline) })),
);
const playing = computed(() => plan.value.speakers.filter((s) => props.letters.includes(s.letter)));
const head = computed(() => props.moves.find((m) => m.what === 'head')?.by ?? null);
const target = computed(() => {
  const [by, [x, y]] = [head.value, plan.value.seat];
  return by ? [x + by[0] * plan.value.scale, y + by[1] * plan.value.scale] : null;
});
</script>

<template>
  <svg class="plan" :width="plan.width" :height="plan.height" role="img" aria-label="Where it lies" data-where>
    <polygon :points="plan.outline" class="walls" />
    <template v-for="f in shown" :key="f.id">
      <polyline v-if="f.wall" :points="f.wall" class="wall" />
      <polygon v-else :points="f.area" class="area" />
    </template>
    <polygon v-for="o in things" :key="o.id" :points="o.area" class="area" />
    <g v-for="s in playing" :key="s.letter">
      <line :x1="s.at[0]" :y1="s.at[1]" :x2="plan.seat[0]" :y2="plan.seat[1]" class="way" />
      <rect :x="s.at[0] - 4" :y="s.at[1] - 4" width="8" height="8" class="speaker" />
      <text :x="s.at[0] + 7" :y="s.at[1]" dy="0.35em">{{ s.letter }}</text>
    </g>
    <line v-if="target" :x1="plan.seat[0]" :y1="plan.seat[1]" :x2="target[0]" :y2="target[1]" class="move" />
    <circle v-if="target" :cx="target[0]" :cy="target[1]" r="5" class="target" />
    <circle :cx="plan.seat[0]" :cy="plan.seat[1]" r="4" class="microphone" />
  </svg>
</template>

<style scoped>
.plan {
  float: inline-end;
  margin: 0 0 6px 8px;
}
.walls {
  fill: var(--sheet);
  stroke: var(--rule-strong);
}
.wall {
  fill: none;
  stroke: var(--tawny);
  stroke-width: 4;
}
.area {
  fill: var(--tawny);
  fill-opacity: 0.28;
  stroke: var(--tawny);
}
.way {
  stroke: var(--rule-strong);
  stroke-dasharray: 2 3;
}
.speaker {
  fill: var(--paper);
  stroke: var(--ink);
}
.microphone {
  fill: var(--ink);
}
.move {
  stroke: var(--tawny);
  stroke-width: 1.6;
}
.target {
  fill: var(--paper);
  stroke: var(--tawny);
  stroke-width: 1.6;
}
text {
  fill: var(--ink);
  font-size: 11px;
}
</style>
