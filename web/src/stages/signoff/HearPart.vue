<script setup lang="ts">
/** The room by ear: versions of one sound, as loud as one another, switched without a gap, and compared blind. */
import { computed, ref, watch } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import { DRY_SOUNDS } from '@tawny/core/synthesis/drySounds';
import { DRY_WORDS, HEAR_LIMITS, tallySentence } from '@tawny/core/words/hear';
import { useHear } from './useHear';

const h = useHear();
const {
  possible,
  versions,
  chosen,
  nameOf,
  sound,
  by,
  own,
  refused,
  result,
  current,
  working,
  busy,
  failed,
  player,
  volume,
} = h;
const list = computed(() => result.value?.list ?? []);
const PLAYERS = [
  { id: 'both', name: 'Both loudspeakers' },
  { id: 'left', name: 'The left one alone' },
  { id: 'right', name: 'The right one alone' },
] as const;

/** Blind: two versions under letters whose order nobody is told. */
const blind = ref<{ order: [string, string]; right: number; of: number; last: string } | null>(null);
const shuffled = (a: string, b: string): [string, string] => (Math.random() < 0.5 ? [a, b] : [b, a]);
watch(list, () => (blind.value = null));
function startBlind(): void {
  const [a, b] = list.value;
  if (!a || !b) return;
  blind.value = { order: shuffled(a.id, b.id), right: 0, of: 0, last: '' };
  player.stop();
}
function guess(i: 0 | 1): void {
  const now = blind.value;
  const first = list.value[0];
  if (!now || !first) return;
  const right = now.order[i] === first.id;
  blind.value = {
    order: shuffled(...now.order),
    right: now.right + Number(right),
    of: now.of + 1,
    last: right ? 'Right.' : 'It was the other.',
  };
  player.stop();
}
function bring(event: Event): void {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = '';
  if (file) void h.bring(file);
}
</script>

<template>
  <p class="soft">{{ HEAR_LIMITS }}</p>
  <p v-if="!possible">There is no pair of loudspeakers to hear. Add one in Seat.</p>
  <template v-else>
    <div class="choices">
      <fieldset>
        <legend>Sound</legend>
        <label v-for="s in DRY_SOUNDS" :key="s">
          <input v-model="sound" type="radio" :value="s" :data-sound="s" /> {{ DRY_WORDS[s] }}
        </label>
        <label v-if="own"><input v-model="sound" type="radio" value="own" /> {{ own.name }}</label>
        <label class="file">
          A dry recording of one’s own (WAV)
          <input type="file" accept=".wav,audio/wav" data-own-sound @change="bring" />
        </label>
      </fieldset>
      <fieldset>
        <legend>Played by</legend>
        <label v-for="b in PLAYERS" :key="b.id">
          <input v-model="by" type="radio" :value="b.id" :data-by="b.id" /> {{ b.name }}
        </label>
      </fieldset>
      <fieldset>
        <legend>Heard in</legend>
        <label v-for="v in versions" :key="v.id">
          <input v-model="chosen" type="checkbox" :value="v.id" :data-version="v.id" /> {{ v.name }}
        </label>
      </fieldset>
    </div>
    <p v-if="refused" class="bad" role="alert">{{ refused }}</p>
    <p v-if="failed" class="bad" role="alert">{{ failed }}</p>
    <p v-if="working" role="status" data-hear-busy>
      Working it out{{ busy ? `, ${fixed(100 * busy.part, 0)} %` : '' }} …
    </p>
    <v-btn v-else-if="chosen.length > 0" size="small" variant="flat" color="primary" data-hear-make @click="h.make()">{{
      result ? 'Work it out again' : 'Work it out'
    }}</v-btn>
    <p v-else class="soft">Choose what to hear.</p>
    <template v-if="list.length > 0 && !working">
      <p v-if="!current" class="soft" role="status">The room has changed since: this is how it was.</p>
      <label class="volume">
        Volume
        <input v-model.number="volume" type="range" min="-50" max="0" step="1" data-volume />
        <output>{{ volume }} dB</output>
      </label>
      <p class="soft">Begin quietly. No sample is above −1 dB re full scale, whatever is chosen.</p>
      <div v-if="!blind" class="versions" role="group" aria-label="Versions">
        <span v-for="r in list" :key="r.id">
          <v-btn
            size="small"
            :variant="player.playing.value && player.at.value === r.id ? 'flat' : 'outlined'"
            :color="player.playing.value && player.at.value === r.id ? 'primary' : undefined"
            :aria-pressed="player.playing.value && player.at.value === r.id"
            :data-hear="r.id"
            @click="h.play(r.id)"
            >{{ nameOf(r.id) }}</v-btn
          >
          <button type="button" class="link" :data-hear-save="r.id" @click="h.save(r.id)">as WAV</button>
        </span>
      </div>
      <div v-else class="versions" role="group" aria-label="Blind" data-blind>
        <p>Which is “{{ nameOf(list[0]!.id) }}”? Listen to both as long as you like.</p>
        <span v-for="i in [0, 1] as const" :key="i">
          <v-btn size="small" variant="outlined" @click="h.play(blind.order[i])">Hear {{ 'XY'[i] }}</v-btn>
          <v-btn size="small" variant="text" :data-guess="i" @click="guess(i)">It is {{ 'XY'[i] }}</v-btn>
        </span>
        <p role="status" data-tally>{{ blind.last }} {{ tallySentence(blind.right, blind.of) }}</p>
      </div>
      <div class="versions">
        <v-btn v-if="player.playing.value" size="small" variant="outlined" data-hear-stop @click="player.stop()"
          >Stop</v-btn
        >
        <v-btn v-if="!blind && list.length > 1" size="small" variant="text" data-blind-start @click="startBlind"
          >Compare the first two blind</v-btn
        >
        <v-btn v-if="blind" size="small" variant="text" @click="((blind = null), player.stop())"
          >End the blind test</v-btn
        >
      </div>
    </template>
  </template>
</template>

<style scoped>
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
}
fieldset {
  flex: 1 1 240px;
  display: grid;
  gap: 4px;
  align-content: start;
  border: 1px solid var(--rule);
  border-radius: 4px;
  padding: 6px 12px 10px;
  font-size: 13px;
}
legend {
  padding-inline: 5px;
  color: var(--ink-soft);
}
.file input {
  display: block;
  font-size: 12.5px;
}
.volume {
  display: flex;
  gap: 10px;
  align-items: center;
  margin-block: 10px 2px;
  font-size: 13px;
}
.versions {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  margin-block: 8px;
}
.versions p {
  flex: 1 0 100%;
}
.link {
  margin-inline-start: 6px;
  color: var(--tawny);
  text-decoration: underline;
  font-size: 12.5px;
}
.bad {
  color: var(--brick);
}
</style>
