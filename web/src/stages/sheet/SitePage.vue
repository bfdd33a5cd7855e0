<script setup lang="ts">
/** Site view, for a phone in the room: one mark at a time in large figures, done, found at, next. */
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { mdiCheck, mdiChevronLeft, mdiChevronRight } from '@mdi/js';
import { blockSvg } from '@tawny/core/report/markingDrawing';
import { lengthText } from '@tawny/core/quantities/lengths';
import { LIMITS } from '@tawny/core/document/schema/project';
import { blockTitle, differenceText, sheetRow, siteSentence } from '@tawny/core/words/sheet';
import NumberField from '../../fields/NumberField.vue';
import { useSheet } from './useSheet';

const { doc, session, blocks, site, verdict } = useSheet();
const router = useRouter();
const list = computed(() =>
  blocks.value.flatMap((b) => b.marks.map((mark) => ({ mark, block: b, surface: blockTitle(b) }))),
);
/** The surface with this one mark, largest size in mm; on the screen it takes the width there is. */
const picture = computed(() => {
  const entry = here.value;
  if (!entry) return '';
  const { svg } = blockSvg({ ...entry.block, marks: [entry.mark] }, [130, 60], 'sans-serif');
  return `data:image/svg+xml,${encodeURIComponent(svg)}`;
});
const at = ref(
  Math.max(
    0,
    list.value.findIndex((e) => !site.value[e.mark.id]?.done),
  ),
);
const here = computed(() => list.value[Math.min(at.value, list.value.length - 1)] ?? null);
const row = computed(() => (here.value ? sheetRow(here.value.mark, session.system) : null));
const met = computed(() => (here.value ? (site.value[here.value.mark.id] ?? null) : null));
const done = computed(() => list.value.filter((e) => site.value[e.mark.id]?.done).length);
const go = (by: number) => (at.value = Math.min(list.value.length - 1, Math.max(0, at.value + by)));
function setDone(): void {
  const mark = here.value!.mark.id;
  const now = !met.value?.done;
  doc.run({ type: 'set-site', mark, site: { done: now } });
  if (now && at.value < list.value.length - 1) go(1);
}
const finding = ref(false);
function found(change: { first?: number; second?: number }): void {
  const { mark } = here.value!;
  const before = met.value?.found ?? { first: mark.tape[0].metres, second: mark.tape[1].metres };
  doc.run({ type: 'set-site', mark: mark.id, site: { found: { ...before, ...change } } });
}
const forget = () => doc.run({ type: 'set-site', mark: here.value!.mark.id, site: { found: null } });
const differences = computed(() => {
  const f = met.value?.found;
  if (!f || !here.value) return null;
  const [a, b] = here.value.mark.tape;
  return [differenceText(f.first - a.metres, session.system), differenceText(f.second - b.metres, session.system)];
});
const sentence = computed(() => siteSentence(verdict.value, session.system));
const big = (text: string) => text.split(/(?<=[\d′″/]) (?=[a-z])/);
function onKey(event: KeyboardEvent): void {
  if ((event.target as HTMLElement).matches('input')) return;
  if (event.key === 'ArrowRight') go(1);
  else if (event.key === 'ArrowLeft') go(-1);
}
</script>

