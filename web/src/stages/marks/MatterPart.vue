<script setup lang="ts">
/** What matters: the school's limit, and whether each loudspeaker's sound arrives free of reflections. */
import { computed } from 'vue';
import { OCTAVES } from '@tawny/core/quantities/bands';
import { fixed } from '@tawny/core/quantities/format';
import { THRESHOLDS } from '@tawny/core/physics/reflections/thresholds';
import { THRESHOLD_WORDS } from '@tawny/core/words/schools';
import ChoiceField from '../../fields/ChoiceField.vue';
import TapeTag from '../../parts/TapeTag.vue';
import { useMarks } from './useMarks';

const { doc, study, session } = useMarks();
const shownLevels = [
  { value: -1, title: 'mean 500 Hz–4 kHz' },
  ...OCTAVES.map((o, i) => ({ value: i, title: o >= 1000 ? `${o / 1000} kHz` : `${o} Hz` })),
];
const DIRECTIVITIES = [
  { value: 'box', title: 'by box width and driver' },
  { value: 'alike', title: 'alike in all directions' },
] as const;
const school = computed(() => doc.project!.marking.school);
const choices = THRESHOLDS.map((t) => ({ value: t, title: THRESHOLD_WORDS[t].name }));
const zones = computed(() => study.value.result.freeZones);
const free = computed(() => zones.value.filter((z) => z.zone.free).length);
</script>

<template>
  <section data-matters>
    <h2>Which reflections matter</h2>
    <ChoiceField
      label="Limit"
      wide
      :model-value="school"
      :items="choices"
      @update:model-value="doc.run({ type: 'set-marking', marking: { school: $event } })"
    />
    <p class="soft">{{ THRESHOLD_WORDS[school].why }}</p>
    <ChoiceField
      label="Loudspeakers radiate"
      wide
      :model-value="doc.project!.marking.directivity"
      :items="DIRECTIVITIES"
      @update:model-value="doc.run({ type: 'set-marking', marking: { directivity: $event } })"
    />
    <p class="soft">
      {{
        doc.project!.marking.directivity === 'box'
          ? 'Less to the side and behind, the more so the higher the note and the wider the box: a baffle and a piston, good to a few decibels.'
          : 'As loud backwards as forwards at every note: what a mirror assumes, and too much for front walls.'
      }}
    </p>
    <ChoiceField
      label="Arrivals drawn at"
      wide
      :model-value="session.arrivalOctave ?? -1"
      :items="shownLevels"
      @update:model-value="session.arrivalOctave = $event < 0 ? null : $event"
    />
    <h2>Free of reflections at the seat</h2>
    <p>
      {{ free === zones.length ? 'Every loudspeaker’s' : `${free} of ${zones.length} loudspeakers’` }} sound arrives
      free of reflections by this limit.
    </p>
    <table class="list">
      <thead>
        <tr>
          <th>From</th>
          <th class="figure">free for ms</th>
          <th class="figure">loudest dB</th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="z in zones" :key="z.loudspeaker" :data-free="z.letter">
          <td><TapeTag :letter="z.letter" /></td>
          <td class="figure">{{ z.zone.freeUntil === null ? 'always' : fixed(z.zone.freeUntil * 1000, 1) }}</td>
          <td class="figure">{{ z.zone.loudestDb === null ? '–' : fixed(z.zone.loudestDb, 1) }}</td>
          <td :class="z.zone.free ? 'good' : 'bad'">{{ z.zone.free ? 'free' : 'not free' }}</td>
        </tr>
      </tbody>
    </table>
    <p class="soft note">
      First order, at the present surfaces; what hangs counts with its absorption at the angle it is met.
    </p>
  </section>
</template>

<style scoped>
.note {
  font-size: 12px;
}
</style>
