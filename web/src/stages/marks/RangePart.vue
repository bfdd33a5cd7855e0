<script setup lang="ts">
/** What makes a point a zone: where the head goes, what of the loudspeaker counts; and the sizes panels come in. */
import { computed, ref } from 'vue';
import { LIMITS } from '@tawny/core/document/schema/project';
import { coverOf } from '@tawny/core/document/recipes';
import { lengthText } from '@tawny/core/quantities/lengths';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import { useMarks } from './useMarks';

const { doc, session } = useMarks();
const range = computed(() => doc.project!.listening.range);
const REACHES = [
  ['forward', 'Leaning in'],
  ['back', 'Sitting back'],
  ['side', 'Swaying, each side'],
  ['up', 'Up: standing, tall guests'],
  ['down', 'Down: slumping'],
] as const;
const FRONTS = [
  { value: 'axis', title: 'the acoustic axis' },
  { value: 'drivers', title: 'all drivers' },
  { value: 'baffle', title: 'the whole front' },
] as const;
const stock = computed(() => doc.project!.treatment.stock);
const fresh = ref({ width: 0.6, height: 1.2 });
const words = (s: { width: number; height: number }) =>
  `${lengthText(s.width, session.system)} × ${lengthText(s.height, session.system)}`;
</script>

<template>
  <section>
    <h2>Where the head goes</h2>
    <p class="soft">From the ears at their middle place. The tape marks every place any of it sees.</p>
    <NumberField
      v-for="[key, label] in REACHES"
      :key="key"
      :label="label"
      :model-value="range[key]"
      :min="LIMITS.reach[0]"
      :max="LIMITS.reach[1]"
      @update:model-value="doc.run({ type: 'set-range', range: { [key]: $event } })"
    />
    <ChoiceField
      label="Of the loudspeaker"
      :model-value="doc.project!.marking.front"
      :items="FRONTS"
      @update:model-value="doc.run({ type: 'set-marking', marking: { front: $event } })"
    />
    <h2>Panel sizes in stock</h2>
    <ul class="stock">
      <li v-for="(s, i) in stock" :key="i">
        {{ words(s) }}
        <button
          :aria-label="`Take ${words(s)} out of the stock`"
          @click="doc.run({ type: 'set-stock', stock: stock.filter((_, k) => k !== i) })"
        >
          ×
        </button>
      </li>
      <li class="soft">{{ words(coverOf(doc.project!)) }}, the recipe’s own</li>
    </ul>
    <NumberField
      label="Further width"
      :model-value="fresh.width"
      :min="LIMITS.panelSide[0]"
      :max="LIMITS.panelSide[1]"
      @update:model-value="fresh.width = $event"
    />
    <NumberField
      label="Further height"
      :model-value="fresh.height"
      :min="LIMITS.panelSide[0]"
      :max="LIMITS.panelSide[1]"
      @update:model-value="fresh.height = $event"
    />
    <v-btn size="small" variant="outlined" @click="doc.run({ type: 'set-stock', stock: [...stock, { ...fresh }] })"
      >Add {{ words(fresh) }}</v-btn
    >
  </section>
</template>

<style scoped>
.stock {
  list-style: none;
  padding: 0;
  margin: 0 0 6px;
}
.stock li {
  display: flex;
  justify-content: space-between;
  border-bottom: 1px solid var(--rule);
  padding: 2px 0;
}
.stock button {
  width: 28px;
  min-height: 26px;
}
</style>
