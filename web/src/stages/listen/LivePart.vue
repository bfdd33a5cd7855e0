<script setup lang="ts">
/** A measurement with a real microphone: open, find the level, sweep; Stop is always at hand. */
import { computed, ref } from 'vue';
import { mdiMicrophoneOutline, mdiStop } from '@mdi/js';
import { fixed } from '@tawny/core/quantities/format';
import { levelSentence, WANTED_DB_SPL } from '@tawny/core/words/listen/listen';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import ProgressBar from '../../parts/ProgressBar.vue';
import { useAnswers } from '../../answers/answers';
import { useListen } from './useListen';
import { useLive } from './useLive';
import { usePlace } from './usePlace';

const { doc, recordings, keep } = useListen();
const answers = useAnswers();
const { place } = usePlace();
const { state, live, devices, failed, peak, clipped, left, gainDb, levelled, events, known, ...at } = useLive();
const { open, close, stop, findLevel } = at;
const speakers = computed(() => answers.glance?.setting.loudspeakers ?? []);
const letters = computed(() => speakers.value.map((l) => l.letter));
const pair = computed(() => speakers.value.filter((l) => l.station === 'L' || l.station === 'R'));
const played = ref('');
const choices = computed(() => [
  ...letters.value.map((l) => ({ value: l, title: l })),
  ...(pair.value.length > 1 ? [{ value: 'turn', title: pair.value.map((l) => l.letter).join(', then ') }] : []),
  ...(letters.value.length > 1 ? [{ value: 'all', title: 'all together' }] : []),
  { value: 'noise', title: 'nothing: the noise' },
  { value: 'voice', title: 'nothing: a voice' },
]);
/** The loudspeakers of each take to come. */
const takes = computed((): string[][] =>
  playing.value === 'turn'
    ? pair.value.map((l) => [l.letter])
    : playing.value === 'all'
      ? [letters.value]
      : playing.value === 'noise' || playing.value === 'voice'
        ? [[]]
        : [[playing.value]],
);
/** Left and right have an output each; of others one is told to see to it. */
const panOf = (names: readonly string[]): -1 | 0 | 1 => {
  const [one, ...more] = names.map((n) => speakers.value.find((l) => l.letter === n)?.station);
  return more.length > 0 ? 0 : one === 'L' ? -1 : one === 'R' ? 1 : 0;
};
const toMute = computed(() => takes.value.some((names) => names.length === 1 && panOf(names) === 0));
const sounds = computed(() => playing.value !== 'noise' && playing.value !== 'voice');
const playing = computed(() =>
  choices.value.some((c) => c.value === played.value) ? played.value : (choices.value[0]?.value ?? ''),
);
const wantedDb = computed(() => (known.value ? WANTED_DB_SPL - known.value.fullScaleDb! : null));
const levelText = computed(() =>
  levelled.value ? levelSentence(levelled.value, known.value?.fullScaleDb ?? null) : '',
);
const ceiling = ref(-12);
const seconds = ref(8);
const repeats = ref(1);
const running = computed(() => ['levelling', 'measuring', 'watching'].includes(state.value));
/** A loudspeaker is swept from half its lower corner on, Hz. */
function lowestOf(names: readonly string[]): number {
  const corners = (doc.project?.loudspeakers ?? [])
    .filter((l) => names.includes(l.letter))
    .map((l) => l.lowCornerHz / 2);
  return Math.max(15, Math.min(...corners, 40));
}
async function go(): Promise<void> {
  if (!sounds.value) return listenOnly(playing.value === 'voice');
  const all = takes.value;
  for (const names of all) {
    const asked = { from: lowestOf(names), to: 20000, seconds: seconds.value, repeats: repeats.value };
    const taken = await at.measure({ ...asked, pan: panOf(names) });
    if (!taken) return;
    const { samples, rate, sweep, takes: count, from } = taken;
    const heard = await recordings.recorded(samples, { rate, sweep, takes: count, speech: false });
    if (heard) await keep(heard, said(names.join(' and ') || 'Measured', from, names), names !== all.at(-1));
  }
}
const said = (who: string, from: string, names: readonly string[] = []) => ({
  ...{ title: `${who}, ${place.value.name}`.slice(0, 120), by: 'live' as const, from: from.slice(0, 200) },
  ...{ loudspeakers: [...names], place: place.value },
  fullScaleDb: known.value?.fullScaleDb ?? null,
});
async function listenOnly(speech: boolean): Promise<void> {
  const taken = await at.record(seconds.value);
  if (!taken) return;
  const heard = await recordings.recorded(taken.samples, { rate: taken.rate, sweep: null, takes: 1, speech });
  if (heard) await keep(heard, said(speech ? 'A sentence' : 'Noise', taken.from));
}
const meter = computed(() => Math.max(0, 1 + (20 * Math.log10(Math.max(1e-6, peak.value))) / 80));
</script>

