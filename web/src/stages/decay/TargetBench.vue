<script setup lang="ts">
/** What is asked of the decay: the school, from which octave on, limits of one's own, what other schools say. */
import { computed } from 'vue';
import { LIMITS } from '@tawny/core/document/schema/project';
import { OCTAVES } from '@tawny/core/quantities/bands';
import { fixed } from '@tawny/core/quantities/format';
import type { DecayResult } from '@tawny/core/studies/decay/types';
import { coverageWord } from '@tawny/core/report/verdict';
import { SCHOOLS, type School } from '@tawny/core/criteria/decayTargets';
import { SCHOOL_WORDS } from '@tawny/core/words/schools';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import { useLines } from '../../answers/answers';
import { useDocument } from '../../stores/document';

const props = defineProps<{ result: DecayResult | null }>();
const doc = useDocument();
const project = computed(() => doc.project!);
const schools = SCHOOLS.map((s) => ({ value: s, title: SCHOOL_WORDS[s].name }));
const LOWEST = [63, 125, 250] as const;
const lowest = LOWEST.map((o) => ({ value: o, title: `${o} Hz` }));
const mark = (inside: boolean | null) => (inside === null ? '–' : inside ? 'meets' : 'fails');
const word = computed(() => coverageWord(props.result?.chosen.coverage ?? 0)[0]);
const { targetCosts } = useLines();
targetCosts.follow(() => null);
const costs = computed(() => targetCosts.fitting.value ?? []);
const currency = computed(() => project.value.brief.budget?.currency ?? '€');
const costFor = (school: School) => costs.value.find((c) => c.school === school);
const panelsOf = (school: School): string => {
  const c = costFor(school);
  return !c ? '…' : c.panels === null ? 'out of reach' : String(c.panels);
};
const costOf = (school: School): string => {
  const cost = costFor(school)?.cost ?? null;
  return cost === null ? '' : fixed(cost, 0);
};
/** A curve of one's own begins as the school shown until now. */
function choose(school: School): void {
  const own =
    school === 'own' && project.value.target.own.length === 0
      ? OCTAVES.map((hz, b) => {
          const l = props.result?.allLimits[b];
          const middle = props.result?.midTarget ?? 0.3;
          return {
            hz,
            lower: Number((l?.lower ?? middle * 0.7).toFixed(2)),
            upper: Number((l?.upper ?? middle * 1.5).toFixed(2)),
          };
        })
      : project.value.target.own.map((t) => ({ ...t }));
  doc.run({ type: 'set-target', target: { school, own } });
}
function setOwn(hz: number, side: 'lower' | 'upper', value: number): void {
  const own = project.value.target.own.map((t) => (t.hz === hz ? { ...t, [side]: value } : { ...t }));
  doc.run({ type: 'set-target', target: { own } });
}
</script>

<template>
  <h2>Target</h2>
  <ChoiceField
    wide
    label="School"
    :model-value="project.target.school"
    :items="schools"
    @update:model-value="choose($event)"
  />
  <p class="soft why">{{ SCHOOL_WORDS[project.target.school].why }}</p>
  <ChoiceField
    label="Judged from octave"
    :model-value="project.target.lowestOctave as number"
    :items="lowest"
    @update:model-value="doc.run({ type: 'set-target', target: { lowestOctave: $event as 63 } })"
  />
  <template v-if="result">
    <div class="row">
      <span class="label">Mid-band by volume</span><span class="value">{{ fixed(result.midTarget, 2) }} s</span>
    </div>
    <table class="list schools">
      <thead>
        <tr>
          <th>Schools</th>
          <th class="figure">as chosen</th>
          <th class="figure">fewest panels</th>
          <th class="figure">{{ currency }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="s in result.schools" :key="s.school" :class="{ here: s.school === project.target.school }">
          <td>{{ SCHOOL_WORDS[s.school].name }}</td>
          <td class="figure" :class="s.chosen ? 'good' : 'bad'">{{ mark(s.chosen) }}</td>
          <td class="figure" :data-school-panels="s.school">{{ panelsOf(s.school) }}</td>
          <td class="figure">{{ costOf(s.school) }}</td>
        </tr>
      </tbody>
    </table>
    <p class="soft why">
      {{
        costs.length > 0
          ? 'Further panels of the one used at marks, where they may hang.'
          : 'Counting what each would take …'
      }}
    </p>
    <div class="row">
      <span class="label">Cover of walls and ceiling, feel</span
      ><span class="value">{{ fixed(result.chosen.coverage * 100, 0) }} %, {{ word }}</span>
    </div>
  </template>

  <template v-if="project.target.school === 'own'">
    <h2>My limits</h2>
    <p class="soft why">Type them, or drag the edges of the tinted band in the chart.</p>
    <template v-for="t in project.target.own" :key="t.hz">
      <NumberField
        :label="`${t.hz} Hz at most`"
        kind="number"
        unit="s"
        :digits="2"
        :step="0.01"
        :model-value="t.upper"
        :min="LIMITS.targetTime[0]"
        :max="LIMITS.targetTime[1]"
        @update:model-value="setOwn(t.hz, 'upper', $event)"
      />
      <NumberField
        :label="`${t.hz} Hz at least`"
        kind="number"
        unit="s"
        :digits="2"
        :step="0.01"
        :model-value="t.lower"
        :min="0"
        :max="LIMITS.targetTime[1]"
        @update:model-value="setOwn(t.hz, 'lower', $event)"
      />
    </template>
  </template>
</template>

<style scoped>
.why {
  font-size: 12px;
  margin: 4px 0 6px;
}
.schools {
  margin-top: 6px;
}
.schools .here td {
  font-weight: 600;
}
.schools .figure {
  font-size: 12px;
}
</style>
