<script setup lang="ts">
/** Decay time per band: lines with their names at the end, the target as a tinted band, worth as a pale band, modal part shaded. */
import { area, line } from 'd3-shape';
import { computed } from 'vue';
import { OCTAVE_MIDBANDS, OCTAVES } from '@tawny/core/quantities/bands';
import { fixed } from '@tawny/core/quantities/format';
import { type Frame, frequencyScale, levelScale, roundTicks, spread } from './axis';
import ChartAxes from './ChartAxes.vue';
import DecayGrips, { type Grip } from './DecayGrips.vue';
import { usePointing } from './pointing';
import './charts.css';

export interface DecayLine {
  id: string;
  name: string;
  /** "other": the room in another state, dashed; "measured": what was measured, dotted. */
  tone: 'bare' | 'chosen' | 'answer' | 'other' | 'ghost' | 'measured';
  times: readonly (number | null)[];
  low?: readonly (number | null)[];
  high?: readonly (number | null)[];
}

const props = defineProps<{
  width: number;
  height: number;
  lines: readonly DecayLine[];
  /** Exact midbands and nominal labels; octaves unless said. */
  mids?: readonly number[];
  labels?: readonly number[];
  limits: readonly ({ lower: number; upper: number | null } | null)[];
  judged: readonly boolean[];
  modalBelow: number;
  callout: {
    octave: number;
    time: number;
    limit: number;
    side: 'over' | 'under';
    low: number | null;
    high: number | null;
  } | null;
  /** Limits of one's own: their edges are dragged, or moved by keyboard. */
  own?: boolean;
}>();
const emit = defineEmits<{ limit: [hz: number, side: 'lower' | 'upper', time: number] }>();

const frame = computed((): Frame => ({
  width: props.width,
  height: props.height,
  left: 46,
  right: 118,
  top: 22,
  bottom: 34,
}));
const x = computed(() => frequencyScale(frame.value, 52, 9700));
const top = computed(() => {
  const all = props.lines
    .flatMap((l) => [...l.times, ...(l.tone === 'chosen' ? (l.high ?? []) : [])])
    .filter((t) => t !== null);
  const limits = props.limits.flatMap((l) => (l?.upper ? [l.upper] : []));
  return Math.min(4, Math.max(0.6, ...all, ...limits) * 1.06);
});
const y = computed(() => levelScale(frame.value, 0, top.value));
const mid = computed(() => props.mids ?? OCTAVE_MIDBANDS);
const labels = computed((): readonly number[] => props.labels ?? OCTAVES);
const last = computed(() => mid.value.length - 1);
const isOctave = (f: number) => (OCTAVES as readonly number[]).includes(f);

const path = (times: readonly (number | null)[]) =>
  line<number | null>()
    .defined((t) => t !== null)
    .x((_, i) => x.value(mid.value[i]!))
    .y((t) => y.value(t!))(times) ?? '';

const worth = computed(() =>
  props.lines
    .filter((l) => l.low && l.high && l.tone !== 'bare')
    .map((l) => ({
      id: l.id,
      tone: l.tone,
      d:
        area<number>()
          .defined((i) => l.low![i] !== null && l.high![i] !== null)
          .x((i) => x.value(mid.value[i]!))
          .y0((i) => y.value(l.low![i]!))
          .y1((i) => y.value(Math.min(l.high![i]!, top.value)))(labels.value.map((_, i) => i)) ?? '',
    })),
);
const target = computed(
  () =>
    area<number>()
      .defined((i) => props.limits[i] !== null && props.limits[i] !== undefined)
      .x((i) => x.value(mid.value[i]!))
      .y0((i) => y.value(props.limits[i]!.lower))
      .y1((i) => y.value(Math.min(props.limits[i]!.upper ?? top.value, top.value)))(labels.value.map((_, i) => i)) ??
    '',
);
const ends = computed(() => {
  const named = props.lines.map((l) => ({ ...l, y: y.value(Math.min(top.value, l.times[last.value] ?? top.value)) }));
  const targetEnd = props.limits[last.value] ?? props.limits[last.value - 1];
  const wanted = [
    ...named.map((l) => l.y),
    ...(targetEnd ? [y.value((targetEnd.lower + (targetEnd.upper ?? targetEnd.lower)) / 2)] : []),
  ];
  const places = spread(wanted, 15, 12, props.height - 30);
  return {
    lines: named.map((l, i) => ({ id: l.id, name: l.name, tone: l.tone, y: places[i]! })),
    target: targetEnd ? places[places.length - 1]! : null,
  };
});
const modalX = computed(() => Math.min(x.value(Math.max(52, props.modalBelow)), frame.value.width - frame.value.right));

