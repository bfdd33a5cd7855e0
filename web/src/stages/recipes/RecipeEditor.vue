<script setup lang="ts">
/** What the shown recipe is made of: fields for one's own and for the panel of the marks; library ones are duplicated first. */
import { computed } from 'vue';
import { isPrime, nearPrimes, primitiveRoots, skylineFormats } from '@tawny/core/diffusers/sequences';
import { LIMITS } from '@tawny/core/project/schema';
import { fillResistivity } from '@tawny/core/absorbers/fills';
import { FORMS, type Recipe, type RecipeLayer, RECIPE_LAYERS, type Scatterer } from '@tawny/core/recipes/types';
import { FORM_WORDS, LAYER_WORDS, SCATTER_WORDS } from '@tawny/core/words/plan';
import ChoiceField from '../../parts/ChoiceField.vue';
import NumberField from '../../parts/NumberField.vue';
import TextRow from '../../parts/TextRow.vue';
import LayerRow from './LayerRow.vue';
import type { useRecipes } from './useRecipes';

const props = defineProps<{ of: ReturnType<typeof useRecipes> }>();
const { shown, isOwn, isPanel, setRecipe, remove, duplicate, doc, project, currency } = props.of;
const panel = computed(() => project.value.treatment.panel);
const forms = FORMS.map((value) => ({ value, title: FORM_WORDS[value] }));
const reactions = [
  { value: 'bulk', title: 'Refracts in every layer' },
  { value: 'local', title: 'Locally reacting' },
];
const angles = [
  { value: 78, title: 'Field, 0–78°' },
  { value: 90, title: 'All, 0–90°' },
];
const FRESH: Record<RecipeLayer['type'], () => RecipeLayer> = {
  porous: () => ({
    type: 'porous',
    fill: 'glass-wool',
    density: 30,
    sigma: Math.round(fillResistivity('glass-wool', 30).sigma / 100) * 100,
    model: 'miki',
    d: 0.1,
  }),
  air: () => ({ type: 'air', d: 0.1 }),
  cloth: () => ({ type: 'cloth', Rs: 15 }),
  skin: () => ({ type: 'skin', m: 4 }),
  holes: () => ({ type: 'holes', d: 0.006, t: 0.009, pitch: 0.024 }),
  slots: () => ({ type: 'slots', w: 0.01, t: 0.018, pitch: 0.05 }),
  micro: () => ({ type: 'micro', d: 0.0004, t: 0.001, eps: 0.012 }),
};
const layers = computed(() => shown.value.layers);
const setLayers = (next: RecipeLayer[]) => setRecipe({ layers: next.map((l) => ({ ...l })) });
const change = (i: number, layer: RecipeLayer) => setLayers(layers.value.with(i, layer));
function move(i: number, by: 1 | -1): void {
  const next = [...layers.value];
  const [layer] = next.splice(i, 1);
  next.splice(i + by, 0, layer!);
  setLayers(next);
}

const scatterKinds = [
  { value: 'none', title: 'Nothing' },
  ...(Object.keys(SCATTER_WORDS) as Scatterer['kind'][]).map((value) => ({
    value: value,
    title: SCATTER_WORDS[value],
  })),
];
const ROWS = { designHz: 600, wellWidth: 0.05, periods: 2 };
function scatterAs(kind: string): void {
  const fresh: Record<string, Scatterer | null> = {
    none: null,
    qrd: { kind: 'qrd', N: 7, ...ROWS },
    prd: { kind: 'prd', N: 7, root: 3, ...ROWS },
    skyline: { kind: 'skyline', N: 13, root: 2, rows: 3, cols: 4, ...ROWS },
    curved: { kind: 'curved', rise: 0.15 },
    slats: { kind: 'slats', slat: 0.04 },
  };
  setRecipe({ scatterer: fresh[kind] ?? null });
}
const s = computed(() => shown.value.scatterer);
const setScatter = (values: Record<string, unknown>) =>
  setRecipe({ scatterer: { ...s.value, ...values } as Scatterer });
