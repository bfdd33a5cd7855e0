<script setup lang="ts">
/** Named states of one room: what is away, what has another material, which partitions are closed. */
import { wallLength } from '@tawny/core/document/commands/outlineEdits';
import { runsInside } from '@tawny/core/document/states';
import { computed, ref } from 'vue';
import type { Partition, RoomState } from '@tawny/core/document/schema/project';
import ChoiceField from '../../fields/ChoiceField.vue';
import MaterialField from '../../fields/MaterialField.vue';
import NumberField from '../../fields/NumberField.vue';
import PickList from '../../fields/PickList.vue';
import TextRow from '../../fields/TextRow.vue';
import { useSurvey } from './useSurvey';

const { doc, project, walls, materials, freshId, put, takeAway, numbered } = useSurvey();
const room = computed(() => project.value.room);
const states = computed(() => project.value.states.list);
const current = computed(() => project.value.states.current);
const choices = computed(() => [
  { value: '', title: 'As surveyed' },
  ...states.value.map((s) => ({ value: s.id, title: s.name })),
]);
const picked = ref<string | null>(null);
const items = computed(() =>
  states.value.map((s) => ({
    id: s.id,
    name: s.name,
    detail: [
      s.away.length > 0 ? `${s.away.length} away` : '',
      Object.keys(s.materials).length > 0 ? `${Object.keys(s.materials).length} other` : '',
      s.closed.length > 0 ? `${s.closed.length} closed` : '',
    ]
      .filter(Boolean)
      .join(', '),
  })),
);
function add(): void {
  let n = 1;
  while (states.value.some((s) => s.id === `state-${n}`)) n += 1;
  const state: RoomState = {
    id: `state-${n}`,
    name: numbered(
      'State',
      states.value.map((s) => s.name),
    ),
    away: [],
    materials: {},
    closed: [],
  };
  if (doc.run({ type: 'put-state', state })) picked.value = state.id;
}
const set = (s: RoomState, change: Partial<RoomState>) => doc.run({ type: 'put-state', state: { ...s, ...change } });
const toggled = (list: readonly string[], id: string) =>
  list.includes(id) ? list.filter((t) => t !== id) : [...list, id];

const movable = computed(() =>
  [...room.value.furniture, ...room.value.patches, ...room.value.openings].map((t) => ({ id: t.id, name: t.name })),
);
/** Things whose material a state can change. */
const changeable = computed(() => [
  ...walls.value.map((w) => ({ value: w.value, title: w.title })),
  { value: 'floor', title: 'floor' },
  { value: 'ceiling', title: 'ceiling' },
  ...movable.value.map((t) => ({ value: t.id, title: t.name })),
]);
const nameOf = (id: string) => changeable.value.find((c) => c.value === id)?.title ?? id;
function without(s: RoomState, id: string): void {
  set(s, { materials: Object.fromEntries(Object.entries(s.materials).filter(([key]) => key !== id)) });
}

const partitions = computed(() => room.value.partitions);
const pickedPartition = ref<string | null>(null);
const partitionItems = computed(() =>
  partitions.value.map((t) => ({ id: t.id, name: t.name, detail: `from ${t.start.wall} to ${t.end.wall}` })),
);
/** Two walls whose middles see each other: a partition to begin with, whatever the plan. */
function firstThrough(list: readonly string[]): Pick<Partition, 'start' | 'end'> {
  const middle = (wall: string) => ({ wall, at: wallLength(room.value, wall) / 2 });
  for (let apart = 2; apart < list.length; apart++) {
    for (let i = 0; i < list.length; i++) {
      const ends = { start: middle(list[(i + 1) % list.length]!), end: middle(list[(i + 1 + apart) % list.length]!) };
      if (runsInside(room.value, ends)) return ends;
    }
  }
  return { start: middle(list[0]!), end: middle(list[1]!) };
}
function addPartition(): void {
  const id = freshId('partition');
  const list = room.value.corners.map((c) => c.wall);
  const thing: Partition = {
    id,
    name: numbered(
      'Partition',
      partitions.value.map((t) => t.name),
    ),
    ...firstThrough(list),
  };
  if (put({ list: 'partitions', thing, material: 'plasterboard-studs' })) pickedPartition.value = id;
}
const setPartition = (t: Partition, change: Partial<Partition>) =>
  put({ list: 'partitions', thing: { ...t, ...change }, material: room.value.surfaces[t.id]!.material });
