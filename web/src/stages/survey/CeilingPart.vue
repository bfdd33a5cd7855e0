<script setup lang="ts">
/** Ceiling: its shape, boxed beams and bulkheads; below, platforms and steps of the floor. */
import { computed } from 'vue';
import { reachFrom } from '@tawny/core/geometry/levels';
import { planOf } from '@tawny/core/document/place/placing';
import { type Ceiling, LIMITS } from '@tawny/core/document/schema/project';
import { lengthText } from '@tawny/core/quantities/lengths';
import ChoiceField from '../../fields/ChoiceField.vue';
import MaterialField from '../../fields/MaterialField.vue';
import NumberField from '../../fields/NumberField.vue';
import PickList from '../../fields/PickList.vue';
import TextRow from '../../fields/TextRow.vue';
import { useSurvey } from './useSurvey';

const { doc, project, setting, session, walls, materials, pickedId, freshId, put, takeAway, numbered } = useSurvey();
const room = computed(() => project.value.room);
const ceiling = computed(() => room.value.ceiling);

const SHAPES = [
  { value: 'flat', title: 'Flat' },
  { value: 'pitch', title: 'Rises one way' },
  { value: 'ridge', title: 'Rises to a ridge' },
  { value: 'step', title: 'Two levels' },
] as const;
const reachOf = (wall: string) => reachFrom(planOf(project.value), wall);
function shapeAs(shape: Ceiling['shape'], along: string): Ceiling {
  const { height } = room.value;
  const half = Math.round(reachOf(along) * 50) / 100;
  if (shape === 'pitch') return { shape, along, top: height + 0.6 };
  if (shape === 'ridge') return { shape, along, at: half, top: height + 0.8, far: height };
  if (shape === 'step') return { shape, along, at: half, second: Math.max(1.2, height - 0.3) };
  return { shape: 'flat' };
}
function setShape(shape: Ceiling['shape']): void {
  const along = ceiling.value.shape === 'flat' ? room.value.corners[0]!.wall : ceiling.value.along;
  doc.run({ type: 'set-ceiling', ceiling: shapeAs(shape, along) });
}
function setCeiling(change: Record<string, number | string>): void {
  doc.run({ type: 'set-ceiling', ceiling: { ...ceiling.value, ...change } });
}

type StripList = 'beams' | 'platforms';
type Strip = (typeof room.value)['beams'][number];
const KINDS = {
  beams: { one: 'beam', fresh: 'Boxed beam', level: 'Underside from floor', limits: LIMITS.beamLevel },
  platforms: { one: 'platform', fresh: 'Platform', level: 'Top over floor', limits: LIMITS.platformLevel },
} as const;
const lists = computed(() =>
  (['beams', 'platforms'] as const).map((list) => ({
    list,
    ...KINDS[list],
    strips: room.value[list],
    items: room.value[list].map((s) => ({
      id: s.id,
      name: s.name,
      detail: `${lengthText(s.from, session.system)} from ${s.along}, at ${lengthText(s.level, session.system)}`,
    })),
  })),
);
function add(list: StripList): void {
  const along = room.value.corners[0]!.wall;
  const id = freshId(KINDS[list].one);
  const name = numbered(
    KINDS[list].fresh,
    room.value[list].map((s) => s.name),
  );
  const reach = reachOf(along);
  const thing: Strip =
    list === 'beams'
      ? {
          id,
          name,
          along,
          from: Math.round(reach * 50) / 100,
          width: 0.25,
          span: null,
          level: Math.max(0.5, room.value.height - 0.25),
        }
      : {
          id,
          name,
          along,
          from: Math.round(reach * 70) / 100,
          width: Math.round(reach * 30) / 100,
          span: null,
          level: 0.2,
        };
  const material = list === 'beams' ? 'plasterboard-studs' : 'boards-on-joists';
  if (put({ list, thing, material })) session.selection = { kind: 'strip', id };
}
function set(list: StripList, strip: Strip, change: Partial<Strip>): void {
  put({ list, thing: { ...strip, ...change }, material: room.value.surfaces[strip.id]!.material });
}
const lengthOf = (wall: string) => setting.value.faces.find((f) => f.id === wall)?.length ?? 1;
</script>

