<script setup lang="ts">
/** Seat: where do head and loudspeakers go, and what does each choice cost? */
import { computed } from 'vue';
import { LIMITS } from '@tawny/core/project/schema';
import { lengthText } from '@tawny/core/quantities/lengths';
import { fixed } from '@tawny/core/quantities/format';
import { tapeFrom } from '@tawny/core/studies/tapes';
import { surfaceWords } from '@tawny/core/words/tapes';
import SettingOut from '../../board/SettingOut.vue';
import ChartFrame from '../../charts/ChartFrame.vue';
import NotchPlot from '../../charts/NotchPlot.vue';
import { useBoard } from '../../desk/useBoard';
import { useIssues } from '../../desk/useIssues';
import ChoiceField from '../../parts/ChoiceField.vue';
import FindingList from '../../parts/FindingList.vue';
import NumberField from '../../parts/NumberField.vue';
import QuantityText from '../../parts/QuantityText.vue';
import StageFrame from '../../parts/StageFrame.vue';
import TapeTag from '../../parts/TapeTag.vue';
import WorkingButton from '../../parts/WorkingButton.vue';
import { useDocument } from '../../stores/document';
import { useResults } from '../../stores/results';
import { useSession } from '../../stores/session';

const doc = useDocument();
const results = useResults();
const session = useSession();
const { scene, on } = useBoard({ marks: false, panels: false, movable: true, seat: true });
const issues = useIssues('seat');

const project = computed(() => doc.project!);
const setting = computed(() => results.quick!.setting);
const seat = computed(() => results.quick!.seat);
const walls = computed(() =>
  setting.value.faces
    .filter((f) => f.kind === 'wall')
    .map((f) => ({ value: f.id, title: `Wall ${f.id}`, subtitle: `${lengthText(f.length, session.system)} wide` }))
    .sort((a, b) => a.value.localeCompare(b.value)),
);
const working = (id: string) => seat.value.working.find((w) => w.id === id);

