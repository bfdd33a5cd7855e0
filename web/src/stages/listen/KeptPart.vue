<script setup lang="ts">
/** Measurements kept, in the order of time; the one shown with what is written of it. */
import { computed } from 'vue';
import { writeWav } from '@tawny/core/formats/wav';
import { isSound } from '@tawny/core/document/schema/project';
import { download } from '../../charts/download';
import ChoiceField from '../../fields/ChoiceField.vue';
import PhotoRow from '../../desk/photos/PhotoRow.vue';
import NumberField from '../../fields/NumberField.vue';
import TextRow from '../../fields/TextRow.vue';
import { MOST_SHOWN, useListen } from './useListen';
import { usePlace } from './usePlace';
import { equal } from '@tawny/core/document/sharing';
import { roomKey, soundingOf } from '@tawny/core/document/soundingRoom';

const { list, shown, main, toggle, change, doc, session, recordings, calibrations } = useListen();
const { place } = usePlace();
const FLAT = 'flat';
const microphones = computed(() => [
  { value: FLAT, title: 'taken as flat' },
  ...calibrations.value.map((c) => ({ value: c.id, title: c.name })),
]);
const when = (at: string) => new Date(at).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' });
const chosen = computed(() => new Set(shown.value.map((m) => m.id)));
const asNow = computed(
  () => main.value !== null && doc.project !== null && main.value.room === roomKey(soundingOf(doc.project)),
);
async function takeWav(): Promise<void> {
  const m = main.value;
  const kept = m && isSound(m.holds) ? await recordings.samplesOf(m.holds.audio) : null;
  if (m && kept)
    download(
      `${m.title.replace(/[^\p{L}\p{N} _-]/gu, '')}.wav`,
      new Blob([writeWav([new Float32Array(kept.bytes)], kept.rate)]),
      'audio/wav',
    );
}
function remove(): void {
  if (main.value) doc.run({ type: 'take-measurement', id: main.value.id });
  session.listened = [];
}
</script>

<template>
  <ul class="kept" aria-label="Measurements">
    <li v-for="m in list" :key="m.id" :class="{ main: main?.id === m.id }" :data-measurement="m.title">
      <input
        type="checkbox"
        :checked="chosen.has(m.id)"
        :disabled="!chosen.has(m.id) && shown.length >= MOST_SHOWN"
        :aria-label="`Draw ${m.title}`"
        @change="toggle(m)"
      />
      <button class="name" :aria-current="main?.id === m.id ? 'true' : undefined" @click="session.listened = [m.id]">
        <strong>{{ m.title }}</strong>
        <span class="soft">{{ when(m.at) }}; {{ m.by === 'simulated' ? 'simulated' : m.from }}</span>
      </button>
    </li>
  </ul>
  <template v-if="main">
    <h2>{{ main.title }}</h2>
    <TextRow
      :model-value="main.title"
      label="Title"
      :most="120"
      required
      @update:model-value="change(main, { title: $event })"
    />
    <TextRow
      :model-value="main.loudspeakers.join(' ')"
      label="Played"
      :most="60"
      @update:model-value="
        change(main, {
          loudspeakers: $event
            .split(/[\s,]+/)
            .filter(Boolean)
            .map((l) => l.slice(0, 3))
            .slice(0, 24),
        })
      "
    />
    <TextRow
      :model-value="main.place.name"
      label="Place"
      :most="80"
      required
      @update:model-value="change(main, { place: { ...main.place, name: $event } })"
    />
    <NumberField
      v-if="isSound(main.holds) || main.holds.kind === 'events'"
      :model-value="main.fullScaleDb"
      label="Full scale is"
      kind="number"
      :min="60"
      :max="180"
      :digits="1"
      unit="dB"
      optional
      hint="sound level of full scale, from a calibrator or a meter read beside it"
      @update:model-value="change(main, { fullScaleDb: $event })"
      @clear="change(main, { fullScaleDb: null })"
    />
    <p v-if="!equal(place, { name: main.place.name, at: main.place.at })" class="soft">
      <v-btn size="x-small" variant="text" data-place-again @click="change(main, { place })"
        >It stood where it stands under Take: {{ place.name }}</v-btn
      >
    </p>
    <ChoiceField
      v-if="calibrations.length > 0 && main.by !== 'simulated'"
      :model-value="main.calibration ?? FLAT"
      label="Microphone"
      :items="microphones"
      @update:model-value="change(main, { calibration: $event === FLAT ? null : $event })"
    />
    <TextRow
      :model-value="main.note"
      label="Note"
      :most="2000"
      :lines="2"
      @update:model-value="change(main, { note: $event })"
    />
    <PhotoRow :about="main.id" :name="main.title" />
    <p class="soft">
      {{ asNow ? 'The room is as it was then.' : 'The room has changed since.' }}
    </p>
    <div class="buttons">
      <v-btn v-if="isSound(main.holds)" size="x-small" variant="outlined" @click="takeWav">Save as WAV</v-btn>
      <v-btn
        v-if="!asNow"
        size="x-small"
        variant="outlined"
        data-restore
        @click="doc.run({ type: 'restore-room', key: main.room })"
        >Open its room</v-btn
      >
      <v-btn size="x-small" variant="text" @click="remove">Remove</v-btn>
    </div>
  </template>
</template>

<style scoped>
.kept {
  list-style: none;
  margin: 0 0 12px;
  padding: 0;
}
.kept li {
  display: flex;
  gap: 8px;
  align-items: center;
  border-bottom: 1px solid var(--rule);
}
.kept li.main {
  background: var(--tawny-pale);
}
.kept input {
  width: 20px;
  height: 20px;
  margin: 2px;
}
.name {
  flex: 1;
  min-height: 40px;
  text-align: left;
  display: flex;
  flex-direction: column;
  min-width: 0;
  overflow-wrap: anywhere;
}
.name .soft {
  font-size: 11.5px;
}
.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 6px 0 12px;
}
</style>
