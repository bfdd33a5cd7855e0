<script setup lang="ts">
/** Furniture and people as simple solids: what they absorb, what they hide, how much room they need. */
import { computed } from 'vue';
import { type Furniture, FURNITURE_KINDS, type FurnitureKind, LIMITS } from '@tawny/core/document/schema/project';
import { lengthText } from '@tawny/core/quantities/lengths';
import { areaText } from '@tawny/core/quantities/measures';
import { movedTo, type TapeWay, tapedFrom } from '../../desk/flatPlace';
import MaterialField from '../../fields/MaterialField.vue';
import NumberField from '../../fields/NumberField.vue';
import PickList from '../../fields/PickList.vue';
import TextRow from '../../fields/TextRow.vue';
import { THINGS } from './kinds';
import { useSurvey } from './useSurvey';

const { project, setting, session, materials, pickedId, freshId, put, takeAway, numbered } = useSurvey();
const things = computed(() => project.value.room.furniture);
const items = computed(() =>
  things.value.map((f) => ({
    id: f.id,
    name: f.name,
    detail: `${lengthText(f.width, session.system)} × ${lengthText(f.depth, session.system)}`,
  })),
);
function add(kind: FurnitureKind): void {
  const { title, ...fresh } = THINGS[kind];
  const { head } = project.value.listening;
  const id = freshId(kind);
  const thing: Furniture = {
    ...fresh,
    id,
    name: numbered(
      title,
      things.value.map((f) => f.name),
    ),
    x: head.x,
    y: head.y,
    turnDeg: 0,
  };
  if (put({ list: 'furniture', thing })) session.selection = { kind: 'thing', id };
}
const set = (f: Furniture, change: Partial<Furniture>) => put({ list: 'furniture', thing: { ...f, ...change } });
/** Where its middle is from the wall in front or at the left, as the tape says. */
const tape = (f: Furniture, way: TapeWay) => tapedFrom(setting.value, [f.x, f.y], way);
function move(f: Furniture, way: TapeWay, metres: number): void {
  const [x, y] = movedTo(setting.value, [f.x, f.y], way, metres);
  set(f, { x, y });
}
const absorbs = (id: string) => setting.value.objects.find((o) => o.id === id)?.absorption[4] ?? 0;
</script>

<template>
  <div>
    <h2>Furniture and people</h2>
    <p class="soft">Drag them on the plan. Large ones hide what is behind them; a desk top mirrors.</p>
    <PickList
      :items="items"
      :picked="pickedId"
      what=""
      @pick="session.selection = $event ? { kind: 'thing', id: $event } : null"
      @remove="takeAway('furniture', $event)"
    >
      <template #default="{ id }">
        <template v-for="f in things.filter((t) => t.id === id)" :key="f.id">
          <TextRow
            label="Name"
            required
            :most="80"
            :model-value="f.name"
            @update:model-value="set(f, { name: $event })"
          />
          <NumberField
            label="Middle from front"
            :model-value="tape(f, 'front')"
            :min="-60"
            :max="60"
            @update:model-value="move(f, 'front', $event)"
          />
          <NumberField
            label="Middle from left"
            :model-value="tape(f, 'left')"
            :min="-60"
            :max="60"
            @update:model-value="move(f, 'left', $event)"
          />
          <NumberField
            label="Turned"
            kind="number"
            unit="°"
            :step="15"
            :model-value="f.turnDeg"
            :min="-360"
            :max="360"
            @update:model-value="set(f, { turnDeg: $event })"
          />
          <NumberField
            label="Width"
            :model-value="f.width"
            :min="LIMITS.piece[0]"
            :max="LIMITS.piece[1]"
            @update:model-value="set(f, { width: $event })"
          />
          <NumberField
            label="Depth"
            :model-value="f.depth"
            :min="LIMITS.piece[0]"
            :max="LIMITS.piece[1]"
            @update:model-value="set(f, { depth: $event })"
          />
          <template v-if="f.kind !== 'rug'">
            <NumberField
              label="Top from floor"
              :model-value="f.height"
              :min="LIMITS.piece[0]"
              :max="LIMITS.piece[1]"
              @update:model-value="set(f, { height: $event })"
            />
            <NumberField
              label="Underside from floor"
              :model-value="f.lift"
              :min="0"
              :max="LIMITS.lift[1]"
              @update:model-value="set(f, { lift: $event })"
            />
            <NumberField
              v-if="f.kind === 'desk'"
              label="Tilt, back edge up"
              kind="number"
              unit="°"
              :model-value="f.tiltDeg"
              :min="0"
              :max="45"
              @update:model-value="set(f, { tiltDeg: $event })"
            />
            <NumberField
              label="Room in front of it"
              :model-value="f.clearance"
              :min="0"
              :max="LIMITS.clearance[1]"
              @update:model-value="set(f, { clearance: $event })"
            />
          </template>
          <MaterialField
            label="Material"
            :materials="materials"
            :model-value="f.material"
            @update:model-value="$event && set(f, { material: $event })"
          />
          <p v-if="f.kind !== 'rug'" class="soft">Absorbs {{ areaText(absorbs(f.id), session.system) }} at 1 kHz.</p>
        </template>
      </template>
    </PickList>
    <div class="add">
      <button v-for="kind in FURNITURE_KINDS" :key="kind" :data-add="kind" @click="add(kind)">
        + {{ THINGS[kind].title.toLowerCase() }}
      </button>
    </div>
    <p class="soft caution">Tall furniture is fixed to the wall before anything is hung on or near it.</p>
  </div>
</template>

<style scoped src="./survey.css"></style>