const grips = computed((): Grip[] =>
  props.own
    ? props.limits.flatMap((l, i) =>
        l
          ? (['lower', 'upper'] as const).flatMap((side) => {
              const time = l[side];
              return time === null ? [] : [{ hz: labels.value[i]!, side, time, x: x.value(mid.value[i]!) }];
            })
          : [],
      )
    : [],
);
const pointing = usePointing(() => mid.value.map((f) => x.value(f)));
const across = computed(() =>
  mid.value.map((f, i) => {
    const nominal = labels.value[i]!;
    const told = mid.value.length === OCTAVES.length || isOctave(nominal);
    return {
      at: f,
      label: told ? (nominal >= 1000 ? `${nominal / 1000}k` : String(nominal)) : null,
      faint: !props.judged[i],
    };
  }),
);
const up = computed(() => roundTicks(0, top.value, 6).map((t) => ({ at: t, label: fixed(t, 1) })));
const reading = computed(() => {
  const i = pointing.at.value;
  if (i === null) return null;
  const limit = props.limits[i];
  const values = props.lines.map(
    (l) =>
      `${l.name} ${l.times[i] == null ? (l.tone === 'measured' ? 'not read' : 'endless') : `${fixed(l.times[i], 2)} s`}`,
  );
  const range = limit
    ? `target ${fixed(limit.lower, 2)}–${limit.upper === null ? 'any' : fixed(limit.upper, 2)} s`
    : 'not in the target';
  return { x: x.value(mid.value[i]!), text: `${labels.value[i]} Hz: ${[...values, range].join(', ')}` };
});
const calloutAt = computed(() => {
  const c = props.callout;
  if (!c) return null;
  const i = labels.value.indexOf(c.octave);
  const cx = x.value(mid.value[i]!);
  const worthText = c.low !== null && c.high !== null ? ` (${fixed(c.low, 2)}–${fixed(c.high, 2)})` : '';
  return {
    x: cx,
    y: y.value(Math.min(top.value, c.time)),
    left: cx > frame.value.width - 330,
    text: `${c.octave} Hz: ${fixed(c.time, 2)} s${worthText}, limit ${fixed(c.limit, 2)}`,
  };
});
</script>

<template>
  <svg
    class="plotted"
    :width="width"
    :height="height"
    tabindex="0"
    role="img"
    :aria-label="reading?.text ?? 'Decay time per octave. Left and right arrows read the values.'"
    v-on="pointing.on"
  >
    <rect
      v-if="modalX > frame.left"
      class="modal"
      :x="frame.left"
      :y="frame.top"
      :width="modalX - frame.left"
      :height="height - frame.top - frame.bottom"
    />
    <ChartAxes
      :frame="frame"
      :x="x"
      :y="y"
      :across="across"
      :up="up"
      :foot="y(0)"
      :x-name="mid.length > OCTAVES.length ? 'third octave, Hz' : 'octave, Hz'"
      y-name="seconds for 60 dB"
      :y-name-at="frame.left - 34"
    />
    <text :x="frame.left + 6" :y="frame.top + 14">
      modal below {{ fixed(modalBelow, 0) }} Hz: single modes, no statistics
    </text>
    <path :d="target" class="target" />
    <path v-for="w in worth" :key="w.id" :d="w.d" class="worth" :class="w.tone" />
    <path v-for="l in lines" :key="l.id" :d="path(l.times)" class="line" :class="l.tone" />
    <g>
      <text
        v-for="e in ends.lines"
        :key="e.id"
        class="end"
        :class="e.tone"
        :x="width - frame.right + 8"
        :y="e.y"
        dy="0.35em"
      >
        {{ e.name }}
      </text>
      <text
        v-if="ends.target !== null"
        class="end target-name"
        :x="width - frame.right + 8"
        :y="ends.target"
        dy="0.35em"
      >
        target
      </text>
    </g>
    <DecayGrips :grips="grips" :y="y" @limit="(hz, side, time) => emit('limit', hz, side, time)" />
    <g v-if="calloutAt && !reading" class="callout">
      <line
        :x1="calloutAt.x"
        :x2="calloutAt.x"
        :y1="calloutAt.y - 6"
        :y2="Math.max(frame.top + 22, calloutAt.y - 40)"
      />
      <circle :cx="calloutAt.x" :cy="calloutAt.y" r="4" />
      <text
        :x="calloutAt.x + (calloutAt.left ? -6 : 6)"
        :y="Math.max(frame.top + 30, calloutAt.y - 36)"
        :text-anchor="calloutAt.left ? 'end' : 'start'"
      >
        {{ calloutAt.text }}
      </text>
    </g>
    <g v-if="reading" class="reading">
      <line :x1="reading.x" :x2="reading.x" :y1="frame.top" :y2="y(0)" />
      <text :x="frame.left + 6" :y="12">{{ reading.text }}</text>
    </g>
  </svg>
</template>

<style scoped>
.modal {
  fill: var(--slate);
  fill-opacity: 0.08;
}
.target {
  fill: var(--teal);
  fill-opacity: 0.16;
  stroke: var(--teal);
  stroke-width: 1;
}
.worth {
  stroke: none;
  fill-opacity: 0.14;
  fill: var(--tawny);
}
.worth.answer {
  fill: var(--teal);
  fill-opacity: 0.12;
}
.line {
  fill: none;
  stroke-width: 1.6;
  stroke: var(--slate);
}
.line.chosen {
  stroke: var(--tawny);
  stroke-width: 2.6;
}
.line.answer {
  stroke: var(--teal);
  stroke-width: 2;
  stroke-dasharray: 7 3;
}
.line.ghost {
  stroke: var(--ink-soft);
  stroke-width: 1.4;
  stroke-dasharray: 4 4;
  stroke-opacity: 0.8;
}
.line.measured {
  stroke: var(--ink);
  stroke-width: 2.2;
  stroke-dasharray: 1.5 3.5;
  stroke-linecap: round;
}
.line.other {
  stroke: var(--plum);
  stroke-width: 1.8;
  stroke-dasharray: 2 3;
}
svg.plotted .end.other {
  fill: var(--plum);
}
svg.plotted .end.chosen {
  fill: var(--tawny);
  font-weight: 700;
}
svg.plotted .end.answer,
svg.plotted .target-name {
  fill: var(--teal);
}
svg.plotted .end.bare {
  fill: var(--slate);
}
.callout line {
  stroke: var(--brick);
}
.callout circle {
  fill: var(--sheet);
  stroke: var(--brick);
  stroke-width: 2;
}
svg.plotted .callout text {
  fill: var(--brick);
  font-weight: 700;
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 4px;
}
</style>
