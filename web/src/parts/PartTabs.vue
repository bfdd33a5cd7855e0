<script setup lang="ts" generic="T extends string">
/** Parts of a bench that is too long to show at once. */
defineProps<{ parts: readonly { id: T; name: string }[]; shown: T; label: string; columns: number }>();
defineEmits<{ show: [part: T] }>();
</script>

<template>
  <nav class="parts" :aria-label="label" :style="{ gridTemplateColumns: `repeat(${columns}, 1fr)` }">
    <button
      v-for="p in parts"
      :key="p.id"
      :class="{ here: shown === p.id }"
      :aria-current="shown === p.id ? 'true' : undefined"
      :data-part-tab="p.id"
      @click="$emit('show', p.id)"
    >
      {{ p.name }}
    </button>
  </nav>
</template>

<style scoped>
.parts {
  display: grid;
  margin: -4px 0 12px;
  border: 1px solid var(--rule-strong);
  border-radius: 4px;
  overflow: hidden;
  background: var(--sheet);
}
button {
  padding: 4px 2px;
  font-size: 12.5px;
  border-right: 1px solid var(--rule);
  border-bottom: 1px solid var(--rule);
  margin: 0 -1px -1px 0;
}
button.here {
  background: var(--tawny-pale);
  font-weight: 700;
}
button:focus-visible {
  outline-offset: -2px;
}
</style>
