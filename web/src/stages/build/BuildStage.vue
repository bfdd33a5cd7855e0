<script setup lang="ts">
/** Build: what to buy, cut, sew and carry, in which order, at what price. */
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { counted } from '@tawny/core/words/counted';
import FindingList from '../../parts/FindingList.vue';
import PartTabs from '../../parts/PartTabs.vue';
import StageFrame from '../../parts/StageFrame.vue';
import { useIssues } from '../../desk/useIssues';
import { BUILD_PARTS } from '../../words/parts';
import BuildFiles from './BuildFiles.vue';
import BuyPart from './BuyPart.vue';
import CameOutBench from './bench/CameOutBench.vue';
import CutPart from './CutPart.vue';
import HandBench from './bench/HandBench.vue';
import PiecesPart from './PiecesPart.vue';
import ShopPart from './ShopPart.vue';
import WareBench from './bench/WareBench.vue';
import WorkBench from './bench/WorkBench.vue';
import WorkPart from './WorkPart.vue';
import WorkshopBench from './bench/WorkshopBench.vue';
import { useBuild } from './useBuild';
import HelpLink from '../../desk/HelpLink.vue';

const { session, result } = useBuild();
const router = useRouter();
const issues = useIssues('build');
const part = computed(() => session.buildPart);
</script>

<template>
  <StageFrame title="Build" :subtitle="counted(result.panels, 'piece')" bench-label="How it is made and bought" pages>
    <template #actions>
      <BuildFiles v-if="result.panels > 0" />
    </template>
    <div class="page">
      <div class="tabs">
        <PartTabs
          label="Parts of Build"
          :parts="BUILD_PARTS"
          :shown="part"
          :columns="5"
          @show="session.buildPart = $event"
        />
      </div>
      <FindingList v-if="issues.length > 0" :issues="issues" empty="" />
      <v-btn v-if="result.panels === 0" color="primary" variant="flat" size="small" @click="router.push('/decay')"
        >Choose panels in Decay</v-btn
      >
      <HelpLink v-if="result.panels === 0" stage="build" />
      <ShopPart v-if="part === 'shop'" />
      <template v-else-if="result.panels > 0">
        <BuyPart v-if="part === 'buy'" />
        <CutPart v-else-if="part === 'cut'" />
        <PiecesPart v-else-if="part === 'pieces'" />
        <WorkPart v-else />
      </template>
    </div>
    <template #bench>
      <WareBench v-if="part === 'shop'" />
      <HandBench v-else-if="part === 'cut'" />
      <WorkBench v-else-if="part === 'work'" />
      <template v-else>
        <WorkshopBench />
        <CameOutBench v-if="part === 'pieces'" />
      </template>
      <p class="soft caution">
        Gloves, mask and goggles with any fibre, and wrap the fill; hearing protection at the saw. Hang into structure
        with fixings rated for the weight; overhead pieces want a safety line. In doubt ask a qualified builder.
      </p>
    </template>
  </StageFrame>
</template>

<style scoped>
.page {
  overflow-y: auto;
  padding: 6px 16px 24px;
}
.page > :deep(*) {
  max-width: 860px;
}
.tabs {
  max-width: 460px;
}
.caution {
  border-top: 1px solid var(--rule);
  font-size: 12px;
  margin-top: 14px;
  padding-top: 8px;
}
</style>
