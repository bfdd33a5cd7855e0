<script setup lang="ts">
/** That what is predicted here was learned from the room, since when and how well; a switch shows the difference. */
import { computed } from 'vue';
import { inForce } from '@tawny/core/document/learned';
import { learnedSentence, learnedShort } from '@tawny/core/words/listen/learned';
import { dateText } from '../parts/dates';
import { useDocument } from '../stores/document';

const doc = useDocument();
const learned = computed(() => doc.project?.learned ?? null);
const used = computed(() => doc.project != null && inForce(doc.project) !== null);
const use = (inUse: boolean) => doc.run({ type: 'use-learned', inUse });
</script>

<template>
  <span v-if="learned && (used || !learned.inUse)" class="learned" data-learned-note>
    <span class="text" :title="learnedSentence(learned, dateText(learned.at))">
      {{ used ? learnedShort(learned, dateText(learned.at)) : 'As stated, without what the room has taught' }}
    </span>
    <button type="button" :aria-pressed="used" @click="use(!learned.inUse)">
      {{ used ? 'As stated' : 'As learned' }}
    </button>
  </span>
</template>

<style scoped>
.learned {
  display: inline-flex;
  gap: 6px;
  align-items: baseline;
  min-inline-size: 0;
  font-size: 12px;
  color: var(--ink-soft);
}
.text {
  overflow: hidden;
  max-inline-size: 34ch;
  text-overflow: ellipsis;
  white-space: nowrap;
}
button {
  min-block-size: 24px;
  color: var(--tawny);
  font-weight: 600;
  text-decoration: underline;
  white-space: nowrap;
}
</style>
