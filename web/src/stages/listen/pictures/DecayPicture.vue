<script setup lang="ts">
/** Decay by octave or third: what is read, why not, the target and the prediction of that room; the curve of one band with the lines through it. */
import { computed, ref } from 'vue';
import { frequencyLabel } from '@tawny/core/quantities/bands';
import { fixed } from '@tawny/core/quantities/format';
import { speechIndex, VOICE_DBA, withNoise } from '@tawny/core/signal/speech';
import { slowerThan, timeOf } from '@tawny/core/signal/decay';
import { REASON_WORDS } from '@tawny/core/words/listen/listen';
import ChoiceRow from '../../../parts/ChoiceRow.vue';
import ChartFrame from '../../../charts/ChartFrame.vue';
import CurvesChart from '../../../charts/measured/CurvesChart.vue';
import TimesChart from '../../../charts/measured/TimesChart.vue';
import { useListen } from '../useListen';

const { doc, shown, decayOf, noiseOf, reading, predicted, main } = useListen();
const BANDS = [
  { id: 'octaves', name: 'Octaves' },
  { id: 'thirds', name: 'Thirds' },
] as const;
const fineness = ref<'octaves' | 'thirds'>('octaves');
const thirds = computed(() => fineness.value === 'thirds');
const chosen = ref(1000);
const bands = computed(() => (main.value && decayOf(main.value, thirds.value ? 3 : 1)) ?? []);
const band = computed(() => bands.value.find((b) => b.label === chosen.value) ?? bands.value[0] ?? null);
const frequencies = computed(() => bands.value.map((b) => b.mid));
const curves = computed(() => [
  ...shown.value.flatMap((m, i) => {
    const own = decayOf(m, thirds.value ? 3 : 1);
    if (!own) return [];
    return [
      {
        name: m.title,
        look: i,
        values: bands.value.map((b) => {
          const found = own.find((o) => o.label === b.label);
          return found ? timeOf(found) : null;
        }),
      },
    ];
  }),
  ...(predicted.value && !thirds.value
    ? [{ name: 'predicted', look: 5, ghost: true, values: predicted.value.decay.map((t) => t) }]
    : []),
]);
const mask = computed(() => {
  if (!predicted.value || thirds.value) return null;
  return predicted.value.limits.map((l) => (l ? { low: l.lower, high: l.upper ?? most.value } : null));
});
const most = computed(() => Math.max(0.4, ...curves.value.flatMap((c) => c.values.map((v) => v ?? 0))) * 1.1);
const table = computed(() =>
  bands.value.map((b) => ({
    Hz: b.label,
    EDT: b.edt,
    T20: b.t20,
    T30: b.t30,
    C50: b.c50,
    C80: b.c80,
    D50: b.d50,
    Ts: b.ts,
    why: b.reason,
  })),
);
const time = (v: number | null) => (v === null ? '–' : fixed(v, 2));
const drop = computed(() => {
  const b = band.value;
  if (!b || b.curve.levelsDb.length === 0) return null;
  const { step, levelsDb } = b.curve;
  const end = Math.max(0.1, Math.min(levelsDb.length * step, (timeOf(b) ?? 1) * 1.1));
  const lines = [
    { fit: b.lines.edt, name: 'EDT', from: 0, down: 12 },
    { fit: b.lines.t20, name: 'T20', from: 5, down: 27 },
    { fit: b.lines.t30, name: 'T30', from: 5, down: 37 },
  ].flatMap(({ fit, name, from, down }) =>
    fit
      ? [
          {
            name,
            at: fit.at,
            slope: fit.slope,
            from: Math.max(0, (-from - fit.at) / fit.slope),
            to: (-down - fit.at) / fit.slope,
          },
        ]
      : [],
  );
  return { curve: { name: 'decay', step, start: 0, levels: levelsDb, look: 0 }, lines, end };
});
const doubled = computed(() => bands.value.filter((b) => b.twoSlopes).map((b) => frequencyLabel(b.label)));
const slow = computed(() =>
  slowerThan((main.value && decayOf(main.value, 1)) ?? [], 0.15).map((b) => frequencyLabel(b.label)),
);
/** Rooms for speech and film are told how well they are understood in. */
const spoken = computed(() => (doc.project?.brief.uses ?? []).some((u) => u === 'speech' || u === 'filming'));
const speech = computed(() => {
  const [rows, m] = [reading.value?.speech, main.value];
  if (!spoken.value || !rows || !m) return null;
  const noise = noiseOf(m);
  const levels = noise?.re === 'pressure' ? noise.octaves.slice(1) : null;
  const counted = levels?.every((v) => v !== null) ? withNoise(rows, levels) : null;
  return { index: speechIndex(counted ?? rows), counted: counted !== null };
});
</script>

