<script setup lang="ts">
/** Brief: what the room is for, how loud, how quiet, for how much. It sets the default target and is kept for the end. */
import { computed } from 'vue';
import { mdiArrowUp, mdiClose } from '@mdi/js';
import { ASKED, backgroundFor, leadingUse } from '@tawny/core/document/commands/brief';
import { type Brief, LIMITS, USES } from '@tawny/core/document/schema/project';
import { SCHOOL_WORDS } from '@tawny/core/words/schools';
import { USE_NAMES } from '@tawny/core/words/signoff/uses';
import NumberField from '../../fields/NumberField.vue';
import TextRow from '../../fields/TextRow.vue';
import { useSurvey } from './useSurvey';

const { doc, project } = useSurvey();
const brief = computed(() => project.value.brief);
const set = (change: Partial<Brief>) => doc.run({ type: 'set-brief', brief: change });
const unused = computed(() => USES.filter((u) => !brief.value.uses.includes(u)));
function raise(i: number): void {
  const uses = [...brief.value.uses];
  uses.splice(i - 1, 0, ...uses.splice(i, 1));
  set({ uses });
}
const asked = computed(() => ASKED[leadingUse(brief.value)]);
const follows = computed(() => project.value.target.chosenBy === 'brief');
const LEVELS = [
  { key: 'loudestDb', label: 'Loudest source', hint: 'dB at 1 m' },
  { key: 'quietestDb', label: 'Quietest moment', hint: 'dB at the ears' },
  { key: 'backgroundDb', label: 'Background noise', hint: 'goal, dB(A)' },
] as const;
</script>

<template>
  <div>
    <h2>What the room is for</h2>
    <ol class="uses">
      <li v-for="(u, i) in brief.uses" :key="u">
        <span>{{ USE_NAMES[u] }}</span>
        <button v-if="i > 0" :aria-label="`${USE_NAMES[u]} matters more`" @click="raise(i)">
          <v-icon :icon="mdiArrowUp" size="15" />
        </button>
        <button :aria-label="`Not for ${USE_NAMES[u]}`" @click="set({ uses: brief.uses.filter((o) => o !== u) })">
          <v-icon :icon="mdiClose" size="15" />
        </button>
      </li>
    </ol>
    <div class="add">
      <button v-for="u in unused" :key="u" :data-use="u" @click="set({ uses: [...brief.uses, u] })">
        + {{ USE_NAMES[u] }}
      </button>
    </div>
    <p>
      <template v-if="follows">
        Target: {{ SCHOOL_WORDS[project.target.school].name.toLowerCase() }}, for {{ asked.why }}. It follows the first
        use.
      </template>
      <template v-else>
        The target was chosen by hand: {{ SCHOOL_WORDS[project.target.school].name.toLowerCase() }}.
        <button class="link" @click="doc.run({ type: 'set-target', target: { chosenBy: 'brief' } })">
          Follow the brief
        </button>
      </template>
    </p>
    <h2>Who and how loud</h2>
    <NumberField
      label="People at once"
      kind="number"
      whole
      :step="1"
      :model-value="brief.people"
      :min="0"
      :max="500"
      @update:model-value="set({ people: $event })"
    />
    <TextRow
      label="Instruments"
      :most="400"
      :model-value="brief.instruments"
      @update:model-value="set({ instruments: $event })"
    />
    <NumberField
      v-for="l in LEVELS"
      :key="l.key"
      :label="l.label"
      :hint="
        l.key === 'backgroundDb' && brief.backgroundDb === null ? `${l.hint}; ${backgroundFor(brief)} is usual` : l.hint
      "
      kind="number"
      unit="dB"
      :step="1"
      optional
      :model-value="brief[l.key]"
      :min="LIMITS.levelDb[0]"
      :max="LIMITS.levelDb[1]"
      @update:model-value="set({ [l.key]: $event })"
      @clear="set({ [l.key]: null })"
    />
    <h2>Money and wishes</h2>
    <NumberField
      label="Budget"
      kind="number"
      :step="50"
      optional
      :unit="brief.budget?.currency ?? ''"
      :model-value="brief.budget?.amount ?? null"
      :min="0"
      :max="1e9"
      @update:model-value="set({ budget: { amount: $event, currency: brief.budget?.currency ?? 'EUR' } })"
      @clear="set({ budget: null })"
    />
    <TextRow
      v-if="brief.budget"
      label="Currency"
      required
      :most="8"
      :model-value="brief.budget.currency"
      @update:model-value="set({ budget: { ...brief.budget!, currency: $event } })"
    />
    <TextRow
      label="What must stay"
      :lines="2"
      :most="2000"
      :model-value="brief.mustStay"
      @update:model-value="set({ mustStay: $event })"
    />
    <TextRow
      label="How it should look"
      :lines="2"
      :most="2000"
      :model-value="brief.look"
      @update:model-value="set({ look: $event })"
    />
    <p class="soft caution">
      Loud work wears ears and neighbours: protect hearing above 85 dB, and ask what the building allows.
    </p>
  </div>
</template>

<style scoped src="./survey.css"></style>
<style scoped>
.uses {
  padding-left: 20px;
}
.uses li > span {
  display: inline-block;
  min-width: 130px;
}
.uses button {
  width: 24px;
  color: var(--ink-soft);
}
.link {
  text-decoration: underline;
}
</style>
