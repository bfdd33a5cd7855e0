<script setup lang="ts">
/** Head seen from above and loudspeakers with their axis lines; both can be dragged and nudged. */
import { computed } from 'vue';
import { apexOf } from '@tawny/core/document/place/placing';
import { aimOf } from '@tawny/core/room/fronts';
import type { Setting } from '@tawny/core/room/setting';
import { lengthText, type LengthSystem } from '@tawny/core/quantities/lengths';
import { onSheet, type Sheet } from '../layout';
import { nudgeOf } from '../tools/drag';
import type { Chosen, Move } from '../types';

const props = defineProps<{
  setting: Setting;
  sheet: Sheet;
  system: LengthSystem;
  movable: boolean;
  selected: Chosen | null;
}>();
const emit = defineEmits<{
  press: [event: PointerEvent, what: Pick<Move, 'kind' | 'id'>, from: readonly [number, number]];
  nudge: [move: Move];
  select: [chosen: Chosen];
}>();

const head = computed(() => onSheet(props.sheet, [props.setting.head[0], props.setting.head[1]]));

/** Side of the letter, px from the middle of the box: away from the head unless it would stand in the wall. */
const LETTER = 30;
function sideFor(at: readonly [number, number, number], x: number): 1 | -1 {
  const away = x < head.value[0] ? -1 : 1;
  const room = props.setting.solid.plan.map((c) => c.at[0]);
  const place = at[0] + (away * LETTER) / props.sheet.scale;
  return place < Math.min(...room) || place > Math.max(...room) ? (-away as 1 | -1) : away;
}

const speakers = computed(() =>
  props.setting.loudspeakers.map((l) => {
    const [x, y] = onSheet(props.sheet, [l.at[0], l.at[1]]);
    const [ax, ay] = aimOf(l, apexOf(props.setting.project, [props.setting.head[0], props.setting.head[1]]));
    const angle = (Math.atan2(ay, ax) * 180) / Math.PI - 90;
    return {
      id: l.id,
      letter: l.letter,
      role: l.role,
      station: l.station,
      x,
      y,
      angle,
      width: l.box.width * props.sheet.scale,
      depth: l.box.depth * props.sheet.scale,
      outward: sideFor(l.at, x),
      clear: Math.hypot(l.box.width, l.box.depth) * props.sheet.scale * 0.62 + 5,
      at: [l.at[0], l.at[1]] as const,
      label: `Loudspeaker ${l.letter}: ${lengthText(l.at[0], props.system)} from left, ${lengthText(l.at[1], props.system)} from front. Arrow keys move it.`,
    };
  }),
);
/** Each letter beside its box, where it stands on no other box and no other letter; below or above it in a crowd. */
const letters = computed(() => {
  const taken: [number, number][] = [];
  const xs = props.setting.solid.plan.map((c) => onSheet(props.sheet, c.at)[0]);
  const between = [Math.min(...xs), Math.max(...xs)] as const;
  return new Map(
    speakers.value.map((s) => {
      const middle = -s.depth / 2;
      const places = [
        { x: s.outward * s.clear, y: middle, anchor: s.outward < 0 ? 'end' : 'start' },
        { x: 0, y: 0.35 * s.width + 11, anchor: 'middle' },
        { x: -s.outward * s.clear, y: middle, anchor: s.outward < 0 ? 'start' : 'end' },
        { x: 0, y: -s.clear - s.depth / 2, anchor: 'middle' },
      ];
      const centreOf = (p: (typeof places)[number]): [number, number] => [
        s.x + p.x + (p.anchor === 'end' ? -5 : p.anchor === 'start' ? 5 : 0),
        s.y + p.y,
      ];
      const free = (p: (typeof places)[number]) => {
        const [x, y] = centreOf(p);
        return (
          x > between[0] + 8 &&
          x < between[1] - 8 &&
          taken.every(([a, b]) => Math.hypot(a - x, b - y) > 13) &&
          speakers.value.every((o) => o.id === s.id || Math.hypot(o.x - x, o.y - o.depth / 2 - y) > o.clear)
        );
      };
      const place = places.find(free) ?? places[0]!;
      taken.push(centreOf(place));
      return [s.id, place] as const;
    }),
  );
});
/** Where the head goes, on the plan. */
const range = computed(() => {
  const { forward, back, side } = props.setting.project.listening.range;
  const { scale } = props.sheet;
  const [x, y] = head.value;
  return { x: x - side * scale, y: y - forward * scale, width: 2 * side * scale, height: (forward + back) * scale };
});
const lines = computed(() => speakers.value.filter((s) => s.role !== 'sub'));
const pair = computed(() => speakers.value.filter((s) => s.station === 'L' || s.station === 'R'));
const headLabel = computed(
  () =>
    `Head: ${lengthText(props.setting.head[0], props.system)} from left, ${lengthText(props.setting.head[1], props.system)} from front. Arrow keys move it.`,
);

