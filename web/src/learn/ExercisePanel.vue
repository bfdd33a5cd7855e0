<script setup lang="ts">
/** The exercise that is open: its step, a hint, a figure or a choice to answer, and on to the next. Beside the work, never before it. */
import { nextTick, ref, watch } from 'vue';
import { useEventListener } from '@vueuse/core';
import { parseLength } from '@tawny/core/quantities/typedLengths';
import { useExercise } from './useExercise';

const { exercise, step, at, over, given, asked, verdict, done, said, session, next, leave } = useExercise();
const panel = ref<HTMLElement | null>(null);
const folded = ref(false);
const text = ref('');
const wrong = ref('');
watch(step, () => {
  text.value = '';
  wrong.value = '';
});
function answer(): void {
  const s = step.value;
  if (s?.kind !== 'figure') return;
  wrong.value = '';
  if (s.unit === 'm') {
    const parsed = parseLength(text.value, session.system);
    if (!parsed.ok) return void (wrong.value = 'That is no length: a figure with its unit, as 52.6 cm.');
    given.value = parsed.metres;
    return;
  }
  const value = Number(text.value.replace(',', '.').replace(/\s*(m³|m3|ms)\s*$/, ''));
  if (text.value.trim() === '' || !Number.isFinite(value)) wrong.value = `That is no figure: as 12.5, in ${s.unit}.`;
  else given.value = value;
}
/** On by keyboard: the focus stays in the panel. */
async function on(): Promise<void> {
  next();
  await nextTick();
  panel.value?.focus();
}
useEventListener('keydown', (event: KeyboardEvent) => {
  const typing = (event.target as HTMLElement).matches?.(
    'input:not([type="checkbox"], [type="radio"]), textarea, select',
  );
  if (!exercise.value || typing || event.key.toLowerCase() !== 'e' || event.ctrlKey || event.metaKey || event.altKey)
    return;
  event.preventDefault();
  folded.value = false;
  void nextTick(() => panel.value?.focus());
});
</script>

<template>
  <Teleport to="body">
    <section
      v-if="exercise"
      ref="panel"
      class="exercise"
      :class="session.dark ? 'v-theme--night' : 'v-theme--day'"
      tabindex="-1"
      :aria-label="`Exercise: ${exercise.title}`"
      data-exercise-panel
    >
      <header>
        <h2>{{ exercise.title }}</h2>
        <span class="soft">{{ over ? 'done' : `${at + 1} of ${exercise.steps.length}` }}</span>
        <button type="button" class="link" :aria-expanded="!folded" @click="folded = !folded">
          {{ folded ? 'Unfold' : 'Fold' }}
        </button>
        <button type="button" class="link" data-leave @click="leave()">Leave</button>
      </header>
      <div v-if="!folded" class="body">
        <template v-if="step">
          <p aria-live="polite" :data-step="step.id">{{ said(step.says) }}</p>
          <p v-if="step.keys" class="soft">
            By keyboard: <kbd>{{ step.keys }}</kbd>
          </p>
          <form v-if="step.kind === 'figure'" @submit.prevent="answer">
            <label>
              Figure{{ step.unit === 'm' ? '' : ` in ${step.unit}` }}
              <input v-model="text" autocomplete="off" data-figure />
            </label>
            <v-btn size="small" variant="outlined" type="submit" data-answer>Answer</v-btn>
          </form>
          <fieldset v-else-if="step.kind === 'choose'">
            <legend class="unseen">Answers</legend>
            <label v-for="o in step.options" :key="o.id">
              <input
                type="radio"
                name="exercise-answer"
                :value="o.id"
                :checked="given === o.id"
                :data-option="o.id"
                @change="given = o.id"
              />
              {{ said(o.text) }}
            </label>
          </fieldset>
          <p v-if="wrong" class="bad" role="alert">{{ wrong }}</p>
          <p v-else-if="verdict.says" :class="verdict.done ? 'good' : 'bad'" role="status" data-judged>
            {{ verdict.says }}
          </p>
          <p v-if="asked && !done" class="hint" data-hint>{{ said(step.hint) }}</p>
          <p v-if="done && said(step.after)" class="after">{{ said(step.after) }}</p>
          <div class="acts">
            <v-btn v-if="done" size="small" variant="flat" color="primary" data-next-step @click="on">Go on</v-btn>
            <v-btn v-else-if="!asked" size="small" variant="text" data-ask-hint @click="asked = true">A hint</v-btn>
          </div>
        </template>
        <template v-else>
          <p role="status" data-finished>
            {{ exercise.aim.replace(/^\w/, (c) => `Done. You can now ${c.toLowerCase()}`) }}
          </p>
          <div class="acts">
            <v-btn size="small" variant="flat" color="primary" @click="session.help = 'exercises'">Another one</v-btn>
            <v-btn size="small" variant="outlined" @click="leave()">Back to my room</v-btn>
          </div>
        </template>
      </div>
    </section>
  </Teleport>
</template>

<style scoped>
.exercise {
  position: fixed;
  inset-block-end: 66px;
  inset-inline-start: 136px;
  z-index: 880;
  inline-size: min(400px, calc(100vw - 150px));
  max-block-size: 52vh;
  overflow-y: auto;
  padding: 10px 14px 12px;
  background: var(--bench);
  color: var(--ink);
  border: 1px solid var(--rule-strong);
  border-block-start: 4px solid var(--teal);
  border-radius: 4px;
  box-shadow: 0 4px 18px var(--shade);
  font-size: 13px;
}
.exercise:focus-visible {
  outline: 2px solid var(--tawny);
}
header {
  display: flex;
  align-items: baseline;
  gap: 10px;
}
h2 {
  flex: 1;
  font-size: 14px;
}
p {
  margin-block: 6px;
}
form {
  display: flex;
  align-items: end;
  gap: 8px;
}
form input {
  display: block;
  inline-size: 9rem;
  padding: 4px 8px;
  border: 1px solid var(--rule-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
}
fieldset {
  border: 0;
  padding: 0;
  display: grid;
  gap: 4px;
}
.unseen {
  position: absolute;
  clip-path: inset(50%);
}
.soft {
  color: var(--ink-soft);
}
.good {
  color: var(--teal);
  font-weight: 600;
}
.bad {
  color: var(--brick);
}
.hint,
.after {
  padding-inline-start: 9px;
  border-inline-start: 3px solid var(--tawny);
}
.acts {
  display: flex;
  gap: 8px;
}
kbd {
  font-family: var(--figures);
  font-size: 11.5px;
}
.link {
  color: var(--tawny);
  text-decoration: underline;
}
@media (max-width: 860px) {
  .exercise {
    inset-inline: 8px;
    inset-block-end: 8px;
    inline-size: auto;
    max-block-size: 44vh;
  }
}
@media (pointer: coarse) {
  .link,
  fieldset label {
    min-block-size: 40px;
  }
}
</style>
