<script setup lang="ts">
/** Hang: where exactly does each piece hang, with which gaps? */
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { decidedFor } from '@tawny/core/studies/hang/take';
import type { Unplaced, WayOut } from '@tawny/core/studies/hang/types';
import { surfaceWords } from '@tawny/core/words/tapes';
import { stamp } from '../../desk/pieces';
import { useIssues } from '../../desk/useIssues';
import AfterPaint from '../../parts/AfterPaint.vue';
import FindingList from '../../parts/FindingList.vue';
import PartTabs from '../../parts/PartTabs.vue';
import ProgressBar from '../../parts/ProgressBar.vue';
import StageFrame from '../../parts/StageFrame.vue';
import { HANG_PARTS } from '../../words/parts';
import ElevationView from './ElevationView.vue';
import FaceStrip from './FaceStrip.vue';
import FixingsPart from './FixingsPart.vue';
import LeftPart from './LeftPart.vue';
import LinePart from './LinePart.vue';
import PiecePart from './PiecePart.vue';
import GroupPart from './GroupPart.vue';
import { useHang } from './useHang';
import { useLayingOut } from './useLayingOut';

const { doc, session, face, chosen, group } = useHang();
const { start, state, cancel, last, loose, waiting } = useLayingOut();
const router = useRouter();
const all = useIssues('hang');
/** Those of the chosen piece are told with it. */
const issues = computed(() => all.value.filter((i) => session.hangPart !== 'piece' || i.where[0] !== chosen.value?.id));
function toWall(u: Unplaced, way: Extract<WayOut, { way: 'wall' }>): void {
  if (doc.run(decidedFor(doc.project!, u, way, stamp()))) start(last.value!.afresh);
}
</script>

<template>
  <StageFrame
    title="Hang"
    :subtitle="`${surfaceWords(face.name)}; tapes from ${face.foot ? 'its middle line' : 'the listening axis'}`"
    bench-label="The chosen piece and how pieces line up"
  >
    <template #actions>
      <span v-if="state.status === 'running'" class="work" role="status">
        <ProgressBar :part="state.part" label="Laying out" />
        <v-btn size="x-small" variant="text" @click="cancel()">Stop</v-btn>
      </span>
      <template v-else>
        <v-btn size="small" variant="text" data-site-hang @click="router.push('/site-hang')">Site view</v-btn>
        <v-btn size="small" variant="text" data-hanging-sheet @click="router.push('/hanging')">Hanging sheet</v-btn>
        <v-btn v-if="loose > 0" size="small" variant="outlined" data-afresh @click="start(true)">Lay out afresh</v-btn>
        <v-btn v-if="waiting > 0" size="small" variant="flat" color="primary" data-lay-out @click="start(false)"
          >Lay out {{ waiting }}</v-btn
        >
      </template>
    </template>
    <p v-if="state.status === 'failed'" class="bad" role="alert">{{ state.message }}</p>
    <ElevationView />
    <AfterPaint><FaceStrip /></AfterPaint>
    <template #bench>
      <PartTabs
        label="Parts of Hang"
        :parts="HANG_PARTS"
        :shown="session.hangPart"
        :columns="4"
        @show="session.hangPart = $event"
      />
      <GroupPart v-if="session.hangPart === 'piece' && group.length > 1" />
      <PiecePart v-else-if="session.hangPart === 'piece'" />
      <FixingsPart v-else-if="session.hangPart === 'fixings'" />
      <LinePart v-else-if="session.hangPart === 'line'" />
      <LeftPart v-else :last="last" :waiting="waiting" @wall="toWall" />
      <FindingList v-if="issues.length > 0" :issues="issues" empty="" />
      <p class="soft caution">
        Overhead and heavy pieces go into studs, joists or masonry, with a safety line, by the fixing maker’s ratings;
        look for cables and pipes before drilling. In doubt a qualified builder.
      </p>
    </template>
  </StageFrame>
</template>

<style scoped>
.work {
  display: flex;
  align-items: center;
  gap: 8px;
  width: 180px;
}
.bad {
  margin: 0 14px;
}
.caution {
  font-size: 12px;
  border-top: 1px solid var(--rule);
  padding-top: 8px;
}
</style>
