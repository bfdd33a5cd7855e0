<script setup lang="ts">
/**
 * The setting-out board: the room opened out as plan, reflected ceiling and wall strip. Values in, SVG and gestures out; it
 * knows no store. Pointing at a mark in one drawing lights its twin in the others. It zooms about the pointer and is pushed
 * along by its empty ground.
 */
import { computed, ref } from 'vue';
import { lengthText } from '@tawny/core/quantities/lengths';
import { dimensionsOf } from './dimensions';
import { onSheet } from './layout';
import CeilingLayer from './layers/CeilingLayer.vue';
import DimensionLayer from './layers/DimensionLayer.vue';
import HintLayer from './layers/HintLayer.vue';
import OpeningsLayer from './layers/OpeningsLayer.vue';
import PanelLayer from './layers/PanelLayer.vue';
import RoomLayer from './layers/RoomLayer.vue';
import RulerLayer from './layers/RulerLayer.vue';
import SeatLayer from './layers/SeatLayer.vue';
import SheetTitle from './SheetTitle.vue';
import TapeLayer from './layers/TapeLayer.vue';
import WallStrip from './layers/WallStrip.vue';
import { CostLayer, EditLayer, FaceFieldLayer, FieldLayer } from './late';
import LensTools from './LensTools.vue';
import { flatTape, outlinePoints, placedPanels, planTape, soundPaths, stripTape } from './placements';
import { levelFaces, placedThings, planOpenings, wallFaces, wallHandles } from './room';
import { useSheets } from './sheets';
import { useGestures } from './tools/gestures';
import type { BoardScene, Chosen, Move, MoveKind } from './types';
import { FITTED } from './view';

const props = defineProps<{
  scene: BoardScene;
  withAside?: boolean;
  planOnly?: boolean;
  still?: boolean;
  wide?: boolean;
}>();
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
const { size, extent, drawn, kept, lens, labelled, layout, height } = useSheets(props, host, svg);
const { view } = lens;
const plan = computed(() => layout.value.plan);
const strip = computed(() => layout.value.strip);
const { press, pressPart, key } = useGestures({
  svg,
  scene: () => props.scene,
  plan: () => plan.value,
  strip: () => strip.value,
  hold: (held) => (kept.value = held ? drawn.value : null),
  on: {
    moving: (move) => emit('moving', move),
    moved: (move) => emit('moved', move),
    nudged: (move) => emit('nudged', move),
    cancelled: () => emit('move-cancelled'),
  },
});

/** A corner or wall of the plan. */
const pressPlan = (event: PointerEvent, kind: MoveKind, id: string, at: readonly [number, number]) =>
  press(event, { kind, id }, at);

const setting = computed(() => props.scene.setting);
/** The same while head and loudspeakers move: what is drawn of it is not drawn again. */
const room = computed(() => props.scene.setting.room);
const marks = computed(() => props.scene.marks);
const earY = computed(() => strip.value.y + (extent.value.height - setting.value.head[2]) * strip.value.scale);
const tapes = computed(() => ({
  plan: planTape(setting.value, marks.value, plan.value),
  floor: flatTape(marks.value, 'plan', plan.value),
  ceiling: flatTape(marks.value, 'ceiling', layout.value.ceiling),
  strip: stripTape(setting.value, marks.value, strip.value),
}));
const chosenMark = computed(() => (props.scene.selected?.kind === 'mark' ? props.scene.selected.id : null));
const paths = computed(() => soundPaths(marks.value, plan.value, [chosenMark.value, props.scene.hovered]));
const routes = computed(() =>
  props.scene.routes.map((r) => ({
    id: r.id,
    d: `M${r.points.map((p) => onSheet(plan.value, [p[0], p[1]]).join(' ')).join('L')}`,
  })),
);
const walls = computed(() => wallFaces(room.value, strip.value));
const floors = computed(() => levelFaces(room.value, 'floor', plan.value));
/** Beams and steps of the ceiling over the plan. */
const overhead = computed(() => {
  const pieces = levelFaces(room.value, 'ceiling', plan.value);
  return pieces.length > 1 ? pieces.slice(1) : [];
});
const things = computed(() => placedThings(room.value, plan.value));
const openings = computed(() => planOpenings(room.value, props.scene.swings, plan.value));
const handles = computed(() => (props.scene.editPlan ? wallHandles(room.value, plan.value) : []));
const wallPanels = computed(() => placedPanels(room.value, props.scene.panels, layout.value, 'walls'));
const ceilingPanels = computed(() => placedPanels(room.value, props.scene.panels, layout.value, 'ceiling'));
const dimensions = computed(() => dimensionsOf(props.scene, layout.value, extent.value, props.planOnly === true));
const planSize = computed(
  () =>
    `${lengthText(extent.value.width, props.scene.system)} × ${lengthText(extent.value.length, props.scene.system)}`,
);
const pointing = computed(() => ({ selected: props.scene.selected, hovered: props.scene.hovered }));
const onTape = {
  select: (chosen: Chosen) => emit('select', chosen),
  hover: (id: string | null) => emit('hover', id),
};

/** Nothing is chosen on empty ground; it pushes the board along. */
function onGround(event: PointerEvent): void {
  if (props.still || event.target !== svg.value || event.button !== 0) return;
  emit('select', null);
  lens.push(event);
}
</script>

