<script setup lang="ts">
/** What hangs in a definite place: moved on the board or by tape here, taken down. */
import { computed } from 'vue';
import { LIMITS } from '@tawny/core/document/schema/project';
import type { HungPiece } from '@tawny/core/document/schema/project';
import { surfaceWords } from '@tawny/core/words/tapes';
import FacePlaceFields from '../../desk/FacePlaceFields.vue';
import NumberField from '../../fields/NumberField.vue';
import TunedFields from '../../fields/TunedFields.vue';
import { useMarks } from './useMarks';

const { doc, session, setting } = useMarks();
const pieces = computed(() => setting.value.project.treatment.hung);
const nameOf = (face: string) => setting.value.faces.find((f) => f.id === face)?.name ?? `${face}, not in this state`;
const chosen = computed(() =>
  session.selection?.kind === 'hung' ? pieces.value.find((p) => p.id === session.selection!.id) : undefined,
);
const KIND: Record<HungPiece['kind'], string> = {
  absorber: 'absorbs',
  corner: 'corner',
  membrane: 'membrane box',
  port: 'port box',
  scatter: 'scatters',
  board: 'sends elsewhere',
};
function set(values: Partial<HungPiece>): void {
  if (chosen.value) doc.run({ type: 'hang', pieces: [{ ...chosen.value, ...values }] });
}
function takeDown(ids: string[]): void {
  if (doc.run({ type: 'take-down', ids })) session.selection = null;
}
const onWall = computed(() => setting.value.faces.find((f) => f.id === chosen.value?.face)?.kind === 'wall');
const FIELDS = [
  ['depth', 'Depth', 'panelDepth'],
  ['gap', 'Gap behind', 'panelGap'],
] as const;
</script>

<template>
  <section data-hung-list>
    <h2>What hangs</h2>
    <p v-if="pieces.length === 0" class="soft">
      Nothing hangs in a definite place yet. Choose a mark and hang what is proposed for it.
    </p>
    <table v-else class="list">
      <tbody>
        <tr
          v-for="p in pieces"
          :key="p.id"
          class="pick"
          :class="{ selected: chosen?.id === p.id }"
          :data-piece="p.id"
          tabindex="0"
          @click="session.selection = { kind: 'hung', id: p.id }"
          @keydown.enter="session.selection = { kind: 'hung', id: p.id }"
        >
          <td>{{ p.name }}</td>
          <td class="soft">{{ KIND[p.kind] }}</td>
          <td class="soft">{{ surfaceWords(nameOf(p.face)) }}</td>
        </tr>
      </tbody>
    </table>
    <div v-if="chosen" class="fields">
      <FacePlaceFields :setting="setting" :piece="chosen" :on-wall="onWall" :sides="LIMITS.panelSide" @change="set" />
      <NumberField
        v-for="[key, words, limit] in FIELDS"
        :key="key"
        :label="words"
        :model-value="chosen[key]"
        :min="LIMITS[limit][0]"
        :max="LIMITS[limit][1]"
        @update:model-value="set({ [key]: $event })"
      />
      <template v-if="chosen.kind === 'board'">
        <NumberField
          label="Turned"
          kind="number"
          unit="°"
          :digits="1"
          :model-value="chosen.turnDeg"
          :min="LIMITS.hungTurnDeg[0]"
          :max="LIMITS.hungTurnDeg[1]"
          :step="1"
          @update:model-value="set({ turnDeg: $event })"
        />
        <NumberField
          label="Tilted"
          kind="number"
          unit="°"
          :digits="1"
          :model-value="chosen.tiltDeg"
          :min="LIMITS.hungTurnDeg[0]"
          :max="LIMITS.hungTurnDeg[1]"
          :step="1"
          @update:model-value="set({ tiltDeg: $event })"
        />
      </template>
      <NumberField
        v-if="chosen.kind === 'scatter'"
        label="Scatters from"
        kind="number"
        unit="Hz"
        :model-value="chosen.scatterHz"
        :min="LIMITS.scatterHz[0]"
        :max="LIMITS.scatterHz[1]"
        :step="50"
        @update:model-value="set({ scatterHz: $event })"
      />
      <TunedFields :kind="chosen.kind" :model-value="chosen.tuned" @update:model-value="set({ tuned: $event })" />
      <div class="actions-row">
        <v-btn size="small" variant="outlined" @click="takeDown([chosen.id])">Take it down</v-btn>
      </div>
    </div>
    <p class="soft note">
      Absorbers and corners hang with the fill of the panel recipe; they count in Decay and in Build. Tuned boxes count
      in Bass and Decay; Build does not list them.
    </p>
  </section>
</template>

<style scoped>
.fields {
  margin-top: 8px;
}
.note {
  font-size: 12px;
}
</style>
