<script setup lang="ts">
/** The chosen mark: its tapes large, the zone's edges, what it is worth, and one sentence of judgement. */
import { computed } from 'vue';
import { OCTAVES } from '@tawny/core/quantities/bands';
import { fixed } from '@tawny/core/quantities/format';
import { lengthText } from '@tawny/core/quantities/lengths';
import { combOf } from '@tawny/core/physics/reflections/thresholds';
import { notForPanels } from '@tawny/core/room/reflectionLevels';
import { surfaceWords, tapeWords } from '@tawny/core/words/tapes';
import FigureGrid from '../../parts/FigureGrid.vue';
import QuantityText from '../../parts/QuantityText.vue';
import TapeTag from '../../parts/TapeTag.vue';
import WorkingButton from '../../parts/WorkingButton.vue';
import { placeWords, useMarks } from './useMarks';

const { study, selected, session } = useMarks();
const m = computed(() => selected.value!);
const length = (metres: number) => lengthText(metres, session.system);
const working = computed(() => study.value.working.find((w) => w.id === `mark-${m.value.id}`));
const limit = computed(() => study.value.result.threshold);
const comb = computed(() => combOf(m.value));
const limitWords = computed(
  () => `${fixed(limit.value.levelDb, 0)} dB inside ${fixed(limit.value.withinS * 1000, 0)} ms`,
);

const judgement = computed(() => {
  const k = m.value;
  if (k.levelDb === null) return 'The surface absorbs everything; no tape is needed.';
  const late = k.delay >= limit.value.withinS;
  if (k.covered) {
    const before = k.bareDb === null ? '' : ` from ${fixed(k.bareDb, 1)}`;
    const down = `Covered: what hangs there brings it${before} to ${fixed(k.levelDb, 1)} dB.`;
    return k.matters ? `${down} Still above ${limitWords.value}.` : down;
  }
  if (!k.matters) {
    return late
      ? `Later than ${fixed(limit.value.withinS * 1000, 0)} ms: heard as room, not as colour. Leave it for now.`
      : `Weaker than ${fixed(limit.value.levelDb, 0)} dB: it hardly colours the sound.`;
  }
  const how = `${k.coveredPart > 0.02 ? `Covered to ${fixed(k.coveredPart * 100, 0)} % only` : 'Bare'}, and it matters: above ${limitWords.value}.`;
  if (notForPanels(k.on)) return `${how} It falls on ${k.on!.name}: no fixed panel there.`;
  if (k.kind === 'thing') return `${how} Tilt, move or cover that; a panel cannot hang there.`;
  if (k.kind === 'floor') return `${how} A floor takes a rug rather than a panel; most rooms keep this one.`;
  return how;
});
const edges = computed(() =>
  ([0, 1] as const).map((i) => {
    const [near, far] = m.value.zone.edges.map((tapes) => tapes[i]) as [
      (typeof m.value.tape)[0],
      (typeof m.value.tape)[0],
    ];
    const [low, high] = near.metres <= far.metres ? [near, far] : [far, near];
    const same = low.wall === high.wall;
    return `${length(low.metres)}${same ? '' : ` ${tapeWords(low)}`} to ${length(high.metres)} ${tapeWords(high)}`;
  }),
);
const bareShift = computed(() => {
  const { bare, standoff, kind, piece } = m.value;
  if (!bare) return '';
  const where = bare.tape.map((t) => `${length(t.metres)} ${tapeWords(t)}`).join(', ');
  return `On the face of ${piece ? piece.name : 'the panel'}, ${length(standoff)} off the ${kind === 'ceiling' ? 'ceiling' : 'wall'}. On the bare surface it would lie at ${where}: ${length(bare.away)} away.`;
});
const figures = computed(() => [
  { name: 'later than direct', value: m.value.delay * 1000, unit: 'ms', digits: 1 },
  { name: 're direct', value: m.value.levelDb, unit: 'dB', digits: 1 },
  { name: 'first dip of its comb', value: comb.value?.firstDipHz ?? null, unit: 'Hz', digits: 0 },
  { name: 'dip alone', value: comb.value?.dipDb ?? null, unit: 'dB', digits: 1 },
]);
</script>

<template>
  <section class="chosen" data-chosen-mark>
    <h2 class="heading"><TapeTag large :letter="m.letter" /> on {{ placeWords(m) }}</h2>
    <p class="soft">
      <template v-if="m.own !== null">{{ m.own ? 'Own side' : 'Opposite loudspeaker' }}. </template>
      <template v-if="m.seenFrom === 'range'">Not seen from the middle place, only when the head moves. </template>
      <template v-if="m.partlyHiddenBy">Partly hidden by {{ surfaceWords(m.partlyHiddenBy) }}. </template>
    </p>
    <div class="tapes">
      <div v-for="(t, i) in m.tape" :key="t.from">
        <span class="soft">{{ tapeWords(t) }}</span>
        <QuantityText length :value="t.metres" />
        <small class="soft">zone {{ edges[i] }}</small>
      </div>
    </div>
    <p v-if="bareShift" class="soft small">{{ bareShift }}</p>
    <FigureGrid :figures="figures" />
    <table class="octaves" aria-label="Level re direct per octave">
      <thead>
        <tr>
          <th v-for="o in OCTAVES" :key="o">{{ o >= 1000 ? `${o / 1000}k` : o }}</th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <td v-for="(db, i) in m.octavesDb" :key="i">{{ db === null ? '–' : fixed(db, 0) }}</td>
        </tr>
      </tbody>
    </table>
    <p>{{ judgement }} <WorkingButton :working="working" /></p>
  </section>
</template>

<style scoped>
.heading {
  font-size: 15px !important;
  display: flex;
  gap: 6px;
  align-items: center;
}
p {
  margin: 4px 0;
}
.small {
  font-size: 12px;
}
.tapes {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px 12px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet);
  padding: 6px 10px;
  margin: 6px 0;
}
.tapes > div {
  display: flex;
  flex-direction: column;
}
.tapes .soft {
  font-size: 11.5px;
  line-height: 1.25;
}
.tapes :deep(.quantity) {
  font-size: 20px;
  font-weight: 600;
  line-height: 1.2;
}
.octaves {
  width: 100%;
  border-collapse: collapse;
  font-family: var(--figures);
  font-size: 11.5px;
  margin: 4px 0;
}
.octaves th {
  font-weight: 400;
  color: var(--ink-soft);
}
.octaves td,
.octaves th {
  text-align: center;
  padding: 1px 0;
}
</style>
