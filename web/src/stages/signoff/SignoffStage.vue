<script setup lang="ts">
/** Sign-off: is the room what was asked for; and what was done, heard and decided until now. */
import { type Component, computed, defineAsyncComponent, ref } from 'vue';
import { useSession } from '../../stores/session';
import { useLengths } from '../../parts/keys';
import { dateText } from '../../parts/dates';
import StageFrame from '../../parts/StageFrame.vue';
import { STAGES } from '../../words/stages';
import {
  askedText,
  foundText,
  howText,
  OUTCOME_WORDS,
  standingSentence,
  unknownSentence,
  WISH_MENDS,
  wishTitle,
} from '@tawny/core/words/signoff/signoff';
import ChoiceRow from '../../parts/ChoiceRow.vue';
import ChecklistPart from './ChecklistPart.vue';
import EarPart from './EarPart.vue';
import LogPart from './LogPart.vue';
import SchoolsPart from './SchoolsPart.vue';
import { useSignoff } from './useSignoff';

const { wishes, waiting } = useSignoff();
const session = useSession();
const PAGES = [
  { id: 'brief', name: 'Against the brief' },
  { id: 'scenarios', name: 'Scenarios' },
  { id: 'schools', name: 'Where practice differs' },
  { id: 'ear', name: 'By ear' },
  { id: 'hear', name: 'Hear it' },
  { id: 'checklist', name: 'Before building' },
  { id: 'report', name: 'Report' },
] as const;
const shown = ref<(typeof PAGES)[number]['id']>('brief');
const pageName = computed(() => PAGES.find((p) => p.id === shown.value)!.name);
/** Those with drawings, files and sound only when somebody wants them. */
const late = (load: () => Promise<{ default: Component }>) => defineAsyncComponent(load);
const PARTS: Readonly<Partial<Record<(typeof PAGES)[number]['id'], Component>>> = {
  scenarios: late(() => import('./ScenariosPart.vue')),
  schools: SchoolsPart as Component,
  ear: EarPart as Component,
  hear: late(() => import('./HearPart.vue')),
  checklist: ChecklistPart as Component,
  report: late(() => import('./ReportPart.vue')),
};
const system = useLengths();
const subtitle = computed(() => (wishes.value.length > 0 ? standingSentence(wishes.value) : ''));
const nameOf = (stage: string) => STAGES.find((s) => s.id === stage)!.name;
const toBrief = () => (session.surveyPart = 'brief');
</script>

<template>
  <StageFrame title="Sign-off" :subtitle="subtitle" bench-label="Log" pages>
    <ChoiceRow v-model="shown" :choices="PAGES" label="What is shown" class="pages-row" />
    <div v-if="PARTS[shown]" class="page" tabindex="0" role="region" :aria-label="pageName">
      <component :is="PARTS[shown]" />
    </div>
    <div v-else class="page" tabindex="0" role="region" aria-label="The brief against the room">
      <p v-if="waiting" class="soft" role="status">Reading what was measured …</p>
      <table class="wishes" aria-label="Wishes of the brief">
        <thead>
          <tr>
            <th scope="col">Wish</th>
            <th scope="col">Asked</th>
            <th scope="col">Found</th>
            <th scope="col" class="outcome">Verdict</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="w in wishes" :key="`${w.kind} ${w.text}`" :data-wish="w.kind" :data-outcome="w.outcome">
            <th scope="row">{{ wishTitle(w) }}</th>
            <td>{{ askedText(w, system) }}</td>
            <td>
              <div v-for="(f, i) in w.found" :key="i" :class="{ soft: i > 0 }" data-found>
                <b>{{ howText(f, dateText) }}</b> {{ foundText(w, f, system, dateText) }}
              </div>
              <p v-if="w.outcome === 'unknown'" class="soft">{{ unknownSentence(w) }}</p>
              <p v-if="w.outcome !== 'met' && WISH_MENDS[w.kind]" class="mend">
                {{ WISH_MENDS[w.kind]!.says }}
                <RouterLink :to="`/${WISH_MENDS[w.kind]!.stage}`">{{ nameOf(WISH_MENDS[w.kind]!.stage) }}</RouterLink>
              </p>
            </td>
            <td class="outcome">
              <span class="word" :class="w.outcome">{{ OUTCOME_WORDS[w.outcome] }}</span>
            </td>
          </tr>
        </tbody>
      </table>
      <p class="soft">
        What is asked stands in the brief:
        <RouterLink to="/survey" data-to-brief @click="toBrief">uses in their order, levels, budget</RouterLink>. What
        was measured in the room as it is decides before what is predicted; a measurement of an earlier room is told
        with its day. “Nearly” is within a tenth of its limit, or where the limit lies within what is known.
      </p>
    </div>
    <template #bench><LogPart /></template>
  </StageFrame>
</template>

<style scoped>
.pages-row {
  margin: 2px 14px 4px;
  max-width: 760px;
  flex: none;
}
.page {
  flex: 1 1 auto;
  min-height: 0;
  overflow-y: auto;
  padding: 6px 14px 14px;
}
.wishes {
  width: 100%;
  border-collapse: collapse;
  font-size: 13px;
}
th,
td {
  padding: 7px 10px 7px 0;
  border-block-end: 1px solid var(--rule);
  text-align: start;
  vertical-align: top;
}
thead th {
  color: var(--ink-soft);
  font-weight: 600;
}
tbody th {
  inline-size: 22%;
  font-weight: 600;
}
td:nth-of-type(1) {
  inline-size: 22%;
  white-space: pre-line;
}
td p {
  margin: 3px 0 0;
}
a {
  color: var(--tawny);
}
.mend {
  font-size: 12.5px;
}
.outcome {
  inline-size: 84px;
}
.word {
  padding: 1px 7px;
  border: 1px solid var(--rule-strong);
  border-radius: 3px;
  font-weight: 600;
  white-space: nowrap;
}
.word.met {
  border-color: var(--teal, var(--rule-strong));
  color: var(--teal, inherit);
}
.word.missed {
  border-color: var(--brick);
  color: var(--brick);
}
.word.nearly {
  border-color: var(--tawny);
  color: var(--tawny);
}
@media (max-width: 860px) {
  .page {
    overflow: visible;
  }
  thead {
    display: none;
  }
  tr {
    display: grid;
    grid-template-columns: 1fr auto;
    border-block-end: 1px solid var(--rule);
  }
  th,
  td {
    inline-size: auto !important;
    border: 0;
    padding: 4px 6px 4px 0;
  }
  td:nth-of-type(1),
  td:nth-of-type(2) {
    grid-column: 1 / -1;
    order: 2;
  }
}
</style>
