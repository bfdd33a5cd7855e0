<script setup lang="ts">
/** One face large: what keeps pieces off it, the level line, the marks, and its pieces, which are dragged, nudged and dimensioned. */
import { computed, ref } from 'vue';
import { useResizeObserver } from '@vueuse/core';
import { doneOf, statusOf } from '@tawny/core/document/made';
import { formatLength } from '@tawny/core/quantities/lengths';
import { obstaclesOn } from '@tawny/core/room/hung/keepOuts';
import { membersOf } from '@tawny/core/room/hung/members';
import { fromMiddleText, lineWords } from '@tawny/core/words/hang';
import { surfaceWords } from '@tawny/core/words/tapes';
import DimensionLayer from '../../board/layers/DimensionLayer.vue';
import { patternPath } from '../../board/shapes';
import { useAnswers } from '../../answers/answers';
import { dimensionsOf, elevationOf } from './elevation';
import FixingLayer from './FixingLayer.vue';
import { useHang } from './useHang';
import { usePieceInHand } from './usePieceInHand';

const hang = useHang();
const { session, setting, face, middle, onFace, legs, chosen, group, level, choose } = hang;
const answers = useAnswers();
const host = ref<SVGSVGElement | null>(null);
const size = ref({ width: 760, height: 400 });
useResizeObserver(host, ([entry]) => {
  const { width, height } = entry!.contentRect;
  if (width > 0) size.value = { width, height };
});
/** Around the face for lines and figures, px. */
const ROOM = { left: 46, right: 60, top: 26, bottom: 54 };
const view = computed(() =>
  elevationOf(face.value, {
    x: ROOM.left,
    y: ROOM.top,
    width: Math.max(60, size.value.width - ROOM.left - ROOM.right),
    height: Math.max(60, size.value.height - ROOM.top - ROOM.bottom),
  }),
);
const { held, press, key } = usePieceInHand(hang, view);
const figure = (m: number) => formatLength(m, session.system).value;
/** A line across the drawing: up the face at a place along it, or along it at a height. */
const lineAt = (at: number, runs: 'up' | 'across') => {
  const { x, y, bounds } = view.value;
  return runs === 'up'
    ? { x1: x(at), x2: x(at), y1: y(bounds.low), y2: y(bounds.high) }
    : { x1: x(bounds.left), x2: x(bounds.right), y1: y(at), y2: y(at) };
};
const members = computed(() => membersOf(setting.value, face.value));
const obstacles = computed(() => obstaclesOn(setting.value, face.value));
const zones = computed(() =>
  answers
    .calm!.marks.result.marks.filter((m) => m.face === face.value.id && (m.matters || m.covered))
    .map(({ id, letter, covered, zone: { outline, box } }) => ({
      id,
      letter,
      covered,
      path: `M${outline.map(([u, v]) => `${view.value.x(u)} ${view.value.y(v)}`).join('L')}Z`,
      x: view.value.x((box.left + box.right) / 2),
      y: view.value.y((box.low + box.high) / 2) + 4,
    })),
);
const shapes = computed(() =>
  onFace.value.map((piece) => {
    const { kind, standoff } = setting.value.placed.find((o) => o.id === piece.id)!;
    const area = view.value.rect(piece);
    return { piece, kind, area, pattern: patternPath(kind, area, standoff) };
  }),
);
const dimensions = computed(() =>
  chosen.value?.face === face.value.id ? dimensionsOf(chosen.value, view.value, figure) : [],
);
const done = computed(() => doneOf(hang.doc.project!));
/** How far a piece in the workshop is; nothing to say of what is not begun or is up. */
const made = (id: string): string => {
  const status = statusOf(id, done.value);
  return status === 'to buy' || status === 'hung' ? '' : status;
};
const said = computed(() =>
  held.value
    ? `${fromMiddleText(held.value.left - middle.value, session.system)}, up ${figure(held.value.low)}`
    : `${onFace.value.length} here`,
);
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
      <line v-for="at in members.at" :key="at" v-bind="lineAt(at, members.runs)" />
      <text :x="view.x(view.bounds.left) + 4" :y="view.rect(view.bounds).y - 6">
        {{ view.upright ? 'studs' : 'joists' }}, dotted
      </text>
    </g>
    <g v-for="k in obstacles" :key="`${k.kind} ${k.id}`" class="obstacle">
      <rect v-bind="view.rect(k)" />
      <text :x="view.x((k.left + k.right) / 2)" :y="view.rect(k).y + 14">{{ k.name }}</text>
    </g>
    <g class="zones">
      <path v-for="z in zones" :key="z.id" :d="z.path" :class="{ covered: z.covered }">
        <title>{{ z.letter }} {{ z.covered ? 'covered' : 'not covered' }}</title>
      </path>
    </g>
    <g v-for="k in legs" :key="k.id" class="leg" :data-leg="k.id">
      <rect v-bind="view.rect(k)" />
      <text :x="view.x((k.left + k.right) / 2)" :y="view.rect(k).y + 14">{{ k.short }}</text>
    </g>
    <line class="middle" v-bind="lineAt(middle, 'up')" />
    <g v-if="view.upright" class="level">
      <line v-bind="lineAt(level.height, 'across')" />
      <text :x="view.x(view.bounds.right) + 6" :y="view.y(level.height) + 4">{{ figure(level.height) }}</text>
    </g>
    <g
      v-for="{ piece: p, kind, area, pattern } in shapes"
      :key="p.id"
      class="piece"
      :class="[
        kind,
        p.state,
        {
          chosen: chosen?.id === p.id,
          also: group.slice(1).includes(p.id),
          wrong: p.conflicts.length > 0,
          locked: p.locked,
        },
      ]"
      :data-hung="p.id"
      role="button"
      tabindex="0"
      :aria-label="`${p.label}, ${p.name}.${p.locked ? ' Locked.' : ' Arrow keys move it, space chooses several.'}`"
      @pointerdown="press($event, p, host!)"
      @keydown="key($event, p)"
      @mousedown.shift.prevent
      @focus="group.length > 1 || choose(p.id)"
    >
      <rect v-bind="area" />
      <path v-if="p.state !== 'hung'" :d="pattern" />
      <text :x="area.x + area.width / 2" :y="area.y + area.height - 7">
        {{ p.short }}{{ p.locked ? ', locked' : '' }}
      </text>
      <text v-if="made(p.id)" class="made" :x="area.x + area.width / 2" :y="area.y + 15">{{ made(p.id) }}</text>
    </g>
    <FixingLayer :view="view" :face="face.id" :middle="middle" :overhead="!view.upright" />
    <g class="letters">
      <text v-for="z in zones" :key="z.id" :x="z.x" :y="z.y">{{ z.letter }}</text>
    </g>
    <template v-if="held">
      <line v-if="held.at.u !== null" class="caught" v-bind="lineAt(held.at.u, 'up')" />
      <line v-if="held.at.v !== null" class="caught" v-bind="lineAt(held.at.v, 'across')" />
    </template>
    <DimensionLayer :dimensions="dimensions" />
    <text class="name" :x="view.x(view.bounds.left)" :y="size.height - 8">
      {{ surfaceWords(face.name) }}, {{ said }}
    </text>
    <text
      class="name"
      :x="view.x(middle)"
      :y="view.y(view.bounds.low) + (view.upright ? 18 : -10)"
      text-anchor="middle"
    >
      {{ lineWords(view.upright) }}
    </text>
  </svg>
