<script setup lang="ts">
/** Survey: what is the room? */
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { areaText, volumeText } from '@tawny/core/quantities/measures';
import SettingOut from '../../board/SettingOut.vue';
import type { TapeTrace } from '../../board/types';
import { useBoard } from '../../desk/useBoard';
import { useIssues } from '../../desk/useIssues';
import FindingList from '../../parts/FindingList.vue';
import PartTabs from '../../parts/PartTabs.vue';
import StageFrame from '../../parts/StageFrame.vue';
import BriefPart from './BriefPart.vue';
import CeilingPart from './CeilingPart.vue';
import ExchangeMenu from './ExchangeMenu.vue';
import OpeningsPart from './OpeningsPart.vue';
import PlanPart from './PlanPart.vue';
import StatesPart from './StatesPart.vue';
import SurfacesPart from './SurfacesPart.vue';
import SymmetryPart from './SymmetryPart.vue';
import ThingsPart from './ThingsPart.vue';
import { SURVEY_PARTS } from '../../words/parts';
import { useSurvey } from './useSurvey';
import HelpLink from '../../desk/HelpLink.vue';

const { project, setting, session } = useSurvey();
const shownPart = computed(() => session.surveyPart);
const router = useRouter();
const issues = useIssues('survey');
const trace = ref<TapeTrace | null>(null);
const { scene, on } = useBoard({
  marks: false,
  panels: false,
  movable: false,
  seat: true,
  edit: () =>
    project.value.states.current !== null
      ? null
      : shownPart.value === 'plan'
        ? 'plan'
        : shownPart.value === 'openings' || shownPart.value === 'things' || shownPart.value === 'surfaces'
          ? 'things'
          : null,
  trace: () => (shownPart.value === 'plan' ? trace.value : null),
});
const state = computed(() => project.value.states.list.find((s) => s.id === project.value.states.current) ?? null);
const subtitle = computed(() =>
  state.value
    ? `${state.value.name}: switch back to “As surveyed” to draw`
    : `${volumeText(setting.value.solid.volume, session.system, 1)}, ${areaText(setting.value.solid.floorArea, session.system, 1)} of floor`,
);
</script>

<template>
  <StageFrame title="Survey" :subtitle="subtitle" bench-label="Room, surfaces and things">
    <template #actions>
      <v-btn size="small" variant="text" @click="router.push('/look')">Look around</v-btn>
      <ExchangeMenu />
    </template>
    <SettingOut v-if="scene" :scene="scene" v-on="on" />
    <template #bench>
      <PartTabs
        label="Parts of the survey"
        :parts="SURVEY_PARTS"
        :shown="shownPart"
        :columns="4"
        @show="session.surveyPart = $event"
      />
      <PlanPart v-if="shownPart === 'plan'" @trace="trace = $event" />
      <CeilingPart v-else-if="shownPart === 'ceiling'" />
      <OpeningsPart v-else-if="shownPart === 'openings'" />
      <SurfacesPart v-else-if="shownPart === 'surfaces'" />
      <ThingsPart v-else-if="shownPart === 'things'" />
      <StatesPart v-else-if="shownPart === 'states'" />
      <SymmetryPart v-else-if="shownPart === 'symmetry'" />
      <BriefPart v-else />
      <HelpLink v-if="project.room.openings.length + project.room.furniture.length === 0" stage="survey" />
      <template v-if="issues.length > 0">
        <h2>What does not fit together</h2>
        <FindingList :issues="issues" empty="" />
      </template>
    </template>
  </StageFrame>
</template>