</script>

<template>
  <div>
    <h2>The room now</h2>
    <ChoiceField
      label="Shown as"
      wide
      :model-value="current ?? ''"
      :items="choices"
      @update:model-value="doc.run({ type: 'switch-state', id: $event === '' ? null : $event })"
    />
    <p class="soft">Every stage follows the state shown here. Decay and Marks can hold a second one beside it.</p>
    <h2>States</h2>
    <PickList
      :items="items"
      :picked="picked"
      what="state"
      @pick="picked = $event"
      @remove="doc.run({ type: 'take-state', id: $event })"
    >
      <template #default="{ id }">
        <template v-for="s in states.filter((t) => t.id === id)" :key="s.id">
          <TextRow
            label="Name"
            required
            :most="80"
            :model-value="s.name"
            @update:model-value="set(s, { name: $event })"
          />
          <h3>Away in this state</h3>
          <p v-if="movable.length === 0" class="soft">Nothing to take away yet: add furniture, patches or openings.</p>
          <v-checkbox
            v-for="t in movable"
            :key="t.id"
            density="compact"
            hide-details
            :label="t.name"
            :model-value="s.away.includes(t.id)"
            @update:model-value="set(s, { away: toggled(s.away, t.id) })"
          />
          <h3>Another material</h3>
          <div v-for="(material, thing) in s.materials" :key="thing">
            <MaterialField
              :label="nameOf(thing)"
              :materials="materials"
              none="as surveyed"
              :model-value="material"
              @update:model-value="
                $event ? set(s, { materials: { ...s.materials, [thing]: $event } }) : without(s, thing)
              "
            />
          </div>
          <ChoiceField
            label="Change"
            wide
            model-value=""
            :items="[{ value: '', title: 'choose …' }, ...changeable.filter((c) => s.materials[c.value] === undefined)]"
            @update:model-value="$event && set(s, { materials: { ...s.materials, [$event]: 'curtain-heavy' } })"
          />
          <template v-if="partitions.length > 0">
            <h3>Closed partitions</h3>
            <v-checkbox
              v-for="t in partitions"
              :key="t.id"
              density="compact"
              hide-details
              :label="t.name"
              :model-value="s.closed.includes(t.id)"
              @update:model-value="set(s, { closed: toggled(s.closed, t.id) })"
            />
          </template>
        </template>
      </template>
    </PickList>
    <div class="add"><button data-add="state" @click="add">+ state</button></div>

    <h2>Partitions</h2>
    <p class="soft">
      A line from wall to wall that a state can close. What lies beyond it, seen from the head, is then outside.
    </p>
    <PickList
      :items="partitionItems"
      :picked="pickedPartition"
      what="partition"
      @pick="pickedPartition = $event"
      @remove="takeAway('partitions', $event)"
    >
      <template #default="{ id }">
        <template v-for="t in partitions.filter((p) => p.id === id)" :key="t.id">
          <TextRow
            label="Name"
            required
            :most="80"
            :model-value="t.name"
            @update:model-value="setPartition(t, { name: $event })"
          />
          <template v-for="end in ['start', 'end'] as const" :key="end">
            <ChoiceField
              :label="end === 'start' ? 'From wall' : 'To wall'"
              wide
              :model-value="t[end].wall"
              :items="walls"
              @update:model-value="setPartition(t, { [end]: { ...t[end], wall: $event } })"
            />
            <NumberField
              :label="end === 'start' ? 'There, from its left end' : 'There, from its left end, too'"
              :model-value="t[end].at"
              :min="0"
              :max="60"
              @update:model-value="setPartition(t, { [end]: { ...t[end], at: $event } })"
            />
          </template>
          <MaterialField
            label="Material"
            :materials="materials"
            :model-value="room.surfaces[t.id]!.material"
            @update:model-value="$event && doc.run({ type: 'set-material', surface: t.id, material: $event })"
          />
        </template>
      </template>
    </PickList>
    <div class="add"><button data-add="partition" @click="addPartition">+ partition</button></div>
  </div>
</template>

<style scoped src="./survey.css"></style>
