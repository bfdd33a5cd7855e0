<script setup lang="ts">
/** Recipes: what does an absorber or diffuser built like this really do? */
import LearnedNote from '../../desk/LearnedNote.vue';
import { computed, ref } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import { ANGLES_SHOWN } from '@tawny/core/recipes/curve';
import { isCornered } from '@tawny/core/recipes/types';
import { recipeWorking, scatterWorking, tuningWorking } from '@tawny/core/studies/recipes/working';
import AbsorptionChart from '../../charts/AbsorptionChart.vue';
import ChartFrame from '../../charts/ChartFrame.vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import AfterPaint from '../../parts/AfterPaint.vue';
import StageFrame from '../../parts/StageFrame.vue';
import { useAnswers } from '../../answers/answers';
import RecipeEditor from './RecipeEditor.vue';
import RecipeFacts from './RecipeFacts.vue';
import RecipeList from './RecipeList.vue';
import ScatterPart from './ScatterPart.vue';
import SectionDrawing from './SectionDrawing.vue';
import TuningPart from './TuningPart.vue';
import { useRecipes, useSheets } from './useRecipes';
import HelpLink from '../../desk/HelpLink.vue';

const of = useRecipes();
const answers = useAnswers();
const { sheets, sheet, state, stale } = useSheets(of);
const shown = of.shown;
/** Angle of incidence shown, degrees; −1: as it is counted, all together. */
const angle = ref<number>(-1);
const angles = [
  { value: -1, title: 'all together' },
  ...ANGLES_SHOWN.map((a) => ({ value: a, title: a === 0 ? 'straight on' : `${a}°` })),
];
const lines = computed(() => {
  const names = new Map(of.recipes.value.map((r) => [r.id, r.name]));
  return sheets.value
    .filter((s) => s.alpha.length > 0 && names.has(s.id))
    .map((s) => {
      const single = s.atAngle.find((a) => a.angle === angle.value);
      const line = { id: s.id, name: names.get(s.id)!, bands: s.bands };
      return single ? { ...line, alpha: single.alpha } : { ...line, alpha: s.alpha, low: s.low, high: s.high };
    });
});
const marks = computed(() =>
  sheet.value?.tuning ? [{ f: sheet.value.tuning.f0, name: `${fixed(sheet.value.tuning.f0, 0)} Hz` }] : [],
);
const table = computed(() =>
  (lines.value[0]?.bands ?? []).map((f, i) => ({
    'third octave Hz': Number(f.toFixed(1)),
    ...Object.fromEntries(lines.value.map((l) => [l.name, Number(l.alpha[i]!.toFixed(4))])),
    ...Object.fromEntries((sheet.value?.atAngle ?? []).map((a) => [`at ${a.angle}°`, Number(a.alpha[i]!.toFixed(4))])),
  })),
);
const behind = computed(() => {
  const setting = answers.glance?.setting;
  return setting ? (answers.glance?.seat.result.headFromRear ?? null) : null;
});
/** Layers of one's own recipe are changed in the section; across a corner or edge, where it is drawn whole, in their fields. */
const editable = computed(
  () => of.isOwn.value && !shown.value.measured && shown.value.layers.length > 0 && !isCornered(shown.value.form),
);
const working = computed(() => (sheet.value ? recipeWorking(shown.value, sheet.value) : null));
const message = computed(() => {
  const { fault, instead } = sheet.value ?? { fault: null, instead: [] };
  return fault === null ? '' : `${fault}${instead.length > 0 ? ` Near: ${instead.join(', ')}.` : ''}`;
});
</script>

<template>
  <StageFrame title="Recipes" :subtitle="shown.name" bench-label="Recipes and what they are made of">
    <template #actions>
      <LearnedNote />
      <ChoiceField v-model="angle" label="Sound from" :items="angles" class="angle" />
      <span v-if="state.status === 'running' && stale" class="soft" role="status">computing …</span>
      <span v-if="state.status === 'failed'" class="bad" role="alert">{{ state.message }}</span>
    </template>
    <p v-if="message" class="fault" role="alert">{{ message }}</p>
    <div class="main">
      <ChartFrame
        title="Absorption"
        :subtitle="
          angle >= 0
            ? angle === 0
              ? 'straight on'
              : `at ${angle}°`
            : sheet?.tuning
              ? 'pale: as built by hand'
              : 'pale: what it is worth'
        "
        :file="`recipe-${shown.id}`"
        :table="table"
        :min-height="220"
        class="curve"
      >
        <template #default="{ width, height }">
          <AbsorptionChart v-if="lines.length > 0" :width="width" :height="height" :lines="lines" :marks="marks" />
        </template>
      </ChartFrame>
      <AfterPaint :paints="3"
        ><div class="lower page">
          <ChartFrame
            v-if="!sheet?.scattering || shown.layers.length > 0"
            title="In section"
            :subtitle="editable ? 'pick a layer, drag its front' : 'to scale'"
            :file="`section-${shown.id}`"
            :table="shown.layers.map((l) => ({ layer: l.type, m: 'd' in l ? l.d : 't' in l ? l.t : null }))"
            :min-height="170"
            class="section"
          >
            <template #default="{ width, height }">
              <SectionDrawing
                :width="width"
                :height="height"
                :recipe="shown"
                :depths="[]"
                :picked="editable ? of.layer.value : null"
                @pick="of.layer.value = $event"
                @preview="of.previewLayer"
                @change="(index, layer) => of.setLayer(index, layer, `front ${index}`)"
              />
            </template>
          </ChartFrame>
          <ChartFrame
            v-else
            title="One period"
            subtitle="to scale in depth"
            :file="`wells-${shown.id}`"
            :table="sheet.scattering.depths.map((d, i) => ({ well: i + 1, 'depth m': Number(d.toFixed(4)) }))"
            :min-height="170"
            class="section"
          >
            <template #default="{ width, height }">
              <SectionDrawing :width="width" :height="height" :recipe="shown" :depths="sheet.scattering.depths" />
            </template>
          </ChartFrame>
          <div v-if="sheet && !sheet.fault" class="facts">
            <RecipeFacts :sheet="sheet" :currency="of.currency.value" :working="working" />
            <TuningPart
              v-if="sheet.tuning"
              :tuning="sheet.tuning"
              :name="shown.name"
              :working="tuningWorking(shown, sheet)"
            />
          </div></div
      ></AfterPaint>
      <div v-if="sheet?.scattering" class="below page">
        <ScatterPart
          :scattering="sheet.scattering"
          :name="shown.name"
          :seat="behind"
          :working="scatterWorking(shown, sheet)"
        />
      </div>
    </div>
    <template #bench>
      <RecipeList :of="of" />
      <HelpLink v-if="(answers.glance?.project.treatment.recipes.length ?? 0) < 2" stage="recipes" />
      <AfterPaint><RecipeEditor :of="of" /></AfterPaint>
    </template>
  </StageFrame>
</template>

<style scoped>
.main {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  display: flex;
  flex-direction: column;
}
.angle {
  white-space: nowrap;
  border: 0;
  min-height: 0;
  padding: 0;
}
.curve {
  flex: 1 0 260px;
}
.lower {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 8px;
  padding: 4px 14px 8px 0;
  border-top: 1px solid var(--rule);
}
.section {
  min-height: 200px;
  max-height: 300px;
}
.below {
  padding: 6px 14px 10px;
  border-top: 1px solid var(--rule);
}
.fault {
  margin: 4px 14px;
  color: var(--brick);
}
@media (max-width: 860px) {
  .lower {
    grid-template-columns: 1fr;
    padding-left: 14px;
  }
}
</style>
