<script setup lang="ts">
/** What everything that was measured says of the room: predictions before and after, what moved and by how much, and whether predictions use it. */
import { computed, ref } from 'vue';
import { OCTAVE_MIDBANDS } from '@tawny/core/quantities/bands';
import { fixed } from '@tawny/core/quantities/format';
import {
  gainSentence,
  impossibleSentence,
  recordSentence,
  straySentence,
  strays,
  unknownFigures,
  unknownTitle,
} from '@tawny/core/words/listen/fit';
import { learnedSentence } from '@tawny/core/words/listen/learned';
import { issueSentence } from '@tawny/core/words/issues';
import ChartFrame from '../../../charts/ChartFrame.vue';
import CurvesChart from '../../../charts/measured/CurvesChart.vue';
import { dateText } from '../../../parts/dates';
import { useLengths } from '../../../parts/keys';
import { useTaught } from '../useTaught';

const { fit, working, waiting, lost, telling, learned, faults, list, accept, use, forget } = useTaught();
const system = useLengths();

/** The measurement whose decay is drawn. */
const picked = ref<string | null>(null);
const withDecay = computed(() => fit.value?.measurements.filter((m) => m.decays.length > 0) ?? []);
const one = computed(() => withDecay.value.find((m) => m.id === picked.value) ?? withDecay.value.at(-1) ?? null);
const curves = computed(() => {
  const m = one.value;
  if (!m) return [];
  const of = (key: 'measured' | 'stated' | 'learned' | 'leftOut') =>
    fit.value!.bands.map((b) => m.decays.find((d) => d.octave === b.octave)?.[key] ?? null);
  return [
    { name: 'measured', look: 0, values: of('measured') },
    { name: 'as stated', look: 2, values: of('stated'), ghost: true },
    { name: 'as learned', look: 1, values: of('learned') },
  ];
});
/** Where the decay was promised to come out before anything was learned. */
const promised = computed(() =>
  fit.value!.bands.map((b) => {
    const found = one.value?.decays.find((d) => d.octave === b.octave);
    return found ? { low: found.promised[0], high: found.promised[1] } : null;
  }),
);
const highest = computed(() => Math.max(0.3, ...curves.value.flatMap((c) => c.values.map((v) => v ?? 0))) * 1.08);

/** From here on an unknown is shown among those that moved. */
const SOMEWHAT = 0.2;
/** Materials first: where things stand comes behind. */
const PLACED = ['air', 'loudspeaker', 'microphone', 'corner'];
const moved = computed(() =>
  (fit.value?.unknowns ?? [])
    .filter((u) => u.told >= SOMEWHAT && u.kind !== 'level')
    .sort((a, b) => Number(PLACED.includes(a.kind)) - Number(PLACED.includes(b.kind)) || b.told - a.told),
);
const untold = computed(() => (fit.value?.unknowns.length ?? 0) - moved.value.length);
const odd = computed(() => (fit.value?.unknowns ?? []).filter((u) => u.impossible));
const off = computed(() => (fit.value ? strays(fit.value) : []));
const percent = (v: number) => `${fixed(100 * v, 0)} %`;
const lostShape = computed(() => faults.value.some((f) => f.code === 'survey.learned-shape'));
const inForce = computed(() => learned.value?.inUse && !lostShape.value);
/** What was accepted is of other measurements than there are now. */
const older = computed(
  () => !!learned.value && !!fit.value?.learned && learned.value.from.join() !== fit.value.learned.from.join(),
);
const nameOf = (id: string) => list.value.find((m) => m.id === id)?.title ?? id;
const table = computed(() =>
  (fit.value?.measurements ?? []).flatMap((m) =>
    m.decays.map((d) => ({
      ...{ measurement: nameOf(m.id), 'octave Hz': d.octave },
      ...{ 'measured s': d.measured, 'stated s': d.stated, 'learned s': d.learned, 'left out s': d.leftOut },
    })),
  ),
);
</script>

