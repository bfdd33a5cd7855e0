<script setup lang="ts">
/** Second-order reflections on request: over two surfaces, the loudest listed, the way drawn on the plan. */
import { computed, onBeforeUnmount } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import type { SecondOrderPath } from '@tawny/core/studies/marks/secondOrder';
import TapeTag from '../../parts/TapeTag.vue';
import { useLines } from '../../answers/answers';
import { useMarks } from './useMarks';
import ProgressBar from '../../parts/ProgressBar.vue';

const emit = defineEmits<{ route: [path: SecondOrderPath | null] }>();
const { study } = useMarks();
const MOST = 30;
const { secondOrder } = useLines();
secondOrder.follow(() => null);
onBeforeUnmount(() => emit('route', null));
const { state, last } = secondOrder;
const paths = computed(() => last.value?.paths ?? []);
const limit = computed(() => study.value.result.threshold);
const loud = computed(
  () => paths.value.filter((p) => p.levelDb > limit.value.levelDb && p.delay < limit.value.withinS).length,
);
</script>

<template>
  <section data-second-order>
    <h2>Over two surfaces</h2>
    <p class="soft">
      Usually left alone, so that the room does not go dead. Bare surfaces; here to see where sound goes after the
      first.
    </p>
    <template v-if="state.status === 'running'">
      <ProgressBar :part="state.part" label="Looking" />
      <v-btn size="small" variant="text" @click="secondOrder.cancel()">Stop</v-btn>
    </template>
    <p v-if="state.status === 'failed'" class="bad">{{ state.message }}</p>
    <template v-if="last">
      <p data-second-count>
        {{ paths.length }} ways louder than −30 dB, {{ loud }} of them inside the limit; {{ last.tried }} pairs of
        surfaces looked at.
      </p>
      <table class="list" aria-label="Second-order reflections">
        <thead>
          <tr>
            <th>Way</th>
            <th class="figure">ms</th>
            <th class="figure">dB</th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="p in paths.slice(0, MOST)"
            :key="p.id"
            class="pick"
            tabindex="0"
            data-second
            @pointerenter="emit('route', p)"
            @pointerleave="emit('route', null)"
            @focus="emit('route', p)"
          >
            <td><TapeTag :letter="p.letter" /> {{ p.names[0] }}, {{ p.names[1] }}</td>
            <td class="figure">{{ fixed(p.delay * 1000, 1) }}</td>
            <td class="figure">{{ fixed(p.levelDb, 1) }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="paths.length > MOST" class="soft">The {{ MOST }} loudest are listed.</p>
    </template>
  </section>
</template>
