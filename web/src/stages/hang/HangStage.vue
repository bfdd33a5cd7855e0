<script setup lang="ts">
/** Hang: where exactly does each piece hang, with which gaps? */
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { surfaceWords } from '@tawny/core/words/tapes';
import { useIssues } from '../../desk/useIssues';
import AfterPaint from '../../parts/AfterPaint.vue';
import FindingList from '../../parts/FindingList.vue';
import PartTabs from '../../parts/PartTabs.vue';
import ProgressBar from '../../parts/ProgressBar.vue';
import StageFrame from '../../parts/StageFrame.vue';
import { HANG_PARTS } from '../../words/stages';
import ElevationView from './ElevationView.vue';
import FaceStrip from './FaceStrip.vue';
import LeftPart from './LeftPart.vue';
import LinePart from './LinePart.vue';
import PiecePart from './PiecePart.vue';
import { useHang } from './useHang';

const { session, face, layOut, loose, decided, start } = useHang();
const router = useRouter();
const issues = useIssues('hang');
const running = computed(() => layOut.state.value.status === 'running');
</script>

<template>
  <StageFrame
    title="Hang"
    :subtitle="`${surfaceWords(face.name)} from the room; tapes from its middle line`"
    bench-label="The chosen piece and how pieces line up"
  >
    <template #actions>
      <span v-if="running" class="work" role="status">
        <ProgressBar :part="layOut.state.value.part" label="Laying out" />
        <v-btn size="x-small" variant="text" @click="layOut.cancel()">Stop</v-btn>
      </span>
      <template v-else>
        <v-btn size="small" variant="text" data-hanging-sheet @click="router.push('/hanging')">Hanging sheet</v-btn>
        <v-btn v-if="loose > 0" size="small" variant="outlined" data-afresh @click="start(true)">Lay out afresh</v-btn>
        <v-btn v-if="decided > 0" size="small" variant="flat" color="primary" data-lay-out @click="start(false)"
          >Lay out {{ decided }}</v-btn
        >
      </template>
    </template>
    <p v-if="layOut.state.value.status === 'failed'" class="bad" role="alert">{{ layOut.state.value.message }}</p>
    <ElevationView />
    <AfterPaint><FaceStrip /></AfterPaint>
    <template #bench>
      <PartTabs
        label="Parts of Hang"
        :parts="HANG_PARTS"
        :shown="session.hangPart"
        :columns="3"
        @show="session.hangPart = $event"
      />
      <PiecePart v-if="session.hangPart === 'piece'" />
      <LinePart v-else-if="session.hangPart === 'line'" />
      <LeftPart v-else />
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
