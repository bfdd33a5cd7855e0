<script setup lang="ts">
/** Decay: how long does the room ring per band, what is the target, how many panels bring it there? */
import { computed } from 'vue';
import DecayChart from '../../charts/DecayChart.vue';
import ChartFrame from '../../charts/ChartFrame.vue';
import StepsChart from '../../charts/StepsChart.vue';
import { OCTAVES } from '@tawny/core/quantities/bands';
import { fixed } from '@tawny/core/quantities/format';
import StateCompare from '../../desk/StateCompare.vue';
import { useIssues } from '../../desk/useIssues';
import FindingList from '../../parts/FindingList.vue';
import StageFrame from '../../parts/StageFrame.vue';
import WorkingButton from '../../parts/WorkingButton.vue';
import { useResults } from '../../stores/results';
import AnswerTable from './AnswerTable.vue';
import DecayBench from './DecayBench.vue';
import { useDecay } from './useDecay';

const results = useResults();
const issues = useIssues('decay');
const { result, lines, callout, table, working, climate } = useDecay();
const seconds = (t: number | null | undefined) => (t == null ? '–' : fixed(t, 2));
const stride = computed(() => result.value?.steps[1]?.panels ?? 4);
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
      <span v-if="results.decayState.status === 'running'" class="state" role="status">
        computing … {{ Math.round(results.decayState.part * 100) }} %
        <v-btn size="x-small" variant="text" @click="results.cancelDecay()">Stop</v-btn>
      </span>
      <span v-else-if="results.decayState.status === 'failed'" class="state bad" role="alert">
        {{ results.decayState.message }}
        <v-btn size="x-small" variant="outlined" @click="results.retryDecay()">Compute again</v-btn>
      </span>
    </template>
    <template v-if="result">
      <ChartFrame title="Decay time" subtitle="per octave" file="decay" :table="table" :min-height="250" class="main">
        <template #default="{ width, height }">
          <DecayChart
            :width="width"
            :height="height"
            :lines="lines"
            :limits="result.allLimits"
            :judged="result.limits.map((l) => l !== null)"
            :modal-below="result.schroeder"
            :callout="callout"
          />
        </template>
      </ChartFrame>
      <AnswerTable :result="result" :working="working" />
      <ChartFrame
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
      {{ results.decayState.status === 'failed' ? '' : 'Computing the decay of the room …' }}
    </p>
    <template #bench>
      <StateCompare>
        <table v-if="results.otherDecay && result" class="list" aria-label="Decay in both states">
          <thead>
            <tr>
              <th>Hz</th>
              <th class="figure">now s</th>
              <th class="figure">{{ results.other?.name }} s</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(o, i) in OCTAVES" :key="o">
              <td>{{ o }}</td>
              <td class="figure">{{ seconds(result.chosen.eyring[i]) }}</td>
              <td class="figure">{{ seconds(results.otherDecay.chosen.eyring[i]) }}</td>
            </tr>
          </tbody>
        </table>
        <p v-else class="soft">Computing the other state …</p>
      </StateCompare>
      <DecayBench :result="result" />
      <h2>What stands against it</h2>
      <FindingList :issues="issues" empty="Nothing: the target can be reached with this panel." />
      <WorkingButton :working="working('panel-count')" />
    </template>
  </StageFrame>
</template>

<style scoped>
.main {
  flex: 1 1 300px;
}
.steps {
  flex: 0 0 148px;
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
