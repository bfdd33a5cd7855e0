<script setup lang="ts">
/** Bass: which frequencies ring or vanish at the seat? Closed-form modes of the box room. */
import { computed, ref } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import { pressureMap, type SeatMode, workingOfMode } from '@tawny/core/studies/bass';
import SettingOut from '../../board/SettingOut.vue';
import ChartFrame from '../../charts/ChartFrame.vue';
import ModeChart from '../../charts/ModeChart.vue';
import { useBoard } from '../../desk/useBoard';
import { useIssues } from '../../desk/useIssues';
import FindingList from '../../parts/FindingList.vue';
import QuantityText from '../../parts/QuantityText.vue';
import StageFrame from '../../parts/StageFrame.vue';
import WorkingButton from '../../parts/WorkingButton.vue';
import { useResults } from '../../stores/results';
import { useSession } from '../../stores/session';

const results = useResults();
const session = useSession();
const issues = useIssues('bass');
const setting = computed(() => results.quick!.setting);
const bass = computed(() => results.quick!.bass.result);

const selectedId = computed(() => (session.selection?.kind === 'mode' ? session.selection.id : null));
const index = computed(() => {
  const i = bass.value.modes.findIndex((m) => m.n.join('-') === selectedId.value);
  return i >= 0 ? i : bass.value.modes.findIndex((m) => m.n[1] === 1 && m.kind === 'axial');
});
const mode = computed((): SeatMode | null => bass.value.modes[index.value] ?? null);
const working = computed(() => workingOfMode(setting.value, bass.value, index.value));
function select(id: string): void {
  session.selection = { kind: 'mode', id };
}

const COLUMNS = 60;
const field = computed(() => {
  const { box } = bass.value;
  if (!box || !mode.value) return null;
  const rows = Math.max(10, Math.round((COLUMNS * box[1]) / box[0]));
  return { values: pressureMap(box, mode.value.n, setting.value.head[2], COLUMNS, rows), columns: COLUMNS, rows };
});
const { scene, on } = useBoard({ marks: false, panels: false, movable: true, seat: true, field: () => field.value });

const kind = ref<'all' | 'axial' | 'tangential' | 'oblique'>('all');
const rows = computed(() => bass.value.modes.filter((m) => kind.value === 'all' || m.kind === kind.value));
const table = computed(() =>
  bass.value.modes.map((m) => ({
    'frequency Hz': Number(m.f.toFixed(3)),
    'n width': m.n[0],
    'n length': m.n[1],
    'n height': m.n[2],
    kind: m.kind,
    'pressure at the seat': Number(m.pressure.toFixed(4)),
    'at the seat': m.atSeat,
  })),
);
const AT_SEAT = {
  null: 'The ears are in its null: this note is weak there, and no equaliser brings it back.',
  between: 'The ears are between null and peak: the gentlest place for this mode.',
  peak: 'The ears are at its peak: this note booms there, but absorption can damp it.',
} as const;
</script>

