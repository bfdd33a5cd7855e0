<script setup lang="ts">
/** On the walls: doors, windows, vents, sockets, switches, radiators, hot equipment; and what is behind each surface. */
import { computed, ref } from 'vue';
import {
  type Framing,
  LIMITS,
  type Opening,
  OPENING_KINDS,
  type OpeningKind,
} from '@tawny/core/document/schema/project';
import { lengthText } from '@tawny/core/quantities/lengths';
import ChoiceField from '../../fields/ChoiceField.vue';
import MaterialField from '../../fields/MaterialField.vue';
import NumberField from '../../fields/NumberField.vue';
import PickList from '../../fields/PickList.vue';
import TextRow from '../../fields/TextRow.vue';
import { OPENINGS } from './kinds';
import { useSurvey } from './useSurvey';

const { doc, project, setting, session, walls, materials, pickedId, freshId, put, takeAway, numbered, nameOfWall } =
  useSurvey();
const room = computed(() => project.value.room);
const openings = computed(() => room.value.openings);
const items = computed(() =>
  openings.value.map((o) => ({
    id: o.id,
    name: o.name,
    detail: `on ${nameOfWall(o.wall)}, ${lengthText(o.u, session.system)} along`,
  })),
);
function add(kind: OpeningKind): void {
  // On the wall in hand, in its middle.
  const chosen = session.selection?.kind === 'face' ? session.selection.id : null;
  const wall = walls.value.find((w) => w.value === chosen)?.value ?? walls.value[1]!.value;
  const { title, ...fresh } = OPENINGS[kind];
  const length = setting.value.faces.find((f) => f.id === wall)?.length ?? 1;
  const id = freshId(kind);
  const thing: Opening = {
    ...structuredClone(fresh),
    id,
    name: numbered(
      title,
      openings.value.map((o) => o.name),
    ),
    wall,
    u: Math.max(0, Math.round((length - fresh.width) * 50) / 100),
  };
  if (put({ list: 'openings', thing })) session.selection = { kind: 'opening', id };
}
function set(o: Opening, change: Partial<Opening>): void {
  put({ list: 'openings', thing: { ...o, ...change } });
}
const HINGES = [
  { value: 'left', title: 'left, from inside' },
  { value: 'right', title: 'right, from inside' },
] as const;
const SWINGS = [
  { value: 'in', title: 'into the room' },
  { value: 'out', title: 'out of the room' },
] as const;

const surfaces = computed(() => [
  ...walls.value,
  { value: 'ceiling', title: 'ceiling' },
  { value: 'floor', title: 'floor' },
]);
const framed = ref('ceiling');
const framing = computed((): Framing | null => room.value.framing[framed.value] ?? null);
const BEHIND = [
  { value: 'unknown', title: 'not known yet' },
  { value: 'studs', title: 'studs' },
  { value: 'joists', title: 'joists' },
  { value: 'solid', title: 'solid' },
] as const;
const RUNS = [
  { value: 'up', title: 'up, or front to rear' },
  { value: 'across', title: 'across' },
] as const;
function setBehind(kind: (typeof BEHIND)[number]['value']): void {
  const next: Framing | null =
    kind === 'unknown' ? null : { spacing: 0.4, runs: 'up', first: 0.2, lining: 0.0125, ...framing.value, kind };
  doc.run({ type: 'set-framing', surface: framed.value, framing: next });
}
function setFraming(change: Partial<Framing>): void {
  if (framing.value) doc.run({ type: 'set-framing', surface: framed.value, framing: { ...framing.value, ...change } });
}
</script>

