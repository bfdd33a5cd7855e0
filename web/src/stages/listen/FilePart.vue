<script setup lang="ts">
/** What exists already: recordings, and tables of figures somebody else read; and the calibration of the microphone. */
import { computed, ref } from 'vue';
import { mdiFileImportOutline } from '@mdi/js';
import { TEXT_KINDS, type TextKind } from '@tawny/core/questions/listening';
import { TEXT_WORDS } from '../../words/listening';
import { clerk } from '../../stores/clerk';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import { type Said, useListen } from './useListen';
import { usePlace } from './usePlace';

const { doc, session, recordings, keep, put, calibrations, calibration } = useListen();
const { place } = usePlace();
const busy = computed(() => recordings.busy.value !== null);
type Holding = 'found' | 'sweep' | 'speech' | TextKind;
const holding = ref<Holding>('found');
const HOLDINGS: readonly { value: Holding; title: string }[] = [
  { value: 'found', title: 'what is found' },
  { value: 'sweep', title: 'a known sweep' },
  { value: 'speech', title: 'a voice' },
  ...TEXT_KINDS.map((kind) => ({ value: kind, title: TEXT_WORDS[kind] })),
];
const WHAT: Readonly<Record<Holding, string>> = {
  found: 'WAV: an impulse response, a balloon or a clap, the recording of a sweep, or noise; or a table of levels.',
  sweep: 'WAV: a sweep played by something else, of which these are known.',
  speech: 'WAV: a sentence, heard beside the same one at another time.',
  response: 'Text, a line each: Hz, dB and, if there is one, phase.',
  decay: 'Text, a line each: octave or third, seconds; EDT, T20 and T30 if a head line names them.',
  levels: 'Text, a line each: octave or third, dB of the room at rest.',
  calibration: 'Text, a line each: Hz and what the microphone hears too much, dB.',
};
const sweep = ref({ from: 20, to: 20000, seconds: 10 });
const picker = ref<HTMLInputElement | null>(null);
const isText = (name: string) => !/\.(wav|wave)$/i.test(name);
const titleOf = (file: File) => file.name.replace(/\.\w+$/, '').slice(0, 120) || 'Recording';
const said = (file: File): Said => ({
  ...{ title: titleOf(file), by: 'file', from: file.name.slice(0, 200) },
  ...{ loudspeakers: [], place: place.value },
});

async function bringText(file: File, as: TextKind): Promise<void> {
  const figures = await recordings.fromText(file, as);
  if (!figures) return;
  if (figures.kind !== 'calibration') return put(figures, said(file));
  const id = clerk().id();
  const { f, db } = figures;
  if (doc.run({ type: 'put-calibration', calibration: { id, name: titleOf(file).slice(0, 80), f, db } }))
    session.calibration = id;
}
async function bringSound(file: File, as: 'found' | 'sweep' | 'speech'): Promise<void> {
  const heard = await recordings.fromFile(file, {
    sweep: as === 'sweep' ? { ...sweep.value } : null,
    speech: as === 'speech',
  });
  if (heard) await keep(heard, said(file));
}
async function chosen(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  const files = [...(input.files ?? [])];
  input.value = '';
  for (const file of files) {
    const as = holding.value === 'found' && isText(file.name) ? 'response' : holding.value;
    if (as === 'found' || as === 'sweep' || as === 'speech') await bringSound(file, as);
    else await bringText(file, as);
  }
}
const FLAT = 'flat';
const microphones = computed(() => [
  { value: FLAT, title: 'taken as flat' },
  ...calibrations.value.map((c) => ({ value: c.id, title: c.name })),
]);
const shown = computed(() => (calibrations.value.some((c) => c.id === calibration.value) ? calibration.value! : FLAT));
function removeCalibration(): void {
  doc.run({ type: 'take-calibration', id: shown.value });
  session.calibration = null;
}
</script>

<template>
  <section aria-label="From a file">
    <h2>From a file</h2>
    <ChoiceField v-model="holding" label="It holds" :items="HOLDINGS" />
    <p class="soft">{{ WHAT[holding] }}</p>
    <template v-if="holding === 'sweep'">
      <NumberField v-model="sweep.from" label="From" kind="number" :min="1" :max="1000" unit="Hz" />
      <NumberField v-model="sweep.to" label="To" kind="number" :min="1000" :max="96000" unit="Hz" />
      <NumberField v-model="sweep.seconds" label="In" kind="number" :min="0.1" :max="120" :digits="2" unit="s" />
    </template>
    <v-btn
      class="go"
      size="small"
      variant="outlined"
      :prepend-icon="mdiFileImportOutline"
      :disabled="busy"
      @click="picker?.click()"
      >Bring a file</v-btn
    >
    <input
      ref="picker"
      class="hidden"
      type="file"
      accept=".wav,.wave,.txt,.csv,.tsv,.frd,.cal,.dat,audio/wav,text/plain"
      multiple
      aria-label="Recording"
      @change="chosen"
    />
    <template v-if="calibrations.length > 0">
      <ChoiceField
        :model-value="shown"
        label="Microphone"
        :items="microphones"
        @update:model-value="session.calibration = $event"
      />
      <p class="soft">
        Measurements taken or brought from now on are of it.
        <v-btn v-if="shown !== FLAT" size="x-small" variant="text" @click="removeCalibration"
          >Remove this calibration</v-btn
        >
      </p>
    </template>
  </section>
</template>

<style scoped>
.go {
  margin: 8px 0 14px;
}
.hidden {
  display: none;
}
</style>
