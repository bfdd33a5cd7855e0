<script setup lang="ts">
/** Level matching and listening checks, one after another; what was found is written into the project's log. */
import { computed, onBeforeUnmount, ref } from 'vue';
import { mdiStop, mdiVolumeMedium } from '@mdi/js';
import { fixed } from '@tawny/core/quantities/format';
import NumberField from '../../fields/NumberField.vue';
import TapeTag from '../../parts/TapeTag.vue';
import TextRow from '../../fields/TextRow.vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import { LOG_NAMES } from '@tawny/core/words/signoff/log';
import { useLog } from '../../desk/useLog';
import { createNoisePlayer } from '../../audio/noisePlayer';
import MeasuredChecks from './MeasuredChecks.vue';
import { useSeat } from './useSeat';

const { speakers } = useSeat();
const { entries: log, write, strike } = useLog();
const REFERENCES = [
  { value: 75, title: '75 dB SPL' },
  { value: 80, title: '80 dB SPL' },
  { value: 85, title: '85 dB SPL' },
];
const reference = ref(75);
const readings = ref<Record<string, number>>({});
const pan = ref('');
const tail = ref('');
const note = ref('');
const full = computed(() => speakers.value.filter((s) => s.role !== 'sub'));
/** Louder than the quietest by so much is told, dB. */
const ALIKE_DB = 0.5;
const spread = computed(() => {
  const values = full.value.map((s) => readings.value[s.letter]).filter((v) => v !== undefined);
  return values.length > 1 ? Math.max(...values) - Math.min(...values) : null;
});
const advice = computed(() => {
  if (spread.value === null) return 'Read the meter at the seat for each; what counts is the difference.';
  if (spread.value <= ALIKE_DB) return `Within ${fixed(spread.value, 1)} dB of each other: matched.`;
  const [loud] = full.value
    .filter((s) => readings.value[s.letter] !== undefined)
    .sort((a, b) => readings.value[b.letter]! - readings.value[a.letter]!);
  return `${fixed(spread.value, 1)} dB apart: take ${loud!.letter} down. Half a dB is close enough.`;
});

const player = createNoisePlayer();
const playing = player.playing;
onBeforeUnmount(() => player.stop());

function keepLevels(): void {
  write('level-match', `Pink noise, ${reference.value} dB SPL at the seat.`, readings.value);
  readings.value = {};
}
const when = (iso: string) =>
  new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'short' }).format(new Date(iso));
const stereo = computed(() => full.value.filter((s) => s.station === 'L' || s.station === 'R'));
</script>

<template>
  <h2>1. Same level from each</h2>
  <p class="soft">
    Pink noise in one loudspeaker at a time, a meter where the head is (slow, C). Start quiet, then bring it up; protect
    ears and tweeters.
  </p>
  <div class="actions-row">
    <v-btn
      v-for="s in stereo"
      :key="s.id"
      size="small"
      variant="outlined"
      :prepend-icon="playing === s.station ? mdiStop : mdiVolumeMedium"
      :data-noise="s.letter"
      @click="playing === s.station ? player.stop() : player.play(s.station === 'L' ? 'L' : 'R')"
      >{{ playing === s.station ? 'Stop' : `Noise in ${s.letter}` }}</v-btn
    >
  </div>
  <ChoiceField
    label="Reference at the seat"
    :model-value="reference"
    :items="REFERENCES"
    @update:model-value="reference = $event"
  />
  <NumberField
    v-for="s in full"
    :key="s.id"
    :label="`${s.letter} against the reference`"
    kind="number"
    unit="dB"
    :digits="1"
    :step="0.1"
    :min="-30"
    :max="30"
    optional
    :model-value="readings[s.letter] ?? null"
    @update:model-value="readings[s.letter] = $event"
    @clear="delete readings[s.letter]"
  />
  <p data-level-advice>{{ advice }}</p>
  <div v-if="spread !== null" class="actions-row">
    <v-btn size="small" variant="outlined" data-keep-levels @click="keepLevels">Write into the log</v-btn>
  </div>

  <MeasuredChecks
    v-if="stereo.length === 2"
    :letters="stereo.map((s) => s.letter)"
    @write="(text, values) => write('level-match', text, values)"
  />

  <h2>2. Hard-panned instrument</h2>
  <p class="soft">
    Play something panned hard to one side and move forward and back along the axis. Where it stays in the loudspeaker
    and the middle stays solid, the triangle is right; where it jumps, a reflection or an unequal side pulls it.
  </p>
  <TextRow label="What was heard" :lines="2" :most="2000" :model-value="pan" @update:model-value="pan = $event" />
  <v-btn v-if="pan.trim()" size="small" variant="outlined" @click="(write('hard-pan', pan.trim()), (pan = ''))"
    >Write into the log</v-btn
  >

  <h2>3. Sine tail</h2>
  <p class="soft">
    A slow sine through the bass, cut off suddenly, quietly. Notes that go on ringing after the cut are the room’s:
    write down which.
  </p>
  <TextRow label="Which notes ring" :lines="2" :most="2000" :model-value="tail" @update:model-value="tail = $event" />
  <v-btn v-if="tail.trim()" size="small" variant="outlined" @click="(write('sine-tail', tail.trim()), (tail = ''))"
    >Write into the log</v-btn
  >

  <h2>Log</h2>
  <TextRow label="Note" :lines="2" :most="2000" :model-value="note" @update:model-value="note = $event" />
  <v-btn v-if="note.trim()" size="small" variant="outlined" @click="(write('note', note.trim()), (note = ''))"
    >Write into the log</v-btn
  >
  <p v-if="log.length === 0" class="soft">Nothing written yet.</p>
  <article v-for="e in log" :key="e.id" class="entry" data-log>
    <header>
      <strong>{{ LOG_NAMES[e.kind] }}</strong> <span class="soft">{{ when(e.at) }}</span>
      <button :aria-label="`Strike the entry of ${when(e.at)}`" @click="strike(e.id)">×</button>
    </header>
    <p>
      {{ e.text }}
      <span v-for="(db, letter) in e.readings" :key="letter" class="reading"
        ><TapeTag :letter="String(letter)" /> {{ fixed(db, 1) }} dB</span
      >
    </p>
  </article>
</template>

<style scoped>
.entry {
  border-top: 1px solid var(--rule);
  padding: 4px 0;
}
.entry header {
  display: flex;
  gap: 6px;
}
.entry header button {
  margin-left: auto;
  width: 28px;
  min-height: 26px;
}
.entry p {
  margin: 2px 0;
  overflow-wrap: anywhere;
}
.reading {
  margin-right: 8px;
  white-space: nowrap;
}
</style>
