<script setup lang="ts">
/** What the shown recipe is made of: fields for one's own and for the panel of the marks; library ones are duplicated first. */
import { computed } from 'vue';
import { LIMITS } from '@tawny/core/document/schema/project';
import { FRESH_LAYERS } from '@tawny/core/recipes/layers';
import { FORMS, isCornered, type RecipeLayer, RECIPE_LAYERS } from '@tawny/core/recipes/types';
import { lengthText } from '@tawny/core/quantities/lengths';
import { boardsOf } from '@tawny/core/recipes/wells';
import { FORM_WORDS, LAYER_WORDS } from '@tawny/core/words/plan';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import TextRow from '../../fields/TextRow.vue';
import LayerRow from './LayerRow.vue';
import PortFields from './PortFields.vue';
import { useLengths } from '../../parts/keys';
import ScatterFields from './ScatterFields.vue';
import { inserted, moved } from './section';
import type { useRecipes } from './useRecipes';

const props = defineProps<{ of: ReturnType<typeof useRecipes> }>();
const {
  shown,
  isOwn,
  isCover,
  mayCover,
  inUse,
  setRecipe,
  layer,
  setLayers,
  setLayer,
  remove,
  duplicate,
  doc,
  currency,
} = props.of;
const forms = FORMS.map((value) => ({ value, title: FORM_WORDS[value] }));
const reactions = [
  { value: 'bulk', title: 'Refracts in every layer' },
  { value: 'local', title: 'Locally reacting' },
];
const angles = [
  { value: 78, title: 'Field, 0–78°' },
  { value: 90, title: 'All, 0–90°' },
];
const system = useLengths();
const boards = computed(() => boardsOf(shown.value));
const layers = computed(() => shown.value.layers);
function put(next: { layers: RecipeLayer[]; picked: number }): void {
  setLayers(next.layers);
  layer.value = next.picked;
}
const add = (type: RecipeLayer['type']) => put(inserted(layers.value, layer.value, FRESH_LAYERS[type]()));
const ports = computed(() => shown.value.ports);
</script>

