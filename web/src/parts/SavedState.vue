<script setup lang="ts">
/** Saved, saving, or not saved and why: always on screen. */
import { computed } from 'vue';

const props = defineProps<{
  state: { status: 'saved'; at: number | null } | { status: 'saving' } | { status: 'failed'; reason: string };
}>();
const text = computed(() => {
  if (props.state.status === 'saving') return 'Saving …';
  if (props.state.status === 'failed') return 'Not saved';
  if (props.state.at === null) return 'Saved';
  return `Saved ${new Intl.DateTimeFormat(undefined, { hour: '2-digit', minute: '2-digit', hour12: false }).format(props.state.at)}`;
});
const why = computed(() =>
  props.state.status === 'failed'
    ? `The browser did not store the project (${props.state.reason}). It is tried again by itself; “Save to a file” works meanwhile.`
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
.failed {
  color: var(--brick);
  font-weight: 600;
}
</style>
