<script setup lang="ts">
/** The next move, on every stage: what is not told yet and what would do most, tried and ordered; taken, tried or put aside from here. */
import { useEventListener } from '@vueuse/core';
import { computed, onScopeDispose, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { commandOf, takenAt } from '@tawny/core/questions/moves/stamp';
import type { Move, OpenQuestion } from '@tawny/core/questions/moves/types';
import { enoughSentence, moveTitle, questionText } from '@tawny/core/words/moves';
import { useLines } from '../../answers/answers';
import { useResults } from '../../answers/results';
import { stamp } from '../../desk/pieces';
import { useDocument } from '../../stores/document';
import { useSession } from '../../stores/session';
import MoveCard from './MoveCard.vue';
import QuestionCard from './QuestionCard.vue';

const doc = useDocument();
const session = useSession();
const router = useRouter();
const results = useResults();
const { moves: short, allMoves: all, bass } = useLines();
const open = ref(false);
const button = ref<HTMLButtonElement | null>(null);

const result = computed(() => all.fitting.value ?? short.last.value);
/** What is shown is of the room as it is: only then may it be taken, for an edit of an earlier room would undo what was decided since. */
const fresh = computed(() => all.fitting.value !== null || short.fitting.value !== null);
const question = computed(() => result.value?.questions[0] ?? null);
const first = computed(() => result.value?.moves[0] ?? null);
const line = computed(() => {
  if (!result.value) return short.state.value.status === 'failed' ? 'not computed' : 'looking …';
  if (question.value) return questionText(question.value);
  return first.value ? moveTitle(first.value, session.system) : enoughSentence(result.value);
});
short.follow(() => ({ thorough: false, system: session.system }));
// The waves take a minute of the machine: only while somebody looks.
all.follow(() =>
  open.value && result.value && !question.value ? { thorough: true, system: session.system } : undefined,
);
/** Once they are tried, the verdict below says the same of the bass. */
let endBass: (() => void) | null = null;
function followBass(on: boolean): void {
  if (on) endBass ??= bass.start();
  else {
    endBass?.();
    endBass = null;
  }
}
watch(
  () => open.value && (endBass !== null || all.current.value),
  (on) => followBass(on),
);
onScopeDispose(() => followBass(false));
watch(open, (now) => {
  if (!now && all.state.value.status === 'running') all.cancel();
});

const label = computed(() => (question.value ? 'First' : result.value?.enough ? 'Done' : 'Best move'));
const busy = computed(() => {
  if (all.state.value.status === 'running') return Math.round(100 * all.state.value.part);
  return short.state.value.status === 'running' ? 0 : null;
});

/** What is being tried: an edit like any other, which goes with one step back as long as no other follows. */
const tried = ref<{ title: string; edition: number } | null>(null);
watch(
  () => doc.project?.id,
  () => (tried.value = null),
);
const canGoBack = computed(() => tried.value !== null && tried.value.edition === doc.edition);
function take(move: Move, trying: boolean): void {
  if (!doc.run(commandOf(takenAt(move.commands, stamp())))) return;
  tried.value = trying ? { title: moveTitle(move, session.system), edition: doc.edition } : null;
}
function goBack(): void {
  if (canGoBack.value) doc.undo();
  tried.value = null;
}
function answer(q: OpenQuestion, choice: string): void {
  const found = q.choices.find((c) => c.id === choice);
  if (found) doc.run(commandOf(takenAt(found.commands, stamp())));
}
const aside = (key: string, why: string | null) =>
  doc.run({ type: 'answer', key, answer: why === null ? null : { at: stamp(), why } });
function look(stage: string): void {
  void router.push(`/${stage}`);
  if (innerWidth <= 860) close();
}
function close(): void {
  open.value = false;
  button.value?.focus();
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if (open.value && event.key === 'Escape' && !event.defaultPrevented) close();
});
</script>

