<script setup lang="ts">
/** What a tuned box is made of: the skin of a membrane, the holes of a port box. */
import { type HungPiece, LIMITS } from '@tawny/core/document/schema/project';
import NumberField from './NumberField.vue';

type Tuned = HungPiece['tuned'];
const props = defineProps<{ kind: HungPiece['kind']; modelValue: Tuned }>();
const emit = defineEmits<{ 'update:modelValue': [value: Tuned] }>();
const set = (values: Partial<Tuned>) => emit('update:modelValue', { ...props.modelValue, ...values });
</script>

<template>
  <NumberField
    v-if="kind === 'membrane'"
    label="Skin"
    kind="number"
    unit="kg/m²"
    :digits="1"
    :step="0.5"
    :model-value="modelValue.massPerArea"
    :min="LIMITS.massPerArea[0]"
    :max="LIMITS.massPerArea[1]"
    @update:model-value="set({ massPerArea: $event })"
  />
  <template v-if="kind === 'port'">
    <NumberField
      label="Holes"
      kind="number"
      :digits="0"
      :step="1"
      :model-value="modelValue.holes"
      :min="LIMITS.holes[0]"
      :max="LIMITS.holes[1]"
      @update:model-value="set({ holes: Math.round($event) })"
    />
    <NumberField
      label="Hole, across"
      :model-value="modelValue.holeDiameter"
      :min="LIMITS.holeDiameter[0]"
      :max="LIMITS.holeDiameter[1]"
      @update:model-value="set({ holeDiameter: $event })"
    />
    <NumberField
      label="Plate or neck"
      :model-value="modelValue.neck"
      :min="LIMITS.neck[0]"
      :max="LIMITS.neck[1]"
      @update:model-value="set({ neck: $event })"
    />
  </template>
</template>