function isSelected(kind: string, id: string): boolean {
  return props.selected?.kind === kind && props.selected.id === id;
}

function onKey(event: KeyboardEvent, what: Pick<Move, 'kind' | 'id'>, at: readonly [number, number]): void {
  if (event.key === 'Enter' || event.key === ' ') {
    event.preventDefault();
    emit('select', what);
    return;
  }
  const by = nudgeOf(event);
  if (!by || !props.movable) return;
  event.preventDefault();
  emit('nudge', { ...what, to: [at[0] + by[0], at[1] + by[1]], from: at, scale: props.sheet.scale });
}

function onPress(event: PointerEvent, what: Pick<Move, 'kind' | 'id'>, at: readonly [number, number]): void {
  emit('select', what);
  if (props.movable) emit('press', event, what, at);
}
</script>

<template>
  <g class="seat" :class="{ movable }">
    <rect class="range" v-bind="range" />
    <line v-for="s in lines" :key="`axis-${s.id}`" class="axis" :x1="s.x" :y1="s.y" :x2="head[0]" :y2="head[1]" />
    <line
      v-if="pair.length === 2"
      class="axis faint"
      :x1="pair[0]!.x"
      :y1="pair[0]!.y"
      :x2="pair[1]!.x"
      :y2="pair[1]!.y"
    />
    <g
      v-for="s in speakers"
      :key="s.id"
      class="thing"
      :class="{ selected: isSelected('loudspeaker', s.id) }"
      :transform="`translate(${s.x} ${s.y})`"
      tabindex="0"
      role="button"
      :aria-label="s.label"
      :data-loudspeaker="s.letter"
      @pointerdown="onPress($event, { kind: 'loudspeaker', id: s.id }, s.at)"
      @keydown="onKey($event, { kind: 'loudspeaker', id: s.id }, s.at)"
    >
      <circle r="17" class="grip" />
      <g :transform="`rotate(${s.angle})`">
        <rect class="box" :x="-s.width / 2" :y="-s.depth" :width="s.width" :height="s.depth" rx="1.5" />
        <line class="front" :x1="-s.width / 2" y1="0" :x2="s.width / 2" y2="0" />
      </g>
      <text
        class="letter"
        :x="letters.get(s.id)!.x"
        :y="letters.get(s.id)!.y"
        dy="0.36em"
        :text-anchor="letters.get(s.id)!.anchor"
        >{{ s.letter }}</text
      >
    </g>
    <g
      class="thing"
      :class="{ selected: isSelected('head', 'head') }"
      :transform="`translate(${head[0]} ${head[1]})`"
      tabindex="0"
      role="button"
      :aria-label="headLabel"
      data-head
      @pointerdown="onPress($event, { kind: 'head', id: 'head' }, [setting.head[0], setting.head[1]])"
      @keydown="onKey($event, { kind: 'head', id: 'head' }, [setting.head[0], setting.head[1]])"
    >
      <circle r="17" class="grip" />
      <path class="ear" d="M-7.5 -2.5a2.4 3 0 0 0 0 5M7.5 -2.5a2.4 3 0 0 1 0 5" />
      <path
        class="skull"
        d="M0 -10.5l2 2.2C5.500 -7.600 7.400 -4.400 7.400 0 7.400 5 4.200 8.600 0 8.600S-7.400 5 -7.400 0C-7.400 -4.400 -5.500 -7.600 -2 -8.300Z"
      />
    </g>
  </g>
</template>

<style scoped>
.range {
  fill: var(--tawny);
  fill-opacity: 0.07;
  stroke: var(--tawny);
  stroke-width: 0.8;
  stroke-dasharray: 2 2;
  pointer-events: none;
}
.axis {
  stroke: var(--ink);
  stroke-width: 1;
  stroke-dasharray: 2 3;
}
.axis.faint {
  stroke: var(--ink-soft);
}
.thing {
  outline: none;
}
.movable .thing {
  cursor: grab;
  touch-action: none;
}
.grip {
  fill: transparent;
}
.thing:focus-visible .grip,
.thing.selected .grip {
  stroke: var(--tawny);
  stroke-width: 1.4;
  stroke-dasharray: 3 2;
}
.thing:focus-visible .grip {
  stroke-dasharray: none;
  stroke-width: 2;
}
.box {
  fill: var(--ink);
}
.front {
  stroke: var(--tawny);
  stroke-width: 2.2;
}
.letter {
  font-weight: 600;
  font-size: 12px;
  fill: var(--ink);
}
.skull {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.7;
}
.ear {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.7;
}
</style>
