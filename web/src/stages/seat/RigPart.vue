<script setup lang="ts">
/** The rig: layout, second pair, subwoofers; and each loudspeaker's box, axis and place. */
import { computed } from 'vue';
import { LAYOUTS, RIGS } from '@tawny/core/layout/rigs';
import { LIMITS, type Loudspeaker } from '@tawny/core/document/schema/project';
import { fixed } from '@tawny/core/quantities/format';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import TapeTag from '../../parts/TapeTag.vue';
import TextRow from '../../fields/TextRow.vue';
import { useSeat } from './useSeat';

const { doc, session, project, speakers, tape, wallHint, moveSpeaker } = useSeat();
const layouts = LAYOUTS.map((id) => ({ value: id, title: RIGS[id].name, subtitle: RIGS[id].source }));
const rig = computed(() => ({
  layout: project.value.listening.layout,
  second: project.value.loudspeakers.some((l) => l.role === 'second'),
  subs: project.value.loudspeakers.filter((l) => l.role === 'sub').length,
}));
const setRig = (change: Partial<typeof rig.value>) => doc.run({ type: 'set-rig', ...rig.value, ...change });
const SUBS = [0, 1, 2, 3, 4].map((n) => ({ value: n, title: n === 0 ? 'none' : String(n) }));
const chosen = computed(
  () =>
    (session.selection?.kind === 'loudspeaker'
      ? speakers.value.find((s) => s.id === session.selection!.id)
      : undefined) ?? speakers.value[0],
);
function set(values: Values): void {
  doc.run({ type: 'set-loudspeaker', id: chosen.value!.id, values, mirror: session.mirror });
}
const MOUNTS = [
  { value: 'free', title: 'standing free' },
  { value: 'flush', title: 'set into the wall' },
] as const;
type Values = Partial<Omit<Loudspeaker, 'id' | 'x' | 'y'>>;
interface Field {
  label: string;
  value: number | null;
  /** What the field shows: limits, unit, hint. */
  shown: {
    min: number;
    max: number;
    hint?: string;
    kind?: 'number';
    unit?: string;
    digits?: number;
    step?: number;
    optional?: boolean;
  };
  change: (value: number) => Values;
  /** What an emptied field means; null: it may not be empty. */
  empty: Values | null;
}
const degrees = (min: number, max: number) => ({ min, max, kind: 'number', unit: '°', digits: 1, step: 1 }) as const;
/** Everything of the chosen loudspeaker that is a number. */
const fields = computed((): Field[] => {
  const l = chosen.value;
  if (!l) return [];
  const limits = (key: keyof typeof LIMITS) => ({ min: LIMITS[key][0], max: LIMITS[key][1] });
  const field = (
    label: string,
    value: number | null,
    shown: Field['shown'],
    change: Field['change'],
    empty: Values | null = null,
  ): Field => ({ label, value, shown: { ...shown, optional: empty !== null }, change, empty });
  const box = (key: keyof Loudspeaker['box'], label: string) =>
    field(label, l.box[key], limits('box'), (v) => ({ box: { ...l.box, [key]: v } }));
  const hertz = (key: 'lowCornerHz' | 'shelfHz') => ({ ...limits(key), kind: 'number', unit: 'Hz', step: 5 }) as const;
  const shelf = l.lowShelf;
  return [
    field('Axis height', l.axisHeight, limits('axisHeight'), (axisHeight) => ({ axisHeight })),
    field('Minimum distance', l.minimumDistance, limits('minimumDistance'), (minimumDistance) => ({ minimumDistance })),
    box('width', 'Box width'),
    box('depth', 'Box depth'),
    box('height', 'Box height'),
    field('Axis over its underside', l.axisInBox, { min: 0, max: l.box.height }, (axisInBox) => ({ axisInBox })),
    field('Lowest driver over it', l.drivers.low, { min: 0, max: l.drivers.high }, (low) => ({
      drivers: { ...l.drivers, low },
    })),
    field('Highest driver over it', l.drivers.high, { min: l.drivers.low, max: l.box.height }, (high) => ({
      drivers: { ...l.drivers, high },
    })),
    field('Tilted upwards', l.tiltDeg, degrees(...LIMITS.speakerTiltDeg), (tiltDeg) => ({ tiltDeg })),
    field(
      'Turned to the right',
      l.aimDeg,
      { ...degrees(...LIMITS.aimDeg), hint: 'empty: at the apex' },
      (aimDeg) => ({ aimDeg }),
      { aimDeg: null },
    ),
    field('Lower corner', l.lowCornerHz, { ...hertz('lowCornerHz'), hint: '3 dB down' }, (lowCornerHz) => ({
      lowCornerHz,
    })),
    field(
      'Low shelf',
      shelf?.gainDb ?? null,
      { ...limits('shelfDb'), kind: 'number', unit: 'dB', digits: 1, step: 0.5, hint: 'empty: none' },
      (gainDb) => ({ lowShelf: { hz: shelf?.hz ?? 100, gainDb } }),
      { lowShelf: null },
    ),
    ...(shelf
      ? [field('Shelf below', shelf.hz, hertz('shelfHz'), (hz) => ({ lowShelf: { hz, gainDb: shelf.gainDb } }))]
      : []),
  ];
});
const off = (deg: number) => (deg === 0 ? '' : `, ${fixed(Math.abs(deg), 0)}° outside`);
</script>

