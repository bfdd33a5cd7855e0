<script setup lang="ts">
/** The layer in hand: its fields, its place in the stack. */
import { mdiArrowLeft, mdiArrowRight, mdiClose } from '@mdi/js';
import { ref } from 'vue';
import { FILL_KINDS, type FillKind, fillResistivity } from '@tawny/core/physics/absorbers/fills';
import { LIMITS } from '@tawny/core/document/schema/project';
import { fixed } from '@tawny/core/quantities/format';
import { withFill, withWedges } from '@tawny/core/recipes/layers';
import type { RecipeLayer } from '@tawny/core/recipes/types';
import { fillWord, LAYER_WORDS } from '@tawny/core/words/plan';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';

const props = defineProps<{ layer: RecipeLayer; index: number; count: number }>();
const emit = defineEmits<{ change: [layer: RecipeLayer]; move: [by: 1 | -1]; remove: [] }>();
const set = (change: Record<string, unknown>) => emit('change', { ...props.layer, ...change });
const kinds: { value: FillKind; title: string }[] = FILL_KINDS.map((k) => ({ value: k, title: fillWord(k) }));
const models = [
  { value: 'miki', title: 'Miki' },
  { value: 'delany-bazley', title: 'Delany-Bazley' },
];
const fill = (change: Parameters<typeof withFill>[1]) =>
  props.layer.type === 'porous' && emit('change', withFill(props.layer, change, LIMITS.flowResistivity));
/** Wedge foam counts with its mean thickness; what was typed is kept while the row is open. */
const tip = ref<number | null>(null);
const base = ref<number | null>(null);
function wedge(toTip: number | null, toBase: number | null): void {
  [tip.value, base.value] = [toTip, toBase];
  if (toTip === null || toBase === null || props.layer.type !== 'porous') return;
  const next = withWedges(props.layer, toTip, toBase);
  if (next) emit('change', next);
}
const range = () => {
  if (props.layer.type !== 'porous') return '';
  const r = fillResistivity(props.layer.fill, props.layer.density);
  return `${fixed(r.low / 1000, 1)}–${fixed(r.high / 1000, 1)} by make`;
};
</script>

<template>
  <div class="layer" :data-layer-row="index">
    <div class="head">
      <strong>{{ index + 1 }} {{ LAYER_WORDS[layer.type] }}</strong>
      <span class="spacer" />
      <button
        v-if="index > 0"
        title="Towards the wall"
        :aria-label="`Layer ${index + 1} towards the wall`"
        @click="emit('move', -1)"
      >
        <v-icon :icon="mdiArrowLeft" size="16" />
      </button>
      <button
        v-if="index < count - 1"
        title="Towards the room"
        :aria-label="`Layer ${index + 1} towards the room`"
        @click="emit('move', 1)"
      >
        <v-icon :icon="mdiArrowRight" size="16" />
      </button>
      <button title="Remove" :aria-label="`Remove layer ${index + 1}`" @click="emit('remove')">
        <v-icon :icon="mdiClose" size="16" />
      </button>
    </div>
    <template v-if="layer.type === 'porous'">
      <NumberField
        label="Depth"
        :model-value="layer.d"
        :min="LIMITS.layerDepth[0]"
        :max="LIMITS.layerDepth[1]"
        @update:model-value="set({ d: $event })"
      />
      <template v-if="layer.fill === 'foam'">
        <NumberField
          label="Wedges: to their tips"
          :model-value="tip"
          :min="LIMITS.layerDepth[0]"
          :max="LIMITS.layerDepth[1]"
          @update:model-value="wedge($event, base)"
        />
        <NumberField
          label="to their base"
          hint="counts by its mean thickness"
          :model-value="base"
          :min="0"
          :max="LIMITS.layerDepth[1]"
          @update:model-value="wedge(tip, $event)"
        />
      </template>
      <ChoiceField
        label="Kind"
        :model-value="layer.fill as string"
        :items="kinds"
        @update:model-value="fill({ fill: $event as FillKind })"
      />
      <NumberField
        label="Density"
        kind="number"
        unit="kg/m³"
        :digits="0"
        :step="5"
        :model-value="layer.density"
        :min="LIMITS.fillDensity[0]"
        :max="LIMITS.fillDensity[1]"
        @update:model-value="fill({ density: $event })"
      />
      <NumberField
        label="Flow resistivity"
        kind="number"
        unit="kPa·s/m²"
        :hint="range()"
        :scale="0.001"
        :digits="1"
        :step="1000"
        :model-value="layer.sigma"
        :min="LIMITS.flowResistivity[0]"
        :max="LIMITS.flowResistivity[1]"
        @update:model-value="set({ sigma: $event })"
      />
      <ChoiceField
        label="Model"
        :model-value="layer.model as string"
        :items="models"
        @update:model-value="set({ model: $event })"
      />
    </template>
    <NumberField
      v-else-if="layer.type === 'air'"
      label="Depth"
      :model-value="layer.d"
      :min="LIMITS.layerDepth[0]"
      :max="LIMITS.layerDepth[1]"
      @update:model-value="set({ d: $event })"
    />
    <NumberField
      v-else-if="layer.type === 'cloth'"
      label="Flow resistance"
      kind="number"
      unit="Pa·s/m"
      :digits="0"
      :step="10"
      :model-value="layer.Rs"
      :min="LIMITS.clothResistance[0]"
      :max="LIMITS.clothResistance[1]"
      @update:model-value="set({ Rs: $event })"
    />
    <NumberField
      v-else-if="layer.type === 'skin'"
      label="Mass"
      kind="number"
      unit="kg/m²"
      :digits="2"
      :step="0.1"
      :model-value="layer.m"
      :min="LIMITS.skinMass[0]"
      :max="LIMITS.skinMass[1]"
      @update:model-value="set({ m: $event })"
    />
    <template v-else>
      <NumberField
        :label="layer.type === 'slots' ? 'Width of a slot' : 'Hole'"
        kind="number"
        unit="mm"
        :scale="1000"
        :digits="2"
        :step="0.0005"
        :model-value="layer.type === 'slots' ? layer.w : layer.d"
        :min="LIMITS.opening[0]"
        :max="LIMITS.opening[1]"
        @update:model-value="set(layer.type === 'slots' ? { w: $event } : { d: $event })"
      />
      <NumberField
        label="Thickness"
        kind="number"
        unit="mm"
        :scale="1000"
        :digits="1"
        :step="0.001"
        :model-value="layer.t"
        :min="LIMITS.plate[0]"
        :max="LIMITS.plate[1]"
        @update:model-value="set({ t: $event })"
      />
      <NumberField
        v-if="layer.type === 'micro'"
        label="Open part"
        kind="number"
        unit="%"
        :scale="100"
        :digits="2"
        :step="0.001"
        :model-value="layer.eps"
        :min="LIMITS.openPart[0]"
        :max="LIMITS.openPart[1]"
        @update:model-value="set({ eps: $event })"
      />
      <NumberField
        v-else
        label="From middle to middle"
        kind="number"
        unit="mm"
        :scale="1000"
        :digits="1"
        :step="0.001"
        :model-value="layer.pitch"
        :min="LIMITS.pitch[0]"
        :max="LIMITS.pitch[1]"
        @update:model-value="set({ pitch: $event })"
      />
    </template>
  </div>
</template>

<style scoped>
.layer {
  border-left: 3px solid var(--rule-strong);
  padding-left: 8px;
  margin: 6px 0;
}
.head {
  display: flex;
  align-items: center;
  min-height: 26px;
}
.spacer {
  flex: 1;
}
.head button {
  width: 26px;
  height: 26px;
}
</style>
