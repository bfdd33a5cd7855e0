<script setup lang="ts">
/** A measurement with a real microphone: open, find the level, sweep; Stop is always at hand. */
import { computed, ref } from 'vue';
import { onKeyStroke } from '@vueuse/core';
import { mdiMicrophoneOutline, mdiStop } from '@mdi/js';
import { fixed } from '@tawny/core/quantities/format';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import ProgressBar from '../../parts/ProgressBar.vue';
import { useListen } from './useListen';
import { useLive } from './useLive';

const { doc, recordings, keep } = useListen();
const { state, live, devices, failed, peak, clipped, left, gainDb, levelled, open, close, stop, findLevel, measure } =
  useLive();
const letters = computed(() => doc.project?.loudspeakers.map((l) => l.letter) ?? []);
const played = ref('');
const choices = computed(() => [
  ...letters.value.map((l) => ({ value: l, title: l })),
  ...(letters.value.length > 1 ? [{ value: 'all', title: 'All together' }] : []),
]);
const playing = computed(() =>
  choices.value.some((c) => c.value === played.value) ? played.value : (choices.value[0]?.value ?? ''),
);
const ceiling = ref(-12);
const seconds = ref(8);
const repeats = ref(1);
const running = computed(() => state.value === 'levelling' || state.value === 'measuring');
const lowest = computed(() => {
  const named = doc.project?.loudspeakers.filter((l) => playing.value === 'all' || l.letter === playing.value) ?? [];
  return Math.max(15, Math.min(...named.map((l) => l.lowCornerHz / 2), 40));
});
onKeyStroke('Escape', () => {
  if (running.value) stop();
});
async function go(): Promise<void> {
  const taken = await measure({ from: lowest.value, to: 20000, seconds: seconds.value, repeats: repeats.value });
  if (!taken) return;
  const { samples, rate, sweep, takes, from } = taken;
  const heard = await recordings.recorded(samples, { rate, sweep, takes });
  const names = playing.value === 'all' ? letters.value : [playing.value].filter(Boolean);
  if (heard)
    await keep(heard, {
      ...{ title: `${names.join(' and ') || 'Measured'}, Seat`.slice(0, 120), by: 'live', from: from.slice(0, 200) },
      ...{ loudspeakers: [...names], place: { name: 'Seat', at: null } },
    });
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
      <NumberField
        v-model="ceiling"
        label="Never louder than"
        kind="number"
        :min="-60"
        :max="-3"
        unit="dB"
        hint="re full scale"
      />
      <NumberField
        :model-value="gainDb"
        label="Level"
        kind="number"
        :min="-70"
        :max="ceiling"
        unit="dB"
        @update:model-value="gainDb = $event"
      />
      <NumberField v-model="seconds" label="Sweep" kind="number" :min="3" :max="20" :digits="1" unit="s" />
      <NumberField v-model="repeats" label="Repeats" kind="number" :min="1" :max="8" whole />
      <p v-if="levelled !== null" class="soft">
        {{
          levelled >= 40
            ? `${fixed(levelled, 0)} dB over the noise: good.`
            : `Only ${fixed(levelled, 0)} dB over the noise at the ceiling: a quieter room, more gain at the amplifier, or a longer sweep with repeats.`
        }}
      </p>
      <p class="soft">Keep ears away from the loudspeaker; leave the room or stand where you always stand.</p>
      <div class="buttons">
        <v-btn v-if="running" size="small" color="error" variant="flat" :prepend-icon="mdiStop" data-stop @click="stop"
          >Stop</v-btn
        >
        <template v-else>
          <v-btn size="small" variant="outlined" data-find-level @click="findLevel(ceiling)">Find the level</v-btn>
          <v-btn size="small" color="primary" variant="flat" :prepend-icon="mdiMicrophoneOutline" data-sweep @click="go"
            >Sweep</v-btn
          >
          <v-btn size="small" variant="text" @click="close">Close</v-btn>
        </template>
        <span v-if="state === 'measuring'" class="soft" role="status">{{ fixed(left, 0) }} s left</span>
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
