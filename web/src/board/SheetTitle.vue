<script setup lang="ts">
/** What a sheet is called, over it. */
defineProps<{ x: number; y: number; name: string; detail: string }>();
</script>

<template>
  <text class="title" :x="x" :y="y">
    {{ name }}
    <tspan class="soft">{{ detail }}</tspan>
  </text>
</template>

<style scoped>
.title {
  font-size: 12px;
  font-weight: 600;
  fill: var(--ink);
  pointer-events: none;
}
.soft {
  font-size: 11px;
  font-weight: 400;
  fill: var(--ink-soft);
}
</style>
