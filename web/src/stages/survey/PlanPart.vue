<script setup lang="ts">
/** Plan: the outline by length and width, by wall, or walked round with the tape; the air in it. */
import { computed, ref } from 'vue';
import { LIMITS } from '@tawny/core/document/schema/project';
import { wallLength } from '@tawny/core/document/commands/outlineEdits';
import { legsOf } from '@tawny/core/document/place/taping';
import { fixed } from '@tawny/core/quantities/format';
import { lengthText } from '@tawny/core/quantities/lengths';
import FieldGroup from '../../fields/FieldGroup.vue';
import NumberField from '../../fields/NumberField.vue';
import QuantityText from '../../parts/QuantityText.vue';
import type { TapeTrace } from '../../board/types';
import TapeBench from './TapeBench.vue';
import { useSurvey } from './useSurvey';

const emit = defineEmits<{ trace: [trace: TapeTrace | null] }>();
const { doc, project, setting, session, nameOfWall } = useSurvey();

const corners = computed(() => project.value.room.corners);
/** Four walls along the axes: length and width say it all. */
const isBox = computed(() => {
  const c = corners.value;
  return (
    c.length === 4 &&
    c.every((p, i) => Math.abs(p.x - c[(i + 1) % 4]!.x) < 1e-9 || Math.abs(p.y - c[(i + 1) % 4]!.y) < 1e-9)
  );
});
const box = computed(() => {
  const span = (pick: (c: { x: number; y: number }) => number) =>
    Math.max(...corners.value.map(pick)) - Math.min(...corners.value.map(pick));
  return { length: span((c) => c.y), width: span((c) => c.x), height: project.value.room.height };
});
function setBox(change: Partial<{ length: number; width: number }>): void {
  doc.run({ type: 'set-box', box: { ...box.value, ...change } });
}
const names = computed(() => corners.value.map((c) => c.wall));
const legs = computed(() => legsOf(project.value.room));

const picked = computed(() => {
  const id = session.selection?.kind === 'face' || session.selection?.kind === 'corner' ? session.selection.id : null;
  return names.value.find((w) => w === id) ?? null;
});
const length = computed(() => (picked.value ? wallLength(project.value.room, picked.value) : 0));
const recess = ref({ from: 0.5, width: 1, depth: 0.3 });
function pick(wall: string): void {
  session.selection = { kind: 'face', id: wall };
  const whole = wallLength(project.value.room, wall);
  const width = Math.min(1, whole / 2);
  recess.value = {
    from: Math.round(((whole - width) / 2) * 100) / 100,
    width: Math.round(width * 100) / 100,
    depth: recess.value.depth,
  };
}
function cut(out: boolean): void {
  const { from, width, depth } = recess.value;
  doc.run({ type: 'insert-recess', wall: picked.value!, from, width, depth: out ? depth : -depth });
}
/** Moves the wall's end along it, and all that follows squarely with it: the wall after keeps its direction. */
function setLength(value: number): void {
  const i = names.value.indexOf(picked.value!);
  const after = names.value[(i + 1) % names.value.length]!;
  doc.run({ type: 'move-wall', wall: after, by: length.value - value });
}
const taping = ref(project.value.tape.legs.length > 0);
</script>

