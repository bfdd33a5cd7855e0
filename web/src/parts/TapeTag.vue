<script setup lang="ts">
/** A loudspeaker's letter on a scrap of tape, for tables and headings. */
defineProps<{ letter: string; large?: boolean }>();
</script>

<template>
  <span class="tag" :class="{ large }">{{ letter }}</span>
</template>

<style scoped>
.tag {
  display: inline-block;
  min-width: 18px;
  padding: 0 4px;
  text-align: center;
  font-weight: 600;
  font-size: 12px;
  line-height: 17px;
  color: var(--tape-ink);
  background: var(--tape);
  clip-path: polygon(0 0, 100% 0, 93% 25%, 100% 50%, 93% 75%, 100% 100%, 0 100%, 7% 75%, 0 50%, 7% 25%);
}
.large {
  font-size: 15px;
  line-height: 22px;
  min-width: 24px;
}
</style>
