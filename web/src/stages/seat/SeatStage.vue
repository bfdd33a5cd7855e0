<script setup lang="ts">
/** Seat: where do head and loudspeakers go, and what does each choice cost? */
import { computed, ref } from 'vue';
import SettingOut from '../../board/SettingOut.vue';
import type { CostMap } from '../../board/types';
import { useBoard } from '../../desk/useBoard';
import { useIssues } from '../../desk/useIssues';
import FindingList from '../../parts/FindingList.vue';
import PartTabs from '../../parts/PartTabs.vue';
import StageFrame from '../../parts/StageFrame.vue';
import { SEAT_PARTS } from '../../words/parts';
import ChecksPart from './ChecksPart.vue';
import PlacePart from './PlacePart.vue';
import RigPart from './RigPart.vue';
import SearchPart from './SearchPart.vue';
import { useSeat } from './useSeat';
import WallsPart from './WallsPart.vue';
import HelpLink from '../../desk/HelpLink.vue';

const { doc, session, project } = useSeat();
const map = ref<CostMap | null>(null);
const { scene, on } = useBoard({ marks: false, panels: false, movable: true, seat: true, costs: () => map.value });
const issues = useIssues('seat');
const placed = computed(() =>
  project.value.listening.placed === 'rule' ? 'placed by the 38 % rule' : 'placed by tape',
);
const shown = computed(() => session.seatPart);
</script>

<template>
  <StageFrame
    title="Seat"
    :subtitle="`${placed}; drag, or use the arrow keys`"
    bench-label="Seat, triangle and loudspeakers"
  >
    <template #actions>
      <v-checkbox v-model="session.mirror" label="Left and right mirrored" />
      <v-btn size="small" variant="outlined" @click="doc.run({ type: 'place-by-rule' })">Place by the rule</v-btn>
    </template>
    <SettingOut v-if="scene" :scene="scene" v-on="on" />
    <template #bench>
      <PartTabs
        label="Parts of the seat"
        :parts="SEAT_PARTS"
        :shown="shown"
        :columns="5"
        @show="session.seatPart = $event"
      />
      <PlacePart v-if="shown === 'place'" />
      <RigPart v-else-if="shown === 'rig'" />
      <WallsPart v-else-if="shown === 'walls'" />
      <SearchPart v-else-if="shown === 'search'" @map="map = $event" />
      <ChecksPart v-else />
      <HelpLink v-if="project.loudspeakers.length === 0" stage="seat" />
      <template v-if="shown !== 'listen'">
        <h2>Doubts about this seat</h2>
        <FindingList :issues="issues" empty="No doubts about this seat." />
      </template>
    </template>
  </StageFrame>
</template>
