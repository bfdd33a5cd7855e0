<script setup lang="ts">
/** What first reflections are covered with: which recipe, and the fields of a plain panel of one's own. */
import { computed } from 'vue';
import { coverOf, freeRecipeId } from '@tawny/core/document/recipes';
import { canCover, plainPanelOf, type PlainPanel, withPlainPanel } from '@tawny/core/recipes/kind';
import ChoiceField from '../fields/ChoiceField.vue';
import PanelFields from '../fields/PanelFields.vue';
import { useDocument } from '../stores/document';
import { useRecipeNames } from './recipeNames';

const doc = useDocument();
const { choices, nameOf, openRecipe } = useRecipeNames();
const cover = computed(() => coverOf(doc.project!));
const items = computed(() => choices((r) => canCover(r) || r.id === cover.value.id));
const isOwn = computed(() => doc.project!.treatment.recipes.some((r) => r.id === cover.value.id));
const panel = computed(() => (isOwn.value ? plainPanelOf(cover.value) : null));
const change = (values: Partial<PlainPanel>) =>
  doc.run({ type: 'put-recipe', recipe: structuredClone(withPlainPanel(cover.value, values)) });
/** A recipe of the library stays as it is: its copy takes its place. */
function duplicate(): void {
  const id = freeRecipeId(doc.project!);
  const recipe = { ...structuredClone(cover.value), id, name: `${nameOf(cover.value.id)}, mine` };
  doc.run({
    type: 'batch',
    as: 'set-cover',
    commands: [
      { type: 'put-recipe', recipe },
      { type: 'set-cover', recipe: id },
    ],
  });
}
</script>

<template>
  <ChoiceField
    wide
    label="Made as"
    :model-value="cover.id"
    :items="items"
    @update:model-value="doc.run({ type: 'set-cover', recipe: $event })"
  />
  <PanelFields v-if="panel" :panel="panel" @change="change" />
  <p v-else class="soft why">
    <template v-if="isOwn">It has more to it than one fill.</template>
    <template v-else>A recipe of the library stays as it is.</template>
    <v-btn v-if="isOwn" size="x-small" variant="outlined" color="primary" @click="openRecipe(cover.id)"
      >Change it in Recipes</v-btn
    >
    <v-btn v-else size="x-small" variant="outlined" color="primary" @click="duplicate">Duplicate to change it</v-btn>
  </p>
</template>

<style scoped>
.why {
  font-size: 12.5px;
  margin: 4px 0 6px;
}
</style>
