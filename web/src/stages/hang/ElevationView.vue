<script setup lang="ts">
/** One face large: what keeps pieces off it, the level line, the marks, and its pieces, which are dragged, nudged and dimensioned. */
import { computed, ref } from 'vue';
import { useResizeObserver } from '@vueuse/core';
import { formatLength, toMillimetre } from '@tawny/core/quantities/lengths';
import type { HungPiece } from '@tawny/core/studies/hang/study';
import { fromMiddleText } from '@tawny/core/words/hang';
import { surfaceWords } from '@tawny/core/words/tapes';
import { hatchPath } from '../../board/shapes';
import { nudgeOf, startDrag } from '../../board/tools/drag';
import { useAnswers } from '../../answers/answers';
import { elevationOf, membersOf, obstaclesOn } from './elevation';
import { snapLines, snapPiece, type Snapped } from './snap';
import { useHang } from './useHang';

const { doc, session, setting, result, face, onFace, chosen, level, choose, moveTo, preview } = useHang();
const answers = useAnswers();
const host = ref<SVGSVGElement | null>(null);
const size = ref({ width: 760, height: 400 });
useResizeObserver(host, ([entry]) => {
  const { width, height } = entry!.contentRect;
  if (width > 0) size.value = { width, height };
});
const ROOM = { left: 46, right: 60, top: 26, bottom: 54 };
const view = computed(() =>
  elevationOf(face.value, {
    x: ROOM.left,
    y: ROOM.top,
    width: Math.max(60, size.value.width - ROOM.left - ROOM.right),
    height: Math.max(60, size.value.height - ROOM.top - ROOM.bottom),
  }),
);
const upright = computed(() => face.value.foot !== null);
const figure = (m: number) => formatLength(m, session.system).value;
const middle = computed(() => {
  const { left, right } = view.value.bounds;
  return upright.value ? (left + right) / 2 : setting.value.axis;
});
const members = computed(() => membersOf(setting.value, face.value));
const obstacles = computed(() => obstaclesOn(setting.value, face.value));
const zones = computed(() =>
  answers.glance!.marks.result.marks.filter((m) => m.face === face.value.id && (m.matters || m.covered)),
);
const zonePath = (outline: readonly (readonly [number, number])[]) =>
  `M${outline.map(([u, v]) => `${view.value.x(u)} ${view.value.y(v)}`).join('L')}Z`;
const depthOf = (p: HungPiece) => setting.value.placed.find((o) => o.id === p.id)?.standoff ?? 0.1;
const box = (p: HungPiece) => ({ left: p.left, right: p.right, low: p.low, high: p.high });

const caught = ref<Snapped['at']>({ u: null, v: null });
const said = ref('');
/** A place within reach of the lines it may catch on. */
function snapped(p: HungPiece, left: number, low: number): Snapped {
  const others = onFace.value.filter((o) => o.id !== p.id).map(box);
  const [width, height] = [p.right - p.left, p.high - p.low];
  const line = upright.value ? level.value.height - (level.value.by === 'tops' ? 1 : 0.5) * height : null;
  const { left: from, right: to } = view.value.bounds;
  const lines = snapLines(
    { left, right: left + width, low, high: low + height },
    others,
    { left: from, right: to, middle: middle.value },
    line,
  );
  return snapPiece({ left, low }, { width, height }, lines, 8 / view.value.scale);
}
const forget = () => {
  caught.value = { u: null, v: null };
  said.value = '';
  doc.endPreview();
};
function press(event: PointerEvent, p: HungPiece): void {
  choose(p.id);
  if (p.locked) return;
  const rect = host.value!.getBoundingClientRect();
  const { u, v, scale } = view.value;
  startDrag(event, { kind: 'part', id: p.id }, [p.left, p.low], {
    toRoom: (x, y) => [u(x - rect.left), v(y - rect.top)],
    scale,
    onMove: ({ to }) => {
      const at = snapped(p, to[0], to[1]);
      caught.value = at.at;
      said.value = `${fromMiddleText(at.left - middle.value, session.system)}, up ${figure(at.low)}`;
      preview(p.id, toMillimetre(at.left), toMillimetre(at.low));
    },
    onDrop: ({ to }) => {
      const at = snapped(p, to[0], to[1]);
      forget();
      // What catches on a line lies on it exactly; else a tape reads whole millimetres.
      moveTo(
        p.id,
        at.at.u === null ? toMillimetre(at.left) : at.left,
        at.at.v === null ? toMillimetre(at.low) : at.low,
      );
    },
    onCancel: forget,
  });
}
function key(event: KeyboardEvent, p: HungPiece): void {
  const by = nudgeOf(event);
  if (!by || p.locked) return;
  event.preventDefault();
  choose(p.id);
  moveTo(p.id, p.left + by[0], p.low + (upright.value ? -by[1] : by[1]), `nudge piece ${p.id}`);
}

