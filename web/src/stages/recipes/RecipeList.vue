<script setup lang="ts">
/** The recipes: what covers first reflections, one's own, the library; which is shown, which are compared. */
import { nextTick, ref, watch } from 'vue';
import { recipeFault } from '@tawny/core/recipes/curve';
import { chosenTable } from '../../files/absorptionTables';
import { MOST_COMPARED, type useRecipes } from './useRecipes';

const props = defineProps<{ of: ReturnType<typeof useRecipes> }>();
const { session, recipes, shown, compared, duplicate, doc, freshId } = props.of;
function compare(id: string, on: boolean): void {
  session.compare = on
    ? [...session.compare.filter((c) => c !== id), id].slice(-MOST_COMPARED)
    : session.compare.filter((c) => c !== id);
}
/** The shown one is kept in sight. */
const shelf = ref<HTMLElement | null>(null);
watch(
  () => shown.value.id,
  (id) =>
    void nextTick(() => {
      const row = shelf.value?.querySelector<HTMLElement>(`[data-recipe="${id}"]`);
      if (row && shelf.value) shelf.value.scrollTop = row.offsetTop - 90;
    }),
);
const file = ref<HTMLInputElement | null>(null);
async function take(event: Event): Promise<void> {
  const table = await chosenTable(event);
  for (const entry of table?.entries ?? []) {
    const id = freshId();
    const recipe = {
      ...structuredClone(shown.value),
      id,
      name: entry.name.slice(0, 120),
      form: 'flat' as const,
      layers: [],
      scatterer: null,
      ports: null,
      measured: [...entry.alpha],
      price: null,
      note: `From the table ${table!.file}`.slice(0, 400),
    };
    if (doc.run({ type: 'put-recipe', recipe }, `table ${table!.file}`)) session.recipe = id;
  }
}
</script>

<template>
  <div class="acts">
    <v-btn size="small" variant="outlined" color="primary" @click="duplicate()">Duplicate this one</v-btn>
    <v-btn size="small" variant="text" color="primary" @click="file?.click()">Import a table (CSV)</v-btn>
    <input ref="file" type="file" accept=".csv,.txt,.tsv" hidden aria-label="Laboratory table" @change="take" />
  </div>
  <div ref="shelf" class="shelf" tabindex="0" role="region" aria-label="All recipes">
    <table class="list recipes" aria-label="Recipes">
      <thead>
        <tr>
          <th>Recipe</th>
          <th class="figure">compare</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in recipes" :key="r.id" :class="{ selected: r.id === shown.id }" :data-recipe="r.id">
          <td>
            <button class="name" :aria-current="r.id === shown.id ? 'true' : undefined" @click="session.recipe = r.id">
              {{ r.name }}
              <span v-if="r.id.startsWith('own-')" class="soft">own</span>
              <span v-if="recipeFault(r)" class="bad">not whole</span>
            </button>
          </td>
          <td class="figure">
            <input
              type="checkbox"
              :checked="compared.includes(r.id)"
              :disabled="r.id === shown.id"
              :aria-label="`Compare ${r.name}`"
              @change="compare(r.id, ($event.target as HTMLInputElement).checked)"
            />
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.acts {
  display: flex;
  gap: 6px;
  margin-bottom: 6px;
}
.shelf {
  max-height: 268px;
  overflow-y: auto;
  border: 1px solid var(--rule);
  border-radius: 4px;
  margin-bottom: 10px;
  background: var(--sheet);
}
.recipes th {
  background: var(--sheet);
}
.recipes th,
.recipes td {
  padding: 1px 6px;
}
.name {
  text-align: left;
  min-height: 24px;
  width: 100%;
  overflow-wrap: anywhere;
}
input[type='checkbox'] {
  width: 18px;
  height: 18px;
  margin: 3px;
  accent-color: var(--tawny);
}
</style>
