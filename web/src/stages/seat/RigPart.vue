<script setup lang="ts">
/** The rig: layout, second pair, subwoofers; and each loudspeaker's box, axis and place. */
import { computed } from 'vue';
import { LAYOUTS, RIGS } from '@tawny/core/layout/rigs';
import { LIMITS, type Loudspeaker } from '@tawny/core/project/schema';
import { fixed } from '@tawny/core/quantities/format';
import ChoiceField from '../../parts/ChoiceField.vue';
import NumberField from '../../parts/NumberField.vue';
import TapeTag from '../../parts/TapeTag.vue';
import TextRow from '../../parts/TextRow.vue';
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
function set(values: Partial<Omit<Loudspeaker, 'id' | 'x' | 'y'>>): void {
  doc.run({ type: 'set-loudspeaker', id: chosen.value!.id, values, mirror: session.mirror });
}
const MOUNTS = [
  { value: 'free', title: 'standing free' },
  { value: 'flush', title: 'set into the wall' },
] as const;
const BOX = [
  ['width', 'Box width'],
  ['depth', 'Box depth'],
  ['height', 'Box height'],
] as const;
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
      label="Axis height"
      :model-value="chosen.axisHeight"
      :min="LIMITS.axisHeight[0]"
      :max="LIMITS.axisHeight[1]"
      @update:model-value="set({ axisHeight: $event })"
    />
    <NumberField
      label="Minimum distance"
      :model-value="chosen.minimumDistance"
      :min="LIMITS.minimumDistance[0]"
      :max="LIMITS.minimumDistance[1]"
      @update:model-value="set({ minimumDistance: $event })"
    />
    <NumberField
      v-for="[key, label] in BOX"
      :key="key"
      :label="label"
      :model-value="chosen.box[key]"
      :min="LIMITS.box[0]"
      :max="LIMITS.box[1]"
      @update:model-value="set({ box: { ...chosen.box, [key]: $event } })"
    />
    <NumberField
      label="Axis over its underside"
      :model-value="chosen.axisInBox"
      :min="0"
      :max="chosen.box.height"
      @update:model-value="set({ axisInBox: $event })"
    />
    <NumberField
      label="Lowest driver over it"
      :model-value="chosen.drivers.low"
      :min="0"
      :max="chosen.drivers.high"
      @update:model-value="set({ drivers: { ...chosen.drivers, low: $event } })"
    />
    <NumberField
      label="Highest driver over it"
      :model-value="chosen.drivers.high"
      :min="chosen.drivers.low"
      :max="chosen.box.height"
      @update:model-value="set({ drivers: { ...chosen.drivers, high: $event } })"
    />
    <NumberField
      label="Tilted upwards"
      kind="number"
      unit="°"
      :digits="1"
      :step="1"
      :model-value="chosen.tiltDeg"
      :min="LIMITS.speakerTiltDeg[0]"
      :max="LIMITS.speakerTiltDeg[1]"
      @update:model-value="set({ tiltDeg: $event })"
    />
    <NumberField
      label="Turned to the right"
      hint="empty: at the apex"
      kind="number"
      unit="°"
      :digits="1"
      optional
      :step="1"
      :model-value="chosen.aimDeg"
      :min="LIMITS.aimDeg[0]"
      :max="LIMITS.aimDeg[1]"
      @update:model-value="set({ aimDeg: $event })"
      @clear="set({ aimDeg: null })"
    />
    <NumberField
      label="Lower corner"
      hint="3 dB down"
      kind="number"
      unit="Hz"
      :step="1"
      :model-value="chosen.lowCornerHz"
      :min="LIMITS.lowCornerHz[0]"
      :max="LIMITS.lowCornerHz[1]"
      @update:model-value="set({ lowCornerHz: $event })"
    />
    <NumberField
      label="Low shelf"
      hint="empty: none"
      kind="number"
      unit="dB"
      :digits="1"
      optional
      :step="1"
      :model-value="chosen.lowShelf?.gainDb ?? null"
      :min="LIMITS.shelfDb[0]"
      :max="LIMITS.shelfDb[1]"
      @update:model-value="set({ lowShelf: { hz: chosen.lowShelf?.hz ?? 100, gainDb: $event } })"
      @clear="set({ lowShelf: null })"
    />
    <NumberField
      v-if="chosen.lowShelf"
      label="Shelf below"
      kind="number"
      unit="Hz"
      :step="10"
      :model-value="chosen.lowShelf.hz"
      :min="LIMITS.shelfHz[0]"
      :max="LIMITS.shelfHz[1]"
      @update:model-value="set({ lowShelf: { hz: $event, gainDb: chosen.lowShelf!.gainDb } })"
    />
  </template>
</template>
