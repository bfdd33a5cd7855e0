<script setup lang="ts">
/** Decay: how long does the room ring per band, what is the target, how many panels bring it there? */
import LearnedNote from '../../desk/LearnedNote.vue';
import { computed, effectScope, onBeforeUnmount, ref, watch } from 'vue';
import DecayChart from '../../charts/DecayChart.vue';
import ChartFrame from '../../charts/ChartFrame.vue';
import StepsChart from '../../charts/StepsChart.vue';
import { OCTAVES } from '@tawny/core/quantities/bands';
import { fixed } from '@tawny/core/quantities/format';
import StateCompare from '../../desk/StateCompare.vue';
import { useIssues } from '../../desk/useIssues';
import FindingList from '../../parts/FindingList.vue';
import PartTabs from '../../parts/PartTabs.vue';
import AfterPaint from '../../parts/AfterPaint.vue';
import StageFrame from '../../parts/StageFrame.vue';
import WorkingButton from '../../parts/WorkingButton.vue';
import { useDocument } from '../../stores/document';
import { useMeasuredDecay } from '../../measured/besidePredicted';
import { useAnswers, useLines } from '../../answers/answers';
import MeasuredField from '../../measured/MeasuredField.vue';
import { useSession } from '../../stores/session';
import { DECAY_PARTS } from '../../words/parts';
import AnswerTable from './AnswerTable.vue';
import DecayBench from './DecayBench.vue';
import PlanAnswers from './PlanAnswers.vue';
import PlanBench from './PlanBench.vue';
import RoomPart from './RoomPart.vue';
import TargetBench from './TargetBench.vue';
import { useDecay } from './useDecay';
import HelpLink from '../../desk/HelpLink.vue';

const answers = useAnswers();
const beside = useMeasuredDecay();
const doc = useDocument();
const issues = useIssues('decay');
const session = useSession();
const { decay, plan } = useLines();
const part = computed(() => session.decayPart);
/** An answer of the plan pointed at: drawn beside what is chosen. */
const looked = ref<string | null>(null);
const { result, drawn, table, working, climate } = useDecay(
  () => part.value === 'plan',
  () => looked.value,
);
// The plan is asked for while its part is open.
let stop = () => {};
watch(
  () => part.value === 'plan',
  (open) => {
    stop();
    stop = () => {};
    if (!open) return;
    const scope = effectScope(true);
    scope.run(() => plan.follow(() => null));
    stop = () => scope.stop();
  },
  { immediate: true },
);
onBeforeUnmount(() => stop());
const planning = computed(() => part.value === 'plan' && plan.state.value.status === 'running');
const seconds = (t: number | null | undefined) => (t == null ? '–' : fixed(t, 2));
/** An edge of an own limit dragged in the chart. */
function setLimit(hz: number, side: 'lower' | 'upper', time: number): void {
  const own = doc.project!.target.own.map((t) => (t.hz === hz ? { ...t, [side]: Number(time.toFixed(2)) } : { ...t }));
  if (own.every((t) => t.lower <= t.upper)) doc.run({ type: 'set-target', target: { own } });
}
const stride = computed(() => result.value?.steps[1]?.panels ?? 4);
const planStudy = computed(() => plan.last.value?.result ?? null);
const planSteps = computed(() =>
  (planStudy.value?.steps ?? []).map((t, i) => ({
    panels: t.pieces,
    mid: t.mid,
    inside: t.outside === 0,
    cost: Math.round(t.cost),
    outside: Number(t.outside.toFixed(3)),
    step: i,
  })),
);
const planTable = computed(() => planSteps.value.map((t) => ({ ...t, inside: t.inside ? 'yes' : 'no' })));
const planStepsWords = computed(() => {
  const p = planStudy.value;
  if (!p) return '';
  const enough = p.enough === null ? null : p.steps[p.enough]!;
  return enough
    ? enough.outside === 0
      ? `always the four that mend most for their money; all inside at ${enough.pieces} pieces`
      : `always the four that mend most for their money; beyond ${enough.pieces} pieces four more buy little`
    : 'always the four that mend most for their money; the target is not reached so';
});
const stepTable = computed(
  () =>
    result.value?.steps.map((s) => ({
      panels: s.panels,
      'mid-band s': s.mid === null ? null : Number(s.mid.toFixed(4)),
    })) ?? [],
);
</script>

