<script setup lang="ts">
/** What an equaliser may still do after all that is hung and moved: few cuts where all chosen places agree, and why the rest is left alone. */
import { computed, ref } from 'vue';
import { computedAsync } from '@vueuse/core';
import { bellsCsv, sectionsCsv } from '@tawny/core/studies/correct/taken';
import { isSound } from '@tawny/core/document/schema/project';
import { meetGroups } from '@tawny/core/studies/correct/meetPlaces';
import type { Correcting } from '@tawny/core/studies/correct/places';
import { fixed } from '@tawny/core/quantities/format';
import { correctionSentence, leftSentence } from '@tawny/core/words/listen/correct';
import ChartFrame from '../../../charts/ChartFrame.vue';
import CurvesChart from '../../../charts/measured/CurvesChart.vue';
import ChoiceField from '../../../fields/ChoiceField.vue';
import { download } from '../../../charts/download';
import { steady } from '../../../answers/line';
import { useMeasured } from '../../../measured/measured';
import ChoiceRow from '../../../parts/ChoiceRow.vue';
import { useListen } from '../useListen';
import MeetPicture from './MeetPicture.vue';

const { doc, shown, list, main, recordings, readOf } = useListen();
const { calibrationOf } = useMeasured();
const boosts = ref(false);
const WHAT = [
  { id: 'cuts', name: 'Equaliser' },
  { id: 'meet', name: 'Subwoofer' },
] as const;
const what = ref<'cuts' | 'meet'>('cuts');
/** Where a subwoofer was measured alone, with and without the others; the room shown before others. */
const groups = computed(() => (doc.project ? meetGroups(list.value, doc.project.measured) : []));
const group = computed(
  () => groups.value.find((g) => g.places.some((p) => p.together.room === main.value?.room)) ?? groups.value[0] ?? null,
);

/** Of those chosen, the ones that hold a response. */
const asked = steady(() => ({
  boosts: boosts.value,
  of: shown.value
    .filter((m) => m.holds.kind === 'response' || (m.holds.kind === 'impulse' && readOf(m)?.impulse))
    .map((m) => ({ id: m.id, title: m.title, holds: m.holds, own: calibrationOf(m) })),
}));
const working = ref(false);
const found = computedAsync<Correcting | null>(
  async (onCancel) => {
    let wanted = true;
    onCancel(() => (wanted = false));
    const ask = asked.value;
    await Promise.resolve();
    const list = ask.of.flatMap(({ title, holds, own }) => {
      const of = holds.kind === 'response' ? holds : isSound(holds) ? recordings.readings.get(holds.audio) : null;
      return of ? [{ title, of, own: own && { f: [...own.f], db: [...own.db] } }] : [];
    });
    return list.length === 0 ? null : recordings.correct(list, ask.boosts, () => wanted);
  },
  null,
  working,
);
const curves = computed(() => {
  const c = found.value;
  if (!c) return [];
  return [
    ...c.places.map((p, i) => ({
      name: c.places.length > 1 ? `${i + 1} before` : 'before',
      look: i,
      values: p.before,
      ghost: true,
    })),
    ...c.places.map((p, i) => ({ name: c.places.length > 1 ? `${i + 1} after` : 'after', look: i, values: p.after })),
    { name: 'equaliser', look: 5, values: c.gainDb },
  ];
});
const table = computed(() =>
  (found.value?.bells ?? []).map((b) => ({ 'frequency Hz': b.f, 'gain dB': b.gainDb, Q: b.q })),
);
const RATES = [44100, 48000, 88200, 96000, 192000].map((value) => ({ value, title: `${value} Hz` }));
const rate = ref(48000);
const seconds = (v: number | null) => (v === null ? 'gone' : `${fixed(v, 2)} s`);
</script>

