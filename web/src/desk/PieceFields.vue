<script setup lang="ts">
/** What a piece may become, wherever it is shown: made as something else, locked, put up, taken down. */
import { computed } from 'vue';
import type { PieceAt } from '@tawny/core/document/schema/project';
import { canHang } from '@tawny/core/recipes/kind';
import ChoiceField from '../fields/ChoiceField.vue';
import { useDocument } from '../stores/document';
import { useSession } from '../stores/session';
import { stamp } from './pieces';
import { useRecipeNames } from './recipeNames';

const props = defineProps<{ piece: PieceAt }>();
const doc = useDocument();
const session = useSession();
const { choices, openRecipe } = useRecipeNames();
const ids = computed(() => [props.piece.id]);
const makeAs = (recipe: string) => doc.run({ type: 'put-pieces', pieces: [{ ...props.piece, recipe }] });
const lock = (locked: boolean) => doc.run({ type: 'set-locked', ids: ids.value, locked });
const putUp = (up: boolean) =>
  doc.run({ type: 'set-piece-state', ids: ids.value, state: up ? 'hung' : 'laid-out', at: stamp() });
function takeDown(): void {
  if (doc.run({ type: 'take-pieces', ids: ids.value })) session.selection = null;
}
const upWords = computed(() => {
  const at = props.piece.dates.hung;
  return at
    ? `It is up, since ${new Date(at).toLocaleDateString('en-GB', { day: 'numeric', month: 'long' })}`
    : 'It is up';
});
</script>

<template>
  <ChoiceField
    wide
    label="Made as"
    :model-value="piece.recipe"
    :items="choices(canHang)"
    @update:model-value="makeAs($event)"
  />
  <slot />
  <v-checkbox
    label="Locked: laying out leaves it here"
    :model-value="piece.locked"
    @update:model-value="lock($event === true)"
  />
  <v-checkbox :label="upWords" :model-value="piece.state === 'hung'" @update:model-value="putUp($event === true)" />
  <div class="actions-row">
    <v-btn size="small" variant="outlined" @click="takeDown">Take it down</v-btn>
    <v-btn size="small" variant="text" color="primary" @click="openRecipe(piece.recipe)">Its recipe</v-btn>
  </div>
</template>
