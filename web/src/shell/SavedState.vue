<script setup lang="ts">
/** Saved, saving, or not saved and why: always on screen. */
import { computed } from 'vue';
import type { SavingState } from '../persistence/saveQueue';

const props = defineProps<{ state: SavingState }>();
const text = computed(() => {
  if (props.state.status === 'saving') return 'Saving …';
  if (props.state.status !== 'saved') return 'Not kept';
  if (props.state.at === null) return 'Saved';
  return `Saved ${new Intl.DateTimeFormat(undefined, { hour: '2-digit', minute: '2-digit', hour12: false }).format(props.state.at)}`;
});
const why = computed(() =>
  props.state.status === 'failed' || props.state.status === 'apart'
    ? 'The line under the header says why'
    : 'Kept in this browser by itself',
);
</script>

<template>
  <span class="saved" :class="state.status" :title="why" role="status">{{ text }}</span>
</template>

<style scoped>
.saved {
  color: var(--ink-soft);
  white-space: nowrap;
  min-width: 5.6rem;
  text-align: right;
}
.failed,
.apart {
  color: var(--brick);
  font-weight: 600;
}
</style>
