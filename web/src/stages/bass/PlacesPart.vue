<script setup lang="ts">
/** Where head and subwoofers do best on the solved response. */
import { computed, onBeforeUnmount, ref, watch } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import { lengthText, toMillimetre } from '@tawny/core/quantities/lengths';
import type { SubLayout } from '@tawny/core/studies/bass/types';
import { layoutCommand } from '@tawny/core/studies/bass/places';
import { workingOfLayout } from '@tawny/core/studies/bass/working';
import type { CostMap } from '../../board/types';
import { taskOf } from '../../answers/bass';
import WorkingButton from '../../parts/WorkingButton.vue';
import { useBassStage } from './useBassStage';

const emit = defineEmits<{ map: [map: CostMap | null] }>();
const { bass, doc, session, setting } = useBassStage();
const question = bass.question();
/** Asked once, it is asked anew when the room is solved anew. */
const wanted = ref(false);
question.follow(() =>
  wanted.value && bass.current.value ? { task: 'places', quality: bass.solved.value!.quality } : undefined,
);
const found = computed(() => taskOf('places', question.last.value));
const state = question.state;
const busy = computed(() => state.value.status === 'running');
const shown = ref<'evenness' | 'consistency'>('evenness');
const map = computed((): CostMap | null => {
  if (!found.value) return null;
  const { from, step, columns, rows } = found.value.map;
  return {
    from,
    step,
    columns,
    rows,
    costs: Array.from(found.value.map[shown.value], (v) => (Number.isNaN(v) ? null : v)),
  };
});
watch(map, (now) => emit('map', now), { immediate: true });
onBeforeUnmount(() => emit('map', null));
const length = (m: number) => lengthText(m, session.system);
const text = (l: SubLayout) => `± ${fixed(l.swingDb, 1)} dB, ${fixed(l.spreadDb, 1)} dB over the head’s range`;
const better = (l: SubLayout) => found.value!.without.cost - l.cost;
const COUNT = { 1: 'One subwoofer', 2: 'Two subwoofers', 4: 'Four subwoofers' } as const;
/** One step: undone as one. */
const put = (layout: SubLayout) => void doc.run(layoutCommand(setting.value, layout));
function seat(): void {
  const best = found.value?.best;
  if (!best) return;
  const [x, y] = setting.value.frame.toSurvey(best.head);
  doc.run({ type: 'move-head', x: toMillimetre(x), y: toMillimetre(y) });
}
</script>

<template>
  <p class="soft">
    Corners, wall middles, quarter points and a few free places, one, two and four at a time; each with the level, in
    steps of 1 dB, and the polarity that suit it best. Doors’ ground and furniture are kept clear.
  </p>
  <div class="actions-row">
    <v-btn
      v-if="!wanted || !found"
      size="small"
      variant="flat"
      color="primary"
      :loading="busy"
      data-places
      @click="wanted ? question.again() : (wanted = true)"
      >{{ found ? 'Search again' : 'Search places' }}</v-btn
    >
  </div>
  <template v-if="found">
    <p>
      <strong>As it is:</strong> {{ text(found.now) }}.
      <template v-if="found.now.places.length > 0">
        Without subwoofer {{ text(found.without)
        }}<template v-if="better(found.now) < -0.3"
          >: <strong class="bad">the subwoofer makes it worse where it stands</strong></template
        >.
      </template>
    </p>
    <template v-for="l in found.layouts" :key="l.count">
      <h2>{{ COUNT[l.count] }}</h2>
      <p v-if="l.best.length === 0" class="soft">No such arrangement fits.</p>
      <div v-for="(b, i) in l.best" :key="i" class="found" :data-layout="`${l.count}-${i}`">
        <p>
          <strong>{{ b.places.map((p) => p.name).join(' + ') }}</strong>
        </p>
        <p class="soft small">
          {{ text(b) }}; level {{ fixed(b.gainDb, 0) }} dB{{ b.inverted ? ', polarity turned over' : '' }};
          {{ b.places.length }} {{ b.places.length === 1 ? 'box and its lead' : 'boxes and their leads' }} to pay for.
          <template v-if="better(b) < 0">No better than none.</template>
        </p>
        <WorkingButton small :working="workingOfLayout(b)" />
        <v-btn size="x-small" variant="outlined" @click="put(b)"
          >Put {{ b.places.length === 1 ? 'it' : 'them' }} there</v-btn
        >
      </div>
    </template>
    <h2>The head</h2>
    <v-btn-toggle v-model="shown" mandatory density="compact" variant="outlined" aria-label="What the map shows">
      <v-btn value="evenness" size="x-small">Evenness</v-btn>
      <v-btn value="consistency" size="x-small">Seat to seat</v-btn>
    </v-btn-toggle>
    <p v-if="found.best" class="small">
      Most even at {{ length(found.best.head[1]) }} from the front, {{ length(found.best.head[0]) }} from the left:
      {{ fixed(found.best.evenness, 1) }} dB of deviation 30–150 Hz, {{ fixed(found.best.consistency, 1) }} dB from
      place to place. <v-btn size="x-small" variant="outlined" @click="seat">Sit there</v-btn>
    </p>
    <p class="soft small">
      The map is on the plan, darker is better; loudspeakers stay where they are. Good to a few dB: try, measure, then
      decide.
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
</style>