/** A new prime brings the nearest root and format that go with it. */
function setPrime(N: number): void {
  const now = s.value;
  if (!now || !('N' in now)) return;
  const values: Record<string, unknown> = { N };
  if (isPrime(N) && N > 2 && 'root' in now) {
    const roots = primitiveRoots(N);
    if (!roots.includes(now.root)) values.root = roots[0];
    if (now.kind === 'skyline') {
      const [format] = skylineFormats(N);
      if (format && now.rows * now.cols !== N - 1) [values.rows, values.cols] = format;
    }
  }
  setScatter(values);
}
const primes = computed(() => (s.value && 'N' in s.value && !isPrime(s.value.N) ? nearPrimes(s.value.N) : []));
const roots = computed(() =>
  s.value && 'root' in s.value && isPrime(s.value.N)
    ? primitiveRoots(s.value.N).map((r) => ({ value: r, title: String(r) }))
    : [],
);
const ports = computed(() => shown.value.ports);
const setPorts = (values: Partial<NonNullable<Recipe['ports']>>) =>
  setRecipe({ ports: { ...ports.value!, ...values } });
const shapes = [
  { value: 'round', title: 'Round' },
  { value: 'square', title: 'Square' },
  { value: 'slot', title: 'Slot' },
];
</script>

<template>
  <template v-if="isPanel">
    <h2>{{ shown.name }}</h2>
    <p class="soft why">What first reflections are covered with, and what Decay counts by number.</p>
    <NumberField
      v-for="f in ['width', 'height', 'depth', 'gap'] as const"
      :key="f"
      :label="{ width: 'Width', height: 'Height', depth: 'Depth of fill', gap: 'Air gap behind' }[f]"
      :model-value="panel[f]"
      :min="LIMITS[f === 'depth' ? 'panelDepth' : f === 'gap' ? 'panelGap' : 'panelSide'][0]"
      :max="LIMITS[f === 'depth' ? 'panelDepth' : f === 'gap' ? 'panelGap' : 'panelSide'][1]"
      @update:model-value="doc.run({ type: 'set-panel', panel: { [f]: $event } })"
    />
    <NumberField
      label="Flow resistivity"
      kind="number"
      unit="kPa·s/m²"
      :scale="0.001"
      :digits="1"
      :step="1000"
      :model-value="panel.flowResistivity"
      :min="LIMITS.flowResistivity[0]"
      :max="LIMITS.flowResistivity[1]"
      @update:model-value="doc.run({ type: 'set-panel', panel: { flowResistivity: $event } })"
    />
  </template>
  <template v-else-if="!isOwn">
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
    <NumberField
      :label="
        shown.form === 'flat' || shown.form === 'cloud' || shown.form === 'block' ? 'Width' : 'Width of its front'
      "
      :model-value="shown.width"
      :min="LIMITS.recipeSide[0]"
      :max="LIMITS.recipeSide[1]"
      @update:model-value="setRecipe({ width: $event })"
    />
    <NumberField
      :label="['straddle', 'corner', 'edge'].includes(shown.form) ? 'Length along the corner' : 'Height'"
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
      <h2>Layers, from the wall outwards</h2>
      <ol class="layers">
        <LayerRow
          v-for="(l, i) in layers"
          :key="i"
          :layer="l"
          :index="i"
          :count="layers.length"
          @change="change(i, $event)"
          @move="move(i, $event)"
          @remove="setLayers(layers.filter((_, k) => k !== i))"
        />
      </ol>
      <v-menu>
        <template #activator="{ props: menu }">
          <v-btn v-bind="menu" size="small" variant="outlined" color="primary">Add a layer</v-btn>
        </template>
        <v-list>
          <v-list-item
            v-for="t in RECIPE_LAYERS"
            :key="t"
            :title="LAYER_WORDS[t]"
            @click="setLayers([...layers, FRESH[t]()])"
          />
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
      <template v-if="ports">
        <ChoiceField
          label="Port"
          :model-value="ports.shape as string"
          :items="shapes"
          @update:model-value="setPorts({ shape: $event as 'round' })"
        />
        <NumberField
          :label="ports.shape === 'round' ? 'Diameter' : ports.shape === 'square' ? 'Side' : 'Width of the slot'"
          :model-value="ports.size"
          :min="LIMITS.portSize[0]"
          :max="LIMITS.portSize[1]"
          @update:model-value="setPorts({ size: $event })"
        />
        <NumberField
          v-if="ports.shape === 'slot'"
          label="Length of the slot"
          :model-value="ports.slotLength"
          :min="LIMITS.portSize[0]"
          :max="LIMITS.portSize[1]"
          @update:model-value="setPorts({ slotLength: $event })"
        />
        <NumberField
          label="Through the front"
          :model-value="ports.neck"
          :min="LIMITS.neck[0]"
          :max="LIMITS.neck[1]"
          @update:model-value="setPorts({ neck: $event })"
        />
        <NumberField
          label="Ports"
          kind="number"
          whole
          :step="1"
          :model-value="ports.count"
          :min="1"
          :max="60"
          @update:model-value="setPorts({ count: $event })"
        />
        <NumberField
          label="Cloth across the port"
          kind="number"
          unit="Pa·s/m"
          :step="5"
          :model-value="ports.Rs"
          :min="LIMITS.clothResistance[0]"
          :max="LIMITS.clothResistance[1]"
          @update:model-value="setPorts({ Rs: $event })"
        />
        <v-checkbox
          label="Tube ends free inside"
          :model-value="ports.tube"
          @update:model-value="setPorts({ tube: $event === true })"
        />
      </template>
    </template>
    <h2>Scattering</h2>
    <ChoiceField
      wide
      label="What scatters"
      :model-value="s?.kind ?? 'none'"
      :items="scatterKinds"
      @update:model-value="scatterAs($event)"
    />
    <template v-if="s && 'N' in s">
      <NumberField
        label="Prime"
        kind="number"
        whole
        :step="2"
        :model-value="s.N"
        :min="3"
        :max="199"
        @update:model-value="setPrime($event)"
      />
      <p v-if="primes.length > 0" class="bad why" role="alert">
        {{ s.N }} is not prime: its residues repeat and it does not spread evenly. Near:
        <v-btn v-for="p in primes" :key="p" size="x-small" variant="outlined" @click="setPrime(p)">{{ p }}</v-btn>
      </p>
      <ChoiceField
        v-if="'root' in s && roots.length > 0"
        label="Primitive root"
        :model-value="s.root"
        :items="roots"
        @update:model-value="setScatter({ root: $event })"
      />
      <NumberField
        label="Design frequency"
        kind="number"
        unit="Hz"
        :step="50"
        :model-value="s.designHz"
        :min="LIMITS.designHz[0]"
        :max="LIMITS.designHz[1]"
        @update:model-value="setScatter({ designHz: $event })"
      />
      <NumberField
        label="Width of a well"
        :model-value="s.wellWidth"
        :min="LIMITS.wellWidth[0]"
        :max="LIMITS.wellWidth[1]"
        @update:model-value="setScatter({ wellWidth: $event })"
      />
      <NumberField
        label="Periods"
        kind="number"
        whole
        :step="1"
        :model-value="s.periods"
        :min="1"
        :max="12"
        @update:model-value="setScatter({ periods: $event })"
      />
    </template>
    <NumberField
      v-else-if="s?.kind === 'curved'"
      label="Rise of the curve"
      :model-value="s.rise"
      :min="LIMITS.rise[0]"
      :max="LIMITS.rise[1]"
      @update:model-value="setScatter({ rise: $event })"
    />
    <NumberField
      v-else-if="s?.kind === 'slats'"
      label="Width of a slat"
      :model-value="s.slat"
      :min="LIMITS.slat[0]"
      :max="LIMITS.slat[1]"
      @update:model-value="setScatter({ slat: $event })"
    />
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
    <v-btn size="small" variant="text" color="error" @click="remove(shown.id)">Take this recipe away</v-btn>
  </template>
</template>

<style scoped>
.why {
  font-size: 12.5px;
  margin: 4px 0 6px;
}
.layers {
  list-style: none;
  padding: 0;
  margin: 0 0 6px;
}
</style>
