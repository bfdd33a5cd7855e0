<script setup lang="ts">
/** How far a calculation has come: the browser's own element, which mounting and moving cost the page nothing. */
defineProps<{ part: number; label: string }>();
</script>

<template>
  <progress class="progress" :value="part" max="1" :aria-label="label" />
</template>

<style scoped>
.progress {
  flex: 1 1 auto;
  width: 100%;
  height: 4px;
  appearance: none;
  border: 0;
  border-radius: 2px;
  background: color-mix(in srgb, var(--tawny) 25%, transparent);
}
.progress::-webkit-progress-bar {
  background: transparent;
}
.progress::-webkit-progress-value {
  border-radius: 2px;
  background: var(--tawny);
}
.progress::-moz-progress-bar {
  border-radius: 2px;
  background: var(--tawny);
}
</style>
