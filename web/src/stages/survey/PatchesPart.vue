<script setup lang="ts">
/** Patches of another material on the surfaces. */
import { computed } from 'vue';
import { LIMITS, type Patch } from '@tawny/core/document/schema/project';
import { lengthText } from '@tawny/core/quantities/lengths';
import FacePlaceFields from '../../desk/FacePlaceFields.vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import MaterialField from '../../fields/MaterialField.vue';
import PickList from '../../fields/PickList.vue';
import TextRow from '../../fields/TextRow.vue';
import { useSurvey } from './useSurvey';

const { project, setting, session, materials, pickedId, freshId, put, takeAway, numbered } = useSurvey();
const room = computed(() => project.value.room);
const patches = computed(() => room.value.patches);
const faces = computed(() =>
  setting.value.faces
    .filter((f) => f.kind !== 'riser')
    .map((f) => ({ value: f.id, title: f.kind === 'wall' ? `${f.id}, ${f.name}` : f.name })),
);
const items = computed(() =>
  patches.value.map((t) => ({
    id: t.id,
    name: t.name,
    detail: `${lengthText(t.width, session.system)} × ${lengthText(t.height, session.system)} on ${faces.value.find((f) => f.value === t.face)?.title ?? t.face}`,
  })),
);
const isWall = (face: string) => room.value.corners.some((c) => c.wall === face);
function add(): void {
  const picked = session.selection?.kind === 'face' ? session.selection.id : null;
  const face = faces.value.find((f) => f.value === picked)?.value ?? faces.value[0]!.value;
  const id = freshId('patch');
  const thing: Patch = {
    id,
    name: numbered(
      'Patch',
      patches.value.map((t) => t.name),
    ),
    face,
    u: isWall(face) ? 0.5 : room.value.corners[0]!.x + 0.5,
    v: isWall(face) ? 0.5 : room.value.corners[0]!.y + 0.5,
    width: 1,
    height: 1,
    material: 'timber-solid',
  };
  if (put({ list: 'patches', thing })) session.selection = { kind: 'patch', id };
}
const set = (t: Patch, change: Partial<Patch>) => put({ list: 'patches', thing: { ...t, ...change } });
</script>

<template>
  <div>
    <h2>Patches of another material</h2>
    <PickList
      :items="items"
      :picked="pickedId"
      what=""
      @pick="session.selection = $event ? { kind: 'patch', id: $event } : null"
      @remove="takeAway('patches', $event)"
    >
      <template #default="{ id }">
        <template v-for="t in patches.filter((p) => p.id === id)" :key="t.id">
          <TextRow
            label="Name"
            required
            :most="80"
            :model-value="t.name"
            @update:model-value="set(t, { name: $event })"
          />
          <ChoiceField
            label="On"
            wide
            :model-value="t.face"
            :items="faces"
            @update:model-value="set(t, { face: $event })"
          />
          <FacePlaceFields
            :setting="setting"
            :piece="t"
            :on-wall="isWall(t.face)"
            :sides="LIMITS.piece"
            @change="set(t, $event)"
          />
          <MaterialField
            label="Material"
            :materials="materials"
            :model-value="t.material"
            @update:model-value="$event && set(t, { material: $event })"
          />
        </template>
      </template>
    </PickList>
    <div class="add"><button data-add="patch" @click="add">+ patch</button></div>
  </div>
</template>

<style scoped src="./survey.css"></style>
