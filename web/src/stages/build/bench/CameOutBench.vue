<script setup lang="ts">
/** Corrections from the bench: pieces that came out in another size than drawn. */
import { computed, ref } from 'vue';
import { cameOutEdit } from '@tawny/core/studies/build/cameOut';
import { counted } from '@tawny/core/words/counted';
import NumberField from '../../../fields/NumberField.vue';
import { useBuild } from '../useBuild';

const { doc, session, project, sheet, clerk } = useBuild();
const by = ref({ width: 0, height: 0 });
const some = computed(() => Math.abs(by.value.width) + Math.abs(by.value.height) > 1e-6);
function enter(): void {
  const s = sheet.value!;
  const { commands, cut } = cameOutEdit(project.value, s, by.value, clerk());
  if (!doc.run({ type: 'batch', as: 'put-recipe', commands })) return;
  by.value = { width: 0, height: 0 };
  const told = cut > 0 ? ` ${counted(cut, 'piece is', 'pieces are')} cut already: look at their fill and cloth.` : '';
  session.message = { text: `Pieces ${s.letter} are as they came out now.${told}`, tone: cut > 0 ? 'wrong' : 'plain' };
}
</script>

<template>
  <template v-if="sheet">
    <h2>{{ sheet.letter }} came out different</h2>
    <NumberField
      label="Wider by"
      :min="-0.05"
      :max="0.05"
      :step="0.001"
      :model-value="by.width"
      @update:model-value="by = { ...by, width: $event }"
    />
    <NumberField
      label="Higher by"
      :min="-0.05"
      :max="0.05"
      :step="0.001"
      :model-value="by.height"
      @update:model-value="by = { ...by, height: $event }"
    />
    <v-btn v-if="some" size="small" variant="outlined" color="primary" data-came-out @click="enter"
      >All of {{ sheet.letter }} are so</v-btn
    >
    <p class="soft">Fill, cloth, what is bought and the gaps on the wall follow. Slabs of another size: under Shop.</p>
  </template>
</template>