<template>
  <div ref="host" class="board">
    <svg
      ref="svg"
      :width="size.width"
      :height="height"
      role="group"
      :tabindex="still ? undefined : 0"
      aria-label="The room opened out: plan, ceiling and walls. Plus and minus zoom, arrow keys push it, 0 fits it."
      :data-zoom="view.zoom.toFixed(3)"
      @wheel="still || lens.onWheel($event)"
      @keydown="lens.onKey"
      @pointerdown="onGround"
    >
      <SheetTitle
        :x="plan.x"
        :y="plan.y - drawn.ahead * plan.scale - (labelled ? 26 : 10)"
        name="Plan"
        :detail="planSize"
      />
      <polygon class="sheet" :points="outlinePoints(room, plan)" />
      <g clip-path="url(#inside-walls)">
        <FieldLayer
          v-if="scene.field"
          :field="scene.field"
          :x="plan.x"
          :y="plan.y"
          :width="extent.width * plan.scale"
          :height="extent.length * plan.scale"
        />
        <CostLayer v-if="scene.costs" :map="scene.costs" :sheet="plan" />
      </g>
      <RoomLayer
        :floors="floors"
        :overhead="overhead"
        :things="things"
        :selected="scene.selected"
        :movable="scene.editThings"
        @select="emit('select', $event)"
        @press="(e, id, at) => press(e, { kind: 'thing', id }, at)"
        @key="(e, id, at) => key(e, 'thing', id, at)"
      />
      <polygon class="outline" :points="outlinePoints(room, plan)" />
      <OpeningsLayer :openings="openings" :selected="scene.selected" @select="emit('select', $event)" />
      <g class="paths">
        <path
          v-for="p in paths"
          :key="p.mark.id"
          :d="p.d"
          :class="{ selected: chosenMark === p.mark.id, hovered: scene.hovered === p.mark.id }"
        />
        <path v-for="r in routes" :key="r.id" class="route" :d="r.d" data-route />
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
      <EditLayer
        v-if="scene.editPlan"
        :handles="handles"
        :labelled="labelled"
        :system="scene.system"
        :selected="scene.selected"
        @select="emit('select', $event)"
        @press="pressPlan"
        @key="key"
      />
      <HintLayer :trace="scene.trace" :fault="scene.fault" :sheet="plan" />

      <template v-if="!planOnly">
        <SheetTitle
          :x="layout.ceiling.x"
          :y="layout.ceiling.y - drawn.ahead * layout.ceiling.scale - 10"
          name="Ceiling"
          detail="as mirrored in the floor"
        />
        <CeilingLayer
          :room="room"
          :sheet="layout.ceiling"
          :panels="ceilingPanels"
          :system="scene.system"
          :selected="scene.selected"
          @select="emit('select', $event)"
        />
        <TapeLayer :tapes="tapes.ceiling" v-bind="pointing" v-on="onTape" />

        <slot v-if="layout.aside" name="aside" v-bind="layout.aside" />

        <SheetTitle :x="strip.x" :y="strip.y - 26" name="Walls" detail="clockwise from the front left corner" />
        <WallStrip
          :walls="walls"
          :strip="strip"
          :height="extent.height"
          :selected="scene.selected"
          :movable="scene.editThings"
          @select="emit('select', $event)"
          @press="pressPart"
          @key="(e, id, at) => key(e, 'part', id, at, true)"
        />
        <FaceFieldLayer
          v-if="scene.faceFields.length > 0"
          :fields="scene.faceFields"
          :room="room"
          :strip="strip"
          :ceiling="layout.ceiling"
        />
        <PanelLayer
          :panels="wallPanels"
          :selected="scene.selected"
          :movable="scene.movable"
          @select="emit('select', $event)"
          @press="(e, face, id, at) => pressPart(e, face, id, at)"
          @key="(e, id, at) => key(e, 'part', id, at, true)"
        />
        <line
          v-if="scene.showSeat"
          class="ears"
          :x1="strip.x"
          :x2="strip.x + extent.around * strip.scale"
          :y1="earY"
          :y2="earY"
        />
        <TapeLayer :tapes="tapes.strip" v-bind="pointing" v-on="onTape" />
      </template>
      <DimensionLayer :dimensions="dimensions" />
      <RulerLayer v-if="!still" :plan="plan" :width="size.width" :height="height" :system="scene.system" />
      <defs>
        <clipPath id="inside-walls"><polygon :points="outlinePoints(room, plan)" /></clipPath>
      </defs>
    </svg>
    <Teleport v-if="!still" defer to="[data-board-tools]">
      <LensTools
        :said="scene.said"
        :fitted="view === FITTED"
        @smaller="lens.smaller()"
        @larger="lens.larger()"
        @fit="lens.fit()"
      />
    </Teleport>
    <p v-if="scene.fault" class="refused" role="alert">{{ scene.fault.sentence }}</p>
  </div>
</template>

<style scoped>
.board {
  position: relative;
  flex: 1;
  min-height: 0;
  overflow: auto;
}
svg {
  display: block;
  user-select: none;
  outline-offset: -2px;
}
.refused {
  position: absolute;
  left: 26px;
  bottom: 8px;
  margin: 0;
  padding: 4px 10px;
  max-width: 70%;
  background: var(--bench);
  border: 1px solid var(--brick);
  border-radius: 4px;
  color: var(--brick);
}
.sheet,
.outline,
.paths,
.ears {
  pointer-events: none;
}
.sheet {
  fill: var(--sheet);
}
.outline {
  stroke: var(--ink);
  stroke-width: 1.6;
  fill: none;
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
</style>
