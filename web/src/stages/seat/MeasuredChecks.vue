<script setup lang="ts">
/** The pair checked by measuring instead of by ear and meter: levels alike, polarity, what one side hears and the other does not. */
import { computed, watch } from 'vue';
import { twins } from '@tawny/core/studies/listen/pair';
import { WHOLE } from '@tawny/core/studies/listen/read';
import { twinsSentences } from '@tawny/core/words/listen/listen';
import { useMeasured } from '../../measured/measured';

const props = defineProps<{ letters: readonly string[] }>();
const emit = defineEmits<{ write: [text: string, readings: Record<string, number>] }>();
const { list, recordings, readOf, missing, curvesOf } = useMeasured();
/** The last measurements of both at the seat of one and the same room. */
const pair = computed(() => {
  const [a, b] = props.letters;
  const of = (letter: string | undefined) =>
    list.value.filter(
      (m) =>
        m.holds.kind === 'impulse' &&
        m.place.at === null &&
        m.loudspeakers.length === 1 &&
        m.loudspeakers[0] === letter,
    );
  for (const first of of(a).reverse()) {
    const second = of(b).findLast((m) => m.room === first.room);
    if (second) return [first, second] as const;
  }
  return null;
});
watch(
  pair,
  async (now) => {
    for (const m of now ?? []) await recordings.need(m);
  },
  { immediate: true },
);
const curves = curvesOf(
  () => pair.value ?? [],
  () => ({ window: WHOLE, fraction: 12 }),
);
const found = computed(() => {
  if (!pair.value) return null;
  const [a, b] = pair.value.map((m) => {
    const own = curves.value.find((c) => c.measurement.id === m.id)?.curves;
    const arrivals = readOf(m)?.impulse?.arrivals;
    return own && arrivals ? { grid: own.grid, finestDb: own.finestDb, arrivals } : null;
  });
  return a && b ? twins(a, b) : null;
});
const sentences = computed(() =>
  found.value && pair.value
    ? twinsSentences(found.value, pair.value[0].loudspeakers[0]!, pair.value[1].loudspeakers[0]!)
    : [],
);
function write(): void {
  const by = found.value?.louderDb;
  const [a, b] = props.letters;
  const readings = by == null || a === undefined || b === undefined ? {} : { [a]: Number(by.toFixed(1)), [b]: 0 };
  emit('write', sentences.value.slice(0, -1).join(' '), readings);
}
</script>

<template>
  <template v-if="pair">
    <h3>Or as measured</h3>
    <p class="soft">“{{ pair[0].title }}” beside “{{ pair[1].title }}”, under Listen.</p>
    <template v-if="found">
      <p v-for="s in sentences" :key="s" data-measured-check>{{ s }}</p>
      <v-btn size="small" variant="outlined" @click="write">Write into the log</v-btn>
    </template>
    <p v-else class="soft">
      {{ pair.some(missing) ? 'Their samples are not in this browser.' : 'Being read …' }}
    </p>
  </template>
</template>

<style scoped>
h3 {
  font-size: 13px;
  margin: 8px 0 2px;
}
</style>
