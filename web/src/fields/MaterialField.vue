<script setup lang="ts">
/** One of many materials, found by typing a part of its name. */
import { computed } from 'vue';
import type { Material } from '@tawny/core/materials/library';
import { SOURCE_WORDS } from '@tawny/core/words/materials';

const props = defineProps<{
  modelValue: string | null;
  label: string;
  materials: readonly Material[];
  /** Text of the choice that leaves the material to what it is on. */
  none?: string;
}>();
defineEmits<{ 'update:modelValue': [value: string | null] }>();

const items = computed(() => [
  ...(props.none ? [{ value: '', title: props.none, subtitle: '' }] : []),
  ...props.materials.map((m) => ({ value: m.id, title: m.name, subtitle: `${m.group}, ${SOURCE_WORDS[m.source]}` })),
]);
</script>

<template>
  <div class="row">
    <span class="label" aria-hidden="true">{{ label }}</span>
    <v-autocomplete
      class="select"
      :model-value="modelValue ?? ''"
      :items="items"
      :item-props="(item: { subtitle?: string }) => (item.subtitle ? { subtitle: item.subtitle } : {})"
      :aria-label="label"
      single-line
      auto-select-first
      @update:model-value="$event !== null && $emit('update:modelValue', $event === '' ? null : ($event as string))"
    />
  </div>
</template>

<style scoped>
.select {
  flex: 0 0 13.2rem;
  min-width: 0;
}
</style>
