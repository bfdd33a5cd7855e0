<script setup lang="ts">
/**
 * The setting-out board: the room opened out as plan, reflected ceiling and wall strip. Values in, SVG and gestures out; it
 * knows no store. Pointing at a mark in one drawing lights its twin in the others.
 */
import { computed, onBeforeUnmount, onMounted, ref } from 'vue';
import { lengthText } from '@tawny/core/quantities/lengths';
import { dimensionsOf } from './dimensions';
import { boardLayout, offSheet, planLayout } from './layout';
import FieldLayer from './layers/FieldLayer.vue';
import PanelLayer from './layers/PanelLayer.vue';
import SeatLayer from './layers/SeatLayer.vue';
import TapeLayer from './layers/TapeLayer.vue';
import {
  flatTape,
  outlinePoints,
  placedPanels,
  placedWalls,
  planTape,
  roomExtent,
  soundPaths,
  stripTape,
} from './placements';
import { startDrag } from './tools/drag';
import type { BoardScene, Chosen, Move } from './types';

const props = defineProps<{ scene: BoardScene; withAside?: boolean; planOnly?: boolean }>();
const emit = defineEmits<{
  select: [chosen: Chosen | null];
  hover: [id: string | null];
  moving: [move: Move];
  moved: [move: Move];
  nudged: [move: Move];
  'move-cancelled': [];
}>();

const host = ref<HTMLElement | null>(null);
const svg = ref<SVGSVGElement | null>(null);
const size = ref({ width: 820, height: 640 });
let observer: ResizeObserver | null = null;
onMounted(() => {
  observer = new ResizeObserver(([entry]) => {
    const { width, height } = entry!.contentRect;
    if (width > 0) size.value = { width, height };
  });
  observer.observe(host.value!);
});
onBeforeUnmount(() => observer?.disconnect());

const setting = computed(() => props.scene.setting);
const marks = computed(() => props.scene.marks);
const extent = computed(() => roomExtent(setting.value));
const layout = computed(() =>
  props.planOnly
    ? planLayout(size.value.width, size.value.height, extent.value)
    : boardLayout(size.value.width, Math.max(380, size.value.height), extent.value, props.withAside === true),
);
const plan = computed(() => layout.value.plan);
const earY = computed(
  () => layout.value.strip.y + (extent.value.height - setting.value.head[2]) * layout.value.strip.scale,
);
const tapes = computed(() => ({
  plan: planTape(setting.value, marks.value, plan.value),
  floor: flatTape(marks.value, 'floor', plan.value),
  ceiling: flatTape(marks.value, 'ceiling', layout.value.ceiling),
  strip: stripTape(setting.value, marks.value, layout.value.strip),
}));
const paths = computed(() => soundPaths(marks.value, plan.value));
const walls = computed(() => placedWalls(setting.value, layout.value.strip));
const wallPanels = computed(() => placedPanels(setting.value, props.scene.panels, layout.value, 'walls'));
const ceilingPanels = computed(() => placedPanels(setting.value, props.scene.panels, layout.value, 'ceiling'));
const dimensions = computed(() => dimensionsOf(props.scene, layout.value, extent.value, props.planOnly === true));
const planSize = computed(
  () =>
    `${lengthText(extent.value.width, props.scene.system)} × ${lengthText(extent.value.length, props.scene.system)}`,
);
const pointing = computed(() => ({ selected: props.scene.selected, hovered: props.scene.hovered }));
const isChosen = (kind: string, id: string) => props.scene.selected?.kind === kind && props.scene.selected.id === id;
const onTape = {
  select: (chosen: Chosen) => emit('select', chosen),
  hover: (id: string | null) => emit('hover', id),
};

function press(event: PointerEvent, what: Pick<Move, 'kind' | 'id'>, from: readonly [number, number]): void {
  startDrag(event, what, from, {
    toRoom: (clientX, clientY) => {
      const box = svg.value!.getBoundingClientRect();
      return offSheet(plan.value, [clientX - box.left, clientY - box.top]);
    },
    onMove: (move) => emit('moving', move),
    onDrop: (move) => emit('moved', move),
    onCancel: () => emit('move-cancelled'),
  });
}
</script>