<template>
  <ChoiceRow v-if="groups.length > 0" v-model="what" :choices="WHAT" label="What is corrected" class="what" />
  <MeetPicture v-if="group && what === 'meet'" :group="group" />
  <template v-else>
    <p class="notice" data-correction>
      <template v-if="working">Trying cuts …</template>
      <template v-else-if="found">{{ correctionSentence(found) }}</template>
      Correct last: after the seat, the loudspeakers and what absorbs.
    </p>
    <div class="controls">
      <label><input v-model="boosts" type="checkbox" data-boosts /> Broad boosts too, of 3 dB at most</label>
    </div>
    <template v-if="found">
      <ChartFrame
        title="Low end over what is about it"
        :subtitle="
          found.places.length > 1
            ? found.places.map((p, i) => `${i + 1} ${p.title}`).join(', ')
            : found.places[0]!.title
        "
        file="correction"
        :table="table"
        :min-height="180"
        class="big"
      >
        <template #default="{ width, height }">
          <CurvesChart
            :width="width"
            :height="height"
            :frequencies="found.f"
            :curves="curves"
            :low="-18"
            :high="12"
            unit="dB"
            label="The low end before and after, and the equaliser"
          />
        </template>
      </ChartFrame>
      <div class="three">
        <section aria-label="What is set">
          <h2>Set</h2>
          <p v-if="found.bells.length === 0" class="soft">Nothing.</p>
          <table v-else class="figures">
            <thead>
              <tr>
                <th scope="col">Hz</th>
                <th scope="col">dB</th>
                <th scope="col">Q</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="b in found.bells" :key="b.f" data-bell>
                <td>{{ fixed(b.f, 1) }}</td>
                <td>{{ fixed(b.gainDb, 1) }}</td>
                <td>{{ fixed(b.q, 1) }}</td>
              </tr>
            </tbody>
          </table>
          <template v-if="found.bells.length > 0">
            <v-btn
              size="small"
              variant="outlined"
              data-take-bells
              @click="download('equaliser.csv', bellsCsv(found.bells), 'text/csv')"
            >
              Save as CSV
            </v-btn>
            <ChoiceField v-model="rate" label="Sample rate" :items="RATES" />
            <v-btn
              size="small"
              variant="outlined"
              data-take-sections
              @click="download('equaliser-sections.csv', sectionsCsv(found.bells, rate), 'text/csv')"
            >
              Coefficients as CSV
            </v-btn>
          </template>
        </section>
        <section aria-label="What rings">
          <h2>Rings at the first</h2>
          <table class="figures">
            <thead>
              <tr>
                <th scope="col">Hz</th>
                <th scope="col">before</th>
                <th scope="col">after</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="r in found.rings" :key="r.f">
                <td>{{ fixed(r.f, 1) }}</td>
                <td>{{ seconds(r.before) }}</td>
                <td>{{ seconds(r.after) }}</td>
              </tr>
            </tbody>
          </table>
        </section>
        <section aria-label="What is left alone">
          <h2>Left alone</h2>
          <ul>
            <li v-for="l in found.left" :key="`${l.kind} ${l.f}`" data-left>
              {{ leftSentence(l, found.places.length) }}
            </li>
          </ul>
        </section>
      </div>
    </template>
  </template>
</template>

<style scoped src="./pictures.css"></style>
<style scoped>
.what {
  margin: 0 14px 4px;
  max-width: 260px;
}
.three {
  display: grid;
  grid-template-columns: max-content max-content minmax(0, 1fr);
  gap: 26px;
  flex: 1 1 220px;
  min-height: 0;
  padding: 4px 14px 6px;
  overflow: auto;
  font-size: 12.5px;
}
@media (max-width: 860px) {
  .three {
    flex: none;
    grid-template-columns: 1fr;
  }
}
h2 {
  margin: 4px 0;
  font-size: 14px;
}
table {
  margin-block-end: 8px;
}
.figures th,
.figures td {
  text-align: end;
}
ul {
  margin: 0;
  padding-inline-start: 18px;
}
</style>
