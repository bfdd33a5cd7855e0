<script setup lang="ts">
/** The checklist for who builds from nothing: questions with rules of thumb and the figures of this room; settled with what was decided. */
import { computed, ref } from 'vue';
import { CHECKED, checkedOf } from '@tawny/core/document/answered';
import { checkFigures, type CheckId, CHECKS } from '@tawny/core/studies/signoff/checklist';
import { CHECK_WORDS } from '@tawny/core/words/signoff/checklist';
import { useAnswers } from '../../answers/answers';
import { stamp } from '../../desk/pieces';
import { dateText } from '../../parts/dates';
import { useLengths } from '../../parts/keys';
import { useDocument } from '../../stores/document';

const doc = useDocument();
const answers = useAnswers();
const system = useLengths();
const project = computed(() => doc.project!);
const figures = computed(() => checkFigures(project.value, answers.glance!.setting.length));
const notes = ref<Partial<Record<CheckId, string>>>({});
const points = computed(() =>
  CHECKS.map((id) => ({
    ...{ id, words: CHECK_WORDS[id], done: checkedOf(project.value, id) },
    rule: CHECK_WORDS[id].rule(figures.value, system.value),
  })),
);
const open = computed(() => points.value.filter((p) => !p.done).length);
function settle(id: CheckId, on: boolean): void {
  const answer = on ? { at: stamp(), why: (notes.value[id] ?? '').trim() } : null;
  doc.run({ type: 'answer', key: `${CHECKED}${id}`, answer });
}
</script>

<template>
  <p class="soft">
    For rooms that are built from nothing, before walls close. Rules of thumb, not a design: structure, sound
    insulation, wiring, air and fire are for licensed trades and local code. {{ open }} of {{ points.length }} open.
  </p>
  <section v-for="p in points" :key="p.id" class="point" :data-check="p.id" :data-done="p.done ? '' : undefined">
    <h3>{{ p.words.title }}</h3>
    <p>{{ p.words.asks }}</p>
    <p data-rule>{{ p.rule }}</p>
    <p class="soft">Source: {{ p.words.source }}. Decides: {{ p.words.decides }}</p>
    <p v-if="p.done" class="done">
      <b>Settled {{ dateText(p.done.at) }}</b
      >{{ p.done.why ? `: ${p.done.why}` : '' }}
      <button type="button" class="link" @click="settle(p.id, false)">open again</button>
    </p>
    <form v-else @submit.prevent="settle(p.id, true)">
      <input
        v-model="notes[p.id]"
        :aria-label="`${p.words.title}: what was decided`"
        placeholder="what was decided, and by whom"
        maxlength="400"
      />
      <button type="submit" class="button">Settled</button>
    </form>
  </section>
</template>

<style scoped>
.point {
  padding-block: 9px;
  border-block-end: 1px solid var(--rule);
  font-size: 13px;
}
h3 {
  font-size: 14px;
}
p {
  margin: 2px 0;
}
form {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-block-start: 5px;
}
form input {
  flex: 1 1 240px;
  padding: 5px 8px;
  border: 1px solid var(--rule-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
}
.button {
  padding: 4px 12px;
  border: 1px solid var(--rule-strong);
  border-radius: 3px;
  font-weight: 600;
}
.done b {
  color: var(--teal);
}
.link {
  color: var(--tawny);
  text-decoration: underline;
}
@media (pointer: coarse) {
  .button,
  .link {
    min-block-size: 44px;
  }
}
</style>
