<script setup lang="ts">
/** One measure in figures that are read from a ladder, what it is of, and what goes with it. */
import { computed } from 'vue';

const props = defineProps<{ text: string; of: string; note?: string }>();
/** "54.5" and "cm left"; figures stay with their signs and fractions. */
const parts = computed(() => props.text.split(/(?<=[\d′″/]) (?=[a-z])/));
</script>

<template>
  <section class="measure">
    <p class="figure">
      {{ parts[0] }}<small>{{ parts[1] }}</small>
    </p>
    <p>{{ of }}</p>
    <p v-if="note" class="soft">{{ note }}</p>
  </section>
</template>

<style scoped src="./site.css"></style>
