<script setup lang="ts">
/** Ports of a closed box. */
import { LIMITS } from '@tawny/core/document/schema/project';
import type { Ports } from '@tawny/core/recipes/types';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';

const props = defineProps<{ ports: Ports }>();
const emit = defineEmits<{ change: [ports: Ports] }>();
const setPorts = (values: Partial<Ports>) => emit('change', { ...props.ports, ...values });
const shapes = [
  { value: 'round', title: 'Round' },
  { value: 'square', title: 'Square' },
  { value: 'slot', title: 'Slot' },
];
</script>

<template>
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