<template>
  <section aria-label="Microphone">
    <h2>Microphone</h2>
    <p v-if="failed" class="failed" role="alert">{{ failed }}</p>
    <template v-if="!live">
      <p class="soft">
        Microphone at the ears, on a stand, where its tape says. Turn the amplifier down before the first sound.
      </p>
      <v-btn
        class="go"
        size="small"
        variant="outlined"
        :disabled="state === 'opening'"
        data-open-input
        @click="open(null)"
        >Open an input</v-btn
      >
    </template>
    <template v-else>
      <p class="soft" data-opened>
        {{ live.opened.label }}: {{ live.opened.rate }} Hz,
        {{ live.opened.channels === 1 ? 'one channel' : `${live.opened.channels} channels` }}.
        <template v-if="live.opened.altered.length > 0"
          >The browser does not switch off {{ live.opened.altered.join(' and ') }}: what it records is changed by
          that.</template
        >
      </p>
      <ChoiceField
        v-if="devices.length > 1"
        :model-value="devices.find((d) => d.name === live!.opened.label)?.id ?? devices[0]!.id"
        label="Input"
        :items="devices.map((d) => ({ value: d.id, title: d.name }))"
        @update:model-value="open($event)"
      />
      <ChoiceField
        v-if="live.opened.channels > 1"
        :model-value="live.channel"
        label="Channel"
        :items="Array.from({ length: live.opened.channels }, (_, i) => ({ value: i, title: `${i + 1}` }))"
        @update:model-value="live!.channel = $event"
      />
      <div class="row"><span class="label">Level in</span><ProgressBar :part="meter" label="Level at the input" /></div>
      <p v-if="clipped" class="failed">The input is at its limit: turn it down.</p>
      <ChoiceField :model-value="playing" label="What plays" :items="choices" @update:model-value="played = $event" />
      <p v-if="toMute" class="soft">Only it may be on: mute the others by hand.</p>
      <NumberField
        v-if="sounds"
        v-model="ceiling"
        label="Never louder than"
        kind="number"
        :min="-60"
        :max="-3"
        unit="dB"
        hint="re full scale"
      />
      <NumberField
        v-if="sounds"
        :model-value="gainDb"
        label="Level"
        kind="number"
        :min="-70"
        :max="ceiling"
        unit="dB"
        @update:model-value="gainDb = $event"
      />
      <NumberField
        v-model="seconds"
        :label="sounds ? 'Sweep' : 'Listen for'"
        kind="number"
        :min="3"
        :max="20"
        :digits="1"
        unit="s"
      />
      <NumberField v-if="sounds" v-model="repeats" label="Repeats" kind="number" :min="1" :max="8" whole />
      <p v-if="levelled !== null && sounds" class="soft" data-levelled>{{ levelText }}</p>
      <p v-if="known" class="soft">
        Full scale is {{ fixed(known.fullScaleDb!, 1) }} dB, as for “{{ known.title }}”, while the gain of the input is
        left alone.
      </p>
      <p v-if="sounds" class="soft">
        Keep ears away from the loudspeaker; leave the room or stand where you always stand.
      </p>
      <div class="buttons">
        <v-btn
          v-if="running"
          size="small"
          color="error"
          variant="flat"
          :prepend-icon="mdiStop"
          data-stop
          @click="state === 'watching' ? at.keepWatch() : stop()"
          >Stop</v-btn
        >
        <template v-else>
          <v-btn
            v-if="sounds"
            size="small"
            variant="outlined"
            data-find-level
            @click="findLevel(ceiling, panOf(takes[0]!), wantedDb)"
            >Find the level</v-btn
          >
          <v-btn
            size="small"
            color="primary"
            variant="flat"
            :prepend-icon="mdiMicrophoneOutline"
            data-sweep
            @click="go"
            >{{ sounds ? 'Sweep' : 'Record' }}</v-btn
          >
          <v-btn v-if="playing === 'noise'" size="small" variant="outlined" data-watch @click="at.watch()"
            >Wait for loud events</v-btn
          >
          <v-btn size="small" variant="text" @click="close">Close</v-btn>
        </template>
        <span v-if="state === 'measuring'" class="soft" role="status">{{ fixed(left, 0) }} s left</span>
        <span v-else-if="state === 'watching'" class="soft" role="status" data-watching>{{
          events.length === 0
            ? 'waiting for something louder than the room …'
            : `${events.length} noted, the last at ${fixed(events.at(-1)!.db, 0)} dB`
        }}</span>
        <span v-else-if="state === 'levelling'" class="soft" role="status">finding the level …</span>
      </div>
    </template>
  </section>
</template>

<style scoped>
.go {
  margin: 4px 0 14px;
}
.failed {
  color: var(--brick);
  margin: 4px 0;
}
.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  margin: 8px 0 14px;
}
</style>
