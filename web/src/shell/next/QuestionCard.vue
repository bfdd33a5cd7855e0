<script setup lang="ts">
/** Something nobody has told of the room yet, answered in place. */
import type { OpenQuestion } from '@tawny/core/questions/moves/types';
import { choiceText, questionNote, questionText } from '@tawny/core/words/moves';

defineProps<{ question: OpenQuestion; more: OpenQuestion[] }>();
const emit = defineEmits<{ answer: [question: OpenQuestion, choice: string]; look: [stage: string] }>();
</script>

<template>
  <section class="question" :data-question="question.id">
    <h3>{{ questionText(question) }}</h3>
    <p>{{ questionNote(question) }}</p>
    <div class="acts">
      <v-btn
        v-for="c in question.choices"
        :key="c.id"
        size="small"
        variant="outlined"
        :data-choice="c.id"
        @click="emit('answer', question, c.id)"
        >{{ choiceText(question, c.id) }}</v-btn
      >
      <v-btn size="small" variant="text" @click="emit('look', question.stage)">{{
        question.choices.length > 1 ? 'Something else' : 'Go there'
      }}</v-btn>
    </div>
    <p v-if="more.length > 0" class="soft">Then: {{ more.map(questionText).join(' ') }}</p>
  </section>
</template>

<style scoped>
.question {
  padding: 8px 12px 10px;
  margin-block: 6px;
  border: 1px solid var(--tawny);
  border-inline-start-width: 4px;
  border-radius: 4px;
  background: var(--sheet);
}
h3 {
  font-size: 14px;
  font-weight: 600;
}
p {
  margin: 4px 0;
}
.soft {
  color: var(--ink-soft);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
@media (pointer: coarse) {
  .acts :deep(.v-btn) {
    min-block-size: 44px;
  }
}
</style>
