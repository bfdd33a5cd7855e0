<script setup lang="ts">
/** A panel of one fill: size, depth, gap. */
import { LIMITS } from '@tawny/core/document/schema/project';
import type { PlainPanel } from '@tawny/core/recipes/kind';
import NumberField from './NumberField.vue';

defineProps<{ panel: PlainPanel }>();
const emit = defineEmits<{ change: [change: Partial<PlainPanel>] }>();
const LENGTHS = [
  { key: 'width', name: 'Width', range: LIMITS.panelSide },
  { key: 'height', name: 'Height', range: LIMITS.panelSide },
  { key: 'depth', name: 'Depth of fill', range: LIMITS.panelDepth },
  { key: 'gap', name: 'Air gap behind', range: LIMITS.panelGap },
] as const;
</script>

<template>
  <NumberField
    v-for="f in LENGTHS"
    :key="f.key"
    :label="f.name"
    :model-value="panel[f.key]"
    :min="f.range[0]"
    :max="f.range[1]"
    @update:model-value="emit('change', { [f.key]: $event })"
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
    @update:model-value="emit('change', { flowResistivity: $event })"
  />
</template>
