<script setup lang="ts">
/**
 * The setting-out board: the room opened out as plan, reflected ceiling and wall strip. Values in, SVG and gestures out; it
 * knows no store. Pointing at a mark in one drawing lights its twin in the others.
 */
import { computed, onBeforeUnmount, onMounted, ref } from 'vue';
import { formatLength, lengthText } from '@tawny/core/quantities/lengths';
import { localToStrip, wallStrip } from '@tawny/core/geometry/unfold';
import type { Mark } from '@tawny/core/studies/marks';
import { boardLayout, offSheet, onSheet, planLayout } from './layout';
import FieldLayer from './layers/FieldLayer.vue';
import PanelLayer from './layers/PanelLayer.vue';
import SeatLayer from './layers/SeatLayer.vue';
import TapeMark from './layers/TapeMark.vue';
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
const strip = computed(() => wallStrip(setting.value.solid));
const extent = computed(() => {
  const xs = setting.value.solid.plan.map((c) => c.at[0]);
  const ys = setting.value.solid.plan.map((c) => c.at[1]);
  return {
    width: Math.max(...xs),
    length: Math.max(...ys),
    height: setting.value.solid.height,
    around: strip.value.reduce((sum, w) => sum + w.length, 0),
  };
});
const layout = computed(() =>
  props.planOnly
    ? planLayout(size.value.width, size.value.height, extent.value)
    : boardLayout(size.value.width, Math.max(380, size.value.height), extent.value, props.withAside === true),
);
const plan = computed(() => layout.value.plan);

const outline = (sheet: typeof plan.value) =>
  setting.value.solid.plan.map((c) => onSheet(sheet, c.at).join(',')).join(' ');

const walls = computed(() =>
  strip.value.map((place) => {
    const face = setting.value.faces.find((f) => f.id === place.wall)!;
    const { x, y, scale } = layout.value.strip;
    return {
      id: place.wall,
      title: `${face.name[0]!.toUpperCase()}${face.name.slice(1)} ${face.id}`,
      x: x + place.left * scale,
      y,
      width: place.length * scale,
      height: extent.value.height * scale,
    };
  }),
);

const earY = computed(
  () => layout.value.strip.y + (extent.value.height - setting.value.head[2]) * layout.value.strip.scale,
);

function stripPoint(mark: Mark): [number, number] {
  const place = strip.value.find((w) => w.wall === mark.face)!;
  return onSheet(layout.value.strip, localToStrip(place, extent.value.height, mark.local));
}

const selectedMark = computed(() =>
  props.scene.selected?.kind === 'mark'
    ? (props.scene.marks.find((m) => m.id === props.scene.selected!.id) ?? null)
    : null,
);
const planTape = computed(() =>
  props.scene.marks
    .filter((m) => m.face !== 'floor' && m.face !== 'ceiling')
    .map((m) => {
      const [x, y] = onSheet(plan.value, [m.at[0], m.at[1]]);
      const side = setting.value.faces.find((f) => f.id === m.face)!.side;
      const upright = side === 'left' || side === 'right';
      return { mark: m, x, y, width: upright ? 7 : 24, height: upright ? 24 : 7 };
    }),
);
const floorTape = computed(() =>
  props.scene.marks
    .filter((m) => m.face === 'floor')
    .map((m) => ({ mark: m, at: onSheet(plan.value, [m.at[0], m.at[1]]) })),
);
const ceilingTape = computed(() =>
  props.scene.marks
    .filter((m) => m.face === 'ceiling')
    .map((m) => ({ mark: m, at: onSheet(layout.value.ceiling, [m.at[0], m.at[1]]) })),
);
const wallTape = computed(() =>
  props.scene.marks
    .filter((m) => m.face !== 'floor' && m.face !== 'ceiling')
    .map((m) => ({ mark: m, at: stripPoint(m) })),
);
const paths = computed(() =>
  props.scene.marks.map((m) => ({
    mark: m,
    d: `M${m.path.map((p) => onSheet(plan.value, [p[0], p[1]]).join(' ')).join('L')}`,
  })),
);

