<script setup lang="ts">
/** Search for the seat: weights, progress, the best few, each one click to try; the map is on the plan. */
import { computed, onBeforeUnmount, ref, watch } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import { lengthText } from '@tawny/core/quantities/lengths';
import { stereoPair } from '@tawny/core/document/place/placing';
import { DEFAULT_SEARCH_WEIGHTS, type SeatCandidate, type SearchWeights } from '@tawny/core/studies/search/study';
import type { CostMap } from '../../board/types';
import NumberField from '../../fields/NumberField.vue';
import { useLines } from '../../answers/answers';
import { useSeat } from './useSeat';
import ProgressBar from '../../parts/ProgressBar.vue';

const emit = defineEmits<{ map: [map: CostMap | null] }>();
const { doc, session, setting, project } = useSeat();
const length = (m: number) => lengthText(m, session.system);
const weights = ref<SearchWeights>({ ...DEFAULT_SEARCH_WEIGHTS });
const { search: line } = useLines();
const { state, fitting: answer } = line;
watch(answer, (now) => emit('map', now?.map ?? null), { immediate: true });
onBeforeUnmount(() => emit('map', null));
const pair = computed(() => stereoPair(project.value));
const search = () => line.ask({ ...weights.value });
const isHere = (c: SeatCandidate | null | undefined): boolean =>
  !!c && Math.hypot(c.head[0] - setting.value.head[0], c.head[1] - setting.value.head[1]) < 1e-3;
/** Whether the seat is still where it was when the places were judged. */
const asItIs = computed(() => isHere(answer.value?.asked));
const PARTS: [keyof SearchWeights, string][] = [
  ['notch', 'Boundary notch'],
  ['evenness', 'Even bass at the seat'],
  ['symmetry', 'On the room’s axis'],
  ['coverage', 'Reflections one can cover'],
];
function tryIt(c: SeatCandidate): void {
  const to = (p: readonly [number, number]): [number, number] => [...setting.value.frame.toSurvey(p)];
  doc.run({ type: 'place-seat', head: to(c.head), left: to(c.left), right: to(c.right) });
}
const figures = ({ figures: f }: SeatCandidate): string =>
  [
    `notch ${fixed(f.notchDb, 1)} dB at ${fixed(f.notchHz, 0)} Hz`,
    f.swingDb === null ? '' : `bass ± ${fixed(f.swingDb, 1)} dB`,
    f.offAxis < 0.01 ? 'on the axis' : `${length(f.offAxis)} off the axis`,
    f.bare > 0 ? `${f.bare} reflections on openings` : '',
  ]
    .filter((t) => t !== '')
    .join('; ');
const costText = (c: SeatCandidate) => fixed(c.cost * 100, 0);
const all = computed(() => Object.values(weights.value).every((w) => w === 0));
</script>

<template>
  <h2>Search for the seat</h2>
  <p class="soft">
    Head and a mirrored pair over the whole plan, inside what walls, furniture and the drivers’ distance permit. Weights
    from 0 to 5; they are yours.
  </p>
  <NumberField
    v-for="[key, label] in PARTS"
    :key="key"
    :label="label"
    kind="number"
    :step="1"
    :digits="1"
    :min="0"
    :max="5"
    :model-value="weights[key]"
    @update:model-value="weights[key] = $event"
  />
  <div class="actions-row">
    <v-btn
      v-if="state.status !== 'running' && pair && !all"
      size="small"
      variant="flat"
      color="primary"
      data-search
      @click="search"
      >Search</v-btn
    >
    <template v-if="state.status === 'running'">
      <ProgressBar :part="state.part" label="Searching" />
      <v-btn size="small" variant="text" @click="line.cancel()">Stop</v-btn>
    </template>
    <span v-if="!pair" class="soft">There is no pair of loudspeakers to place.</span>
    <span v-else-if="all" class="soft">With every weight at 0 there is nothing to search for.</span>
  </div>
  <p v-if="state.status === 'failed'" class="bad">{{ state.message }}</p>
  <template v-if="answer">
    <p v-if="answer.best.length === 0" class="bad">
      No place is permitted: the triangle does not fit between walls and furniture. Make the side or the minimum
      distance smaller.
    </p>
    <p v-if="!answer.evenness" class="soft">The wave solver refuses this room: even bass is not judged.</p>
    <p v-if="answer.asked" class="soft">
      {{ asItIs ? 'As it is now' : 'Where the seat was when asked' }}: cost {{ costText(answer.asked) }} of 100;
      {{ figures(answer.asked) }}.
    </p>
    <div v-for="(c, i) in answer.best" :key="i" class="found" data-found>
      <p>
        <strong>{{ i + 1 }}.</strong> {{ length(c.head[1]) }} from the front, side {{ length(c.side) }}
        <span class="soft">cost {{ costText(c) }}</span>
      </p>
      <p class="soft small">{{ figures(c) }}.</p>
      <p v-if="isHere(c)" class="here">The seat is here.</p>
      <v-btn v-else size="x-small" variant="outlined" @click="tryIt(c)">Try it</v-btn>
    </div>
    <p class="soft small">
      {{ answer.tried }} places. Bass by the waves of the room as it is, 30–120 Hz: good to a few dB. The map is on the
      plan, darker is better.
    </p>
  </template>
</template>

<style scoped>
.found {
  border-top: 1px solid var(--rule);
  padding: 4px 0 6px;
}
.found p {
  margin: 0 0 2px;
}
.small {
  font-size: 12px;
}
.found .here {
  color: var(--teal);
}
</style>
