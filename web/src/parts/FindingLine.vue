<script setup lang="ts">
/** One issue as a sentence, marked by shape and word as well as by colour. */
import { computed } from 'vue';
import { mdiAlertOutline, mdiCloseOctagonOutline, mdiInformationOutline } from '@mdi/js';
import type { Issue } from '@tawny/core/studies/types';
import { issueSentence } from '@tawny/core/words/issues';
import { useLengths } from './keys';

const props = defineProps<{ issue: Issue }>();
const system = useLengths();
const icon = computed(
  () =>
    ({ wrong: mdiCloseOctagonOutline, warning: mdiAlertOutline, note: mdiInformationOutline })[props.issue.severity],
);
const sentence = computed(() => issueSentence(props.issue, system.value));
</script>

<template>
  <p class="finding" :class="issue.severity" :data-issue="issue.code">
    <v-icon :icon="icon" size="16" :aria-label="issue.severity === 'note' ? 'Note' : 'Warning'" /><span>{{
      sentence
    }}</span>
  </p>
</template>

<style scoped>
.finding {
  display: flex;
  gap: 8px;
  margin: 0;
  padding: 5px 0;
  line-height: 1.35;
}
.finding .v-icon {
  margin-top: 2px;
  flex: none;
}
.warning .v-icon,
.wrong .v-icon {
  color: var(--brick);
}
.note {
  color: var(--ink-soft);
}
</style>
