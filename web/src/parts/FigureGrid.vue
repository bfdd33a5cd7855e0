<script setup lang="ts">
/** Large figures in a framed grid: name over value. */
import QuantityText from './QuantityText.vue';

export interface Figure {
  name: string;
  value: number | null;
  unit?: string;
  digits?: number;
  length?: boolean;
}
defineProps<{ figures: readonly Figure[]; columns?: number }>();
</script>

<template>
  <div class="figures" :style="{ gridTemplateColumns: `repeat(${columns ?? 2}, 1fr)` }">
    <div v-for="f in figures" :key="f.name">
      <span class="soft">{{ f.name }}</span>
      <QuantityText :value="f.value" :unit="f.unit" :digits="f.digits" :length="f.length" />
    </div>
  </div>
</template>

<style scoped>
.figures {
  display: grid;
  gap: 4px 12px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet);
  padding: 6px 10px;
  margin: 6px 0;
}
.figures > div {
  display: flex;
  flex-direction: column;
}
.soft {
  font-size: 11.5px;
}
.figures :deep(.quantity) {
  font-size: 17px;
  font-weight: 600;
  line-height: 1.2;
}
</style>