<template>
  <div>
    <h2>Ceiling</h2>
    <ChoiceField label="Shape" wide :model-value="ceiling.shape" :items="SHAPES" @update:model-value="setShape" />
    <NumberField
      :label="ceiling.shape === 'flat' ? 'Height' : 'Height at that wall'"
      :model-value="room.height"
      :min="LIMITS.height[0]"
      :max="LIMITS.height[1]"
      @update:model-value="doc.run({ type: 'set-height', height: $event })"
    />
    <template v-if="ceiling.shape !== 'flat'">
      <ChoiceField
        label="Measured from wall"
        wide
        :model-value="ceiling.along"
        :items="walls"
        @update:model-value="setCeiling({ along: $event })"
      />
      <NumberField
        v-if="ceiling.shape === 'ridge' || ceiling.shape === 'step'"
        :label="ceiling.shape === 'ridge' ? 'Ridge from that wall' : 'Step from that wall'"
        :model-value="ceiling.at"
        :min="LIMITS.side[0]"
        :max="LIMITS.side[1]"
        @update:model-value="setCeiling({ at: $event })"
      />
      <NumberField
        v-if="ceiling.shape === 'pitch' || ceiling.shape === 'ridge'"
        :label="ceiling.shape === 'ridge' ? 'Height at the ridge' : 'Height at the far side'"
        :model-value="ceiling.top"
        :min="LIMITS.ceilingTop[0]"
        :max="LIMITS.ceilingTop[1]"
        @update:model-value="setCeiling({ top: $event })"
      />
      <NumberField
        v-if="ceiling.shape === 'ridge'"
        label="Height at the far side"
        :model-value="ceiling.far"
        :min="LIMITS.ceilingTop[0]"
        :max="LIMITS.ceilingTop[1]"
        @update:model-value="setCeiling({ far: $event })"
      />
      <NumberField
        v-if="ceiling.shape === 'step'"
        label="Height beyond the step"
        :model-value="ceiling.second"
        :min="LIMITS.ceilingTop[0]"
        :max="LIMITS.ceilingTop[1]"
        @update:model-value="setCeiling({ second: $event })"
      />
    </template>

    <template v-for="l in lists" :key="l.list">
      <h2>{{ l.list === 'beams' ? 'Boxed beams and bulkheads' : 'Platforms and steps' }}</h2>
      <PickList
        :items="l.items"
        :picked="pickedId"
        :what="l.one"
        @pick="session.selection = $event ? { kind: 'strip', id: $event } : null"
        @remove="takeAway(l.list, $event)"
      >
        <template #default="{ id }">
          <template v-for="s in l.strips.filter((t) => t.id === id)" :key="s.id">
            <TextRow
              label="Name"
              required
              :most="80"
              :model-value="s.name"
              @update:model-value="set(l.list, s, { name: $event })"
            />
            <ChoiceField
              label="Along wall"
              wide
              :model-value="s.along"
              :items="walls"
              @update:model-value="set(l.list, s, { along: $event })"
            />
            <NumberField
              label="Near edge from that wall"
              :model-value="s.from"
              :min="0"
              :max="60"
              @update:model-value="set(l.list, s, { from: $event })"
            />
            <NumberField
              label="Width"
              :model-value="s.width"
              :min="LIMITS.stripWidth[0]"
              :max="LIMITS.stripWidth[1]"
              @update:model-value="set(l.list, s, { width: $event })"
            />
            <NumberField
              :label="l.level"
              :model-value="s.level"
              :min="l.limits[0]"
              :max="l.limits[1]"
              @update:model-value="set(l.list, s, { level: $event })"
            />
            <v-checkbox
              density="compact"
              hide-details
              label="From one end of the room to the other"
              :model-value="s.span === null"
              @update:model-value="set(l.list, s, { span: $event ? null : { start: 0, end: lengthOf(s.along) } })"
            />
            <template v-if="s.span">
              <NumberField
                label="Begins along the wall at"
                :model-value="s.span.start"
                :min="-60"
                :max="60"
                @update:model-value="set(l.list, s, { span: { ...s.span!, start: $event } })"
              />
              <NumberField
                label="Ends at"
                :model-value="s.span.end"
                :min="-60"
                :max="60"
                @update:model-value="set(l.list, s, { span: { ...s.span!, end: $event } })"
              />
            </template>
            <MaterialField
              label="Material"
              :materials="materials"
              :model-value="room.surfaces[s.id]!.material"
              @update:model-value="$event && doc.run({ type: 'set-material', surface: s.id, material: $event })"
            />
          </template>
        </template>
      </PickList>
      <div class="add">
        <button :data-add="l.one" @click="add(l.list)">
          {{ l.list === 'beams' ? 'Add a beam' : 'Add a platform' }}
        </button>
      </div>
    </template>
    <p class="soft caution">
      What hangs overhead must hold: fix into joists or rafters, and ask a builder before cutting any.
    </p>
  </div>
</template>

<style scoped src="./survey.css"></style>