</template>

<style scoped>
.elevation {
  flex: 1 1 auto;
  min-height: 240px;
  width: 100%;
  display: block;
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
.leg rect {
  fill: none;
  stroke: var(--teal);
  stroke-dasharray: 4 3;
}
.leg text {
  font-size: 11px;
  text-anchor: middle;
  fill: var(--ink-soft);
}
.zones path {
  fill: var(--tape);
  fill-opacity: 0.75;
  stroke: var(--tape-edge);
}
.zones path.covered {
  fill: var(--tape-covered);
}
.letters text,
.piece text {
  font-size: 11px;
  font-weight: 700;
  text-anchor: middle;
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 3px;
  pointer-events: none;
}
.piece text {
  font-size: 12px;
}
.middle {
  stroke: var(--tawny);
  stroke-dasharray: 10 3 2 3;
}
.level line {
  stroke: var(--tawny);
}
.level text {
  font: 600 12px var(--figures);
  fill: var(--tawny);
}
.piece {
  --cloth: var(--teal);
  cursor: grab;
  touch-action: none;
}
.piece.scatter {
  --cloth: var(--plum);
}
.piece.board {
  --cloth: var(--slate);
}
.piece.locked {
  cursor: default;
}
.piece:focus {
  outline: none;
}
.piece rect {
  fill: var(--cloth);
  fill-opacity: 0.06;
  stroke: var(--cloth);
  stroke-width: 1.4;
}
.piece path {
  fill: none;
  stroke: var(--cloth);
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
.piece.also rect {
  stroke: var(--tawny);
  stroke-width: 2.4;
  stroke-dasharray: 7 3;
}
.caught {
  stroke: var(--plum);
  stroke-dasharray: 3 2;
}
.name {
  font-size: 12px;
  fill: var(--ink-soft);
}
</style>