<template>
  <StageFrame
    title="Bass"
    :subtitle="
      bass.fill === 1
        ? 'modes of the rigid box, a few per cent off in a room with soft walls'
        : `modes of the rigid box around the room, ${(bass.fill * 100).toFixed(0)} % of which it fills`
    "
    bench-label="Modes"
  >
    <template v-if="bass.box">
      <ChartFrame
        :title="`Modes to ${bass.limit} Hz`"
        :subtitle="`taller is louder at the seat; hollow is in a null; shaded above the Schroeder frequency`"
        file="modes"
        :table="table"
        :min-height="230"
      >
        <template #default="{ width, height }">
          <ModeChart
            :width="width"
            :height="height"
            :modes="bass.modes"
            :schroeder="bass.schroeder"
            :selected="mode ? mode.n.join('-') : null"
            :counts="bass.bands"
            :first-drop="bass.spacing?.firstDrop ?? null"
            @select="select"
          />
        </template>
      </ChartFrame>
      <div class="lower">
        <SettingOut v-if="scene" :scene="scene" plan-only v-on="on" />
        <div v-if="mode" class="about">
          <h2>Mode {{ mode.n.join(' ') }}, {{ mode.kind }}</h2>
          <p class="big"><QuantityText :value="mode.f" unit="Hz" :digits="1" /></p>
          <dl>
            <dt>at the seat</dt>
            <dd>
              <strong>{{ mode.atSeat }}</strong>, {{ fixed(mode.pressure * 100, 0) }} % of the corner’s pressure ({{
                fixed(mode.pressureDb, 1)
              }}
              dB)
            </dd>
            <dt>on the plan</dt>
            <dd>pressure at ear height; the two tints swing against each other, the dashes are where it vanishes</dd>
          </dl>
          <p>{{ AT_SEAT[mode.atSeat] }}</p>
          <p v-if="mode.n[0] % 2 === 1" class="soft">
            An odd number of half waves across the width: a mirrored pair playing the same signal does not drive it, and
            a head on the axis does not hear it.
          </p>
          <WorkingButton :working="working" />
        </div>
      </div>
    </template>
    <p v-else class="none">The room is too far from a box for closed-form modes, and none are shown.</p>
    <template #bench>
      <FindingList :issues="issues" empty="Mode spacing is even and the seat is clear of length nulls." />
      <h2>Criteria</h2>
      <div class="row">
        <span class="label">Schroeder frequency, bare room</span
        ><span class="value">{{ fixed(bass.schroeder, 0) }} Hz</span>
        <WorkingButton small :working="results.quick!.bass.working.find((w) => w.id === 'schroeder')" />
      </div>
      <div class="row">
        <span class="label">Spacing by third octaves</span>
        <span class="value" :class="bass.spacing?.nonDecreasing ? 'good' : 'bad'">{{
          !bass.spacing
            ? '–'
            : bass.spacing.nonDecreasing
              ? 'never falls'
              : `falls at ${fixed(bass.spacing.firstDrop!, 0)} Hz`
        }}</span>
      </div>
      <div class="row">
        <span class="label">Modes to {{ bass.limit }} Hz</span>
        <span class="value"
          >{{ bass.modes.length }} <small class="soft">(expected {{ fixed(bass.expectedCount, 0) }})</small></span
        >
      </div>
      <h2 id="mode-list">List</h2>
      <div class="kinds" role="group" aria-label="Kinds of mode">
        <v-btn
          v-for="k in ['all', 'axial', 'tangential', 'oblique'] as const"
          :key="k"
          size="x-small"
          :variant="kind === k ? 'flat' : 'outlined'"
          color="primary"
          @click="kind = k"
          >{{ k }}</v-btn
        >
      </div>
      <div class="head soft" aria-hidden="true">
        <span>Hz</span><span>w l h</span><span>kind</span><span>seat</span>
      </div>
      <v-virtual-scroll
        :items="rows"
        :item-height="27"
        height="300"
        class="modes"
        role="list"
        aria-labelledby="mode-list"
      >
        <template #default="{ item }">
          <div role="listitem">
            <button
              class="mode"
              :class="{ selected: mode && item.n.join('-') === mode.n.join('-') }"
              @click="select(item.n.join('-'))"
            >
              <span>{{ fixed(item.f, 1) }}</span><span>{{ item.n.join(' ') }}</span
              ><span class="soft">{{ item.kind }}</span>
              <span :class="{ bad: item.atSeat === 'null' && item.n[0] % 2 === 0 }">{{ item.atSeat }}</span>
            </button>
          </div>
        </template>
      </v-virtual-scroll>
    </template>
  </StageFrame>
</template>

<style scoped>
.chart {
  flex: 0 0 270px;
}
.lower {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.25fr);
}
.about {
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  gap: 8px;
  max-width: 420px;
  padding: 8px 16px;
}
.about h2 {
  font-size: 14px;
}
.big :deep(.quantity) {
  font-size: 22px;
  font-weight: 600;
}
dl {
  display: grid;
  grid-template-columns: 5.6rem 1fr;
  gap: 4px 8px;
}
dt {
  color: var(--ink-soft);
}
dd {
  margin: 0;
}
.kinds {
  display: flex;
  gap: 4px;
  padding-bottom: 6px;
}
.head,
.mode {
  display: grid;
  grid-template-columns: 3.6rem 4rem 1fr 4.4rem;
  width: 100%;
  text-align: left;
  height: 27px;
  align-items: center;
  border-bottom: 1px solid var(--rule);
  font-size: 12.5px;
}
.mode span:first-child,
.mode span:nth-child(2) {
  font-family: var(--figures);
}
.mode:hover {
  background: var(--paper-deep);
}
.mode.selected {
  background: var(--tawny-pale);
}
.none {
  padding: 40px 16px;
}
</style>
