<script setup lang="ts">
/** The cutting plans: every bar, board, slab and row of cloth to scale, and what is left of them. */
import { computed } from 'vue';
import { lengthText } from '@tawny/core/quantities/lengths';
import { materialName, planSentence, ROUNDING_WORDS } from '@tawny/core/words/build/build';
import CutPictures from './CutPictures.vue';
import { useBuild } from './useBuild';

const { session, buying, line, cuts, currency } = useBuild();
const plans = computed(() => cuts.value?.plans ?? []);
const text = (m: number) => lengthText(m, session.system);
</script>

<template>
  <section class="cuts" data-cut-part>
    <p v-if="line.state.value.status === 'running'" class="soft" role="status">How it is cut is being worked out …</p>
    <p v-else-if="line.state.value.status === 'failed'" class="soft" role="alert">
      The cutting plan could not be worked out.
      <v-btn size="small" variant="text" color="primary" @click="line.again()">Again</v-btn>
    </p>
    <p v-else-if="plans.length === 0" class="soft">Nothing is left to cut.</p>
    <p v-else class="soft">
      {{ ROUNDING_WORDS[session.system] }} Longest cuts first; parts carry the letter of their piece and their number on
      its build sheet.
    </p>
    <section v-for="p in plans" :key="p.need.key" class="plan" data-plan>
      <h2>{{ materialName(p.need.of, session.system, p.need.stacked) }}</h2>
      <p :data-plan-sentence="p.need.of.sort">{{ planSentence(p, currency, session.system) }}</p>
      <CutPictures :plan="p" :saw="buying" />
      <p v-if="p.offcuts.length > 0" class="soft" data-offcuts>
        Left over and worth keeping:
        {{
          p.offcuts
            .map((o) => `${o.count} × ${text(o.length)}${o.width === null ? '' : ` × ${text(o.width)}`}`)
            .join(', ')
        }}.
      </p>
    </section>
  </section>
</template>

<style scoped>
.cuts > .plan {
  margin-top: 16px;
}
</style>