<template>
  <StageFrame
    title="Decay"
    :subtitle="`Eyring with air, ${climate}; pale: formulas and materials`"
    bench-label="Target, panel and wishes"
  >
    <template #actions>
      <LearnedNote />
      <span v-if="planning" class="state" role="status" data-planning>
        planning … {{ Math.round(plan.state.value.part * 100) }} %
        <v-btn size="x-small" variant="text" @click="plan.cancel()">Stop</v-btn>
      </span>
      <span v-else-if="part === 'plan' && plan.state.value.status === 'failed'" class="state bad" role="alert">
        {{ plan.state.value.message }}
        <v-btn size="x-small" variant="outlined" @click="plan.again()">Plan again</v-btn>
      </span>
      <v-btn
        v-else-if="part === 'plan' && !plan.current.value && plan.state.value.status === 'idle'"
        size="x-small"
        variant="outlined"
        @click="plan.again()"
        >Plan again</v-btn
      >
      <span v-else-if="decay.state.value.status === 'running'" class="state" role="status">
        computing … {{ Math.round(decay.state.value.part * 100) }} %
        <v-btn size="x-small" variant="text" @click="decay.cancel()">Stop</v-btn>
      </span>
      <span v-else-if="decay.state.value.status === 'failed'" class="state bad" role="alert">
        {{ decay.state.value.message }}
        <v-btn size="x-small" variant="outlined" @click="decay.again()">Compute again</v-btn>
      </span>
      <v-btn v-else-if="!decay.current.value" size="x-small" variant="outlined" @click="decay.again()"
        >Compute again</v-btn
      >
    </template>
    <template v-if="result">
      <ChartFrame
        title="Decay time"
        :subtitle="drawn.mids ? 'per third octave' : 'per octave'"
        file="decay"
        :table="table"
        :min-height="190"
        class="main"
        :class="{ low: part === 'plan' || part === 'room' }"
      >
        <template #default="{ width, height }">
          <DecayChart
            :width="width"
            :height="height"
            v-bind="drawn"
            :own="result.inputs.school === 'own' && part === 'target'"
            :modal-below="result.schroeder"
            @limit="setLimit"
          />
        </template>
      </ChartFrame>
      <AfterPaint v-if="part === 'panel' || part === 'target'" :paints="2"
        ><AnswerTable :result="result" :working="working"
      /></AfterPaint>
      <div v-if="part === 'plan'" class="scrolled" tabindex="0" role="region" aria-label="Answers of the plan">
        <PlanAnswers @look="looked = $event" />
      </div>
      <div v-if="part === 'room'" class="scrolled" tabindex="0" role="region" aria-label="The room as it absorbs">
        <RoomPart :result="result" />
      </div>
      <ChartFrame
        v-if="part === 'plan' && planSteps.length > 1"
        title="Four at a time"
        :subtitle="planStepsWords"
        file="plan-steps"
        :table="planTable"
        :min-height="96"
        class="steps"
      >
        <template #default="{ width, height }">
          <StepsChart
            :width="width"
            :height="height"
            :steps="planSteps"
            :band="result.allLimits[4] ?? null"
            :chosen="{ panels: result.chosen.panels - result.inputs.laid.length, mid: result.chosen.mid }"
          />
        </template>
      </ChartFrame>
      <ChartFrame
        v-if="part === 'panel' || part === 'target'"
        title="Step by step"
        :subtitle="`mid-band decay after each further ${stride} panels, filled where the target is met`"
        file="decay-steps"
        :table="stepTable"
        :min-height="110"
        class="steps"
      >
        <template #default="{ width, height }">
          <StepsChart
            :width="width"
            :height="height"
            :steps="result.steps"
            :band="result.allLimits[4] ?? null"
            :chosen="{ panels: result.chosen.panels, mid: result.chosen.mid }"
          />
        </template>
      </ChartFrame>
    </template>
    <p v-else class="soft waiting">
      {{ decay.state.value.status === 'failed' ? '' : 'Computing the decay of the room …' }}
    </p>
    <template #bench>
      <PartTabs
        :parts="DECAY_PARTS"
        :shown="part"
        label="Parts of Decay"
        :columns="4"
        @show="session.decayPart = $event"
      />
      <StateCompare>
        <table v-if="answers.otherDecay && result" class="list" aria-label="Decay in both states">
          <thead>
            <tr>
              <th>Hz</th>
              <th class="figure">now s</th>
              <th class="figure">{{ answers.otherName }} s</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(o, i) in OCTAVES" :key="o">
              <td>{{ o }}</td>
              <td class="figure">{{ seconds(result.chosen.eyring[i]) }}</td>
              <td class="figure">{{ seconds(answers.otherDecay.chosen.eyring[i]) }}</td>
            </tr>
          </tbody>
        </table>
        <p v-else class="soft">Computing the other state …</p>
      </StateCompare>
      <TargetBench v-if="part === 'target' || part === 'room'" :result="result" />
      <DecayBench v-else-if="part === 'panel'" :result="result" />
      <PlanBench v-else />
      <HelpLink v-if="result?.chosen.panels === 0" stage="decay" />
      <MeasuredField
        :choices="beside.choices.value"
        :chosen="beside.chosen.value"
        :missing="beside.missing.value"
        @choose="beside.choose($event)"
      />
      <h2>Doubts about the decay</h2>
      <FindingList :issues="issues" empty="Nothing: the target can be reached with this panel." />
      <WorkingButton :working="working('panel-count')" />
    </template>
  </StageFrame>
</template>

<style scoped>
.main {
  flex: 1 1 300px;
}
.main.low {
  flex: 1 1 200px;
}
.steps {
  flex: 0 0 148px;
}
.scrolled {
  flex: 1 1 240px;
  min-height: 0;
  overflow-y: auto;
}
.state {
  font-size: 12px;
  color: var(--ink-soft);
}
.state.bad {
  color: var(--brick);
}
.waiting {
  padding: 40px 16px;
}
</style>
