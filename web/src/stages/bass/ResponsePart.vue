<script setup lang="ts">
/** How even the response is, what the subwoofers do to it, and what each loudspeaker is fed with. */
import { computed, ref } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import { LIMITS, SLOPES } from '@tawny/core/document/schema/project';
import type { Loudspeaker } from '@tawny/core/document/schema/project';
import { workingOfResponse, workingOfSwing } from '@tawny/core/studies/bass/working';
import { spreadSentence, SWING_WORDS, swingText } from '@tawny/core/words/bass';
import ChoiceField from '../../fields/ChoiceField.vue';
import FigureGrid from '../../parts/FigureGrid.vue';
import NumberField from '../../fields/NumberField.vue';
import WorkingButton from '../../parts/WorkingButton.vue';
import MeasuredField from '../../measured/MeasuredField.vue';
import { useBassStage, useLaidBeside } from './useBassStage';
import HelpLink from '../../desk/HelpLink.vue';

const { doc, setting, answer } = useBassStage();
const { beside, laid } = useLaidBeside();
const a = computed(() => answer.value!);
const first = computed(() => a.value.swings[0] ?? null);
const figures = computed(() => [
  {
    name: `Swing ${fixed(first.value?.fromHz ?? 30, 0)}–150 Hz, ±`,
    value: first.value?.swingDb ?? null,
    unit: 'dB',
    digits: 1,
  },
  { name: 'With nothing hung, ±', value: a.value.swingsBare?.[0]?.swingDb ?? null, unit: 'dB', digits: 1 },
  { name: 'Over the head’s range', value: a.value.seatSpreadDb, unit: 'dB', digits: 1 },
  { name: 'Answered up to', value: a.value.top, unit: 'Hz', digits: 0 },
]);
const worse = computed(() => {
  const s = a.value.subs;
  if (!s) return null;
  const by = s.swingWith - s.swingWithout;
  return by > 0.3
    ? `The subwoofers make it worse: ± ${fixed(s.swingWithout, 1)} dB without them, ± ${fixed(s.swingWith, 1)} dB with. Look under Places before adding power.`
    : by < -0.3
      ? `With the subwoofers it is better: ± ${fixed(s.swingWithout, 1)} dB without them.`
      : `The subwoofers hardly change it: ± ${fixed(s.swingWithout, 1)} dB without them.`;
});
const list = computed(() => setting.value.loudspeakers.filter((l) => a.value.loudspeakers.some((o) => o.id === l.id)));
/** What the reader opened or shut; the fields of a shut one are not made. */
const opened = ref<Record<string, boolean>>({});
const isOpen = (l: Loudspeaker) => opened.value[l.id] ?? l.role === 'sub';
const OFF = 'off';
const slopes = [
  { value: OFF, title: 'none' },
  ...SLOPES.map((s) => ({ value: String(s), title: `${s} dB an octave` })),
];
function feed(l: Loudspeaker, values: Partial<Loudspeaker['feed']>): void {
  doc.run({ type: 'set-loudspeaker', id: l.id, values: { feed: { ...l.feed, ...values } }, mirror: l.role !== 'sub' });
}
function slope(l: Loudspeaker, text: string): void {
  const value = SLOPES.find((s) => String(s) === text);
  feed(l, { crossover: value ? { hz: l.feed.crossover?.hz ?? 80, slopeDb: value } : null });
}
</script>

<template>
  <p v-if="a.loudspeakers.length === 0" class="bad">
    No loudspeaker plays: there are modes, but no response. Put a pair in under Seat, Rig. <HelpLink stage="bass" />
  </p>
  <FigureGrid :figures="figures" />
  <p v-if="a.byNumber > 0" class="soft" data-by-number>
    {{ spreadSentence(a.byNumber) }}
  </p>
  <WorkingButton :working="workingOfResponse(setting, a)" />
  <h2>Held against</h2>
  <div v-for="s in a.swings" :key="s.school" class="row school" :title="SWING_WORDS[s.school]!.why">
    <span class="label">{{ SWING_WORDS[s.school]!.name }}</span>
    <span class="value" :class="s.met ? 'good' : 'bad'">{{ s.met ? 'met' : 'missed' }}</span>
    <WorkingButton small :working="workingOfSwing(s)" />
    <small class="soft">{{ swingText(s) }}</small>
  </div>
  <p v-if="worse" data-subs>{{ worse }}</p>
  <MeasuredField
    :choices="beside.choices.value"
    :chosen="beside.chosen.value"
    :missing="beside.missing.value"
    @choose="beside.choose($event)"
  >
    <p v-if="laid" data-measured-laid>
      Over {{ laid.of }}, shifted to meet it from {{ fixed(laid.from, 0) }} to {{ fixed(laid.to, 0) }} Hz: there the two
      lie ± {{ fixed(laid.apartDb, 1) }} dB apart.
    </p>
    <p v-else class="soft">Being read …</p>
  </MeasuredField>
  <h2>Level, delay and crossover</h2>
  <details
    v-for="l in list"
    :key="l.id"
    :open="isOpen(l)"
    :data-feed="l.id"
    @toggle="opened[l.id] = ($event.target as HTMLDetailsElement).open"
  >
    <summary>
      <strong>{{ l.letter }}</strong> {{ l.role === 'sub' ? 'subwoofer' : 'loudspeaker' }}
      <span class="soft"
        >{{ fixed(l.feed.gainDb, 1) }} dB, {{ fixed(l.feed.delayMs, 1) }} ms{{
          l.feed.inverted ? ', turned over' : ''
        }}</span
      >
    </summary>
    <template v-if="isOpen(l)">
      <NumberField
        label="Level"
        kind="number"
        unit="dB"
        :digits="1"
        :step="0.5"
        :model-value="l.feed.gainDb"
        :min="LIMITS.gainDb[0]"
        :max="LIMITS.gainDb[1]"
        @update:model-value="feed(l, { gainDb: $event })"
      />
      <NumberField
        label="Delay"
        kind="number"
        unit="ms"
        :digits="2"
        :step="0.5"
        :model-value="l.feed.delayMs"
        :min="LIMITS.delayMs[0]"
        :max="LIMITS.delayMs[1]"
        @update:model-value="feed(l, { delayMs: $event })"
      />
      <ChoiceField
        :label="l.role === 'sub' ? 'Low pass' : 'High pass'"
        :model-value="l.feed.crossover ? String(l.feed.crossover.slopeDb) : OFF"
        :items="slopes"
        @update:model-value="slope(l, $event)"
      />
      <NumberField
        v-if="l.feed.crossover"
        label="Crossover"
        kind="number"
        unit="Hz"
        :digits="0"
        :step="5"
        :model-value="l.feed.crossover.hz"
        :min="LIMITS.crossoverHz[0]"
        :max="LIMITS.crossoverHz[1]"
        @update:model-value="feed(l, { crossover: { ...l.feed.crossover!, hz: $event } })"
      />
      <v-checkbox
        label="Polarity turned over"
        :model-value="l.feed.inverted"
        @update:model-value="feed(l, { inverted: $event === true })"
      />
    </template>
  </details>
  <p class="soft small">
    Loud low tones hurt ears and loudspeakers: measure and try at moderate level, and never leave a sweep running
    unattended.
  </p>
</template>

<style scoped>
.school {
  flex-wrap: wrap;
}
.school small {
  flex: 1 0 100%;
}
summary {
  cursor: pointer;
  padding: 5px 0;
}
details {
  border-top: 1px solid var(--rule);
  padding-bottom: 4px;
}
.small {
  font-size: 12px;
}
</style>
