<script setup lang="ts">
/** Help: the field's words and what each stage is for, searched; the exercises; the keyboard. All of it is here, nothing is fetched. */
import { computed, nextTick, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { EXERCISES } from '@tawny/core/learn/exercises/all';
import type { ExerciseId } from '@tawny/core/learn/types';
import { findHelp, type HelpEntry } from '@tawny/core/words/help/find';
import { STAGE_HELP } from '@tawny/core/words/help/stages';
import type { StageId } from '@tawny/core/report/verdict';
import ChoiceRow from '../parts/ChoiceRow.vue';
import { useSession } from '../stores/session';
import { KEYS } from '../words/keys';
import { useExercise } from './useExercise';

const session = useSession();
const router = useRouter();
const exercises = useExercise();
const PAGES = [
  { id: 'words', name: 'Words and stages' },
  { id: 'exercises', name: 'Exercises' },
  { id: 'keys', name: 'Keyboard' },
] as const;
const page = ref<(typeof PAGES)[number]['id']>('words');
const looked = ref('');
const shown = computed({ get: () => session.help !== null, set: (v) => !v && close() });
watch(
  () => session.help,
  (at) => {
    if (at === null) return;
    page.value = at === 'exercises' ? 'exercises' : 'words';
    looked.value = STAGE_HELP.some((h) => h.stage === at) ? at : '';
  },
  { immediate: true },
);
const found = computed(() => findHelp(looked.value));
const keyOf = (e: HelpEntry) => (e.kind === 'stage' ? e.help.stage : e.term.term);
const titleOf = (id: ExerciseId) => EXERCISES.find((e) => e.id === id)!.title;
const close = () => (session.help = null);
function go(stage: StageId): void {
  close();
  void router.push(`/${stage}`);
}
async function begin(id: ExerciseId): Promise<void> {
  close();
  await nextTick();
  await exercises.begin(id);
}
</script>

<template>
  <v-dialog v-model="shown" max-width="640" scrollable aria-labelledby="help-title">
    <v-card class="help-box" data-help>
      <header>
        <h2 id="help-title">Help</h2>
        <v-btn variant="text" size="small" @click="close">Close</v-btn>
      </header>
      <ChoiceRow v-model="page" :choices="PAGES" label="What of help is shown" />
      <div class="page" tabindex="0" role="region" aria-label="Help, its text">
        <template v-if="page === 'words'">
          <label class="look"
            >Look up
            <input v-model="looked" type="search" placeholder="mode, RT60, desk, polarity …" autofocus data-help-search
          /></label>
          <p v-if="found.length === 0" class="soft">
            Nothing here holds all these words. Fewer letters find more; a figure of your room stands in its stage.
          </p>
          <article v-for="e in found" :key="keyOf(e)" :data-help-entry="keyOf(e)">
            <template v-if="e.kind === 'stage'">
              <h3>{{ e.help.title }}</h3>
              <p>{{ e.help.says }}</p>
              <p><b>To begin:</b> {{ e.help.begin }}</p>
              <p><b>Take care:</b> {{ e.help.careful }}</p>
              <p class="ways">
                <button type="button" class="link" @click="go(e.help.stage)">Go there</button>
                <button v-if="e.help.exercise" type="button" class="link" @click="begin(e.help.exercise)">
                  Exercise: {{ titleOf(e.help.exercise) }}
                </button>
              </p>
            </template>
            <template v-else>
              <h3>{{ e.term.term }}</h3>
              <p>
                {{ e.term.says }}
                <button type="button" class="link" @click="go(e.term.stage)">
                  {{ STAGE_HELP.find((h) => h.stage === e.term.stage)!.title.split(':')[0] }}
                </button>
              </p>
            </template>
          </article>
        </template>
        <template v-else-if="page === 'exercises'">
          <p class="soft">
            Each is done in a copy of a demo room, with the program as it is, and left at any time; your own rooms are
            not touched. They are judged by the same studies as every room.
          </p>
          <article v-for="e in EXERCISES" :key="e.id" :data-exercise="e.id">
            <h3>
              {{ e.title }}
              <span v-if="exercises.finished.value.includes(e.id)" class="done">done</span>
            </h3>
            <p>
              {{ e.aim }} <span class="soft">About {{ e.minutes }} minutes.</span>
            </p>
            <v-btn size="small" variant="outlined" data-begin @click="begin(e.id)">Begin</v-btn>
          </article>
        </template>
        <dl v-else>
          <template v-for="[key, what] in KEYS" :key="key">
            <dt>{{ key }}</dt>
            <dd>{{ what }}</dd>
          </template>
        </dl>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.help-box {
  padding: 14px 18px;
  max-height: 86vh;
  display: flex;
  flex-direction: column;
  gap: 8px;
}
header {
  display: flex;
  align-items: center;
  justify-content: space-between;
}
h2 {
  font-size: 16px;
}
h3 {
  font-size: 13.5px;
  font-weight: 600;
}
.page {
  overflow-y: auto;
  min-height: 0;
  padding-inline-end: 6px;
}
p {
  margin: 3px 0;
}
article {
  padding-block: 8px;
  border-block-start: 1px solid var(--rule);
}
.look {
  display: grid;
  gap: 2px;
  margin-block-end: 8px;
}
.look input {
  padding: 6px 10px;
  border: 1px solid var(--rule-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
}
.soft {
  color: var(--ink-soft);
}
.link {
  color: var(--tawny);
  text-decoration: underline;
}
.ways {
  display: flex;
  gap: 16px;
}
.done {
  margin-inline-start: 6px;
  color: var(--teal);
  font-size: 12px;
}
dl {
  display: grid;
  grid-template-columns: 11rem 1fr;
  gap: 5px 12px;
}
dt {
  font-family: var(--figures);
  font-size: 12px;
}
dd {
  margin: 0;
}
@media (pointer: coarse) {
  .link {
    min-block-size: 40px;
  }
}
</style>
