<script setup lang="ts">
/** The site view's frame, for a phone in the room: one thing at a time, how many are done, previous, done, next. */
import { useRouter } from 'vue-router';
import { mdiCheck, mdiChevronLeft, mdiChevronRight } from '@mdi/js';
import { lengthText } from '@tawny/core/quantities/lengths';
import { useDocument } from '../../stores/document';
import { useSession } from '../../stores/session';

const props = defineProps<{
  at: number;
  count: number;
  done: number;
  /** Whether the thing shown is done, and what doing it is called. */
  isDone: boolean;
  doIt: string;
  /** What one of them is called: "mark". */
  thing: string;
  other: string;
  finding: boolean;
  views: readonly { to: string; word: string; here: boolean }[];
  back: { to: string; word: string };
}>();
const emit = defineEmits<{ go: [at: number]; done: []; find: [] }>();
const doc = useDocument();
const session = useSession();
const router = useRouter();
const go = (by: number) => emit('go', Math.min(props.count - 1, Math.max(0, props.at + by)));
function onKey(event: KeyboardEvent): void {
  if ((event.target as HTMLElement).matches('input, textarea')) return;
  if (event.key === 'ArrowRight') go(1);
  else if (event.key === 'ArrowLeft') go(-1);
}
</script>

<template>
  <div v-if="doc.project" class="site" tabindex="-1" @keydown="onKey">
    <header>
      <button class="back" @click="router.push(back.to)">{{ back.word }}</button>
      <span class="name">{{ doc.project.name }}</span>
      <button class="units" :aria-label="`Units: ${session.system}. Change them.`" @click="session.nextSystem()">
        {{ lengthText(0.3, session.system) }}
      </button>
    </header>
    <nav aria-label="What is done on site">
      <button
        v-for="v in views"
        :key="v.to"
        :class="{ here: v.here }"
        :aria-current="v.here ? 'page' : undefined"
        @click="router.replace(v.to)"
      >
        {{ v.word }}
      </button>
    </nav>
    <template v-if="count > 0">
      <p class="where" data-site-where>
        <span>{{ at + 1 }} of {{ count }}</span> <span>{{ done }} done</span>
      </p>
      <div class="bar" role="progressbar" :aria-valuenow="done" :aria-valuemax="count" :aria-label="`${thing}s done`">
        <i :style="{ width: `${(100 * done) / count}%` }" />
      </div>
      <main tabindex="0" :aria-label="`The ${thing} shown`"><slot /></main>
      <footer>
        <button class="other" :aria-expanded="finding" data-found-at @click="emit('find')">
          {{ finding ? 'Close' : other }}
        </button>
        <button class="step" :aria-label="`Previous ${thing}`" :aria-disabled="at === 0" @click="go(-1)">
          <v-icon :icon="mdiChevronLeft" size="30" />
        </button>
        <button class="done" :class="{ is: isDone }" :aria-pressed="isDone" data-done @click="emit('done')">
          <v-icon :icon="mdiCheck" size="26" /> {{ isDone ? 'Done' : doIt }}
        </button>
        <button class="step" :aria-label="`Next ${thing}`" :aria-disabled="at >= count - 1" @click="go(1)">
          <v-icon :icon="mdiChevronRight" size="30" />
        </button>
      </footer>
    </template>
    <p v-else class="none"><slot name="none" /></p>
  </div>
</template>

<style scoped>
.site {
  height: 100dvh;
  display: flex;
  flex-direction: column;
  background: var(--paper);
  color: var(--ink);
  width: 100%;
  max-width: 560px;
  margin: 0 auto;
  outline: none;
}
header {
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 8px 14px;
  border-bottom: 1px solid var(--rule);
}
.name {
  flex: 1;
  font-weight: 600;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
header button {
  border: 1px solid var(--rule-strong);
  border-radius: 4px;
  padding: 6px 12px;
  min-height: 40px;
}
.units {
  font-family: var(--figures);
}
nav {
  display: grid;
  grid-template-columns: 1fr 1fr;
  border-bottom: 1px solid var(--rule);
}
nav button {
  min-height: 44px;
  border-right: 1px solid var(--rule);
}
nav button.here {
  background: var(--tawny-pale);
  font-weight: 700;
}
.where {
  display: flex;
  justify-content: space-between;
  margin: 0;
  padding: 8px 14px 4px;
  color: var(--ink-soft);
}
.bar {
  height: 4px;
  background: var(--rule);
  margin: 0 14px;
}
.bar i {
  display: block;
  height: 100%;
  background: var(--teal);
}
main {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  padding: 14px;
}
footer {
  display: grid;
  grid-template-columns: 64px 1fr 64px;
  gap: 10px;
  padding: 10px 14px 16px;
  border-top: 1px solid var(--rule);
}
footer button {
  min-height: 56px;
  border: 1px solid var(--rule-strong);
  border-radius: 6px;
  font-size: 18px;
  background: var(--sheet);
}
footer .other {
  grid-column: 1 / -1;
  min-height: 46px;
  font-size: 16px;
}
.done {
  font-weight: 700;
}
footer .done.is {
  background: var(--teal);
  color: var(--paper);
}
[aria-disabled='true'] {
  opacity: 0.4;
}
.none {
  padding: 20px;
}
</style>
