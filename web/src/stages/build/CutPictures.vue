<script setup lang="ts">
/** How one material is cut: stock cut alike together, to scale. */
import { computed } from 'vue';
import { cutPictures } from '@tawny/core/report/cuttingPictures';
import type { MaterialPlan } from '@tawny/core/studies/build/cuts';
import { useSession } from '../../stores/session';
import PictureView from './PictureView.vue';

const props = defineProps<{ plan: MaterialPlan; saw: { kerf: number; trim: number } }>();
const session = useSession();
const pictures = computed(() => cutPictures(props.plan, props.saw, session.system));
/** Where cloth is wider than its roll. */
const seams = computed(() =>
  props.plan.kind === 'roll'
    ? props.plan.parts.flatMap((p, i) => {
        const { count } = (props.plan as Extract<MaterialPlan, { kind: 'roll' }>).plan.strips[i]!;
        return count > 1 ? [`${p.label} of ${count}`] : [];
      })
    : [],
);
</script>

<template>
  <template v-if="plan.kind === 'line'">
    <div v-for="(c, i) in pictures" :key="i" class="bar" data-bar>
      <span class="caption">{{ c.caption }}</span>
      <PictureView :picture="c.picture" fluid />
      <span class="caption soft">{{ c.rest }}</span>
    </div>
  </template>
  <div v-else class="pieces">
    <figure v-for="(c, i) in pictures" :key="i" :data-board="plan.kind === 'sheet' ? '' : undefined">
      <figcaption class="caption">{{ c.caption }}</figcaption>
      <PictureView :picture="c.picture" />
    </figure>
  </div>
  <p v-if="seams.length > 0" class="soft">What is wider than the roll is sewn of strips: {{ seams.join(', ') }}.</p>
</template>

<style scoped>
.bar {
  align-items: center;
  display: grid;
  gap: 10px;
  grid-template-columns: 118px minmax(0, 1fr) 96px;
  margin: 4px 0;
}
.caption {
  font: 12px var(--figures);
}
.pieces {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  margin: 4px 0;
}
figure {
  max-width: 100%;
}
@media (max-width: 600px) {
  .bar {
    gap: 2px;
    grid-template-columns: 1fr;
  }
}
</style>