<template>
  <div>
    <h2>On the walls</h2>
    <p class="soft">From the wall's left end as you face it, and up from the floor. Drag them on the wall strip.</p>
    <PickList
      :items="items"
      :picked="pickedId"
      what="opening"
      @pick="session.selection = $event ? { kind: 'opening', id: $event } : null"
      @remove="takeAway('openings', $event)"
    >
      <template #default="{ id }">
        <template v-for="o in openings.filter((t) => t.id === id)" :key="o.id">
          <TextRow
            label="Name"
            required
            :most="80"
            :model-value="o.name"
            @update:model-value="set(o, { name: $event })"
          />
          <ChoiceField
            label="Wall"
            wide
            :model-value="o.wall"
            :items="walls"
            @update:model-value="set(o, { wall: $event })"
          />
          <NumberField
            label="From left end"
            :model-value="o.u"
            :min="LIMITS.along[0]"
            :max="LIMITS.along[1]"
            @update:model-value="set(o, { u: $event })"
          />
          <NumberField
            label="Up from floor"
            :model-value="o.v"
            :min="0"
            :max="20"
            @update:model-value="set(o, { v: $event })"
          />
          <NumberField
            label="Width"
            :model-value="o.width"
            :min="LIMITS.piece[0]"
            :max="LIMITS.piece[1]"
            @update:model-value="set(o, { width: $event })"
          />
          <NumberField
            label="Height"
            :model-value="o.height"
            :min="LIMITS.piece[0]"
            :max="LIMITS.piece[1]"
            @update:model-value="set(o, { height: $event })"
          />
          <NumberField
            label="Keep free around it"
            :model-value="o.clearance"
            :min="0"
            :max="LIMITS.clearance[1]"
            @update:model-value="set(o, { clearance: $event })"
          />
          <template v-if="o.leaf">
            <ChoiceField
              label="Hinge"
              wide
              :model-value="o.leaf.hinge"
              :items="HINGES"
              @update:model-value="set(o, { leaf: { ...o.leaf!, hinge: $event } })"
            />
            <ChoiceField
              label="Opens"
              wide
              :model-value="o.leaf.swing"
              :items="SWINGS"
              @update:model-value="set(o, { leaf: { ...o.leaf!, swing: $event } })"
            />
          </template>
          <MaterialField
            label="Material"
            none="as the wall"
            :materials="materials"
            :model-value="o.material"
            @update:model-value="set(o, { material: $event })"
          />
        </template>
      </template>
    </PickList>
    <div class="add">
      <button v-for="kind in OPENING_KINDS" :key="kind" :data-add="kind" @click="add(kind)">
        + {{ OPENINGS[kind].title.toLowerCase() }}
      </button>
    </div>

    <h2>Behind the surface</h2>
    <ChoiceField label="Surface" wide :model-value="framed" :items="surfaces" @update:model-value="framed = $event" />
    <ChoiceField
      label="Fixings find"
      wide
      :model-value="framing?.kind ?? 'unknown'"
      :items="BEHIND"
      @update:model-value="setBehind"
    />
    <template v-if="framing && framing.kind !== 'solid'">
      <NumberField
        label="Spacing, middle to middle"
        :model-value="framing.spacing"
        :min="LIMITS.spacing[0]"
        :max="LIMITS.spacing[1]"
        @update:model-value="setFraming({ spacing: $event })"
      />
      <ChoiceField
        label="They run"
        wide
        :model-value="framing.runs"
        :items="RUNS"
        @update:model-value="setFraming({ runs: $event })"
      />
      <NumberField
        label="First one at"
        :model-value="framing.first"
        :min="0"
        :max="60"
        @update:model-value="setFraming({ first: $event })"
      />
    </template>
    <NumberField
      v-if="framing"
      :label="framing.kind === 'solid' ? 'Plaster or board on it' : 'Board over them'"
      :model-value="framing.lining"
      :min="LIMITS.lining[0]"
      :max="LIMITS.lining[1]"
      @update:model-value="setFraming({ lining: $event })"
    />
    <p class="soft caution">
      Cables run straight up or across from sockets and switches: find them before drilling, and leave wiring to an
      electrician. Keep doors and the way out free.
    </p>
  </div>
</template>

<style scoped src="./survey.css"></style>
