<script setup lang="ts">
/** What stands out of a measurement, what could have caused each, with what speaks for it and against it, and what could mend it. */
import { computed } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import type { Verdict } from '@tawny/core/document/schema/project';
import { lookedAtAgain, verdictOf } from '@tawny/core/studies/causes/again';
import type { Explained } from '@tawny/core/studies/causes/types';
import { WHOLE } from '@tawny/core/studies/listen/read';
import {
  againSentence,
  causeSentence,
  causeTitle,
  evidenceSentence,
  findingTitle,
  likelyText,
  moveSentence,
} from '@tawny/core/words/listen/causes';
import ChartFrame from '../../../charts/ChartFrame.vue';
import CurvesChart from '../../../charts/measured/CurvesChart.vue';
import { useMeasured } from '../../../measured/measured';
import { useLengths } from '../../../parts/keys';
import { clerk } from '../../../stores/clerk';
import { useCauses } from '../useCauses';
import { useListen } from '../useListen';
import FindingPlan from './FindingPlan.vue';

const { doc, list, main } = useListen();
const { found, working, picked, index, one, setting } = useCauses();
const { curvesOf } = useMeasured();
const system = useLengths();

const TO = 320;
const curves = curvesOf(
  () => (main.value?.holds.kind === 'impulse' ? [main.value] : []),
  () => ({ window: WHOLE, fraction: 24 }),
);

const likeliest = (e: Explained) => e.explanations[0]!;

// --- what somebody decided of it ---
const verdicts = computed(() => doc.project?.measured.verdicts ?? []);
const decidedOf = (e: Explained) => (main.value ? verdictOf(verdicts.value, main.value.id, e.finding) : null);
const decided = computed(() => (one.value ? decidedOf(one.value) : null));
const again = computed(() =>
  main.value && !working.value
    ? lookedAtAgain(
        verdicts.value,
        list.value,
        main.value,
        found.value.map((e) => e.finding),
      )
    : [],
);
function decide(values: Partial<Pick<Verdict, 'says' | 'note'>>): void {
  const [e, m] = [one.value, main.value];
  if (!e || !m) return;
  const { kind, f, delay, sizeDb } = e.finding;
  const now = clerk();
  const before = decided.value ?? {
    id: now.id(),
    says: 'open' as const,
    note: '',
    cause: causeTitle(likeliest(e).cause),
  };
  doc.run({
    type: 'put-verdict',
    verdict: { ...before, at: now.at, measurement: m.id, finding: { kind, f, delay, sizeDb }, ...values },
  });
}
const undecide = (v: Verdict) => doc.run({ type: 'take-verdict', id: v.id });
const DECISIONS = [
  { says: 'agreed', word: 'Agreed' },
  { says: 'refuted', word: 'Refuted' },
  { says: 'open', word: 'Still open' },
] as const;

const curve = computed(() => {
  const own = curves.value[0]?.curves;
  if (!own) return null;
  const there = own.grid.flatMap((f, i) => (f <= TO && f >= 18 ? [i] : []));
  return { f: there.map((i) => own.grid[i]!), db: there.map((i) => own.levelsDb[i]!) };
});
/** Level of the curve where something is found, dB. */
function levelAt(f: number): number {
  const c = curve.value!;
  const i = c.f.findIndex((v) => v >= f);
  return c.db[i < 0 ? c.f.length - 1 : i]!;
}
const marked = computed(() =>
  curve.value
    ? found.value.flatMap(({ finding }, i) =>
        finding.f !== null && finding.kind !== 'tone' && finding.f <= TO ? [{ i, f: finding.f }] : [],
      )
    : [],
);
const table = computed(() =>
  found.value.flatMap(({ finding, explanations }) =>
    explanations.map((e) => ({
      finding: findingTitle(finding),
      cause: causeTitle(e.cause),
      probability: Number(e.probability.toFixed(3)),
      evidence: e.evidence.map(evidenceSentence).join('; '),
    })),
  ),
);
</script>