const wallPanels = computed(() =>
  props.scene.panels
    .filter((p) => p.face !== 'ceiling' && p.face !== 'floor')
    .map((p) => {
      const place = strip.value.find((w) => w.wall === p.face)!;
      const [x, y] = onSheet(layout.value.strip, localToStrip(place, extent.value.height, [p.left, p.low + p.height]));
      const s = layout.value.strip.scale;
      return { x, y, width: p.width * s, height: p.height * s, depth: p.depth };
    }),
);
const ceilingPanels = computed(() =>
  props.scene.panels
    .filter((p) => p.face === 'ceiling')
    .map((p) => {
      const [x, y] = onSheet(layout.value.ceiling, [p.left, p.low]);
      const s = layout.value.ceiling.scale;
      return { x, y, width: p.width * s, height: p.height * s, depth: p.depth };
    }),
);

interface Dimension {
  x1: number;
  y1: number;
  x2: number;
  y2: number;
  text: string;
  tx: number;
  ty: number;
  anchor: 'start' | 'middle';
}
const planEdge = computed(() => ({
  right: plan.value.x + extent.value.width * plan.value.scale,
  bottom: plan.value.y + extent.value.length * plan.value.scale,
  floor: layout.value.strip.y + extent.value.height * layout.value.strip.scale,
}));
const figure = (metres: number) => formatLength(metres, props.scene.system).value;

/** From the front wall down to a place, at the right of the plan. */
function fromFront(metres: number): Dimension {
  const x = planEdge.value.right + 10;
  const y = plan.value.y + metres * plan.value.scale;
  return {
    x1: x,
    y1: plan.value.y,
    x2: x,
    y2: y,
    text: figure(metres),
    tx: x + 4,
    ty: (plan.value.y + y) / 2 + 4,
    anchor: 'start',
  };
}
/** From the left wall across to a place, under the plan. */
function fromLeft(metres: number): Dimension {
  const y = planEdge.value.bottom + 10;
  const x = plan.value.x + metres * plan.value.scale;
  return {
    x1: plan.value.x,
    y1: y,
    x2: x,
    y2: y,
    text: figure(metres),
    tx: (plan.value.x + x) / 2,
    ty: y + 13,
    anchor: 'middle',
  };
}
/** Up from the floor, on the strip. */
function fromFloor(metres: number, x: number): Dimension {
  const { floor } = planEdge.value;
  const y = floor - metres * layout.value.strip.scale;
  return { x1: x, y1: y, x2: x, y2: floor, text: figure(metres), tx: x + 4, ty: (y + floor) / 2 + 8, anchor: 'start' };
}

/** Dimension lines from the datum to the chosen thing; the room's own when nothing is chosen. */
const dimensions = computed((): Dimension[] => {
  const chosen = props.scene.selected;
  const m = selectedMark.value;
  if (m) {
    const side = setting.value.faces.find((f) => f.id === m.face)!.side;
    const list: Dimension[] = [];
    if (side !== 'front' && side !== 'rear') list.push(fromFront(m.at[1]));
    if (side !== 'left' && side !== 'right') list.push(fromLeft(m.at[0]));
    if (m.face !== 'floor' && m.face !== 'ceiling' && !props.planOnly)
      list.push(fromFloor(m.at[2], stripPoint(m)[0] + 17));
    return list;
  }
  const at =
    chosen?.kind === 'head'
      ? setting.value.head
      : chosen?.kind === 'loudspeaker'
        ? setting.value.loudspeakers.find((l) => l.id === chosen.id)?.at
        : undefined;
  if (at) return [fromFront(at[1]), fromLeft(at[0])];
  if (props.scene.field) return [];
  return [
    fromFront(extent.value.length),
    fromLeft(extent.value.width),
    ...(props.planOnly ? [] : [fromFloor(extent.value.height, layout.value.strip.x + 14)]),
  ];
});

