<script setup lang="ts">
/** Larger, smaller, fitted; and what a drag in hand snaps to. */
import { mdiFitToScreenOutline, mdiMinus, mdiPlus } from '@mdi/js';

defineProps<{ said: string; fitted: boolean }>();
const emit = defineEmits<{ smaller: []; larger: []; fit: [] }>();
</script>

<template>
  <div class="lens">
    <span v-if="said" class="said" role="status">{{ said }}</span>
    <button title="Smaller (−)" aria-label="Smaller" @click="emit('smaller')">
      <v-icon :icon="mdiMinus" size="16" />
    </button>
    <button title="Larger (+)" aria-label="Larger" @click="emit('larger')">
      <v-icon :icon="mdiPlus" size="16" />
    </button>
    <button title="Fit (0)" aria-label="Fit the board" :disabled="fitted" @click="emit('fit')">
      <v-icon :icon="mdiFitToScreenOutline" size="16" />
    </button>
  </div>
</template>

<style scoped>
.lens {
  display: flex;
  align-items: center;
  border: 1px solid var(--rule);
  border-radius: 4px;
}
.lens button {
  width: 26px;
  height: 24px;
  display: grid;
  place-items: center;
  color: var(--ink-soft);
}
.lens button:disabled {
  opacity: 0.35;
  cursor: default;
}
.said {
  padding: 0 8px;
  font-size: 12px;
  color: var(--tawny);
}
</style>