<template>
  <div v-if="doc.project" class="site" tabindex="-1" @keydown="onKey">
    <header>
      <button class="back" @click="router.push('/marks')">Marks</button>
      <span class="name">{{ doc.project.name }}</span>
      <button class="units" :aria-label="`Units: ${session.system}. Change them.`" @click="session.nextSystem()">
        {{ lengthText(0.3, session.system) }}
      </button>
    </header>
    <template v-if="here && row">
      <p class="where" data-site-where>
        <span>{{ Math.min(at, list.length - 1) + 1 }} of {{ list.length }}</span> <span>{{ done }} done</span>
      </p>
      <div class="bar" role="progressbar" :aria-valuenow="done" :aria-valuemax="list.length" aria-label="Marks done">
        <i :style="{ width: `${(100 * done) / list.length}%` }" />
      </div>
      <main :data-site-mark="here.mark.id">
        <h1>
          <span class="letter">{{ row.letter }}</span> {{ here.surface }}
        </h1>
        <section class="measure">
          <p class="figure">
            {{ big(row.first)[0] }}<small>{{ big(row.first)[1] }}</small>
          </p>
          <p>{{ row.firstFrom }}</p>
          <p class="soft">zone {{ row.firstZone }}</p>
        </section>
        <section class="measure">
          <p class="figure">
            {{ big(row.second)[0] }}<small>{{ big(row.second)[1] }}</small>
          </p>
          <p>{{ row.secondFrom }}</p>
          <p class="soft">zone {{ row.secondZone }}</p>
        </section>
        <img v-if="!finding" :src="picture" :alt="`${here.surface} with the mark`" />
        <p class="soft note">
          {{ row.later }}, {{ row.level }}<template v-if="row.note">; {{ row.note }}</template>
        </p>
        <p v-if="differences" class="difference" data-difference>
          Found {{ differences[0] }} {{ row.firstFrom }}, {{ differences[1] }} {{ row.secondFrom }}.
        </p>
        <section v-if="finding" class="found">
          <NumberField
            :label="`Found, ${row.firstFrom}`"
            :model-value="met?.found?.first ?? null"
            :min="LIMITS.coordinate[0]"
            :max="LIMITS.coordinate[1]"
            optional
            @update:model-value="found({ first: $event })"
            @clear="forget"
          />
          <NumberField
            :label="`Found, ${row.secondFrom}`"
            :model-value="met?.found?.second ?? null"
            :min="LIMITS.coordinate[0]"
            :max="LIMITS.coordinate[1]"
            optional
            @update:model-value="found({ second: $event })"
            @clear="forget"
          />
        </section>
        <p v-if="sentence" class="says" data-site-says>{{ sentence }}</p>
      </main>
      <footer>
        <button class="other" :aria-expanded="finding" data-found-at @click="finding = !finding">
          {{ finding ? 'Close' : 'Found it at …' }}
        </button>
        <button class="step" aria-label="Previous mark" :aria-disabled="at === 0" @click="go(-1)">
          <v-icon :icon="mdiChevronLeft" size="30" />
        </button>
        <button class="done" :class="{ is: met?.done }" :aria-pressed="met?.done === true" data-done @click="setDone">
          <v-icon :icon="mdiCheck" size="26" /> {{ met?.done ? 'Done' : 'Mark done' }}
        </button>
        <button class="step" aria-label="Next mark" :aria-disabled="at >= list.length - 1" @click="go(1)">
          <v-icon :icon="mdiChevronRight" size="30" />
        </button>
      </footer>
    </template>
    <p v-else class="none">
      No loudspeaker throws a first reflection to the head: there is nothing to mark. Check the seat.
    </p>
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
h1 {
  font-size: 22px;
  display: flex;
  align-items: center;
  gap: 12px;
  margin: 0 0 12px;
}
.letter {
  background: var(--tape);
  color: var(--tape-ink);
  font-size: 30px;
  font-weight: 700;
  min-width: 52px;
  padding: 6px 14px;
  text-align: center;
  clip-path: polygon(0 0, 100% 0, 95% 25%, 100% 50%, 95% 75%, 100% 100%, 0 100%, 5% 75%, 0 50%, 5% 25%);
}
.measure {
  border-top: 1px solid var(--rule-strong);
  padding: 8px 0 10px;
}
.measure p {
  margin: 0;
  font-size: 17px;
}
.measure .figure {
  font-family: var(--figures);
  font-size: 54px;
  font-weight: 600;
  line-height: 1.1;
}
.figure small {
  font-size: 22px;
  font-weight: 400;
  color: var(--ink-soft);
  margin-left: 8px;
}
img {
  display: block;
  max-width: 100%;
  max-height: 190px;
  background: #fff;
  margin-bottom: 8px;
}
.measure .soft,
.note {
  font-size: 15px;
}
.difference {
  color: var(--tawny);
  font-weight: 600;
}
.says {
  border-left: 3px solid var(--tawny);
  padding-left: 10px;
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