<template>
  <p v-if="isCover" class="soft why" data-is-cover>
    First reflections are covered with it, and Decay counts it by number.
  </p>
  <v-btn
    v-else-if="mayCover"
    size="x-small"
    variant="outlined"
    color="primary"
    data-set-cover
    @click="doc.run({ type: 'set-cover', recipe: shown.id })"
    >Cover first reflections with it</v-btn
  >
  <template v-if="!isOwn">
    <h2>{{ shown.name }}</h2>
    <p class="why">{{ shown.note }}</p>
    <p class="soft why">
      A recipe of the library stays as it is.
      <v-btn size="x-small" variant="outlined" color="primary" @click="duplicate()">Duplicate to change it</v-btn>
    </p>
  </template>
  <template v-else>
    <h2>Own recipe</h2>
    <TextRow
      label="Name"
      required
      :model-value="shown.name"
      :most="120"
      @update:model-value="setRecipe({ name: $event })"
    />
    <ChoiceField
      wide
      label="Goes"
      :model-value="shown.form"
      :items="forms"
      @update:model-value="setRecipe({ form: $event })"
    />
    <p v-if="boards" class="soft">Its wells and fins make it {{ lengthText(shown.width, system) }} wide.</p>
    <NumberField
      v-else
      :label="isCornered(shown.form) ? 'Width of its front' : 'Width'"
      :model-value="shown.width"
      :min="LIMITS.recipeSide[0]"
      :max="LIMITS.recipeSide[1]"
      @update:model-value="setRecipe({ width: $event })"
    />
    <NumberField
      :label="isCornered(shown.form) ? 'Length along the corner' : 'Height'"
      :model-value="shown.height"
      :min="LIMITS.recipeSide[0]"
      :max="LIMITS.recipeSide[1]"
      @update:model-value="setRecipe({ height: $event })"
    />
    <template v-if="shown.measured">
      <p class="soft why">The curve is a laboratory’s. It stands in place of layers.</p>
      <v-btn size="x-small" variant="text" color="primary" @click="setRecipe({ measured: null })"
        >Build it from layers instead</v-btn
      >
    </template>
    <template v-else>
      <h2>Layers</h2>
      <div v-if="layers.length > 0" class="stack" role="group" aria-label="Layers, from the wall outwards">
        <span class="soft">wall</span>
        <button
          v-for="(l, i) in layers"
          :key="i"
          :class="{ picked: i === layer }"
          :aria-pressed="i === layer"
          :data-pick-layer="i"
          @click="layer = i"
        >
          {{ LAYER_WORDS[l.type] }}
        </button>
        <span class="soft">room</span>
      </div>
      <LayerRow
        v-if="layers[layer]"
        :key="`${shown.id} ${layer}`"
        :layer="layers[layer]!"
        :index="layer"
        :count="layers.length"
        @change="setLayer(layer, $event)"
        @move="put(moved(layers, layer, $event))"
        @remove="setLayers(layers.toSpliced(layer, 1))"
      />
      <v-menu>
        <template #activator="{ props: menu }">
          <v-btn v-bind="menu" size="small" variant="outlined" color="primary">{{
            layers.length > 0 ? 'Add a layer in front' : 'Add a layer'
          }}</v-btn>
        </template>
        <v-list>
          <v-list-item v-for="t in RECIPE_LAYERS" :key="t" :title="LAYER_WORDS[t]" @click="add(t)" />
        </v-list>
      </v-menu>
      <h2>How it is counted</h2>
      <ChoiceField
        wide
        label="Sideways"
        :model-value="shown.reaction as string"
        :items="reactions"
        @update:model-value="setRecipe({ reaction: $event as 'bulk' })"
      />
      <ChoiceField
        wide
        label="Angles"
        :model-value="shown.maxAngle as number"
        :items="angles"
        @update:model-value="setRecipe({ maxAngle: $event as 78 })"
      />
      <v-checkbox
        label="Count its edges (may exceed 1)"
        :model-value="shown.edges"
        @update:model-value="setRecipe({ edges: $event === true })"
      />
      <v-checkbox
        label="A closed box with ports"
        :model-value="ports !== null"
        @update:model-value="
          setRecipe({
            ports: $event
              ? { shape: 'round', size: 0.08, slotLength: 0.3, neck: 0.06, count: 2, tube: false, Rs: 20 }
              : null,
          })
        "
      />
      <PortFields v-if="ports" :ports="ports" @change="setRecipe({ ports: $event })" />
    </template>
    <h2>Scattering</h2>
    <ScatterFields :scatterer="shown.scatterer" @change="setRecipe({ scatterer: $event })" />
    <h2>Money</h2>
    <NumberField
      label="Price of one piece"
      kind="number"
      optional
      hint="empty: from its materials"
      :unit="currency"
      :digits="2"
      :step="1"
      :model-value="shown.price"
      :min="LIMITS.price[0]"
      :max="LIMITS.price[1]"
      @update:model-value="setRecipe({ price: $event })"
      @clear="setRecipe({ price: null })"
    />
    <p v-if="isCover" class="soft why">It covers first reflections: choose another for that before it is deleted.</p>
    <v-btn v-else size="small" variant="text" color="error" @click="remove(shown.id)">{{
      inUse === 0 ? 'Delete this recipe' : `Delete this recipe and what is decided of it`
    }}</v-btn>
  </template>
</template>

<style scoped>
.why {
  font-size: 12.5px;
  margin: 4px 0 6px;
}
.stack {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  align-items: center;
  margin: 2px 0 4px;
  font-size: 12.5px;
}
.stack button {
  border: 1px solid var(--rule-strong);
  border-radius: 3px;
  min-height: 28px;
  padding: 0 7px;
}
.stack button.picked {
  border-color: var(--tawny);
  color: var(--tawny);
  font-weight: 600;
}
</style>
