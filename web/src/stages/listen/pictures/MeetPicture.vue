<script setup lang="ts">
/** How a subwoofer meets the loudspeakers, from takes of each alone and of both together: what to change, and what comes of it. */
import { computed, ref } from 'vue';
import { computedAsync } from '@vueuse/core';
import type { Meeting } from '@tawny/core/studies/correct/meet';
import type { MeetGroup } from '@tawny/core/studies/correct/meetPlaces';
import { layInSentence, meetingSentence } from '@tawny/core/words/listen/correct';
import ChartFrame from '../../../charts/ChartFrame.vue';
import CurvesChart from '../../../charts/measured/CurvesChart.vue';
import { steady } from '../../../answers/line';
import { useMeasured } from '../../../measured/measured';
import { useListen } from '../useListen';

const props = defineProps<{ group: MeetGroup }>();
const { recordings } = useListen();
const { calibrationOf } = useMeasured();

const asked = steady(() => props.group);
const working = ref(false);
const found = computedAsync<Meeting | null>(
  async (onCancel) => {
    let wanted = true;
    onCancel(() => (wanted = false));
    const group = asked.value;
    await Promise.resolve();
    return recordings.meet(group, calibrationOf, () => wanted);
  },
  null,
  working,
);
const names = computed(() => ({ subs: props.group.subs.join(' and '), mains: props.group.mains.join(' and ') }));
/** Of a level of one's own: what counts is the shape. */
const curves = computed(() => {
  const m = found.value;
  if (!m) return [];
  const many = m.places.length > 1;
  return m.places.flatMap(({ before, after }, i) => {
    const middle = [...before].sort((a, b) => a - b)[before.length >> 1]!;
    const over = (list: readonly number[]) => list.map((v) => v - middle);
    const name = (what: string) => (many ? `${i + 1} ${what}` : what);
    return [
      { name: name('as set'), look: i, values: over(before), ghost: true },
      ...(m.best ? [{ name: name('changed'), look: i, values: over(after) }] : []),
    ];
  });
});
const table = computed(() => {
  const m = found.value;
  return (m?.f ?? []).map((f, i) => ({
    Hz: Number(f.toFixed(2)),
    ...Object.fromEntries(
      m!.places.flatMap((p) => [
        [`${p.title}, as set dB`, Number(p.before[i]!.toFixed(2))],
        [`${p.title}, changed dB`, Number(p.after[i]!.toFixed(2))],
      ]),
    ),
  }));
});
</script>

<template>
  <p class="notice" data-meeting>
    <template v-if="working">Trying delays, polarity and levels …</template>
    <template v-else-if="found">{{ names.subs }} beside {{ names.mains }}. {{ meetingSentence(found) }}</template>
    <template v-else>The samples of these takes are not in this browser.</template>
  </p>
  <template v-if="found">
    <ChartFrame
      title="Together"
      :subtitle="found.places.map((p, i) => (found!.places.length > 1 ? `${i + 1} ${p.title}` : p.title)).join(', ')"
      file="subwoofer"
      :table="table"
      :min-height="200"
      class="big"
    >
      <template #default="{ width, height }">
        <CurvesChart
          :width="width"
          :height="height"
          :frequencies="found.f"
          :curves="curves"
          :low="-24"
          :high="14"
          unit="dB"
          label="Subwoofer and loudspeakers together, as they are set and changed"
        />
      </template>
    </ChartFrame>
    <ul class="list">
      <li v-for="p in found.found" :key="p.title" data-lay>{{ layInSentence(p) }}</li>
    </ul>
    <p class="notice">
      Change it at the subwoofer or where it is fed, then measure both together again: what is drawn here is what has to
      come out.
    </p>
  </template>
</template>

<style scoped src="./pictures.css"></style>
<style scoped>
.list {
  margin: 0;
  padding: 2px 14px 2px 32px;
  flex: none;
  font-size: 12.5px;
}
</style>