<template>
  <p v-if="telling.length === 0" class="notice" data-nothing-to-learn>
    Nothing that was measured here tells how the room decays. Measure it with a loudspeaker, or bring a table of decay
    times, and the room’s own materials are learned from that.
  </p>
  <template v-else>
    <p class="notice" data-taught>
      <template v-if="waiting > 0">Reading what was measured, {{ waiting }} more …</template>
      <template v-else-if="working">Learning: the waves of every room that was measured are solved first …</template>
      <template v-else-if="fit">{{
        [gainSentence(fit), ...(fit.learned ? [recordSentence(fit.learned.record)] : [])].join(' ')
      }}</template>
      <template v-if="lost > 0"> The samples of {{ lost }} are not in this browser and were left out.</template>
    </p>
    <div class="controls" data-learned>
      <template v-if="learned">
        <strong v-if="inForce">{{ learnedSentence(learned, dateText(learned.at)) }}</strong>
        <span v-for="f in faults" :key="issueSentence(f, system)" class="fault">{{ issueSentence(f, system) }}</span>
        <label v-if="!lostShape">
          <input
            type="checkbox"
            :checked="learned.inUse"
            data-use-learned
            @change="use(($event.target as HTMLInputElement).checked)"
          />
          Every prediction uses it
        </label>
        <v-btn size="small" variant="text" @click="forget()">Forget it</v-btn>
      </template>
      <v-btn
        v-if="fit?.learned && (!learned || older || faults.length > 0)"
        size="small"
        color="primary"
        variant="flat"
        data-accept
        @click="accept(fit.learned)"
      >
        {{ learned ? 'Learn again from all that was measured' : 'Let every prediction use it' }}
      </v-btn>
    </div>
    <template v-if="fit">
      <ul v-if="odd.length + off.length > 0" class="odd" aria-label="What looks impossible">
        <li v-for="u in odd" :key="unknownTitle(u)">{{ impossibleSentence(u, system) }}</li>
        <li v-for="u in off" :key="unknownTitle(u)">{{ straySentence(u, system) }}</li>
      </ul>
      <ChartFrame
        v-if="one"
        title="Decay"
        :subtitle="`${one.title}; tinted: as promised before anything was learned, with 95 %`"
        file="learned-decay"
        :table="table"
        :min-height="170"
        class="big"
      >
        <template #actions>
          <select v-model="picked" aria-label="Measurement drawn">
            <option v-for="m in withDecay" :key="m.id" :value="m.id" :selected="m.id === one.id">{{ m.title }}</option>
          </select>
        </template>
        <template #default="{ width, height }">
          <CurvesChart
            :width="width"
            :height="height"
            :frequencies="OCTAVE_MIDBANDS"
            :curves="curves"
            :low="0"
            :high="highest"
            :band="promised"
            unit="s"
            :digits="2"
            dots
            label="Decay measured, as stated and as learned"
          />
        </template>
      </ChartFrame>
      <div class="tables">
        <table class="figures" aria-label="By octave: how well the decay is known, and how far predictions were off">
          <thead>
            <tr>
              <th scope="col">Hz</th>
              <th scope="col">stated</th>
              <th scope="col">learned</th>
              <th scope="col">off, as stated</th>
              <th scope="col">left out</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="b in fit.bands" :key="b.octave" data-band>
              <th scope="row">{{ b.octave }}</th>
              <td>± {{ percent(b.stated) }}</td>
              <td>{{ b.told ? `± ${percent(b.learned)}` : 'not told' }}</td>
              <td>{{ b.error ? percent(b.error.stated) : '–' }}</td>
              <td>{{ b.error?.leftOut != null ? percent(b.error.leftOut) : '–' }}</td>
            </tr>
          </tbody>
        </table>
        <div class="moved" tabindex="0" role="group" aria-label="What moved">
          <table class="figures" aria-label="What moved">
            <thead>
              <tr>
                <th scope="col">what is not known</th>
                <th scope="col">stated</th>
                <th scope="col">found</th>
                <th scope="col">told</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="u in moved" :key="unknownTitle(u)" :class="{ impossible: u.impossible }" data-unknown>
                <th scope="row">{{ unknownTitle(u) }}</th>
                <td>{{ unknownFigures(u, system).stated }}</td>
                <td>{{ unknownFigures(u, system).found }}</td>
                <td>
                  <span class="told" :style="{ inlineSize: `${Math.round(48 * u.told)}px` }" />{{ percent(u.told) }}
                </td>
              </tr>
            </tbody>
          </table>
          <p v-if="untold > 0" class="soft">
            {{ untold }} more are told too little of by these measurements: they stay as stated, with the spread stated.
          </p>
        </div>
      </div>
    </template>
  </template>
</template>

<style scoped src="./pictures.css"></style>
<style scoped>
.controls strong {
  font-weight: 600;
}
.fault {
  color: var(--brick);
}
.odd {
  margin: 0;
  padding: 2px 14px 4px 32px;
  flex: none;
  max-height: 84px;
  overflow-y: auto;
  color: var(--brick);
  font-size: 12.5px;
}
.tables {
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  gap: 18px;
  align-items: start;
  flex: 1 1 240px;
  min-height: 0;
  padding: 4px 14px 6px;
}
.moved {
  max-block-size: 100%;
  min-height: 0;
  overflow: auto;
}
@media (max-width: 860px) {
  .tables {
    flex: none;
    grid-template-columns: 1fr;
  }
}
table {
  inline-size: 100%;
}
tbody th {
  font-weight: 500;
}
tr.impossible th,
tr.impossible td {
  color: var(--brick);
}
.told {
  display: inline-block;
  block-size: 8px;
  margin-inline-end: 5px;
  background: var(--tawny);
}
</style>