<template>
  <div class="controls">
    <ChoiceRow v-model="fineness" :choices="BANDS" label="Bands" />
    <span class="notice" data-slow>{{
      slow.length === 0
        ? 'Every octave that can be read falls by 20 dB within 150 ms.'
        : `Slower than 20 dB in 150 ms: ${slow.join(', ')} Hz.`
    }}</span>
    <span v-if="speech !== null" class="notice" data-speech
      >Speech transmission index {{ fixed(speech.index, 2)
      }}{{
        speech.counted
          ? ` for a voice of ${VOICE_DBA} dB(A) where the microphone stood, the room at rest counted`
          : '; noise is not counted: its sound level is not known'
      }}.</span
    >
    <span v-if="doubled.length > 0" class="notice"
      >Two slopes at {{ doubled.join(', ') }} Hz: a part of the room rings on by itself.</span
    >
  </div>
  <p v-if="bands.length === 0" class="notice" data-other-bands>
    “{{ main?.title }}” holds its decay times by {{ thirds ? 'octave' : 'third octave' }}.
  </p>
  <ChartFrame
    title="Decay time"
    :subtitle="`T30, where the range is short T20${mask ? '; the band is the target' : ''}`"
    file="measured-decay"
    :table="table"
    :min-height="170"
    class="big"
  >
    <template #default="{ width, height }">
      <CurvesChart
        v-if="frequencies.length > 0"
        :width="width"
        :height="height"
        :frequencies="frequencies"
        :curves="curves"
        :low="0"
        :high="most"
        unit="s"
        :digits="2"
        :band="mask"
        dots
        label="Decay time by band"
      />
    </template>
  </ChartFrame>
  <div class="lower">
    <div class="scrolled" tabindex="0" role="region" aria-label="Figures of the decay">
      <table class="list" :aria-label="`Decay of ${main?.title ?? ''}`">
        <thead>
          <tr>
            <th>Hz</th>
            <th class="figure">EDT</th>
            <th class="figure">T20</th>
            <th class="figure">T30 s</th>
            <th class="figure">C50</th>
            <th class="figure">C80 dB</th>
            <th class="figure">D50</th>
            <th class="figure">Ts ms</th>
            <th>why not</th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="b in bands"
            :key="b.label"
            class="pick"
            :class="{ selected: band?.label === b.label }"
            @click="chosen = b.label"
          >
            <td>
              <button class="band" :aria-label="`Show the decay at ${b.label} Hz`" @click="chosen = b.label">
                {{ frequencyLabel(b.label) }}
              </button>
            </td>
            <td class="figure">{{ time(b.edt) }}</td>
            <td class="figure">{{ time(b.t20) }}</td>
            <td class="figure">{{ time(b.t30) }}</td>
            <td class="figure">{{ b.c50 === null ? '–' : fixed(b.c50, 1) }}</td>
            <td class="figure">{{ b.c80 === null ? '–' : fixed(b.c80, 1) }}</td>
            <td class="figure">{{ b.d50 === null ? '–' : fixed(b.d50, 2) }}</td>
            <td class="figure">{{ b.ts === null ? '–' : fixed(b.ts * 1000, 0) }}</td>
            <td class="soft">{{ b.reason ? REASON_WORDS[b.reason] : '' }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <ChartFrame
      v-if="drop && band"
      :title="`Fall at ${frequencyLabel(band.label)} Hz`"
      subtitle="backward integral and the lines through it"
      file="fall"
      :table="[]"
      :min-height="130"
    >
      <template #default="{ width, height }">
        <TimesChart
          :width="width"
          :height="height"
          :curves="[drop.curve]"
          :lines="drop.lines"
          :from="0"
          :to="drop.end"
          :low="-65"
          :high="2"
          label="Decay curve of the band"
        />
      </template>
    </ChartFrame>
  </div>
</template>

<style scoped src="./pictures.css"></style>
<style scoped>
.lower {
  flex: 1 1 200px;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(0, 1.25fr) minmax(0, 1fr);
  gap: 8px;
  padding: 0 8px 6px 14px;
}
.lower .scrolled {
  padding: 0;
}
.band {
  min-height: 24px;
  min-width: 24px;
}
@media (max-width: 860px) {
  .lower {
    display: block;
    flex: none;
  }
}
</style>