<template>
  <Teleport v-if="doc.project" defer to="[data-next-place]">
    <button
      ref="button"
      class="opener"
      :aria-expanded="open"
      aria-controls="next-moves"
      :title="line"
      data-next-move
      @click="open = !open"
    >
      <b>{{ label }}</b> <span class="what" :class="{ old: !fresh }">{{ line }}</span>
    </button>
  </Teleport>
  <Teleport to="body">
    <aside
      v-if="open && doc.project"
      id="next-moves"
      class="moves"
      :class="session.dark ? 'v-theme--night' : 'v-theme--day'"
      aria-label="Next moves"
    >
      <header>
        <h2>What next?</h2>
        <v-btn size="small" variant="text" @click="close">Close</v-btn>
      </header>
      <div v-if="tried" class="tried" role="status" data-tried>
        <p><b>Being tried:</b> {{ tried.title }}</p>
        <template v-if="canGoBack">
          <v-btn size="small" variant="flat" color="primary" @click="tried = null">Keep it</v-btn>
          <v-btn size="small" variant="outlined" @click="goBack">Take it back</v-btn>
        </template>
        <template v-else>
          <p class="soft">Something else was done since: undo goes back step by step.</p>
          <v-btn size="small" variant="text" @click="tried = null">Good</v-btn>
        </template>
      </div>
      <p v-if="busy !== null" class="soft" aria-live="polite" data-moves-busy>
        {{ busy > 0 ? `Trying everything in the waves of the room, ${busy} %` : 'Trying …' }}
      </p>
      <p v-else-if="short.state.value.status === 'failed'" class="bad" role="alert">
        {{ short.state.value.message }} <button class="link" @click="short.again()">Try again</button>
      </p>
      <template v-if="result">
        <QuestionCard
          v-if="question"
          :question="question"
          :more="result.questions.slice(1)"
          @answer="answer"
          @look="look"
        />
        <ol v-if="result.moves.length > 0" :class="{ old: !fresh }">
          <MoveCard
            v-for="m in result.moves"
            :key="m.id"
            :move="m"
            :fresh="fresh"
            :currency="doc.project?.brief.budget?.currency ?? '€'"
            :system="session.system"
            :name-of="results.nameOf"
            @take="take(m, false)"
            @attempt="take(m, true)"
            @aside="aside(m.id, $event)"
            @look="look(m.stage)"
          />
        </ol>
        <p data-moves-said>{{ enoughSentence(result) }}</p>
        <section v-if="result.aside.length > 0">
          <h3>Put aside</h3>
          <p v-for="a in result.aside" :key="a.key" data-aside>
            {{ a.why || 'Not for this room.' }}
            <button class="link" @click="aside(a.key, null)">Propose it again</button>
          </p>
        </section>
        <p class="soft">
          {{
            result.thorough
              ? 'Each was tried with the waves of the room: the figures are what the verdict below says once it is taken.'
              : 'The figures are what the verdict below says once it is taken.'
          }}
          The order is gain for money and hours, an hour counted like 20 of money; gains are counted in steps that can
          just be heard.
        </p>
      </template>
    </aside>
  </Teleport>
</template>

<style scoped>
.opener {
  display: flex;
  max-inline-size: min(460px, 100%);
  min-width: 0;
  align-items: baseline;
  gap: 7px;
  padding: 3px 10px;
  border: 1px solid var(--rule-strong);
  border-inline-start: 4px solid var(--tawny);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
  text-align: start;
}
.opener b {
  color: var(--tawny);
  white-space: nowrap;
}
.opener:focus-visible {
  outline: 2px solid var(--tawny);
  outline-offset: 1px;
}
.what {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
/* Of an earlier room, and still to be read. */
.old {
  font-style: italic;
}
.what.old {
  color: var(--ink-soft);
}
.moves {
  position: fixed;
  inset-block: 44px 58px;
  inset-inline-end: 0;
  inline-size: min(452px, 100vw);
  z-index: 900;
  overflow-y: auto;
  padding: 12px 16px 18px;
  background: var(--bench);
  color: var(--ink);
  border-inline-start: 1px solid var(--rule-strong);
  box-shadow: -6px 0 18px var(--shade);
  font-size: 13px;
}
.moves header {
  display: flex;
  align-items: center;
  justify-content: space-between;
}
h2 {
  font-size: 16px;
}
h3 {
  font-size: 13px;
  margin-block-start: 10px;
}
.moves p {
  margin-block: 6px;
}
.moves ol :deep(li) {
  border-block-end: 0;
}
.moves ol {
  list-style: none;
  margin: 6px 0;
  padding: 0;
}
.tried {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding: 8px 10px;
  margin-block: 6px;
  border: 1px solid var(--tawny);
  border-radius: 4px;
  background: var(--tawny-pale);
}
.tried p {
  flex: 1 0 100%;
  margin: 0;
}
.soft {
  color: var(--ink-soft);
}
.bad {
  color: var(--brick);
}
.link {
  color: var(--tawny);
  text-decoration: underline;
}
@media (max-width: 860px) {
  .opener {
    max-inline-size: 100%;
    inline-size: 100%;
    min-block-size: 40px;
    align-items: center;
  }
  .moves {
    inset-block: 0;
  }
}
</style>
