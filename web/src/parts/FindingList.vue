<script setup lang="ts">
/** The issues of a stage, worst first; says so when there are none. */
import { computed } from 'vue';
import type { Issue } from '@tawny/core/studies/types';
import FindingLine from './FindingLine.vue';

const props = defineProps<{ issues: readonly Issue[]; empty: string }>();
const ORDER = { wrong: 0, warning: 1, note: 2 };
const sorted = computed(() => [...props.issues].sort((a, b) => ORDER[a.severity] - ORDER[b.severity]));
</script>

<template>
  <section class="findings" aria-live="polite">
    <FindingLine v-for="(issue, i) in sorted" :key="`${issue.code}-${i}`" :issue="issue" />
    <p v-if="sorted.length === 0" class="soft">{{ empty }}</p>
  </section>
</template>