/** Of the chosen piece: from the middle line, up from the floor, and to what is next on either side. */
const dimensions = computed(() => {
  const p = chosen.value;
  if (!p || p.face !== face.value.id) return [];
  const { x, y, bounds } = view.value;
  const { y: top, height } = view.value.rect(box(p));
  const [under, centre] = [top + height, x((p.left + p.right) / 2)];
  const lines = [
    { x1: x(p.left), x2: x(middle.value), y1: top - 10, y2: top - 10, text: figure(Math.abs(p.fromMiddle.left)) },
    { x1: x(p.left - p.gapLeft), x2: x(p.left), y1: under + 12, y2: under + 12, text: figure(p.gapLeft) },
    { x1: x(p.right), x2: x(p.right + p.gapRight), y1: under + 12, y2: under + 12, text: figure(p.gapRight) },
    {
      x1: centre,
      x2: centre,
      y1: y(upright.value ? bounds.low : 0),
      y2: upright.value ? under : top,
      text: figure(p.low),
    },
  ];
  return lines.filter((l) => Math.hypot(l.x2 - l.x1, l.y2 - l.y1) > 1);
});
</script>

<template>
  <svg
    ref="host"
    class="elevation"
    role="group"
    :aria-label="`${surfaceWords(face.name)} as seen from the room`"
    @pointerdown.self="choose(null)"
  >
    <path :d="view.path" class="face" @pointerdown="choose(null)" />
    <g v-if="members" class="members">
      <line
        v-for="at in members.at"
        :key="at"
        :x1="members.runs === 'up' ? view.x(at) : view.x(view.bounds.left)"
        :x2="members.runs === 'up' ? view.x(at) : view.x(view.bounds.right)"
        :y1="members.runs === 'up' ? view.y(view.bounds.low) : view.y(at)"
        :y2="members.runs === 'up' ? view.y(view.bounds.high) : view.y(at)"
      />
      <text :x="view.x(view.bounds.left) + 4" :y="Math.min(view.y(view.bounds.low), view.y(view.bounds.high)) - 6">
        {{ upright ? 'studs' : 'joists' }}, dotted
      </text>
    </g>
    <g v-for="k in obstacles" :key="`${k.kind} ${k.id}`" class="obstacle">
      <rect v-bind="view.rect(k)" />
      <text :x="view.x((k.left + k.right) / 2)" :y="view.rect(k).y + 14">{{ k.name }}</text>
    </g>
    <g class="zones">
      <path v-for="m in zones" :key="m.id" :d="zonePath(m.zone.outline)" :class="{ covered: m.covered }">
        <title>{{ m.letter }} {{ m.covered ? 'covered' : 'not covered' }}</title>
      </path>
    </g>
    <line
      class="middle"
      :x1="view.x(middle)"
      :x2="view.x(middle)"
      :y1="view.y(view.bounds.low) + (upright ? 12 : -12)"
      :y2="view.y(view.bounds.high) + (upright ? -6 : 6)"
    />
    <g v-if="upright" class="level">
      <line
        :x1="view.x(view.bounds.left)"
        :x2="view.x(view.bounds.right)"
        :y1="view.y(level.height)"
        :y2="view.y(level.height)"
      />
      <text :x="view.x(view.bounds.right) + 6" :y="view.y(level.height) + 4">{{ figure(level.height) }}</text>
    </g>
    <g
      v-for="p in onFace"
      :key="p.id"
      class="piece"
      :class="[p.state, { chosen: chosen?.id === p.id, wrong: p.conflicts.length > 0, locked: p.locked }]"
      :data-hung="p.id"
      role="button"
      tabindex="0"
      :aria-label="`${p.label}, ${p.name}. Arrow keys move it.`"
      @pointerdown="press($event, p)"
      @keydown="key($event, p)"
      @focus="choose(p.id)"
    >
      <rect v-bind="view.rect(box(p))" />
      <path
        v-if="p.state !== 'hung'"
        :d="
          hatchPath(
            view.rect(box(p)).x,
            view.rect(box(p)).y,
            view.rect(box(p)).width,
            view.rect(box(p)).height,
            depthOf(p),
          )
        "
      />
      <text :x="view.x((p.left + p.right) / 2)" :y="view.rect(box(p)).y + 16">
        {{ p.short }}{{ p.locked ? ', locked' : '' }}
      </text>
    </g>
    <g class="zones letters">
      <text
        v-for="m in zones"
        :key="m.id"
        :x="view.x((m.zone.box.left + m.zone.box.right) / 2)"
        :y="view.y((m.zone.box.low + m.zone.box.high) / 2) + 4"
      >
        {{ m.letter }}
      </text>
    </g>
    <line
      v-if="caught.u !== null"
      class="caught"
      :x1="view.x(caught.u)"
      :x2="view.x(caught.u)"
      :y1="view.y(view.bounds.low)"
      :y2="view.y(view.bounds.high)"
    />
    <line
      v-if="caught.v !== null"
      class="caught"
      :x1="view.x(view.bounds.left)"
      :x2="view.x(view.bounds.right)"
      :y1="view.y(caught.v)"
      :y2="view.y(caught.v)"
    />
    <g v-for="(d, i) in dimensions" :key="i" class="dimension">
      <path :d="`M${d.x1} ${d.y1}L${d.x2} ${d.y2}`" />
      <path v-if="d.y1 === d.y2" :d="`M${d.x1} ${d.y1 - 4}v8M${d.x2} ${d.y2 - 4}v8`" />
      <path v-else :d="`M${d.x1 - 4} ${d.y1}h8M${d.x2 - 4} ${d.y2}h8`" />
      <text
        :x="(d.x1 + d.x2) / 2 + (d.y1 === d.y2 ? 0 : 5)"
        :y="d.y1 === d.y2 ? d.y1 - 4 : (d.y1 + d.y2) / 2 + 4"
        :text-anchor="d.y1 === d.y2 ? 'middle' : 'start'"
      >
        {{ d.text }}
      </text>
    </g>
    <text class="name" :x="view.x(view.bounds.left)" :y="size.height - 8">
      {{ surfaceWords(face.name) }}, {{ result.faces.find((f) => f.id === face.id)?.count ?? 0 }} here{{
        said ? `; ${said}` : ''
      }}
    </text>
    <text class="name" :x="view.x(middle)" :y="view.y(view.bounds.low) + (upright ? 26 : -18)" text-anchor="middle">
      middle line
    </text>
  </svg>
