<script setup lang="ts">
/** Checks by ear: what to do, what is heard, and where that leads; written into the log in one go. */
import { computed, ref } from 'vue';
import { EAR_CHECKS } from '@tawny/core/words/signoff/earChecks';
import { useLog } from '../../desk/useLog';
import { dateText } from '../../parts/dates';
import { STAGES } from '../../words/stages';

const { entries, write } = useLog();
const ticked = ref<Record<string, string[]>>({});
const notes = ref<Record<string, string>>({});
const MOST = 2000;
const checks = computed(() =>
  EAR_CHECKS.map((c) => ({ ...c, last: entries.value.find((e) => e.kind === c.kind) ?? null })),
);
const nameOf = (stage: string) => STAGES.find((s) => s.id === stage)!.name;
const said = (kind: string) =>
  [...(ticked.value[kind] ?? []), (notes.value[kind] ?? '').trim()].filter(Boolean).join('. ').slice(0, MOST);
function keep(kind: (typeof EAR_CHECKS)[number]['kind']): void {
  const text = said(kind);
  if (text === '') return;
  write(kind, text);
  ticked.value[kind] = [];
  notes.value[kind] = '';
}
</script>

<template>
  <p class="soft">
    Ears tell what figures do not, and forget it by the next day: write it down at once. Keep levels low for tones and
    claps; take a pause after ten minutes.
  </p>
  <section v-for="c in checks" :key="c.kind" class="check" :data-ear="c.kind" :aria-label="c.title">
    <h3>{{ c.title }}</h3>
    <ol>
      <li v-for="s in c.steps" :key="s">{{ s }}</li>
    </ol>
    <fieldset>
      <legend>What is heard</legend>
      <p v-for="h in c.heard" :key="h.says" class="heard">
        <label>
          <input
            type="checkbox"
            :value="h.says"
            :checked="ticked[c.kind]?.includes(h.says)"
            @change="
              ticked[c.kind] = ($event.target as HTMLInputElement).checked
                ? [...(ticked[c.kind] ?? []), h.says]
                : (ticked[c.kind] ?? []).filter((t) => t !== h.says)
            "
          />
          {{ h.says }}
        </label>
        <span v-if="ticked[c.kind]?.includes(h.says)" class="means">
          {{ h.means }} <RouterLink v-if="h.stage" :to="`/${h.stage}`">{{ nameOf(h.stage) }}</RouterLink>
        </span>
      </p>
    </fieldset>
    <div class="keep">
      <input
        v-model="notes[c.kind]"
        :aria-label="`${c.title}: which note, where, with what`"
        placeholder="which note, where, with what"
        :maxlength="MOST"
      />
      <button v-if="said(c.kind) !== ''" type="button" class="button" data-ear-keep @click="keep(c.kind)">
        Write into the log
      </button>
    </div>
    <p v-if="c.last" class="soft" data-ear-last>Last on {{ dateText(c.last.at) }}: {{ c.last.text }}</p>
  </section>
</template>

<style scoped>
.check {
  padding-block: 10px;
  border-block-end: 1px solid var(--rule);
  font-size: 13px;
}
h3 {
  font-size: 14px;
}
ol {
  margin: 4px 0;
  padding-inline-start: 20px;
}
fieldset {
  margin: 6px 0;
  padding: 0;
  border: 0;
}
legend {
  color: var(--ink-soft);
}
.heard {
  margin: 3px 0;
}
.means {
  display: block;
  margin-inline-start: 22px;
  color: var(--ink-soft);
}
a {
  color: var(--tawny);
}
.keep {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.keep input {
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
@media (pointer: coarse) {
  .heard label,
  .button {
    min-block-size: 44px;
    display: inline-flex;
    align-items: center;
    gap: 6px;
  }
}
</style>
