<script setup lang="ts">
/** Bass: which frequencies ring or vanish at the seat, why, and what would help? */
import LearnedNote from '../../desk/LearnedNote.vue';
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue';
import { mdiPause, mdiPlay } from '@mdi/js';
import { fixed } from '@tawny/core/quantities/format';
import { hz, motionWords, refusalSentence } from '@tawny/core/words/bass';
import SettingOut from '../../board/SettingOut.vue';
import type { CostMap } from '../../board/types';
import ChartFrame from '../../charts/ChartFrame.vue';
import ResponseChart from '../../charts/ResponseChart.vue';
import { useBoard } from '../../desk/useBoard';
import PartTabs from '../../parts/PartTabs.vue';
import AfterPaint from '../../parts/AfterPaint.vue';
import ProgressBar from '../../parts/ProgressBar.vue';
import StageFrame from '../../parts/StageFrame.vue';
import { BASS_PARTS } from '../../words/parts';
import BoxChart from './BoxChart.vue';
import BoxPart from './BoxPart.vue';
import { atPhase, faceFields, stillPhase } from './fields';
import MapRow from './MapRow.vue';
import ModesPart from './ModesPart.vue';
import PlacesPart from './PlacesPart.vue';
import ResponsePart from './ResponsePart.vue';
import TreatPart from './TreatPart.vue';
import { useBassMap, useBassStage, useLaidBeside } from './useBassStage';
import { usePhase } from './usePhase';
import WhyPart from './WhyPart.vue';

const { laid } = useLaidBeside();
const { bass, session, setting, answer, mode, modeIndex, chooseMode, chooseFrequency } = useBassStage();
let stop = () => {};
onMounted(() => (stop = bass.start()));
onBeforeUnmount(() => stop());
const status = bass.status;
const part = computed(() => session.bassPart);
const busy = computed(() => status.value.status === 'running');
const stale = computed(() => answer.value !== null && !bass.current.value);

// Something to look at: the lowest place of the swing, until somebody chooses.
watch(
  answer,
  (now) => {
    if (now && session.bassHz === null && modeIndex.value === null) session.bassHz = now.swings[0]?.lowHz ?? null;
  },
  { immediate: true },
);

/** Height of the plan's picture; null: at the ears. */
const chosenHeight = ref<number | null>(null);
const height = computed(() => chosenHeight.value ?? setting.value.head[2]);
const { map, wish } = useBassMap(() => height.value);
const { playing, phase, toggle } = usePhase(() => map.value && wish.value?.kind);
const shownPhase = computed(() => (map.value ? stillPhase(map.value) : 0) + phase.value);
const large = ref(false);
const quantity = ref<'pressure' | 'velocity'>('pressure');
const costs = ref<CostMap | null>(null);
const field = computed(() => {
  if (!map.value || costs.value || quantity.value === 'velocity') return null;
  return atPhase(map.value.plan, shownPhase.value);
});
const velocityMap = computed((): CostMap | null => {
  if (!map.value || quantity.value !== 'velocity') return null;
  const { plan, velocity } = map.value;
  return {
    from: [plan.from[0] + plan.step[0] / 2, plan.from[1] + plan.step[1] / 2],
    step: Math.max(...plan.step),
    columns: plan.columns,
    rows: plan.rows,
    costs: Array.from(velocity, (v) => (Number.isNaN(v) ? null : 1 - v)),
  };
});
const walls = computed(() =>
  map.value && !costs.value ? faceFields(setting.value.room, map.value, shownPhase.value) : [],
);
const { scene, on } = useBoard({
  marks: false,
  panels: true,
  movable: true,
  seat: true,
  field: () => field.value,
  faceFields: () => walls.value,
  costs: () => costs.value ?? velocityMap.value,
});

const subtitle = computed(() => {
  if (bass.refused.value) return 'not solved';
  if (!answer.value) return busy.value ? 'solving the room’s waves' : '';
  const rough = answer.value.quality === 'coarse' ? `coarse, to ${answer.value.top} Hz` : `to ${answer.value.top} Hz`;
  return `waves of the room as it is, ${rough}; good to a few dB and a few hertz`;
});
const what = computed(() => {
  if (mode.value && modeIndex.value !== null) {
    return `Mode at ${hz(mode.value.f)}, ${motionWords(mode.value.motion)}`;
  }
  return session.bassHz === null ? '' : `Driven at ${hz(session.bassHz)}`;
});
const table = computed(() => {
  const a = answer.value;
  if (!a) return [];
  return a.frequencies.map((f, i) => ({
    'frequency Hz': f,
    'together dB': Number(a.all[i]!.toFixed(2)),
    'mains dB': Number(a.mains[i]!.toFixed(2)),
    ...(laid.value
      ? { 'measured dB': laid.value.levelDb[i] === null ? '' : Number(laid.value.levelDb[i]!.toFixed(2)) }
      : {}),
    'without what hangs dB': a.bare ? Number(a.bare[i]!.toFixed(2)) : '',
    'lowest over the head range dB': Number(a.low[i]!.toFixed(2)),
    'highest over the head range dB': Number(a.high[i]!.toFixed(2)),
    ...Object.fromEntries(a.loudspeakers.map((l) => [`${l.letter} dB`, Number(l.levelDb[i]!.toFixed(2))])),
  }));
});
</script>

