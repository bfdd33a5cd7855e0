<script setup lang="ts">
/**
 * The setting-out board: the room opened out as plan, reflected ceiling and wall strip. Values in, SVG and gestures out; it
 * knows no store. Pointing at a mark in one drawing lights its twin in the others. It zooms about the pointer and is pushed
 * along by its empty ground.
 */
import { computed, onBeforeUnmount, onMounted, ref } from 'vue';
import { mdiFitToScreenOutline, mdiMinus, mdiPlus } from '@mdi/js';
import { stripToLocal, wallStrip } from '@tawny/core/geometry/unfold';
import { formatLength, lengthText } from '@tawny/core/quantities/lengths';
import { dimensionsOf } from './dimensions';
import { boardLayout, offSheet, onSheet, planLayout, type Sheet, wideLayout } from './layout';
import CostLayer from './layers/CostLayer.vue';
import EditLayer from './layers/EditLayer.vue';
import FaceFieldLayer from './layers/FaceFieldLayer.vue';
import FieldLayer from './layers/FieldLayer.vue';
import OpeningsLayer from './layers/OpeningsLayer.vue';
import PanelLayer from './layers/PanelLayer.vue';
import PartShape from './layers/PartShape.vue';
import RoomLayer from './layers/RoomLayer.vue';
import RulerLayer from './layers/RulerLayer.vue';
import SeatLayer from './layers/SeatLayer.vue';
import TapeLayer from './layers/TapeLayer.vue';
import WallStrip from './layers/WallStrip.vue';
import { flatTape, outlinePoints, placedPanels, planTape, roomExtent, soundPaths, stripTape } from './placements';
import { ceilingNotes, levelFaces, placedThings, planOpenings, pointsText, wallFaces, wallHandles } from './room';
import { nudgeOf, startDrag } from './tools/drag';
import type { BoardScene, Chosen, Move, MoveKind } from './types';
import { useLens } from './tools/lens';
import { FITTED, viewed } from './view';

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
/** The same while head and loudspeakers move: what is drawn of it is not drawn again. */
const room = computed(() => props.scene.setting.room);
const marks = computed(() => props.scene.marks);
/** While the plan is dragged the drawing keeps its place: it is fitted to the room as it was. */
const kept = ref<ReturnType<typeof roomExtent> | null>(null);
const extent = computed(() => roomExtent(room.value));
/** With the boxes of loudspeakers set into the faced wall, which reach ahead of it: titles keep clear of them. */
const further = computed(() =>
  Math.max(extent.value.ahead, ...setting.value.loudspeakers.map((l) => Math.min(l.box.depth - l.at[1], l.box.depth))),
);
const drawn = computed(() => {
  const { ahead, length, ...e } = extent.value;
  return { ...e, ahead: further.value, length: length + further.value - ahead };
});
const lens = useLens(svg, size);
const { view } = lens;
/** On a phone the walls' lengths are in the bench alone. */
const labelled = computed(() => props.scene.editPlan && size.value.width > 560);
/** Below this the board scrolls, px; a picture of pressure beside a chart may be smaller. */
const leastHeight = computed(() => (props.scene.faceFields.length > 0 || props.scene.field ? 300 : 380));
const fitted = computed(() =>
  props.planOnly
    ? planLayout(size.value.width, size.value.height, kept.value ?? drawn.value)
    : props.wide && size.value.width > 620 && size.value.width > 1.6 * size.value.height
      ? wideLayout(size.value.width, Math.max(leastHeight.value, size.value.height), kept.value ?? drawn.value)
      : boardLayout(
          size.value.width,
          Math.max(leastHeight.value, size.value.height),
          kept.value ?? drawn.value,
          props.withAside === true,
          labelled.value,
        ),
);
const layout = computed(() => {
  const list = viewed(fitted.value, view.value);
  const [x, y] = props.scene.origin;
  if (x === 0 && y === 0) return list;
  const stay = (s: Sheet): Sheet => ({ ...s, x: s.x - x * s.scale, y: s.y - y * s.scale });
  return { ...list, plan: stay(list.plan), ceiling: stay(list.ceiling) };
});
const plan = computed(() => layout.value.plan);
const strip = computed(() => layout.value.strip);
const boardHeight = computed(() =>
  view.value === FITTED ? layout.value.height : Math.max(leastHeight.value, size.value.height),
);
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
const ceilings = computed(() => levelFaces(room.value, 'ceiling', layout.value.ceiling));
const heights = computed(() =>
  ceilingNotes(room.value, layout.value.ceiling).map((n) => {
    const figure = (m: number) => formatLength(m, props.scene.system).value;
    return { ...n, text: n.high - n.low < 1e-6 ? figure(n.low) : `${figure(n.low)}–${figure(n.high)}` };
  }),
);
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
const isChosen = (kind: string, id: string) => props.scene.selected?.kind === kind && props.scene.selected.id === id;
const onTape = {
  select: (chosen: Chosen) => emit('select', chosen),
  hover: (id: string | null) => emit('hover', id),
};
const faultAt = computed(() => (props.scene.fault?.at ? onSheet(plan.value, props.scene.fault.at) : null));
const trace = computed(() => {
  const t = props.scene.trace;
  if (!t || t.points.length === 0) return null;
  const px = [...t.points, t.end].map((p) => onSheet(plan.value, p));
  return { line: pointsText(px), start: px[0]!, end: px[px.length - 1]! };
});

