<script setup lang="ts">
/** What pieces may become, wherever they are shown: made as something else, locked, put up, taken down; several in one step. */
import { computed } from 'vue';
import type { PieceAt } from '@tawny/core/document/schema/project';
import { canHang } from '@tawny/core/recipes/kind';
import type { RecipeForm } from '@tawny/core/recipes/types';
import ChoiceField from '../fields/ChoiceField.vue';
import { useDocument } from '../stores/document';
import { useSession } from '../stores/session';
import { stamp } from './pieces';
import { useRecipeNames } from './recipeNames';

const props = defineProps<{ pieces: readonly PieceAt[] }>();
const doc = useDocument();
const session = useSession();
const { recipes, choices, openRecipe } = useRecipeNames();
const ids = computed(() => props.pieces.map((p) => p.id));
/** What all of them are made as; empty: not all alike. */
const recipe = computed(() => {
  const [first, ...rest] = props.pieces.map((p) => p.recipe);
  return rest.every((r) => r === first) ? first! : '';
});
/** What lies along an edge or plugs a window is made as what goes there, and nothing else is. */
const OWN_PLACE: readonly RecipeForm[] = ['edge', 'plug'];
const own = computed(() => {
  const forms = props.pieces.map((p) => recipes.value.find((r) => r.id === p.recipe)!.form);
  return OWN_PLACE.find((f) => forms.every((form) => form === f)) ?? null;
});
const makeAs = (id: string) => doc.run({ type: 'put-pieces', pieces: props.pieces.map((p) => ({ ...p, recipe: id })) });
const lock = (locked: boolean) => doc.run({ type: 'set-locked', ids: ids.value, locked });
const putUp = (up: boolean) =>
  doc.run({ type: 'set-piece-state', ids: ids.value, state: up ? 'hung' : 'laid-out', at: stamp() });
function takeDown(): void {
  if (doc.run({ type: 'take-pieces', ids: ids.value })) session.selection = null;
}
const many = computed(() => props.pieces.length > 1);
const upWords = computed(() => {
  if (many.value) return 'They are up';
  const at = props.pieces[0]?.dates.hung;
  return at
    ? `It is up, since ${new Date(at).toLocaleDateString('en-GB', { day: 'numeric', month: 'long' })}`
    : 'It is up';
});
</script>

<template>
  <ChoiceField
    wide
    label="Made as"
    :model-value="recipe"
    :items="choices((r) => (own ? r.form === own : canHang(r) && !OWN_PLACE.includes(r.form)))"
    @update:model-value="makeAs($event)"
  />
  <slot />
  <v-checkbox
    :label="many ? 'Locked: laying out leaves them here' : 'Locked: laying out leaves it here'"
    :model-value="pieces.every((p) => p.locked)"
    @update:model-value="lock($event === true)"
  />
  <v-checkbox
    :label="upWords"
    :model-value="pieces.every((p) => p.state === 'hung')"
    @update:model-value="putUp($event === true)"
  />
  <div class="actions-row">
    <v-btn size="small" variant="outlined" @click="takeDown">{{ many ? 'Take them down' : 'Take it down' }}</v-btn>
    <v-btn v-if="recipe" size="small" variant="text" color="primary" @click="openRecipe(recipe)">{{
      many ? 'Their recipe' : 'Its recipe'
    }}</v-btn>
  </div>
</template>