<template>
  <p class="notice" data-causes>
    <template v-if="working">Weighing what could have caused it: the waves of the room are solved first …</template>
    <template v-else-if="found.length === 0">Nothing stands out of this measurement.</template>
    <template v-else>
      {{ found.length }} {{ found.length === 1 ? 'thing stands' : 'things stand' }} out. The figures say how likely each
      cause is from what the room as it is drawn would do; what the drawing does not hold is “something else”.
    </template>
  </p>
  <ul v-if="again.length > 0" class="again" aria-label="Decided before, looked at again" data-again>
    <li v-for="a in again" :key="a.verdict.id">{{ againSentence(a) }}</li>
  </ul>
  <ChartFrame
    v-if="curve"
    title="What stands out"
    subtitle="over 1/24 octave; each number a finding below"
    file="causes"
    :table="table"
    :min-height="170"
    class="curve"
  >
    <template #default="{ width, height }">
      <CurvesChart
        :width="width"
        :height="height"
        :frequencies="curve.f"
        :curves="[{ name: main!.title, look: 0, values: curve.db }]"
        :low="Math.max(...curve.db) - 20"
        :high="Math.max(...curve.db) + 4"
        unit="dB"
        :depth="50"
        label="Response with what stands out of it"
      >
        <template #over="{ x, y }">
          <g
            v-for="m in marked"
            :key="m.i"
            class="found"
            :class="{ picked: m.i === index }"
            :transform="`translate(${x(m.f)} ${y(levelAt(m.f))})`"
            @click="picked = m.i"
          >
            <circle r="8" />
            <text dy="3.5">{{ m.i + 1 }}</text>
          </g>
        </template>
      </CurvesChart>
    </template>
  </ChartFrame>
  <div v-if="one" class="pair">
    <ol class="findings" aria-label="What stands out" tabindex="0">
      <li v-for="(e, i) in found" :key="i">
        <button type="button" :aria-pressed="i === index" data-finding @click="picked = i">
          <span class="number">{{ i + 1 }}</span>
          <span class="what"
            >{{ findingTitle(e.finding) }}<span v-if="decidedOf(e)" class="flag">{{ decidedOf(e)!.says }}</span></span
          >
          <span class="cause">{{ causeTitle(likeliest(e).cause) }}, {{ likelyText(likeliest(e).probability) }}</span>
        </button>
      </li>
    </ol>
    <section class="evidence" aria-label="Evidence" tabindex="0" data-evidence>
      <FindingPlan
        v-if="setting"
        :setting="setting"
        :letters="main!.loudspeakers"
        :cause="likeliest(one).cause"
        :moves="one.moves"
      />
      <h2>{{ findingTitle(one.finding) }}</h2>
      <p v-if="one.finding.sure < 0.95" class="soft">
        That it is there at all, and no chance of the noise, is {{ fixed(100 * one.finding.sure, 0) }} % likely.
      </p>
      <div class="decide" role="group" aria-label="What you make of it" data-decide>
        <button
          v-for="d in DECISIONS"
          :key="d.says"
          type="button"
          :aria-pressed="decided?.says === d.says"
          :data-says="d.says"
          @click="decided?.says === d.says ? undecide(decided) : decide({ says: d.says })"
        >
          {{ d.word }}
        </button>
        <input
          v-if="decided"
          :value="decided.note"
          aria-label="What was tried, and what came of it"
          placeholder="what was tried, what came of it"
          maxlength="1000"
          @change="decide({ note: ($event.target as HTMLInputElement).value })"
        />
      </div>
      <div v-for="(e, i) in one.explanations" :key="i" class="cause-one">
        <h3>
          <span class="share" :style="{ inlineSize: `${Math.max(2, 100 * e.probability)}%` }" />
          <span class="text">{{ causeTitle(e.cause) }}</span>
          <span class="percent">{{ likelyText(e.probability) }}</span>
        </h3>
        <template v-if="e.probability >= 0.1">
          <p>{{ causeSentence(e.cause, system) }}</p>
          <ul v-if="e.evidence.length > 0">
            <li v-for="v in e.evidence" :key="v.what">{{ evidenceSentence(v) }}</li>
          </ul>
        </template>
      </div>
      <template v-if="one.moves.length > 0">
        <h2>What to do</h2>
        <p v-for="(m, i) in one.moves" :key="i" data-move>{{ moveSentence(m, system) }}</p>
      </template>
    </section>
  </div>
</template>

<style scoped src="./pictures.css"></style>
<style scoped>
.pair {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 18px;
  flex: 1 1 300px;
  min-height: 0;
  padding: 4px 14px 0;
}
.findings,
.evidence {
  min-height: 0;
  overflow: auto;
}
@media (max-width: 860px) {
  .pair {
    flex: none;
    grid-template-columns: 1fr;
  }
}
.findings {
  margin: 0;
  padding: 0;
  list-style: none;
}
.findings button {
  display: grid;
  grid-template-columns: 22px 1fr;
  inline-size: 100%;
  padding: 4px 6px;
  border-block-end: 1px solid var(--rule);
  color: inherit;
  font: inherit;
  text-align: start;
}
.findings button[aria-pressed='true'] {
  background: var(--tawny-pale);
}
.findings .number {
  grid-row: span 2;
  font-variant-numeric: tabular-nums;
  opacity: 0.7;
}
.findings .what {
  font-weight: 600;
}
.findings .cause {
  font-size: 12.5px;
  opacity: 0.8;
}
.evidence h2 {
  margin: 6px 0 4px;
  font-size: 14px;
}
.cause-one h3 {
  position: relative;
  display: flex;
  justify-content: space-between;
  margin: 6px 0 2px;
  padding: 2px 6px;
  font-size: 13px;
  font-weight: 600;
}
.cause-one .share {
  position: absolute;
  inset-block: 0;
  inset-inline-start: 0;
  background: var(--tawny-pale);
}
.cause-one .text,
.cause-one .percent {
  position: relative;
}
.cause-one p,
.cause-one ul {
  margin: 2px 0 4px;
  padding-inline-start: 6px;
  font-size: 12.5px;
}
.cause-one ul {
  padding-inline-start: 20px;
}
.again {
  margin: 0;
  padding: 0 14px 2px 32px;
  flex: none;
  max-block-size: 60px;
  overflow-y: auto;
  font-size: 12.5px;
}
.decide {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  margin-block: 6px;
}
.decide button {
  min-block-size: 26px;
  padding: 2px 10px;
  border: 1px solid var(--rule-strong);
  border-radius: 3px;
  font-size: 12.5px;
}
.decide button[aria-pressed='true'] {
  background: var(--tawny);
  color: var(--paper);
}
.decide input {
  flex: 1 1 140px;
  min-inline-size: 0;
  padding: 2px 6px;
  border: 1px solid var(--rule-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
  font-size: 12.5px;
}
.flag {
  margin-inline-start: 6px;
  padding: 0 5px;
  border-radius: 3px;
  background: var(--tawny-pale);
  font-size: 11.5px;
  font-weight: 500;
}
.curve {
  flex: 0 0 190px;
}
</style>