function pointer(clientX: number, clientY: number): [number, number] {
  const box = svg.value!.getBoundingClientRect();
  return [clientX - box.left, clientY - box.top];
}

function drag(
  event: PointerEvent,
  what: Pick<Move, 'kind' | 'id'>,
  from: readonly [number, number],
  toRoom: (px: readonly [number, number]) => [number, number],
  scale: number,
): void {
  kept.value = drawn.value;
  startDrag(event, what, from, {
    toRoom: (x, y) => toRoom(pointer(x, y)),
    scale,
    onMove: (move) => emit('moving', move),
    onDrop: (move) => {
      kept.value = null;
      emit('moved', move);
    },
    onCancel: () => {
      kept.value = null;
      emit('move-cancelled');
    },
  });
}
function press(event: PointerEvent, what: Pick<Move, 'kind' | 'id'>, from: readonly [number, number]): void {
  const sheet = plan.value;
  drag(event, what, from, (px) => offSheet(sheet, px), sheet.scale);
}
/** A door, window or patch along and up its wall. */
function pressPart(event: PointerEvent, wall: string, id: string, from: readonly [number, number]): void {
  const place = wallStrip(setting.value.solid).find((w) => w.wall === wall)!;
  const sheet = strip.value;
  const height = setting.value.solid.height;
  drag(event, { kind: 'part', id }, from, (px) => [...stripToLocal(place, height, offSheet(sheet, px))], sheet.scale);
}
function key(event: KeyboardEvent, kind: MoveKind, id: string, from: readonly [number, number], up = false): void {
  const by = nudgeOf(event);
  if (!by) return;
  event.preventDefault();
  const scale = plan.value.scale;
  emit('nudged', { kind, id, from, scale, to: [from[0] + by[0], from[1] + (up ? -by[1] : by[1])] });
}

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
      :height="boardHeight"
      role="group"
      :tabindex="still ? undefined : 0"
      aria-label="The room opened out: plan, ceiling and walls. Plus and minus zoom, arrow keys push it, 0 fits it."
      :data-zoom="view.zoom.toFixed(3)"
      @wheel="still || lens.onWheel($event)"
      @keydown="lens.onKey"
      @pointerdown="onGround"
    >
      <text class="title" :x="plan.x" :y="plan.y - drawn.ahead * plan.scale - (labelled ? 26 : 10)">
        Plan
        <tspan class="soft">{{ planSize }}</tspan>
      </text>
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
          :class="{ selected: isChosen('mark', p.mark.id), hovered: scene.hovered === p.mark.id }"
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
        @press="(e, kind, id, at) => press(e, { kind, id }, at)"
        @key="(e, kind, id, at) => key(e, kind, id, at)"
      />
      <g v-if="trace" class="trace">
        <polyline :points="trace.line" />
        <circle :cx="trace.start[0]" :cy="trace.start[1]" r="4" />
        <circle class="end" :cx="trace.end[0]" :cy="trace.end[1]" r="4" />
      </g>
      <g v-if="faultAt" class="fault" data-fault>
        <circle :cx="faultAt[0]" :cy="faultAt[1]" r="11" />
        <path :d="`M${faultAt[0] - 5} ${faultAt[1] - 5}l10 10m0 -10l-10 10`" />
      </g>

      <template v-if="!planOnly">
        <text class="title" :x="layout.ceiling.x" :y="layout.ceiling.y - drawn.ahead * layout.ceiling.scale - 10">
          Ceiling
          <tspan class="soft">as mirrored in the floor</tspan>
        </text>
        <polygon class="sheet outline" :points="outlinePoints(room, layout.ceiling)" />
        <g v-for="f in ceilings" :key="f.id">
          <polygon
            v-if="ceilings.length > 1"
            class="piece"
            :class="{ chosen: isChosen('face', f.id) }"
            :points="f.points"
          >
            <title>{{ f.title }}</title>
          </polygon>
          <PartShape
            v-for="p in f.parts"
            :key="p.id"
            :part="p"
            :chosen="scene.selected?.id === p.id"
            @select="emit('select', $event)"
          />
        </g>
        <PanelLayer
          :panels="ceilingPanels"
          :selected="scene.selected"
          :movable="false"
          @select="emit('select', $event)"
        />
        <text v-for="n in heights" :key="`height-${n.id}`" class="height" :x="n.x" :y="n.y" dy="0.36em">
          {{ n.text }}
        </text>
        <TapeLayer :tapes="tapes.ceiling" v-bind="pointing" v-on="onTape" />

        <slot v-if="layout.aside" name="aside" v-bind="layout.aside" />

        <text class="title" :x="strip.x" :y="strip.y - 26">
          Walls
          <tspan class="soft">clockwise from the front left corner</tspan>
        </text>
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
      <g class="dimensions">
        <g v-for="(d, i) in dimensions" :key="i">
          <line :x1="d.x1" :y1="d.y1" :x2="d.x2" :y2="d.y2" marker-start="url(#tick)" marker-end="url(#tick)" />
          <text :x="d.tx" :y="d.ty" :text-anchor="d.anchor">{{ d.text }}</text>
        </g>
      </g>
      <RulerLayer v-if="!still" :plan="plan" :width="size.width" :height="boardHeight" :system="scene.system" />
      <defs>
        <clipPath id="inside-walls"><polygon :points="outlinePoints(room, plan)" /></clipPath>
        <marker id="tick" markerWidth="8" markerHeight="8" refX="4" refY="4" orient="auto" markerUnits="userSpaceOnUse">
          <path d="M4 0V8" class="tick" />
        </marker>
      </defs>
    </svg>
    <Teleport v-if="!still" defer to="[data-board-tools]">
      <div class="lens">
        <span v-if="scene.said" class="said" role="status">{{ scene.said }}</span>
        <button title="Smaller (−)" aria-label="Smaller" @click="lens.smaller()">
          <v-icon :icon="mdiMinus" size="16" />
        </button>
        <button title="Larger (+)" aria-label="Larger" @click="lens.larger()">
          <v-icon :icon="mdiPlus" size="16" />
        </button>
        <button title="Fit (0)" aria-label="Fit the board" :disabled="view === FITTED" @click="lens.fit()">
          <v-icon :icon="mdiFitToScreenOutline" size="16" />
        </button>
      </div>
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
.lens {
  display: flex;
  align-items: center;
  border: 1px solid var(--rule);
  border-radius: 4px;
}
.lens button {
  width: 26px;
  height: 24px;
  display: grid;
  place-items: center;
  color: var(--ink-soft);
}
.lens button:disabled {
  opacity: 0.35;
  cursor: default;
}
.said {
  padding: 0 8px;
  font-size: 12px;
  color: var(--tawny);
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
.title,
.soft,
.sheet,
.outline,
.piece,
.paths,
.ears,
.dimensions,
.fault,
.trace {
  pointer-events: none;
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
.piece {
  fill: var(--paper-deep);
  fill-opacity: 0.35;
  stroke: var(--ink-soft);
  stroke-width: 1;
}
.chosen {
  stroke: var(--tawny);
  stroke-width: 2.6;
}
.height {
  font-family: var(--figures);
  font-size: 11px;
  fill: var(--ink-soft);
  text-anchor: middle;
  pointer-events: none;
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4px;
  stroke-linejoin: round;
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
.trace polyline {
  fill: none;
  stroke: var(--tawny);
  stroke-width: 1.6;
  stroke-dasharray: 6 3;
}
.trace circle {
  fill: var(--tawny);
}
.trace .end {
  fill: var(--sheet);
  stroke: var(--tawny);
  stroke-width: 2;
}
.fault circle {
  fill: none;
  stroke: var(--brick);
  stroke-width: 2.4;
}
.fault path {
  stroke: var(--brick);
  stroke-width: 2;
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
