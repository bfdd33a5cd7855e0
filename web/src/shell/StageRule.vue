<script setup lang="ts">
/** The stages as segments of a folding rule, each with its state in two or three words. */
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { frequencyLabel } from '@tawny/core/quantities/bands';
import { counted } from '@tawny/core/words/counted';
import type { StageId } from '@tawny/core/report/verdict';
import { useAnswers, useLines } from '../answers/answers';
import { useResults } from '../answers/results';
import { useDocument } from '../stores/document';
import { STAGES } from '../words/stages';

const route = useRoute();
const results = useResults();
const answers = useAnswers();
const lines = useLines();
const doc = useDocument();

interface State {
  text: string;
  doubt: boolean;
}

const measured = computed(() => doc.project?.measured.list.length ?? 0);
const bassSolved = computed(() => results.measures.some((m) => m.id === 'swing'));

const states = computed((): Record<StageId, State> => {
  const count = (stage: StageId): State => {
    const n = results.doubts[stage] ?? 0;
    if (n > 0) return { text: counted(n, 'doubt'), doubt: true };
    // The verdict below must not call bad what this calls settled.
    const bad = results.measures.find((m) => m.stage === stage && m.tone === 'bad');
    if (bad) return { text: bad.word, doubt: true };
    return stage === 'bass' && !bassSolved.value
      ? { text: 'not solved yet', doubt: false }
      : { text: 'settled', doubt: false };
  };
  const marks = answers.calm?.marks.result;
  const decay = answers.decay?.result;
  const worst = decay?.chosen.worst;
  const hang = answers.calm?.hang.result;
  const placed = hang?.pieces.length ?? 0;
  const all = placed + (hang?.waiting ?? 0);
  const made = answers.build?.result.progress;
  const pieces = (doc.project?.treatment.pieces ?? []).reduce(
    (sum, { place }) => sum + (place.kind === 'number' ? place.count : 1),
    0,
  );
  const own = doc.project?.treatment.recipes.length ?? 0;
  return {
    survey: { text: doc.project ? 'in hand' : '', doubt: false },
    seat: count('seat'),
    bass: count('bass'),
    marks: marks
      ? { text: `${marks.covered} of ${marks.marks.length} covered`, doubt: marks.worstBare !== null }
      : { text: '', doubt: false },
    decay:
      lines.decay.state.value.status === 'failed'
        ? { text: 'not computed', doubt: true }
        : !decay
          ? { text: 'computing …', doubt: false }
          : worst
            ? { text: `${worst.side} at ${frequencyLabel(worst.octave)}`, doubt: true }
            : { text: 'in target', doubt: false },
    recipes: {
      text: own === 0 ? 'library' : `${own} of your own`,
      doubt: false,
    },
    hang:
      hang && hang.conflicts > 0
        ? { text: counted(hang.conflicts, 'conflict'), doubt: true }
        : { text: all > 0 ? `${placed} of ${all} placed` : 'nothing yet', doubt: false },
    build:
      pieces > 0
        ? {
            text:
              !made || made.furthest === 'to buy'
                ? counted(pieces, 'piece')
                : `${made.by[made.furthest]} of ${made.all} ${made.furthest}`,
            doubt: (results.doubts.build ?? 0) > 0,
          }
        : { text: 'nothing yet', doubt: false },
    signoff: { text: 'against the brief', doubt: false },
    listen: { text: measured.value > 0 ? counted(measured.value, 'measurement') : 'nothing yet', doubt: false },
  };
});
</script>

<template>
  <nav class="rule" aria-label="Stages">
    <RouterLink
      v-for="(s, i) in STAGES"
      :key="s.id"
      :to="`/${s.id}`"
      class="segment"
      :class="{ here: route.meta.stage === s.id }"
      :title="`${s.name}: ${s.question}`"
      :data-stage="s.id"
    >
      <span class="ticks" aria-hidden="true" />
      <span class="words">
        <strong>{{ s.name }}</strong>
        <span class="state" :class="{ doubt: states[s.id].doubt }">{{ states[s.id].text }}</span>
      </span>
      <span v-if="i < STAGES.length - 1" class="rivet" aria-hidden="true" />
    </RouterLink>
  </nav>
</template>

<style scoped>
.rule {
  grid-area: rule;
  padding: 10px 0 10px 12px;
  display: flex;
  flex-direction: column;
  overflow-y: auto;
}
.segment {
  position: relative;
  display: flex;
  height: 64px;
  flex: none;
  color: var(--ink);
  text-decoration: none;
  background: var(--wood);
  border: 1px solid var(--wood-edge);
  border-bottom-width: 0;
  margin-right: 10px;
}
.segment:first-child {
  border-radius: 4px 4px 0 0;
}
.segment:last-child {
  border-radius: 0 0 4px 4px;
  border-bottom-width: 1px;
}
.ticks {
  width: 15px;
  flex: none;
  border-right: 1px solid var(--wood-edge);
  background:
    repeating-linear-gradient(to bottom, var(--wood-edge) 0 1px, transparent 1px 8px) left / 8px 100% no-repeat,
    repeating-linear-gradient(to bottom, var(--wood-edge) 0 1px, transparent 1px 32px) left / 13px 100% no-repeat;
}
.words {
  padding: 10px 6px 0 9px;
  display: flex;
  flex-direction: column;
  min-width: 0;
}
.state {
  font-size: 11.5px;
  line-height: 1.25;
  color: var(--ink-soft);
}
.state.doubt {
  color: var(--brick);
}
.rivet {
  position: absolute;
  right: 6px;
  bottom: -4px;
  width: 7px;
  height: 7px;
  border-radius: 50%;
  border: 1px solid var(--wood-edge);
  background: var(--paper);
  z-index: 1;
}
.here {
  background: var(--sheet);
  margin-right: -1px;
  border-right-color: var(--sheet);
  z-index: 2;
}
.here strong {
  color: var(--tawny);
}
.here .ticks {
  background-color: var(--tawny);
  border-right-color: var(--tawny);
}
.here .rivet {
  display: none;
}
.segment:focus-visible {
  outline: 2px solid var(--tawny);
  outline-offset: -2px;
}
@media (max-width: 860px) {
  .rule {
    flex-direction: row;
    overflow-x: auto;
    padding: 6px 10px;
  }
  .segment {
    height: 48px;
    min-width: 92px;
    margin-right: 0;
    border-bottom-width: 1px;
  }
  .rivet {
    display: none;
  }
}
</style>
