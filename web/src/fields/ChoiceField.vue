<script setup lang="ts" generic="T extends string | number">
/** One of several, in a row like the number fields. */
defineProps<{
  modelValue: T;
  label: string;
  items: readonly { value: T; title: string; subtitle?: string }[];
  wide?: boolean;
}>();
defineEmits<{ 'update:modelValue': [value: T] }>();
</script>

<template>
  <div class="row">
    <span class="label" aria-hidden="true">{{ label }}</span>
    <v-select
      class="select"
      :class="{ wide }"
      :model-value="modelValue"
      :items="[...items]"
      :item-props="(item: { subtitle?: string }) => (item.subtitle ? { subtitle: item.subtitle } : {})"
      :aria-label="label"
      single-line
      @update:model-value="$emit('update:modelValue', $event as T)"
    />
  </div>
</template>

<style scoped>
.select {
  flex: 0 0 8.6rem;
  min-width: 0;
}
.select.wide {
  flex: 0 0 13.2rem;
}
</style>
