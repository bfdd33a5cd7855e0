<script setup lang="ts">
/** Numbers of panels side by side: bare, chosen, one fewer, the proved smallest, one more; with the working of each band. */
import { computed } from 'vue';
import { coversDecided } from '@tawny/core/document/decided';
import { OCTAVES } from '@tawny/core/quantities/bands';
import { fixed } from '@tawny/core/quantities/format';
import type { DecayResult } from '@tawny/core/studies/decay/types';
import type { Curve } from '@tawny/core/studies/decay/curves';
import type { Working } from '@tawny/core/studies/types';
import { stamp } from '../../desk/pieces';
import WorkingButton from '../../parts/WorkingButton.vue';
import { useDocument } from '../../stores/document';

const props = defineProps<{ result: DecayResult; working: (id: string) => Working | undefined }>();
const doc = useDocument();

interface Row {
  id: string;
  name: string;
  curve: Curve;
  /** Shown for comparison only: judged by no limit. */
  times?: readonly (number | null)[];
}
const NEAREST = {
  'too-dead': 'Nearest, others too dead',
  'not-enough': 'All that fit',
  'wishes-conflict': 'Without the wishes',
} as const;
const rows = computed((): Row[] => {
  const { bare, chosen, answer } = props.result;
  const list: Row[] = [{ id: 'bare', name: bare.panels > 0 ? 'As it hangs' : 'Bare room', curve: bare }];
  if (chosen.panels > 0) list.push({ id: 'chosen', name: 'Chosen', curve: chosen });
  const compared = chosen.panels > 0 ? chosen : bare;
  list.push({
    id: 'sabine',
    name: `${chosen.panels > 0 ? 'Chosen' : 'Bare'}, by Sabine`,
    curve: compared,
    times: compared.sabine,
  });
  if (answer.status === 'reached') {
    if (answer.fewer) list.push({ id: 'fewer', name: 'One fewer', curve: answer.fewer });
    list.push({ id: 'answer', name: 'Smallest that reaches it', curve: answer.curve });
    if (answer.more) list.push({ id: 'more', name: 'One more', curve: answer.more });
  } else if ('curve' in answer) {
    list.push({ id: 'answer', name: NEAREST[answer.status], curve: answer.curve });
  }
  return list;
});
const isChosen = computed(() => {
  const { answer, chosen } = props.result;
  if (!('curve' in answer)) return true;
  const ids = new Set([...Object.keys(answer.curve.counts), ...Object.keys(chosen.counts)]);
  return [...ids].every((id) => (answer.curve.counts[id] ?? 0) === (chosen.counts[id] ?? 0));
});
function use(): void {
  const { answer } = props.result;
  if ('curve' in answer) doc.run(coversDecided(doc.project!, answer.curve.counts, stamp()));
}
const outside = (curve: Curve, i: number): boolean => {
  const limit = props.result.limits[i];
  const t = curve.eyring[i];
  return !!limit && (t == null || t < limit.lower - 1e-9 || (limit.upper !== null && t > limit.upper + 1e-9));
};
</script>

<template>
  <section class="answers page" aria-label="How many panels">
    <header>
      <strong>How many panels</strong>
      <span class="soft"
        >{{ result.answer.status === 'reached' ? 'proved smallest' : 'no number reaches the target' }};
        {{ result.forMarks }} for the first reflections</span
      >
      <span class="spacer" />
      <v-btn
        v-if="result.answer.status === 'reached' && !isChosen"
        size="small"
        color="primary"
        variant="flat"
        data-use-answer
        @click="use"
        >Use this answer</v-btn
      >
      <WorkingButton :working="working('panel-count')" />
    </header>
    <table class="list">
      <thead>
        <tr>
          <th>Answer</th>
          <th class="figure">panels</th>
          <th class="figure">cover</th>
          <th v-for="o in OCTAVES" :key="o" class="figure">
            <WorkingButton small :working="working(`decay-${o}`)" :label="o >= 1000 ? `${o / 1000}k` : String(o)" />
          </th>
          <th>worst</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in rows" :key="r.id" :class="{ selected: r.id === 'answer', soft: r.times }" :data-row="r.id">
          <td>{{ r.name }}</td>
          <td class="figure strong">{{ r.curve.panels }}</td>
          <td class="figure">{{ fixed(r.curve.coverage * 100, 0) }} %</td>
          <td
            v-for="(t, i) in r.times ?? r.curve.eyring"
            :key="i"
            class="figure"
            :class="{ bad: !r.times && outside(r.curve, i) }"
          >
            {{ t === null ? '∞' : fixed(t, t < 1 ? 3 : 2) }}
          </td>
          <td>
            <span v-if="r.times">for comparison</span>
            <span v-else-if="r.curve.worst" class="bad">{{ r.curve.worst.octave }} Hz {{ r.curve.worst.side }}</span>
            <span v-else class="good">all inside</span>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.answers {
  padding: 2px 14px 8px;
}
header {
  display: flex;
  align-items: center;
  gap: 10px;
  padding-bottom: 2px;
}
.spacer {
  flex: 1;
}
.strong {
  font-weight: 600;
}
th :deep(.v-btn) {
  min-width: 0;
  padding: 0 2px;
  font-family: var(--figures);
  font-weight: 400;
}
</style>
