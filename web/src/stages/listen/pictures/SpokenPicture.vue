<script setup lang="ts">
/** A sentence spoken at each stage of the room, heard one after the other at the same level. */
import { computed, onBeforeUnmount, watch } from 'vue';
import { mdiPlay, mdiStop } from '@mdi/js';
import { matchedGains, spokenLevel } from '@tawny/core/signal/voice';
import { fixed } from '@tawny/core/quantities/format';
import { createVoicePlayer } from '../../../audio/voicePlayer';
import { useListen } from '../useListen';

const { list, readOf, recordings, missing } = useListen();
const voices = computed(() => list.value.filter((m) => m.holds.kind === 'speech'));
watch(
  voices,
  async (now) => {
    for (const m of now) await recordings.need(m);
  },
  { immediate: true },
);
const heard = computed(() =>
  voices.value.flatMap((m) => {
    const read = readOf(m);
    return read
      ? [{ id: m.id, samples: read.samples, rate: read.rate, level: spokenLevel(read.samples, read.rate) }]
      : [];
  }),
);
const matched = computed(() => {
  const gains = matchedGains(heard.value.map((h) => h.level));
  return heard.value.map((h, i) => ({ ...h, gainDb: gains[i]! }));
});
const of = (id: string) => matched.value.find((m) => m.id === id) ?? null;
const { playing, play, stop } = createVoicePlayer();
onBeforeUnmount(stop);
const when = (at: string) => new Date(at).toLocaleDateString([], { dateStyle: 'medium' });
</script>

<template>
  <p class="notice">
    The same sentence, the same voice, the same distance: what changes is the room. All are played as loud as the
    quietest of them.
  </p>
  <div class="controls">
    <v-btn
      size="small"
      variant="outlined"
      :prepend-icon="playing ? mdiStop : mdiPlay"
      data-play-all
      @click="playing ? stop() : play(matched)"
      >{{ playing ? 'Stop' : 'One after the other' }}</v-btn
    >
  </div>
  <ul class="voices" aria-label="Spoken sentences">
    <li v-for="m in voices" :key="m.id" :class="{ here: playing === m.id }">
      <v-btn
        v-if="of(m.id)"
        size="small"
        variant="text"
        :icon="playing === m.id ? mdiStop : mdiPlay"
        :aria-label="playing === m.id ? `Stop ${m.title}` : `Play ${m.title}`"
        @click="playing === m.id ? stop() : play([of(m.id)!])"
      />
      <span>
        <strong>{{ m.title }}</strong>
        <span class="soft"
          >{{ when(m.at)
          }}{{
            of(m.id)
              ? `; played ${fixed(of(m.id)!.gainDb, 1)} dB`
              : missing(m)
                ? '; not in this browser'
                : '; being read …'
          }}</span
        >
      </span>
    </li>
  </ul>
</template>

<style scoped src="./pictures.css"></style>
<style scoped>
.voices {
  list-style: none;
  margin: 0;
  padding: 4px 14px;
  overflow-y: auto;
}
.voices li {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 44px;
  border-bottom: 1px solid var(--rule);
}
.voices li.here {
  background: var(--tawny-pale);
}
.voices span {
  display: flex;
  flex-direction: column;
}
</style>