</template>

<style scoped>
.elevation {
  flex: 1 1 auto;
  min-height: 240px;
  width: 100%;
  display: block;
  touch-action: none;
}
.face {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.6;
}
.members line {
  stroke: var(--rule-strong);
  stroke-dasharray: 1 5;
}
.members text,
.obstacle text {
  font-size: 11px;
  fill: var(--ink-soft);
}
.obstacle rect {
  fill: var(--slate);
  fill-opacity: 0.13;
  stroke: var(--slate);
  stroke-dasharray: 2 3;
}
.obstacle text {
  text-anchor: middle;
}
.zones path {
  fill: var(--tape);
  fill-opacity: 0.75;
  stroke: var(--tape-edge);
}
.zones path.covered {
  fill: var(--tape-covered);
}
.letters {
  pointer-events: none;
}
.letters text {
  font-size: 11px;
  font-weight: 700;
  text-anchor: middle;
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 3px;
}
.middle {
  stroke: var(--tawny);
  stroke-dasharray: 10 3 2 3;
}
.level line {
  stroke: var(--tawny);
  stroke-width: 1;
}
.level text,
.dimension text {
  font: 600 12px var(--figures);
  fill: var(--tawny);
}
.piece {
  cursor: grab;
}
.piece.locked {
  cursor: default;
}
.piece:focus {
  outline: none;
}
.piece rect {
  fill: var(--teal);
  fill-opacity: 0.06;
  stroke: var(--teal);
  stroke-width: 1.4;
}
.piece path {
  fill: none;
  stroke: var(--teal);
  stroke-opacity: 0.4;
  stroke-width: 0.7;
  pointer-events: none;
}
.piece.hung rect {
  fill-opacity: 0.35;
}
.piece.wrong rect {
  stroke: var(--brick);
  stroke-dasharray: 6 3;
}
.piece.chosen rect,
.piece:focus-visible rect {
  stroke: var(--tawny);
  stroke-width: 2.4;
}
.piece text {
  font-size: 12px;
  font-weight: 700;
  text-anchor: middle;
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 3px;
  pointer-events: none;
}
.caught {
  stroke: var(--plum);
  stroke-dasharray: 3 2;
}
.dimension {
  pointer-events: none;
}
.dimension path {
  stroke: var(--tawny);
  stroke-width: 1.2;
  fill: none;
}
.dimension text {
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4px;
}
.name {
  font-size: 12px;
  fill: var(--ink-soft);
}
</style>
