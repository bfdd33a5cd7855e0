<script setup lang="ts">
/** Left against right about the listening axis: shape, openings, materials per band, and the largest difference named. */
import { computed } from 'vue';
import { OCTAVES } from '@tawny/core/quantities/bands';
import { fixed } from '@tawny/core/quantities/format';
import { surfaceWords } from '@tawny/core/words/tapes';
import { lengthText } from '@tawny/core/quantities/lengths';
import { areaIn, areaText } from '@tawny/core/quantities/measures';
import { EVEN } from '@tawny/core/studies/survey/symmetry';
import WorkingButton from '../../parts/WorkingButton.vue';
import { useSurvey } from './useSurvey';

const { answers, session } = useSurvey();
const report = computed(() => answers.glance!.survey.result.symmetry);
const working = computed(() => answers.glance!.survey.working.find((w) => w.id === 'symmetry-width'));
const shape = computed(() => {
  const { width, unevenPart } = report.value;
  if (width.difference <= EVEN) return 'The walls left and right stand alike.';
  const other = width.wider === 'left' ? 'right' : 'left';
  return `${lengthText(width.at, session.system)} from the front the ${other} wall stands ${lengthText(width.difference, session.system)} nearer to the axis than the ${width.wider} one. Uneven over ${fixed(unevenPart * 100, 0)} % of the length.`;
});
const area = (m2: number) => fixed(areaIn(m2, session.system).value, 2);
</script>

<template>
  <div data-symmetry>
    <h2>Left against right</h2>
    <p class="soft">About the listening axis: the middle of the wall you face.</p>
    <h2>Shape</h2>
    <p>{{ shape }} <WorkingButton small :working="working" /></p>
    <p v-if="report.ceiling">
      The ceiling differs by {{ lengthText(report.ceiling.difference, session.system) }},
      {{ lengthText(report.ceiling.at[1], session.system) }} from the front.
    </p>
    <h2>Doors, windows, heaters</h2>
    <p v-if="report.openings.length === 0">Each has its twin on the other side, or there are none.</p>
    <ul v-else class="odd">
      <li v-for="o in report.openings" :key="o.id">
        {{ o.name }} on the {{ surfaceWords(o.face) }}
        {{ o.twin ? `is ${lengthText(o.twin.off, session.system)} off its twin, ${o.twin.name}` : 'has no twin' }}.
      </li>
    </ul>
    <h2>Absorption, {{ areaIn(1, session.system).unit }}</h2>
    <table class="list">
      <thead>
        <tr>
          <th>Hz</th>
          <th class="figure">Left</th>
          <th class="figure">Right</th>
          <th class="figure">Left − right</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(o, i) in OCTAVES" :key="o" :class="{ selected: report.largest?.octave === o }">
          <td class="figure" style="text-align: left">{{ o }}</td>
          <td class="figure">{{ area(report.left[i]!) }}</td>
          <td class="figure">{{ area(report.right[i]!) }}</td>
          <td class="figure">{{ area(report.left[i]! - report.right[i]!) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="report.largest" class="largest">
      Largest at {{ report.largest.octave }} Hz: {{ areaText(report.largest.difference, session.system) }} more on the
      {{ report.largest.side }}, most of it {{ report.largest.what }}.
    </p>
    <p v-else>Both sides absorb alike in every band.</p>
  </div>
</template>

<style scoped>
.odd {
  padding-left: 18px;
}
.largest {
  margin-top: 8px;
}
</style>
