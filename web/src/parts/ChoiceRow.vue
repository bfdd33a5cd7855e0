<script setup lang="ts" generic="T extends string">
/** One of a few, each a button beside the other. */
defineProps<{ modelValue: T; choices: readonly { id: T; name: string }[]; label: string }>();
defineEmits<{ 'update:modelValue': [id: T] }>();
</script>

<template>
  <span class="choice" role="group" :aria-label="label">
    <button
      v-for="c in choices"
      :key="c.id"
      :class="{ here: modelValue === c.id }"
      :aria-pressed="modelValue === c.id"
      @click="$emit('update:modelValue', c.id)"
    >
      {{ c.name }}
    </button>
  </span>
</template>

<style scoped>
button {
  padding: 2px 8px;
  min-height: 24px;
  border: 1px solid var(--rule-strong);
  background: var(--sheet);
  margin-left: -1px;
  font-size: 12.5px;
}
.here {
  background: var(--tawny-pale);
  font-weight: 700;
}
</style>
