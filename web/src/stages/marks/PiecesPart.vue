<script setup lang="ts">
/** What is laid out in definite places: moved on the board or by tape here, made otherwise, ticked when it is up; and what is decided by number. */
import { computed } from 'vue';
import { isAt, isByNumber, LIMITS, type PieceAt } from '@tawny/core/document/schema/project';
import { kindOf } from '@tawny/core/recipes/kind';
import { placesOf } from '@tawny/core/room/places';
import { KIND_WORDS } from '@tawny/core/words/plan';
import { surfaceWords } from '@tawny/core/words/tapes';
import FacePlaceFields from '../../desk/FacePlaceFields.vue';
import { movedPiece } from '../../desk/pieces';
import PieceFields from '../../desk/PieceFields.vue';
import { useRecipeNames } from '../../desk/recipeNames';
import NumberField from '../../fields/NumberField.vue';
import { useMarks } from './useMarks';

const { doc, session, setting, marks } = useMarks();
const { nameOf, recipes } = useRecipeNames();
const all = computed(() => setting.value.project.treatment.pieces);
const pieces = computed(() => all.value.filter(isAt));
const numbers = computed(() => {
  const places = new Map(placesOf(setting.value).map((p) => [p.id, p.name]));
  return all.value.filter(isByNumber).map((p) => ({
    id: p.id,
    words: `${p.place.count} × ${nameOf(p.recipe)}`,
    where: places.get(p.place.on) ?? `${p.place.on}, not in this state`,
  }));
});
const faceName = (face: string) => setting.value.faces.find((f) => f.id === face)?.name ?? `${face}, not in this state`;
const chosen = computed(() =>
  session.selection?.kind === 'piece' ? pieces.value.find((p) => p.id === session.selection!.id) : undefined,
);
/** What a piece of each kind does. */
const kindWords = (p: PieceAt): string =>
  KIND_WORDS[setting.value.placed.find((o) => o.id === p.id)?.kind ?? kindOf(made(p.recipe))];
const made = (id: string) => recipes.value.find((r) => r.id === id)!;
const turns = computed(() => (chosen.value && made(chosen.value.recipe).form === 'board' ? TURNS : []));
const TURNS = [
  ['turnDeg', 'Turned'],
  ['tiltDeg', 'Tilted'],
] as const;
const move = (place: Partial<PieceAt['place']>) => chosen.value && doc.run(movedPiece(chosen.value, place));
/** Marks it was put up for, as far as they are still there. */
const purpose = computed(() =>
  marks.value
    .filter((m) => chosen.value?.covers.includes(m.id))
    .map((m) => `${m.letter} on the ${surfaceWords(m.faceName)}${m.covered || m.piece ? '' : ', no longer covered'}`),
);
const onWall = computed(() => setting.value.faces.find((f) => f.id === chosen.value?.place.face)?.kind === 'wall');
</script>

<template>
  <section data-pieces>
    <h2>What is laid out</h2>
    <p v-if="pieces.length === 0" class="soft">
      Nothing has a definite place yet. Choose a mark and hang what is proposed for it.
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
          @click="session.selection = { kind: 'piece', id: p.id }"
          @keydown.enter="session.selection = { kind: 'piece', id: p.id }"
        >
          <td>{{ p.name || nameOf(p.recipe) }}</td>
          <td class="soft">{{ p.state === 'hung' ? 'up, ' : '' }}{{ kindWords(p) }}</td>
          <td class="soft">{{ surfaceWords(faceName(p.place.face)) }}</td>
        </tr>
      </tbody>
    </table>
    <div v-if="chosen" class="fields">
      <PieceFields :pieces="[chosen]">
        <FacePlaceFields
          :setting="setting"
          :piece="chosen.place"
          :on-wall="onWall"
          :sides="LIMITS.recipeSide"
          @change="move"
        />
        <NumberField
          v-for="[key, words] in turns"
          :key="key"
          :label="words"
          kind="number"
          unit="°"
          :digits="1"
          :model-value="chosen.place[key]"
          :min="LIMITS.hungTurnDeg[0]"
          :max="LIMITS.hungTurnDeg[1]"
          :step="1"
          @update:model-value="move({ [key]: $event })"
        />
        <p v-if="purpose.length > 0" class="soft note">For {{ purpose.join('; ') }}.</p>
      </PieceFields>
    </div>
    <template v-if="numbers.length > 0">
      <h2>By number</h2>
      <p v-for="n in numbers" :key="n.id" class="row" :data-number="n.id">
        <span class="label">{{ n.words }}</span>
        <span class="soft">{{ n.where }}</span>
      </p>
    </template>
    <p class="soft note">Bass, Decay and Build count both lists; Bass spreads what is decided by number evenly.</p>
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
