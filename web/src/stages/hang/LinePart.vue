<script setup lang="ts">
/** How pieces line up: what of them, at which height, and what is kept between them. */
import { computed } from 'vue';
import { LIMITS } from '@tawny/core/document/schema/project';
import { lengthText } from '@tawny/core/quantities/lengths';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import { useHang } from './useHang';

const { doc, session, level } = useHang();
const hanging = computed(() => doc.project!.treatment.hanging);
const set = (values: Partial<typeof hanging.value>) => doc.run({ type: 'set-hanging', hanging: values });
const BY = [
  { value: 'middles' as const, title: 'their middles' },
  { value: 'tops' as const, title: 'their tops' },
];
</script>

<template>
  <h2>One line all round</h2>
  <p class="soft">
    What lies on one height looks made on purpose. Middles at ear height cover marks best; tops in one line look calmer
    where heights differ.
  </p>
  <ChoiceField label="In line are" :model-value="hanging.by" :items="BY" @update:model-value="set({ by: $event })" />
  <NumberField
    label="Height of the line"
    :model-value="level.height"
    :min="LIMITS.levelLine[0]"
    :max="LIMITS.levelLine[1]"
    @update:model-value="set({ level: $event })"
  />
  <p v-if="hanging.level === null" class="soft">
    It follows the ears, {{ lengthText(level.height, session.system) }} up.
  </p>
  <v-btn v-else size="small" variant="text" @click="set({ level: null })">Let it follow the ears</v-btn>
  <NumberField
    label="Least gap"
    :model-value="hanging.leastGap"
    :min="LIMITS.leastGap[0]"
    :max="LIMITS.leastGap[1]"
    @update:model-value="set({ leastGap: $event })"
  />
  <p class="soft">
    Laying out gives every free stretch of a wall equal gaps, (stretch − widths) ÷ (pieces + 1), but for a piece that
    has to stand over a mark: that one stays there, and the others share what is left of it and right of it. Left and
    right come out as mirror images wherever that covers as many marks and holds as many pieces.
  </p>
</template>