<template>
  <h2>Rig</h2>
  <ChoiceField
    label="Layout"
    wide
    :model-value="rig.layout"
    :items="layouts"
    @update:model-value="setRig({ layout: $event })"
  />
  <ChoiceField
    label="Subwoofers"
    :model-value="rig.subs"
    :items="SUBS"
    @update:model-value="setRig({ subs: $event })"
  />
  <v-checkbox
    :model-value="rig.second"
    label="A second pair"
    @update:model-value="setRig({ second: $event === true })"
  />
  <p class="soft">
    {{ RIGS[rig.layout].source }}. A delivery specification may ask for other angles; those then count.
  </p>

  <h2>Loudspeakers</h2>
  <table class="list" aria-label="Loudspeakers">
    <thead>
      <tr>
        <th></th>
        <th>is</th>
        <th class="figure">angle</th>
        <th class="figure">up</th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="s in speakers"
        :key="s.id"
        class="pick"
        :class="{ selected: chosen?.id === s.id }"
        :data-speaker="s.letter"
        tabindex="0"
        @click="session.selection = { kind: 'loudspeaker', id: s.id }"
        @keydown.enter="session.selection = { kind: 'loudspeaker', id: s.id }"
      >
        <td><TapeTag :letter="s.letter" /></td>
        <td>
          {{
            s.report.aim.station?.name ??
            (s.role === 'sub' ? 'subwoofer' : s.role === 'second' ? 'second pair' : 'free')
          }}
        </td>
        <td class="figure" :class="{ bad: (s.report.aim.station?.azimuthOff ?? 0) !== 0 }">
          {{ fixed(s.report.aim.azimuthDeg, 0) }}°{{ off(s.report.aim.station?.azimuthOff ?? 0) }}
        </td>
        <td class="figure" :class="{ bad: (s.report.aim.station?.elevationOff ?? 0) !== 0 }">
          {{ fixed(s.report.aim.elevationDeg, 0) }}°
        </td>
      </tr>
    </tbody>
  </table>

  <template v-if="chosen">
    <h2><TapeTag :letter="chosen.letter" /> Loudspeaker {{ chosen.letter }}</h2>
    <TextRow
      label="Letter on its tape"
      :model-value="chosen.letter"
      :most="3"
      required
      @update:model-value="set({ letter: $event })"
    />
    <ChoiceField
      label="Mounting"
      :model-value="chosen.mount"
      :items="MOUNTS"
      @update:model-value="set({ mount: $event })"
    />
    <NumberField
      label="From front wall"
      :hint="wallHint(chosen.at, 'front')"
      :model-value="tape(chosen.at, 'front').metres"
      :min="0"
      :max="60"
      @update:model-value="moveSpeaker(chosen.id, chosen.at, { front: $event })"
    />
    <NumberField
      label="From left wall"
      :hint="wallHint(chosen.at, 'left')"
      :model-value="tape(chosen.at, 'left').metres"
      :min="0"
      :max="60"
      @update:model-value="moveSpeaker(chosen.id, chosen.at, { left: $event })"
    />
    <NumberField
      v-for="f in fields"
      :key="f.label"
      v-bind="f.shown"
      :label="f.label"
      :model-value="f.value"
      @update:model-value="set(f.change($event))"
      @clear="f.empty && set(f.empty)"
    />
  </template>
</template>