<template>
  <StageFrame title="Bass" :subtitle="subtitle" bench-label="Bass">
    <template #actions>
      <LearnedNote />
      <span v-if="busy" class="work" role="status">
        <ProgressBar :part="status.part" :label="status.quality === 'coarse' ? 'Solving, coarse' : 'Solving in full'" />
        <span class="soft"
          >{{ status.quality === 'coarse' ? 'coarse' : 'full' }} {{ fixed(status.part * 100, 0) }} %</span
        >
        <v-btn size="x-small" variant="text" @click="bass.cancel()">Stop</v-btn>
      </span>
      <v-btn v-else-if="stale" size="x-small" variant="outlined" @click="bass.again()">Solve again</v-btn>
    </template>
    <template v-if="part === 'box'"><BoxChart /></template>
    <div v-else-if="bass.refused.value" class="refused" role="alert">
      <p>
        <strong>This room is not solved.</strong> {{ refusalSentence(bass.refused.value) }} Closed-form modes are under
        Box.
      </p>
    </div>
    <template v-else>
      <p v-if="status.status === 'failed'" class="bad fail" role="alert">
        {{ status.message }} <v-btn size="x-small" variant="outlined" @click="bass.again()">Solve again</v-btn>
      </p>
      <ChartFrame
        v-if="answer && !(large && map)"
        title="At the ears"
        :subtitle="
          stale
            ? 'of the room before the last edit'
            : 'dB re one loudspeaker in the free field at 1 m; pale: over the head’s range'
        "
        file="bass-response"
        :table="table"
        :min-height="190"
        :class="{ stale }"
      >
        <template #default="size">
          <ResponseChart
            v-bind="size"
            :frequencies="answer.frequencies"
            :all="answer.all"
            :low="answer.low"
            :high="answer.high"
            :ghost="answer.bare"
            :measured="laid?.levelDb ?? null"
            :singles="answer.loudspeakers"
            :modes="answer.modes"
            :mode="modeIndex"
            :at="mode ? mode.f : session.bassHz"
            :swing="answer.swings[0] ?? null"
            @point="chooseFrequency"
            @mode="chooseMode"
          />
        </template>
      </ChartFrame>
      <p v-else-if="!answer && busy" class="waiting soft">
        The first, coarse answer is a moment away; the full one follows. Everything else can be used meanwhile.
      </p>
      <AfterPaint v-if="map">
        <MapRow
          v-model:height="chosenHeight"
          v-model:quantity="quantity"
          v-model:large="large"
          :map="map"
          :what="what"
          :ear-height="setting.head[2]"
          :phase="shownPhase"
        >
          <v-btn
            size="x-small"
            variant="outlined"
            :icon="playing ? mdiPause : mdiPlay"
            :aria-label="playing ? 'Stop the wave' : 'Let the wave swing'"
            @click="toggle()"
          />
        </MapRow>
      </AfterPaint>
      <AfterPaint :paints="3"><SettingOut v-if="scene" :scene="scene" wide v-on="on" /></AfterPaint>
    </template>
    <template #bench>
      <PartTabs
        label="Parts of the bass"
        :parts="BASS_PARTS"
        :shown="part"
        :columns="6"
        @show="session.bassPart = $event"
      />
      <BoxPart v-if="part === 'box'" />
      <AfterPaint v-else-if="answer" :paints="2">
        <ResponsePart v-if="part === 'response'" />
        <ModesPart v-else-if="part === 'modes'" />
        <WhyPart v-else-if="part === 'why'" />
        <PlacesPart v-else-if="part === 'places'" @map="costs = $event" />
        <TreatPart v-else />
      </AfterPaint>
      <p v-else class="soft">{{ busy ? 'Solving …' : 'There is no answer yet.' }}</p>
    </template>
  </StageFrame>
</template>

<style scoped>
.chart {
  flex: 0 0 222px;
}
.stale {
  opacity: 0.55;
}
.work {
  display: flex;
  align-items: center;
  gap: 8px;
  min-width: 210px;
  font-size: 12px;
  white-space: nowrap;
}
.waiting,
.refused,
.fail {
  padding: 8px 14px;
}
.refused {
  max-width: 620px;
}
</style>
