<script setup lang="ts">
/** The log as a time line: what was written down, measured, decided, hung, built and paid; searched, and written into. */
import { computed, ref } from 'vue';
import { happeningText } from '@tawny/core/words/signoff/signoff';
import PhotoRow from '../../desk/photos/PhotoRow.vue';
import { useLog } from '../../desk/useLog';
import { usePhotos } from '../../stores/photos';
import { dateText } from '../../parts/dates';
import { useSignoff } from './useSignoff';
import HelpLink from '../../desk/HelpLink.vue';

const { doc, timeline } = useSignoff();
const { write, strike } = useLog();
const photos = usePhotos();
const text = ref('');
const looked = ref('');
const MOST = 2000;

function note(): void {
  if (text.value.trim() === '') return;
  write('note', text.value.trim().slice(0, MOST));
  text.value = '';
}
/** Entries whose photographs are shown: those that have some, and those asked for. */
const opened = ref<string[]>([]);
const pictured = (id: string) => opened.value.includes(id) || photos.shown.some((p) => p.about === `log ${id}`);
const currency = computed(() => doc.project?.brief.budget?.currency ?? '');
const lines = computed(() =>
  timeline.value.map((h) => ({ h, day: dateText(h.at), ...happeningText(h, currency.value) })),
);
const found = computed(() => {
  const words = looked.value.toLowerCase().split(/\s+/).filter(Boolean);
  return lines.value.filter(({ title, text: said, day }) => {
    const all = `${title} ${said} ${day}`.toLowerCase();
    return words.every((w) => all.includes(w));
  });
});
/** By day, newest first. */
const days = computed(() => {
  const groups: { day: string; list: (typeof found.value)[number][] }[] = [];
  for (const line of found.value) {
    const last = groups.at(-1);
    if (last?.day === line.day) last.list.push(line);
    else groups.push({ day: line.day, list: [line] });
  }
  return groups;
});
</script>

<template>
  <section aria-label="Log">
    <h2>What was decided, and why</h2>
    <form @submit.prevent="note">
      <textarea
        v-model="text"
        aria-label="A note for the log"
        placeholder="what was decided or heard, and why"
        rows="3"
        :maxlength="MOST"
        data-log-text
      />
      <button type="submit" class="button" data-log-write>Write it down</button>
    </form>
    <label class="look">
      <span>Look for</span>
      <input v-model="looked" type="search" aria-label="Look for in the log" data-log-search />
    </label>
    <p v-if="lines.length === 0" class="soft">
      Nothing happened yet. Notes, measurements, decisions, pieces that hang and money paid stand here by their day.
      <HelpLink stage="signoff" />
    </p>
    <p v-else-if="found.length === 0" class="soft">Nothing in the log holds that.</p>
    <section v-for="d in days" :key="d.day" class="day">
      <h3>{{ d.day }}</h3>
      <ul>
        <li v-for="line in d.list" :key="`${line.h.kind} ${line.h.id}`" :data-happening="line.h.kind">
          <span class="title">{{ line.title }}</span>
          <button
            v-if="line.h.kind === 'log'"
            type="button"
            class="strike"
            :aria-label="`Strike “${line.text.slice(0, 40)}”`"
            @click="strike(line.h.id)"
          >
            strike
          </button>
          <span v-if="line.text" class="text">{{ line.text }}</span>
          <button
            v-if="line.h.kind === 'log' && !pictured(line.h.id)"
            type="button"
            class="strike photo"
            :aria-label="`Photographs of “${line.text.slice(0, 40)}”`"
            data-log-photo
            @click="opened = [...opened, line.h.id]"
          >
            photograph
          </button>
          <PhotoRow
            v-if="line.h.kind === 'log' && pictured(line.h.id)"
            class="text"
            :about="`log ${line.h.id}`"
            :name="line.title"
          />
        </li>
      </ul>
    </section>
  </section>
</template>

<style scoped>
h2 {
  margin: 4px 0 6px;
  font-size: 14px;
}
h3 {
  margin: 12px 0 2px;
  color: var(--ink-soft);
  font-size: 12.5px;
  font-weight: 600;
}
textarea,
.look input {
  inline-size: 100%;
  padding: 5px 8px;
  border: 1px solid var(--rule-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
  font-size: 13px;
  resize: vertical;
}
.button {
  margin-block: 4px 10px;
  padding: 4px 12px;
  border: 1px solid var(--rule-strong);
  border-radius: 3px;
  font-weight: 600;
}
.look {
  display: grid;
  grid-template-columns: max-content 1fr;
  align-items: center;
  gap: 8px;
  font-size: 13px;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: 1fr auto;
  padding: 4px 0;
  border-block-end: 1px solid var(--rule);
  font-size: 13px;
}
.title {
  font-weight: 600;
  overflow-wrap: anywhere;
}
.text {
  grid-column: 1 / -1;
  color: var(--ink-soft);
  font-size: 12.5px;
  overflow-wrap: anywhere;
  white-space: pre-line;
}
.photo {
  grid-column: 1 / -1;
  justify-self: start;
}
.strike {
  color: var(--ink-soft);
  font-size: 12px;
  text-decoration: underline;
}
</style>
