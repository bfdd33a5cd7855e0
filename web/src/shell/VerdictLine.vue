<script setup lang="ts">
/** The verdict line: live measures of the whole room, each a figure and a word, with what the last edit changed. */
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { fixed, signed } from '@tawny/core/quantities/format';
import { formatLength, lengthText } from '@tawny/core/quantities/lengths';
import type { Measure } from '@tawny/core/report/verdict';
import { useLines } from '../answers/answers';
import { useResults } from '../answers/results';
import { useSession } from '../stores/session';

const results = useResults();
const { decay } = useLines();
const session = useSession();
const router = useRouter();

/** A measure in cm is a length, and follows the reader's system. */
function shownAs(value: number | null, { unit, digits }: Pick<Measure, 'unit' | 'digits'>) {
  if (value === null) return { figure: '–', unit: '' };
  if (unit !== 'cm') return { figure: fixed(value, digits), unit };
  const length = formatLength(value / 100, session.system);
  return { figure: length.value, unit: length.unit };
}
function signedIn(moved: number, m: Measure): string {
  if (m.unit !== 'cm' || session.system === 'metric') return signed(moved, m.digits);
  return `${moved < 0 ? '−' : '+'}${lengthText(Math.abs(moved) / 100, session.system)}`;
}

const cells = computed(() =>
  results.measures.map((m) => {
    const was = results.before[m.id];
    const moved = m.value !== null && was !== null && was !== undefined ? m.value - was : 0;
    const change = Math.abs(moved) >= 0.5 * 10 ** -m.digits ? signedIn(moved, m) : '';
    const late = (m.id === 'decay' || m.id === 'cover' || m.id === 'panels') && decay.state.value.status === 'running';
    return {
      ...m,
      name: results.nameOf(m.id),
      ...shownAs(m.value, m),
      detail: m.at === null ? m.detail : `${m.detail} at ${lengthText(m.at, session.system)}`,
      change,
      late,
      was: was === null || was === undefined ? '' : shownAs(was, m).figure,
    };
  }),
);
function go(cell: { id: string; stage: string }): void {
  if (cell.id === 'symmetry') session.surveyPart = 'symmetry';
  if (cell.id === 'record') session.listenPicture = 'taught';
  void router.push(`/${cell.stage}`);
}
</script>

<template>
  <footer class="verdict" aria-label="Verdict">
    <button
      v-for="c in cells"
      :key="c.id"
      class="cell"
      :class="{ late: c.late }"
      :data-measure="c.id"
      :title="c.change ? `${c.name}: was ${c.was}, now ${c.figure} ${c.unit}` : `${c.name}: go to its stage`"
      @click="go(c)"
    >
      <span class="name">{{ c.name }}</span>
      <span class="line">
        <span class="figure">{{ c.figure }}</span>
        <span class="unit">{{ c.unit }}</span>
        <span v-if="c.change" class="change">{{ c.change }}</span>
      </span>
      <span class="line second">
        <span class="word" :class="c.tone">{{ c.late ? 'computing …' : c.word }}</span>
        <span v-if="c.detail" class="detail">{{ c.detail }}</span>
      </span>
    </button>
  </footer>
</template>

<style scoped>
.verdict {
  grid-area: verdict;
  display: flex;
  border-top: 1px solid var(--rule);
  background: var(--paper-deep);
  min-width: 0;
  overflow-x: auto;
}
.cell {
  flex: 1 1 0;
  min-width: 118px;
  padding: 4px 10px 5px 12px;
  text-align: left;
  border-right: 1px solid var(--rule);
  display: flex;
  flex-direction: column;
  justify-content: center;
  color: var(--ink);
  overflow: hidden;
}
.cell:hover {
  background: var(--paper);
}
.cell:focus-visible {
  outline: 2px solid var(--tawny);
  outline-offset: -2px;
}
.name {
  font-size: 11.5px;
  color: var(--ink-soft);
  line-height: 1.2;
}
.line {
  display: flex;
  align-items: baseline;
  gap: 5px;
  white-space: nowrap;
  line-height: 1.25;
}
.figure {
  font-family: var(--figures);
  font-weight: 600;
  font-size: 15px;
}
.unit,
.detail {
  font-size: 11px;
  color: var(--ink-soft);
}
.word {
  font-size: 11.5px;
  font-weight: 600;
}
.word.fair {
  color: var(--ink);
}
.change {
  font-family: var(--figures);
  font-size: 11.5px;
  color: var(--tawny);
}
.late .figure {
  opacity: 0.55;
}
</style>