type Place = readonly [number, number, number];
/** A place by tape from the wall in front and the wall at the left of it, whichever those are there. */
const tape = (at: Place, way: 'front' | 'left') => tapeFrom(setting.value, [at[0], at[1]], way);
/** The place that a newly typed tape means: moved by the difference. */
function taped(at: Place, change: { front?: number; left?: number }): [number, number] {
  return [
    change.left === undefined ? at[0] : at[0] + change.left - tape(at, 'left').metres,
    change.front === undefined ? at[1] : at[1] + change.front - tape(at, 'front').metres,
  ];
}
/** Which wall, when it is not the plain one. */
const wallHint = (at: Place, way: 'front' | 'left') => {
  const { wall } = tape(at, way);
  return wall === way ? '' : `here: ${surfaceWords(wall)}`;
};
function moveHead(change: { front?: number; left?: number }): void {
  const [x, y] = setting.value.frame.toSurvey(taped(setting.value.head, change));
  doc.run({ type: 'move-head', x, y });
}
function moveSpeaker(id: string, at: Place, change: { front?: number; left?: number }): void {
  const [x, y] = setting.value.frame.toSurvey(taped(at, change));
  doc.run({ type: 'move-loudspeaker', id, x, y, mirror: session.mirror });
}
const speakers = computed(() =>
  setting.value.loudspeakers.map((l) => ({ ...l, report: seat.value.result.loudspeakers.find((r) => r.id === l.id)! })),
);
const placed = computed(() =>
  project.value.listening.placed === 'rule' ? 'placed by the 38 % rule' : 'placed by tape',
);
const table = computed(() =>
  (speakers.value[0]?.report.curve ?? []).map((p, i) => ({
    'frequency Hz': Number(p.f.toFixed(2)),
    ...Object.fromEntries(
      speakers.value.map((s) => [`${s.letter} dB`, Number((s.report.curve[i]?.levelDb ?? 0).toFixed(2))]),
    ),
  })),
);
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
      <FindingList :issues="issues" empty="Nothing stands against this seat." />

      <h2>Head</h2>
      <div class="figures">
        <div>
          <span class="soft">from front</span><QuantityText length :value="tape(setting.head, 'front').metres" />
        </div>
        <div>
          <span class="soft">of the length</span
          ><QuantityText :value="seat.result.headPart * 100" unit="%" :digits="1" />
        </div>
        <div><span class="soft">to rear wall</span><QuantityText length :value="seat.result.headFromRear" /></div>
      </div>
      <div class="actions-row">
        <WorkingButton :working="working('seat-rule')" />
        <WorkingButton :working="working('triangle')" label="Triangle" />
      </div>
      <ChoiceField
        label="Wall to face"
        :model-value="project.listening.facing"
        :items="walls"
        @update:model-value="doc.run({ type: 'face-wall', wall: $event })"
      />
      <NumberField
        label="Ears from front wall"
        :hint="wallHint(setting.head, 'front')"
        :model-value="tape(setting.head, 'front').metres"
        :min="0"
        :max="60"
        @update:model-value="moveHead({ front: $event })"
      />
      <NumberField
        label="Ears from left wall"
        :hint="wallHint(setting.head, 'left')"
        :model-value="tape(setting.head, 'left').metres"
        :min="0"
        :max="60"
        @update:model-value="moveHead({ left: $event })"
      />
      <NumberField
        label="Ear height"
        :model-value="project.listening.head.earHeight"
        :min="LIMITS.earHeight[0]"
        :max="LIMITS.earHeight[1]"
        @update:model-value="doc.run({ type: 'set-ear-height', earHeight: $event })"
      />

      <h2>Triangle</h2>
      <NumberField
        label="Side"
        hint="never below the minimum distance"
        :model-value="project.listening.triangleSide"
        :min="LIMITS.triangleSide[0]"
        :max="LIMITS.triangleSide[1]"
        @update:model-value="doc.run({ type: 'set-triangle', triangleSide: $event })"
      />
      <NumberField
        label="Apex behind the ears"
        hint="schools: at the ears, or 10 to 30 cm behind"
        :model-value="project.listening.apexBehind"
        :min="LIMITS.apexBehind[0]"
        :max="LIMITS.apexBehind[1]"
        @update:model-value="doc.run({ type: 'set-triangle', apexBehind: $event })"
      />
      <div v-if="seat.result.triangle" class="figures">
        <div>
          <span class="soft">angle</span><QuantityText :value="seat.result.triangle.angleDeg" unit="°" :digits="1" />
        </div>
        <div><span class="soft">apart</span><QuantityText length :value="seat.result.triangle.between" /></div>
        <div>
          <span class="soft">paths differ</span
          ><QuantityText :value="seat.result.triangle.delayMs" unit="ms" :digits="2" />
        </div>
      </div>

      <template v-for="s in speakers" :key="s.id">
        <h2><TapeTag :letter="s.letter" /> Loudspeaker {{ s.letter }}</h2>
        <p v-if="s.report.nearest" class="sentence">
          {{ lengthText(s.report.toHead, session.system) }} to the ears. Nearest boundary: {{ s.report.nearest.name }}
          {{ s.report.nearest.plane === 'z' ? '' : 'wall' }},
          {{ lengthText(s.report.nearest.distance, session.system) }}; it cancels at
          <strong>{{ fixed(s.report.nearest.exactNullHz ?? 0, 0) }} Hz</strong> ({{
            fixed(s.report.nearest.depthDb, 1)
          }}
          dB; rule of thumb {{ fixed(s.report.nearest.quarterWaveHz ?? 0, 0) }} Hz).
          <WorkingButton small :working="working(`notch-${s.id}`)" />
        </p>
        <NumberField
          label="From front wall"
          :hint="wallHint(s.at, 'front')"
          :model-value="tape(s.at, 'front').metres"
          :min="0"
          :max="60"
          @update:model-value="moveSpeaker(s.id, s.at, { front: $event })"
        />
        <NumberField
          label="From left wall"
          :hint="wallHint(s.at, 'left')"
          :model-value="tape(s.at, 'left').metres"
          :min="0"
          :max="60"
          @update:model-value="moveSpeaker(s.id, s.at, { left: $event })"
        />
        <NumberField
          label="Axis height"
          :model-value="s.axisHeight"
          :min="LIMITS.axisHeight[0]"
          :max="LIMITS.axisHeight[1]"
          @update:model-value="
            doc.run({ type: 'set-loudspeaker', id: s.id, values: { axisHeight: $event }, mirror: session.mirror })
          "
        />
        <NumberField
          label="Minimum distance"
          :model-value="s.minimumDistance"
          :min="LIMITS.minimumDistance[0]"
          :max="LIMITS.minimumDistance[1]"
          @update:model-value="
            doc.run({ type: 'set-loudspeaker', id: s.id, values: { minimumDistance: $event }, mirror: session.mirror })
          "
        />
        <NumberField
          label="Box depth"
          :model-value="s.box.depth"
          :min="LIMITS.box[0]"
          :max="LIMITS.box[1]"
          @update:model-value="
            doc.run({
              type: 'set-loudspeaker',
              id: s.id,
              values: { box: { ...s.box, depth: $event } },
              mirror: session.mirror,
            })
          "
        />
      </template>

      <h2>What the boundaries do</h2>
      <ChartFrame
        title=""
        subtitle="three nearest boundaries, at the ears"
        file="boundary-interference"
        :table="table"
        :min-height="170"
      >
        <template #default="{ width, height }">
          <NotchPlot
            :width="width"
            :height="height"
            :curves="
              speakers.map((s) => ({ id: s.id, letter: s.letter, curve: s.report.curve, notch: s.report.notch }))
            "
          />
        </template>
      </ChartFrame>
    </template>
  </StageFrame>
</template>

<style scoped>
.figures {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet);
  padding: 6px 10px;
  gap: 8px;
  margin: 6px 0;
}
.figures > div {
  display: flex;
  flex-direction: column;
}
.figures .soft {
  font-size: 11.5px;
}
.figures :deep(.quantity) {
  font-size: 16px;
  font-weight: 600;
}
.sentence {
  margin: 4px 0;
}
h2 .tag {
  margin-right: 4px;
}
</style>