<template>
  <div ref="host" class="board">
    <svg
      ref="svg"
      :width="size.width"
      :height="layout.height"
      role="group"
      aria-label="The room opened out: plan, ceiling and walls"
    >
      <text class="title" :x="plan.x" :y="plan.y - 10">
        Plan
        <tspan class="soft">{{ planSize }}</tspan>
      </text>
      <polygon class="sheet" :points="outlinePoints(setting, plan)" />
      <FieldLayer
        v-if="scene.field"
        :field="scene.field"
        :x="plan.x"
        :y="plan.y"
        :width="extent.width * plan.scale"
        :height="extent.length * plan.scale"
      />
      <polygon class="outline" :points="outlinePoints(setting, plan)" />
      <g class="paths">
        <path
          v-for="p in paths"
          :key="p.mark.id"
          :d="p.d"
          :class="{ selected: isChosen('mark', p.mark.id), hovered: scene.hovered === p.mark.id }"
        />
      </g>
      <TapeLayer :tapes="tapes.plan" v-bind="pointing" edge v-on="onTape" />
      <SeatLayer
        v-if="scene.showSeat"
        :setting="setting"
        :sheet="plan"
        :system="scene.system"
        :movable="scene.movable"
        :selected="scene.selected"
        @press="press"
        @nudge="emit('nudged', $event)"
        @select="emit('select', $event)"
      />
      <TapeLayer :tapes="tapes.floor" v-bind="pointing" v-on="onTape" />

      <template v-if="!planOnly">
        <text class="title" :x="layout.ceiling.x" :y="layout.ceiling.y - 10">
          Ceiling
          <tspan class="soft">as mirrored in the floor</tspan>
        </text>
        <polygon class="sheet outline" :points="outlinePoints(setting, layout.ceiling)" />
        <PanelLayer :panels="ceilingPanels" />
        <TapeLayer :tapes="tapes.ceiling" v-bind="pointing" v-on="onTape" />

        <slot v-if="layout.aside" name="aside" v-bind="layout.aside" />

        <text class="title" :x="layout.strip.x" :y="layout.strip.y - 26">
          Walls
          <tspan class="soft">clockwise from the front left corner</tspan>
        </text>
        <g v-for="w in walls" :key="w.id">
          <text class="soft" :x="w.x + 4" :y="w.y - 7">{{ w.title }}</text>
          <rect
            class="sheet outline"
            :class="{ chosen: isChosen('face', w.id) }"
            :x="w.x"
            :y="w.y"
            :width="w.width"
            :height="w.height"
          />
        </g>
        <PanelLayer :panels="wallPanels" />
        <line
          v-if="scene.showSeat"
          class="ears"
          :x1="layout.strip.x"
          :x2="layout.strip.x + extent.around * layout.strip.scale"
          :y1="earY"
          :y2="earY"
        />
        <TapeLayer :tapes="tapes.strip" v-bind="pointing" v-on="onTape" />
      </template>
      <g class="dimensions">
        <g v-for="(d, i) in dimensions" :key="i">
          <line :x1="d.x1" :y1="d.y1" :x2="d.x2" :y2="d.y2" marker-start="url(#tick)" marker-end="url(#tick)" />
          <text :x="d.tx" :y="d.ty" :text-anchor="d.anchor">{{ d.text }}</text>
        </g>
      </g>
      <defs>
        <marker id="tick" markerWidth="8" markerHeight="8" refX="4" refY="4" orient="auto" markerUnits="userSpaceOnUse">
          <path d="M4 0V8" class="tick" />
        </marker>
      </defs>
    </svg>
  </div>
</template>

<style scoped>
.board {
  flex: 1;
  min-height: 0;
  overflow: auto;
}
svg {
  display: block;
  user-select: none;
}
.title {
  font-size: 12px;
  font-weight: 600;
  fill: var(--ink);
}
.soft {
  font-size: 11px;
  font-weight: 400;
  fill: var(--ink-soft);
}
.sheet {
  fill: var(--sheet);
}
.outline {
  stroke: var(--ink);
  stroke-width: 1.6;
}
polygon.outline:not(.sheet) {
  fill: none;
}
.chosen {
  stroke: var(--tawny);
  stroke-width: 2.6;
}
.paths path {
  fill: none;
  stroke: var(--path);
  stroke-width: 1;
}
.paths path.hovered {
  stroke: var(--tawny);
}
.paths path.selected {
  stroke: var(--tawny);
  stroke-width: 2.4;
}
.ears {
  stroke: var(--tawny);
  stroke-width: 1;
  stroke-dasharray: 1 4;
}
.dimensions line,
.tick {
  stroke: var(--tawny);
  stroke-width: 1.3;
}
.dimensions text {
  font-family: var(--figures);
  font-size: 12px;
  font-weight: 600;
  fill: var(--tawny);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 4px;
}
</style>