<template>
  <div>
    <h2>Room</h2>
    <template v-if="isBox">
      <NumberField
        :label="`Length, wall ${names[0]} to wall ${names[2]}`"
        :model-value="box.length"
        :min="LIMITS.side[0]"
        :max="LIMITS.side[1]"
        @update:model-value="setBox({ length: $event })"
      />
      <NumberField
        :label="`Width, wall ${names[3]} to wall ${names[1]}`"
        :model-value="box.width"
        :min="LIMITS.side[0]"
        :max="LIMITS.side[1]"
        @update:model-value="setBox({ width: $event })"
      />
    </template>
    <NumberField
      label="Height"
      :hint="project.room.ceiling.shape === 'flat' ? '' : `at wall ${project.room.ceiling.along}`"
      :model-value="project.room.height"
      :min="LIMITS.height[0]"
      :max="LIMITS.height[1]"
      @update:model-value="doc.run({ type: 'set-height', height: $event })"
    />
    <div class="facts">
      <span>Volume <QuantityText :value="setting.solid.volume" unit="m³" :digits="1" /></span>
      <span>Floor <QuantityText :value="setting.solid.floorArea" unit="m²" :digits="1" /></span>
      <span>Surfaces <QuantityText :value="setting.solid.surfaceArea" unit="m²" :digits="1" /></span>
    </div>

    <h2>Walls</h2>
    <p class="soft">
      Drag corners and walls on the plan, or pick a wall here. They snap square, to equal lengths and to the tape.
    </p>
    <table class="list" aria-label="Walls">
      <thead>
        <tr>
          <th>Wall</th>
          <th class="figure">Length</th>
          <th class="figure" title="Inside the room, at the wall's end">Corner</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="l in legs"
          :key="l.wall"
          class="pick"
          :class="{ selected: picked === l.wall }"
          tabindex="0"
          :data-wall-row="l.wall"
          @click="pick(l.wall)"
          @keydown.enter="pick(l.wall)"
        >
          <td>{{ nameOfWall(l.wall) }}</td>
          <td class="figure">{{ lengthText(l.length, session.system) }}</td>
          <td class="figure">{{ fixed(l.insideDeg, 1) }}°</td>
        </tr>
      </tbody>
    </table>
    <section v-if="picked" class="picked" :aria-label="`Wall ${picked}`">
      <h3>Wall {{ picked }}</h3>
      <NumberField
        label="Its length"
        hint="the next wall moves"
        :model-value="length"
        :min="0.02"
        :max="LIMITS.side[1]"
        @update:model-value="setLength"
      />
      <FieldGroup v-slot="{ guarded }">
        <NumberField
          label="From its left end"
          :model-value="recess.from"
          :min="0"
          :max="60"
          @update:model-value="recess.from = $event"
        />
        <NumberField
          label="Recess width"
          :model-value="recess.width"
          :min="0.05"
          :max="60"
          @update:model-value="recess.width = $event"
        />
        <NumberField
          label="Recess depth"
          :model-value="recess.depth"
          :min="0.02"
          :max="20"
          @update:model-value="recess.depth = $event"
        />
        <div class="actions-row">
          <v-btn size="small" variant="outlined" @click="guarded(() => cut(false))">Chimney breast here</v-btn>
          <v-btn size="small" variant="outlined" @click="guarded(() => cut(true))">Alcove here</v-btn>
          <v-btn size="small" variant="text" @click="doc.run({ type: 'split-wall', wall: picked, at: length / 2 })">
            Corner in its middle
          </v-btn>
          <v-btn
            v-if="names.length > 3"
            size="small"
            variant="text"
            @click="doc.run({ type: 'remove-corner', wall: picked })"
          >
            Remove its first corner
          </v-btn>
        </div>
      </FieldGroup>
    </section>
    <div class="actions-row">
      <v-btn size="small" variant="text" :aria-expanded="taping" @click="taping = !taping">
        {{ taping ? 'Put the tape away' : 'Walk round with the tape' }}
      </v-btn>
    </div>
    <TapeBench v-if="taping" @trace="emit('trace', $event)" />

    <h2>Air</h2>
    <NumberField
      label="Temperature"
      kind="number"
      unit="°C"
      :digits="1"
      :step="0.5"
      :model-value="project.climate.temperatureC"
      :min="LIMITS.temperatureC[0]"
      :max="LIMITS.temperatureC[1]"
      @update:model-value="doc.run({ type: 'set-climate', climate: { temperatureC: $event } })"
    />
    <NumberField
      label="Humidity"
      kind="number"
      unit="%"
      :step="1"
      :model-value="project.climate.humidityPercent"
      :min="LIMITS.humidityPercent[0]"
      :max="LIMITS.humidityPercent[1]"
      @update:model-value="doc.run({ type: 'set-climate', climate: { humidityPercent: $event } })"
    />
    <div class="facts">
      <span>Sound travels <QuantityText :value="setting.c" unit="m/s" :digits="1" /></span>
    </div>
  </div>
</template>

<style scoped src="./survey.css"></style>
