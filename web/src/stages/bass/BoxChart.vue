<script setup lang="ts">
/** Closed-form modes of the box room, one of them over the plan, and the room among the proportions of boxes. */
import { computed } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import { boxModes } from '@tawny/core/physics/modes/box';
import { movedBox } from '@tawny/core/physics/modes/proportions';
import { pressureMap } from '@tawny/core/studies/bass/study';
import SettingOut from '../../board/SettingOut.vue';
import ChartFrame from '../../charts/ChartFrame.vue';
import ModeRule from '../../charts/ModeRule.vue';
import ProportionStrips from '../../charts/ProportionStrips.vue';
import { useBoard } from '../../desk/useBoard';
import QuantityText from '../../parts/QuantityText.vue';
import WorkingButton from '../../parts/WorkingButton.vue';
import { useLines } from '../../answers/answers';
import { useBox } from './useBox';

const { setting, bass, mode, working, moved, movedName, select } = useBox();
const movedModes = computed(() =>
  bass.value.box && moved.value
    ? boxModes(movedBox(bass.value.box, moved.value.axis, moved.value.by), setting.value.c, bass.value.limit)
    : [],
);
const { proportions } = useLines();
proportions.follow(() => bass.value.box ?? undefined);
const ratios = proportions.last;
const COLUMNS = 60;
const field = computed(() => {
  const { box } = bass.value;
  if (!box || !mode.value) return null;
  const rows = Math.max(10, Math.round((COLUMNS * box[1]) / box[0]));
  return { values: pressureMap(box, mode.value.n, setting.value.head[2], COLUMNS, rows), columns: COLUMNS, rows };
});
const { scene, on } = useBoard({ marks: false, panels: false, movable: true, seat: true, field: () => field.value });

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
const ratioTable = computed(() => {
  const map = ratios.value;
  return map
    ? map.passes.map((p, i) => ({
        'width over height': Number((map.width.from + (i % map.width.count) * map.width.step).toFixed(2)),
        'length over height': Number((map.length.from + Math.floor(i / map.width.count) * map.length.step).toFixed(2)),
        'counts never fall': p === 1 ? 'yes' : 'no',
      }))
    : [];
});
const AT_SEAT = {
  null: 'The ears are in its null: this note is weak there, and no equaliser brings it back.',
  between: 'The ears are between null and peak: the gentlest place for this mode.',
  peak: 'The ears are at its peak: this note booms there, but absorption can damp it.',
} as const;
</script>

<template>
  <div class="box">
    <template v-if="bass.box">
      <ChartFrame
        :title="`Modes to ${bass.limit} Hz`"
        :subtitle="`taller is louder at the seat, hollow in a null; below the rule: ${movedName}`"
        file="modes"
        :table="table"
        :min-height="230"
      >
        <template #default="{ width, height }">
          <ModeRule
            :width="width"
            :height="height"
            :modes="bass.modes"
            :moved="movedModes"
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
        <ChartFrame
          class="ratios"
          title="Proportions"
          subtitle="tinted: counts never fall; dashed: EBU range"
          file="proportions"
          :table="ratioTable"
          :min-height="200"
        >
          <template #default="size"><ProportionStrips v-bind="size" :map="ratios" :box="bass.box" /></template>
        </ChartFrame>
      </div>
    </template>
    <p v-else class="none">The room is too far from a box for closed-form modes, and none are shown.</p>
  </div>
</template>

<style scoped>
.box {
  display: flex;
  flex-direction: column;
  flex: 1;
  min-height: 0;
}
.chart {
  flex: 0 0 270px;
}
.lower {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 0.9fr) minmax(0, 1.05fr);
}
.lower .ratios {
  flex: 1;
  padding: 8px 0;
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
.none {
  padding: 40px 16px;
}
@media (max-width: 860px) {
  .box {
    overflow-y: auto;
  }
  .lower {
    display: flex;
    flex-direction: column;
    flex: none;
  }
  .lower > :first-child {
    flex: 0 0 300px;
  }
  .lower .ratios {
    flex: 0 0 200px;
  }
}
</style>
