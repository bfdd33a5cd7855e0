<script setup lang="ts">
/** The chosen piece by its tapes, what it may become, and every piece of the face drawn large. */
import { computed } from 'vue';
import { isAt } from '@tawny/core/document/schema/project';
import { canHang } from '@tawny/core/recipes/kind';
import { lengthText } from '@tawny/core/quantities/lengths';
import { fromMiddleText } from '@tawny/core/words/hang';
import { MEETS } from '@tawny/core/words/keepOuts';
import { surfaceWords } from '@tawny/core/words/tapes';
import { stamp } from '../../desk/pieces';
import { useRecipeNames } from '../../desk/recipeNames';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import { useHang } from './useHang';

const { doc, session, setting, result, face, onFace, chosen, choose, moveTo, toLevel, spread, mirror } = useHang();
const { nameOf, choices } = useRecipeNames();
const length = (m: number) => lengthText(m, session.system);
const own = computed(() => doc.project!.treatment.pieces.filter(isAt).find((p) => p.id === chosen.value?.id) ?? null);
const upright = computed(() => setting.value.faces.find((f) => f.id === chosen.value?.face)?.foot != null);
const middle = computed(() => result.value.faces.find((f) => f.id === chosen.value?.face)?.middle ?? 0);
const reach = computed(() => result.value.faces.find((f) => f.id === chosen.value?.face)?.length ?? 1);
const conflicts = computed(() =>
  (chosen.value?.conflicts ?? []).map((c) =>
    c.kind === 'outside' || c.other.kind === 'face'
      ? `It reaches ${length(c.by)} past the ${surfaceWords(c.other.name)}.`
      : `It ${MEETS[c.other.kind](c.other.name)} by ${length(c.by)}.`,
  ),
);
const makeAs = (recipe: string) => own.value && doc.run({ type: 'put-pieces', pieces: [{ ...own.value, recipe }] });
const putUp = (up: boolean) =>
  own.value && doc.run({ type: 'set-piece-state', ids: [own.value.id], state: up ? 'hung' : 'laid-out', at: stamp() });
const lock = (locked: boolean) => own.value && doc.run({ type: 'set-locked', ids: [own.value.id], locked });
function takeDown(): void {
  if (own.value && doc.run({ type: 'take-pieces', ids: [own.value.id] })) choose(null);
}
</script>

<template>
  <section v-if="chosen && own" data-chosen-piece>
    <h2>{{ chosen.label }} · {{ nameOf(chosen.recipe) }}</h2>
    <p class="tapes">
      <span
        ><small>left edge from the middle line</small
        ><b>{{ fromMiddleText(chosen.fromMiddle.left, session.system) }}</b></span
      >
      <span
        ><small>{{ upright ? 'bottom, up from floor' : 'front edge from the wall faced' }}</small
        ><b>{{ length(chosen.low) }}</b></span
      >
      <span
        ><small>gap left</small><b>{{ length(chosen.gapLeft) }}</b></span
      >
      <span
        ><small>gap right</small><b>{{ length(chosen.gapRight) }}</b></span
      >
    </p>
    <p v-for="c in conflicts" :key="c" class="bad" role="alert" data-conflict>{{ c }}</p>
    <template v-if="!chosen.locked">
      <NumberField
        label="Left edge, right of the middle line"
        :model-value="chosen.fromMiddle.left"
        :min="-reach"
        :max="reach"
        @update:model-value="moveTo(chosen!.id, $event + middle, chosen!.low)"
      />
      <NumberField
        :label="upright ? 'Bottom, up from floor' : 'Front edge from the wall faced'"
        :model-value="chosen.low"
        :min="0"
        :max="60"
        @update:model-value="moveTo(chosen!.id, chosen!.left, $event)"
      />
    </template>
    <ChoiceField
      wide
      label="Made as"
      :model-value="own.recipe"
      :items="choices(canHang)"
      @update:model-value="makeAs($event)"
    />
    <div v-if="!chosen.locked" class="actions-row">
      <v-btn v-if="upright" size="small" variant="outlined" data-to-level @click="toLevel(chosen.id)"
        >To the level line</v-btn
      >
      <v-btn v-if="upright" size="small" variant="outlined" data-spread @click="spread(chosen.id)"
        >Equal gaps here</v-btn
      >
      <v-btn size="small" variant="outlined" data-mirror @click="mirror(chosen.id)">Mirror it</v-btn>
    </div>
    <v-checkbox
      label="Locked: laying out leaves it here"
      :model-value="own.locked"
      @update:model-value="lock($event === true)"
    />
    <v-checkbox label="It is up" :model-value="own.state === 'hung'" @update:model-value="putUp($event === true)" />
    <v-btn size="small" variant="text" @click="takeDown">Take it down</v-btn>
  </section>
  <p v-else class="soft">Choose a piece in the drawing or in the list.</p>
  <h2>On the {{ surfaceWords(face.name) }}</h2>
  <p v-if="onFace.length === 0" class="soft">Nothing has a place here.</p>
  <table v-else class="list" data-face-pieces>
    <thead>
      <tr>
        <th>Piece</th>
        <th>left edge</th>
        <th class="figure">{{ face.foot ? 'bottom' : 'front edge' }}</th>
        <th>state</th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="p in onFace"
        :key="p.id"
        class="pick"
        tabindex="0"
        :class="{ selected: chosen?.id === p.id }"
        :data-row="p.id"
        @click="choose(p.id)"
        @keydown.enter="choose(p.id)"
      >
        <td>
          <b>{{ p.label }}</b>
        </td>
        <td>{{ fromMiddleText(p.fromMiddle.left, session.system) }}</td>
        <td class="figure">{{ length(p.low) }}</td>
        <td :class="{ bad: p.conflicts.length > 0 }">
          {{ p.conflicts.length > 0 ? 'conflict' : p.state === 'hung' ? 'up' : 'laid out' }}
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.tapes {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px 12px;
  margin: 6px 0;
  padding: 8px 10px;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 4px;
}
.tapes small {
  display: block;
  color: var(--ink-soft);
  font-size: 11.5px;
}
.tapes b {
  font-family: var(--figures);
  font-size: 13.5px;
}
</style>