const isChosen = (m: Mark) => props.scene.selected?.kind === 'mark' && props.scene.selected.id === m.id;
const tapeBind = (m: Mark) => ({
  letter: m.letter,
  selected: isChosen(m),
  hovered: props.scene.hovered === m.id,
  covered: m.covered,
});
const choose = (m: Mark) => emit('select', { kind: 'mark', id: m.id });
const size2 = computed(
  () =>
    `${lengthText(extent.value.width, props.scene.system)} × ${lengthText(extent.value.length, props.scene.system)}`,
);

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
        <tspan class="soft">{{ size2 }}</tspan>
      </text>
      <polygon class="sheet" :points="outline(plan)" />
      <FieldLayer
        v-if="scene.field"
        :field="scene.field"
        :x="plan.x"
        :y="plan.y"
        :width="extent.width * plan.scale"
        :height="extent.length * plan.scale"
      />
      <polygon class="outline" :points="outline(plan)" />
      <g class="paths">
        <path
          v-for="p in paths"
          :key="p.mark.id"
          :d="p.d"
          :class="{ selected: isChosen(p.mark), hovered: scene.hovered === p.mark.id }"
        />
      </g>
      <g class="tapes" @pointerleave="emit('hover', null)">
        <g
          v-for="t in planTape"
          :key="t.mark.id"
          class="hit"
          @click="choose(t.mark)"
          @pointerenter="emit('hover', t.mark.id)"
        >
          <TapeMark :x="t.x" :y="t.y" :width="t.width" :height="t.height" edge v-bind="tapeBind(t.mark)" />
        </g>
      </g>
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

      <g @pointerleave="emit('hover', null)">
        <g
          v-for="t in floorTape"
          :key="t.mark.id"
          class="hit"
          @click="choose(t.mark)"
          @pointerenter="emit('hover', t.mark.id)"
        >
          <TapeMark :x="t.at[0]" :y="t.at[1]" :width="24" :height="18" v-bind="tapeBind(t.mark)" />
        </g>
      </g>
      <template v-if="!planOnly">
        <text class="title" :x="layout.ceiling.x" :y="layout.ceiling.y - 10">
          Ceiling
          <tspan class="soft">as mirrored in the floor</tspan>
        </text>
        <polygon class="sheet outline" :points="outline(layout.ceiling)" />
        <PanelLayer :panels="ceilingPanels" />
        <g @pointerleave="emit('hover', null)">
          <g
            v-for="t in ceilingTape"
            :key="t.mark.id"
            class="hit"
            @click="choose(t.mark)"
            @pointerenter="emit('hover', t.mark.id)"
          >
            <TapeMark :x="t.at[0]" :y="t.at[1]" :width="26" :height="20" v-bind="tapeBind(t.mark)" />
          </g>
        </g>

        <slot v-if="layout.aside" name="aside" v-bind="layout.aside" />

        <text class="title" :x="layout.strip.x" :y="layout.strip.y - 26">
          Walls
          <tspan class="soft">clockwise from the front left corner</tspan>
        </text>
        <g v-for="w in walls" :key="w.id">
          <text class="soft" :x="w.x + 4" :y="w.y - 7">{{ w.title }}</text>
          <rect
            class="sheet outline"
            :class="{ chosen: scene.selected?.kind === 'face' && scene.selected.id === w.id }"
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
        <g @pointerleave="emit('hover', null)">
          <g
            v-for="t in wallTape"
            :key="t.mark.id"
            class="hit"
            @click="choose(t.mark)"
            @pointerenter="emit('hover', t.mark.id)"
          >
            <TapeMark :x="t.at[0]" :y="t.at[1]" :width="24" :height="22" v-bind="tapeBind(t.mark)" />
          </g>
        </g>
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
.hit {
  cursor: pointer;
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
