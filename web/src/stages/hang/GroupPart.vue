<script setup lang="ts">
/** Several pieces chosen: brought into line, spread, and what they may become, each in one step. */
import { computed } from 'vue';
import { isAt } from '@tawny/core/document/schema/project';
import { IN_LINE, type InLine } from '@tawny/core/studies/hang/edit';
import PieceFields from '../../desk/PieceFields.vue';
import { useHang } from './useHang';

const { doc, result, setting, chosen, group, choose, lineUp, spread } = useHang();
const pieces = computed(() => doc.project!.treatment.pieces.filter(isAt).filter((p) => group.value.includes(p.id)));
const labels = computed(() => result.value.pieces.filter((p) => group.value.includes(p.id)).map((p) => p.label));
const upright = computed(() => setting.value.faces.find((f) => f.id === chosen.value!.face)!.foot !== null);
const WORDS: Record<InLine, [onWalls: string, overhead: string]> = {
  tops: ['Tops in line', 'Rear edges in line'],
  middles: ['Middles in line', 'Middles in line'],
  lows: ['Lower edges in line', 'Front edges in line'],
  lefts: ['Left edges in line', 'Left edges in line'],
  rights: ['Right edges in line', 'Right edges in line'],
};
</script>

<template>
  <section data-group>
    <h2>{{ group.length }} pieces</h2>
    <p>{{ labels.join(', ') }}</p>
    <p class="soft">
      They move together; brought into line they follow {{ chosen!.label }}. Shift and a click, or the space bar, adds
      one or takes it out.
    </p>
    <PieceFields :pieces="pieces">
      <div class="actions-row">
        <v-btn v-for="by in IN_LINE" :key="by" size="small" variant="outlined" :data-in-line="by" @click="lineUp(by)">{{
          WORDS[by][upright ? 0 : 1]
        }}</v-btn>
        <v-btn v-if="upright" size="small" variant="outlined" @click="spread(chosen!.id)">Equal gaps here</v-btn>
        <v-btn v-if="upright" size="small" variant="outlined" @click="spread(chosen!.id, true)"
          >Edge to edge here</v-btn
        >
      </div>
    </PieceFields>
    <v-btn size="small" variant="text" color="primary" @click="choose(chosen!.id)">Only {{ chosen!.label }}</v-btn>
  </section>
</template>
