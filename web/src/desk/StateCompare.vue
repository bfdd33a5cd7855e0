<script setup lang="ts">
/** Two states of the room side by side: which one is shown, which one is held beside it. Nothing while there is one only. */
import { computed } from 'vue';
import ChoiceField from '../fields/ChoiceField.vue';
import { useDocument } from '../stores/document';
import { useAnswers } from '../answers/answers';
import { useSession } from '../stores/session';

const doc = useDocument();
const answers = useAnswers();
const session = useSession();
const states = computed(() => doc.project?.states.list ?? []);
const current = computed(() => doc.project?.states.current ?? null);
const SURVEYED = 'as-surveyed ';
const choices = computed(() => [
  { value: SURVEYED, title: 'As surveyed' },
  ...states.value.map((s) => ({ value: s.id, title: s.name })),
]);
const beside = computed(() => [
  { value: '', title: 'nothing' },
  ...choices.value.filter((c) => c.value !== (current.value ?? SURVEYED)),
]);
const compared = computed(() => (answers.other ? (session.compared ?? SURVEYED) : ''));
function compare(value: string): void {
  session.compared = value === '' ? undefined : value === SURVEYED ? null : value;
}
</script>

<template>
  <section v-if="states.length > 0" class="compare" data-compare>
    <h2>States</h2>
    <ChoiceField
      label="Shown"
      wide
      :model-value="current ?? SURVEYED"
      :items="choices"
      @update:model-value="doc.run({ type: 'switch-state', id: $event === SURVEYED ? null : $event })"
    />
    <ChoiceField label="Beside it" wide :model-value="compared" :items="beside" @update:model-value="compare" />
    <slot v-if="answers.other" />
  </section>
</template>
