<script setup lang="ts">
/** How pieces line up: what of them, at which height, and what is kept between them. */
import { computed } from 'vue';
import { LIMITS } from '@tawny/core/document/schema/project';
import { SPREADS } from '@tawny/core/document/schema/parts';
import { lengthText } from '@tawny/core/quantities/lengths';
import { SPREAD_WORDS } from '@tawny/core/words/hang';
import { surfaceWords } from '@tawny/core/words/tapes';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import { useHang } from './useHang';

const { doc, session, level, face } = useHang();
const hanging = computed(() => doc.project!.treatment.hanging);
const set = (values: Partial<typeof hanging.value>) => doc.run({ type: 'set-hanging', hanging: values });
const BY = [
  { value: 'middles' as const, title: 'their middles' },
  { value: 'tops' as const, title: 'their tops' },
];
const WALLS = SPREADS.map((value) => ({ value, title: SPREAD_WORDS[value] }));
const tight = computed(() => hanging.value.tight.includes(face.value.surface));
const setTight = (on: boolean) =>
  set({ tight: [...hanging.value.tight.filter((f) => f !== face.value.surface), ...(on ? [face.value.surface] : [])] });
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
    right come out as mirror images wherever that covers as many marks and holds as many pieces. Where an upright piece
    has no place it may lie.
  </p>
  <v-checkbox
    v-if="face.foot"
    :label="`Edge to edge on the ${surfaceWords(face.name)}`"
    :model-value="tight"
    data-tight-wall
    @update:model-value="setTight($event === true)"
  />
  <v-checkbox
    label="A second row where the first is full"
    :model-value="hanging.secondRow"
    @update:model-value="set({ secondRow: $event === true })"
  />
  <h2>Which wall takes what</h2>
  <ChoiceField
    wide
    label="The others go to"
    :model-value="hanging.spread"
    :items="WALLS"
    @update:model-value="set({ spread: $event })"
  />
  <p class="soft">
    People differ: alike all round; soft in front so that the rear half stays alive; or deep fill behind the ears first.
    Pieces over marks stay where they are needed, and what is decided for the ceiling stays there. It counts from the
    next time you lay out.
  </p>
</template>
