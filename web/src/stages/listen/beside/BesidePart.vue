<script setup lang="ts">
/** Two measurements beside each other: what else changed first, then what may be said, then by how much. */
import { computed, ref } from 'vue';
import { frequencyLabel } from '@tawny/core/quantities/bands';
import { fixed } from '@tawny/core/quantities/format';
import { equal } from '@tawny/core/document/sharing';
import { twins } from '@tawny/core/studies/listen/pair';
import { decaysBeside } from '@tawny/core/studies/listen/compare';
import { changedSentence, twinsSentences, VERDICT_WORDS } from '@tawny/core/words/listen/listen';
import { shortName } from '../../../charts/measured/names';
import { useLengths } from '../../../parts/keys';
import ChoiceRow from '../../../parts/ChoiceRow.vue';
import ClothPart from './ClothPart.vue';
import TuningPart from './TuningPart.vue';
import { useListen } from '../useListen';

const { list, shown, comparison, readOf, decayOf, session, curves } = useListen();
const system = useLengths();
const sentences = computed(() => comparison.value?.changed.map((c) => changedSentence(c, system.value)) ?? []);
const rows = computed(() => {
  const c = comparison.value;
  if (!c) return [];
  const [a, b] = [c.before, c.after].map((m) => decayOf(m, 1));
  return a && b ? decaysBeside(a, b) : [];
});
const pick = (i: 0 | 1, id: string) => {
  const now = [shown.value[0]?.id, shown.value[1]?.id];
  now[i] = id;
  session.listened = [...new Set(now.filter((v): v is string => v !== undefined))];
};
/** What the two are laid beside each other for. */
const WHY = [
  { id: 'compare', name: 'Compare' },
  { id: 'cloth', name: 'Cloth' },
  { id: 'box', name: 'Tuned box' },
] as const;
const why = ref<'compare' | 'cloth' | 'box'>('compare');
/** Two loudspeakers of one room, heard at one place. */
const alike = computed(() => {
  const [m, n] = shown.value;
  if (!m || !n || m.room !== n.room || m.loudspeakers.length !== 1 || n.loudspeakers.length !== 1) return null;
  if (m.loudspeakers[0] === n.loudspeakers[0] || !equal(m.place.at, n.place.at)) return null;
  const [a, b] = [m, n].map((one) => {
    const found = curves.value.find((c) => c.measurement.id === one.id)?.curves;
    const arrivals = readOf(one)?.impulse?.arrivals;
    return found && arrivals ? { grid: found.grid, finestDb: found.finestDb, arrivals } : null;
  });
  return a && b ? twinsSentences(twins(a, b), m.loudspeakers[0]!, n.loudspeakers[0]!) : null;
});
const time = (v: number | null) => (v === null ? '–' : fixed(v, 2));
</script>

<template>
  <label v-for="i in [0, 1] as const" :key="i" class="row">
    <span class="label">{{ i === 0 ? 'This' : 'beside' }}</span>
    <select
      :value="shown[i]?.id ?? ''"
      :aria-label="i === 0 ? 'Measurement' : 'Measurement beside it'"
      @change="pick(i, ($event.target as HTMLSelectElement).value)"
    >
      <option v-if="!shown[i]" value="" disabled>choose one</option>
      <option v-for="m in list" :key="m.id" :value="m.id">{{ m.title }}</option>
    </select>
  </label>
  <ChoiceRow v-model="why" :choices="WHY" label="What for" class="why" />
  <ClothPart v-if="why === 'cloth'" />
  <TuningPart v-else-if="why === 'box'" />
  <template v-else-if="comparison">
    <h2>What else changed</h2>
    <p v-if="sentences.length === 0" data-changed>
      Nothing that is drawn or typed: the same room, loudspeaker and place.
    </p>
    <ul v-else data-changed>
      <li v-for="(s, i) in sentences" :key="i">{{ s }}</li>
    </ul>
    <h2>What may be said</h2>
    <p data-verdict>{{ VERDICT_WORDS[comparison.verdict] }}</p>
    <template v-if="alike">
      <h2>Alike?</h2>
      <p v-for="s in alike" :key="s" data-alike>{{ s }}</p>
    </template>
    <template v-if="rows.length > 0">
      <h2>Decay</h2>
      <table class="list" aria-label="Decay of both">
        <thead>
          <tr>
            <th>Hz</th>
            <th class="figure">{{ shortName(comparison.before.title, 12) }}</th>
            <th class="figure">{{ shortName(comparison.after.title, 12) }}</th>
            <th class="figure">%</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in rows" :key="r.label">
            <td>{{ frequencyLabel(r.label) }}</td>
            <td class="figure">{{ time(r.before) }}</td>
            <td class="figure">{{ time(r.after) }}</td>
            <td class="figure">{{ r.change === null ? '–' : fixed(100 * r.change, 0) }}</td>
          </tr>
        </tbody>
      </table>
    </template>
  </template>
  <p v-else class="soft">
    Choose two. Their curves are drawn over each other; here it is said first what else changed between them.
  </p>
</template>

<style scoped>
select {
  flex: 0 0 13.2rem;
  max-width: 13.2rem;
  border: 1px solid var(--rule-strong);
  border-radius: 3px;
  padding: 4px;
  min-height: 28px;
  background: var(--sheet);
  color: var(--ink);
}
.why {
  display: block;
  margin: 8px 0;
}
ul {
  margin: 0;
  padding-left: 18px;
}
</style>
