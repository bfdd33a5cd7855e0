<script setup lang="ts">
/** A recording is taken: with a microphone, from a file, or with the simulated microphone. */
import { computed } from 'vue';
import { mdiMicrophoneOutline } from '@mdi/js';
import { QUIET } from '@tawny/core/synthesis/microphone';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import FilePart from './FilePart.vue';
import LivePart from './LivePart.vue';
import WherePart from './WherePart.vue';
import { useListen } from './useListen';
import { usePlace } from './usePlace';
import { useSimulated } from './useSimulated';

const { doc, recordings, keep, list } = useListen();
const { place } = usePlace();
const { played, seconds, noise, extra, extraHz } = useSimulated();
const project = computed(() => doc.project!);
const busy = computed(() => recordings.busy.value !== null);

const letters = computed(() => project.value.loudspeakers.map((l) => l.letter));
const choices = computed(() => [
  ...letters.value.map((l) => ({ value: l, title: l })),
  ...(letters.value.length > 1 ? [{ value: 'all', title: 'All together' }] : []),
  { value: 'none', title: 'None: the noise' },
]);
const playing = computed(() =>
  choices.value.some((c) => c.value === played.value) ? played.value : choices.value[0]!.value,
);
const EXTRAS = [
  { value: 'nothing', title: 'nothing' },
  { value: 'hum', title: 'mains hum' },
  { value: 'fan', title: 'a fan' },
  { value: 'rattle', title: 'a rattle' },
  { value: 'clip', title: 'clipping' },
] as const;
const scenario = computed(() => doc.stored?.scenarios.list.find((s) => s.id === doc.stored!.scenarios.current) ?? null);
async function measure(): Promise<void> {
  const stored = doc.settled;
  if (!stored) return;
  const names = playing.value === 'all' ? letters.value : playing.value === 'none' ? [] : [playing.value];
  const at = place.value;
  const heard = await recordings.simulated(stored, {
    loudspeakers: [...names],
    place: at.at,
    sweep: names.length > 0 ? { from: 20, to: 20000, seconds: seconds.value } : null,
    around: {
      ...QUIET,
      seed: list.value.length + 1,
      noiseDb: noise.value,
      hum: extra.value === 'hum' ? extraHz.value : null,
      fan: extra.value === 'fan' ? extraHz.value : null,
      rattle: extra.value === 'rattle' ? extraHz.value : null,
      clip: extra.value === 'clip',
    },
  });
  if (!heard) return;
  const who = names.length === 0 ? 'Noise' : names.join(' and ');
  await keep(heard, {
    ...{ title: `${who}, ${at.name}`.slice(0, 120), by: 'simulated', from: 'simulated microphone' },
    ...{ loudspeakers: [...names], place: at },
  });
}
</script>

<template>
  <p v-if="scenario" class="soft" data-take-scenario>
    The scenario “{{ scenario.name }}” is open: what is recorded now is kept as taken in that room. To measure the room
    as it is, open the room itself first.
  </p>
  <WherePart />
  <LivePart />
  <FilePart />
  <section aria-label="Simulated microphone">
    <h2>Simulated microphone</h2>
    <p class="soft">
      Hears the room as it is drawn, in the state shown: its waves, its reflections, its decay. It proves nothing about
      the real one.
    </p>
    <ChoiceField :model-value="playing" label="What plays" :items="choices" @update:model-value="played = $event" />
    <NumberField
      v-if="playing !== 'none'"
      v-model="seconds"
      label="Sweep"
      kind="number"
      :min="1"
      :max="20"
      :digits="1"
      unit="s"
    />
    <NumberField v-model="noise" label="Noise re full scale" kind="number" :min="-120" :max="-20" unit="dB" />
    <ChoiceField v-model="extra" label="Also there" :items="EXTRAS" />
    <NumberField
      v-if="extra !== 'nothing' && extra !== 'clip'"
      v-model="extraHz"
      label="At"
      kind="number"
      :min="20"
      :max="6000"
      unit="Hz"
    />
    <v-btn
      class="go"
      size="small"
      color="primary"
      variant="flat"
      :prepend-icon="mdiMicrophoneOutline"
      :disabled="busy"
      data-measure-now
      @click="measure"
      >Measure</v-btn
    >
  </section>
</template>

<style scoped>
.go {
  margin: 8px 0 14px;
}
</style>
